"""Strokes taken back: what a falling stream or a wire drags along, walked backwards for many points at once.

ψ = B·(U×r)·(1−s)³·(1+κs), s = r²/c²; B is 0 on walls, floor, surface and embeds. Every formula is written without a
branch and in single precision, so that the compiler takes eight points at a time: a point moves by hundredths of a
micrometre otherwise than in double. (``kernel`` holds this module compiled in its
own cache: after a change here, take that away.)
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numba
import numpy as np

__all__ = ["Stroke", "box", "by_cells", "unstroke"]

_inline: Any = numba.njit(fastmath=True, nogil=True, inline="always", error_model="numpy")
_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True, error_model="numpy")

# Numbers of double precision would carry all that they meet into it.
_0, _1, _2, _3, _6 = np.float32(0), np.float32(1), np.float32(2), np.float32(3), np.float32(6)
_HALF, _SIXTH = np.float32(0.5), np.float32(1 / 6)
# Walls hold over so much of a stroke's reach, a free surface over a shorter way.
_HOLD = 0.6
_TOP = np.float32(1 / 0.35)
# Steps of a quarter of its reach, its tip moving on as each is taken, by the classical Runge-Kutta method: a
# second-order one loses some of a colour, and so do longer steps.
_STEP = 0.25
# What may hold batter besides embeds: walls; floor and surface.
_WALLS, _ENDS = 1, 2
_AT_1, _AT_2, _AT_3 = np.uint64(1), np.uint64(2), np.uint64(3)
# The last cell of a grid ends a little before its last point.
_LAST = 1.001
# Points that the compiler takes together.
_AT_ONCE = 32


class Stroke(NamedTuple):
    """A stroke's step: its tip at the end, half its way, how it sweeps batter along, 1/c² [1/mm²], over how short a way
    walls hold [1/mm], shape, surface, half.
    """

    cx: Any
    cz: Any
    half_x: Any
    half_z: Any
    ux: Any
    uz: Any
    near: Any
    by: Any
    kappa: Any
    level: Any
    half: Any


@_inline
def _within(s: Any) -> Any:
    s = s if s > _0 else _0
    return s if s < _1 else _1


@_inline
def _swept(x: Any, z: Any, of: Stroke, back: Any) -> Any:
    """u = ∂ψ/∂z, w = −∂ψ/∂x and ψ where nothing holds, ``back`` half steps before the step's end."""
    rx, rz = x - of.cx + back * of.half_x, z - of.cz + back * of.half_z
    s = (rx * rx + rz * rz) * of.near
    one = _1 - s
    one = one if one > _0 else _0
    bent = _1 + of.kappa * s
    square = one * one
    shape = square * one * bent
    cross = of.ux * rz - of.uz * rx
    turned = cross * square * (of.kappa * one - _3 * bent) * _2 * of.near
    return of.ux * shape + turned * rz, of.uz * shape - turned * rx, cross * shape


@_inline
def _held_by(x: Any, z: Any, moved: Any, of: Stroke, where: int) -> Any:
    """The same where walls hold, or floor and surface do: the compiler leaves out what is not asked for.

    :param moved: u, w and ψ where nothing holds
    :param where: ``_WALLS`` and ``_ENDS``, as a constant
    """
    u, w, psi = moved
    if where & _WALLS:
        # Never both: a stroke reaches no further than a section is wide, and walls hold over a part of that.
        a = _within((of.half - abs(x)) * of.by)
        hold, slope = a * a * (_3 - _2 * a), math.copysign(_6 * a * (_1 - a) * of.by, x)
        u, w, psi = hold * u, hold * w + slope * psi, hold * psi
    if where & _ENDS:
        c, d = _within(z * of.by), _within((of.level - z) * of.by * _TOP)
        floor, top = c * c * (_3 - _2 * c), d * d * (_3 - _2 * d)
        hold, slope = floor * top, (_6 * c * (_1 - c) * top - floor * _6 * d * (_1 - d) * _TOP) * of.by
        u, w, psi = hold * u + slope * psi, hold * w, hold * psi
    return u, w, psi


@_inline
def _velocity(x: Any, z: Any, of: Stroke, back: Any, where: int) -> Any:
    """How batter moves where no embed is near, and ψ."""
    return _held_by(x, z, _swept(x, z, of, back), of, where)


