"""A wire drawn through."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.document.ids import Name, Place
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words

__all__ = ["Hanger"]

_PATHS = {
    "up and down": "Down and up, {turns} times, from one side to the other.",
    "side to side": "From side to side, {turns} times, rising.",
    "loops": "In {turns} loops from one side to the other.",
    "drawn": "Along the path as drawn.",
}


class Hanger(NamedStep):
    """A wire as long as the loaf drawn through what has been poured; it leaves no level changed.

    ``shape``: the path in the section, so many ``turns`` of it, or ``drawn``: through the points of ``path`` (across
    from the centre line, up from the floor [mm]). ``wire_mm``: how thick the wire is.
    """

    label = "Draw a wire"
    help = "A wire as long as the loaf drawn through what has been poured."

    do: Literal["hanger"] = "hanger"
    name: Name = "Hanger"
    shape: Literal["up and down", "side to side", "loops", "drawn"] = "up and down"
    turns: Annotated[int, Field(ge=1, le=20)] = 4
    path: Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)] = ()
    wire_mm: Annotated[float, Field(ge=0.5, le=20)] = 3.0

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level stays."""
        return mould.leave(self.name, self.do, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """Its path as strokes."""
        face.draw(self, i, heights[1])

    def words(self, around: Around) -> Words:  # noqa: ARG002
        """Its path."""
        detail = f"{_PATHS[self.shape].format(turns=self.turns)} Let it down level, and lift it out at "
        detail += "the end of its path without stopping."
        return Words("draw", f"Draw the wire: {self.name}", detail, ())
