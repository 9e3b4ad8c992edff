"""Any outline as a disc of radius one, so that what is poured into a round mould can be told for every other."""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.geometry.outline import Outline, holes_of, points_of

__all__ = ["in_disc"]

Array = NDArray[np.float64]

# Points across an outline that its tables are made from.
_FINE = 200
# Shares of its area at which depths and angles are told.
_SHARES = np.linspace(0.0, 1.0, 1001)


class _Table(NamedTuple):
    """An outline's middle, the depths and angles that its area is spread over, by shares of it, and how deep the
    points of a grid over it lie, shape (rows, columns), from ``left`` and ``bottom`` on, ``cell`` apart [mm].
    """

    middle: tuple[float, float]
    depths: Array
    angles: Array
    deep: Array
    left: float
    bottom: float
    cell: tuple[float, float]


@lru_cache(maxsize=64)
def _table(outline: Outline) -> _Table:
    shape = shapely.Polygon(points_of(outline), holes_of(outline))
    shapely.prepare(shape)
    left, bottom, right, top = shape.bounds
    cell = (right - left) / _FINE, (top - bottom) / _FINE
    x, z = np.meshgrid(left + np.arange(_FINE + 1) * cell[0], bottom + np.arange(_FINE + 1) * cell[1])
    deep = np.where(shapely.contains_xy(shape, x, z), shapely.distance(shape.boundary, shapely.points(x, z)), 0.0)
    # The share of an area is told by the middles of cells.
    x, z = x[1:, 1:] - cell[0] / 2, z[1:, 1:] - cell[1] / 2
    inside = shapely.contains_xy(shape, x, z)
    x, z = x[inside], z[inside]
    middle = (float(shape.centroid.x), float(shape.centroid.y))
    depths = np.quantile(shapely.distance(shape.boundary, shapely.points(x, z)), _SHARES)
    angles = np.quantile(np.arctan2(z - middle[1], x - middle[0]), _SHARES)
    return _Table(middle, depths, angles, deep, left, bottom, cell)


def in_disc(outline: Outline, x: Array, z: Array) -> tuple[Array, Array]:
    """Where points of an outline lie in the disc [radii].

    A point as deep under the edge as so much of the area lies at the radius within which so much of the disc does; its
    angle is the same share of the way around. Of a circle that is the circle itself; of other outlines a ring or a
    sector keeps its share of the area, what is neither keeps it nearly.

    :param x: across from the outline's own middle, ``z``: up from it [mm], of one shape
    """
    from scipy.ndimage import map_coordinates

    of = _table(outline)
    at = np.stack([(np.asarray(z) - of.bottom) / of.cell[1], (np.asarray(x) - of.left) / of.cell[0]])
    depth = map_coordinates(of.deep, at, order=1, mode="nearest")
    radius = np.sqrt(1 - np.interp(depth, of.depths, _SHARES, left=0.0, right=1.0))
    turned = np.interp(np.arctan2(z - of.middle[1], x - of.middle[0]), of.angles, _SHARES, left=0.0, right=1.0)
    angle = (turned - 0.5) * 2 * math.pi
    return radius * np.cos(angle), radius * np.sin(angle)
