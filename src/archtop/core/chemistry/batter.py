"""Fresh batter: what one gram of it is made of, and its density."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from archtop.core.chemistry.additives import (
    Additive,
    Stage,
    additive_named,
    grams_per_g_oils,
    stage_of,
    standard_additives,
)
from archtop.core.chemistry.fats import Fat
from archtop.core.chemistry.formula import Formula
from archtop.core.chemistry.lye import fat_named, lye_density_g_ml, naoh_g_per_g
from archtop.core.errors import InputError
from archtop.core.figure import Figure, Frozen

__all__ = ["Batter", "BatterPart", "Role", "batter_of"]

Role = Literal["oil", "water", "lye", "late fat", "additive"]


class BatterPart(Frozen):
    """One thing to weigh: ``share`` is its mass fraction of the finished batter; ``stage`` where an additive goes."""

    key: str
    name: str
    inci: str
    role: Role
    share: float
    per_g_oils: float
    stage: Stage | None = None


class Batter(Frozen):
    """``parts`` sum to one gram of batter; ``g_per_g_oils`` is what a gram of oils makes."""

    parts: tuple[BatterPart, ...]
    g_per_g_oils: float
    density: Figure
    lye_concentration_percent: float
    superfat_percent: float
    lye_taken_per_g_oils: float

    @property
    def ml_per_g_oils(self) -> float:
        """Volume [ml] of the batter that a gram of oils makes."""
        return self.g_per_g_oils / self.density.value


class _Dosed(Frozen):
    """An additive with its grams for a gram of oils."""

    additive: Additive
    grams: float
    stage: Stage


def _water_per_g_oils(formula: Formula, naoh_per_g_oils: float) -> float:
    water = formula.water
    if water.by == "concentration":
        return naoh_per_g_oils * (100 / water.value - 1)
    if water.by == "ratio":
        return naoh_per_g_oils * water.value
    return water.value / 100


def _dosed(formula: Formula, additives: Mapping[str, Additive], water: float) -> list[_Dosed]:
    found = []
    for dose in formula.additives:
        additive = additive_named(dose.additive, additives)
        grams = grams_per_g_oils(dose, additive, water)
        found.append(_Dosed(additive=additive, grams=grams, stage=stage_of(dose, additive)))
    return found


def batter_of(formula: Formula, fats: Mapping[str, Fat], additives: Mapping[str, Additive] | None = None) -> Batter:
    """Composition and density of the batter that ``formula`` makes.

    Density by ideal mixing: the parts' volumes add. Contraction on reaction, air and temperature are left out, so
    the figure carries ±2.5 %. Water that comes with an additive is taken off the formula's own; lye that one uses
    up is added.

    :raises InputError: ``fat.unknown``, ``additive.unknown``, ``additive.stage``, ``additive.unit``;
        ``water.undissolved`` when the lye would not dissolve; ``water.replaced`` when additives bring more water
        than the formula has; ``lye.none`` when nothing in the pot saponifies
    """
    shares = formula.shares
    purity = formula.naoh_purity_percent / 100
    for_oils = naoh_g_per_g(shares, fats, formula.lye_discount_percent / 100)
    if for_oils <= 0:
        raise InputError.one("lye.none", formula.name, 0, "needs lye", "Check fats and lye discount.")
    water = _water_per_g_oils(formula, for_oils / purity)
    dosed = _dosed(formula, additives if additives is not None else standard_additives(), water)
    taken = sum(item.grams * item.additive.lye_taken for item in dosed)
    naoh = (for_oils + taken) / purity
    concentration = naoh / (naoh + water)
    if concentration > 0.5:
        raise InputError.one(
            "water.undissolved",
            f"{formula.name}: water",
            f"{water / naoh:.2f} g per g of lye",
            "must be at least 1 g per g of lye to dissolve it",
            "Use more water.",
        )
    brought = sum(item.grams * item.additive.water_share for item in dosed)
    if brought > water + 1e-9:
        raise InputError.one(
            "water.replaced", f"{formula.name}: additives", f"{brought:.3f} g of water per g of oils",
            f"the formula has {water:.3f} g", "Use less of what is mostly water, or more water.",
        )  # fmt: skip
    amounts = [
        *(_Amount(key, fat_named(key, fats), "oil", share) for key, share in shares.items()),
        *_late(formula, fats),
    ]
    solution_ml = (naoh + water) / lye_density_g_ml(concentration)
    solids_ml = sum(item.grams * (1 - item.additive.water_share) / item.additive.true for item in dosed)
    volume = sum(a.grams / a.fat.density_g_ml for a in amounts) + solution_ml + solids_ml
    naoh_name = f"Sodium hydroxide, {formula.naoh_purity_percent:g} %"
    lines: list[tuple[str, str, str, Role, float, Stage | None]] = [
        *((a.key, a.name, a.fat.inci, a.role, a.grams, None) for a in amounts if a.role == "oil"),
        ("water", "Water, distilled", "Aqua", "water", max(0.0, water - brought), None),
        ("naoh", naoh_name, "Sodium Hydroxide", "lye", naoh, None),
        *((d.additive.key, d.additive.name, d.additive.inci, "additive", d.grams, d.stage) for d in dosed),
        *((a.key, a.name, a.fat.inci, a.role, a.grams, None) for a in amounts if a.role == "late fat"),
    ]  # fmt: skip
    mass = sum(grams for *_, grams, _ in lines)
    return Batter(
        parts=tuple(
            BatterPart(key=key, name=name, inci=inci, role=role, share=grams / mass, per_g_oils=grams, stage=stage)
            for key, name, inci, role, grams, stage in lines
        ),
        g_per_g_oils=mass,
        density=Figure.within(
            mass / volume, "g/ml", 0.025, "estimate",
            f"{mass:.3f} g of batter per g of oils take {volume:.3f} ml: the parts' volumes added",
            "ideal mixing; oils from the fats table, lye solution from CRC/Perry densities at 20 °C",
        ),
        lye_concentration_percent=concentration * 100,
        superfat_percent=formula.lye_discount_percent
        + (formula.late_fat.percent_of_oils if formula.late_fat else 0.0),
        lye_taken_per_g_oils=taken,
    )  # fmt: skip


class _Amount:
    """A fat in the pot."""

    def __init__(self, key: str, fat: Fat, role: Role, grams: float) -> None:
        self.key, self.fat, self.role, self.grams = key, fat, role, grams
        self.name = fat.name if role == "oil" else f"{fat.name}, after trace"


def _late(formula: Formula, fats: Mapping[str, Fat]) -> list[_Amount]:
    late = formula.late_fat
    return [_Amount(late.fat, fat_named(late.fat, fats), "late fat", late.percent_of_oils / 100)] if late else []
