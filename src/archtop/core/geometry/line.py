"""A line drawn through points: where one is after so far along it, and which way it goes there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import shapely

__all__ = ["OnLine", "along_line", "evenly_along"]


class OnLine(NamedTuple):
    """A place on a line [mm], and how far the line is turned there from the second axis [°]."""

    x: float
    y: float
    turn_deg: float


def along_line(points: Sequence[tuple[float, float]], first: float, pitch: float) -> tuple[OnLine, ...]:
    """Places every ``pitch`` along the line through these points, from ``first`` after its beginning on [mm].

    >>> [(at.x, at.y) for at in along_line([(0, 0), (0, 10)], 2, 4)]
    [(0.0, 2.0), (0.0, 6.0), (0.0, 10.0)]
    """
    line = shapely.LineString(points)
    many = math.floor((line.length - first) / pitch + 1e-9) + 1
    return tuple(_at(line, first + i * pitch) for i in range(max(many, 0)))


def evenly_along(points: Sequence[tuple[float, float]], count: int) -> tuple[OnLine, ...]:
    """So many places on the line through these points [mm] from one end to the other; a single one lies halfway.

    >>> [at.y for at in evenly_along([(0, 0), (0, 10)], 3)]
    [0.0, 5.0, 10.0]
    """
    line = shapely.LineString(points)
    if count == 1:
        return (_at(line, line.length / 2),)
    return tuple(_at(line, line.length * i / (count - 1)) for i in range(count))


def _at(line: shapely.LineString, far: float) -> OnLine:
    here = line.interpolate(far)
    step = min(0.5, line.length / 4)
    behind, ahead = line.interpolate(max(far - step, 0.0)), line.interpolate(min(far + step, line.length))
    return OnLine(here.x, here.y, math.degrees(math.atan2(ahead.x - behind.x, ahead.y - behind.y)))
