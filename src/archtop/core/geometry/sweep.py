"""Closed meshes from an outline carried along a path.

- ``Mesh``: corners and triangles, facing outward
- ``swept``: an outline carried along a path, with its own size and twist at every step, closed at both ends
- ``lofted``: outlines of equally many corners joined one to the next

Frames are carried along by parallel transport: at each step what of the last normal lies along the new tangent is taken
away. They neither flip where a path is straight nor turn where it bends in one plane.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

__all__ = ["Mesh", "lofted", "swept"]

Array = NDArray[np.float64]
Triangles = NDArray[np.int32]

# Steeper than this a path counts as rising: what is up in its outline is then along the loaf.
_RISING = 0.9


class Mesh(NamedTuple):
    """A mesh: corners [mm], shape (n, 3), and triangles by their corners, shape (m, 3), counter-clockwise outside."""

    points: Array
    triangles: Triangles

    @property
    def volume_mm3(self) -> float:
        """What it encloses [mm³]: tetrahedra to the origin, added with their signs."""
        a, b, c = (self.points[self.triangles[:, k]] for k in range(3))
        return float(np.einsum("ij,ij->", a, _crossed(b, c)) / 6)

    @property
    def normals(self) -> Array:
        """Which way each corner looks: the mean of the triangles that meet there, by their areas; shape (n, 3)."""
        a, b, c = (self.points[self.triangles[:, k]] for k in range(3))
        faces = _crossed(b - a, c - a)
        corners, many = self.triangles.ravel(), len(self.points)
        each = np.repeat(faces, 3, axis=0)
        found = np.stack([np.bincount(corners, each[:, axis], many) for axis in range(3)], axis=1)
        # What no triangle of any size meets looks up.
        length = np.linalg.norm(found, axis=1, keepdims=True)
        return np.where(length > 1e-12, found / np.maximum(length, 1e-12), [0.0, 0.0, 1.0])

    def moved(self, by: tuple[float, float, float], turn_deg: float = 0.0) -> Mesh:
        """The same turned about the upright through the origin, clockwise seen from above, and put elsewhere [mm]."""
        turn = np.radians(turn_deg)
        cos, sin = np.cos(turn), np.sin(turn)
        x, y, z = self.points.T
        return Mesh(np.column_stack([x * cos + y * sin, y * cos - x * sin, z]) + by, self.triangles)

    def joined(self, others: list[Mesh]) -> Mesh:
        """All of them as one, each left as it is."""
        points, triangles, start = [self.points], [self.triangles], len(self.points)
        for other in others:
            points.append(other.points)
            triangles.append(other.triangles + start)
            start += len(other.points)
        return Mesh(np.concatenate(points), np.concatenate(triangles))


def swept(outline: Array, path: Array, size: Array | float = 1.0, twist: Array | float = 0.0) -> Mesh:
    """An outline carried along a path.

    On a path along the loaf the outline's first axis lies across it and its second stands upright; on one that rises
    the first lies across the loaf and the second along it.

    :param outline: corners in order, counter-clockwise [mm], shape (n, 2)
    :param path: shape (k, 3) [mm]
    :param size: of the outline at every step of the path, times its own; shape (k,), (k, 2), or one for all
    :param twist: turned in its plane at every step [rad], shape (k,)

    >>> square = np.array([[-1, -1], [1, -1], [1, 1], [-1, 1]], dtype=float)
    >>> round(swept(square, np.array([[0, 0, 0], [0, 5, 0], [0, 10, 0]], dtype=float)).volume_mm3, 6)
    40.0
    """
    steps = len(path)
    tangents = np.gradient(path, axis=0)
    tangents /= np.maximum(np.linalg.norm(tangents, axis=1, keepdims=True), 1e-12)
    firsts, seconds = _frames(tangents)
    sizes = np.broadcast_to(np.asarray(size, dtype=float).reshape(-1, 1 if np.ndim(size) < 2 else 2), (steps, 2))
    angles = np.broadcast_to(np.asarray(twist, dtype=float), (steps,))
    cos, sin = np.cos(angles)[:, None], np.sin(angles)[:, None]
    a, b = outline[:, 0] * sizes[:, :1], outline[:, 1] * sizes[:, 1:]
    across, up = a * cos - b * sin, a * sin + b * cos
    rings = path[:, None] + across[..., None] * firsts[:, None] + up[..., None] * seconds[:, None]
    return lofted(rings)


def _frames(tangents: Array) -> tuple[Array, Array]:
    """Across and up at every step, shapes (k, 3)."""
    up = np.array([0.0, 1.0, 0.0]) if abs(tangents[0, 2]) > _RISING else np.array([0.0, 0.0, 1.0])
    # Step by step in plain numbers: three of them are too few for arrays to be quick.
    carried = []
    x, y, z = up.tolist()
    for a, b, c in tangents.tolist():
        along = x * a + y * b + z * c
        x, y, z = x - along * a, y - along * b, z - along * c
        long = max(math.sqrt(x * x + y * y + z * z), 1e-12)
        x, y, z = x / long, y / long, z / long
        carried.append((x, y, z))
    ups = np.array(carried)
    return _crossed(tangents, ups), ups


def _crossed(a: Array, b: Array) -> Array:
    """Cross products, shape (n, 3): several times as quick as the library's, which takes any axis of any shape."""
    (a0, a1, a2), (b0, b1, b2) = a.T, b.T
    return np.column_stack([a1 * b2 - a2 * b1, a2 * b0 - a0 * b2, a0 * b1 - a1 * b0])


