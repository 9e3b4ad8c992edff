"""Where wires go through: what of a solid lies in one bar, its cuts closed."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh

__all__ = ["Block", "within"]

_NEVER = 1e6


class Block(NamedTuple):
    """What wires leave between them: from and to along and across the loaf [mm]."""

    front: float
    back: float
    left: float = -_NEVER
    right: float = _NEVER

    def holds(self, mesh: Mesh) -> bool:
        """Whether no wire touches it."""
        low, high = mesh.points.min(axis=0), mesh.points.max(axis=0)
        return bool(low[1] >= self.front and high[1] <= self.back and low[0] >= self.left and high[0] <= self.right)

    def misses(self, mesh: Mesh) -> bool:
        """Whether none of it lies here."""
        low, high = mesh.points.min(axis=0), mesh.points.max(axis=0)
        return bool(high[1] <= self.front or low[1] >= self.back or high[0] <= self.left or low[0] >= self.right)


def within(mesh: Mesh, values: NDArray[np.float64], block: Block) -> tuple[Mesh, NDArray[np.float64]] | None:
    """What of a closed mesh lies in a block, and what belongs to its corners; nothing where there is none of it.

    :param values: of every corner, shape (n, k); at a cut they are what lies between
    """
    import manifold3d

    carried = np.column_stack([mesh.points, values]).astype(np.float32)
    solid = manifold3d.Manifold(manifold3d.Mesh(carried, np.ascontiguousarray(mesh.triangles, dtype=np.uint32)))
    planes = [((0, 1, 0), block.front), ((0, -1, 0), -block.back), ((1, 0, 0), block.left), ((-1, 0, 0), -block.right)]
    for normal, offset in planes:
        if abs(offset) < _NEVER:
            solid = solid.trim_by_plane(normal, offset)
    if solid.is_empty():
        return None
    found = solid.to_mesh()
    corners = np.asarray(found.vert_properties, dtype=np.float64)
    return Mesh(corners[:, :3], np.asarray(found.tri_verts, dtype=np.int32)), corners[:, 3:]
