"""Batter that gives way to what sinks into it, and batter that is led about: walked backwards, point by point.

What sinks reaches τ(x) deep under the surface, which rises by t everywhere. Old batter under it moves by
ψ = N(x)·(1−w²)², N = ∫(τ−t)dx, w from 0 at the boundary to 1 where nothing moves: D further down, or where floor or
embed is nearer. At the boundary that is exactly the way it gives; floor, walls and what stands in the batter are
streamlines. Batter that is led about moves by a ψ of waves across and up. Both keep areas, since each is the flow of a
stream function. (``kernel`` holds this module compiled in its
own cache: after a change here, take that away.)
"""

from __future__ import annotations

import math
from typing import Any

import numba
import numpy as np

__all__ = ["led_from", "unflow", "unsink"]

_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True, error_model="numpy")

# Steps of the classical Runge-Kutta method for either.
_SINK_STEPS, _FLOW_STEPS = 4, 3


@_jit
def _sinking(at: tuple[float, float], s: float, op: Any, sinks: Any, half: float) -> tuple[float, float]:
    """How batter moves when so much of it has sunk: towards the right, and upwards."""
    x, z = at
    row, h0, rise = int(op[4]), op[2], op[3] - op[2]
    n = sinks.shape[2]
    per = (n - 1) / (2 * half)
    place = (x + half) * per
    i = min(max(int(place), 0), n - 2)
    f = min(max(place - i, 0.0), 1.0)
    t0, t1 = sinks[row, 0, i], sinks[row, 0, i + 1]
    s0, s1 = sinks[row, 2, i], sinks[row, 2, i + 1]
    depth, slope = t0 + f * (t1 - t0), (t1 - t0) * per
    boundary, leans = h0 + s * (rise - depth), -s * slope
    far, widens = boundary - (s0 + f * (s1 - s0)), leans - (s1 - s0) * per
    if far > op[5]:
        far, widens = op[5], 0.0
    far = max(far, 1e-3)
    w = (boundary - z) / far
    if w >= 1.0:
        return 0.0, 0.0
    w = max(w, 0.0)
    # The area left of x, of exactly the straight pieces that depth is read from.
    given = sinks[row, 1, i] + (t0 + f * 0.5 * (t1 - t0)) * f / per - rise * (x + half)
    one = 1 - w * w
    share, bends = one * one, -4 * w * one
    return -given * bends / far, -((depth - rise) * share + given * bends * (leans - w * widens) / far)


@_jit
def unsink(x: float, z: float, op: Any, sinks: Any, half: float) -> tuple[float, float, float]:
    """A point [mm] before something sank into the batter, and how far above its boundary it lies now [mm].

    :param x: and ``z``: of the point [mm]; ``half``: half the section's width [mm]
    :param op: its row: kind, source, level before and after [mm], number in ``sinks``, D [mm]
    :param sinks: τ [mm], ∫τdx from the left wall [mm²] and the height under which nothing can move [mm] in each
        column, shape (k, 3, COLUMNS)
    """
    row, h0, h1 = int(op[4]), op[2], op[3]
    n = sinks.shape[2]
    at = (x + half) / (2 * half) * (n - 1)
    i = min(max(int(at), 0), n - 2)
    f = min(max(at - i, 0.0), 1.0)
    depth = sinks[row, 0, i] + f * (sinks[row, 0, i + 1] - sinks[row, 0, i])
    over = z - (h1 - depth)
    if over > 0:
        return x, z, over
    if z < min(h0, h1 - depth) - op[5]:
        return x, z, over
    step = -1.0 / _SINK_STEPS
    for k in range(_SINK_STEPS):
        s = 1.0 + k * step
        a, b = _sinking((x, z), s, op, sinks, half)
        c, d = _sinking((x + step / 2 * a, z + step / 2 * b), s + step / 2, op, sinks, half)
        e, g = _sinking((x + step / 2 * c, z + step / 2 * d), s + step / 2, op, sinks, half)
        p, q = _sinking((x + step * e, z + step * g), s + step, op, sinks, half)
        x += step / 6 * (a + 2 * c + 2 * e + p)
        z += step / 6 * (b + 2 * d + 2 * g + q)
    return min(max(x, -half), half), max(z, 0.0), over


@_jit
def _waves(at: Any, sines: Any, cosines: Any) -> None:
    """sin(nπt) and cos(nπt) for n from one, of numbers near 0 to 1; each of shape (modes, points).

    By their series about a half, which the compiler takes several at a time, to 10⁻⁹ from −0.1 to 1.1; multiples by
    the sums of angles.
    """
    for p in range(at.shape[0]):
        x = math.pi * (at[p] - 0.5)
        q = x * x
        even, odd, term = 1.0, 1.0, 1.0
        for k in range(1, 8):
            term *= -q / ((2 * k - 1) * (2 * k))
            even += term
            odd += term / (2 * k + 1)
        sines[0, p], cosines[0, p] = even, -x * odd
    for n in range(1, sines.shape[0]):
        for p in range(at.shape[0]):
            s, c, s1, c1 = sines[n - 1, p], cosines[n - 1, p], sines[0, p], cosines[0, p]
            sines[n, p], cosines[n, p] = s * c1 + c * s1, c * c1 - s * s1


