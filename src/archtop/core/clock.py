"""The trace clock: for each bowl, how thick it is, and when it allows what *this* loaf asks of it.

- ``bowls_of``: the bowls with their priors and the limits that this loaf's embeds, layers, tip and heap set them
- ``Note``: what was read or done, in minutes since the pot was mixed
- ``check_note``: refuses what cannot have been read
- ``note_reading``: a note as a yield stress
- ``read_clock``: the fitted curve, and a window for each limit
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.cupboard import Cupboard
from archtop.core.document import Lay, Loaf, Pour
from archtop.core.errors import InputError
from archtop.core.figure import Figure, Frozen
from archtop.core.plan import LoafPlan
from archtop.core.rheology import (
    CUP_MM,
    Bend,
    BendKind,
    Crossing,
    Growth,
    Seen,
    Thickening,
    YieldReading,
    needed_to_stand,
    stages,
    stiffest_through,
    yield_from_slump,
    yield_from_spread,
)
from archtop.core.sizing import Portion, Pot

__all__ = [
    "Bowl",
    "ClockFace",
    "CurvePoint",
    "Limit",
    "Note",
    "ReadPoint",
    "Window",
    "bowls_of",
    "check_note",
    "note_reading",
    "read_clock",
]

# Ordinary batter goes from light trace to pipeable in 30 to 60 minutes (common practice, no source): ln(117/6) over 45.
_ORDINARY_RATE = math.log(117 / 6) / 45
_RATE_SPREAD = 0.4
_START_PA, _START_SPREAD = 2.0, 0.7
# Twice as fast for every ten degrees, from the middle of the warm school: a rule of thumb of chemistry, used as an
# estimate.
_DOUBLES_PER_C, _USUAL_C = 10.0, 38.0
# How much faster a percent more lye in the water makes it, and hard fats above a usual third: estimates.
_PER_PERCENT, _USUAL_PERCENT = 0.03, 30.0
_PER_HARD, _USUAL_HARD = 0.8, 0.4
# A stage told by eye is worth this much of ln τ: makers differ by a factor of two and more.
_BY_EYE = 0.6
# Thicker than this batter no longer levels under a spatula and a tap: the middle of the last stage.
_LEVELS_PA = 120.0
# Land of an ordinary tip [mm].
_LAND_MM = 20.0
_OFF_MM = 2.0
_CURVE_POINTS = 49
# So many standard deviations either way hold four in five of a normal distribution.
_FOUR_IN_FIVE = 1.2816
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
    growth: Growth
    doubles_min: Figure
    mixed_by: str
    bends_by: dict[str, Bend]
    limits: tuple[Limit, ...]


class Note(Frozen):
    """What was read or done at ``minute`` after mixing. ``value``: ring [mm], height the cup's soap stands [mm], °C.

    ``stage``: of ``stage`` readings; ``seconds``: of blending.
    """

    minute: Annotated[float, Field(ge=-1, le=3000)] = 0.0
    kind: Literal["spread", "slump", "stage", "temperature", "event"]
    value: Annotated[float, Field(ge=-50, le=1000)] = 0.0
    stage: str = ""
    what: BendKind | None = None
    seconds: Annotated[float, Field(ge=0, le=600)] = 0.0


class ReadPoint(Frozen):
    """A reading as the chart shows it [min, Pa]."""

    minute: float
    pa: float
    low: float
    high: float
    how: str


class CurvePoint(Frozen):
    """The fitted curve: middle, and the band that holds four in five [min, Pa]."""

    minute: float
    pa: float
    low: float
    high: float


class Window(Frozen):
    """When a limit opens and closes [min since mixing], in words told from now."""

    limit: Limit
    opens: Crossing
    closes: Crossing | None
    stands: Literal["not yet", "open", "closing", "missed", "unknown"]
    says: str


class ClockFace(Frozen):
    """All that the clock shows of a bowl."""

    bowl: str
    now: float
    pa: Figure
    readings: tuple[ReadPoint, ...]
    curve: tuple[CurvePoint, ...]
    windows: tuple[Window, ...]
    says: str


def bowls_of(loaf: Loaf, result: LoafPlan, cupboard: Cupboard) -> tuple[Bowl, ...]:
    """The bowls whose thickness decides something: those of the loaf's own pot, and of a frosting of its own."""
    return tuple(
        _bowl(loaf, result, cupboard, pot, portion)
        for pot in result.pots
        if pot.kind in ("loaf", "frosting")
        for portion in pot.portions
        if portion.use != "kept"
    )


