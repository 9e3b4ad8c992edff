"""The trace clock against pots of eleven laws, most of which it does not know, and the speed of one answer.

Beside it one who knows all eleven laws and how wide each is drawn, but not which of them a pot goes by: the same
readings weigh thousands of simulated pots (importance sampling). Nobody can tell more from such readings; so where the
clock is no wider and no further off than that, what is left is in the spoon and in the pot.
"""

from __future__ import annotations

import math
import time
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from archtop.core.rheology import Seen, Thickening, TraceEvent
from benchmarks.laws import LAWS, ORDINARY, THRESHOLD_PA, Pot
from benchmarks.timing import line

__all__ = ["Asked", "Found", "Window", "asked", "by_the_clock", "found", "run"]

# A reading takes half a minute; hands have other things to do in between.
_EVERY_MIN, _AT_MOST_MIN = 5.0, 90.0
# What is as good as there needs no window.
_SOON_MIN = 4.0

Window = tuple[float, float, float]


@dataclass(frozen=True)
class Asked:
    """What the clock is told of a pot, when it is asked, and when the pot truly comes to the threshold [min]."""

    seen: Sequence[Seen]
    told: Sequence[TraceEvent]
    now: float
    truth: float


@dataclass(frozen=True)
class Found:
    """Over many pots: how often the window held the truth, and medians of error and width as shares of the wait."""

    held: float
    error: float
    width: float
    pots: int


def asked(law: str, pots: int, readings: int) -> Iterator[Asked]:
    """Pots of one law, each asked after so many readings that could be taken, if it is not there by then."""
    for seed in range(pots):
        pot, minute = Pot(law, seed), 0.0
        seen: list[Seen] = []
        while len(seen) < readings and minute < _AT_MOST_MIN:
            minute += _EVERY_MIN
            reading = pot.read(minute)
            seen += [reading] if reading else []
        truth = pot.passes(THRESHOLD_PA, minute)
        if len(seen) == readings and truth is not None and truth > minute + _SOON_MIN:
            yield Asked(seen=seen, told=[bend for bend in pot.told if bend.minute <= minute], now=minute, truth=truth)


def by_the_clock(given: Asked) -> Window:
    """Earliest, middle and latest minute as the trace clock tells them."""
    answer = Thickening(ORDINARY, given.told, given.seen).passes(THRESHOLD_PA, given.now)
    early, middle, late = (math.inf if value is None else value for value in (answer.early, answer.middle, answer.late))
    return early, middle, late


def found(answer: Callable[[Asked], Window], cases: Sequence[Asked]) -> Found:
    """How an answer does over the pots it was asked about."""
    windows = np.array([answer(case) for case in cases])
    truth, now = (np.array([getattr(case, name) for case in cases]) for name in ("truth", "now"))
    early, middle, late = windows.T
    return Found(
        held=float(((early <= truth + 0.25) & (truth <= late + 0.25)).mean()),
        error=float(np.median(np.abs(middle - truth) / (truth - now))),
        width=float(np.median((late - early) / (truth - now))),
        pots=len(cases),
    )


_EACH, _FROM = 1500, 100_000
_AT: NDArray[np.float64] = np.arange(0.0, 300.0)


@cache
def _all_pots() -> NDArray[np.float64]:
    """ln τ of pots of every law, shape (pots, times): none of those that are asked about."""
    return np.array([Pot(law, _FROM + seed).log_pa(_AT) for law in LAWS for seed in range(_EACH)])


def _by_all_laws(given: Asked) -> Window:
    pots = _all_pots()
    # Read on the minute, so that nothing lies between.
    misfit = sum((pots[:, round(seen.minute)] - seen.log_pa) ** 2 / seen.sd**2 for seen in given.seen)
    weights = np.exp(-np.asarray(misfit) / 2)
    ahead = given.now <= _AT
    thick = pots[:, ahead] >= math.log(THRESHOLD_PA)
    passes = np.where(thick.any(axis=1), _AT[ahead][np.argmax(thick, axis=1)], np.inf)
    order = np.argsort(passes)
    share = np.cumsum(weights[order]) / weights.sum()
    early, middle, late = (float(passes[order][np.searchsorted(share, part)]) for part in (0.1, 0.5, 0.9))
    return early, middle, late


def run(pots: int = 100) -> None:
    """The table of laws, and the time of one answer."""
    for readings in (3, 5):
        for law in LAWS:
            cases = list(asked(law, pots, readings))
            clock, best = found(by_the_clock, cases), found(_by_all_laws, cases)
            line(
                f"{law}, {readings} readings: windows of 80 % hold the truth, of {clock.pots}",
                f"{clock.held:.0%}",
                f"off by {clock.error:.0%} of the wait, {clock.width:.1f} waits wide; "
                f"who knows all laws: {best.held:.0%}, {best.error:.0%}, {best.width:.1f}",
            )
    case = next(iter(asked("straight", 20, 3)))
    by_the_clock(case)
    start = time.perf_counter()
    for _ in range(50):
        by_the_clock(case)
    line("fit and window of one threshold", f"{(time.perf_counter() - start) * 20:.1f} ms")
