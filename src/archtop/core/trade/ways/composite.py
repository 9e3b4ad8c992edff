"""A figure cast first, then surrounded in a cavity."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import InputError
from archtop.core.geometry import CavityMould
from archtop.core.trade.ways.way import AlsoTakes, Made, WaitOf, Way, whole

__all__ = ["CompositeMake"]


class CompositeMake(Way):
    """A figure of ``figure_ml`` cast first, then surrounded in a cavity; the surround has the pieces' colour."""

    label = "Figures in a surround"
    help = "A figure cast first and firm, then surrounded in a hollow in another colour."
    pot = "cavity"
    waits = {
        "silicone": WaitOf(96, 384, "The figure first, until it is firm; then as long again for what surrounds it."),
        "stiff": WaitOf(192, 480, "A stiff cavity needs longer; the figure first, then what surrounds it."),
    }

    fresh = {"mould": {"cavity_ml": 20, "cavities": 6}, "figure_ml": 6}
    colour_fields = ("figure_colour",)

    kind: Literal["composite"] = "composite"
    mould: CavityMould
    figure_ml: Annotated[float, Field(ge=0.001, le=5000)]
    figure_colour: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]

    @model_validator(mode="after")
    def _figure_fits(self) -> CompositeMake:
        if self.figure_ml >= self.mould.cavity_ml:
            raise InputError.one(
                "composite.figure",
                "figure_ml",
                self.figure_ml,
                f"the hollow holds {self.mould.cavity_ml:g} ml",
                "Use a smaller figure or a larger hollow.",
            )
        return self

    @property
    def hollows(self) -> int:
        """Those of the mould."""
        return self.mould.cavities

    def made(self, count: int) -> Made:
        """Figures first, then what surrounds them in the hollows."""
        fillings = self.mould.fillings(count)
        found = whole(
            self.mould.cavity_ml, count, fillings, f"{self.figure_ml:g} ml of each is its figure, cast before"
        )
        around = (self.mould.cavity_ml - self.figure_ml) * count
        also = AlsoTakes(name="figures", colour=self.figure_colour, takes_ml=self.figure_ml * count)
        return found.model_copy(update={"takes_ml": around, "also": also})

    def colours(self, own: str) -> tuple[str, ...]:
        """The surround's and the figure's."""
        return (own, self.figure_colour)

    def references(self) -> tuple[tuple[str, str], ...]:
        """The figure's colour."""
        return (("figure_colour", self.figure_colour),)
