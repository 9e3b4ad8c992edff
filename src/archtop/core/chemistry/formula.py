"""A soap formula: which fats, how much lye, how much water.

Everything is relative to the oils, so that one formula serves every pot.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.errors import InputError
from archtop.core.figure import Frozen

__all__ = ["FatShare", "Formula", "LateFat", "Water"]

Percent = Annotated[float, Field(ge=0, le=100)]


class FatShare(Frozen):
    """A fat and its percent of the oils in the pot."""

    fat: str
    percent: Annotated[float, Field(gt=0, le=100)]


class LateFat(Frozen):
    """A fat stirred in after trace as the superfat: outside the lye sum, counted on top of the oils."""

    fat: str
    percent_of_oils: Annotated[float, Field(gt=0, le=20)]


class Water(Frozen):
    """How the water is given.

    ``concentration``: percent of NaOH in the lye solution; ``ratio``: grams of water to one of NaOH;
    ``share of oils``: percent of the oils' weight.
    """

    by: Literal["concentration", "ratio", "share of oils"] = "concentration"
    value: Annotated[float, Field(gt=0)] = 33.0

    # NaOH dissolves to about 52 % by mass at 20 °C (CRC, solubility 109 g in 100 g of water): below one part water
    # to one of lye it will not all dissolve, and a studio has no business near that limit.
    @model_validator(mode="after")
    def _dissolves(self) -> Water:
        limits = {"concentration": (10.0, 50.0), "ratio": (1.0, 9.0), "share of oils": (5.0, 120.0)}
        low, high = limits[self.by]
        if not low <= self.value <= high:
            raise InputError.one(
                "water.range",
                "water.value",
                self.value,
                f"by {self.by} must lie between {low:g} and {high:g}: lye needs at least its own weight of water "
                "to dissolve (CRC Handbook: 109 g NaOH in 100 g water at 20 °C)",
                "Usual is 30-36 % concentration, or about 2 parts water to 1 of lye.",
            )
        return self


class Formula(Frozen):
    """Fats in percent of the oils (summing to 100), lye discount, purity, water, and a late superfat.

    ``lye_discount_percent`` stands inside the lye sum; ``late_fat`` stands outside it. They add, they never count
    twice.
    """

    id: Annotated[str, Field(min_length=1, max_length=40)]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    fats: Annotated[tuple[FatShare, ...], Field(min_length=1, max_length=60)]
    lye_discount_percent: Annotated[float, Field(ge=0, le=30)] = 5.0
    naoh_purity_percent: Annotated[float, Field(ge=50, le=100)] = 100.0
    water: Water = Water()
    late_fat: LateFat | None = None

    @model_validator(mode="after")
    def _sums_to_hundred(self) -> Formula:
        total = sum(share.percent for share in self.fats)
        if abs(total - 100) > 0.05:
            raise InputError.one(
                "formula.sum",
                f"{self.name}: fats",
                f"{total:g} %",
                "the fats' percentages must add up to 100",
                f"{'Take away' if total > 100 else 'Add'} {abs(total - 100):g} %.",
            )
        return self
