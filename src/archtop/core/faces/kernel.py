"""Points of a finished face walked backwards through what was done, until they land in batter just poured.

Everything is compiled once and cached on disk; ``warm`` does it ahead of the first question. Coordinates are the
straight ones of the section; every map keeps areas.
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numba
import numpy as np

from archtop.core.faces.opcodes import LAY, LAYER, LINE, NOWHERE, OP, POOL, STROKE

__all__ = ["Tables", "in_any", "walk", "warm"]


class Tables(NamedTuple):
    """What the operations refer to by number; the compiler knows a named tuple.

    ``half``: half the section's width [mm]. Columns of what embeds leave free, mm but for the shares: ``low`` and
    ``high`` of shape (m, COLUMNS, STACKED), ``share`` and ``free`` of (m, COLUMNS), ``straight`` of (m,).
    ``grids``: how freely batter moves beside embeds, (g, rows, columns), of cells of side ``cell`` [mm].
    """

    half: float
    low: Any
    high: Any
    share: Any
    free: Any
    straight: Any
    grids: Any
    cell: float


class _Box(NamedTuple):
    """Half the section's width and the side of a grid's cell [mm]."""

    half: float
    cell: float


class _Tip(NamedTuple):
    """A stroke's tip: its way a step, 1/c² [1/mm²], over how short a way walls hold [1/mm], shape, surface, grid."""

    ux: float
    uz: float
    near: float
    by: float
    kappa: float
    level: float
    which: int


# Arrays go to each function by themselves, numbers in tuples: counting who holds an array inside a tuple takes longer
# than the whole question.
_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True)


@_jit
def _down(at: tuple[float, float], half: float, straight: float, spans: Any, shares: Any) -> tuple[float, float]:
    """From a level with embeds in it to its straight rectangle."""
    (x, z), (low, high), (share, free) = at, spans, shares
    n = share.shape[0]
    place = (x + half) / (2 * half) * (n - 1)
    i = min(max(int(place), 0), n - 2)
    f = place - i
    cumulative = share[i] + f * (share[i + 1] - share[i])
    j = i if f < 0.5 else i + 1
    below = z
    for k in range(low.shape[1]):
        if z > low[j, k]:
            below -= min(z, high[j, k]) - low[j, k]
    return -half + 2 * half * cumulative, below / free[j] * straight


@_jit
def _up(at: tuple[float, float], half: float, straight: float, spans: Any, shares: Any) -> tuple[float, float]:
    """From the straight rectangle back to a level with embeds in it."""
    (x, z), (low, high), (share, free) = at, spans, shares
    wanted = (x + half) / (2 * half)
    n = share.shape[0]
    i = min(max(np.searchsorted(share, wanted) - 1, 0), n - 2)
    span = share[i + 1] - share[i]
    f = (wanted - share[i]) / span if span > 1e-15 else 0.5
    j = i if f < 0.5 else i + 1
    rest = z / straight * free[j]
    height = rest
    for k in range(low.shape[1]):
        if height > low[j, k]:
            height += high[j, k] - low[j, k]
    return -half + 2 * half * (i + f) / (n - 1), height


@_jit
def _across(x: float, half: float, share: Any, table: int) -> float:
    """Share of an area that lies left of x."""
    n = share.shape[1]
    at = (x + half) / (2 * half) * (n - 1)
    i = min(max(int(at), 0), n - 2)
    return share[table, i] + (at - i) * (share[table, i + 1] - share[table, i])


@_jit
def _ramp(s: float) -> tuple[float, float]:
    """A smooth step and its slope: 0 at 0, 1 from 1 on."""
    if s <= 0.0:
        return 0.0, 0.0
    if s >= 1.0:
        return 1.0, 0.0
    return s * s * (3 - 2 * s), 6 * s * (1 - s)


@_jit
def _hold(x: float, z: float, which: int, grids: Any, box: _Box) -> tuple[float, float, float]:
    """How freely batter moves beside embeds, and the gradient of exactly that interpolation."""
    half, cell = box
    _, nz, nx = grids.shape
    ax, az = (x + half) / cell, z / cell
    i, k = min(max(int(ax), 0), nx - 2), min(max(int(az), 0), nz - 2)
    fx, fz = min(max(ax - i, 0.0), 1.0), min(max(az - k, 0.0), 1.0)
    a, b, c, d = grids[which, k, i], grids[which, k, i + 1], grids[which, k + 1, i], grids[which, k + 1, i + 1]
    value = a * (1 - fx) * (1 - fz) + b * fx * (1 - fz) + c * (1 - fx) * fz + d * fx * fz
    gx = ((b - a) * (1 - fz) + (d - c) * fz) / cell
    gz = ((c - a) * (1 - fx) + (d - b) * fx) / cell
    return value, gx, gz


