"""Batter to practise on: it thickens by another law than the trace clock believes in, at a pace nobody is told.

The clock takes ln τ as straight in time. Here it grows fast first and then ever slower towards a ceiling, the way
hydration and gelling curves do; what is done to it jumps or hurries it by amounts drawn once for each pot.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from archtop.core.base import InputError
from archtop.core.rheology import (
    CUP_MM,
    BendKind,
    Growth,
    TraceEvent,
    slump_mm,
    spread_mm,
    stages,
    yield_from_slump,
    yield_from_spread,
)

__all__ = ["Change", "SimulatedBatter", "Spoonful", "change_of", "drawn_batter", "spoonful_of"]

_SPEED_SPREAD, _START_SPREAD = 0.35, 0.5
_CEILING_LOW_PA, _CEILING_HIGH_PA = 300.0, 3000.0
# The growth of a fresh pot against the slope it has on average over its useful time.
_EARLY = 1.35
# What is truly done to a pot: jump of ln τ, or share of its speed, each with its spread from pot to pot.
_JUMPS: Mapping[BendKind, tuple[float, float]] = {
    "stirred": (-0.25, 0.1),
    "blended": (0.35, 0.15),
    "coloured": (-0.15, 0.08),
}
_HURRIES: Mapping[BendKind, tuple[float, float]] = {"warmed": (0.4, 0.15), "cooled": (-0.3, 0.1), "scented": (1.0, 0.3)}
# A spoon that is never quite level, and batter that differs from place to place in its bowl.
_SPOON_ML, _SPOON_SPREAD, _PLACE_SPREAD = 15.0, 0.07, 0.15


@dataclass(frozen=True)
class Change:
    """Something done at ``minute``: ln τ jumps, and the pot is so much faster from then on (a share of its speed)."""

    minute: float
    jump: float = 0.0
    faster: float = 0.0


@dataclass(frozen=True)
class SimulatedBatter:
    """A pot: ln τ at its mixing, its early growth per minute, and the ln τ it never passes."""

    start: float
    speed: float
    ceiling: float

    def log_pa(self, minute: float, changes: Sequence[Change] = ()) -> float:
        """ln τ, ``minute`` after mixing; changes later than that are not there yet."""
        room = self.ceiling - self.start
        aged, at, pace, jumped = 0.0, 0.0, 1.0, 0.0
        for change in sorted(changes, key=lambda item: item.minute):
            if change.minute > minute:
                break
            aged += (change.minute - at) * max(pace, 0.1)
            at, pace, jumped = change.minute, pace + change.faster, jumped + change.jump
        aged += (minute - at) * max(pace, 0.1)
        return self.start + room * (1 - math.exp(-self.speed * _EARLY * aged / room)) + jumped

    def passes(
        self, log_pa: float, after: float, changes: Sequence[Change] = (), within: float = 240.0
    ) -> float | None:
        """The first minute from ``after`` on at which it is so thick, to a twentieth of a minute."""
        minutes = np.arange(after, after + within, 0.05)
        return next((float(minute) for minute in minutes if self.log_pa(float(minute), changes) >= log_pa), None)


def drawn_batter(growth: Growth, seed: int) -> SimulatedBatter:
    """A pot of those that a prior might stand for."""
    random = np.random.default_rng(seed)
    return SimulatedBatter(
        start=float(random.normal(growth.start, _START_SPREAD)),
        speed=growth.rate * float(np.exp(random.normal(0, _SPEED_SPREAD))),
        ceiling=float(random.uniform(math.log(_CEILING_LOW_PA), math.log(_CEILING_HIGH_PA))),
    )


def change_of(bend: TraceEvent, seed: int) -> Change:
    """What something done to a pot truly does."""
    random = np.random.default_rng(seed)
    if bend.kind in _JUMPS:
        mean, spread = _JUMPS[bend.kind]
        return Change(minute=bend.minute, jump=bend.strength * float(random.normal(mean, spread)))
    mean, spread = _HURRIES[bend.kind]
    return Change(minute=bend.minute, faster=bend.strength * float(random.normal(mean, spread)))


@dataclass(frozen=True)
class Spoonful:
    """What a hand sees of a pot: how far a spoonful spreads and how high a cupful stands [mm], and its stage.

    ``None`` where that test is out of its range.
    """

    across_mm: float | None
    stands_mm: float | None
    stage: str


def spoonful_of(log_pa: float, density_g_ml: float, seed: int) -> Spoonful:
    """A spoonful, a cupful and a look at batter of that ln τ."""
    random = np.random.default_rng(seed)
    spoon = _SPOON_ML * float(np.exp(random.normal(0, _SPOON_SPREAD)))
    pa = math.exp(log_pa + float(random.normal(0, _PLACE_SPREAD)))
    across: float | None = spread_mm(pa, density_g_ml, spoon)
    stands: float | None = CUP_MM - slump_mm(pa, density_g_ml)
    try:
        yield_from_spread(across or 0.0, density_g_ml)
    except InputError:
        across = None
    try:
        yield_from_slump(CUP_MM - (stands or 0.0), density_g_ml)
    except InputError:
        stands = None
    near = min(stages(), key=lambda stage: abs(math.log(stage.pa / pa)))
    return Spoonful(across_mm=across, stands_mm=stands, stage=near.key)
