"""Fresh batter: what one gram of it is made of, and its density."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from archtop.core.base import Figure, Frozen, InputError, Rate
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

__all__ = ["Batter", "BatterPart", "Role", "batter_of"]

Role = Literal["oil", "water", "lye", "late fat", "additive", "colourant", "carrier oil", "carrier water", "scent"]


class BatterPart(Frozen):
    """One thing to weigh: ``share`` is its mass fraction of the finished batter; ``stage`` where an additive goes.

    ``wetted``: how many times as much it is with what wets it; ``powder``: fine enough to be breathed.
    """

    key: str
    name: str
    inci: str
    role: Role
    share: float
    per_g_oils: float
    stage: Stage | None = None
    wetted: int = 1
    powder: bool = False


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

    def with_parts(self, more: Sequence[BatterPart], ml: float) -> Batter:
        """The same with things stirred into the whole pot, whose volumes add; oil that wets them is left free.

        :param more: by a gram of oils; their shares are reckoned here
        :param ml: what they fill, by a gram of oils [ml]
        """
        mass = self.g_per_g_oils + sum(part.per_g_oils for part in more)
        heavier = mass / (self.ml_per_g_oils + ml) / self.density.value
        free = 100 * sum(part.per_g_oils for part in more if part.role == "carrier oil")
        return self.model_copy(
            update={
                "parts": tuple(
                    part.model_copy(update={"share": part.per_g_oils / mass}) for part in (*self.parts, *more)
                ),
                "g_per_g_oils": mass,
                "density": self.density.times(heavier),
                "superfat_percent": self.superfat_percent + free,
            }
        )

    def weighing(self, own: Rate | None) -> Batter:
        """The same, as heavy as this studio's bars have shown; ``None``: nothing was learned."""
        return self.model_copy(update={"density": own.on(self.density)}) if own else self


@dataclass(frozen=True)
class _Line:
    """One thing in the pot: grams and ml for a gram of oils. Water and lye fill their volume together."""

    key: str
    name: str
    inci: str
    role: Role
    grams: float
    ml: float = 0.0
    stage: Stage | None = None
    powder: bool = False


@dataclass(frozen=True)
class _Dosed:
    """An additive with its grams for a gram of oils."""

    additive: Additive
    grams: float
    stage: Stage

    @property
    def water(self) -> float:
        return self.grams * self.additive.water_share

    def line(self) -> _Line:
        solids_ml = (self.grams - self.water) / self.additive.true
        return _Line(
            self.additive.key,
            self.additive.name,
            self.additive.inci,
            "additive",
            self.grams,
            solids_ml,
            self.stage,
            self.additive.powder,
        )


def _water_per_g_oils(formula: Formula, naoh_per_g_oils: float) -> float:
    water = formula.water
    if water.by == "concentration":
        return naoh_per_g_oils * (100 / water.value - 1)
    if water.by == "ratio":
        return naoh_per_g_oils * water.value
    return water.value / 100


def _dosed(formula: Formula, additives: Mapping[str, Additive], water: float) -> list[_Dosed]:
    """What goes into the pot before it is split; what goes in at the very last goes into its bowls."""
    found = []
    for dose in formula.additives:
        additive = additive_named(dose.additive, additives)
        stage = stage_of(dose, additive)
        if stage != "last":
            found.append(_Dosed(additive, grams_per_g_oils(dose, additive, water), stage))
    return found


def _fat_line(key: str, fats: Mapping[str, Fat], role: Role, grams: float) -> _Line:
    fat = fat_named(key, fats)
    name = fat.name if role == "oil" else f"{fat.name}, after trace"
    return _Line(key, name, fat.inci, role, grams, grams / fat.density_g_ml)


def _refuse_undissolved(formula: Formula, naoh: float, water: float, later: float) -> None:
    """Lye needs at least its own weight of water when it goes in; what comes later with an additive is not there yet.

    :param later: water that additives bring once the lye is dissolved [g]
    """
    if naoh > water - later + 1e-9:
        raise InputError.one(
            "water.undissolved",
            f"{formula.name}: water",
            f"{(water - later) / naoh:.2f} times the lye's weight",
            "must be at least as much as the lye to dissolve it",
            "Let less of the water come later, or use more water." if later else "Use more water.",
        )


def _water_left(formula: Formula, water: float, dosed: Sequence[_Dosed]) -> float:
    """The formula's water less what additives bring."""
    brought = sum(item.water for item in dosed)
    if brought > water + 1e-9:
        raise InputError.one(
            "water.replaced",
            f"{formula.name}: additives",
            f"water of {brought:.1%} of the oils' weight",
            f"the formula has {water:.1%}",
            "Use less of what is mostly water, or more water.",
        )
    return max(0.0, water - brought)


def batter_of(formula: Formula, fats: Mapping[str, Fat], additives: Mapping[str, Additive] | None = None) -> Batter:
    """Composition and density of the batter that ``formula`` makes.

    Density by ideal mixing: the parts' volumes add. Contraction on reaction, air and temperature are left out, so
    the figure carries ±2.5 %. Water that comes with an additive is taken off the formula's own; lye that one uses
    up is added.

    :raises InputError: ``fat.unknown``, ``additive.unknown``, ``additive.stage``, ``additive.unit``;
        ``water.undissolved`` when the lye would not dissolve; ``water.replaced`` when additives bring more water
        than the formula has; ``lye.none`` when nothing in the pot saponifies
    """
    purity = formula.naoh_purity_percent / 100
    for_oils = naoh_g_per_g(formula.shares, fats, formula.lye_discount_percent / 100)
    if for_oils <= 0:
        raise InputError.one("lye.none", formula.name, 0, "needs lye", "Check fats and lye discount.")
    water = _water_per_g_oils(formula, for_oils / purity)
    dosed = _dosed(formula, additives if additives is not None else standard_additives(), water)
    taken = sum(item.grams * item.additive.lye_taken for item in dosed)
    naoh = (for_oils + taken) / purity
    left = _water_left(formula, water, dosed)
    _refuse_undissolved(formula, naoh, water, sum(item.water for item in dosed if item.stage != "lye water"))
    concentration = naoh / (naoh + water)
    solution_ml = (naoh + water) / lye_density_g_ml(concentration)
    late = formula.late_fat
    lines = [
        *(_fat_line(key, fats, "oil", share) for key, share in formula.shares.items()),
        _Line("water", "Water, distilled", "Aqua", "water", left, solution_ml),
        _Line("naoh", f"Sodium hydroxide, {formula.naoh_purity_percent:g} %", "Sodium Hydroxide", "lye", naoh),
        *(item.line() for item in dosed),
        *([_fat_line(late.fat, fats, "late fat", late.percent_of_oils / 100)] if late else []),
    ]
    mass, volume = sum(line.grams for line in lines), sum(line.ml for line in lines)
    return Batter(
        parts=tuple(
            BatterPart(
                key=line.key,
                name=line.name,
                inci=line.inci,
                role=line.role,
                stage=line.stage,
                powder=line.powder,
                share=line.grams / mass,
                per_g_oils=line.grams,
            )
            for line in lines
        ),
        g_per_g_oils=mass,
        density=Figure.within(
            mass / volume,
            "g/ml",
            0.025,
            "estimate",
            how=f"{mass:.3f} times the oils' weight, in the volumes of its parts added",
            source="ideal mixing; oils from the fats table, lye solution from CRC/Perry densities at 20 °C",
        ),
        lye_concentration_percent=concentration * 100,
        superfat_percent=formula.lye_discount_percent + (late.percent_of_oils if late else 0.0),
        lye_taken_per_g_oils=taken,
    )
