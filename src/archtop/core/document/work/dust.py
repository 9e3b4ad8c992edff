"""A line of powder, dry or in oil."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.document.ids import Id, Name
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words

__all__ = ["Dust"]


# Dry powder weighs this much: a stated guess. In oil it takes no more room than its grains (mica 2.8), and oil 0.92.
_POWDER_G_ML, _GRAINS_G_ML, _OIL_G_ML = 0.35, 2.8, 0.92


class Dust(NamedStep):
    """A thin line over the level before the next pour, in a colour: powder [g], sieved on dry or stirred into oil [g]
    and drizzled.
    """

    label = "A thin line"
    help = "A thin line over the level before the next pour: powder sieved on dry, or stirred into oil and drizzled."

    do: Literal["dust"] = "dust"
    name: Name = "Line"
    colour: Id
    amount_g: Annotated[float, Field(gt=0, le=200)] = 1.5
    oil_g: Annotated[float, Field(gt=0, le=200)] | None = None

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level stays."""
        return mould.leave(self.name, self.do, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """A line where it fell; in oil the next pour carries it away."""
        if self.oil_g is None:
            face.line(i, self.colour, self.amount_g / _POWDER_G_ML * 1000, heights[1])
        else:
            volume_ml = self.amount_g / _GRAINS_G_ML + self.oil_g / _OIL_G_ML
            face.line(i, self.colour, volume_ml * 1000, heights[1], slips=True)

    def words(self, around: Around) -> Words:
        """Through a sieve, thin, or off a spoon."""
        if self.oil_g is not None:
            detail = f"{around.colours[self.colour]}, its powder stirred into the oil, off a spoon's edge in thin "
            detail += "lines all over the level, not onto the walls. The next pour carries it: fluid batter takes it "
            detail += "down, thick batter pushes it up and smears it. So much oil that it pools splits the bar."
            return Words("dust", f"Drizzle {self.name}", detail, (), self.amount_g)
        detail = f"{around.colours[self.colour]}, through a fine sieve from low down, so thin that batter shows "
        detail += "through: a thick line splits the bar. Wipe the walls."
        return Words("dust", f"Dust {self.name}", detail, (), self.amount_g)