@_jit
def _velocity(at: tuple[float, float], c: tuple[float, float], tip: _Tip, grids: Any, box: _Box) -> tuple[float, float]:
    """Of ψ = B·(U×r)·(1−s)³·(1+κs), s = r²/c²: u = ∂ψ/∂z, w = −∂ψ/∂x; B is 0 on walls, floor, surface and embeds."""
    (x, z), (cx, cz), half = at, c, box.half
    ux, uz, near, by, kappa, level, which = tip
    rx, rz = x - cx, z - cz
    s = (rx * rx + rz * rz) * near
    if s >= 1.0:
        return 0.0, 0.0
    by_top = by * (1 / 0.35)
    cross = ux * rz - uz * rx
    one = 1 - s
    shape = one * one * one * (1 + kappa * s)
    dshape = one * one * (kappa * one - 3 * (1 + kappa * s)) * 2 * near
    if grids.shape[1] == 1 and (half - abs(x)) * by >= 1.0 and z * by >= 1.0 and (level - z) * by_top >= 1.0:
        # Away from everything that holds, B is one.
        return ux * shape + cross * dshape * rz, uz * shape - cross * dshape * rx
    left, dleft = _ramp((half + x) * by)
    right, dright = _ramp((half - x) * by)
    floor, dfloor = _ramp(z * by)
    top, dtop = _ramp((level - z) * by_top)
    if grids.shape[1] > 1:
        held, hx, hz = _hold(x, z, which, grids, box)
    else:
        held, hx, hz = 1.0, 0.0, 0.0
    across, up = left * right, floor * top
    bx = (dleft * right - left * dright) * by * up * held + across * up * hx
    bz = across * (dfloor * by * top - floor * dtop * by_top) * held + across * up * hz
    b = across * up * held
    dz = bz * cross * shape + b * ux * shape + b * cross * dshape * rz
    dx = bx * cross * shape - b * uz * shape + b * cross * dshape * rx
    return dz, -dx


@_jit
def _unstroke(at: tuple[float, float], ops: Any, o: int, grids: Any, box: _Box) -> tuple[float, float]:
    """A stroke taken back: steps of a quarter of its reach, fourth-order Runge-Kutta.

    Tables are asked by their numbers, here and in ``walk``: a row taken out of an array costs more than the question.
    """
    x, z = at
    x0, z0, x1, z1, reach = ops[o, 2], ops[o, 3], ops[o, 4], ops[o, 5], ops[o, 6]
    # Most points lie out of reach of most strokes: that is asked first.
    if x < min(x0, x1) - reach or x > max(x0, x1) + reach or z < min(z0, z1) - reach or z > max(z0, z1) + reach:
        return x, z
    long = ((x1 - x0) ** 2 + (z1 - z0) ** 2) ** 0.5
    if long < 1e-6:
        return x, z
    gain, kappa, level, which = ops[o, 7], ops[o, 8], ops[o, 9], int(ops[o, 10])
    steps = int(np.ceil(long / (0.25 * reach)))
    near, by = 1.0 / (reach * reach), 1.0 / (min(reach, box.half) * 0.6)
    tip = _Tip(-gain * (x1 - x0) / steps, -gain * (z1 - z0) / steps, near, by, kappa, level, which)
    for k in range(steps - 1, -1, -1):
        share = (k + 0.5) / steps
        cx, cz = x0 + share * (x1 - x0), z0 + share * (z1 - z0)
        if (x - cx) ** 2 + (z - cz) ** 2 >= reach * reach:
            continue
        a, b = _velocity((x, z), (cx, cz), tip, grids, box)
        c, d = _velocity((x + a / 2, z + b / 2), (cx, cz), tip, grids, box)
        e, f = _velocity((x + c / 2, z + d / 2), (cx, cz), tip, grids, box)
        g, h = _velocity((x + e, z + f), (cx, cz), tip, grids, box)
        x += (a + 2 * c + 2 * e + g) / 6
        z += (b + 2 * d + 2 * f + h) / 6
    return x, z


