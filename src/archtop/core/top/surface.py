"""The top as one surface: how high it stands everywhere, each thing resting on what lies under its foot.

A height field over the loaf's level. Frosting is laid over what is there and adds its own thickness, so that its volume
keeps; motifs of one run lie into each other and not on each other. What is firm rests on the highest point under it, a
ball in the hollow that it finds, and may be pressed in.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from threading import get_ident
from typing import Literal, NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.document import Crown
from archtop.core.geometry import Prism, spans_over
from archtop.core.top.crown import rise_mm
from archtop.core.top.runs import Spot, TopArea
from archtop.core.trade import Motif

__all__ = ["STEP_MM", "Body", "PressedIn", "Rest", "Surface"]

Array = NDArray[np.float64]

# Fine enough for a ruler, coarse enough for a drag.
STEP_MM = 0.5
# What reaches out over an edge of the top is followed so far [mm].
_BEYOND_MM = 30.0
# A flat thing is borne by what lies under the inner part of its foot: what only its edge touches, it leans on. A stated
# guess, as a share of the way to the edge.
_BEARS = 0.6
# How wide a rim stands that fingers push back up [mm]; a stated guess.
_RIM_MM = 8.0

Underside = Literal["flat", "round"]


class Body(NamedTuple):
    """Something firm: its two half axes along and across, its height [mm], and whether it stands flat or is round.

    ``outline``: of its foot, its length along the first axis; ``None``: an ellipse, and round above. ``roundness``:
    how it falls away to the edge of its outline (0: as high everywhere).
    """

    half_long: float
    half_wide: float
    high: float
    underside: Underside = "flat"
    outline: tuple[tuple[float, float], ...] | None = None
    roundness: float = 0.0


class PressedIn(NamedTuple):
    """How something is pressed in: so deep; whether what it pushes aside stands up around it; how far it was drawn."""

    sunk_mm: float = 0.0
    rim: bool = False
    trail_mm: float = 0.0


_LAID = PressedIn()


class Rest(NamedTuple):
    """Where something came to rest: its lowest and its highest point over the level [mm]."""

    up_mm: float
    top_mm: float


class Surface:
    """Heights over the level [mm] on a grid of ``STEP_MM``, shape (along, across).

    :param area: the top
    """

    def __init__(self, area: TopArea) -> None:
        across, along = area.half_wide + _BEYOND_MM, (area.back - area.front) / 2 + _BEYOND_MM
        middle = (area.front + area.back) / 2
        columns, rows = (math.ceil(half / STEP_MM) for half in (across, along))
        self.area = area
        self.xs: Array = STEP_MM * np.arange(-columns, columns + 1, dtype=np.float64)
        self.ys: Array = middle + STEP_MM * np.arange(-rows, rows + 1, dtype=np.float64)
        self.heights: Array = np.zeros((len(self.ys), len(self.xs)))
        # The same without anything firm on it.
        self.soft: Array = np.zeros(self.heights.shape)
        # What has been pushed up around things.
        self.rims: Array = np.zeros(self.heights.shape)
        self._out = np.zeros(self.heights.shape, dtype=bool)

    def crowned(self, crown: Crown) -> None:
        """The batter's own shape."""
        if crown.mound_mm + crown.swell_mm + crown.texture_mm == 0:
            return
        rise = rise_mm(crown, self.area, self.xs[None, :], self.ys[:, None])
        self._spread(np.where(self._inside(), np.maximum(rise, 0.0), 0.0))

    def coated(self, thick_mm: float) -> None:
        """A coat spread over all of it, but for columns that stand out."""
        self._spread(np.where(self._inside() & ~self._out, thick_mm, 0.0))

    def _spread(self, thick: Array) -> None:
        self.heights += thick
        self.soft += thick

    def _inside(self) -> NDArray[np.bool_]:
        return self.area.holds(self.xs[None, :], self.ys[:, None])

    def stands_out(self, prism: Prism, level_mm: float) -> None:
        """A column that reaches out of the batter."""
        top = spans_over(prism.points, self.xs)[1] - level_mm
        there = (self.ys >= prism.y0) & (self.ys <= prism.y1)
        top = np.where(np.isfinite(top), top, 0.0)
        self._out[there] |= top > self.heights[there]
        self.heights[there] = np.maximum(self.heights[there], top)

    def piped(self, spots: Sequence[Spot], motif: Motif) -> list[Rest]:
        """A run laid over what is there; where each of its motifs stands, and how high."""
        if not spots:
            return []
        feet = [self._under(spot, motif.long_mm / 2, motif.wide_mm / 2) for spot in spots]
        top, left = min(foot.rows.start for foot in feet), min(foot.columns.start for foot in feet)
        low, right = max(foot.rows.stop for foot in feet), max(foot.columns.stop for foot in feet)
        laid: Array = np.zeros((low - top, right - left))
        for rows, columns, dome in feet:
            here = laid[rows.start - top : rows.stop - top, columns.start - left : columns.stop - left]
            np.maximum(here, motif.high_mm * dome, out=here)
        places = [self._at(spot.x, spot.y) for spot in spots]
        found = [self.heights[place] for place in places]
        self.heights[top:low, left:right] += laid
        self.soft[top:low, left:right] += laid
        return [Rest(float(up), float(self.heights[place])) for up, place in zip(found, places, strict=True)]

    def set_down(self, spot: Spot, body: Body, pressed: PressedIn = _LAID) -> Rest:
        """Something firm where it comes to rest, pressed in as told."""
        if body.outline:
            return self._set_down_flat(spot, body, pressed, body.outline)
        rows, columns, dome = self._under(spot, body.half_long, body.half_wide)
        under, within = self.heights[rows, columns], dome > 0
        if not within.any():
            up = self.at(spot.x, spot.y) - pressed.sunk_mm
            return Rest(up, up + body.high)
        if body.underside == "round":
            # Its underside curves away: the middle of its height less the half ellipsoid.
            lifted, shape, below = under - body.high / 2 * (1 - dome), body.high / 2 * (1 + dome), 1 - dome
        else:
            lifted, shape, below = under, body.high * dome, np.zeros(dome.shape)
        bears = dome >= math.sqrt(1 - _BEARS**2) if body.underside == "flat" else within
        up = float(lifted[bears if bears.any() else within].max()) - pressed.sunk_mm
        if pressed.rim or pressed.trail_mm:
            aside = np.where(within, np.maximum(under - up - body.high / 2 * below, 0.0), 0.0)
            self._push_aside(spot, body, pressed, float(aside.sum()) * STEP_MM**2)
        np.maximum(under, np.where(within, up + shape, -np.inf), out=under)
        return Rest(up, up + body.high)

    def _set_down_flat(
        self, spot: Spot, body: Body, pressed: PressedIn, outline: tuple[tuple[float, float], ...]
    ) -> Rest:
        """What is as high all over its outline; borne by what lies under the inner part of that."""
        reach = max(math.hypot(*corner) for corner in outline)
        rows, columns, _ = self._under(spot, reach, reach)
        under, within = self.heights[rows, columns], self._covered(spot, outline, rows, columns)
        inner = self._covered(spot, tuple((_BEARS * a, _BEARS * b) for a, b in outline), rows, columns)
        bears = inner if inner.any() else within
        up = (float(under[bears].max()) if bears.any() else self.at(spot.x, spot.y)) - pressed.sunk_mm
        if pressed.rim or pressed.trail_mm:
            aside = np.where(within, np.maximum(under - up, 0.0), 0.0)
            self._push_aside(spot, body, pressed, float(aside.sum()) * STEP_MM**2)
        high = body.high * self._falls_away(spot, body, rows, columns) if body.roundness else body.high
        np.maximum(under, np.where(within, up + high, -np.inf), out=under)
        return Rest(up, up + body.high)

    def _falls_away(self, spot: Spot, body: Body, rows: slice, columns: slice) -> Array:
        """Height of a body at each place as a share of its highest point's: (1 − r²)ᵏ, r the share of the way out."""
        along, across = _in_its_own_axes(self.xs[columns][None, :] - spot.x, self.ys[rows][:, None] - spot.y, spot)
        angles, radii = _edge(body.outline or ())
        edge = np.interp(np.arctan2(across, along), angles, radii)
        found: Array = np.maximum(1 - (along**2 + across**2) / edge**2, 0.0) ** body.roundness
        return found

    def _push_aside(self, spot: Spot, body: Body, pressed: PressedIn, mm3: float) -> None:
        """What something pushes aside: into a rim around it, and out of the groove that it has left behind it.

        A rim is soft: whatever is set down on it sinks in, so that nothing is borne by it.
        """
        reach = math.hypot(body.half_long, body.half_wide) + pressed.trail_mm + _RIM_MM
        part = np.ix_(np.abs(self.ys - spot.y) <= reach, np.abs(self.xs - spot.x) <= reach)
        xs, ys = self.xs[part[1][0]][None, :], self.ys[part[0][:, 0]][:, None]
        along, across = _in_its_own_axes(xs - spot.x, ys - spot.y, spot)
        outside = np.hypot(along / body.half_long, across / body.half_wide) > 1
        # From its middle back along its length, as deep in the middle as it sits and running out at the edges.
        back = np.clip(along, -pressed.trail_mm - body.half_long, 0.0)
        away = np.hypot(along - back, across)
        if pressed.trail_mm:
            depth = pressed.sunk_mm * np.maximum(1 - (away / body.half_wide) ** 2, 0.0)
            bare = outside & (self.heights[part] <= self.soft[part])
            gone = np.where(bare, np.minimum(depth, np.maximum(self.soft[part], 0.0)), 0.0)
            self.soft[part] -= gone
            self.heights[part] -= gone
            mm3 += float(gone.sum()) * STEP_MM**2
        if pressed.rim:
            around = np.hypot(along / (body.half_long + _RIM_MM), across / (body.half_wide + _RIM_MM)) <= 1
            if pressed.trail_mm:
                around |= (away > body.half_wide) & (away <= body.half_wide + _RIM_MM)
            ring = around & outside & self.area.holds(xs, ys)
            self.rims[part] += np.where(ring, mm3 / max(ring.sum() * STEP_MM**2, STEP_MM**2), 0.0)

    @property
    def shown(self) -> Array:
        """Heights with what has been pushed up, shape (along, across)."""
        return np.maximum(self.heights, self.soft + self.rims)

    def _covered(
        self, spot: Spot, outline: tuple[tuple[float, float], ...], rows: slice, columns: slice
    ) -> NDArray[np.bool_]:
        """What an outline covers of a part of the grid."""
        along, across = _in_its_own_axes(self.xs[columns][None, :] - spot.x, self.ys[rows][:, None] - spot.y, spot)
        found: NDArray[np.bool_] = shapely.contains_xy(_prepared(outline, get_ident()), along, across)
        return found

    def at(self, x: float, y: float) -> float:
        """Height over the level [mm] at a place."""
        return float(self.heights[self._at(x, y)])

    def out_of_soft(self, spot: Spot, body: Body, rest: Rest) -> float:
        """How far something that rests there stands out of what is soft under its foot [mm]."""
        rows, columns, dome = self._under(spot, body.half_long, body.half_wide)
        return rest.top_mm - float(self.soft[rows, columns][dome > 0].max(initial=0.0))

    @property
    def highest_mm(self) -> float:
        """The highest point over the level [mm]."""
        return float(self.shown.max(initial=0.0))

    @property
    def volume_ml(self) -> float:
        """Everything over the level [ml]."""
        return float(self.shown.sum()) * STEP_MM**2 / 1000

    def _at(self, x: float, y: float) -> tuple[int, int]:
        row = round((y - self.ys[0]) / STEP_MM)
        column = round((x - self.xs[0]) / STEP_MM)
        return min(max(row, 0), len(self.ys) - 1), min(max(column, 0), len(self.xs) - 1)

    def _under(self, spot: Spot, half_long: float, half_wide: float) -> _Under:
        """The part of the grid under a foot, with the half ellipsoid over it."""
        most = STEP_MM * max(self.heights.shape)
        stamp = _dome(round(spot.turn_deg, 2), round(half_long, 3), round(half_wide, 3), most)
        row, column = self._at(spot.x, spot.y)
        reach_y, reach_x = stamp.shape[0] // 2, stamp.shape[1] // 2
        top, left = max(row - reach_y, 0), max(column - reach_x, 0)
        low, right = min(row + reach_y + 1, len(self.ys)), min(column + reach_x + 1, len(self.xs))
        dome = stamp[top - row + reach_y : low - row + reach_y, left - column + reach_x : right - column + reach_x]
        return _Under(slice(top, low), slice(left, right), dome)


