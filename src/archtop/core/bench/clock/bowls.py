"""The bowls of a loaf: how fast each is believed to thicken, and the limits that this loaf sets it."""

from __future__ import annotations

import math
from collections.abc import Iterator

from archtop.core.base import LOAF, Figure, Frozen, PotId
from archtop.core.chemistry import ScentDose, strength_of
from archtop.core.document import Cupboard, Lay, Loaf, Pour, prop_of
from archtop.core.learning import Pace, pace_from
from archtop.core.plan import LoafPlan
from archtop.core.pots import Portion, Pot
from archtop.core.resolved import ResolvedLoaf
from archtop.core.rheology import Growth, TraceEvent, needed_to_carry, needed_to_stand

__all__ = ["DOUBLES_PER_C", "Bowl", "Limit", "bowls_of"]

# Ordinary batter goes from light trace to pipeable in 30 to 60 minutes (common practice, no source): ln(117/6) over 45.
_ORDINARY_RATE = math.log(117 / 6) / 45
_START_PA, _START_SPREAD = 2.0, 0.7
# Twice as fast for every ten degrees, from what the warm school mixes at: a rule of thumb of chemistry, used as an
# estimate.
DOUBLES_PER_C, _USUAL_C = 10.0, 42.0
# How much faster a percent more lye in the water makes it, and hard fats above a usual third: estimates.
_PER_PERCENT, _USUAL_PERCENT = 0.03, 33.0
# A point of the additives' table: "a little sooner"; two are much sooner. A stated guess.
_PER_PACE = 1.25
_PER_HARD, _USUAL_HARD = 0.8, 0.4
# Thicker than this batter no longer levels under a spatula and a tap: the middle of the last stage.
_LEVELS_PA = 120.0
_OFF_MM = 2.0
# A surface grips what is piped on it from light trace on, and no longer once it is as firm as curd. Both estimates.
_TAKES_PA, _NO_BOND_PA = 6.0, 2000.0
_ACCELERATES = {
    "accelerates": (0.5, 1.0, 2.0),
    "moves along": (0.15, 0.3, 0.5),
    "rices": (0.5, 1.0, 2.0),
    "seizes": (1, 2, 4),
}
_UNKNOWN_SCENT = 0.2


class Limit(Frozen):
    """What a bowl must be to be used so: at least, at most [Pa]. ``step``: the step of the work that waits for it."""

    key: str
    what: str
    step: str
    least_pa: float
    most_pa: float | None
    why: str


class Bowl(Frozen):
    """A bowl on the bench: the step that starts its clock, and those that do something to it."""

    key: str
    name: str
    colour: str
    pot: str
    density_g_ml: float
    mixing_c: float
    growth: Growth
    doubles_min: Figure
    mixed_by: str
    bends_by: dict[str, TraceEvent]
    limits: tuple[Limit, ...]


def bowls_of(of: ResolvedLoaf, result: LoafPlan) -> tuple[Bowl, ...]:
    """The bowls whose thickness decides something: those of the loaf's own pot, and of a frosting of its own.

    They thicken as their formulas promise, at the pace that the cupboard's studio has learned.
    """
    pace = pace_from(of.cupboard.rates.get("pace"))
    return tuple(
        _bowl(of, result, pot, portion, pace)
        for pot in result.pots
        if pot.kind in ("loaf", "frosting")
        for portion in pot.portions
        if portion.use != "kept"
    )


def _besides(of: ResolvedLoaf, result: LoafPlan, pot: Pot, portion: Portion) -> tuple[float, str]:
    """By how much additives, and a scent that is in the oils, hurry or slow a bowl, and which do."""
    table = of.cupboard.additives
    own = {
        part.key: strength_of(1000 * part.exact_g / portion.oils_g, table[part.key])
        for part in portion.additions
        # What goes in at the very last comes when the bowl is as good as poured.
        if part.role == "additive" and not part.last
    }
    acts = {**result.measures[pot.formula].acts, **own}
    moved = {table[key].name: table[key].pace * strength for key, strength in acts.items()}
    named = [name for name, points in moved.items() if abs(points) > 0.1]
    faster, whole = _PER_PACE ** sum(moved.values()), of.whole_pots.get(pot.id)
    if whole and whole.scent and whole.scent_into == "oils":
        faster *= 1 + _scent_strength(of, whole.scent)
        named.append(of.blends[whole.scent.blend].name)
    return faster, " and ".join(named)


