"""Small pieces pressed in."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.document.ids import Id
from archtop.core.document.work.effects import Filled, Filling, Pressed, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words

__all__ = ["Press"]


class Press(NamedStep):
    """Small pieces pressed into the surface so deep that ``sunk_percent`` of each lies under it."""

    label = "Press in pieces"
    help = "Small pieces pressed into the surface."

    do: Literal["press"] = "press"
    pieces: Id
    count: Annotated[int, Field(ge=1, le=2000)]
    sunk_percent: Annotated[float, Field(ge=0, le=100)] = 50.0

    def strews(self) -> tuple[tuple[str, int], ...]:
        """Those pressed in."""
        return ((self.pieces, self.count),)

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level rises by what goes under."""
        return mould.press(Pressed(self.pieces, self.count, self.sunk_percent), i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:  # noqa: ARG002
        """What lies under them is stretched to the new level."""
        if heights[1] > heights[0]:
            face.settle(heights)

    def words(self, around: Around) -> Words:
        """How deep."""
        title = f"Press in {self.count} × {around.pieces[self.pieces]}"
        return Words("press", title, f"Until {self.sunk_percent:g} % of each is under.")
