"""A pour: batter in one colour or several, up to a level."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from archtop.core.document.work.batter_pour import BatterPour
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.words import Around, Words

__all__ = ["Pour"]

# From higher than this a stream is no longer laid over a spatula.
_LOW_MM = 20.0


class Pour(BatterPour):
    """Batter poured until its level stands at a height; its fields are those of :class:`BatterPour`."""

    label = "Pour"
    help = "Batter poured until its level stands at a height, in one colour or several."

    do: Literal["pour"] = "pour"

    def fills(self, mould: Filling, i: int) -> Filled:
        """Batter up to its level."""
        return mould.pour(self, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """New batter, as its technique brings it."""
        face.pour(self, i, heights)

    def words(self, around: Around) -> Words:
        """Its colours with their shares, from how high, and how they go in."""
        colours = {share.colour: around.colours[share.colour] for share in self.colours}
        names = list(colours.values())
        if len(names) > 1:
            names = [f"{name} {share.percent:g} %" for name, share in zip(names, self.colours, strict=True)]
        fall = "low over a spatula" if self.fall_mm < _LOW_MM else f"from {self.fall_mm:g} mm up"
        told = [f"{', '.join(names)}, {fall}.", self.goes_in.says(self.fall_mm, colours), self._stirred_in(around)]
        if self.shaped:
            told.append(_shaping(self.shaped))
        elif self.goes_in.lies_flat():
            told.append("Tap the mould, so that it lies level and lets its air go.")
        words = " ".join(word if word.endswith(".") else f"{word}." for word in told if word)
        return Words("pour", f"Pour “{self.name}”", around.waits.get(self.id, "") + words, ("batter", "level"))

    def _stirred_in(self, around: Around) -> str:
        """What is in it besides batter, and how it goes in."""
        pieces = [f"{item.count} {around.pieces[item.pieces]}" for item in self.pieces]
        shreds = [f"{round(item.grams, 0 if item.grams >= 10 else 1):g} g of {item.name}" for item in self.shreds]
        if not pieces and not shreds:
            return ""
        said = f"With {' and '.join([*shreds, *pieces])}: stir in by thirds, scrape the bottom"
        return said + ("; tap it when it is half full." if shreds else ".")


def _shaping(points: Sequence[tuple[float, float]]) -> str:
    """How the spoon leaves the top: where it stands highest and lowest."""
    (high_at, high), (low_at, low) = max(points, key=lambda at: at[1]), min(points, key=lambda at: at[1])
    return (
        f"Shape its top from end to end with the back of a spoon: highest {_place(high_at)}, lowest {_place(low_at)}, "
        f"{high - low:.0f} mm between them."
    )


def _place(across: float) -> str:
    if abs(across) < 0.2:
        return "in the middle"
    side = "left" if across < 0 else "right"
    return f"at the {side} wall" if abs(across) > 0.8 else f"halfway to the {side} wall"
