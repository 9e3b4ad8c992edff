"""The light on a sheet, by its white paper: as bright and as warm as it falls on each place.

Light that falls unevenly is smooth: its logarithm leans to one side and falls off about the middle, as a lamp and a
lens make it. Both are fitted to the plain paper all round, so that what lies in a shadow there counts for little.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from archtop.core.camera.marks import Array, Picture
from archtop.core.colour import linear

__all__ = ["Lit", "light_on"]

# By how much plain paper differs from itself [natural logarithm].
_GRAIN = 0.01
_ROUNDS = 15

Lit = Callable[[Array], Array]
"""The paper's linear light, shape (points, 3), at points on the sheet [mm], shape (points, 2)."""


def light_on(paper: Picture, at_mm: Array) -> Lit:
    """How the light falls.

    :param paper: colours of plain paper in the photograph, shape (points, 3)
    :param at_mm: where on the sheet they lie, shape (points, 2)
    """
    seen = np.log(np.maximum(linear(paper), 1e-3))
    terms = _terms(at_mm)
    root = np.ones(len(seen))
    for _ in range(_ROUNDS):
        fit, *_ = np.linalg.lstsq(terms * root[:, None], seen * root[:, None], rcond=None)
        off = np.abs((seen - terms @ fit).mean(axis=1))
        # Least absolute deviations by weights (Schlossmacher 1973): a shadow over a part of the rim moves nothing.
        root = 1 / np.sqrt(np.maximum(off, _GRAIN))
    return lambda points: np.asarray(np.exp(_terms(points) @ fit))


def _terms(at_mm: Array) -> Array:
    x, y = at_mm.T / 100
    return np.column_stack([np.ones_like(x), x, y, x * x + y * y])
