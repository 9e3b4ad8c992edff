"""Points of a finished face walked backwards through what was done, until they land in batter just poured.

Everything is compiled once and cached on disk; ``warm`` does it ahead of the first question. Coordinates are the
straight ones of the section; every map keeps areas. Points are taken in handfuls that stand together, each through
all of the work: what none of them is touched by is asked once for all.
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numba
import numpy as np

from archtop.core.faces.flows import led_from, unflow, unsink
from archtop.core.faces.opcodes import FLOW, HEAP, LAY, LAYER, LINE, NOWHERE, OP, POOL, SINK, STROKE
from archtop.core.faces.strokes import box, by_cells, unstroke

__all__ = ["Tables", "in_any", "walk", "warm"]

# Points that are walked together.
_HANDFUL = 128


class Tables(NamedTuple):
    """What the operations refer to by number; the compiler knows a named tuple.

    ``half``: half the section's width [mm]. Columns of what embeds leave free, mm but for the shares: ``low`` and
    ``high`` of shape (m, COLUMNS, STACKED), ``share`` and ``free`` of (m, COLUMNS), ``straight`` of (m,); ``begin``: in
    which column each share that columns would have alone begins, of (m, COLUMNS).
    ``rows``: of level bands, from where to where embeds reach across at each height [mm], two of (r, ROWS, STACKED),
    and the share of the band's area under it, (r, ROWS). ``edges``: how far a layer's boundary is off its level in each
    column [mm], (e, COLUMNS). ``sinks``: of what sank in, (k, 3, COLUMNS). ``grids``: how freely batter moves beside
    embeds, (g, rows, columns, 4), as :func:`strokes.by_cells` has them, in cells of side ``cell`` [mm], each with the
    box ``around`` it beyond which nothing is held, (g, 4) [mm]. ``flows``: where what is led about came from,
    (f, 2, rows, columns) [mm].
    """

    half: float
    low: Any
    high: Any
    share: Any
    free: Any
    begin: Any
    straight: Any
    rows: Any
    edges: Any
    sinks: Any
    grids: Any
    around: Any
    flows: Any
    cell: float


# Arrays go to each function by themselves, numbers in tuples: counting who holds an array inside a tuple takes longer
# than the whole question. What is asked of single points is written into the loop over them for the same reason.
_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True, error_model="numpy")
_inline: Any = numba.njit(fastmath=True, nogil=True, inline="always", error_model="numpy")


@_inline
def _down(at: tuple[float, float], sizes: tuple[float, float], spans: Any, shares: Any) -> tuple[float, float]:
    """From a level with embeds in it to its straight rectangle; ``sizes``: the section's half and that one's height."""
    (x, z), (half, straight), (low, high), (share, free, _) = at, sizes, spans, shares
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


@_inline
def _up(at: tuple[float, float], sizes: tuple[float, float], spans: Any, shares: Any) -> tuple[float, float]:
    """From the straight rectangle back to a level with embeds in it."""
    (x, z), (half, straight), (low, high), (share, free, begin) = at, sizes, spans, shares
    wanted = (x + half) / (2 * half)
    n = share.shape[0]
    i = begin[min(max(int(wanted * (n - 1)), 0), n - 1)]
    while i < n - 2 and share[i + 1] < wanted:
        i += 1
    span = share[i + 1] - share[i]
    f = (wanted - share[i]) / span if span > 1e-15 else 0.5
    j = i if f < 0.5 else i + 1
    height = z / straight * free[j]
    for k in range(low.shape[1]):
        if height > low[j, k]:
            height += high[j, k] - low[j, k]
    return -half + 2 * half * (i + f) / (n - 1), height


@_inline
def _read(x: float, half: float, table: Any) -> float:
    """Of what is told column by column, at x."""
    n = table.shape[0]
    at = (x + half) / (2 * half) * (n - 1)
    i = min(max(int(at), 0), n - 2)
    return table[i] + (at - i) * (table[i + 1] - table[i])


@_inline
def _in_band(at: tuple[float, float], op: Any, half: float, band: Any) -> tuple[float, float]:
    """Where in a level band a point lies: share of its level that is left of it, and of the band's area under it.

    It fills level by level, beside whatever stands in it: at each level what is left of a point there is told.
    """
    (x, z), (left, right, share) = at, band
    up = min(max((z - op[2]) / max(op[3] - op[2], 1e-9), 0.0), 1.0)
    u = (x + half) / (2 * half)
    if op[5] >= 0:
        n = share.shape[0]
        place = up * (n - 1)
        i = min(int(place), n - 2)
        j = i if place - i < 0.5 else i + 1
        before, wide = x + half, 2 * half
        for k in range(left.shape[1]):
            taken = right[j, k] - left[j, k]
            if taken > 0:
                wide -= taken
                before -= min(max(x - left[j, k], 0.0), taken)
        u = min(max(before / max(wide, 1e-6), 0.0), 1.0)
        up = share[i] + (place - i) * (share[i + 1] - share[i])
    return u, up


@_jit
def _unlevel(points: Any, op: Any, half: float, rows: Any, edges: Any) -> int:
    """Points before a layer came, in place; those that landed in it are answered. How many are left."""
    (xs, zs, number), here, (source, us, ups) = points
    low, high, off, heaped = op[2], op[3], op[4] >= 0, op[6] != 0
    if not off:
        top = zs[0]
        for p in range(1, here):
            top = max(top, zs[p])
        if top < low:
            return here
    edge_of, aside = edges[max(int(op[4]), 0)], edges[min(int(op[4]) + 1, edges.shape[0] - 1)]
    row, rest = max(int(op[5]), 0), 0
    band = rows[0][row], rows[1][row], rows[2][row]
    for p in range(here):
        x, z, q = float(xs[p]), float(zs[p]), number[p]
        edge = _read(x, half, edge_of) if off else 0.0
        if z >= low + edge:
            if heaped:
                # Over heaps each column has as much room as they leave.
                thick = high - low
                x -= _read(x, half, aside) / thick
                z = high - (high - z) * thick / max(thick - edge, 1e-6)
            else:
                # Where it would lie if the underside were level.
                z -= edge * min(max((high - z) / max(high - low, 1e-9), 0.0), 1.0)
            us[q], ups[q] = _in_band((x, z), op, half, band)
            source[q] = int(op[1])
            continue
        if off and low > 0 and not heaped:
            # What lies right under an uneven boundary is as uneven.
            z -= edge * (z / low) ** 2
        xs[rest], zs[rest], number[rest] = x, z, q
        rest += 1
    return rest


@_inline
def _mound(x: float, op: Any, half: float) -> tuple[float, float]:
    """Batter lying deeper in one place: how deep at ``x``, and the area of it that lies left of there [mm, mm²]."""
    middle, wide = op[2], op[3]
    area = 2 * half * (op[5] - op[4])
    u = (x - middle) / wide
    if op[0] == POOL:
        u = min(max(u, -1.0), 1.0)
        t0 = area / wide * 15 / 16
        deep, left = t0 * (1 - u * u) ** 2, t0 * wide * (u - 2 * u**3 / 3 + u**5 / 5)
    else:
        # From one side: deepest at that wall, and falling off straight to nothing.
        u = min(max(u, 0.0), 1.0)
        t0 = 2 * area / abs(wide)
        deep = t0 * (1 - u)
        left = (t0 * abs(wide) * (u - u * u / 2) - area / 2) * (1.0 if wide > 0 else -1.0)
    return deep, left


@_jit
def _unpool(points: Any, op: Any, half: float) -> int:
    """Points before a pool came, or what leant from a wall; those in it are answered. How many are left."""
    (xs, zs, number), here, (source, us, ups) = points
    h0, h1, rest = op[4], op[5], 0
    for p in range(here):
        x, z, q = float(xs[p]), float(zs[p]), number[p]
        deep, left = _mound(x, op, half)
        if z > h1 - deep:
            us[q] = min(max(0.5 + left / (2 * half * (h1 - h0)), 0.0), 1.0)
            ups[q] = min(max((z - h1 + deep) / max(deep, 1e-9), 0.0), 1.0)
            source[q] = int(op[1])
        else:
            xs[rest], zs[rest], number[rest] = (h1 * x - left) / h0, z * h0 / (h1 - deep), q
            rest += 1
    return rest


@_jit
def _unlay(points: Any, op: Any, half: float, straight: Any, columns: Any) -> None:
    """Points before an embed was laid, in place."""
    (xs, zs, _), here, _ = points
    ((low, high), (share, free, begin)), a, b = columns, int(op[2]), int(op[3])
    spans, was = ((low[a], high[a]), (share[a], free[a], begin[a])), ((low[b], high[b]), (share[b], free[b], begin[b]))
    for p in range(here):
        x, z = _down((float(xs[p]), float(zs[p])), (half, straight[a]), spans[0], spans[1])
        # Along the loaf batter flows to where the embed is not: a section's own area need not be kept.
        z *= straight[b] / straight[a]
        xs[p], zs[p] = _up((x, z), (half, straight[b]), was[0], was[1])


@_jit
def _unheap(points: Any, op: Any, half: float, edges: Any) -> None:
    """Points before batter was heaped up and hollowed out, in place: in a column it came from beside it."""
    (xs, zs, _), here, _ = points
    edge_of, aside = edges[int(op[3])], edges[int(op[4])]
    for p in range(here):
        x, z = float(xs[p]), float(zs[p])
        edge = _read(x, half, edge_of)
        xs[p], zs[p] = x + _read(x, half, aside) / op[2], z * op[2] / (op[2] + edge)


@_jit
def _unlined(points: Any, op: Any) -> int:
    """Points before a line was dusted; those in it are answered. How many are left."""
    (xs, zs, number), here, (source, _, _) = points
    rest = 0
    for p in range(here):
        if zs[p] >= op[2] - op[3]:
            source[number[p]] = int(op[1])
        else:
            xs[rest], zs[rest], number[rest] = xs[p], zs[p], number[p]
            rest += 1
    return rest


@_jit
def _together(xs: Any, zs: Any) -> Any:
    """An order in which points that lie together follow each other: tile by tile, to and fro by rows of tiles.

    With half a handful in each most handfuls are about as tall as wide, however near to each other points lie.
    """
    many = xs.shape[0]
    if many == 0:
        return np.empty(0, dtype=np.int32)
    left, right, low, high = box(xs, zs, many)
    tile = math.sqrt(max((right - left) * (high - low), 1.0) * _HANDFUL / 2 / many)
    across, down = int((right - left) / tile) + 1, int((high - low) / tile) + 1
    tiles, begins = np.empty(many, dtype=np.int32), np.zeros(across * down + 1, dtype=np.int32)
    for p in range(many):
        row, column = int((zs[p] - low) / tile), int((xs[p] - left) / tile)
        tiles[p] = row * across + (across - 1 - column if row % 2 else column)
        begins[tiles[p] + 1] += 1
    for t in range(across * down):
        begins[t + 1] += begins[t]
    order = np.empty(many, dtype=np.int32)
    for p in range(many):
        order[begins[tiles[p]]] = p
        begins[tiles[p]] += 1
    return order


@_jit
def walk(xs: Any, zs: Any, ops: Any, of: Tables) -> tuple[Any, Any, Any]:
    """Where each point came from: its source, how far across what brought it, and how high in it (shares of its area).

    :param xs: and ``zs``: the points [mm], of single precision, shape (p,), which is that of each answer too
    :param ops: operations in the order they were done, shape (n, OP)
    """
    half, low, high, share, free, begin, straight, rows, edges, sinks, grids, around, flows, cell = of
    columns = ((low, high), (share, free, begin))
    source = np.full(xs.shape[0], NOWHERE, dtype=np.int32)
    us, ups = np.zeros(xs.shape[0], dtype=np.float32), np.zeros(xs.shape[0], dtype=np.float32)
    px, pz = np.zeros(_HANDFUL, dtype=np.float32), np.zeros(_HANDFUL, dtype=np.float32)
    number = np.zeros(_HANDFUL, dtype=np.int64)
    scratch = np.zeros((9, _HANDFUL), dtype=np.float32)
    answers, order = (source, us, ups), _together(xs, zs)
    for first in range(0, xs.shape[0], _HANDFUL):
        here = min(_HANDFUL, xs.shape[0] - first)
        for p in range(here):
            q = order[first + p]
            px[p], pz[p], number[p] = xs[q], zs[q], q
        for o in range(ops.shape[0] - 1, -1, -1):
            if here == 0:
                break
            op, kind, points = ops[o], int(ops[o, 0]), ((px, pz, number), here, answers)
            if kind == STROKE:
                unstroke((px, pz, here), op, (grids, around), scratch, (half, cell))
            elif kind == LAYER:
                here = _unlevel(points, op, half, rows, edges)
            elif kind == LINE:
                here = _unlined(points, op)
            elif kind == HEAP:
                _unheap(points, op, half, edges)
            elif kind == LAY:
                _unlay(points, op, half, straight, columns)
            elif kind == SINK:
                for p in range(here):
                    x, z, _ = unsink(float(px[p]), float(pz[p]), op, sinks, half)
                    px[p], pz[p] = x, z
            elif kind == FLOW:
                unflow((px, pz, here), op, flows, half)
            else:
                here = _unpool(points, op, half)
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
    of = Tables(
        half=1.0,
        low=flat,
        high=flat,
        share=np.array([[0.0, 0.5, 1.0]]),
        free=np.ones((1, 3)),
        begin=np.zeros((1, 3), dtype=np.int32),
        straight=np.ones(1),
        rows=(np.zeros((1, 3, 1)), np.zeros((1, 3, 1)), np.zeros((1, 3))),
        edges=np.zeros((1, 3)),
        sinks=np.ones((1, 3, 3)),
        grids=np.ones((1, 3, 3, 4), dtype=np.float32),
        around=np.zeros((1, 4)),
        flows=np.zeros((1, 2, 3, 3)),
        cell=1.0,
    )
    walk(np.zeros(1, dtype=np.float32), np.zeros(1, dtype=np.float32), np.zeros((1, OP)), of)
    in_any(np.zeros(1), np.zeros(1), np.ones((1, 5)))
    by_cells(np.ones((1, 2, 2)))
    led_from(np.zeros((2, 2)), 1.0, 1.0, (3, 3))
