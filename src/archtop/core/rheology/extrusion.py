"""Piping: what a heap needs to stand, and what a hand can still push through a tip.

- ``needed_to_stand``: ρ·g·h ≤ √3·τ, uniaxial yield after von Mises
- ``stiffest_through``: P ≈ 2·√3·τ·ln(D₀/D) + 4·τ·L/D, velocity terms dropped [Benbow & Bridgwater 1993, Paste Flow and
  Extrusion]
"""

from __future__ import annotations

import math
from typing import Final

from archtop.core.base import InputError
from archtop.core.rheology.holding import STANDARD_GRAVITY

__all__ = ["COMFORTABLE_GRIP_N", "PALM_M2", "highest_heap", "needed_to_stand", "push_pa", "stiffest_through"]

# Grip strength of adults averages about 300 N (both hands' dynamometer norms, from memory); a third of it can be held
# for a
# quarter of an hour. A stated guess of what a hand keeps up, not a limit of what it can.
COMFORTABLE_GRIP_N: Final = 90.0
# Palm and fingers on a bag [m²].
PALM_M2: Final = 0.006


def needed_to_stand(density_g_ml: float, high_mm: float) -> float:
    """Yield stress [Pa] at which a heap of that height keeps its shape.

    >>> round(needed_to_stand(1.01, 20))
    114
    """
    return density_g_ml * STANDARD_GRAVITY * high_mm / math.sqrt(3)


def highest_heap(yield_pa: float, density_g_ml: float) -> float:
    """How high [mm] a heap of that yield stress [Pa] keeps its shape: the same the other way round.

    >>> round(highest_heap(117, 1.0))
    21
    """
    return math.sqrt(3) * yield_pa / (density_g_ml * STANDARD_GRAVITY)


def push_pa(yield_pa: float, bag_mm: float, tip_mm: float, land_mm: float) -> float:
    """Pressure [Pa] that pushes paste from a bag of ``bag_mm`` through an opening of ``tip_mm``, ``land_mm`` long.

    :raises InputError: ``tip.wider_than_bag``
    """
    if tip_mm >= bag_mm:
        raise InputError.one(
            "tip.wider_than_bag",
            "tip_mm",
            tip_mm,
            f"the bag is {bag_mm:g} mm wide",
            "Use a smaller tip or a larger bag.",
        )
    return yield_pa * (2 * math.sqrt(3) * math.log(bag_mm / tip_mm) + 4 * land_mm / tip_mm)


def stiffest_through(bag_mm: float, tip_mm: float, land_mm: float) -> float:
    """Yield stress [Pa] from which a hand no longer keeps up."""
    return COMFORTABLE_GRIP_N / PALM_M2 / push_pa(1.0, bag_mm, tip_mm, land_mm)