def _bowl(loaf: Loaf, result: LoafPlan, cupboard: Cupboard, pot: Pot, portion: Portion) -> Bowl:
    heat = next(heat for heat in result.heats if heat.pot == pot.id)
    warm = 2 ** ((heat.mixing.value - _USUAL_C) / _DOUBLES_PER_C)
    water = math.exp(_PER_PERCENT * (pot.lye_concentration_percent - _USUAL_PERCENT))
    hard = heat.hard_fats_g / sum(line.grams for line in pot.ingredients if line.role == "oil")
    fats = math.exp(_PER_HARD * (hard - _USUAL_HARD))
    rate = _ORDINARY_RATE * warm * water * fats
    growth = Growth(
        start=math.log(_START_PA), start_sd=_START_SPREAD, rate=rate, rate_sd=_RATE_SPREAD * rate
    )  # fmt: skip
    doubles = math.log(2) / rate
    bends = {
        f"{pot.id}.colour.{portion.key}": Bend(minute=0, kind="coloured"),
        f"{pot.id}.scent.{portion.key}": Bend(
            minute=0, kind="scented", strength=_scent_strength(loaf, portion, cupboard)
        ),
    }
    return Bowl(
        key=portion.key, name=portion.name, colour=portion.colour, pot=pot.id, density_g_ml=pot.density.value,
        growth=growth,
        doubles_min=Figure(
            value=doubles, unit="min", low=doubles / (1 + _RATE_SPREAD), high=doubles / (1 - _RATE_SPREAD),
            basis="estimate",
            how=f"light trace to piping in 45 min, × {warm:.2f} for {heat.mixing.value:.0f} °C, × {water:.2f} for "
            f"lye at {pot.lye_concentration_percent:.0f} %, × {fats:.2f} for {hard:.0%} hard fats",
            source="30 to 60 min (common practice); the factors are guesses that readings overrule",
        ),
        mixed_by=f"{pot.id}.mix", bends_by=bends, limits=tuple(_limits(loaf, result, pot, portion)),
    )  # fmt: skip


def _scent_strength(loaf: Loaf, portion: Portion, cupboard: Cupboard) -> float:
    """How much faster its scent makes a bowl, as a share of its own rate; from the bottles' notes."""
    colour = next(colour for colour in loaf.colours if colour.id == portion.colour)
    if not colour.scent:
        return 0.0
    blend = next(blend for blend in loaf.blends if blend.id == colour.scent.blend)
    bottles = [cupboard.scents[part.scent] for part in blend.parts]
    known = [
        _ACCELERATES[what][strength - 1]
        for bottle in bottles
        for what, strength in bottle.behaves.items()
        if what in _ACCELERATES
    ]
    return max(known, default=_UNKNOWN_SCENT)


def _limits(loaf: Loaf, result: LoafPlan, pot: Pot, portion: Portion) -> Iterator[Limit]:
    if portion.use == "frosting":
        yield from _piping(loaf, result, pot)
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
                    key=f"layer.{step.id}", what=f"Pour {step.name} onto {under.name}", step=f"loaf.pour.{step.id}",
                    least_pa=hold.needed.value, most_pa=None, why=hold.needed.how,
                )  # fmt: skip
            if _has(step, portion.colour):
                yield Limit(
                    key=f"pour.{step.id}", what=f"{step.name} still levels", step=f"loaf.pour.{step.id}", least_pa=0.0,
                    most_pa=_LEVELS_PA, why="thicker than pudding it no longer levels (estimate)",
                )  # fmt: skip
            under = step
        elif isinstance(step, Lay) and under and _has(under, portion.colour) and step.embed in holds:
            hold_e = holds[step.embed]
            if hold_e.needed.value <= 0 or hold_e.drawn_above:
                continue
            stiff = [ghost.pa for ghost in hold_e.ghosts if ghost.off_mm > _OFF_MM]
            yield Limit(
                key=f"embed.{step.embed}", what=f"Lay {names[step.embed]} in", step=f"loaf.lay.{step.embed}",
                least_pa=hold_e.needed.value, most_pa=min(stiff, default=None), why=hold_e.needed.how,
            )  # fmt: skip


