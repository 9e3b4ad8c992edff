"""Which points lie in a polygon, and how far they are from it.

By compiled code that keeps nothing: a library's polygon is made ready as it is asked, and is no two threads'.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

__all__ = ["Edges", "away_from", "contains", "edges_of"]

Array = NDArray[np.float64]

# Compiled code takes a while to load: both load it as they are first asked.


def contains(outline: Array, x: Array, z: Array) -> NDArray[np.bool_]:
    """Points inside a polygon.

    :param outline: corners [mm], shape (n, 2)
    :param x: and ``z``: of the points [mm], of any shape, which is that of the answer too
    """
    from archtop.core.faces.edges import in_outline

    found: NDArray[np.bool_] = in_outline(np.ravel(x), np.ravel(z), outline).reshape(np.shape(x))
    return found


class Edges(NamedTuple):
    """Of several polygons: all their corners, one after the other [mm], shape (n, 2); where each one's begin, and where
    the last one's end, shape (m + 1,).
    """

    corners: Array
    begins: NDArray[np.intp]


def edges_of(outlines: Sequence[Array]) -> Edges:
    """Those of several polygons, to be asked often.

    :param outlines: of each its corners [mm], shape (n, 2)
    """
    return Edges(np.concatenate(outlines), np.cumsum([0, *map(len, outlines)]))


def away_from(edges: Edges, x: Array, z: Array) -> Array:
    """How far points are from each of several polygons [mm]; 0 inside.

    :param x: and ``z``: of the points [mm], of any shape, after that of the polygons that of the answer too
    """
    from archtop.core.faces.edges import from_outlines

    far: Array = from_outlines(np.ravel(x), np.ravel(z), *edges)
    return far.reshape(-1, *np.shape(x))
