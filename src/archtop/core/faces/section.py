"""A mould's section as a rectangle of the same area, and what embeds leave free in its columns.

Maps of batter must keep areas. A leaning section is straightened by ξ = x·w₀/w(z), ζ = ∫w dz / w₀, whose Jacobian is
one. Around embeds, batter fills columns: F(ξ), the share of free area left of ξ, and the free height below a point
straighten what is left of a level to a rectangle again, whatever the embeds' outlines, and again with Jacobian one.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.faces.polygon import away_from, edges_of
from archtop.core.geometry import Mould, Prism, spans_over

__all__ = ["CELL_MM", "COLUMNS", "HOLD_MM", "STACKED", "Columns", "Section", "Spans", "obstacle_of"]

Array = NDArray[np.float64]

# Columns across a section, and how many embeds may lie over each other in one.
COLUMNS, STACKED = 481, 4
# Batter close to an embed hardly moves along with a stroke: so far its hold reaches [mm].
HOLD_MM = 7.0
CELL_MM = 0.75
# Levels are looked up between heights so far apart, up to so far above all embeds [mm].
_LEVELS_MM, _BEYOND_MM = 0.25, 1.0


@dataclass(frozen=True)
class Section:
    """The inside of the mould at one place along it; ``half`` its half-width at the floor [mm]."""

    half: float
    lean: float
    height: float

    @classmethod
    def at(cls, mould: Mould, y: float) -> Section:
        """The section at ``y`` [mm]; beyond the floor's ends it is taken as at them."""
        within = min(max(y, 0.0), mould.length_mm)
        floor, rim = mould.half_width(within, 0.0), mould.half_width(within, mould.height_mm)
        return cls(half=floor, lean=(rim - floor) / mould.height_mm, height=mould.height_mm)

    def straight(self, x: Array, z: Array) -> tuple[Array, Array]:
        """(ξ, ζ) of points of the section [mm]."""
        return x * self.half / (self.half + self.lean * z), z + self.lean * z**2 / (2 * self.half)

    def level(self, z: float) -> float:
        """ζ of a level."""
        return z + self.lean * z**2 / (2 * self.half)

    def outline(self, prism: Prism, y: float) -> Array | None:
        """An embed's outline at ``y`` in (ξ, ζ), shape (n, 2); nothing where it does not reach."""
        if not prism.y0 <= y <= prism.y1:
            return None
        points = _finely(prism.points)
        xi, zeta = self.straight(points[:, 0], points[:, 1])
        return np.column_stack([xi, zeta])


def _finely(points: Array) -> Array:
    """The outline with no edge longer than two millimetres: straightened, a long edge is a curve."""
    ring = shapely.segmentize(shapely.LinearRing(points), 2.0)
    return shapely.get_coordinates(ring)[:-1]


@dataclass(frozen=True)
class Columns:
    """What embeds leave of a level: intervals they take in each column, shape (COLUMNS, STACKED), and F.

    ``straight``: height of the rectangle of the same area.
    """

    low: Array
    high: Array
    share: Array
    free: Array
    straight: float


