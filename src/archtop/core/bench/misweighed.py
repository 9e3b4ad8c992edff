"""One thing weighed wrong: what the pot is now, and what to add so that it is its formula again.

Everything else is taken as weighed to plan. Nothing can be taken out of a pot, so that what came in too heavily is
answered by more of all the rest, in proportion; what that makes more of batter is told.
"""

from __future__ import annotations

import math
from typing import Literal, NamedTuple

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.chemistry import LYE_CAUTIONS, Role, discount_after_rounding
from archtop.core.plan import LoafPlan
from archtop.core.pots import FREE_FATS, Ingredient, Pot
from archtop.core.resolved import ResolvedLoaf

__all__ = ["Misweighed", "Overshoot", "Topping", "overshoot"]

# Under this free fat [%] a bar is sharp; below nothing it is caustic. Common practice keeps 3 to 8.
_SHARP, _RICH = 2.0, 10.0
_MOST_TIMES = 5.0


class Topping(Frozen):
    """So much more of a thing, on the scale."""

    key: str
    name: str
    grams: float


class Overshoot(Frozen):
    """A pot with one thing weighed otherwise. ``toppings`` bring it back to its formula, ``extra_g`` of batter more."""

    pot: str
    key: str
    name: str
    planned_g: float
    weighed_g: float
    superfat: Figure
    lye_percent: float
    stands: Literal["as planned", "usable", "sharp", "caustic", "rich"]
    toppings: tuple[Topping, ...]
    extra_g: float
    says: str
    cautions: tuple[str, ...]


class Misweighed(NamedTuple):
    """One thing of one pot, and what the scale showed [g]."""

    pot: str
    key: str
    role: Role
    weighed_g: float


def overshoot(of: ResolvedLoaf, result: LoafPlan, wrong: Misweighed) -> Overshoot:
    """What a pot is when one of its ingredients was weighed otherwise.

    :raises InputError: ``overshoot.pot``, ``overshoot.ingredient``, ``overshoot.grams``
    """
    pot = next((pot for pot in result.pots if pot.id == wrong.pot), None)
    # Mixed for several loaves, it is all of it that is on the scale.
    pot = pot and pot.model_copy(update={"ingredients": pot.as_mixed})
    if pot is None:
        raise InputError.one("overshoot.pot", "pot", wrong.pot, "is no pot of this loaf", "Choose one of its pots.")
    planned = next((line for line in pot.ingredients if (line.key, line.role) == (wrong.key, wrong.role)), None)
    if planned is None or planned.grams <= 0:
        limit = f"is not weighed into {pot.name}"
        raise InputError.one("overshoot.ingredient", "key", wrong.key, limit, "Choose another.")
    weighed_g = wrong.weighed_g
    if not 0 < weighed_g <= _MOST_TIMES * planned.grams:
        raise InputError.one(
            "overshoot.grams",
            "grams",
            weighed_g,
            f"must be more than 0 and at most {_MOST_TIMES * planned.grams:g} g",
            "Weigh again.",
        )
    lines = [line.model_copy(update={"grams": weighed_g}) if line is planned else line for line in pot.ingredients]
    superfat = _superfat(of, pot, lines)
    toppings = _toppings(pot, planned, weighed_g / planned.grams, of.loaf.sizing.scale_step_g)
    water = sum(line.grams for line in lines if line.role == "water")
    lye = sum(line.grams for line in lines if line.role == "lye")
    stands = _stands(superfat.value, weighed_g, planned.grams)
    return Overshoot(
        pot=pot.id,
        key=planned.key,
        name=planned.name,
        planned_g=planned.grams,
        weighed_g=weighed_g,
        superfat=superfat,
        lye_percent=100 * lye / (lye + water),
        stands=stands,
        toppings=toppings,
        extra_g=round(sum(item.grams for item in toppings) + weighed_g - planned.grams, 6),
        says=_says(planned, weighed_g, superfat.value, stands),
        cautions=LYE_CAUTIONS,
    )


def _superfat(of: ResolvedLoaf, pot: Pot, lines: list[Ingredient]) -> Figure:
    formula, cupboard = of.formula_of(pot.formula), of.cupboard
    purity = formula.naoh_purity_percent / 100
    planned = {line.key: line.grams for line in pot.ingredients if line.role == "oil"}
    planned_lye = sum(line.grams for line in pot.ingredients if line.role == "lye")
    oils = {line.key: line.grams for line in lines if line.role == "oil"}
    late = sum(line.grams for line in lines if line.role in FREE_FATS)
    lye = sum(line.grams for line in lines if line.role == "lye")
    # What additives take of the lye is what the plan's own superfat leaves unexplained.
    bare = discount_after_rounding(planned, planned_lye, purity, cupboard.fats)
    planned_late = sum(line.grams for line in pot.ingredients if line.role in FREE_FATS)
    taken = pot.superfat.value / 100 - planned_late / sum(planned.values()) - bare
    discount = discount_after_rounding(oils, lye, purity, cupboard.fats) + taken
    value = 100 * (discount + late / sum(oils.values()))
    return Figure(
        value=value,
        unit="%",
        low=value - 2,
        high=value + 2,
        basis="estimate",
        how=f"{lye:g} g lye against {sum(oils.values()):g} g oils, {late:g} g fat after trace",
        source="stoichiometry; saponification values vary by 1-3 % between harvests",
    )


def _toppings(pot: Pot, wrong: Ingredient, times: float, step_g: float) -> tuple[Topping, ...]:
    """More of everything else when too much went in, more of itself when too little did."""
    if times < 1:
        return (Topping(key=wrong.key, name=wrong.name, grams=round(wrong.grams * (1 - times), 6)),)
    found = []
    for line in pot.ingredients:
        exact = line.grams * (times - 1)
        # Lye is never rounded up.
        steps = math.floor(exact / step_g + 1e-9) if line.role == "lye" else round(exact / step_g)
        if line is not wrong and steps > 0:
            found.append(Topping(key=line.key, name=line.name, grams=round(steps * step_g, 6)))
    return tuple(found)


def _stands(
    superfat: float, weighed: float, planned: float
) -> Literal["as planned", "usable", "sharp", "caustic", "rich"]:
    if superfat < 0:
        return "caustic"
    if superfat < _SHARP:
        return "sharp"
    if superfat > _RICH:
        return "rich"
    return "as planned" if abs(weighed / planned - 1) < 0.002 else "usable"


_WORDS = {
    "as planned": "Go on.",
    "usable": "It can be used as it is; what is below brings it back to the formula.",
    "sharp": "Hardly any fat is left free: bring it back before mixing.",
    "caustic": "There is more lye than the oils can bind. Do not make it so: bring it back before mixing.",
    "rich": "Much fat is left free: soft, and quick to turn. Bring it back before mixing.",
}


def _says(line: Ingredient, weighed: float, superfat: float, stands: str) -> str:
    off = weighed - line.grams
    what = f"{abs(off):.3g} g too {'much' if off > 0 else 'little'} of {line.name}" if abs(off) > 1e-6 else line.name
    return f"{what}: {superfat:.1f} % free fat. {_WORDS[stands]}"
