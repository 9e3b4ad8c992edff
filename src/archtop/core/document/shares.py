"""Shares of colours."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document.ids import Id

__all__ = ["ColourShare", "Shares"]


class ColourShare(Frozen):
    """A colour's percent of a pour or of the frosting."""

    colour: Id
    percent: Annotated[float, Field(gt=0, le=100)]


Shares = Annotated[tuple[ColourShare, ...], Field(min_length=1, max_length=20)]
