"""The mould around a loaf: its hollow, to be made of it, and its walls, to be seen."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from archtop.core.geometry import Mesh, Mould
from archtop.core.solids.body import bar_patches, whole_bar
from archtop.core.solids.knife import Block

__all__ = ["hollow_of", "walls_of"]

Array = NDArray[np.float64]

# Silicone of a usual mould [mm]; common practice, no source.
_THICK_MM = 4.0
_ALL = Block(-math.inf, math.inf)


def _level(x: Array, _: Array) -> Array:
    return np.zeros_like(x)


def hollow_of(mould: Mould) -> Mesh:
    """What fills the mould to its rim: the master that one of silicone is cast over [mm]."""
    return whole_bar(bar_patches(mould, mould.height_mm, _level, _ALL))


def walls_of(mould: Mould) -> Mesh:
    """Its walls and floor from outside, open above, in the loaf's place [mm]."""
    sides = bar_patches(mould, mould.height_mm, _level, _ALL)
    mesh, *others = (patch.mesh for patch in sides if patch.side != "top")
    joined = mesh.joined(others)
    x, y, z = joined.points.T
    middle = (y.min() + y.max()) / 2
    wider, longer = 1 + _THICK_MM / np.abs(x).max(), 1 + 2 * _THICK_MM / np.ptp(y)
    points = np.column_stack([x * wider, middle + (y - middle) * longer, np.where(z <= 0, -_THICK_MM, z)])
    return Mesh(points, joined.triangles)
