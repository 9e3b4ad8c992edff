"""Calculators of what is weighed: lye and its heat, batter, scent, label."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from archtop.core.base import Figure, Frozen
from archtop.core.calculators.registry import Positive, calculator
from archtop.core.chemistry import (
    Batter,
    Formula,
    Scent,
    ScentBlend,
    ScentDose,
    batter_of,
    cooling_minutes,
    lye_peak,
    naoh_g_per_g,
    scent_load,
)
from archtop.core.document import standard_cupboard
from archtop.core.pots import Label, label_of

__all__ = [
    "BatterInput",
    "LabelInput",
    "LyeHeatInput",
    "LyeHeatOutput",
    "LyeInput",
    "LyeOutput",
    "ScentLimitInput",
    "ScentLimitOutput",
]


class LyeInput(Frozen):
    """A formula and the grams of oils to saponify."""

    formula: Formula
    oils_g: Positive


class LyeOutput(Frozen):
    """Grams to weigh."""

    naoh_g: Figure
    water_g: Figure
    lye_concentration_percent: float
    superfat_percent: float


@calculator("lye")
def lye(given: LyeInput) -> LyeOutput:
    """Sodium hydroxide and water for an amount of oils."""
    fats = standard_cupboard().fats
    batter = batter_of(given.formula, fats)
    grams = {part.role: part.per_g_oils * given.oils_g for part in batter.parts}
    full = naoh_g_per_g(given.formula.shares, fats) * given.oils_g
    return LyeOutput(
        naoh_g=Figure.within(
            grams["lye"],
            "g",
            0.02,
            "published",
            how=f"{full:.2f} g for all the oils, less {given.formula.lye_discount_percent:g} %, "
            f"at {given.formula.naoh_purity_percent:g} % purity",
            source="stoichiometry; saponification values of the fats table",
        ),
        water_g=Figure.exact(
            grams["water"], "g", f"by {given.formula.water.by}: {given.formula.water.value:g}", "the formula"
        ),
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat_percent=batter.superfat_percent,
    )


class BatterInput(Frozen):
    """A formula."""

    formula: Formula


@calculator("batter")
def batter(given: BatterInput) -> Batter:
    """What a formula's batter is made of, its density, and what a gram of oils makes."""
    return batter_of(given.formula, standard_cupboard().fats)


class LyeHeatInput(Frozen):
    """Sodium hydroxide and water [g], temperatures [°C]: of the water, of the room, and the one to cool to."""

    naoh_g: Positive
    water_g: Positive
    start_c: Annotated[float, Field(ge=0, le=60)] = 20.0
    room_c: Annotated[float, Field(ge=-5, le=45)] = 21.0
    to_c: Annotated[float, Field(gt=0, le=100)] = 38.0


class LyeHeatOutput(Frozen):
    """How hot the lye gets, and how long it then cools."""

    peak: Figure
    cooling: Figure


@calculator("lye-heat")
def lye_heat(given: LyeHeatInput) -> LyeHeatOutput:
    """How hot lye gets when it dissolves, and minutes until it has cooled."""
    peak = lye_peak(given.naoh_g, given.water_g, given.start_c)
    return LyeHeatOutput(
        peak=peak, cooling=cooling_minutes(given.naoh_g, given.water_g, peak.value, given.to_c, given.room_c)
    )


class ScentLimitInput(Frozen):
    """A formula, a blend with its bottles, and a dose as percent of the oils."""

    formula: Formula
    blend: ScentBlend
    scents: Annotated[tuple[Scent, ...], Field(min_length=1, max_length=60)]
    percent_of_oils: Annotated[float, Field(gt=0, le=15)]


class ScentLimitOutput(Frozen):
    """The rate in the batter, once dry, and the limit; vanillin in the batter [%]."""

    in_fresh: Figure
    in_dry_percent: float
    max_percent: float | None
    vanillin_percent: float


@calculator("scent-limit")
def scent_limit(given: ScentLimitInput) -> ScentLimitOutput:
    """What a dose of scent comes to in the batter, against the suppliers' limits."""
    cupboard = standard_cupboard()
    made = batter_of(given.formula, cupboard.fats, cupboard.additives)
    water = sum(part.per_g_oils for part in made.parts if part.role == "water")
    dose = ScentDose(blend=given.blend.id, percent_of_oils=given.percent_of_oils)
    scents = {scent.key: scent for scent in given.scents}
    load = scent_load(
        dose,
        given.blend,
        scents,
        given.formula.name,
        fresh_g_per_g_oils=made.g_per_g_oils,
        water_g_per_g_oils=water,
    )
    return ScentLimitOutput(**load.model_dump(exclude={"grams", "ml"}))


class LabelInput(Frozen):
    """What went into a pot [g]: fats by key, pure sodium hydroxide, water, the rest by INCI name."""

    oils_g: Annotated[dict[str, Positive], Field(min_length=1, max_length=60)]
    naoh_g: Positive
    water_g: Annotated[float, Field(ge=0, le=1e6)]
    others_g: dict[str, Positive] = {}


@calculator("label")
def label(given: LabelInput) -> Label:
    """The ingredient label as a draft: INCI names by weight, lye reacted."""
    return label_of(given.oils_g, given.naoh_g, given.water_g, given.others_g, standard_cupboard().fats)
