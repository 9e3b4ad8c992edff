"""Single calculations by name, for the command line: JSON in, JSON out, each with its schemas.

One registry; a calculator is a function from one input model to one output model, and the models are its schema.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import BaseModel, Field, ValidationError

from archtop.core.chemistry import Batter, Formula, batter_of, naoh_g_per_g
from archtop.core.cupboard import standard_cupboard
from archtop.core.cutting import CutPlan, Solid, cut_loaf
from archtop.core.document import Cuts, Loaf, Sizing
from archtop.core.errors import InputError, problems_from_validation
from archtop.core.figure import Figure, Frozen
from archtop.core.geometry import Inside, LoafMould, Outline, Prism, points_of
from archtop.core.plan import plan
from archtop.core.sizing import Pot

__all__ = ["CALCULATORS", "Calculator", "calculate", "list_calculators"]

Positive = Annotated[float, Field(gt=0, le=1e6)]


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


def lye(given: LyeInput) -> LyeOutput:
    """Sodium hydroxide and water for an amount of oils."""
    fats = standard_cupboard().fats
    batter = batter_of(given.formula, fats)
    grams = {part.role: part.per_g_oils * given.oils_g for part in batter.parts}
    shares = {share.fat: share.percent / 100 for share in given.formula.fats}
    full = naoh_g_per_g(shares, fats) * given.oils_g
    return LyeOutput(
        naoh_g=Figure.within(
            grams["lye"], "g", 0.02, "published",
            f"{full:.2f} g for all the oils, less {given.formula.lye_discount_percent:g} %, "
            f"at {given.formula.naoh_purity_percent:g} % purity",
            "stoichiometry; saponification values of the fats table",
        ),
        water_g=Figure.exact(
            grams["water"], "g", f"by {given.formula.water.by}: {given.formula.water.value:g}", "the formula"
        ),
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat_percent=batter.superfat_percent,
    )  # fmt: skip


class BatterInput(Frozen):
    """A formula."""

    formula: Formula


def batter(given: BatterInput) -> Batter:
    """What a formula's batter is made of, its density, and what a gram of oils makes."""
    return batter_of(given.formula, standard_cupboard().fats)


class MouldInput(Frozen):
    """A loaf mould and a level in it."""

    mould: LoafMould
    level_mm: Annotated[float, Field(ge=0, le=500)]


class MouldOutput(Frozen):
    """Volumes of the empty mould."""

    to_rim: Figure
    to_level: Figure
    rim_marks_mm: tuple[float, ...]


def mould(given: MouldInput) -> MouldOutput:
    """Volume of a loaf mould to its rim and to a level."""
    height = given.mould.height_mm
    if given.level_mm > height:
        raise InputError.one(
            "level.over_rim", "level_mm", given.level_mm, f"the rim stands at {height:g} mm", "Choose a lower level."
        )
    rim, level = (given.mould.volume_below(z) / 1000 for z in (height, given.level_mm))
    return MouldOutput(
        to_rim=Figure.exact(rim, "ml", f"inside to {height:g} mm"),
        to_level=Figure.exact(level, "ml", f"inside to {given.level_mm:g} mm"),
        rim_marks_mm=given.mould.rim_marks(),
    )


class PieceInput(Frozen):
    """A prism in the mould: outline, middle across and up [mm], turn [°], length [mm]."""

    outline: Outline
    across_mm: float = 0.0
    up_mm: float
    turn_deg: float = 0.0
    length_mm: Positive


class DisplacementInput(Frozen):
    """A mould with pieces in it, filled either to a level or with a volume of batter."""

    mould: LoafMould
    pieces: tuple[PieceInput, ...] = ()
    level_mm: float | None = None
    batter_ml: float | None = None


class DisplacementOutput(Frozen):
    """Level, batter and what the pieces push aside."""

    level_mm: float
    batter: Figure
    pushed_aside: Figure