def _piping(loaf: Loaf, result: LoafPlan, pot: Pot) -> Iterator[Limit]:
    if loaf.frosting and result.top:
        high = result.top.stands.value
        yield Limit(
            key="pipe", what=f"Pipe {loaf.frosting.name}", step="loaf.pipe",
            least_pa=needed_to_stand(pot.density.value, high),
            most_pa=stiffest_through(loaf.frosting.bag_mm, loaf.frosting.tip_mm, _LAND_MM),
            why=f"a heap of {high:.0f} mm stands (ρ·g·h/√3); a hand pushes it through {loaf.frosting.tip_mm:g} mm",
        )  # fmt: skip


def _has(step: Pour, colour: str) -> bool:
    return colour in [share.colour for share in step.colours]


def note_reading(note: Note, density_g_ml: float) -> ReadPoint | None:
    """What a note says of the yield stress, with the range that holds four in five such readings, or nothing.

    :raises InputError: out of its test's range, or ``reading.stage``
    """
    reading = _yield_of(note, density_g_ml)
    if reading is None:
        return None
    factor = math.exp(_FOUR_IN_FIVE * reading.spread)
    return ReadPoint(
        minute=note.minute, pa=reading.pa, low=reading.pa / factor, high=reading.pa * factor, how=reading.how
    )


def _yield_of(note: Note, density_g_ml: float) -> YieldReading | None:
    match note.kind:
        case "spread":
            return yield_from_spread(note.value, density_g_ml)
        case "slump":
            return yield_from_slump(CUP_MM - note.value, density_g_ml)
        case "stage":
            stage = next((stage for stage in stages() if stage.key == note.stage), None)
            if stage is None:
                known = ", ".join(stage.key for stage in stages())
                raise InputError.one("reading.stage", "stage", note.stage, f"must be one of {known}", "Choose one.")
            return YieldReading(
                pa=stage.pa, spread=_BY_EYE, basis="estimate", how=f"{stage.name}: {stage.sign}",
                source="by eye; makers differ by a factor of two and more",
            )  # fmt: skip
        case _:
            return None


def check_note(note: Note, bowl: Bowl) -> None:
    """Refuse a reading that cannot be one.

    :raises InputError: ``reading.before_mixing``, or out of its test's range
    """
    if note.minute < 0:
        raise InputError.one(
            "reading.before_mixing", "minute", f"{note.minute:.0f} min", "the pot is not mixed yet", "Mix first."
        )
    _yield_of(note, bowl.density_g_ml)


def read_clock(bowl: Bowl, notes: Sequence[Note], now: float, done: Mapping[str, float] | None = None) -> ClockFace:
    """What the clock shows at ``now`` [min since mixing].

    :param notes: what was read and done, in any order; those later than now are not there yet
    :param done: minutes at which steps that do something to the bowl were done
    """
    notes = [note for note in notes if note.minute <= now + 1e-6]
    points = [point for note in notes if (point := note_reading(note, bowl.density_g_ml))]
    seen = [Seen(minute=p.minute, log_pa=math.log(p.pa), sd=math.log(p.high / p.pa) / _FOUR_IN_FIVE) for p in points]
    model = Thickening(bowl.growth, [*_bends(bowl, notes, done or {}, now)], seen)
    windows = tuple(_window(limit, model, now) for limit in bowl.limits)
    return ClockFace(
        bowl=bowl.key, now=now, pa=_now(model, now, len(seen)), readings=tuple(points), curve=_curve(model, now),
        windows=windows, says=_says(windows, seen),
    )  # fmt: skip


