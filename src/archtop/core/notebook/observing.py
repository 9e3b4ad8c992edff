"""What one finished loaf teaches: every number its log and its outcome show, against what its plan took.

The plan must be made without fitted numbers, so that each loaf is seen against the same default.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from archtop.core.base import counted
from archtop.core.bench.clock import Bowl, Note, pot_pace, scent_pace
from archtop.core.colour import Colourant, Lab, Spectrum, difference, forecast, lab_of, reflectance_of
from archtop.core.document import Cupboard, Loaf
from archtop.core.learning import UNKNOWN, Observation, Pace
from archtop.core.notebook.facts import Facts
from archtop.core.notebook.outcome import LoafOutcome, last_said
from archtop.core.notebook.weighing import DRIED_BY_CUT, balance_of, cured_loss_percent, weight_ratio
from archtop.core.plan import LoafPlan
from archtop.core.pots import DEFAULT_FILM_MM, colour_in_pot, gelled_with, vanillin_of
from archtop.core.resolved import ResolvedLoaf
from archtop.core.schedule import network_of

__all__ = ["Finished", "observations_of"]

# How sure one loaf makes of each: a kitchen scale and a loss of some 40 g; a ruler on a level; a clock that also saw
# the bag filled; bars on different days. Stated guesses.
_BALANCE_G, _DENSITY_SD, _LEVEL_MM = 20.0, 0.012, 1.0
_PIPED_SD, _LEFT_SD, _CURE_POINTS = 0.3, 0.12, 0.8
# A colour by eye and one against a white card, as a share of the colourant's strength.
_EYE_SD, _CARD_SD = 0.3, 0.12
# Farther from anything the jar can make, it is not the jar's strength that is off [ΔE00].
_FAR = 12.0
_STRONGEST = math.log(3)
# Stuck at the turning out, it wanted about a quarter longer; out later than so many times the reckoned wait, it tells
# nothing of the soonest. Stated guesses.
_STUCK, _TELLS, _WAIT_SD = 1.25, 1.3, 0.1


class Finished(NamedTuple):
    """A loaf with what came of it. ``bowls`` and their ``notes`` and ``marks`` (minutes of steps that bend them);
    ``pace``: of the studio's pots so far.
    """

    resolved: ResolvedLoaf
    result: LoafPlan
    outcomes: Sequence[LoafOutcome]
    facts: Facts
    bowls: Sequence[Bowl] = ()
    notes: Mapping[str, Sequence[Note]] = {}
    marks: Mapping[str, Mapping[str, float]] = {}
    pace: Pace = UNKNOWN

    @property
    def loaf(self) -> Loaf:
        """The document."""
        return self.resolved.loaf

    @property
    def cupboard(self) -> Cupboard:
        """What the plan drew on."""
        return self.resolved.cupboard


def observations_of(of: Finished) -> tuple[Observation, ...]:
    """Everything a loaf shows."""
    return (*_weights(of), *_top(of), *_curing(of), *_bowls(of), *_colours(of), *_waits(of))


def _weights(of: Finished) -> Iterator[Observation]:
    balance = balance_of(of.result, of.outcomes, of.facts)
    used = of.loaf.sizing.film_mm or DEFAULT_FILM_MM
    if balance and balance.film_planned_g > 0:
        found = max(balance.film_found_g, 0.1 * balance.film_planned_g)
        yield Observation(
            rate="film",
            value=used * found / balance.film_planned_g,
            sd=_BALANCE_G / balance.share_weighed / found,
            grams=found,
            says=f"{balance.film_found_g:.0f} g stayed on bowls, {balance.film_planned_g:.0f} g at {used:g} mm",
        )
    if balance:
        reached = (balance.mixed_g - balance.film_found_g) / balance.mixed_g
        yield Observation(
            rate="yield",
            value=reached,
            sd=_BALANCE_G / balance.share_weighed / balance.mixed_g,
            says=f"{reached:.1%} of {balance.mixed_g:.0f} g mixed reached the mould or was kept",
        )
    ratio, level = weight_ratio(of.result, of.outcomes), last_said(of.outcomes, "level_mm")
    if ratio and level:
        planned = of.result.level_mm
        yield Observation(
            rate="density",
            value=ratio[0] / (1 - DRIED_BY_CUT) * planned / level,
            sd=math.hypot(_DENSITY_SD, _LEVEL_MM / level),
            says=f"{counted(ratio[1], 'bar')} at {ratio[0]:.1%} of the planned weight, at a level of {level:g} mm "
            f"for {planned:.1f}",
        )


def _top(of: Finished) -> Iterator[Observation]:
    top = of.result.top
    minutes = [(run.minutes.value, of.facts.pipe_min[run.id]) for run in top.runs if run.id in of.facts.pipe_min]
    if minutes:
        planned, found = (sum(column) for column in zip(*minutes, strict=True))
        yield Observation(
            rate="hands", value=found / planned, sd=_PIPED_SD, says=f"{found:.0f} min piped, {planned:.0f} planned"
        )
    left = [item.grams for outcome in of.outcomes for item in outcome.left if item.what == "frosting"]
    piped = sum(run.volume.value for run in top.runs)
    if left and piped:
        pot = next((pot for pot in of.result.pots if pot.kind == "frosting"), of.result.pots[-1])
        parts = [part for part in pot.portions if part.use == "frosting"]
        had = sum(part.delivers.value + part.margin_ml for part in parts)
        used = had - sum(left) / pot.density.value - (top.volume.value - piped)
        if used > 0:
            yield Observation(
                rate="piping",
                value=used / piped,
                sd=_LEFT_SD,
                says=f"{sum(left):.0f} g of frosting left; {used:.0f} ml piped, {piped:.0f} ml planned",
            )


def _curing(of: Finished) -> Iterator[Observation]:
    lost = cured_loss_percent(of.outcomes)
    if lost:
        sd = _CURE_POINTS / math.sqrt(lost[1])
        yield Observation(rate="cure", value=lost[0], sd=sd, says=f"{counted(lost[1], 'bar')} lost {lost[0]:.1f} %")


def _bowls(of: Finished) -> Iterator[Observation]:
    for bowl in of.bowls:
        notes, marks = of.notes.get(bowl.key, ()), of.marks.get(bowl.key, {})
        if pace := pot_pace(bowl, notes, marks):
            yield Observation(
                rate="pace",
                value=math.exp(pace.log_ratio),
                sd=pace.sd,
                says=f"{bowl.name} thickened {math.exp(pace.log_ratio):.2f} times as fast as promised",
            )
        scents = _scents_in(of, bowl)
        if len(scents) == 1 and (pace := scent_pace(bowl, notes, marks, of.pace)):
            yield Observation(
                rate=f"scent:{scents[0]}",
                value=math.exp(pace.log_ratio),
                sd=pace.sd,
                says=f"in {bowl.name} it did {math.exp(pace.log_ratio):.2f} times what its bottle says",
            )


def _scents_in(of: Finished, bowl: Bowl) -> list[str]:
    whole = of.resolved.whole_pots.get(bowl.pot)
    # A scent that is in the pot before it is mixed cannot be told from the pot's own pace.
    dose = None if whole and whole.scent else of.resolved.colours[bowl.colour].scent
    return [part.scent for part in of.resolved.blends[dose.blend].parts] if dose else []


def _colours(of: Finished) -> Iterator[Observation]:
    seen = {item.colour: item for outcome in of.outcomes if outcome.stage == "cured" for item in outcome.colours}
    vanillin = vanillin_of(of.result.pots)
    for colour in of.loaf.colours:
        mixed = colour_in_pot(of.resolved, colour)
        doses = [(of.cupboard.colourants[jar.key], dose) for jar, dose in mixed.doses]
        tinting = [jar for jar, _ in doses if not jar.whitens]
        if colour.id in seen and len(tinting) == 1:
            wanted = lab_of(reflectance_of(seen[colour.id].srgb))
            gelled = gelled_with(of.loaf, colour.id, of.result.gel.gelled)
            known = _Known(mixed.base, vanillin.get(colour.id, 0.0), gelled)
            strength, off = _strength(known, doses, tinting[0], wanted)
            if off <= _FAR and abs(math.log(strength)) < 0.98 * _STRONGEST:
                sd = _CARD_SD if seen[colour.id].how == "white card" else _EYE_SD
                yield Observation(
                    rate=f"colour:{tinting[0].key}",
                    value=strength,
                    sd=math.hypot(sd, off / 40),
                    says=f"{colour.name} came out as {strength:.2f} times the dose would",
                )


class _Known(NamedTuple):
    """What of a colour is known besides its jars: the bare soap's K/S, vanillin [%], the share that gelled [0–1]."""

    base: Spectrum
    vanillin: float
    gelled: float


