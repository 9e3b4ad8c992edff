"""A line of powder."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.document.ids import Id, Name
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words

__all__ = ["Dust"]


# Dry powder weighs this much: a stated guess.
_POWDER_G_ML = 0.35


class Dust(NamedStep):
    """A thin line of dry powder sieved over the level before the next pour, in a colour [g]."""

    label = "Dust a line"
    help = "A thin line of dry powder sieved over the level before the next pour."

    do: Literal["dust"] = "dust"
    name: Name = "Line"
    colour: Id
    amount_g: Annotated[float, Field(gt=0, le=200)] = 1.5

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level stays."""
        return mould.leave(self.name, self.do, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """A line where it fell."""
        face.sieve(i, self.colour, self.amount_g / _POWDER_G_ML * 1000, heights[1])

    def words(self, around: Around) -> Words:
        """Through a sieve, thin."""
        detail = f"{around.colours[self.colour]}, through a fine sieve from low down, so thin that batter shows "
        detail += "through: a thick line splits the bar. Wipe the walls."
        return Words("dust", f"Dust {self.name}", detail, (), self.amount_g)