def _bends(bowl: Bowl, notes: Sequence[Note], done: Mapping[str, float], now: float) -> Iterator[Bend]:
    for key, bend in bowl.bends_by.items():
        if key in done and done[key] <= now and bend.strength > 0:
            yield bend.model_copy(update={"minute": max(done[key], 0.0)})
    for note in notes:
        if note.kind == "event" and note.what:
            # Ten seconds of the stick blender are the burst that the usual effect is told for.
            strength = note.seconds / 10 if note.what == "blended" and note.seconds else 1.0
            yield Bend(minute=max(note.minute, 0.0), kind=note.what, strength=min(strength, 6.0))


def _now(model: Thickening, now: float, readings: int) -> Figure:
    mean, sd = model.log_pa([now])
    middle, factor = math.exp(float(mean[0])), math.exp(_FOUR_IN_FIVE * float(sd[0]))
    return Figure(
        value=middle, unit="Pa", low=middle / factor, high=middle * factor, basis="estimate",
        how=f"ln τ straight in time, {readings} readings and the prior of its formula",
        source="four in five such bowls lie in the range",
    )  # fmt: skip


def _curve(model: Thickening, now: float) -> tuple[CurvePoint, ...]:
    end = max(60.0, now + 30.0)
    minutes = [end * i / (_CURVE_POINTS - 1) for i in range(_CURVE_POINTS)]
    mean, sd = model.log_pa(minutes)
    return tuple(
        CurvePoint(minute=t, pa=math.exp(m), low=math.exp(m - _FOUR_IN_FIVE * s), high=math.exp(m + _FOUR_IN_FIVE * s))
        for t, m, s in zip(minutes, mean.tolist(), sd.tolist(), strict=True)
    )


def _window(limit: Limit, model: Thickening, now: float) -> Window:
    opens = model.passes(max(limit.least_pa, 1e-3), now)
    closes = model.passes(limit.most_pa, now) if limit.most_pa else None
    stands, says = _told(opens, closes, now)
    return Window(limit=limit, opens=opens, closes=closes, stands=stands, says=f"{limit.what}: {says}.")


_SURE, _LIKELY = 0.9, 0.5
# A window whose far end is so many times as far off as its near end is no answer.
_TOO_WIDE = 3.0


def _told(
    opens: Crossing, closes: Crossing | None, now: float
) -> tuple[Literal["not yet", "open", "closing", "missed", "unknown"], str]:
    """How a window stands, and the words for it."""
    if closes and closes.chance_now >= _LIKELY:
        return "missed", "no more: it is too thick by now" + (" (likely)" if closes.chance_now < _SURE else "")
    shut = closes.middle if closes else None
    left = f", for about {_minutes(shut - now)}" if shut is not None else ""
    if opens.chance_now >= _SURE:
        soon = closes is not None and closes.early is not None and closes.early - now < 5
        return ("closing" if soon else "open"), f"now{left}"
    if opens.chance_now >= _LIKELY:
        return "open", f"now, most likely: test it first{left}"
    if opens.early is None:
        return "unknown", "not within four hours, as it stands: take a reading"
    early = max(0, math.floor(opens.early - now))
    if opens.middle is None or opens.late is None or opens.late - now > _TOO_WIDE * max(early, 4):
        when = f"not before {early} min from now" if early >= 4 else "at any moment"
        return "unknown", f"{when}, and when cannot be told yet: take a reading {'then' if early >= 4 else 'now'}"
    stays = f", for about {_minutes(shut - opens.middle)}" if shut is not None and shut > opens.middle else ""
    return "not yet", f"in about {_minutes(opens.middle - now)} ({early}–{math.ceil(opens.late - now)}){stays}"


def _minutes(value: float) -> str:
    return f"{max(1, round(value))} min"


def _says(windows: Sequence[Window], seen: Sequence[Seen]) -> str:
    """One line for two metres: what is most pressing."""
    for stands in (("closing",), ("missed",), ("open",), ("not yet", "unknown")):
        pressing = [window for window in windows if window.stands in stands and not _always(window.limit)]
        if pressing:
            return pressing[0].says
    return "Take a reading." if not seen else "Nothing waits for this bowl."


def _always(limit: Limit) -> bool:
    return limit.least_pa <= 0
