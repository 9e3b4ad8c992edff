"""Small pieces pressed in."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Kind
from archtop.core.document.ids import Id
from archtop.core.document.work.words import Around, Words

__all__ = ["Press"]


class Press(Kind):
    """Small pieces pressed into the surface so deep that ``sunk_percent`` of each lies under it."""

    label = "Press in pieces"
    help = "Small pieces pressed into the surface."

    do: Literal["press"] = "press"
    id: Id
    pieces: Id
    count: Annotated[int, Field(ge=1, le=2000)]
    sunk_percent: Annotated[float, Field(ge=0, le=100)] = 50.0

    def words(self, around: Around) -> Words:
        """How deep."""
        title = f"Press in {self.count} × {around.pieces[self.pieces]}"
        return Words("press", title, f"Until {self.sunk_percent:g} % of each is under.")