def _strength(
    known: _Known, doses: Sequence[tuple[Colourant, float]], tint: Colourant, wanted: Lab
) -> tuple[float, float]:
    """How many times its dose a jar would need to come closest to a cured colour, and how far off that still is."""

    def off(log_strength: float) -> float:
        scaled = [(jar, dose * math.exp(log_strength) if jar.key == tint.key else dose) for jar, dose in doses]
        seen = forecast(known.base, scaled, known.vanillin, gelled=known.gelled)
        return difference(seen.cured.lab, wanted)

    from scipy.optimize import minimize_scalar

    best = minimize_scalar(off, bounds=(-_STRONGEST, _STRONGEST), method="bounded")
    return math.exp(float(best.x)), float(best.fun)


def _waits(of: Finished) -> Iterator[Observation]:
    """How long things stood in their moulds, against what the plan says is soonest."""
    stood = {f"out.{key}": hours for key, hours in of.facts.cast_h.items()}
    if of.facts.mould_h is not None:
        stood["cut"] = of.facts.mould_h
    stuck = any(fault.kind in ("sticky", "torn") for outcome in of.outcomes for fault in outcome.faults)
    for link in network_of(of.loaf, of.result).links:
        if link.rate and link.after in stood and link.least_h > 0:
            seen = _wait(stood[link.after], link.least_h, stuck and link.after == "cut")
            if seen:
                yield Observation(rate=link.rate, value=seen[0], sd=seen[1], says=seen[2])


def _wait(hours: float, soonest_h: float, stuck: bool) -> tuple[float, float, str] | None:
    """What a turning out tells of the wait it needed: its ratio to the reckoned one, how surely, and in words.

    Out and clean, it had waited long enough: sooner than reckoned that is news; about when it was reckoned, the
    reckoning held, the less surely the later; long after, it tells nothing of the soonest. Stuck, it wanted longer.
    """
    ratio = hours / soonest_h
    told = f"{hours:.0f} h in the mould"
    if stuck:
        return ratio * _STUCK, _WAIT_SD, f"{told}, and it stuck; {soonest_h:.0f} h is soonest"
    if ratio <= 1:
        return ratio, _WAIT_SD, f"{told} were enough; {soonest_h:.0f} h is soonest"
    if ratio <= _TELLS:
        return 1.0, _WAIT_SD + ratio - 1, f"{told}, and it came out clean; {soonest_h:.0f} h is soonest"
    return None