def _bowl(of: ResolvedLoaf, result: LoafPlan, pot: Pot, portion: Portion, pace: Pace) -> Bowl:
    named = PotId.parse(pot.id)
    heat = next(heat for heat in result.heats if heat.pot == pot.id)
    warm = 2 ** ((heat.mixing.value - _USUAL_C) / DOUBLES_PER_C)
    water = math.exp(_PER_PERCENT * (pot.lye_concentration_percent - _USUAL_PERCENT))
    hard = heat.hard_fats_g / sum(line.grams for line in pot.ingredients if line.role == "oil")
    fats = math.exp(_PER_HARD * (hard - _USUAL_HARD))
    besides, what = _besides(of, result, pot, portion)
    rate = _ORDINARY_RATE * warm * water * fats * besides * pace.factor
    growth = Growth(start=math.log(_START_PA), start_sd=_START_SPREAD, rate=rate, rate_sd=pace.spread * rate)
    doubles = math.log(2) / rate
    bends = {
        str(named.step("colour", portion.key)): TraceEvent(minute=0, kind="coloured"),
        **_scented(of, pot, portion),
    }
    return Bowl(
        key=portion.key,
        name=portion.name,
        colour=portion.colour,
        pot=pot.id,
        density_g_ml=pot.density.value,
        mixing_c=heat.mixing.value,
        growth=growth,
        doubles_min=Figure(
            value=doubles,
            unit="min",
            low=doubles / (1 + pace.spread),
            high=doubles / (1 - pace.spread),
            basis="your log" if pace.pots else "estimate",
            how=f"light trace to piping in 45 min, × {warm:.2f} for {heat.mixing.value:.0f} °C, × {water:.2f} for "
            f"lye at {pot.lye_concentration_percent:.0f} %, × {fats:.2f} for {hard:.0%} hard fats"
            + (f", × {besides:.2f} for {what}" if what else "")
            + (f", × {pace.factor:.2f} as your last {pace.pots} pots have shown" if pace.pots else ""),
            source="30 to 60 min (common practice); the factors are guesses that readings overrule",
        ),
        mixed_by=str(named.step("mix")),
        bends_by=bends,
        limits=tuple(_limits(of.loaf, result, pot, portion)),
    )


def _scented(of: ResolvedLoaf, pot: Pot, portion: Portion) -> dict[str, TraceEvent]:
    """The step that scents a bowl: its own, or the whole pot's once it holds together."""
    named, whole = PotId.parse(pot.id), of.whole_pots.get(pot.id)
    own = of.colours[portion.colour].scent
    if whole and whole.scent:
        if whole.scent_into == "oils":
            return {}
        step, dose = named.step("scent"), whole.scent
    elif own:
        step, dose = named.step("scent", portion.key), own
    else:
        return {}
    return {str(step): TraceEvent(minute=0, kind="scented", strength=_scent_strength(of, dose))}


def _scent_strength(of: ResolvedLoaf, dose: ScentDose) -> float:
    """How much faster a scent makes a bowl, as a share of its own rate; from the bottles' notes."""
    cupboard = of.cupboard
    bottles = [cupboard.scents[part.scent] for part in of.blends[dose.blend].parts]
    known = [
        _ACCELERATES[what][strength - 1] * _as_learned(bottle.key, cupboard)
        for bottle in bottles
        for what, strength in bottle.behaves.items()
        if what in _ACCELERATES
    ]
    return max(known, default=_UNKNOWN_SCENT * max(_as_learned(bottle.key, cupboard) for bottle in bottles))


def _as_learned(scent: str, cupboard: Cupboard) -> float:
    own = cupboard.rates.get(f"scent:{scent}")
    return own.value if own else 1.0


