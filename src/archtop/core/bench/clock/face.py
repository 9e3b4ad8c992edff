"""The clock's face: the fitted curve of a bowl, and a window for each of its limits, in words told from now."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.base import FOUR_IN_FIVE, Figure, Frozen, InputError
from archtop.core.bench.clock.bowls import DOUBLES_PER_C, Bowl, Limit
from archtop.core.bench.clock.notes import Note, ReadPoint, note_event, note_reading
from archtop.core.learning import UNKNOWN, Pace, PotPace
from archtop.core.rheology import Crossing, Growth, Seen, Thickening, TraceEvent

__all__ = ["ClockFace", "CurvePoint", "Window", "pot_pace", "read_clock", "scent_pace"]

# Firm as cheese, and no batter any more: a million pascals, a stated guess.
_LOG_SET = math.log(1e6)
_CURVE_POINTS = 49
# A pace takes at least so many readings.
_TELLS = 2
# And readings that say less of a scent than a tenth of what is believed without them teach nothing of it.
_LEAST_LEARNED = 0.1
_ERRATIC = "This pot does not thicken as others do: its last reading counts the most. "


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


def read_clock(bowl: Bowl, notes: Sequence[Note], now: float, done: Mapping[str, float] | None = None) -> ClockFace:
    """What the clock shows at ``now`` [min since mixing].

    :param notes: what was read and done, in any order; those later than now are not there yet
    :param done: minutes at which steps that do something to the bowl were done
    """
    notes = [note for note in notes if note.minute <= now + 1e-6]
    points = _points(bowl, notes)
    seen = _seen(points)
    model = Thickening(_warmed(bowl, notes), [*_bends(bowl, notes, done or {}, now)], seen)
    windows = tuple(_window(limit, model, now) for limit in bowl.limits)
    return ClockFace(
        bowl=bowl.key,
        now=now,
        pa=_now(model, now, len(seen)),
        readings=tuple(points),
        curve=_curve(model, now),
        windows=windows,
        says=(_ERRATIC if model.erratic else "") + _says(windows, seen),
    )


def pot_pace(bowl: Bowl, notes: Sequence[Note], done: Mapping[str, float]) -> PotPace | None:
    """How fast a pot thickened against its formula's promise, once it is over; nothing where it was hardly read.

    :param done: minutes since its pot was mixed at which each step that bears on it was done [min]
    """
    seen = _seen(_points(bowl, notes))
    if len(seen) < _TELLS:
        return None
    growth = _warmed(bowl, notes)
    model = Thickening(growth, [*_bends(bowl, notes, done, math.inf)], seen)
    pace = model.pace()
    return PotPace(log_ratio=pace.mean, sd=pace.sd)


def scent_pace(bowl: Bowl, notes: Sequence[Note], done: Mapping[str, float], pace: Pace = UNKNOWN) -> PotPace | None:
    """How much a scent hurried a bowl against its bottle's notes; nothing where the readings say little of it.

    The readings' own share of what is believed: the posterior with the prior taken out of it again.

    :param done: minutes since its pot was mixed at which each step that bears on it was done [min]
    :param bowl: as its formula promises
    :param pace: how this studio's pots go without regard to scent, or a quick studio's scents would all look quick
    """
    seen = _seen(_points(bowl, notes))
    promised = _warmed(bowl, notes)
    rate = promised.rate * pace.factor
    growth = promised.model_copy(update={"rate": rate, "rate_sd": pace.spread * rate})
    bends = [*_bends(bowl, notes, done, math.inf)]
    numbers = [i for i, bend in enumerate(bends) if bend.kind == "scented" and bend.strength > 0]
    if len(seen) < _TELLS or not numbers:
        return None
    scent = Thickening(growth, bends, seen).bent(numbers[0])
    learned = 1 / scent.sd**2 - 1 / scent.before_sd**2
    if learned < _LEAST_LEARNED / scent.before_sd**2:
        return None
    own = (scent.mean / scent.sd**2 - scent.before / scent.before_sd**2) / learned
    ratio = min(max(own / scent.before, 0.2), 5.0)
    # As sure as of a ratio of one: were it taken at the ratio itself, chance that makes it large would count for more.
    return PotPace(log_ratio=math.log(ratio), sd=math.sqrt(1 / learned) / scent.before)


def _points(bowl: Bowl, notes: Sequence[Note]) -> list[ReadPoint]:
    """What the notes say; one that was in its test's range when it was taken and no longer is says nothing."""
    points = []
    for note in notes:
        try:
            point = note_reading(note, bowl.density_g_ml)
        except InputError:
            # The log only grows: a reading stays in it though the loaf was changed since.
            continue
        if point:
            points.append(point)
    return points


