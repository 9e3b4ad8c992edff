"""Where wires go through: what of a solid lies in one bar, its cuts closed."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh

__all__ = ["Block", "within"]

Array = NDArray[np.float64]
Whole = NDArray[np.int64]


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
    low, high = mesh.points.min(axis=0), mesh.points.max(axis=0)
    if block.misses(low, high):
        return None
    corners, triangles = np.column_stack([mesh.points, values]), mesh.triangles.astype(np.int64)
    wires = [(1, block.front, 1), (1, block.back, -1), (0, block.left, 1), (0, block.right, -1)]
    for (axis, at, side), touches in zip(wires, block.touching(low, high), strict=True):
        if touches:
            corners, triangles = _trimmed(corners, triangles, (corners[:, axis] - at) * side)
    used, triangles = np.unique(triangles, return_inverse=True)
    if not len(used):
        return None
    kept = corners[used]
    return Mesh(kept[:, :3], triangles.reshape(-1, 3).astype(np.int32)), kept[:, 3:]


def _trimmed(corners: Array, triangles: Whole, ahead: Array) -> tuple[Array, Whole]:
    """What lies ahead of a plane, closed where it went through.

    :param ahead: how far each corner is ahead of it, shape (n,)
    """
    inside = ahead >= 0
    first, second, third = (inside[triangles[:, k]].astype(np.int8) for k in range(3))
    many = first + second + third
    # Each with the corner first that stands alone on its side of the plane.
    alone = [_turned(triangles[many == n], inside if n == 1 else ~inside) for n in (1, 2)]
    one, two = alone
    near = np.concatenate([one[:, 0], one[:, 0], two[:, 0], two[:, 0]])
    far = np.concatenate([one[:, 1], one[:, 2], two[:, 1], two[:, 2]])
    pairs, which = np.unique(np.minimum(near, far) * len(corners) + np.maximum(near, far), return_inverse=True)
    a, b = pairs // len(corners), pairs % len(corners)
    share = (ahead[a] / (ahead[a] - ahead[b]))[:, None]
    cut = corners[a] + share * (corners[b] - corners[a])
    ends = np.split(which.reshape(-1) + len(corners), np.cumsum([len(one), len(one), len(two)]))
    kept = [
        triangles[many == 3],
        np.stack([one[:, 0], ends[0], ends[1]], axis=1),
        np.stack([two[:, 1], two[:, 2], ends[3]], axis=1),
        np.stack([two[:, 1], ends[3], ends[2]], axis=1),
    ]
    # Around each opening once, the other way round than the sides that end there.
    begin, end = np.concatenate([ends[1], ends[2]]), np.concatenate([ends[0], ends[3]])
    lid, closing = _lids(cut, begin - len(corners), end - len(corners))
    return np.concatenate([corners, cut, lid]), np.concatenate([*kept, closing + len(corners) + len(cut)])


def _turned(triangles: Whole, alone: NDArray[np.bool_]) -> Whole:
    first = alone[triangles].argmax(axis=1)
    return np.take_along_axis(triangles, (first[:, None] + np.arange(3)) % 3, axis=1)


def _lids(rim: Array, begin: Whole, end: Whole) -> tuple[Array, Whole]:
    """Flat lids over all openings, each a fan around its middle: their corners, the rims' own among them."""
    many = len(rim)
    if not many:
        return rim, np.empty((0, 3), dtype=np.int64)
    openings, of = _openings(many, begin, end)
    middles = np.zeros((openings, rim.shape[1]))
    np.add.at(middles, of, rim)
    middles /= np.bincount(of, minlength=openings)[:, None]
    return np.concatenate([rim, middles]), np.stack([begin, end, of[begin] + many], axis=1)


def _openings(many: int, begin: Whole, end: Whole) -> tuple[int, Whole]:
    """How many openings a rim's sides go round, and which of them each of its corners belongs to."""
    after: Whole = np.full(many, -1)
    after[begin] = end
    if len(begin) == many and (after >= 0).all():
        # Each corner has one that follows it: told the least of ever more that follow (pointer doubling, Wyllie 1979).
        least: Whole = np.arange(many)
        for _ in range(many.bit_length()):
            least = np.minimum(least, least[after])
            after = after[after]
        numbers, which = np.unique(least, return_inverse=True)
        return len(numbers), which
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    linked = coo_array((np.ones(len(begin)), (begin, end)), shape=(many, many))
    openings, of = connected_components(linked, directed=False)
    return int(openings), np.asarray(of, dtype=np.int64)
