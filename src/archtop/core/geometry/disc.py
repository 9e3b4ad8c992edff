"""Any outline as a disc of radius one, so that what is poured into a round mould can be told for every other."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.geometry.outline import Outline, holes_of, points_of

__all__ = ["in_disc"]

Array = NDArray[np.float64]

# Points across an outline that its tables are made from.
_FINE = 160


@lru_cache(maxsize=64)
def _table(outline: Outline) -> tuple[shapely.Polygon, tuple[float, float], Array, Array]:
    """An outline, its middle, and the depths and angles that its area is spread over, each in rising order."""
    shape = shapely.Polygon(points_of(outline), holes_of(outline))
    left, bottom, right, top = shape.bounds
    x, z = np.meshgrid(
        left + (np.arange(_FINE) + 0.5) * (right - left) / _FINE,
        bottom + (np.arange(_FINE) + 0.5) * (top - bottom) / _FINE,
    )
    inside = shapely.contains_xy(shape, x, z)
    x, z = x[inside], z[inside]
    middle = (float(shape.centroid.x), float(shape.centroid.y))
    depths = np.sort(shapely.distance(shape.boundary, shapely.points(x, z)))
    angles = np.sort(np.arctan2(z - middle[1], x - middle[0]))
    return shape, middle, depths, angles


def in_disc(outline: Outline, x: Array, z: Array) -> tuple[Array, Array]:
    """Where points of an outline lie in the disc [radii].

    A point as deep under the edge as so much of the area lies at the radius within which so much of the disc does; its
    angle is the same share of the way around. Of a circle that is the circle itself; of other outlines a ring or a
    sector keeps its share of the area, what is neither keeps it nearly.

    :param x: across from the outline's own middle, ``z``: up from it [mm], of one shape
    """
    shape, middle, depths, angles = _table(outline)
    shares = (np.arange(len(depths)) + 0.5) / len(depths)
    depth = shapely.distance(shape.boundary, shapely.points(x, z))
    radius = np.sqrt(1 - np.interp(depth, depths, shares, left=0.0, right=1.0))
    turned = np.interp(np.arctan2(z - middle[1], x - middle[0]), angles, shares, left=0.0, right=1.0)
    angle = (turned - 0.5) * 2 * math.pi
    return radius * np.cos(angle), radius * np.sin(angle)