@_inline
def _free(xs: Any, zs: Any, count: int, of: Stroke, where: int) -> None:
    """One step of a stroke taken back where no embed holds, in place."""
    for i in range(count):
        x, z = xs[i], zs[i]
        a, b, _ = _velocity(x, z, of, _0, where)
        c, d, _ = _velocity(x + _HALF * a, z + _HALF * b, of, _1, where)
        e, f, _ = _velocity(x + _HALF * c, z + _HALF * d, of, _1, where)
        g, h, _ = _velocity(x + e, z + f, of, _2, where)
        xs[i] = x + (a + _2 * c + _2 * e + g) * _SIXTH
        zs[i] = z + (b + _2 * d + _2 * f + h) * _SIXTH


@_jit
def _in_the_open(xs: Any, zs: Any, count: int, of: Stroke) -> None:
    _free(xs, zs, count, of, 0)


@_jit
def _beside_walls(xs: Any, zs: Any, count: int, of: Stroke) -> None:
    _free(xs, zs, count, of, _WALLS)


@_jit
def _between_ends(xs: Any, zs: Any, count: int, of: Stroke) -> None:
    _free(xs, zs, count, of, _ENDS)


@_jit
def _in_a_corner(xs: Any, zs: Any, count: int, of: Stroke) -> None:
    _free(xs, zs, count, of, _WALLS | _ENDS)


@_jit
def by_cells(grids: Any) -> Any:
    """Of each cell of grids its lower left corner, how much more it is right of and above that, and in the corner
    opposite to it than both: shape (g, rows, columns, 4), of single precision; nothing in the last row and column.

    :param grids: shape (g, rows, columns)
    """
    many, rows, columns = grids.shape
    told = np.zeros((many, rows, columns, 4), dtype=np.float32)
    for g in range(many):
        for k in range(rows):
            for i in range(columns):
                corner = grids[g, k, i]
                across = grids[g, k, i + 1] - corner if i + 1 < columns else 0.0
                up = grids[g, k + 1, i] - corner if k + 1 < rows else 0.0
                both = grids[g, k + 1, i + 1] - corner - across - up if i + 1 < columns and k + 1 < rows else 0.0
                told[g, k, i, 0], told[g, k, i, 1], told[g, k, i, 2], told[g, k, i, 3] = corner, across, up, both
    return told


@_jit
def _holds(xs: Any, zs: Any, count: int, grid: tuple[Any, Any, Any, Any], into: Any) -> None:
    """How freely batter moves beside embeds, and the gradient of exactly that interpolation: three rows of ``into``.

    Apart from all else, since what is looked up is not taken eight at a time.
    """
    cells, (nz, nx), half, per = grid
    right, top, columns, four = np.float32(nx - _LAST), np.float32(nz - _LAST), np.uint32(nx), np.uint64(4)
    for p in range(count):
        ax, az = (xs[p] + half) * per, zs[p] * per
        ax = ax if ax > _0 else _0
        az = az if az > _0 else _0
        ax = ax if ax < right else right
        az = az if az < top else top
        i, k = np.uint32(ax), np.uint32(az)
        fx, fz = ax - np.float32(i), az - np.float32(k)
        # Numbers without a sign: else each place is looked at for being counted from the end.
        at = np.uint64(k * columns + i) * four
        corner, across, up, both = cells[at], cells[at + _AT_1], cells[at + _AT_2], cells[at + _AT_3]
        up += fx * both
        into[0, p] = corner + fx * across + fz * up
        into[1, p] = (across + fz * both) * per
        into[2, p] = up * per


@_jit
def _held(at_hand: tuple[Any, Any, int], of: Stroke, grid: tuple[Any, Any, Any, Any], scratch: Any) -> None:
    """The same beside embeds; ``scratch``: of shape (9, points)."""
    xs, zs, count = at_hand
    held, at, sum_, step = scratch[0:3], scratch[3:5], scratch[5:7], scratch[7:9]
    for i in range(count):
        at[0, i], at[1, i], sum_[0, i], sum_[1, i] = xs[i], zs[i], _0, _0
    for stage in range(4):
        _holds(at[0], at[1], count, grid, held)
        counts = _1 if stage in (0, 3) else _2
        onward = _1 if stage == 2 else _HALF
        back = _0 if stage == 0 else _2 if stage == 3 else _1
        for i in range(count):
            u, w, psi = _velocity(at[0, i], at[1, i], of, back, _WALLS | _ENDS)
            step[0, i] = held[0, i] * u + held[2, i] * psi
            step[1, i] = held[0, i] * w - held[1, i] * psi
        for i in range(count):
            sum_[0, i] += counts * step[0, i]
            sum_[1, i] += counts * step[1, i]
            at[0, i], at[1, i] = xs[i] + onward * step[0, i], zs[i] + onward * step[1, i]
    for i in range(count):
        xs[i] += sum_[0, i] * _SIXTH
        zs[i] += sum_[1, i] * _SIXTH


