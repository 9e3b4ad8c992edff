"""Bars as solids: floor, walls, cut faces and the batter's own top, each with its place in a picture."""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh, Mould
from archtop.core.solids.knife import Block

__all__ = ["Patch", "bar_patches", "whole_bar"]

Array = NDArray[np.float64]

# Patches are drawn so finely [mm] along and across; a plain wall needs few corners up it.
_ALONG_MM, _ACROSS_MM, _UP = 4.0, 2.5, 6


class Patch(NamedTuple):
    """One side of a bar: a grid of corners [mm], shape (rows, columns, 3), seen from outside in reading order.

    ``side``: front, back, left, right, top or floor.
    """

    side: str
    grid: Array

    @property
    def mesh(self) -> Mesh:
        """Its triangles."""
        rows, columns = self.grid.shape[:2]
        number = np.arange(rows * columns).reshape(rows, columns)
        a, b, c, d = number[:-1, :-1], number[:-1, 1:], number[1:, 1:], number[1:, :-1]
        triangles = np.concatenate([np.stack([a, c, b], -1).reshape(-1, 3), np.stack([a, d, c], -1).reshape(-1, 3)])
        return Mesh(self.grid.reshape(-1, 3), triangles.astype(np.int32))


def bar_patches(mould: Mould, level_mm: float, rise: Callable[[Array, Array], Array], block: Block) -> list[Patch]:
    """The six sides of what wires leave of a loaf.

    :param rise: of the top over the level [mm], at places across and along
    """

    def places(s: Array, t: Array, z: Array) -> Array:
        """Corners at shares of the way across and along at a height."""
        front, back = _ends(mould, z, block)
        y = front + t * (back - front)
        half = _halves(mould, y, z)
        left, right = np.maximum(-half, block.left), np.minimum(half, block.right)
        x = left + s * (right - left)
        return np.stack([x, y, np.broadcast_to(z, x.shape)], axis=-1)

    wide = min(2 * mould.half_width(mould.length_mm / 2, level_mm), block.right - block.left)
    across = np.linspace(0, 1, max(2, round(wide / _ACROSS_MM)) + 1)
    front, back = (max(mould.ends(level_mm)[0], block.front), min(mould.ends(level_mm)[1], block.back))
    along = np.linspace(0, 1, max(2, round((back - front) / _ALONG_MM)) + 1)
    if mould.whole:
        # Round ends are steep: more corners there.
        along = (1 - np.cos(np.pi * along)) / 2
    up = np.linspace(0, 1, _UP + 1)

    def wall(s: Array, t: Array) -> Array:
        """From the top down, the top's own shape at its upper edge; shares along the wall."""
        grid = places(s[None, :], t[None, :], (level_mm * up)[::-1, None])
        grid[0, :, 2] += rise(grid[0, :, 0], grid[0, :, 1])
        return grid

    zeros, ones = np.zeros_like(across), np.ones_like(across)
    top = places(across[None, :], along[::-1, None], np.full((len(along), len(across)), level_mm))
    top[..., 2] += rise(top[..., 0], top[..., 1])
    floor = places(across[None, :], along[:, None], np.zeros((len(along), len(across))))
    return [
        Patch("front", wall(across, zeros)),
        Patch("back", wall(across[::-1], ones)),
        Patch("left", wall(np.zeros_like(along), along[::-1])),
        Patch("right", wall(np.ones_like(along), along)),
        Patch("top", top),
        Patch("floor", floor),
    ]


def _ends(mould: Mould, z: Array, block: Block) -> tuple[Array, Array]:
    heights, which = np.unique(z, return_inverse=True)
    front, back = np.array([mould.ends(height) for height in heights.tolist()]).T
    return np.maximum(front, block.front)[which].reshape(z.shape), np.minimum(back, block.back)[which].reshape(z.shape)


def _halves(mould: Mould, y: Array, z: Array) -> Array:
    y, z = np.broadcast_arrays(y, z)
    # Most corners share their place along and up with others.
    (ys, of_y), (zs, of_z) = (np.unique(np.round(places.ravel(), 6), return_inverse=True) for places in (y, z))
    pairs, which = np.unique(of_y * len(zs) + of_z, return_inverse=True)
    asked = zip(ys[pairs // len(zs)].tolist(), zs[pairs % len(zs)].tolist(), strict=True)
    found: Array = np.array([mould.half_width(*pair) for pair in asked])[which]
    return found.reshape(y.shape)


def whole_bar(patches: list[Patch]) -> Mesh:
    """All sides as one closed mesh: corners that two of them share are one."""
    joined = patches[0].mesh.joined([patch.mesh for patch in patches[1:]])
    _, first, number = np.unique(np.round(joined.points, 4), axis=0, return_index=True, return_inverse=True)
    triangles = number.reshape(-1)[joined.triangles].astype(np.int32)
    flat = (
        (triangles[:, 0] == triangles[:, 1])
        | (triangles[:, 1] == triangles[:, 2])
        | (triangles[:, 2] == triangles[:, 0])
    )
    return Mesh(joined.points[first], triangles[~flat])
