"""The light on a sheet, by its white paper: as bright and as warm as it falls on each place.

Light that falls unevenly is smooth: its logarithm leans to one side and falls off about the middle, as a lamp and a
lens make it. Both are fitted to the plain paper all round, so that what lies in a shadow there counts for little.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from archtop.core.camera.bar_card import BarCard
from archtop.core.camera.marks import Array, Located, Picture, through, vision
from archtop.core.colour import linear, refuse_unfit

__all__ = ["Lit", "lab_of_light", "light_of", "light_on"]

# By how much plain paper differs from itself [natural logarithm].
_GRAIN = 0.01
_ROUNDS = 15

Lit = Callable[[Array], Array]
"""The paper's linear light, shape (points, 3), at points on the sheet [mm], shape (points, 2)."""


def lab_of_light(light: Array) -> Array:
    """Lightness and two axes (CIE 1976, D65) of linear light, shape (…, 3)."""
    cv = vision()
    flat = np.ascontiguousarray(light, dtype=np.float32).reshape(-1, 1, 3)
    return np.asarray(cv.cvtColor(flat, cv.COLOR_LRGB2LAB), dtype=float).reshape(light.shape)


def light_of(picture: Picture, at: Located, card: BarCard) -> Lit:
    """How the light falls on a bar card, by the plain paper between its chequers and its marks.

    :param picture: shape (rows, columns, 3), red, green and blue
    :raises InputError: ``card.dark`` or ``card.washed_out``
    """
    middle, reach = (card.half_mm + card.white_to_mm) / 2, np.arange(-card.half_mm, card.half_mm, 2.0)
    level = np.full_like(reach, middle)
    sides = [(reach, level), (reach, -level), (level, reach), (-level, reach)]
    points = np.concatenate([np.column_stack(side) for side in sides])
    where = through(at.to_px, points).astype(np.float32)
    cv = vision()
    soft = cv.GaussianBlur(picture, (0, 0), max(0.3, 0.4 * at.px_per_mm))
    paper = cv.remap(soft, where[:, 0], where[:, 1], cv.INTER_LINEAR, borderMode=cv.BORDER_REPLICATE).reshape(-1, 3)
    refuse_unfit(np.median(linear(paper), axis=0))
    return light_on(paper, points)


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
