"""Planned again from where it stands: batter is lost at the bench, and the loaf goes on with what there is.

Three ways out are worked through: the rest is poured as it is, so that every level comes out lower; another bowl gives
what is lacking; or what is lost is mixed again in a pot of its own.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import Any, NamedTuple

from archtop.core.base import LOAF, Frozen, InputError, PotId, Problem
from archtop.core.document import ColourShare, Cupboard, Frosting, Loaf, Pour, Work, frosting_colours
from archtop.core.plan import LoafPlan, plan_of
from archtop.core.pots import Portion, PortionNeed, Pot, Potter
from archtop.core.pours import Fill, fill
from archtop.core.remarks import Remark
from archtop.core.resolved import ResolvedLoaf, resolve

__all__ = ["GoingOn", "Instead", "Left", "Replan", "replan"]

# Less than this of a pour [ml] is not poured at all, and less than this share of a colour not piped.
_NOTHING_ML, _NEXT_TO_NONE = 1.0, 0.02
_AGAIN = PotId("again")


class Left(Frozen):
    """A bowl with batter still in it: grams of batter before anything is lost, as planned."""

    bowl: str
    name: str
    colour: str
    grams: float


class GoingOn(Frozen):
    """The loaf without what is lost: its document, where it ends, what a bar weighs on average before and after.

    ``new``: what is worth a word now and was not before; ``problems``: why it cannot be made like that.
    """

    document: dict[str, Any] | None
    level_mm: float
    was_mm: float
    bar_g: float
    was_g: float
    new: tuple[Remark, ...]
    problems: tuple[Problem, ...]
    says: str


class Instead(Frozen):
    """Another bowl that has enough left to give what is lacking: the loaf with its colour there."""

    bowl: str
    name: str
    going_on: GoingOn


class Replan(Frozen):
    """What is left, what is lost [ml], and the ways out."""

    left: tuple[Left, ...]
    lost_ml: float
    going_on: GoingOn | None
    instead: tuple[Instead, ...] = ()
    again: Pot | None


class _Now(NamedTuple):
    """A loaf, its plan, and the pours that are still to come, by id."""

    of: ResolvedLoaf
    result: LoafPlan
    open_pours: Collection[str]


def replan(loaf: Loaf, cupboard: Cupboard, done: Collection[str], lost: Mapping[str, float]) -> Replan:
    """Plan the rest of a loaf again.

    :param done: keys of the steps that are done
    :param lost: share [0-1] that is lost of what each bowl still holds, by the bowl's key
    :raises InputError: ``replan.bowl``, ``replan.share``, or the loaf itself does not plan
    """
    of = resolve(loaf, cupboard)
    result = plan_of(of)
    pot = result.pots[-1]
    open_pours = {
        step.id for step in loaf.work if isinstance(step, Pour) and str(LOAF.step("pour", step.id)) not in done
    }
    piped = all(str(LOAF.step("pipe", run.id)) in done for run in result.top.runs)
    needs = {portion.key: _still_needed(portion, loaf, result.fills, open_pours, piped) for portion in pot.portions}
    left = tuple(
        Left(
            bowl=portion.key,
            name=portion.name,
            colour=portion.colour,
            grams=portion.grams * needs[portion.key] / portion.delivers.value,
        )
        for portion in pot.portions
        if needs[portion.key] > _NOTHING_ML
    )
    _refuse_unknown(lost, {item.bowl for item in left})
    missing = {key: share * needs[key] for key, share in lost.items() if share > 0}
    if not missing:
        return Replan(left=left, lost_ml=0.0, going_on=None, again=None)
    lost_ml = sum(missing.values())
    giving = [
        portion
        for portion in pot.portions
        if portion.use == "pour" and portion.key not in missing and needs[portion.key] >= lost_ml
    ]
    poured, now = all(key.startswith("pour-") for key in missing), _Now(of, result, open_pours)
    return Replan(
        left=left,
        lost_ml=lost_ml,
        going_on=_going_on(now, lost),
        instead=tuple(
            _given_by(portion, lost_ml, now, {**lost, portion.key: lost_ml / needs[portion.key]})
            for portion in (giving if poured else ())
        ),
        again=_again(of, [portion for portion in pot.portions if portion.key in missing], missing),
    )


def _refuse_unknown(lost: Mapping[str, float], known: Collection[str]) -> None:
    for key, share in lost.items():
        if key not in known:
            raise InputError.one(
                "replan.bowl", "lost", key, "is no bowl with batter left in it", "Choose a bowl that still waits."
            )
        if not 0 <= share <= 1:
            raise InputError.one("replan.share", f"lost.{key}", share, "must be from 0 to 1", "All of it is 1.")


def _still_needed(
    portion: Portion, loaf: Loaf, fills: tuple[Fill, ...], open_pours: Collection[str], piped: bool
) -> float:
    """Batter [ml] that the steps to come take of a bowl."""
    if portion.use == "frosting":
        return 0.0 if piped else portion.delivers.value
    if portion.use != "pour":
        return 0.0
    return sum(
        done.batter.value * share.percent / 100
        for step, done in zip(loaf.work, fills, strict=True)
        if isinstance(step, Pour) and step.id in open_pours
        for share in step.colours
        if share.colour == portion.colour
    )


def _given_by(portion: Portion, given_ml: float, now: _Now, lost: Mapping[str, float]) -> Instead:
    """What is lacking of other bowls comes from this one, which lacks it then."""
    on = _going_on(now, lost, portion.colour)
    if on.document is not None:
        says = (
            f"{given_ml:.0f} ml of {portion.name} take its place. The loaf ends at {on.level_mm:.0f} mm instead of "
            f"{on.was_mm:.0f} mm."
        )
        on = on.model_copy(update={"says": says})
    return Instead(bowl=portion.key, name=portion.name, going_on=on)


def _going_on(now: _Now, lost: Mapping[str, float], instead: str | None = None) -> GoingOn:
    """The loaf with what there is.

    :param instead: the colour whose bowl gives what others lack
    """
    result = now.result
    was_mm, was_g = result.level_mm, _mean_bar(result)
    try:
        thinner = _without(now, lost, instead)
        after = plan_of(now.of.with_loaf(thinner))
    except InputError as error:
        return GoingOn(
            document=None,
            level_mm=was_mm,
            was_mm=was_mm,
            bar_g=was_g,
            was_g=was_g,
            new=(),
            problems=error.problems,
            says="The loaf cannot be made without it.",
        )
    known = {(remark.code, remark.where) for remark in result.remarks}
    new = tuple(remark for remark in after.remarks if (remark.code, remark.where) not in known)
    return GoingOn(
        document=thinner.model_dump(mode="json"),
        level_mm=after.level_mm,
        was_mm=was_mm,
        bar_g=_mean_bar(after),
        was_g=was_g,
        new=new,
        problems=(),
        says=f"Poured without it, the loaf ends at {after.level_mm:.0f} mm instead of {was_mm:.0f} mm, and a bar "
        f"weighs about {_mean_bar(after):.0f} g instead of {was_g:.0f} g.",
    )


def _mean_bar(result: LoafPlan) -> float:
    return sum(bar.weight.value for bar in result.cuts.bars) / len(result.cuts.bars)


def _without(now: _Now, lost: Mapping[str, float], instead: str | None = None) -> Loaf:
    """The document with every pour still to come lowered to what there is of it."""
    of, loaf = now.of, now.of.loaf
    work: list[Work] = []
    for step, planned in zip(loaf.work, now.result.fills, strict=True):
        if not isinstance(step, Pour) or step.id not in now.open_pours:
            work.append(step)
            continue
        batter, shares = _what_is_there(step.colours, planned.batter.value, "pour", lost, instead)
        if batter < _NOTHING_ML:
            continue
        level = _level_for(batter, step, work, of)
        work.append(step.model_copy(update={"by": "level", "to_mm": level, "colours": shares}))
    frosting = loaf.frosting
    if frosting and not frosting.formula:
        frosting = _thinner(
            frosting, {share: 1 - lost.get(f"frosting-{share}", 0.0) for share in frosting_colours(frosting)}
        )
    return Loaf.model_validate(
        {**loaf.model_dump(), "work": [step.model_dump() for step in work], "frosting": frosting}
    )


def _thinner(frosting: Frosting, kept: Mapping[str, float]) -> Frosting | None:
    """Piped smaller, so that what is kept of each colour suffices: a volume goes with the cube of a size."""
    runs = []
    for run in frosting.runs:
        bags = [tuple(colour for colour in bag if kept[colour] > _NEXT_TO_NONE) for bag in run.bags]
        bags = [bag for bag in bags if bag]
        if bags:
            share = min(kept[colour] for bag in bags for colour in bag) ** (1 / 3)
            high = run.motif.height_mm
            motif = run.motif.model_copy(
                update={"size_mm": run.motif.size_mm * share, "height_mm": high * share if high else None}
            )
            runs.append(run.model_copy(update={"colours": bags[0], "more_bags": tuple(bags[1:]), "motif": motif}))
    base = frosting.base
    if base:
        thick, shares = _what_is_there(
            base.colours, base.thick_mm, "frosting", {f"frosting-{k}": 1 - v for k, v in kept.items()}
        )
        base = base.model_copy(update={"thick_mm": thick, "colours": shares}) if thick > _NEXT_TO_NONE else None
    return frosting.model_copy(update={"runs": tuple(runs), "base": base}) if runs or base else None


def _what_is_there(
    colours: Sequence[ColourShare],
    planned_ml: float,
    use: str,
    lost: Mapping[str, float],
    instead: str | None = None,
) -> tuple[float, tuple[ColourShare, ...]]:
    """Volume [ml] left of something poured or piped, and the shares its colours then have."""
    left: dict[str, float] = {}
    for share in colours:
        planned = planned_ml * share.percent / 100
        lacks = planned * lost.get(f"{use}-{share.colour}", 0.0)
        left[share.colour] = left.get(share.colour, 0.0) + planned - lacks
        if instead and share.colour != instead:
            left[instead] = left.get(instead, 0.0) + lacks
    total = sum(left.values())
    kept = {colour: ml for colour, ml in left.items() if ml > _NOTHING_ML / 100}
    return total, tuple(ColourShare(colour=colour, percent=min(100.0, 100 * ml / total)) for colour, ml in kept.items())


def _level_for(batter_ml: float, step: Pour, before: Sequence[Work], of: ResolvedLoaf) -> float:
    """The level to which a pour after those steps comes with so much batter, to a tenth of a millimetre."""
    mould = of.loaf.mould

    def short(to_mm: float) -> float:
        tried = step.model_copy(update={"by": "level", "to_mm": to_mm})
        try:
            return fill(mould, [*before, tried], of.prisms, of.made)[0][-1].batter.value - batter_ml
        except InputError:
            # So low that what is stirred in finds no room: there would be less than no batter.
            return -batter_ml

    from scipy.optimize import brentq

    stands = fill(mould, before, of.prisms, of.made)[0][-1].level_after_mm if before else 0.0
    low, high = stands + 0.1, mould.height_mm
    if short(low) >= 0:
        return low
    if short(high) <= 0:
        return high
    return round(float(brentq(short, low, high, xtol=0.01)), 1)


def _again(of: ResolvedLoaf, portions: list[Portion], missing: Mapping[str, float]) -> Pot:
    """A pot for what is lost alone."""
    needs = [
        PortionNeed(key=part.key, name=part.name, colour=part.colour, volume_ml=missing[part.key], use=part.use)
        for part in portions
    ]
    return Potter(of).pot(_AGAIN, "Mixed again", "loaf", None, needs)
