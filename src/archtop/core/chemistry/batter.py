"""Fresh batter: what one gram of it is made of, and its density."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from archtop.core.chemistry.fats import Fat
from archtop.core.chemistry.formula import Formula
from archtop.core.chemistry.lye import fat_named, lye_density_g_ml, naoh_g_per_g
from archtop.core.errors import InputError
from archtop.core.figure import Figure, Frozen

__all__ = ["Batter", "BatterPart", "batter_of"]

Role = Literal["oil", "water", "lye", "late fat"]


class BatterPart(Frozen):
    """One thing to weigh: ``share`` is its mass fraction of the finished batter."""

    key: str
    name: str
    role: Role
    share: float
    per_g_oils: float


class Batter(Frozen):
    """``parts`` sum to one gram of batter; ``g_per_g_oils`` is what a gram of oils makes."""

    parts: tuple[BatterPart, ...]
    g_per_g_oils: float
    density: Figure
    lye_concentration_percent: float
    superfat_percent: float


def _water_per_g_naoh(formula: Formula, naoh_per_g_oils: float) -> float:
    water = formula.water
    if water.by == "concentration":
        return 100 / water.value - 1
    if water.by == "ratio":
        return water.value
    return water.value / 100 / naoh_per_g_oils


def batter_of(formula: Formula, fats: Mapping[str, Fat]) -> Batter:
    """Composition and density of the batter that ``formula`` makes.

    Density by ideal mixing: the parts' volumes add. Contraction on reaction, air and temperature are left out, so
    the figure carries ±2.5 %.

    :raises InputError: ``fat.unknown``; ``water.undissolved`` when the lye would not dissolve; ``lye.none`` when
        nothing in the pot saponifies
    """
    shares = {share.fat: 0.0 for share in formula.fats}
    for share in formula.fats:
        shares[share.fat] += share.percent / 100
    pure = naoh_g_per_g(shares, fats, formula.lye_discount_percent / 100)
    naoh = pure / (formula.naoh_purity_percent / 100)
    if naoh <= 0:
        raise InputError.one("lye.none", formula.name, 0, "needs lye", "Check fats and lye discount.")
    water = naoh * _water_per_g_naoh(formula, naoh)
    concentration = naoh / (naoh + water)
    if concentration > 0.5:
        raise InputError.one(
            "water.undissolved",
            f"{formula.name}: water",
            f"{water / naoh:.2f} g per g of lye",
            "must be at least 1 g per g of lye to dissolve it",
            "Use more water.",
        )
    late = formula.late_fat
    amounts: list[tuple[str, str, Role, float, float]] = [
        (key, fat_named(key, fats).name, "oil", share, share / fats[key].density_g_ml) for key, share in shares.items()
    ]
    solution_ml = (naoh + water) / lye_density_g_ml(concentration)
    amounts.append(("water", "Water, distilled", "water", water, solution_ml))
    amounts.append(("naoh", f"Sodium hydroxide, {formula.naoh_purity_percent:g} %", "lye", naoh, 0.0))
    if late:
        fat = fat_named(late.fat, fats)
        grams = late.percent_of_oils / 100
        amounts.append((fat.key, f"{fat.name}, after trace", "late fat", grams, grams / fat.density_g_ml))
    mass = sum(grams for *_, grams, _ in amounts)
    volume = sum(ml for *_, ml in amounts)
    return Batter(
        parts=tuple(
            BatterPart(key=key, name=name, role=role, share=grams / mass, per_g_oils=grams)
            for key, name, role, grams, _ in amounts
        ),
        g_per_g_oils=mass,
        density=Figure.within(
            mass / volume, "g/ml", 0.025, "estimate",
            f"{mass:.3f} g of batter per g of oils take {volume:.3f} ml: the parts' volumes added",
            "ideal mixing; oils from the fats table, lye solution from CRC/Perry densities at 20 °C",
        ),
        lye_concentration_percent=concentration * 100,
        superfat_percent=formula.lye_discount_percent + (late.percent_of_oils if late else 0.0),
    )  # fmt: skip
