"""What a stream does where it lands: how fast it arrives, how deep it plunges, how wide it spreads, how far it drags.

Plunge: a jet's energy against the drag of a rough cylinder through paste, N·τ·2R with N = 4√2 + 2π (slip lines:
Randolph & Houlsby 1984), D = π/(8N)·R·ρ·v²/τ_tot: half of the energy is taken to be lost as it lands. Spread: a
slumped heap of that area, b = (¾A)^⅔·(ρg/2τ)^⅓. Uncalibrated; trends with height and
thickness are what they are good for.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np

from archtop.core.base import Frozen
from archtop.core.rheology import STANDARD_GRAVITY, heap_half_mm

__all__ = ["DRAG", "Landing", "landing", "wire_reach"]

# Drag on a rough cylinder through paste, by its width and the paste's strength.
DRAG: Final = 4 * math.sqrt(2) + 2 * math.pi

_DENSITY = 1000.0
# Consistency K [Pa·sⁿ] and index n of batter by its yield stress [Pa]: estimates for each stage of trace.
_STAGES_PA = (0.5, 2.0, 6.0, 18.0, 50.0, 120.0)
_K = (0.2, 0.5, 1.2, 3.0, 8.0, 15.0)
_N = (0.85, 0.75, 0.65, 0.55, 0.5, 0.45)


class Landing(Frozen):
    """A stream of some section arriving from a height [mm]."""

    radius_mm: float
    plunge_mm: float
    half_wide_mm: float
    reach_mm: float


def landing(area_mm2: float, fall_mm: float, yield_pa: float, plunges: float = 1.0) -> Landing:
    """What a pass does that adds ``area_mm2`` to the section, falling ``fall_mm`` into batter of ``yield_pa``.

    :param area_mm2: flow over speed of travel
    :param plunges: so many times as deep as that, where a studio's own bars tell [-]
    """
    area, fall = area_mm2 * 1e-6, fall_mm / 1000
    radius = math.sqrt(area / math.pi)
    speed = math.sqrt(2 * STANDARD_GRAVITY * fall)
    flow = _viscous_pa(yield_pa, radius, speed)
    deep = plunges * math.pi / (8 * DRAG) * radius * _DENSITY * speed**2 / (yield_pa + flow)
    plunge = min(deep, fall) if speed > 0 else 0.0
    return Landing(
        radius_mm=radius * 1000,
        plunge_mm=plunge * 1000,
        half_wide_mm=heap_half_mm(area_mm2, yield_pa),
        reach_mm=_reach(yield_pa, radius, flow) * 1000,
    )


def wire_reach(wire_mm: float, speed_mm_s: float, yield_pa: float) -> float:
    """How far from its middle a wire drawn through batter drags it along [mm]."""
    radius = wire_mm / 2000
    return _reach(yield_pa, radius, _viscous_pa(yield_pa, radius, speed_mm_s / 1000)) * 1000


def _viscous_pa(yield_pa: float, radius: float, speed: float) -> float:
    """K·(v/2R)ⁿ: what flowing so fast around so small a thing adds to the yield stress [Pa]."""
    if speed <= 0:
        return 0.0
    log = math.log(max(yield_pa, 0.1))
    k = math.exp(float(np.interp(log, np.log(_STAGES_PA), np.log(_K))))
    n = float(np.interp(log, np.log(_STAGES_PA), _N))
    return float(k * (speed / (2 * radius)) ** n)


def _reach(yield_pa: float, radius: float, viscous_pa: float) -> float:
    """Three radii of what is stiff, ten of what is thin, by the Bingham number [m]."""
    if viscous_pa <= 0:
        return 3 * radius
    return float(radius * (3 + 7 / (1 + (yield_pa / viscous_pa) ** 0.7)))
