"""Slump: a small straight cup of frosting, turned over and lifted off, sinks until its foot holds it.

s/H = 1 − 2τ′·(1 − ln 2τ′), τ′ = τ/(ρ·g·H) [Pashias, Boger, Summers & Glenister 1996, J. Rheol. 40(6):1179].
"""

from __future__ import annotations

import math
from typing import Final

from archtop.core.base import InputError
from archtop.core.rheology.holding import STANDARD_GRAVITY
from archtop.core.rheology.reading import YieldReading

__all__ = ["CUP_MM", "slump_mm", "yield_from_slump"]

# The cup the bench uses: as high as it is wide.
CUP_MM: Final = 40.0
_LEAST, _MOST = 0.05, 0.85
_READ_MM: Final = 1.0
_MODEL_SPREAD: Final = 0.2


def _share(doubled: float) -> float:
    """Slump over height for 2τ′, from 1 (all of it) at 0 to 0 (none) at 1."""
    return 1 - doubled * (1 - math.log(doubled)) if doubled > 0 else 1.0


def slump_mm(pa: float, density_g_ml: float, height_mm: float = CUP_MM) -> float:
    """How far [mm] a cup of that yield stress [Pa] sinks; 0 from half its own pressure on.

    :param pa: yield stress [Pa]
    """
    doubled = min(2 * pa / (density_g_ml * STANDARD_GRAVITY * height_mm), 1.0)
    return height_mm * _share(doubled)


def yield_from_slump(sunk_mm: float, density_g_ml: float, height_mm: float = CUP_MM) -> YieldReading:
    """Yield stress from how far a cup of it sank.

    :param sunk_mm: height of the cup less height of what stands there [mm]
    :raises InputError: ``slump.too_thick``, ``slump.too_thin``: out of the test's range, with what to do instead
    """
    share = sunk_mm / height_mm
    if share < _LEAST:
        raise InputError.one(
            "slump.too_thick",
            "sunk_mm",
            sunk_mm,
            f"under {_LEAST * height_mm:g} mm it cannot be read",
            "It stands: pipe a test piece instead.",
        )
    if share > _MOST:
        raise InputError.one(
            "slump.too_thin",
            "sunk_mm",
            sunk_mm,
            f"over {_MOST * height_mm:g} mm it has run, not sunk",
            "Use the ring sheet.",
        )
    from scipy.optimize import brentq

    doubled = float(brentq(lambda x: _share(x) - share, 1e-9, 1.0))
    full = density_g_ml * STANDARD_GRAVITY * height_mm
    # d(s/H)/d(ln τ) = 2τ′·ln 2τ′: a flat curve, near either end, makes a reading worth less.
    slope = -doubled * math.log(doubled)
    spread = math.hypot(_READ_MM / height_mm / slope, _MODEL_SPREAD)
    return YieldReading(
        pa=doubled * full / 2,
        spread=spread,
        basis="published",
        how=f"s/H = 1 − 2τ′(1 − ln 2τ′) with {sunk_mm:g} of {height_mm:g} mm sunk",
        source="Pashias, Boger, Summers & Glenister 1996, J. Rheol. 40(6):1179; read to ±1 mm, method ±20 %",
    )
