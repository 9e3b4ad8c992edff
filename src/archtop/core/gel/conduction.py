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
    from archtop.core.gel.kernel import advance

    d = np.array(cell_mm) / 1000
    heat_capacity = soap.g_ml * 1e6 * soap.j_per_g_k  # J/(m³ K)
    led = soap.w_per_m_k / d**2
    through = np.array(
        [[1 / (1 / face.w_per_m2_k + d[i] / 2 / soap.w_per_m_k) / d[i] for face in faces[i]] for i in range(3)]
    )
    quickest = float((2 * led).sum() + through.max(axis=1).sum())
    step_s = min(_STABLE * heat_capacity / quickest, _LONGEST_S, every_h * 3600)
    steps = math.ceil(every_h * 3600 / step_s)
    step_s = every_h * 3600 / steps
    law = np.array([*soap.law(step_s), soap.begun, soap.j_per_g / soap.j_per_g_k])
    lead = np.zeros((3, max(reacts.shape), 2))
    lead[:] = (led * step_s / heat_capacity)[:, None, None]
    t = np.pad(start_c.astype(float), 1)
    for i, count in enumerate(reacts.shape):
        for side, (cell, outer) in enumerate(((0, 0), (count - 1, -1))):
            lead[i, cell, side] = through[i, side] * step_s / heat_capacity
            t[(slice(None),) * i + (outer,)] = faces[i][side].at_c
    # A finished piece is soap that has nothing left to react.
    reacted = np.where(reacts, 0.0, 1.0)
    cell_j = heat_capacity * float(np.prod(d))
    hours = made = lost = 0.0
    inner = (slice(1, -1),) * 3
    while True:
        yield Warming(hours, t[inner].copy(), reacted.copy(), made * cell_j, lost * cell_j)
        more_made, more_lost = advance(t, reacted, law, lead, steps)
        made, lost, hours = made + more_made, lost + more_lost, hours + every_h
