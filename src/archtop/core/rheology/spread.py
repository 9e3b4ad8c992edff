"""Thin spread: a spoonful of batter tipped on a flat sheet stops where its yield stress holds it.

τ = 225·ρ·g·V² / (128·π²·R⁵), for a puddle much wider than it is thick [Roussel & Coussot 2005, J. Rheol. 49(3):705].
"""

from __future__ import annotations

import math
from typing import Final

from archtop.core.base import InputError
from archtop.core.rheology.holding import STANDARD_GRAVITY
from archtop.core.rheology.reading import YieldReading

__all__ = ["RING_MM", "SPOON_ML", "heap_half_mm", "spread_mm", "yield_from_spread"]

# A level tablespoon (15 ml by most countries' standards), and how far two level spoons differ.
SPOON_ML: Final = 15.0
_SPOON_SPREAD: Final = 0.07
# Across a puddle that is told by the nearest of rings 5 mm apart: 5/√12, and as much again for an edge that is no
# circle.
RING_MM: Final = 2.0
# A puddle thicker than this share of its radius is no longer thin, thinner than this [mm] and its skin holds it too.
_THICK, _THIN_MM = 0.45, 1.5
# What is left of the model's own error on a real sheet: a stated guess.
_MODEL_SPREAD: Final = 0.2


def yield_from_spread(
    across_mm: float, density_g_ml: float, volume_ml: float = SPOON_ML, within_mm: float = RING_MM
) -> YieldReading:
    """Yield stress from how far a spoonful spread.

    >>> round(yield_from_spread(80, 1.0, 20).pa), round(yield_from_spread(50, 1.0, 20).pa)
    (7, 72)

    :param across_mm: diameter of the puddle [mm]
    :param within_mm: standard deviation of that diameter [mm]
    :raises InputError: ``spread.too_thick``, ``spread.too_thin``: out of the test's range, with what to do instead
    """
    if across_mm <= 0 or volume_ml <= 0:
        raise InputError.one(
            "spread.nothing", "across_mm", across_mm, "must be more than 0", "Press the ring it reached."
        )
    radius = across_mm / 2000
    depth_mm = volume_ml * 1000 / (math.pi * (across_mm / 2) ** 2)
    if depth_mm > _THICK * across_mm / 2:
        raise InputError.one(
            "spread.too_thick", "across_mm", across_mm, "the spoonful has hardly spread", "Use the cup: it slumps."
        )
    if depth_mm < _THIN_MM:
        raise InputError.one(
            "spread.too_thin",
            "across_mm",
            across_mm,
            f"a puddle of {depth_mm:.1f} mm is held by its skin, not by its thickness",
            "Wait a little.",
        )
    volume = volume_ml * 1e-6
    pa = 225 * density_g_ml * 1000 * STANDARD_GRAVITY * volume**2 / (128 * math.pi**2 * radius**5)
    spread = math.hypot(5 * within_mm / across_mm, 2 * _SPOON_SPREAD, _MODEL_SPREAD)
    return YieldReading(
        pa=pa,
        spread=spread,
        basis="published",
        how=f"225·ρ·g·V²/(128·π²·R⁵) with {volume_ml:g} ml spread to {across_mm:g} mm",
        source=f"Roussel & Coussot 2005, J. Rheol. 49(3):705; spoon ±7 %, across ±{within_mm:.1f} mm, sheet ±20 %",
    )


def heap_half_mm(area_mm2: float, pa: float, density_g_ml: float = 1.0) -> float:
    """Half of how wide [mm] batter lies that slumps along a line: b = (¾A)^⅔·(ρg/2τ)^⅓.

    :param area_mm2: of its cross-section [mm²]
    :param pa: yield stress [Pa]
    """
    half = (0.75 * area_mm2 * 1e-6) ** (2 / 3) * (density_g_ml * 1000 * STANDARD_GRAVITY / (2 * pa)) ** (1 / 3)
    return float(half * 1000)


def spread_mm(pa: float, density_g_ml: float, volume_ml: float = SPOON_ML) -> float:
    """How far across [mm] a spoonful of that yield stress [Pa] spreads: the same law the other way round.

    :param pa: yield stress [Pa]
    """
    volume = volume_ml * 1e-6
    fifth = 225 * density_g_ml * 1000 * STANDARD_GRAVITY * volume**2 / (128 * math.pi**2 * pa)
    return float(2000 * fifth**0.2)