def _seen(points: Sequence[ReadPoint]) -> list[Seen]:
    return [Seen(minute=p.minute, log_pa=math.log(p.pa), sd=math.log(p.high / p.pa) / FOUR_IN_FIVE) for p in points]


def _warmed(bowl: Bowl, notes: Sequence[Note]) -> Growth:
    """The prior at the temperatures that were read in the bowl, instead of the one it was planned to mix at."""
    read = [note.value for note in notes if note.kind == "temperature"]
    if not read:
        return bowl.growth
    factor = 2 ** ((sum(read) / len(read) - bowl.mixing_c) / DOUBLES_PER_C)
    return bowl.growth.model_copy(update={"rate": bowl.growth.rate * factor, "rate_sd": bowl.growth.rate_sd * factor})


def _bends(bowl: Bowl, notes: Sequence[Note], done: Mapping[str, float], now: float) -> Iterator[TraceEvent]:
    for key, bend in bowl.bends_by.items():
        if key in done and done[key] <= now and bend.strength > 0:
            yield bend.model_copy(update={"minute": max(done[key], 0.0)})
    for note in notes:
        if event := note_event(note):
            yield event


def _pa(log_pa: float) -> float:
    """The yield stress [Pa], up to that of soap that is set: a clock that is left for days tells no more."""
    return math.exp(min(max(log_pa, -_LOG_SET), _LOG_SET))


def _now(model: Thickening, now: float, readings: int) -> Figure:
    mean, sd = model.log_pa([now])
    middle, spread = float(mean[0]), FOUR_IN_FIVE * float(sd[0])
    return Figure(
        value=_pa(middle),
        unit="Pa",
        low=_pa(middle - spread),
        high=_pa(middle + spread),
        basis="estimate",
        how=f"{readings} readings and the prior of its formula, averaged over the courses that batter takes: even, "
        "slowing, quickening, late to begin"
        + ("; no course explains these readings, so the last ones count for the most" if model.erratic else ""),
        source="four in five such bowls lie in the range",
    )


def _curve(model: Thickening, now: float) -> tuple[CurvePoint, ...]:
    end = max(60.0, now + 30.0)
    minutes = [end * i / (_CURVE_POINTS - 1) for i in range(_CURVE_POINTS)]
    mean, sd = model.log_pa(minutes)
    return tuple(
        CurvePoint(minute=t, pa=_pa(m), low=_pa(m - FOUR_IN_FIVE * s), high=_pa(m + FOUR_IN_FIVE * s))
        for t, m, s in zip(minutes, mean.tolist(), sd.tolist(), strict=True)
    )


def _window(limit: Limit, model: Thickening, now: float) -> Window:
    opens = model.passes(max(limit.least_pa, 1e-3), now)
    closes = model.passes(limit.most_pa, now) if limit.most_pa else None
    stands, says = _told(opens, closes, now)
    return Window(limit=limit, opens=opens, closes=closes, stands=stands, says=f"{limit.what}: {says}.")


_SURE, _LIKELY = 0.9, 0.5
# So long a span is no answer, unless it is no longer than the wait for its middle is anyhow [min].
_TOO_WIDE_MIN, _TOO_WIDE = 25.0, 2.0
# And one that is longer than its wait is worth another reading, when it may have come to it at the soonest.
_WIDE = 1.0
_SOON_MIN = 4


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
    return _ahead(opens, shut, now)


def _ahead(opens: Crossing, shut: float | None, now: float) -> tuple[Literal["not yet", "unknown"], str]:
    """What is likely still to come: when, how sure that is, and when to look again."""
    if opens.early is None:
        return "unknown", "not within four hours, as it stands: take a reading"
    early = max(0, math.floor(opens.early - now))
    read = f"take a reading {f'in {early} min' if early >= _SOON_MIN else 'now'}"
    if opens.middle is None or opens.late is None:
        return "unknown", f"{_not_before(early)}, and when cannot be told yet: {read}"
    wait, span = opens.middle - now, opens.late - opens.early
    if span > max(_TOO_WIDE_MIN, _TOO_WIDE * wait):
        return "unknown", f"{_not_before(early)}, perhaps in {_minutes(wait)}, but that is far from sure: {read}"
    stays = f", for about {_minutes(shut - opens.middle)}" if shut is not None and shut > opens.middle else ""
    again = f"; {read}" if span > _WIDE * wait else ""
    return "not yet", f"in about {_minutes(wait)} ({early}–{math.ceil(opens.late - now)}){stays}{again}"


def _not_before(early: int) -> str:
    return f"not before {early} min from now" if early >= _SOON_MIN else "at any moment"


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
