"""A polygon's edges, asked by many points at once: compiled.

What :mod:`archtop.core.faces.polygon` asks; it takes a while to load.
"""

from __future__ import annotations

from typing import Any

import numba
import numpy as np

__all__ = ["from_outlines", "in_outline", "warm"]

_jit: Any = numba.njit(cache=True, fastmath=True, nogil=True, error_model="numpy")


@_jit
def in_outline(x: Any, z: Any, outline: Any) -> Any:
    """Which points lie in a polygon: a ray to the right crosses its edges an odd number of times (Shimrat 1962).

    :param x: and ``z``: of the points [mm], shape (p,)
    :param outline: its corners [mm], shape (n, 2)
    """
    found = np.zeros(x.shape[0], dtype=np.bool_)
    n = outline.shape[0]
    for e in range(n):
        x0, z0, x1, z1 = outline[e, 0], outline[e, 1], outline[(e + 1) % n, 0], outline[(e + 1) % n, 1]
        if z0 == z1:
            continue
        slant = (x1 - x0) / (z1 - z0)
        for p in range(x.shape[0]):
            found[p] ^= ((z0 > z[p]) != (z1 > z[p])) & (x[p] < x0 + (z[p] - z0) * slant)
    return found


@_jit
def _from_edge(x: Any, z: Any, outline: Any) -> Any:
    """How far points are from a polygon's edge [mm].

    :param x: and ``z``: of the points [mm], shape (p,), which is that of the answer too
    :param outline: its corners [mm], shape (n, 2)
    """
    found = np.full(x.shape[0], 1e12)
    n = outline.shape[0]
    for e in range(n):
        x0, z0 = outline[e, 0], outline[e, 1]
        right, up = outline[(e + 1) % n, 0] - x0, outline[(e + 1) % n, 1] - z0
        per = 1.0 / max(right * right + up * up, 1e-12)
        for p in range(x.shape[0]):
            dx, dz = x[p] - x0, z[p] - z0
            along = min(max((dx * right + dz * up) * per, 0.0), 1.0)
            dx, dz = dx - along * right, dz - along * up
            found[p] = min(found[p], dx * dx + dz * dz)
    return np.sqrt(found)


@_jit
def from_outlines(x: Any, z: Any, corners: Any, begins: Any) -> Any:
    """How far points are from each of several polygons [mm], shape (m, p); 0 inside.

    :param x: and ``z``: of the points [mm], shape (p,)
    :param corners: of all of them, one after the other [mm], shape (n, 2)
    :param begins: where each one's begin, and where the last one's end, shape (m + 1,)
    """
    found = np.empty((begins.shape[0] - 1, x.shape[0]))
    for n in range(begins.shape[0] - 1):
        outline = corners[begins[n] : begins[n + 1]]
        found[n] = np.where(in_outline(x, z, outline), 0.0, _from_edge(x, z, outline))
    return found


def warm() -> None:
    """Compile, or load what was compiled, before anybody asks."""
    in_outline(np.zeros(1), np.zeros(1), np.zeros((3, 2)))
    from_outlines(np.zeros(1), np.zeros(1), np.zeros((3, 2)), np.array([0, 3]))
