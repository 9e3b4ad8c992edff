"""The crown: how high the last pour stands over its level, wherever one asks."""

from __future__ import annotations

from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Crown
from archtop.core.top.runs import TopArea

__all__ = ["Line", "across", "along", "rise_mm"]

# Where something stands and how high [mm].
Line = tuple[tuple[float, float], ...]
P = TypeVar("P", float, NDArray[np.float64])

_PARTS = 24


def rise_mm(crown: Crown, area: TopArea, x: P, y: P) -> P:
    """Height over the level [mm] at ``x`` across and ``y`` along: a mound across, a swell along, half of the texture.

    A place, or a grid of them. Both are parabolas that end at the walls: each brings two thirds of its height times the
    area.

    >>> area = TopArea(front=0, back=200, half_wide=40, area_mm2=16000)
    >>> [round(rise_mm(Crown(mound_mm=6, swell_mm=3), area, x, y), 2) for x, y in ((0, 100), (40, 100), (0, 0))]
    [9.0, 3.0, 6.0]
    """
    across = x / area.half_wide
    along = (2 * y - area.front - area.back) / (area.back - area.front)
    return crown.mound_mm * (1 - across**2) + crown.swell_mm * (1 - along**2) + crown.texture_mm / 2


def across(crown: Crown, area: TopArea, y: float) -> Line:
    """The crown where the loaf is cut at ``y`` [mm], from wall to wall; nothing where the top is flat."""
    if not _crowned(crown):
        return ()
    xs = [area.half_wide * (2 * i / _PARTS - 1) for i in range(_PARTS + 1)]
    return tuple((x, rise_mm(crown, area, x, y)) for x in xs)


def along(crown: Crown, area: TopArea) -> Line:
    """The crown's ridge from end to end; nothing where the top is flat."""
    if not _crowned(crown):
        return ()
    ys = [area.front + (area.back - area.front) * i / _PARTS for i in range(_PARTS + 1)]
    return tuple((y, rise_mm(crown, area, 0.0, y)) for y in ys)


def _crowned(crown: Crown) -> bool:
    return crown.mound_mm + crown.swell_mm + crown.texture_mm > 0
