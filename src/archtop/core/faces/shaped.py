"""The top of a pour as a spoon leaves it, as far as its batter bears that until the next pour comes.

A layer of thickness H comes to rest on slopes of τ/(ρ·g·H): what is steeper slumps, and its area keeps (an avalanche of
cells, as sand piles are reckoned: Bak, Tang & Wiesenfeld 1987; the slope by the yield stress, as of a mudflow at rest:
Coussot & Proust 1996).
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.rheology import STANDARD_GRAVITY

__all__ = ["Shape", "shape_held"]

Array = NDArray[np.float64]

# Slumping is reckoned in so many cells across, and in wider ones where that takes more rounds than this, until no slope
# is this much too steep; of what is too steep so much goes on in one.
_CELLS, _WIDE, _ROUNDS, _ENOUGH, _FLOWS = 65, (17, 33), 800, 1.02, 0.45
# And cells to each side that a spoon smooths over.
_SPOON = 2
_DENSITY = 1000.0
# So much stays under a hollow, and over a ridge [mm].
_LEFT_MM = 1.0


class Shape(NamedTuple):
    """``heights``: over the pour's level in each of some columns [mm], their mean zero; ``asked_mm``, ``held_mm``: from
    its lowest to its highest point, as a spoon shapes it and as it stays.
    """

    heights: Array
    asked_mm: float
    held_mm: float


def shape_held(
    points: Sequence[tuple[float, float]], half_mm: float, thick: tuple[float, float], pa: float, columns: int
) -> Shape:
    """A pour's top as it stays.

    :param points: across from the left wall (−1) to the right one (1), and over the level [mm]; in any order
    :param half_mm: half the section's width
    :param thick: of the pour itself, and of what comes onto it [mm]
    :param pa: its batter's yield stress [Pa]
    :param columns: evenly across, in which heights are told
    """
    coarse = _slumped(tuple(sorted(points)), half_mm, max(thick[0], 1.0), pa)
    asked = float(np.ptp([z for _, z in points]))
    # Nothing goes deeper than the pour, nor through what comes onto it.
    ways = (thick[1], coarse.max()), (thick[0], -coarse.min())
    coarse = coarse * min([1.0, *(max(far - _LEFT_MM, 0.0) / most for far, most in ways if most > 0)])
    heights = np.interp(np.linspace(-1, 1, columns), np.linspace(-1, 1, len(coarse)), coarse)
    heights -= _mean(heights)
    return Shape(heights, asked, float(np.ptp(heights)))


@lru_cache(maxsize=64)
def _slumped(points: tuple[tuple[float, float], ...], half_mm: float, thick_mm: float, pa: float) -> Array:
    """Heights in the cells [mm], their mean zero, once nothing is too steep."""
    xs, zs = np.array(points).T
    heights, places = zs, xs
    # Where much has to go far, it goes there in a few rounds of wide cells.
    for cells in (_CELLS, *_WIDE, _CELLS):
        across = np.linspace(-1, 1, cells)
        heights, places = np.interp(across, places, heights), across
        steepest = 2 * half_mm / (cells - 1) * pa / (_DENSITY * STANDARD_GRAVITY * thick_mm / 1000)
        if _avalanches(heights, steepest) and cells == _CELLS:
            break
    # A spoon leaves no edges.
    smooth = np.convolve(np.pad(heights, _SPOON, mode="edge"), np.full(2 * _SPOON + 1, 1 / (2 * _SPOON + 1)), "valid")
    return np.asarray(smooth - _mean(smooth))


def _avalanches(heights: Array, steepest_mm: float) -> bool:
    """Let down in place what is steeper than that from one cell to the next; whether nothing is left so."""
    for _ in range(_ROUNDS):
        steps = np.diff(heights)
        if np.abs(steps).max() <= _ENOUGH * steepest_mm:
            return True
        flows = _FLOWS * np.sign(steps) * np.maximum(np.abs(steps) - steepest_mm, 0.0)
        # A wall's cell is half as wide as the others.
        heights[1:-1] += flows[1:] - flows[:-1]
        heights[0] += 2 * flows[0]
        heights[-1] -= 2 * flows[-1]
    return False


def _mean(heights: Array) -> float:
    """By the trapezoid rule."""
    return float((heights[1:] + heights[:-1]).mean() / 2)
