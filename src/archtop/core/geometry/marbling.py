"""How marbled a picture of colours is: how long the edges between them are, and how deep some of them reach."""

from __future__ import annotations

import math
from collections.abc import Collection
from typing import Final

import numpy as np
from numpy.typing import NDArray

__all__ = ["EVENED", "MARBLED_MM", "deep_mm", "edges_mm", "evened"]

Codes = NDArray[np.int_]

# Pictures that are held against each other are looked at so finely [mm], evened by squares of so many points to a side.
MARBLED_MM: Final = 0.5
EVENED: Final = 5
# Of what reaches down so much is let go: a thread that is lost to the grain of a photograph.
_THREAD = 0.03
_LEAST_POINTS = 20


def evened(codes: Codes, points: int) -> Codes:
    """Each point given to what most of those around it are, so that grain makes no edges.

    :param codes: numbers of colours, shape (rows, columns); negative where there is none, which stays so
    :param points: to each side of the square that is looked at
    """
    from scipy.ndimage import uniform_filter

    numbers = [int(number) for number in np.unique(codes) if number >= 0]
    if len(numbers) < 2:
        return codes.copy()
    share = np.stack([uniform_filter((codes == number).astype(np.float32), points) for number in numbers])
    found = np.array(numbers)[share.argmax(axis=0)]
    return np.where(codes < 0, codes, found)


def edges_mm(codes: Codes, px_mm: float) -> float:
    """How long the edges between colours are in all, by how often lines across and up cross them (Cauchy and Crofton).

    A length L crosses lines that are p apart, in two ways at right angles, 4·L/(π·p) times in the mean.

    >>> halves = np.repeat([[0, 1]], 40, axis=0).repeat(20, axis=1)
    >>> round(edges_mm(halves, 0.5) / 20, 2)
    0.79

    :param codes: as of :func:`evened`
    :param px_mm: side of a point
    """
    across, up = codes[:, 1:] != codes[:, :-1], codes[1:] != codes[:-1]
    across &= (codes[:, 1:] >= 0) & (codes[:, :-1] >= 0)
    up &= (codes[1:] >= 0) & (codes[:-1] >= 0)
    return math.pi / 4 * px_mm * float(across.sum() + up.sum())


def deep_mm(codes: Codes, px_mm: float, which: Collection[int], under_mm: float) -> float | None:
    """How deep some colours reach under a height; ``None`` where too little of them is seen.

    :param codes: as of :func:`evened`, the top row first
    :param px_mm: side of a point
    :param under_mm: the height, from the picture's top downwards
    """
    rows = np.nonzero(np.isin(codes, list(which)))[0]
    if len(rows) < _LEAST_POINTS:
        return None
    return max(float(np.quantile(rows + 0.5, 1 - _THREAD)) * px_mm - under_mm, 0.0)