def lofted(rings: Array) -> Mesh:
    """Rings joined one to the next and closed at both ends.

    :param rings: shape (k, n, 3) [mm], each counter-clockwise seen against the way they follow each other
    """
    steps, corners = rings.shape[:2]
    here = np.arange(corners)
    after = (here + 1) % corners
    starts = (np.arange(steps - 1) * corners)[:, None]
    near, next_near = starts + here, starts + after
    far, next_far = near + corners, next_near + corners
    walls = np.concatenate([np.stack([near, next_far, next_near], -1), np.stack([near, far, next_far], -1)])
    ends = [_capped(rings[0], 0, front=True), _capped(rings[-1], (steps - 1) * corners, front=False)]
    triangles = np.concatenate([walls.reshape(-1, 3), *ends]).astype(np.int32)
    mesh = Mesh(rings.reshape(-1, 3), triangles)
    return mesh if mesh.volume_mm3 >= 0 else Mesh(mesh.points, mesh.triangles[:, ::-1])


def _capped(ring: Array, first: int, front: bool) -> Triangles:
    """A ring closed by triangles between its own corners, as numbers from ``first`` on."""
    import manifold3d

    # Flat on the plane that it lies in most.
    about = ring - ring.mean(axis=0)
    normal = _crossed(about, np.concatenate([about[1:], about[:1]])).sum(axis=0)
    keep = [axis for axis in range(3) if axis != int(np.argmax(np.abs(normal)))]
    flat = ring[:, keep]
    after = np.concatenate([flat[1:], flat[:1]])
    if (flat[:, 0] * after[:, 1] - after[:, 0] * flat[:, 1]).sum() < 0:
        flat = flat * [-1.0, 1.0]
    found = np.asarray(manifold3d.triangulate([flat]), dtype=np.int32).reshape(-1, 3)
    if len(found) != len(ring) - 2:
        # An end drawn to a point.
        found = np.array([[0, i, i + 1] for i in range(1, len(ring) - 1)], dtype=np.int32)
    a, b, c = (ring[found[:, k]] for k in range(3))
    facing = _crossed(b - a, c - a) @ normal
    found = np.where((facing < 0)[:, None], found[:, ::-1], found)
    closed: Triangles = (first + (found if front else found[:, ::-1])).astype(np.int32)
    return closed
