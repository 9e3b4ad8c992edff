"""Sizing a loaf backwards: from the scent left in the bottle, a fat on hand, the biggest bowl, or shreds to use up.

Every target says how much of something the loaf should take. Of all that a document says, the level of the last pour
is what gives: it is moved until the target is met.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Annotated, Any, Literal

from pydantic import Field

from archtop.core.base import Frozen, InputError
from archtop.core.document import Cupboard, Loaf, Pour, Shreds
from archtop.core.plan import LoafPlan, plan_of
from archtop.core.resolved import ResolvedLoaf, resolve
from archtop.core.trade import SHREDS_G_ML

__all__ = ["BackTarget", "Backsized", "size_back"]

_TOLERANCE = 0.05
# So near to it the lowest level is looked for [mm].
_CLOSE_MM = 0.02


class BackTarget(Frozen):
    """``use`` so much of it: grams of a scent blend, of a fat, of all oils of the loaf's own pot, ml of the largest
    bowl, grams of shreds.

    ``key`` names the blend or the fat. Shreds are stirred into the last pour and take ``share_percent`` of the loaf.
    """

    use: Literal["scent", "fat", "oils", "bowl", "shreds"]
    amount: Annotated[float, Field(gt=0, le=1e6)]
    key: str = ""
    share_percent: Annotated[float, Field(gt=0, le=70)] = 25.0


class Backsized(Frozen):
    """The loaf with its last pour moved, and how much of the target it then takes."""

    loaf: Loaf
    level_mm: float
    takes: float
    says: str


def size_back(loaf: Loaf, cupboard: Cupboard, target: BackTarget) -> Backsized:
    """Move the last pour so that the loaf takes exactly what is there.

    Amounts are reckoned before rounding to the scale, so that the answer is met to 0.1 g or ml.

    :raises InputError: ``size_back.nothing`` when the loaf takes none of it at any level; ``size_back.too_much`` and
        ``size_back.too_little`` when no level meets it, with what would
    """
    last = max((i for i, step in enumerate(loaf.work) if isinstance(step, Pour)), default=-1)
    if last < 0:
        raise InputError.one("pour.none", "work", "no pour", "batter must be poured", "Add a pour.")
    fine = {"scale_step_g": 0.01, "fine_step_g": 0.001}
    smooth = loaf.model_copy(update={"sizing": loaf.sizing.model_copy(update=fine)})
    of = resolve(smooth, cupboard)

    def takes(level: float) -> float:
        return _taken(plan_of(of.with_loaf(_with_last(smooth, last, to_mm=level))), target)

    low, high = _levels(of, last)
    _refuse_unreachable(target, takes(low), takes(high), loaf.mould.length_mm)
    level = _solve(takes, target.amount, low, high)
    more = _shreds(loaf, last, target.amount) if target.use == "shreds" else {}
    sized = _with_last(loaf, last, to_mm=level, **more)
    plan_of(of.with_loaf(sized))
    met = takes(level)
    shreds = (
        " The shreds are stirred into the last pour, and so much less batter is mixed."
        if target.use == "shreds"
        else ""
    )
    return Backsized(
        loaf=sized,
        level_mm=level,
        takes=met,
        says=f"Pour to {level:.1f} mm: the loaf then takes {met:.1f} {_unit(target)}.{shreds}",
    )


def _unit(target: BackTarget) -> str:
    return "ml" if target.use == "bowl" else "g"


def _refuse_unreachable(target: BackTarget, least: float, most: float, length_mm: float) -> None:
    unit, amount = _unit(target), target.amount
    if most <= 0:
        raise InputError.one(
            "size_back.nothing",
            "target",
            target.key or target.use,
            "this loaf takes none of it",
            "Put it into a colour or the formula first.",
        )
    if amount > most + _TOLERANCE:
        raise InputError.one(
            "size_back.too_much",
            "target.amount",
            f"{amount:g} {unit}",
            f"filled to the rim this loaf takes {most:.1f} {unit}",
            f"A mould about {math.ceil(length_mm * amount / most)} mm long would take it all, or keep "
            f"{amount - most:.1f} {unit} back.",
        )
    if amount < least - _TOLERANCE:
        raise InputError.one(
            "size_back.too_little",
            "target.amount",
            f"{amount:g} {unit}",
            f"even with the last pour as low as it can be this loaf takes {least:.1f} {unit}",
            f"Find {least - amount:.1f} {unit} more, lower the earlier pours, or use a smaller mould.",
        )


def _solve(takes: Callable[[float], float], wanted: float, low: float, high: float) -> float:
    # Imported where it is needed: it takes longer to load than most plans take to make.
    from scipy.optimize import brentq

    for end in (high, low):
        if abs(takes(end) - wanted) <= _TOLERANCE:
            return end
    return float(brentq(lambda level: takes(level) - wanted, low, high, xtol=1e-4))


def _shreds(loaf: Loaf, at: int, grams: float) -> dict[str, tuple[Shreds, ...]]:
    """The last pour's shreds, so many of them in all, in the shares they had; new ones where there were none."""
    step = loaf.work[at]
    there = step.shreds if isinstance(step, Pour) else ()
    each, now = grams / loaf.moulds, sum(item.grams for item in there)
    if not there:
        return {"shreds": (Shreds(id="shreds", grams=each),)}
    return {"shreds": tuple(item.model_copy(update={"grams": item.grams * each / now}) for item in there)}


def _with_last(loaf: Loaf, at: int, **changes: Any) -> Loaf:
    work = list(loaf.work)
    # However it was told, from here on it is told as a level.
    work[at] = work[at].model_copy(update={"by": "level", **changes})
    return loaf.model_copy(update={"work": tuple(work)})


def _levels(of: ResolvedLoaf, last: int) -> tuple[float, float]:
    """Lowest and highest level of the last pour: just over what lies under it, and the rim."""
    high = of.loaf.mould.height_mm
    fills = plan_of(of.with_loaf(_with_last(of.loaf, last, to_mm=high))).fills
    low = min(fills[last].level_before_mm + 0.2, high)
    # What is stirred into it needs room: the lowest level is where it just finds that.
    full, free = low, high
    while not _plans(of, last, low) and free - full > _CLOSE_MM:
        middle = (full + free) / 2
        full, free = (full, middle) if _plans(of, last, middle) else (middle, free)
        low = free
    return low, high


def _plans(of: ResolvedLoaf, last: int, level: float) -> bool:
    try:
        plan_of(of.with_loaf(_with_last(of.loaf, last, to_mm=level)))
    except InputError:
        return False
    return True


def _taken(result: LoafPlan, target: BackTarget) -> float:
    """How much of the target a plan takes [g or ml]."""
    own = result.pots[-1]
    match target.use:
        case "scent":
            weighed = [line for pot in result.pots for line in pot.on_scale if line.role == "scent"]
            return sum(line.exact_g for line in weighed if line.key == target.key)
        case "fat":
            lines = [line for line in own.ingredients if line.role in ("oil", "late fat")]
            return sum(line.exact_g for line in lines if line.key == target.key)
        case "oils":
            return sum(line.exact_g for line in own.ingredients if line.role in ("oil", "late fat"))
        case "bowl":
            return own.batter.value
        case "shreds":
            # With the shreds not yet in the document, all that is poured is what they and the batter will fill.
            filled = result.cuts.moulds * sum(step.batter.value + step.stirred_ml for step in result.fills)
            return filled * target.share_percent / 100 * SHREDS_G_ML