def _limits(loaf: Loaf, result: LoafPlan, pot: Pot, portion: Portion) -> Iterator[Limit]:
    if portion.use == "frosting":
        yield from _piping(result, pot, portion.colour)
        return
    names = {embed.id: embed.name for embed in loaf.embeds}
    holds = {hold.embed: hold for hold in result.embed_holds}
    layers = {hold.pour: hold for hold in result.layer_holds}
    under: Pour | None = None
    for step in loaf.work:
        if isinstance(step, Pour):
            if under and _has(under, portion.colour) and step.id in layers:
                hold = layers[step.id]
                yield Limit(
                    key=f"layer.{step.id}",
                    what=f"Pour {step.name} onto {under.name}",
                    step=str(LOAF.step("pour", step.id)),
                    least_pa=hold.needed.value,
                    most_pa=None,
                    why=hold.needed.how,
                )
            if _has(step, portion.colour):
                yield Limit(
                    key=f"pour.{step.id}",
                    what=f"{step.name} still levels",
                    step=str(LOAF.step("pour", step.id)),
                    least_pa=0.0,
                    most_pa=_LEVELS_PA,
                    why="thicker than pudding it no longer levels (estimate)",
                )
            under = step
        elif isinstance(step, Lay) and under and _has(under, portion.colour) and step.embed in holds:
            hold_e = holds[step.embed]
            if hold_e.needed.value <= 0 or hold_e.drawn_above:
                continue
            prop = prop_of(loaf.work, step.embed)
            if prop and prop.until is None:
                continue
            stiff = [ghost.pa for ghost in hold_e.ghosts if ghost.off_mm > _OFF_MM]
            yield Limit(
                key=f"embed.{step.embed}",
                what=f"Take {prop.name} out" if prop else f"Lay {names[step.embed]} in",
                step=str(LOAF.step("prop-out", prop.id) if prop else LOAF.step("lay", step.embed)),
                least_pa=hold_e.needed.value,
                most_pa=None if prop else min(stiff, default=None),
                why=hold_e.needed.how,
            )
    if loaf.frosting:
        yield from _grips(loaf, result, portion, _frosting_g_ml(result, pot))


def _grips(loaf: Loaf, result: LoafPlan, portion: Portion, frosting_g_ml: float) -> Iterator[Limit]:
    """When the batter on top takes the first thing piped on it; a coat under it lies on the batter in its place."""
    last = [step for step in loaf.work if isinstance(step, Pour)][-1]
    if not _has(last, portion.colour) or not result.top.runs or result.top.base_ml > 0:
        return
    run = result.top.runs[0]
    least = max(needed_to_carry(1000 * frosting_g_ml, run.motif.high_mm / 1000), _TAKES_PA)
    yield Limit(
        key=f"grip.{run.id}",
        what=f"{run.name} hold on {last.name}",
        step=str(LOAF.step("pipe", run.id)),
        least_pa=least,
        most_pa=_NO_BOND_PA,
        why=f"it carries {run.motif.high_mm:.0f} mm of frosting from ρ·g·h/6.05 on, and no leaf holds on it while it "
        f"is as fluid as light trace ({_TAKES_PA:g} Pa, estimate); from about {_NO_BOND_PA:g} Pa on it is as firm as "
        "curd and what is piped comes off again (a stated guess, from half of that to twice): spritz it then, or "
        "roughen it with a fork",
    )


def _piping(result: LoafPlan, pot: Pot, colour: str) -> Iterator[Limit]:
    for run in result.top.runs:
        if any(colour in bag for bag in run.bags):
            high, through = run.motif.high_mm, next(tip for tip in result.top.tips if tip.id == run.tip).bead
            yield Limit(
                key=f"pipe.{run.id}",
                what=f"Pipe {run.name}",
                step=str(LOAF.step("pipe", run.id)),
                least_pa=needed_to_stand(pot.density.value, high),
                most_pa=run.most_pa,
                why=f"{high:.0f} mm stand (ρ·g·h/√3); a hand pushes it through a passage as narrow as "
                f"{through.hydraulic_mm:.1f} mm",
            )


def _frosting_g_ml(result: LoafPlan, own: Pot) -> float:
    """Density of what is piped: of its own pot, or of the loaf's."""
    return next((pot.density.value for pot in result.pots if pot.kind == "frosting"), own.density.value)


def _has(step: Pour, colour: str) -> bool:
    return colour in [share.colour for share in step.colours]