def displacement(given: DisplacementInput) -> DisplacementOutput:
    """Batter for a level, or the level for some batter, around pieces."""
    if (given.level_mm is None) == (given.batter_ml is None):
        raise InputError.one(
            "displacement.choose", "level_mm", given.level_mm, "give either level_mm or batter_ml", "Leave one out."
        )
    inside = Inside(
        given.mould,
        [Prism(points_of(p.outline), p.across_mm, p.up_mm, p.turn_deg, 0.0, p.length_mm) for p in given.pieces],
    )
    level = given.level_mm if given.level_mm is not None else inside.level_for((given.batter_ml or 0.0) * 1000)
    return DisplacementOutput(
        level_mm=level,
        batter=Figure.exact(inside.batter_below(level) / 1000, "ml", f"inside to {level:.2f} mm around the pieces"),
        pushed_aside=Figure.exact(inside.immersed_below(level) / 1000, "ml", "pieces below the level"),
    )


class PotsInput(Frozen):
    """A loaf document, and how to size it if not as written there."""

    loaf: Loaf
    sizing: Sizing | None = None


class PotsOutput(Frozen):
    """Every pot of the loaf."""

    pots: tuple[Pot, ...]
    total_to_mix_g: float


def pots(given: PotsInput) -> PotsOutput:
    """What to weigh for every pot of a loaf."""
    loaf = given.loaf if given.sizing is None else given.loaf.model_copy(update={"sizing": given.sizing})
    result = plan(loaf, standard_cupboard())
    return PotsOutput(pots=result.pots, total_to_mix_g=result.total_to_mix_g)


class CutsInput(Frozen):
    """A plain loaf: mould, level [mm], batter density [g/ml] and how it is cut."""

    mould: LoafMould
    level_mm: Positive
    density_g_ml: Annotated[float, Field(ge=0.5, le=2)] = 1.0
    cuts: Cuts = Cuts()


def cuts(given: CutsInput) -> CutPlan:
    """Where the cuts of a plain loaf fall and what its bars weigh."""
    solid = Solid(level_mm=given.level_mm, density=given.density_g_ml, frosting_g=0.0, piece_density={})
    return cut_loaf(given.mould, given.cuts, {}, solid)


@dataclass(frozen=True)
class Calculator:
    """A named calculation with its models."""

    takes: type[BaseModel]
    gives: type[BaseModel]
    run: Callable[[Any], BaseModel]

    @property
    def summary(self) -> str:
        """The first line of its docstring."""
        return (self.run.__doc__ or "").strip().splitlines()[0]


CALCULATORS: Mapping[str, Calculator] = {
    "lye": Calculator(LyeInput, LyeOutput, lye),
    "batter": Calculator(BatterInput, Batter, batter),
    "mould": Calculator(MouldInput, MouldOutput, mould),
    "displacement": Calculator(DisplacementInput, DisplacementOutput, displacement),
    "pots": Calculator(PotsInput, PotsOutput, pots),
    "cuts": Calculator(CutsInput, CutPlan, cuts),
}


def list_calculators() -> list[dict[str, Any]]:
    """Name, summary, input and output schema of every calculator."""
    return [
        {
            "name": name,
            "summary": calculator.summary,
            "input": calculator.takes.model_json_schema(),
            "output": calculator.gives.model_json_schema(mode="serialization"),
        }
        for name, calculator in CALCULATORS.items()
    ]


def calculate(name: str, data: Any) -> BaseModel:
    """Run a calculator on plain data.

    :raises InputError: ``calculator.unknown``, or whatever the input's schema or the calculation refuses
    """
    if name not in CALCULATORS:
        raise InputError.one(
            "calculator.unknown", "calculator", name, f"must be one of {', '.join(CALCULATORS)}", "See calc --list."
        )
    calculator = CALCULATORS[name]
    try:
        given = calculator.takes.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error
    return calculator.run(given)
