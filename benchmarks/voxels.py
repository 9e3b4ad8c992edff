"""A section as a grid of voxels, moved forward through the same work: the obvious way to foretell a cut face.

Written by itself, in NumPy: nothing of it walks points backwards through more than one movement, and each movement
samples the grid of the one before. It smears, and it needs the whole grid for a single point.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from archtop.core.faces import CORNER, LAYER, POOL, STROKE, ColourField

__all__ = ["advected"]

Array = NDArray[np.float64]
Grid = NDArray[np.int16]


def advected(field: ColourField, y: float, cell_mm: float) -> Grid:
    """Colours of the section at ``y`` on a grid of ``cell_mm``, floor row first; for straight walls without embeds."""
    section, ops, sources = field.operations(y)
    top = section.level(field.fills[-1].level_after_mm)
    columns, rows = round(2 * section.half / cell_mm), round(top / cell_mm)
    x, z = np.meshgrid(-section.half + (np.arange(columns) + 0.5) * cell_mm, (np.arange(rows) + 0.5) * cell_mm)
    grid = np.full(x.shape, -1, dtype=np.int16)

    def sampled(xs: Array, zs: Array) -> Grid:
        i = np.clip(((xs + section.half) / cell_mm).astype(int), 0, columns - 1)
        k = np.clip((zs / cell_mm).astype(int), 0, rows - 1)
        return np.asarray(grid[k, i], dtype=np.int16)

    for op in ops:
        kind = int(op[0])
        if kind == LAYER:
            grid = np.where((z >= op[2]) & (z < op[3] + cell_mm), sources[int(op[1])], grid).astype(np.int16)
        elif kind == POOL:
            new, old, reached = _pooled(sampled, (x, z), op, section.half)
            grid = np.where(reached, np.where(new, sources[int(op[1])], old), grid).astype(np.int16)
        elif kind == STROKE:
            for back in _strokes(op, section.half):
                grid = sampled(*back(x, z))
        elif kind == CORNER:
            raise NotImplementedError("corner pours are not advected here")
    return grid


def _pooled(sampled, at: tuple[Array, Array], op: Array, half: float):  # type: ignore[no-untyped-def]
    """Where the new batter lies, what lay there before elsewhere, and how far up either reaches."""
    (x, z), (middle, wide, h0, h1) = at, op[2:6]
    area = 2 * half * (h1 - h0)
    u = np.clip((x - middle) / wide, -1, 1)
    deep = area / wide * 15 / 16 * (1 - u**2) ** 2
    left = area * 15 / 16 * (u - 2 * u**3 / 3 + u**5 / 5)
    return z > h1 - deep, sampled((h1 * x - left) / h0, z * h0 / (h1 - deep)), z <= h1


def _strokes(op: Array, half: float):  # type: ignore[no-untyped-def]
    """Short movements along a stroke, each as a map from where a voxel is to where it came from."""
    x0, z0, x1, z1, reach, gain, kappa, level = op[2:10]
    steps = int(np.hypot(x1 - x0, z1 - z0) / (0.12 * reach)) + 1
    ux, uz = gain * (x1 - x0) / steps, gain * (z1 - z0) / steps

    def stream(x: Array, z: Array, cx: float, cz: float) -> Array:
        s = np.minimum(((x - cx) ** 2 + (z - cz) ** 2) / reach**2, 1.0)
        edge = min(reach, half) * 0.6

        def ramp(d: Array, over: float) -> Array:
            t = np.clip(d / over, 0, 1)
            return np.asarray(t * t * (3 - 2 * t))

        hold = ramp(half + x, edge) * ramp(half - x, edge) * ramp(z, edge) * ramp(level - z, 0.35 * edge)
        return np.asarray(hold * (ux * (z - cz) - uz * (x - cx)) * (1 - s) ** 3 * (1 + kappa * s))

    h = 1e-3
    for k in range(steps):
        cx, cz = x0 + (k + 0.5) / steps * (x1 - x0), z0 + (k + 0.5) / steps * (z1 - z0)

        def back(x: Array, z: Array, cx: float = cx, cz: float = cz) -> tuple[Array, Array]:
            def velocity(a: Array, b: Array) -> tuple[Array, Array]:
                u = (stream(a, b + h, cx, cz) - stream(a, b - h, cx, cz)) / (2 * h)
                w = -(stream(a + h, b, cx, cz) - stream(a - h, b, cx, cz)) / (2 * h)
                return u, w

            u1, w1 = velocity(x, z)
            u2, w2 = velocity(x - u1 / 2, z - w1 / 2)
            return x - u2, z - w2

        yield back