@_jit
def _mound(x: float, ops: Any, o: int, half: float) -> tuple[float, float]:
    """Batter lying deeper in one place: how deep at ``x``, and the area of it that lies left of there [mm, mm²]."""
    kind, middle, wide = int(ops[o, 0]), ops[o, 2], ops[o, 3]
    area = 2 * half * (ops[o, 5] - ops[o, 4])
    u = (x - middle) / wide
    if kind == POOL:
        u = min(max(u, -1.0), 1.0)
        t0 = area / wide * 15 / 16
        return t0 * (1 - u * u) ** 2, t0 * wide * (u - 2 * u**3 / 3 + u**5 / 5)
    # From one side: deepest at that wall, and falling off straight to nothing.
    u = min(max(u, 0.0), 1.0)
    t0 = 2 * area / abs(wide)
    return t0 * (1 - u), (t0 * abs(wide) * (u - u * u / 2) - area / 2) * (1.0 if wide > 0 else -1.0)


@_jit
def walk(xs: Any, zs: Any, ops: Any, of: Tables) -> tuple[Any, Any, Any]:
    """Where each point came from: its source, how far across the stream that brought it, and how high in it (0-1).

    :param xs: and ``zs``: the points [mm], shape (p,), which is that of each answer too
    :param ops: operations in the order they were done, shape (n, OP)
    """
    half, low, high, share, free, straight, grids, cell = of
    box = _Box(half, cell)
    count = xs.shape[0]
    source = np.full(count, NOWHERE, dtype=np.int32)
    us = np.zeros(count)
    ups = np.zeros(count)
    for p in range(count):
        x, z = xs[p], zs[p]
        for o in range(ops.shape[0] - 1, -1, -1):
            kind = int(ops[o, 0])
            if kind == LAYER:
                if z >= ops[o, 2]:
                    source[p] = int(ops[o, 1])
                    us[p] = _across(x, half, share, int(ops[o, 4]))
                    ups[p] = min((z - ops[o, 2]) / max(ops[o, 3] - ops[o, 2], 1e-9), 1.0)
                    break
            elif kind == LINE:
                if z >= ops[o, 2] - ops[o, 3]:
                    source[p] = int(ops[o, 1])
                    break
            elif kind == STROKE:
                x, z = _unstroke((x, z), ops, o, grids, box)
            elif kind == LAY:
                after, before = int(ops[o, 2]), int(ops[o, 3])
                x, z = _down((x, z), half, straight[after], (low[after], high[after]), (share[after], free[after]))
                # Along the loaf batter flows to where the embed is not: a section's own area need not be kept.
                z *= straight[before] / straight[after]
                x, z = _up((x, z), half, straight[before], (low[before], high[before]), (share[before], free[before]))
            else:
                h0, h1 = ops[o, 4], ops[o, 5]
                deep, below = _mound(x, ops, o, half)
                if z > h1 - deep:
                    source[p] = int(ops[o, 1])
                    us[p] = min(max(0.5 + below / (2 * half * (h1 - h0)), 0.0), 1.0)
                    break
                x, z = (h1 * x - below) / h0, z * h0 / (h1 - deep)
    return source, us, ups


@_jit
def in_any(x: Any, z: Any, ellipses: Any) -> Any:
    """Which points lie in any of several ellipses.

    :param x: and ``z``: of the points [mm], shape (p,)
    :param ellipses: as :func:`archtop.core.faces.inclusions.shred_cuts` has them, shape (n, 5)
    """
    found = np.zeros(x.shape[0], dtype=np.bool_)
    for k in range(ellipses.shape[0]):
        at_x, at_z, long, short, turn = ellipses[k]
        cos, sin = math.cos(turn), math.sin(turn)
        for p in range(x.shape[0]):
            right, up = x[p] - at_x, z[p] - at_z
            if abs(right) > long or abs(up) > long:
                continue
            along, across = right * cos + up * sin, up * cos - right * sin
            if (along / long) ** 2 + (across / short) ** 2 <= 1:
                found[p] = True
    return found


def warm() -> None:
    """Compile, or load what was compiled, before anybody asks."""
    flat = np.zeros((1, 3, 1))
    of = Tables(1.0, flat, flat, np.array([[0.0, 0.5, 1.0]]), np.ones((1, 3)), np.ones(1), np.ones((1, 3, 3)), 1.0)
    walk(np.zeros(1), np.zeros(1), np.zeros((1, OP)), of)
    in_any(np.zeros(1), np.zeros(1), np.ones((1, 5)))
