"""Triangles onto a grid of points, the nearest of them seen."""

from __future__ import annotations

import math
from typing import NamedTuple

import numba
import numpy as np
from numpy.typing import NDArray

__all__ = ["Canvas", "Drawn", "draw"]

Array = NDArray[np.float64]
Grid = NDArray[np.float32]


class Drawn(NamedTuple):
    """A mesh as it is to be drawn.

    ``corners``: across and down [px] and towards whoever looks, shape (n, 3). ``light``: of each corner of each
    triangle, 0 to 1, shape (m, 3). ``uv``: place of each corner in its picture, from its lower left, 0 to 1, shape (n,
    2). ``pixels``: that picture, shape (rows, columns, 3).
    """

    corners: Array
    triangles: NDArray[np.int32]
    light: Array
    uv: Array
    pixels: NDArray[np.uint8]


class Canvas(NamedTuple):
    """Colours so far with how much is covered, shape (high, wide, 4), and how near they are, shape (high, wide)."""

    colour: Grid
    depth: Grid


@numba.njit(cache=True)
def draw(mesh: Drawn, canvas: Canvas) -> None:
    """Draw a mesh; what faces away is not seen."""
    high, wide = canvas.depth.shape
    rows, columns = mesh.pixels.shape[:2]
    for t in range(len(mesh.triangles)):
        a, b, c = mesh.triangles[t]
        ax, ay, az = mesh.corners[a]
        bx, by, bz = mesh.corners[b]
        cx, cy, cz = mesh.corners[c]
        # Down the page is positive: what faces away turns the other way round.
        area = (cx - ax) * (by - ay) - (bx - ax) * (cy - ay)
        if area <= 0:
            continue
        left, right = max(math.floor(min(ax, bx, cx)), 0), min(math.ceil(max(ax, bx, cx)), wide - 1)
        top, low = max(math.floor(min(ay, by, cy)), 0), min(math.ceil(max(ay, by, cy)), high - 1)
        for j in range(top, low + 1):
            for i in range(left, right + 1):
                x, y = i + 0.5, j + 0.5
                wa = ((cx - x) * (by - y) - (bx - x) * (cy - y)) / area
                wb = ((ax - x) * (cy - y) - (cx - x) * (ay - y)) / area
                wc = 1 - wa - wb
                near = wa * az + wb * bz + wc * cz
                if wa < 0 or wb < 0 or wc < 0 or near <= canvas.depth[j, i]:
                    continue
                canvas.depth[j, i] = near
                u = wa * mesh.uv[a, 0] + wb * mesh.uv[b, 0] + wc * mesh.uv[c, 0]
                v = wa * mesh.uv[a, 1] + wb * mesh.uv[b, 1] + wc * mesh.uv[c, 1]
                row = min(max(int((1 - v) * rows), 0), rows - 1)
                column = min(max(int(u * columns), 0), columns - 1)
                # Light adds up as it is; eyes see its root.
                shade = (wa * mesh.light[t, 0] + wb * mesh.light[t, 1] + wc * mesh.light[t, 2]) ** (1 / 2.2)
                for k in range(3):
                    canvas.colour[j, i, k] = min(mesh.pixels[row, column, k] * shade, 255.0)
                canvas.colour[j, i, 3] = 1.0