class _Under(NamedTuple):
    """Rows and columns under a foot, and a half ellipsoid one high over them, nothing outside its edge."""

    rows: slice
    columns: slice
    dome: Array


def _in_its_own_axes(dx: Array, dy: Array, spot: Spot) -> tuple[Array, Array]:
    """Places around a thing's middle as it lies [mm]: along its length and across it."""
    turn = math.radians(spot.turn_deg)
    cos, sin = math.cos(turn), math.sin(turn)
    return dy * cos + dx * sin, dx * cos - dy * sin


@lru_cache(maxsize=256)
def _prepared(outline: tuple[tuple[float, float], ...], thread: int) -> shapely.Polygon:  # noqa: ARG001
    """An outline made ready for one thread: it is made ready ever more as it is asked, and two at once break it."""
    shape = shapely.Polygon(outline)
    shapely.prepare(shape)
    return shape


@lru_cache(maxsize=64)
def _edge(outline: tuple[tuple[float, float], ...]) -> tuple[Array, Array]:
    """How far an outline's edge is from its middle [mm] in each direction, in rising order [rad]."""
    ring = shapely.segmentize(shapely.LinearRing(outline), STEP_MM / 2)
    along, across = shapely.get_coordinates(ring).T
    angles, radii = np.arctan2(across, along), np.hypot(along, across)
    order = np.argsort(angles)
    angles, radii = angles[order], radii[order]
    return (
        np.concatenate([angles[-1:] - 2 * np.pi, angles, angles[:1] + 2 * np.pi]),
        np.concatenate([radii[-1:], radii, radii[:1]]),
    )


@lru_cache(maxsize=256)
def _dome(turn_deg: float, half_long: float, half_wide: float, most_mm: float) -> Array:
    """A half ellipsoid one high on the grid, its middle in the middle; shape (along, across), both odd.

    :param most_mm: as far to each side as it is followed: no further than there is a top [mm]
    """
    turn = math.radians(turn_deg)
    cos, sin = math.cos(turn), math.sin(turn)
    reach_y = min(math.hypot(half_long * cos, half_wide * sin), most_mm)
    reach_x = min(math.hypot(half_long * sin, half_wide * cos), most_mm)
    dy = STEP_MM * np.arange(-math.ceil(reach_y / STEP_MM), math.ceil(reach_y / STEP_MM) + 1)[:, None]
    dx = STEP_MM * np.arange(-math.ceil(reach_x / STEP_MM), math.ceil(reach_x / STEP_MM) + 1)[None, :]
    along, across = dy * cos + dx * sin, dx * cos - dy * sin
    found: Array = np.sqrt(np.maximum(0.0, 1 - (along / half_long) ** 2 - (across / half_wide) ** 2))
    return found
