"""Pots that thicken by laws the trace clock does not know: what it is held against.

Each is drawn anew from a seed: its own start, a pace wider than the prior's middle, and a law of ln τ in time that
meets an ordinary pot's where it comes to 60 Pa. It is read with a ring sheet as hands read one.
"""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from archtop.core import InputError
from archtop.core.rheology import Growth, Seen, TraceEvent, spread_mm, yield_from_spread

__all__ = ["LAWS", "ORDINARY", "THRESHOLD_PA", "Pot"]

Array = NDArray[np.float64]

THRESHOLD_PA = 60.0
_RATE = math.log(117 / 6) / 45
ORDINARY = Growth(start=math.log(2), start_sd=0.7, rate=_RATE, rate_sd=0.4 * _RATE)
_GROWTH = math.log(THRESHOLD_PA / 2)
_STEP_MIN = 0.25
_MINUTES: Array = np.arange(0, 400, _STEP_MIN)

Random = np.random.Generator


def _summed(rate: Array) -> Array:
    return np.concatenate([[0.0], np.cumsum(rate * _STEP_MIN)[:-1]])


def _straight(_: Random, pace: float) -> Array:
    return pace * _MINUTES


def _power(random: Random, pace: float) -> Array:
    """τ ∝ (1 + t/t₀)ᵖ: as colloids age."""
    meets = _GROWTH / pace
    begins = meets * math.exp(random.uniform(math.log(0.05), math.log(0.4)))
    return _GROWTH * np.log1p(_MINUTES / begins) / math.log1p(meets / begins)


def _late(random: Random, pace: float) -> Array:
    """A sigmoid with an induction: hardly anything, then all at once."""
    meets = _GROWTH / pace
    width, middle = meets * random.uniform(0.12, 0.25), meets * random.uniform(0.5, 0.9)

    def at(minutes: Array | float) -> Array:
        return np.asarray(1 / (1 + np.exp(-(np.asarray(minutes) - middle) / width)))

    return np.asarray(_GROWTH * (at(_MINUTES) - at(0.0)) / (at(meets) - at(0.0)))


def _ceiling(random: Random, pace: float) -> Array:
    room = float(random.uniform(math.log(150), math.log(1500)))
    return np.asarray(room * (1 - np.exp(-1.3 * pace * _MINUTES / room)))


def _drift(random: Random, pace: float) -> Array:
    """Its pace wanders."""
    wander = np.cumsum(random.normal(0, 0.35 * math.sqrt(_STEP_MIN / 20), len(_MINUTES)))
    return _summed(pace * np.exp(wander))


def _by_heat(low: float, high: float) -> Callable[[Random, float], Array]:
    """Warmer or cooler by some degrees in its own time; twice as fast for ten of them. Nobody tells the clock."""

    def law(random: Random, pace: float) -> Array:
        degrees, within = random.uniform(low, high), random.uniform(20, 60)
        return _summed(pace * 2 ** (degrees * (1 - np.exp(-_MINUTES / within)) / 10))

    return law


def _of_another_pace(low: float, high: float) -> Callable[[Random, float], Array]:
    return lambda random, pace: pace * random.uniform(low, high) * _MINUTES


# The law, and how often the pot is stirred, with and without the clock being told.
LAWS: dict[str, tuple[Callable[[Random, float], Array], str]] = {
    "straight": (_straight, ""),
    "power": (_power, ""),
    "late": (_late, ""),
    "ceiling": (_ceiling, ""),
    "drift": (_drift, ""),
    "stirred, told": (_straight, "told"),
    "stirred, not told": (_straight, "untold"),
    "warming": (_by_heat(4, 14), ""),
    "cooling": (_by_heat(-10, -3), ""),
    "twice as quick": (_of_another_pace(1.7, 2.5), ""),
    "half as quick": (_of_another_pace(0.4, 0.6), ""),
}


class Pot:
    """A pot of one law, with its own start, pace, stirs and hands."""

    def __init__(self, law: str, seed: int) -> None:
        self._random = np.random.default_rng([list(LAWS).index(law), seed])
        grows, stirred = LAWS[law]
        pace = _RATE * math.exp(self._random.normal(0, 0.35))
        self._log_pa = self._random.normal(math.log(2), 0.5) + grows(self._random, pace)
        self.told: list[TraceEvent] = []
        for at in self._random.uniform(2, 25, self._random.integers(1, 4)) if stirred else ():
            self._log_pa = self._log_pa - (at <= _MINUTES) * self._random.normal(0.25, 0.1)
            if stirred == "told":
                self.told.append(TraceEvent(minute=float(at), kind="stirred"))

    def log_pa(self, minutes: Array) -> Array:
        """The truth: ln τ so long after the mixing, shape (times,)."""
        return np.interp(minutes, _MINUTES, self._log_pa)

    def passes(self, pa: float, after: float) -> float | None:
        """The first minute from ``after`` on at which it is as thick as ``pa``."""
        there = np.flatnonzero((after <= _MINUTES) & (self._log_pa >= math.log(pa)))
        return float(_MINUTES[there[0]]) if len(there) else None

    def read(self, minute: float) -> Seen | None:
        """A reading with a ring sheet: a spoon that is never quite level, rings 5 mm apart."""
        spoon = 15 * math.exp(self._random.normal(0, 0.07))
        across = spread_mm(math.exp(float(self.log_pa(np.array(minute))) + self._random.normal(0, 0.15)), 1.0, spoon)
        try:
            reading = yield_from_spread(round(across / 5) * 5, 1.0)
        except InputError:
            return None
        return Seen(minute=minute, log_pa=math.log(reading.pa), sd=reading.spread)
