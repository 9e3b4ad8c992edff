"""How much of a section lies below a level.

A polygon's chord at height z is piecewise linear in z, so the area below is piecewise quadratic: it is tabulated
once, at the vertices' heights, and read off exactly ever after.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from archtop.core.geometry.outline import Points

__all__ = ["Profile"]


class Profile:
    """Area of a simple polygon, less its holes, below any level.

    :param points: vertices [mm], shape (n, 2), columns x and z
    :param holes: vertices of each hole, the same way
    """

    def __init__(self, points: Points, holes: Sequence[Points] = ()) -> None:
        rings = [_turning(points, True), *(_turning(hole, False) for hole in holes)]
        points = np.vstack(rings)
        end = np.vstack([np.roll(ring, -1, axis=0) for ring in rings])
        self.levels = np.unique(points[:, 1])
        low, high = self.levels[:-1], self.levels[1:]
        # Chords just inside both ends of each strip; at a horizontal edge the chord jumps, so each strip has its own.
        self._at_low, self._at_high = _chords(points, end, low, high)
        strips = (self._at_low + self._at_high) / 2 * (high - low)
        self._below = np.concatenate([[0.0], np.cumsum(strips)])

    @property
    def area(self) -> float:
        """Whole area [mm²]."""
        return float(self._below[-1])

    def below(self, z: float) -> float:
        """Area [mm²] below height ``z`` [mm]."""
        if z <= self.levels[0]:
            return 0.0
        if z >= self.levels[-1]:
            return self.area
        i = int(np.searchsorted(self.levels, z, side="right")) - 1
        height = self.levels[i + 1] - self.levels[i]
        rise = z - self.levels[i]
        chord = self._at_low[i] + (self._at_high[i] - self._at_low[i]) * rise / height
        return float(self._below[i] + (self._at_low[i] + chord) / 2 * rise)


def _turning(ring: Points, left: bool) -> Points:
    """The ring turning left (counter-clockwise), or right: an outline and its holes turn opposite ways."""
    x, z = ring[:, 0], ring[:, 1]
    turns_left = float(np.dot(x, np.roll(z, -1)) - np.dot(z, np.roll(x, -1))) > 0
    return ring if turns_left == left else ring[::-1]


def _chords(points: Points, end: Points, low: Points, high: Points) -> tuple[Points, Points]:
    """Total chord length at the bottom and top of each strip between neighbouring levels, shape (strips,) each.

    Each edge that crosses a strip contributes its x with a sign: right-hand edges add, left-hand edges subtract.
    """
    rising = end[:, 1] - points[:, 1]
    steep = rising != 0
    start, end, rising = points[steep], end[steep], rising[steep]
    slope = (end[:, 0] - start[:, 0]) / rising
    bottom = np.minimum(start[:, 1], end[:, 1])[:, None]
    top = np.maximum(start[:, 1], end[:, 1])[:, None]
    crosses = (bottom <= low) & (top >= high)
    sign = np.sign(rising)[:, None] * crosses
    x_low = start[:, :1] + slope[:, None] * (low - start[:, 1:])
    x_high = start[:, :1] + slope[:, None] * (high - start[:, 1:])
    return np.abs((sign * x_low).sum(axis=0)), np.abs((sign * x_high).sum(axis=0))
