"""What is poured here and there: spoonfuls, small cups, rows from side to side, each of which ends along the loaf."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from archtop.core.trade.techniques.technique import Here

__all__ = ["Spots"]

Array = NDArray[np.float64]

_ROUNDS = 40
# Along the loaf it is weighed in so many places.
_STATIONS = 240
# Nowhere is nothing: between two spots both have run together.
_SOME = 1e-6


@dataclass(frozen=True)
class Spots:
    """Each spot's middle ``x`` and ``y`` and how far it reaches along the loaf, ``long`` [mm], and its ``colour``,
    a place in the pour's list of colours; each of shape (n,), in the order they are poured.

    ``here``: the pour, in any section.
    """

    x: Array
    y: Array
    long: Array
    colour: NDArray[np.int64]
    here: Here

    def reach(self, y: float) -> Array:
        """How much of each a section at ``y`` goes through, from 0 to 1 through its middle, shape (n,)."""
        found: Array = np.maximum(1 - ((y - self.y) / self.long) ** 2, 0.0)
        return found

    def held(self, y: float) -> Array:
        """Each spot's share of what is poured at ``y``, so that over the loaf each colour has its share of all.

        :return: shape (n,), adding up to one
        """
        found: Array = (self.reach(y) + _SOME) * self._weights[self.colour]
        found /= found.sum()
        return found

    @cached_property
    def _weights(self) -> Array:
        """What each colour weighs in a section, shape (colours,).

        What a section goes through is weighed by its colour, until the colours' sums over the loaf are those poured
        (iterative proportional fitting: Deming & Stephan 1940).
        """
        ys, areas = self.here.ys, self.here.areas
        shares = np.asarray(self.here.shares)
        at = ys[0] + (np.arange(_STATIONS) + 0.5) / _STATIONS * (ys[-1] - ys[0])
        here = np.stack([self.reach(one) for one in at]) + _SOME
        seen = here @ (self.colour[:, None] == np.arange(len(shares)))
        poured = np.interp(at, ys, areas)
        part = poured / poured.sum()
        weights: Array = np.ones(len(shares))
        for _ in range(_ROUNDS):
            mixed = seen * weights
            got = part @ (mixed / mixed.sum(axis=1, keepdims=True))
            weights = weights * shares / np.maximum(got, 1e-12)
        return weights
