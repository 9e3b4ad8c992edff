"""A stick drawn through from above."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import counted
from archtop.core.document.ids import Name
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words
from archtop.core.trade.techniques.drawn_lines import OnMould

__all__ = ["Stick"]


class Stick(NamedStep):
    """A stick let down into what has been poured and drawn through it; it leaves no level changed.

    ``deep_mm``: how far down it reaches; ``wide_mm``: how thick it is. ``strokes``: through points along the loaf from
    the front (0-1) and across it from the left (−1 to 1), by half its width, one after the other.
    """

    label = "Draw a stick"
    help = "A chopstick or skewer let down from above and drawn through what has been poured, along lines you draw."

    do: Literal["stick"] = "stick"
    name: Name = "Stick"
    deep_mm: Annotated[float, Field(gt=0, le=300)] = 15.0
    wide_mm: Annotated[float, Field(ge=1, le=30)] = 5.0
    strokes: Annotated[
        tuple[Annotated[tuple[OnMould, ...], Field(min_length=2, max_length=60)], ...],
        Field(max_length=40),
    ] = ()

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level stays."""
        return mould.leave(self.name, self.do, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """Batter beside its way is dragged along, as deep as it reaches."""
        if self.strokes:
            face.stir(i, self.strokes, (self.deep_mm, self.wide_mm), heights[1])

    def words(self, around: Around) -> Words:  # noqa: ARG002
        """How deep, how many strokes, where the first begins."""
        detail = f"{self.wide_mm:g} mm thick, {self.deep_mm:g} mm deep, {counted(len(self.strokes), 'stroke')} as drawn"
        detail += f"{_begins(self.strokes)}. Let it down before each, lift it out after it, and wipe it."
        return Words("draw", f"Draw the stick: {self.name}", detail, ())


def _begins(strokes: Sequence[Sequence[OnMould]]) -> str:
    """Where the first stroke begins and ends."""
    if not strokes:
        return ""
    first, last = strokes[0][0], strokes[0][-1]
    return f": the first from {_place(first)} to {_place(last)}"


def _place(at: OnMould) -> str:
    along, across = at
    end = "the front" if along < 0.25 else "the back" if along > 0.75 else "halfway along"
    side = "at the left wall" if across < -0.6 else "at the right wall" if across > 0.6 else "in the middle"
    return f"{end}, {side}"
