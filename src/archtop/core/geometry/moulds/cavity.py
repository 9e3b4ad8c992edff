"""The cavity mould: a sheet of equal hollows."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from archtop.core.base import Frozen

__all__ = ["CavityMould"]


class CavityMould(Frozen):
    """A sheet of ``cavities`` equal hollows of ``cavity_ml`` each."""

    cavity_ml: Annotated[float, Field(ge=0.001, le=5000)]
    cavities: Annotated[int, Field(ge=1, le=500)]

    def fillings(self, count: int) -> int:
        """How many times the sheet must be filled to cast ``count`` pieces."""
        return math.ceil(count / self.cavities)
