"""The trace clock on simulated benches: batter that thickens by another law than the clock's, with noise and stirs.

The truth is the rehearsal's batter: ln τ grows fast first and ever slower towards a ceiling, at a rate drawn wider than
the prior's middle, is knocked back by stirs that are told to the clock, and is read with a ring sheet to the nearest
5 mm, every five minutes. Nothing of it uses the clock's own law.
"""

from __future__ import annotations

import math
import time
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from archtop.core import InputError
from archtop.core.bench.rehearsal import Change, SimulatedBatter
from archtop.core.rheology import Growth, Seen, Thickening, TraceEvent, spread_mm, yield_from_spread
from benchmarks.timing import line

__all__ = ["Bench", "Coverage", "run", "run_benches"]

_THRESHOLD_PA = 60.0
_RATE = 0.066
# A reading takes half a minute; hands have other things to do in between.
_EVERY_MIN = 5.0
_PRIOR = Growth(start=math.log(2), start_sd=0.7, rate=_RATE, rate_sd=0.4 * _RATE)


class Bench:
    """A pot with its own speed, ceiling, stirs and hands."""

    def __init__(self, seed: int) -> None:
        self._random = np.random.default_rng(seed)
        speed = _RATE * float(np.exp(self._random.normal(0, 0.35)))
        start = float(self._random.normal(math.log(2), 0.5))
        ceiling = float(self._random.uniform(math.log(300), math.log(3000)))
        self._batter = SimulatedBatter(start=start, speed=speed, ceiling=ceiling)
        self.stirs = sorted(self._random.uniform(2, 18, self._random.integers(0, 3)).tolist())
        knocks = self._random.normal(0.25, 0.1, len(self.stirs))
        self._changes = [Change(minute=at, jump=-float(k)) for at, k in zip(self.stirs, knocks, strict=True)]

    def log_pa(self, minute: float) -> float:
        """The truth: growth of ln τ towards a ceiling, less what stirs took."""
        return self._batter.log_pa(minute, self._changes)

    def passes(self, log_threshold: float, after: float) -> float | None:
        """When it truly passes a threshold [min]."""
        return self._batter.passes(log_threshold, after, self._changes)

    def read(self, minute: float) -> Seen | None:
        """A reading with a ring sheet: a spoon that is never quite level, rings 5 mm apart."""
        spoon = 15 * float(np.exp(self._random.normal(0, 0.07)))
        across = spread_mm(math.exp(self.log_pa(minute) + float(self._random.normal(0, 0.15))), 1.0, spoon)
        try:
            reading = yield_from_spread(round(across / 5) * 5, 1.0)
        except InputError:
            return None
        return Seen(minute=minute, log_pa=math.log(reading.pa), sd=reading.spread)


@dataclass(frozen=True)
class Coverage:
    """Share of benches whose window held the truth, and the median error of the middle, relative to the wait."""

    held: float
    median_error: float
    benches: int


def run_benches(benches: Sequence[Bench], readings: int = 3) -> Coverage:
    """Ask the clock after so many readings, and see when the threshold is truly passed."""
    held, errors = 0, []
    for bench in benches:
        seen: list[Seen] = []
        minute = 5.0
        while len(seen) < readings and minute < 60:
            reading = bench.read(minute)
            seen += [reading] if reading else []
            minute += _EVERY_MIN
        now = minute - _EVERY_MIN
        truth = bench.passes(math.log(_THRESHOLD_PA), now)
        if truth is None or len(seen) < readings or truth <= now + 1:
            continue
        bends = [TraceEvent(minute=at, kind="stirred") for at in bench.stirs if at <= now]
        answer = Thickening(_PRIOR, bends, seen).passes(_THRESHOLD_PA, now)
        late = math.inf if answer.late is None else answer.late
        held += (answer.early or math.inf) <= truth <= late
        errors.append(abs((answer.middle or math.inf) - truth) / truth)
    return Coverage(held=held / len(errors), median_error=float(np.median(errors)), benches=len(errors))


def run(benches: int = 500) -> None:
    """The table of coverage, and the time of one answer."""
    for readings in (1, 2, 3, 5):
        found = run_benches([Bench(seed) for seed in range(benches)], readings)
        line(
            f"windows of {readings} readings hold the truth, of {found.benches} benches",
            f"{found.held:.0%}",
            f"median error {found.median_error:.0%} of the time since mixing",
        )
    bench = Bench(0)
    seen = [reading for minute in (3, 7, 11) if (reading := bench.read(minute))]
    Thickening(_PRIOR, (), seen).passes(60, 12)
    start = time.perf_counter()
    for _ in range(100):
        Thickening(_PRIOR, (), seen).passes(60, 12)
    line("fit and window of one threshold", f"{(time.perf_counter() - start) * 10:.1f} ms")
