"""How many pieces a cutter takes from a slab: the cutter laid out in rows, side by side and staggered.

Pitches are found by bringing copies together until they stand ``gap`` apart; every layout is a lattice, so that no two
pieces can overlap once neighbours do not.
"""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np
import shapely
from shapely.affinity import rotate, translate

from archtop.core.base import Frozen, InputError

__all__ = ["Layout", "nest"]

_TURNS_DEG = (0.0, 30.0, 45.0, 60.0, 90.0)
_FINE_MM = 0.01


class Layout(Frozen):
    """Middles of the pieces on the sheet [mm], the cutter's turned ``outline`` around one, share of the sheet used."""

    outline: tuple[tuple[float, float], ...]
    places: tuple[tuple[float, float], ...]
    turn_deg: float
    staggered: bool
    used_percent: float
    grid_count: int


def nest(cutter: shapely.Polygon, sheet_long: float, sheet_wide: float, gap: float) -> Layout:
    """The best of a few lattices, turned and staggered; ``grid_count`` is what a plain grid of boxes would give.

    :param sheet_long: and ``sheet_wide``: of the sheet [mm]
    :param gap: between two pieces [mm]
    :raises InputError: ``nest.none`` when not one piece fits
    """
    layouts = [
        (places, turn, staggered)
        for turn in _TURNS_DEG
        for staggered in (False, True)
        for places in [tuple(_lattice(_turned(cutter, turn), sheet_long, sheet_wide, gap, staggered))]
    ]
    places, turn, staggered = max(layouts, key=lambda item: len(item[0]))
    if not places:
        left, low, right, high = cutter.bounds
        raise InputError.one(
            "nest.none",
            "cutter",
            f"{right - left:.0f} × {high - low:.0f} mm",
            f"does not fit the sheet of {sheet_long:g} × {sheet_wide:g} mm",
            "Use a larger sheet or a smaller cutter.",
        )
    left, low, right, high = cutter.bounds
    grid = math.floor((sheet_long + gap) / (right - left + gap)) * math.floor((sheet_wide + gap) / (high - low + gap))
    return Layout(
        outline=tuple((round(x, 3), round(y, 3)) for x, y in _turned(cutter, turn).exterior.coords[:-1]),
        places=places,
        turn_deg=turn,
        staggered=staggered,
        used_percent=100 * len(places) * cutter.area / (sheet_long * sheet_wide),
        grid_count=grid,
    )


def _turned(cutter: shapely.Polygon, turn: float) -> shapely.Polygon:
    turned = rotate(cutter, turn, origin="center")
    left, low, right, high = turned.bounds
    return translate(turned, -(left + right) / 2, -(low + high) / 2)


def _apart(shape: shapely.Polygon, dx: float, dy: float, gap: float) -> bool:
    return bool(shape.distance(translate(shape, dx, dy)) >= gap - 1e-9) and not shape.intersects(
        translate(shape, dx, dy).buffer(-1e-6)
    )


def _pitch(shape: shapely.Polygon, gap: float) -> float:
    """Least distance along a row, by bisection from the outline's own width."""
    low, high = 0.0, shape.bounds[2] - shape.bounds[0] + gap
    while high - low > _FINE_MM:
        middle = (low + high) / 2
        low, high = (low, middle) if _apart(shape, middle, 0, gap) else (middle, high)
    return high


def _row_pitch(shape: shapely.Polygon, along: float, shift: float, gap: float) -> float:
    """Least distance between rows that are shifted by ``shift`` along."""
    reach = range(-3, 4)
    low, high = 0.0, shape.bounds[3] - shape.bounds[1] + gap
    while high - low > _FINE_MM:
        middle = (low + high) / 2
        free = all(_apart(shape, shift + i * along, middle, gap) for i in reach)
        low, high = (low, middle) if free else (middle, high)
    return high


def _lattice(
    shape: shapely.Polygon, sheet_long: float, sheet_wide: float, gap: float, staggered: bool
) -> Iterator[tuple[float, float]]:
    left, low, right, high = shape.bounds
    along = _pitch(shape, gap)
    shift = along / 2 if staggered else 0.0
    across = _row_pitch(shape, along, shift, gap)
    # Two rows on, the shift is undone: those rows must not meet either.
    if staggered and not _apart(shape, 0, 2 * across, gap):
        across = max(across, _row_pitch(shape, along, 0.0, gap) / 2)
    rows = math.floor((sheet_wide - (high - low)) / across + 1e-9) + 1 if sheet_wide >= high - low else 0
    for row in range(rows):
        first = -left + (shift if row % 2 else 0.0)
        room = sheet_long - right - first
        count = math.floor(room / along + 1e-9) + 1 if room >= 0 else 0
        for column in np.arange(count):
            yield float(first + column * along), float(-low + row * across)
