"""A soap formula: which fats, how much lye, how much water, what else, and how it is worked.

Everything is relative to the oils, so that one formula serves every pot.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.chemistry.additives import AdditiveDose
from archtop.core.chemistry.schools import SchoolName

__all__ = ["AssessedList", "FatShare", "Formula", "LateFat", "Water"]

Percent = Annotated[float, Field(ge=0, le=100)]
InciNames = Annotated[tuple[Annotated[str, Field(min_length=1, max_length=160)], ...], Field(max_length=120)]


class FatShare(Frozen):
    """A fat: its percent of the oils in the pot, or its grams in the formula as it was written down."""

    fat: str
    percent: Annotated[float, Field(gt=0, le=100)] | None = None
    grams: Annotated[float, Field(gt=0, le=1e6)] | None = None

    @model_validator(mode="after")
    def _says_how_much(self) -> FatShare:
        if (self.percent is None) == (self.grams is None):
            raise InputError.one(
                "fat.amount",
                self.fat,
                "nothing" if self.percent is None else "both",
                "needs either percent or grams",
                "Give one of them.",
            )
        return self


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


class AssessedList(Frozen):
    """What a qualified assessor has passed: nothing outside ``inci`` may go in, and all of ``promised`` must."""

    reference: Annotated[str, Field(min_length=1, max_length=120)]
    inci: InciNames = ()
    promised: InciNames = ()


class Formula(Frozen):
    """Fats (percents summing to 100, or grams), lye discount, purity, water, a late superfat, additives, a school.

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
    additives: Annotated[tuple[AdditiveDose, ...], Field(max_length=40)] = ()
    school: SchoolName = "matched warm"
    assessed: AssessedList | None = None

    @model_validator(mode="after")
    def _adds_up(self) -> Formula:
        by_percent = [share.percent for share in self.fats if share.percent is not None]
        if by_percent and len(by_percent) < len(self.fats):
            raise InputError.one(
                "formula.mixed",
                f"{self.name}: fats",
                "percent and grams",
                "must all be given the same way",
                "Give all in percent, or all in grams.",
            )
        total = sum(by_percent)
        if by_percent and abs(total - 100) > 0.05:
            raise InputError.one(
                "formula.sum",
                f"{self.name}: fats",
                f"{total:g} %",
                "the fats' percentages must add up to 100",
                f"{'Take away' if total > 100 else 'Add'} {abs(100 - total):g} %.",
            )
        return self

    @property
    def shares(self) -> dict[str, float]:
        """Mass fraction of each fat, by key; sums to one."""
        total = sum(share.percent or share.grams or 0.0 for share in self.fats)
        shares: dict[str, float] = {}
        for share in self.fats:
            shares[share.fat] = shares.get(share.fat, 0.0) + (share.percent or share.grams or 0.0) / total
        return shares
