"""A line of powder."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Kind
from archtop.core.document.ids import Id, Name
from archtop.core.document.work.words import Around, Words

__all__ = ["Dust"]


class Dust(Kind):
    """A thin line of dry powder sieved over the level before the next pour, in a colour [g]."""

    label = "Dust a line"
    help = "A thin line of dry powder sieved over the level before the next pour."

    do: Literal["dust"] = "dust"
    id: Id
    name: Name = "Line"
    colour: Id
    amount_g: Annotated[float, Field(gt=0, le=200)] = 1.5

    def words(self, around: Around) -> Words:
        """Through a sieve, thin."""
        detail = f"{around.colours[self.colour]}, through a fine sieve from low down, so thin that batter shows "
        detail += "through: a thick line splits the bar. Wipe the walls."
        return Words("dust", f"Dust {self.name}", detail, (), self.amount_g)
