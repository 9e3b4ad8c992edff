"""A stick drawn through batter, looked at from above: what is beside its way turns along with it.

At each step of the way batter turns about a point to either side of it, against each other: between them it is dragged
along, beyond them it comes back. Each turn is a rotation that fades to nothing, so that areas keep.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

__all__ = ["undrawn"]

Array = NDArray[np.float64]

# It turns batter by so much [rad] at each step of its reach to the side, out to so many of these: stated guesses.
_TURNS, _OUT = 0.9, 1.3
# Nearer to a wall than so much of that it turns nothing.
_LEAST = 0.12
# However long all strokes are together, they are followed in so many steps, about.
_MOST_STEPS = 120


def undrawn(
    strokes: Sequence[Sequence[tuple[float, float]]],
    at: tuple[Array, Array],
    beside: float,
    room: Callable[[float, float], float],
    strength: Array | None = None,
) -> tuple[Array, Array]:
    """Where batter was before a stick was drawn along paths; all lengths in one unit.

    :param strokes: through points, one after the other, of any one unit
    :param at: points, two arrays of one shape, which is that of the answer too
    :param beside: how far to each side it drags
    :param room: how far it is from a point to the nearest wall
    :param strength: at each point, from 0 (nothing moves) to 1, of their shape; without it all move alike
    """
    x, y = at
    ways = [(a, b) for stroke in strokes for a, b in pairwise(stroke)]
    step = max(beside, sum(math.dist(a, b) for a, b in ways) / _MOST_STEPS)
    for (x0, y0), (x1, y1) in reversed(ways):
        long = math.hypot(x1 - x0, y1 - y0)
        if long < 1e-9:
            continue
        right, up = (x1 - x0) / long, (y1 - y0) / long
        steps = max(1, round(long / step))
        for n in reversed(range(steps)):
            share = (n + 0.5) / steps
            for side in (1, -1):
                mx = x0 + share * (x1 - x0) - side * up * beside / 2
                my = y0 + share * (y1 - y0) + side * right * beside / 2
                reach = min(_OUT * beside, room(mx, my))
                if reach > _LEAST * beside:
                    turn = side * _TURNS * long / steps / beside
                    x, y = _untwisted((mx, my, reach), turn, (x, y), strength)
    return x, y


def _untwisted(
    about: tuple[float, float, float], turn: float, at: tuple[Array, Array], strength: Array | None
) -> tuple[Array, Array]:
    (mx, my, reach), (x, y) = about, at
    near = (x - mx) ** 2 + (y - my) ** 2 < reach**2
    dx, dy = x[near] - mx, y[near] - my
    angle = -turn * (1.0 if strength is None else strength[near]) * (1 - (dx**2 + dy**2) / reach**2) ** 2
    cos, sin = np.cos(angle), np.sin(angle)
    x, y = x.copy(), y.copy()
    x[near], y[near] = mx + dx * cos - dy * sin, my + dx * sin + dy * cos
    return x, y
