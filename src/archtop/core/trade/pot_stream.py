"""A pot swirl: colours poured into one pot, a few of them twisted, and all of it poured out over the lip.

The pot is a disc in sectors; a twist turns it by Ω(1 − r²)², which keeps areas. It leaves over its lip chord by chord:
the share of the disc behind a chord is the share of the pour that is over, and the chord lies across the stream. Both
keep the measure, so that every colour's share of the pour is its share of the pot.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

__all__ = ["area_beside", "pot_colours"]

Array = NDArray[np.float64]

# Where chords cut off a share of the unit disc, tabulated once.
_X = np.linspace(-1, 1, 4001)
_BEHIND = (np.arcsin(_X) + _X * np.sqrt(1 - _X**2)) / math.pi + 0.5


def area_beside(x: Array) -> Array:
    """Share of the unit disc left of lines at ``x`` [radii], of its shape."""
    found: Array = np.interp(x, _X, _BEHIND)
    return found


def pot_colours(shares: Sequence[float], turns: float, over: Array, across: Array, start: float) -> NDArray[np.int64]:
    """Which colour lies where in the stream: its number among the shares, shape of ``over``.

    :param shares: of each colour, adding up to one
    :param turns: by how much the pot's middle was twisted against its rim
    :param over: share of the pour that is over by then (0-1); ``across``: where in the stream's width
    :param start: angle at which the first colour begins [turns]
    """
    x = np.interp(over, _BEHIND, _X)
    half = np.sqrt(np.maximum(1 - x**2, 0.0))
    y = (2 * across - 1) * half
    radius2 = x**2 + y**2
    angle = np.arctan2(y, x) / (2 * math.pi) - turns * np.maximum(1 - radius2, 0.0) ** 2 - start
    edges = np.cumsum(shares)
    return np.minimum(np.searchsorted(edges, angle % 1.0, side="right"), len(shares) - 1)
