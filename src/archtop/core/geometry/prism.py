"""A piece laid in the loaf: a prism of its outline, lengthwise, and whether it fits.

- ``Prism``: outline, place and length
- ``clearance_of``: room to wall, floor, rim and ends
- ``overlap_mm2``: how far two pieces claim the same place
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cached_property

import numpy as np
import shapely

from archtop.core.base import Frozen
from archtop.core.geometry.moulds import Mould
from archtop.core.geometry.outline import Points
from archtop.core.geometry.profile import Profile

__all__ = ["Clearance", "Prism", "clearance_of", "overlap_mm2"]


class Prism:
    """An outline turned by ``turn_deg``, its middle ``at`` (x, z), ``along`` the loaf from y0 to y1; all mm.

    :param points: the outline's vertices around its middle, shape (n, 2)
    :param holes: vertices of the holes that run through it, the same way
    """

    def __init__(
        self,
        points: Points,
        at: tuple[float, float],
        turn_deg: float,
        along: tuple[float, float],
        holes: Sequence[Points] = (),
    ) -> None:
        turn = math.radians(turn_deg)
        rotation = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
        self.points = points @ rotation + np.array(at)
        self.holes = tuple(hole @ rotation + np.array(at) for hole in holes)
        self.y0, self.y1 = along

    @cached_property
    def profile(self) -> Profile:
        """Area below any level."""
        return Profile(self.points, self.holes)

    @cached_property
    def shape(self) -> shapely.Polygon:
        """The section for set operations."""
        return shapely.Polygon(self.points, self.holes)

    @property
    def length(self) -> float:
        """Length along the loaf [mm]."""
        return self.y1 - self.y0

    @property
    def volume(self) -> float:
        """Whole volume [mm³]."""
        return self.profile.area * self.length

    @cached_property
    def bottom(self) -> float:
        """Lowest height [mm]."""
        return float(self.points[:, 1].min())

    @cached_property
    def top(self) -> float:
        """Greatest height [mm]."""
        return float(self.points[:, 1].max())

    def immersed(self, level: float) -> float:
        """Volume [mm³] below ``level`` [mm]."""
        return self.profile.below(level) * self.length

    def length_within(self, y0: float, y1: float) -> float:
        """Length [mm] of the piece between two cuts."""
        return max(0.0, min(self.y1, y1) - max(self.y0, y0))


class Clearance(Frozen):
    """Room [mm] left around a piece over its whole length; negative means through. ``rim`` below 0: stands above."""

    wall: float
    floor: float
    rim: float
    ends: float


def clearance_of(prism: Prism, mould: Mould) -> Clearance:
    """Room between a piece and the inside of the mould.

    The wall leans linearly with height, so the closest point is always a vertex; along the length the bow only makes
    room, so the narrowest place is one of the piece's two ends.
    """
    x, z = np.abs(prism.points[:, 0]), prism.points[:, 1]
    lean = [mould.half_width(y, 1.0) - mould.half_width(y, 0.0) for y in (prism.y0, prism.y1)]
    wall = float((mould.width_mm / 2 + np.maximum(z, 0.0) * min(lean) - x).min())
    front, back = mould.ends(max(prism.bottom, 0.0))
    return Clearance(
        wall=wall,
        floor=prism.bottom,
        rim=mould.height_mm - prism.top,
        ends=min(prism.y0 - front, back - prism.y1),
    )


def overlap_mm2(a: Prism, b: Prism) -> float:
    """Area [mm²] that two pieces both claim in section; zero when they do not meet along the loaf."""
    if min(a.y1, b.y1) - max(a.y0, b.y0) <= 1e-6:
        return 0.0
    return float(a.shape.intersection(b.shape).area)