@_jit
def _led(at: Any, turns: Any, by: float, into: Any, waves: Any) -> None:
    """Of ψ = Σ tₘₙ·sin(mπv)·sin(nπu): towards the right, and upwards, as shares of the bed.

    :param at: u and v of the points, shape (2, p), which is that of ``into`` too
    :param by: π over the bed's area [1/mm²]; ``waves``: room for sines and cosines, shape (4, modes, p)
    """
    su, cu, sv, cv = waves[0], waves[1], waves[2], waves[3]
    _waves(at[0], su, cu)
    _waves(at[1], sv, cv)
    into[:] = 0.0
    for m in range(turns.shape[0]):
        for n in range(turns.shape[1]):
            right, up = by * (m + 1) * turns[m, n], by * (n + 1) * turns[m, n]
            for p in range(at.shape[1]):
                into[0, p] += right * cv[m, p] * su[n, p]
                into[1, p] -= up * sv[m, p] * cu[n, p]


@_jit
def led_from(turns: Any, half: float, height: float, shape: tuple[int, int]) -> Any:
    """Where batter at each point of a grid over a bed was before it was led about.

    Between these points it is read straight: each cell then comes from a quadrangle, and quadrangles that fill the bed
    without a gap keep its area as exactly as their corners are known.

    :param turns: of ψ of the whole movement, mode by mode up and across [mm²], shape (m, n)
    :param half: half the bed's width, and its ``height`` [mm]
    :param shape: points up and across
    :return: across and up [mm], shape (2, rows, columns)
    """
    nz, nx = shape
    at = np.empty((2, nz * nx))
    for k in range(nz):
        for i in range(nx):
            at[0, k * nx + i], at[1, k * nx + i] = i / (nx - 1), k / (nz - 1)
    by, step = math.pi / (2 * half * height), -1.0 / _FLOW_STEPS
    waves = np.empty((4, max(turns.shape), nz * nx))
    # The classical Runge-Kutta method, all points at a time.
    moved, tried, sum_ = np.empty_like(at), np.empty_like(at), np.empty_like(at)
    for _ in range(_FLOW_STEPS):
        tried[:], sum_[:] = at, 0.0
        for stage in range(4):
            _led(tried, turns, by, moved, waves)
            counts = 1.0 if stage in (0, 3) else 2.0
            onward = step if stage == 2 else step / 2
            for axis in range(2):
                for p in range(at.shape[1]):
                    sum_[axis, p] += counts * moved[axis, p]
                    tried[axis, p] = at[axis, p] + onward * moved[axis, p]
        for axis in range(2):
            for p in range(at.shape[1]):
                at[axis, p] = min(max(at[axis, p] + step / 6 * sum_[axis, p], 0.0), 1.0)
    found = np.empty((2, nz, nx))
    for k in range(nz):
        for i in range(nx):
            found[0, k, i], found[1, k, i] = (2 * at[0, k * nx + i] - 1) * half, at[1, k * nx + i] * height
    return found


@_jit
def unflow(points: tuple[Any, Any, int], op: Any, flows: Any, half: float) -> None:
    """Points before the batter was led about, in place; above what was led about they stay.

    :param points: across and up [mm], and how many of them; ``half``: half the section's width [mm]
    :param op: its row: kind, source, number in ``flows``, height of what was led about [mm]
    :param flows: as :func:`led_from` has them, shape (f, 2, rows, columns)
    """
    (px, pz, count), which, height = points, int(op[2]), op[3]
    xs, zs = flows[which, 0], flows[which, 1]
    nz, nx = xs.shape
    for p in range(count):
        x, z = float(px[p]), float(pz[p])
        if z >= height:
            continue
        ax, az = (x + half) / (2 * half) * (nx - 1), z / height * (nz - 1)
        i, k = min(max(int(ax), 0), nx - 2), min(max(int(az), 0), nz - 2)
        fx, fz = min(max(ax - i, 0.0), 1.0), min(max(az - k, 0.0), 1.0)
        a, b = xs[k, i] + fx * (xs[k, i + 1] - xs[k, i]), xs[k + 1, i] + fx * (xs[k + 1, i + 1] - xs[k + 1, i])
        c, d = zs[k, i] + fx * (zs[k, i + 1] - zs[k, i]), zs[k + 1, i] + fx * (zs[k + 1, i + 1] - zs[k + 1, i])
        px[p], pz[p] = a + fz * (b - a), c + fz * (d - c)
