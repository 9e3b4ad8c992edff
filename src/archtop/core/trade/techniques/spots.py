"""What is poured here and there: spoonfuls, small cups, rows from side to side, each of which ends along the loaf."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

__all__ = ["Spots", "held"]

Array = NDArray[np.float64]

_ROUNDS = 40
# Along the loaf it is weighed in so many places.
_STATIONS = 240


@dataclass(frozen=True)
class Spots:
    """Each spot's middle ``x`` and ``y`` and how far it reaches along the loaf, ``long`` [mm], and its ``colour``,
    a place in the pour's list of colours; each of shape (n,), in the order they are poured.
    """

    x: Array
    y: Array
    long: Array
    colour: NDArray[np.int64]

    def reach(self, y: float) -> Array:
        """How much of each a section at ``y`` goes through, from 0 to 1 through its middle, shape (n,)."""
        found: Array = np.maximum(1 - ((y - self.y) / self.long) ** 2, 0.0)
        return found


def held(spots: Spots, y: float, shares: Sequence[float], ys: Array, areas: Array) -> Array:
    """Each spot's share of what is poured at ``y``, so that over the loaf each colour has its share of all.

    What a section goes through is weighed by its colour, until the colours' sums over the loaf are those poured
    (iterative proportional fitting: Deming & Stephan 1940).

    :param shares: of each colour, adding up to one
    :param ys: and ``areas``: what is poured along the loaf [mm, mm²], shape (m,)
    :return: shape (n,), adding up to one
    """
    colours = np.arange(len(shares))
    of = spots.colour[:, None] == colours
    # Nowhere is nothing: between two spots both have run together.
    at = ys[0] + (np.arange(_STATIONS) + 0.5) / _STATIONS * (ys[-1] - ys[0])
    here = np.stack([spots.reach(one) for one in at]) + 1e-6
    seen = here @ of
    poured = np.interp(at, ys, areas)
    part = poured / poured.sum()
    weights = np.ones(len(shares))
    for _ in range(_ROUNDS):
        mixed = seen * weights
        got = part @ (mixed / mixed.sum(axis=1, keepdims=True))
        weights = weights * np.asarray(shares) / np.maximum(got, 1e-12)
    found: Array = (spots.reach(y) + 1e-6) * weights[spots.colour]
    found /= found.sum()
    return found
