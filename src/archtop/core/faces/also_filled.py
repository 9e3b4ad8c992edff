"""Other moulds that the loaf's pot fills, looked at from above and where they are cut."""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import AlsoFilled
from archtop.core.geometry import AnyMould, Polygon, in_disc
from archtop.core.trade import Spot

__all__ = ["AlsoSeen", "seen_from_above", "seen_where_cut"]

Array = NDArray[np.float64]

# An outline from above is told by so many corners to a side.
_CORNERS = 24
_OUTSIDE = -1


class AlsoSeen(NamedTuple):
    """What is seen of a mould: numbers of its colours among its shares, −1 outside; shape (rows, columns), top row
    first; and where the picture lies: its left and its upper edge, how wide a point is [mm].
    """

    colours: NDArray[np.int16]
    left_mm: float
    top_mm: float
    px_mm: float


def seen_from_above(item: AlsoFilled, px_mm: float, random: np.random.Generator) -> AlsoSeen:
    """Its surface, the far end up.

    :param px_mm: how wide a point is [mm]
    """
    mould, level = item.mould, item.level_mm
    front, back = mould.ends(level)
    half = mould.half_width((front + back) / 2, level)
    x, y = _grid(-half, half, front, back, px_mm)
    return _seen(item, (x, y, np.full_like(x, level)), (-half, back, px_mm), random)


def seen_where_cut(item: AlsoFilled, y: float, px_mm: float, random: np.random.Generator) -> AlsoSeen:
    """A cut across it.

    :param y: along its floor [mm], and ``px_mm``: how wide a point is [mm]
    """
    level = item.level_mm
    half = item.mould.half_width(y, level)
    x, z = _grid(-half, half, 0.0, level, px_mm)
    return _seen(item, (x, np.full_like(x, y), z), (-half, level, px_mm), random)


def _grid(left: float, right: float, low: float, high: float, px_mm: float) -> tuple[Array, Array]:
    """Middles of points over a rectangle, top row first."""
    columns, rows = max(2, round((right - left) / px_mm)), max(2, round((high - low) / px_mm))
    xs = left + (np.arange(columns) + 0.5) * (right - left) / columns
    ys = high - (np.arange(rows) + 0.5) * (high - low) / rows
    x, y = np.meshgrid(xs, ys)
    return x, y


def _seen(
    item: AlsoFilled,
    at: tuple[Array, Array, Array],
    lies: tuple[float, float, float],
    random: np.random.Generator,
) -> AlsoSeen:
    """Colours at points inside a mould (across, along, up) [mm].

    Each height is straightened to that of half the filling, whose outline is told as a disc.
    """
    mould, (x, y, z) = item.mould, at
    middle = mould.length_mm / 2
    low, high = mould.ends(item.level_mm / 2)
    # How much wider and longer the mould is at each height than halfway up.
    wide = _halves(mould, np.full_like(z, middle), z) / mould.half_width(middle, item.level_mm / 2)
    ends = np.array([mould.ends(float(one)) for one in np.unique(z)])
    long = np.interp(z, np.unique(z), (ends[:, 1] - ends[:, 0]) / (high - low))
    inside = np.abs(x) <= _halves(mould, y, z)
    disc = in_disc(_outline(mould, item.level_mm / 2), x[inside] / wide[inside], (y[inside] - middle) / long[inside])
    shares = [share.percent / 100 for share in item.colours]
    colours = np.full(x.shape, _OUTSIDE, dtype=np.int16)
    # What is poured so far fills it to the height that its own volumes give.
    heights = np.linspace(0, item.level_mm, _CORNERS + 1)
    poured = [mould.volume_below(float(up)) for up in heights]
    along = np.interp(z[inside], heights, poured) / poured[-1]
    colours[inside] = item.way.shows(shares, Spot(*disc, along), random)
    return AlsoSeen(colours, *lies)


def _halves(mould: AnyMould, y: Array, z: Array) -> Array:
    """Half its width at each place: asked once for each place that differs."""
    places, back = np.unique(np.stack([y.ravel(), z.ravel()]), axis=1, return_inverse=True)
    halves = np.array([mould.half_width(float(along), float(up)) for along, up in places.T])
    found: Array = halves[back].reshape(y.shape)
    return found


@lru_cache(maxsize=32)
def _outline(mould: AnyMould, z: float) -> Polygon:
    """A mould from above at a height, around its middle."""
    front, back = mould.ends(z)
    # Closer together towards the ends, where round ones turn away quickly.
    ys = (front + back) / 2 - np.cos(np.linspace(0, math.pi, _CORNERS + 1)) * (back - front) / 2
    halves = [max(mould.half_width(float(y), z), 0.01) for y in ys]
    right = [(half, float(y) - mould.length_mm / 2) for half, y in zip(halves, ys, strict=True)]
    return Polygon(points=(*right, *((-half, y) for half, y in reversed(right))))
