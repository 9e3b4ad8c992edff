"""A wire drawn through."""

from __future__ import annotations

from typing import Literal

from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.wire import Wire
from archtop.core.document.work.words import Around, Words

__all__ = ["Hanger"]

_PATHS = {
    "up and down": "Down and up, {turns} times, from one side to the other.",
    "side to side": "From side to side, {turns} times, rising.",
    "loops": "In {turns} loops from one side to the other.",
    "drawn": "Along the path as drawn.",
}


class Hanger(Wire):
    """A wire as long as the loaf drawn through what has been poured; it leaves no level changed."""

    label = "Draw a wire"
    help = "A wire as long as the loaf drawn through what has been poured."

    do: Literal["hanger"] = "hanger"

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
