"""Where wires go through: what of a solid lies in one bar, its cuts closed."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh

__all__ = ["Block", "within"]

Array = NDArray[np.float64]


class Block(NamedTuple):
    """What wires leave between them: from and to along and across the loaf [mm]; infinitely far where there is none."""

    front: float
    back: float
    left: float = -math.inf
    right: float = math.inf

    def touching(self, low: Array, high: Array) -> tuple[bool, bool, bool, bool]:
        """Which of its four sides go through a box between two corners [mm]."""
        return (
            bool(low[1] < self.front < high[1]),
            bool(low[1] < self.back < high[1]),
            bool(low[0] < self.left < high[0]),
            bool(low[0] < self.right < high[0]),
        )

    def misses(self, low: Array, high: Array) -> bool:
        """Whether none of a box between two corners [mm] lies here."""
        return bool(high[1] <= self.front or low[1] >= self.back or high[0] <= self.left or low[0] >= self.right)


def within(mesh: Mesh, values: Array, block: Block) -> tuple[Mesh, Array] | None:
    """What of a closed mesh lies in a block, and what belongs to its corners; nothing where there is none of it.

    :param values: of every corner, shape (n, k); at a cut they are what lies between
    """
    import manifold3d

    planes = [((0, 1, 0), block.front), ((0, -1, 0), -block.back), ((1, 0, 0), block.left), ((-1, 0, 0), -block.right)]
    low, high = mesh.points.min(axis=0), mesh.points.max(axis=0)
    if block.misses(low, high):
        return None
    carried = np.column_stack([mesh.points, values]).astype(np.float32)
    solid = manifold3d.Manifold(manifold3d.Mesh(carried, np.ascontiguousarray(mesh.triangles, dtype=np.uint32)))
    for (normal, offset), touches in zip(planes, block.touching(low, high), strict=True):
        if touches:
            solid = solid.trim_by_plane(normal, offset)
    if solid.is_empty():
        return None
    found = solid.to_mesh()
    corners = np.asarray(found.vert_properties, dtype=np.float64)
    return Mesh(corners[:, :3], np.asarray(found.tri_verts, dtype=np.int32)), corners[:, 3:]
