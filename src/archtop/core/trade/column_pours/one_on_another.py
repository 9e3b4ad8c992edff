"""One on another: the mould stands, and each colour fills its part of the height."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot

__all__ = ["OneOnAnother"]


class OneOnAnother(ColumnPour):
    """Each colour once the one under it bears it."""

    label = "One on another"
    help = "The mould stands; each colour fills its part of the height once the one under it bears it."

    kind: Literal["one on another"] = "one on another"

    def says(self, where: str = "the mould") -> str:
        """Waits, and the stick."""
        return f"One on another in {where}, standing; wait until each bears the next.{self.stick}"

    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:  # noqa: ARG002
        """The same all over a cut: whichever colour stands at that height."""
        here = np.searchsorted(np.cumsum(shares), np.broadcast_to(spot.along, np.shape(spot.x)), side="right")
        return np.minimum(here, len(shares) - 1)