@_jit
def _untouched(within: tuple[float, float, float, float], grids: Any, which: int, sizes: tuple[float, float]) -> bool:
    """Whether nothing is held anywhere in a box."""
    (left, right, low, high), (half, cell) = within, sizes
    nz, nx = grids.shape[1], grids.shape[2]
    for k in range(max(int(low / cell), 0), min(int(high / cell) + 2, nz)):
        for i in range(max(int((left + half) / cell), 0), min(int((right + half) / cell) + 2, nx)):
            if grids[which, k, i, 0] < 1:
                return False
    return True


@_jit
def box(xs: Any, zs: Any, count: int) -> tuple[Any, Any, Any, Any]:
    """The box around so many points: left, right, low, high [mm]."""
    left, right, low, high = xs[0], xs[0], zs[0], zs[0]
    for i in range(count):
        left, right, low, high = min(left, xs[i]), max(right, xs[i]), min(low, zs[i]), max(high, zs[i])
    return left, right, low, high


@_jit
def unstroke(points: tuple[Any, Any, int], op: Any, grids: tuple[Any, Any], scratch: Any, sizes: Any) -> None:
    """A stroke taken back, in place.

    :param points: across and up [mm], of single precision, and how many of them
    :param op: the operation's row
    :param grids: how freely batter moves beside embeds as :func:`by_cells` has it, and around each the box beyond which
        nothing is held [mm]
    :param scratch: room for single numbers, shape (9, points)
    :param sizes: half the section's width and the side of a grid's cell [mm]
    """
    x0, z0, x1, z1, reach = op[2], op[3], op[4], op[5], op[6]
    long = math.hypot(x1 - x0, z1 - z0)
    if long < 1e-6:
        return
    (xs, zs, count), (held, around), (half, cell) = points, grids, sizes
    gain, which = op[7], int(op[10])
    gl, gr, gb, gt = around[which, 0], around[which, 1], around[which, 2], around[which, 3]
    steps = math.ceil(long / (_STEP * reach))
    way_x, way_z, way = (x1 - x0) / steps, (z1 - z0) / steps, long / steps
    # While a step is taken points are asked for a little further on.
    far, wall = gain * way, min(reach, half) * _HOLD
    # As many as are taken at once, or each of the rest takes as long as eight: what lies beyond is of no account.
    full = min(-(-count // _AT_ONCE) * _AT_ONCE, xs.shape[0])
    left, right, low, high = box(xs, zs, count)
    for k in range(steps - 1, -1, -1):
        cx, cz = x0 + (k + 1) * way_x, z0 + (k + 1) * way_z
        # Points that stand together are in reach of its tip together, or none of them is.
        mx, mz = cx - way_x / 2, cz - way_z / 2
        dx, dz = max(left - mx, mx - right, 0.0), max(low - mz, mz - high, 0.0)
        if math.hypot(dx, dz) >= reach + way / 2:
            continue
        of = Stroke(
            np.float32(cx),
            np.float32(cz),
            np.float32(way_x / 2),
            np.float32(way_z / 2),
            np.float32(-gain * way_x),
            np.float32(-gain * way_z),
            np.float32(1 / (reach * reach)),
            np.float32(1 / wall),
            np.float32(op[8]),
            np.float32(op[9]),
            np.float32(half),
        )
        away = right + far < gl or left - far > gr or high + far < gb or low - far > gt
        walls = left - far < wall - half or right + far > half - wall
        ends = low - far < wall or high + far > op[9] - wall / _TOP
        if not away and not _untouched((left - far, right + far, low - far, high + far), held, which, (half, cell)):
            grid = held[which].ravel(), held.shape[1:3], np.float32(half), np.float32(1 / cell)
            _held((xs, zs, full), of, grid, scratch)
        elif walls and ends:
            _in_a_corner(xs, zs, full, of)
        elif walls:
            _beside_walls(xs, zs, full, of)
        elif ends:
            _between_ends(xs, zs, full, of)
        else:
            _in_the_open(xs, zs, full, of)
        if k > 0:
            left, right, low, high = box(xs, zs, count)
