"""How warm a setting loaf gets inside: heat of saponification made in every part of it, led through it and lost.

∂T/∂t = a·∇²T + P(T, α)/(ρc) on a grid of cells, explicit in time. Each outer face loses U·(T − surroundings) through
its mould's wall and the air beyond, the half cell before it included. The reaction heats itself up: dα/dt =
k(T)·(α + α₀)·(1 − α), with k by Arrhenius' law.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

__all__ = ["Face", "Field", "Soap", "Warming", "warming"]

Field = npt.NDArray[np.float64]

_GAS_J_MOL_K = 8.314
_KELVIN = 273.15
# Share of what would be stable without the reaction's heat; the rest is left for what that adds.
_STABLE = 0.8
# Share of the time in which it cools by e that a step may take.
_FOLLOWS = 0.1
# A step that is no longer than this follows the reaction at its quickest [s].
_LONGEST_S = 240.0


class Soap(NamedTuple):
    """Batter as heat knows it.

    ``j_per_g``: what its whole saponification gives off. ``half_h``: until half of it has reacted when kept at
    ``half_at_c``; ``activation_kj``: how that changes with warmth [kJ/mol]; ``begun``: share reacted at the pour.
    """

    g_ml: float
    j_per_g_k: float
    w_per_m_k: float
    j_per_g: float
    half_h: float
    half_at_c: float
    activation_kj: float
    begun: float

    def law(self, step_s: float) -> tuple[float, float]:
        """k(T) as a·exp(b/T), for a step of so many seconds; T in kelvin.

        With one share begun, half is reached after ln((½ + α₀)/(α₀/2))/((1 + α₀)·k).
        """
        a = self.begun
        at_half = math.log((0.5 + a) / (a * 0.5)) / ((1 + a) * self.half_h * 3600)
        slope = self.activation_kj * 1000 / _GAS_J_MOL_K
        return at_half * step_s * math.exp(slope / (self.half_at_c + _KELVIN)), -slope


class Face(NamedTuple):
    """What lies beyond an outer face: how it lets heat through [W/(m² K)], and how warm it is [°C]."""

    w_per_m2_k: float
    at_c: float


class Warming(NamedTuple):
    """A moment: temperature [°C] and share reacted [-] of every cell, (x, y, z); energies so far [J]."""

    hours: float
    t_c: Field
    reacted: Field
    made_j: float
    lost_j: float


def warming(
    soap: Soap,
    cell_mm: tuple[float, float, float],
    start_c: Field,
    reacts: npt.NDArray[np.bool_],
    faces: tuple[tuple[Face, Face], tuple[Face, Face], tuple[Face, Face]],
    *,
    every_h: float,
) -> Iterator[Warming]:
    """The loaf from the pour on, every so many hours, without end.

    :param start_c: temperature of every cell at the pour (x, y, z)
    :param reacts: which cells are fresh batter; the others are pieces of finished soap
    :param faces: before and behind along each axis
    """
    d = np.array(cell_mm) / 1000
    heat_capacity = soap.g_ml * 1e6 * soap.j_per_g_k  # J/(m³ K)
    led = soap.w_per_m_k / d**2
    through = np.array(
        [[1 / (1 / face.w_per_m2_k + d[i] / 2 / soap.w_per_m_k) / d[i] for face in faces[i]] for i in range(3)]
    )
    quickest = sum(map(_most, reacts.shape, led, through))
    # As a whole it cools by e in this time or longer.
    cools_s = heat_capacity / float((through.sum(axis=1) / reacts.shape).sum())
    step_s = min(_STABLE * heat_capacity / quickest, _FOLLOWS * cools_s, _LONGEST_S, every_h * 3600)
    steps = math.ceil(every_h * 3600 / step_s)
    step_s = every_h * 3600 / steps
    t = np.pad(start_c.astype(float), 1)
    for axis, sides in enumerate(faces):
        for side, face in zip((0, -1), sides, strict=True):
            t[_at(axis, side)] = face.at_c
    crossings = [_Crossing(t, axis, led[axis], through[axis], step_s / heat_capacity) for axis in range(3)]
    now = t[1:-1, 1:-1, 1:-1]
    # A finished piece is soap that has nothing left to react.
    left = np.where(reacts, 1.0, 0.0)
    reaction = _Reaction(soap, step_s, left)
    cell_j = heat_capacity * float(np.prod(d))
    fresh, hours = float(left.sum()), 0.0
    while True:
        made = (fresh - float(left.sum())) * soap.j_per_g / soap.j_per_g_k
        lost = sum(crossing.lost() for crossing in crossings)
        yield Warming(hours, now.copy(), 1 - left, made * cell_j, lost * cell_j)
        for _ in range(steps):
            for crossing in crossings:
                crossing.weigh()
            now += reaction.rise(now)
            for crossing in crossings:
                crossing.cross(now)
        hours += every_h


def _most(count: int, led: float, through: Field) -> float:
    """What a cell of a row gives to both sides at most, each so much a kelvin [W/(m³ K)]."""
    if count == 1:
        return float(through.sum())
    return float(led + max(through.max(), led if count > 2 else 0.0))


def _at(axis: int, part: int | slice) -> tuple[int | slice, ...]:
    return (slice(None),) * axis + (part,)


class _Crossing:
    """What a step leads along one axis, between each cell and the next and out through both ends [K].

    The arrays are made once: a grid is so small that making them anew would take as long as the sums.
    """

    def __init__(self, t: Field, axis: int, led: float, through: Field, per_step: float) -> None:
        """:param t: temperatures with a layer around them that stays as warm as it is [°C], (x + 2, y + 2, z + 2)"""
        row = t[tuple(slice(None) if i == axis else slice(1, -1) for i in range(3))]
        self._ahead, self._behind = row[_at(axis, slice(1, None))], row[_at(axis, slice(None, -1))]
        leads = np.full(self._ahead.shape[axis], led * per_step)
        leads[0], leads[-1] = through * per_step
        self._leads = leads.reshape([-1 if i == axis else 1 for i in range(3)])
        self._flow, self._all = np.empty(self._ahead.shape), np.zeros(self._ahead.shape)
        self._in, self._out = self._flow[_at(axis, slice(1, None))], self._flow[_at(axis, slice(None, -1))]
        self._last, self._first = self._all[_at(axis, -1)], self._all[_at(axis, 0)]

    def weigh(self) -> None:
        """Before anything moves."""
        np.subtract(self._ahead, self._behind, out=self._flow)
        self._flow *= self._leads

    def cross(self, now: Field) -> None:
        """Change the cells by it, in place."""
        now += self._in
        now -= self._out
        self._all += self._flow

    def lost(self) -> float:
        """What has left through both ends so far [K·cells]."""
        return float(self._first.sum() - self._last.sum())


class _Reaction:
    """What reacts in a step, in each cell."""

    def __init__(self, soap: Soap, step_s: float, left: Field) -> None:
        """:param left: share of each cell that has not reacted [-], (x, y, z), taken on in place"""
        self._quick, self._slope = soap.law(step_s)
        self._rise_k, self._all = soap.j_per_g / soap.j_per_g_k, 1 + soap.begun
        self._left, self._grown, self._sped = left, np.empty(left.shape), np.empty(left.shape)

    def rise(self, now: Field) -> Field:
        """By how much each cell warms [K], at these temperatures [°C]; good until asked again."""
        grown, sped = self._grown, self._sped
        np.add(now, _KELVIN, out=grown)
        np.divide(self._slope, grown, out=grown)
        np.exp(grown, out=grown)
        grown *= self._quick
        grown *= self._left
        grown *= np.subtract(self._all, self._left, out=sped)
        np.minimum(grown, self._left, out=grown)
        self._left -= grown
        grown *= self._rise_k
        return grown