class Spans:
    """The embeds of a section, column by column; ``at`` a level, what they leave of it."""

    def __init__(self, outlines: Sequence[Array], half: float) -> None:
        self.half = half
        self.xs = np.linspace(-half, half, COLUMNS)
        self.low = np.full((COLUMNS, STACKED), np.inf)
        self.high = np.full((COLUMNS, STACKED), np.inf)
        count = np.zeros(COLUMNS, dtype=int)
        for outline in outlines:
            bottom, top = spans_over(outline, self.xs)
            rows = np.flatnonzero(np.isfinite(bottom) & (count < STACKED))
            self.low[rows, count[rows]], self.high[rows, count[rows]] = np.maximum(bottom[rows], 0), top[rows]
            count[rows] += 1
        if len(outlines) > 1:
            order = np.argsort(self.low, axis=1)
            self.low = np.take_along_axis(self.low, order, axis=1)
            self.high = np.take_along_axis(self.high, order, axis=1)

    def _free(self, level: float) -> Array:
        taken: Array = np.minimum(self.high, level) - np.minimum(self.low, level)
        free: Array = np.maximum(level - taken.sum(axis=1), 1e-9)
        return free

    def area(self, level: float) -> float:
        """Batter's area below a level."""
        free = self._free(level)
        # Trapezoids of equal width.
        return float((free.sum() - (free[0] + free[-1]) / 2) * (self.xs[1] - self.xs[0]))

    def level(self, area: float, low: float, high: float) -> float:
        """The level that batter of that area reaches, between two that it lies between."""
        if not np.isfinite(self.low).any():
            return min(max(area / (2 * self.half), low), high)
        levels, areas = self._filled
        above = max(area - float(areas[-1]), 0.0) / (2 * self.half)
        return min(max(float(np.interp(area, areas, levels)) + above, low), high)

    @cached_property
    def _filled(self) -> tuple[Array, Array]:
        """Levels [mm], every quarter millimetre, and batter's area below each [mm²]."""
        most = float(self.high[np.isfinite(self.high)].max(initial=0.0))
        levels = np.arange(0.0, most + _BEYOND_MM, _LEVELS_MM)
        wide = np.full(COLUMNS, self.xs[1] - self.xs[0])
        wide[[0, -1]] /= 2
        here = np.isfinite(self.low)
        weights = np.broadcast_to(wide[:, None], here.shape)[here]
        taken = _below(self.high[here], weights, levels) - _below(self.low[here], weights, levels)
        return levels, 2 * self.half * levels - taken

    def at(self, level: float) -> Columns:
        """The columns of a level."""
        return self._columns(self._free(level), np.minimum(self.low, level), np.minimum(self.high, level))

    def opened(self, depth: Array, level: float) -> Columns:
        """The columns of a level out of which so much is taken from above, shape (COLUMNS,) [mm]."""
        free, low, high = self._free(level), np.minimum(self.low, level), np.minimum(self.high, level)
        low[:, -1], high[:, -1] = level - depth, level
        return self._columns(np.maximum(free - depth, 1e-9), low, high)

    def _columns(self, free: Array, low: Array, high: Array) -> Columns:
        area = np.concatenate([[0.0], np.cumsum((free[1:] + free[:-1]) / 2 * np.diff(self.xs))])
        return Columns(low=low, high=high, share=area / area[-1], free=free, straight=float(area[-1] / (2 * self.half)))


def _below(heights: Array, weights: Array, levels: Array) -> Array:
    """Σ w·min(h, level) over heights h of weight w [mm, mm], of shape (n,), for each of several levels [mm]."""
    order = np.argsort(heights)
    sums = np.concatenate([[0.0], np.cumsum((weights * heights)[order])])
    left = weights.sum() - np.concatenate([[0.0], np.cumsum(weights[order])])
    reached = np.searchsorted(heights[order], levels)
    found: Array = sums[reached] + left[reached] * levels
    return found


def obstacle_of(outlines: Sequence[Array], half: float, height: float) -> Array:
    """How freely batter moves beside embeds, 0 in them to 1 away from them, on a grid of ``CELL_MM``, shape (z, x).

    :param outlines: of the embeds [mm], each of shape (n, 2)
    :param half: half the section's width, and ``height``: of its straight part [mm]
    """
    free = np.ones((int(height / CELL_MM) + 2, int(2 * half / CELL_MM) + 2))
    x, z = np.meshgrid(np.arange(free.shape[1]) * CELL_MM - half, np.arange(free.shape[0]) * CELL_MM)
    for outline in outlines:
        # Nowhere beyond does it hold.
        ends = np.array([outline.min(axis=0) - HOLD_MM, outline.max(axis=0) + HOLD_MM]) - [-half, 0.0]
        (left, low), (right, high) = np.maximum(np.ceil(ends / CELL_MM), 0).astype(int)
        here = slice(low, high + 1), slice(left, right + 1)
        reach = np.minimum(away_from(edges_of([outline]), x[here], z[here])[0] / HOLD_MM, 1.0)
        free[here] = np.minimum(free[here], reach**2 * (3 - 2 * reach))
    return free
