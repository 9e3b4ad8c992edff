"""A pot of several colours, and the stream that leaves it over its lip.

The pot is a disc of radius one, looked at from above with its lip at six o'clock. Colours are poured into it each at
its place, it is given a twist by Ω(1 − r²)², and a stick is drawn through: each keeps areas. It leaves over its lip
chord by chord: the share of the disc between lip and chord is the share of the pour that is over, and the chord lies
across the stream. Both keep the measure, so that every colour's share of the pour is its share of the pot.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from archtop.core.trade.stick import undrawn

__all__ = ["OnClock", "Pot", "area_beside", "chord_at", "opened"]

Array = NDArray[np.float64]
Codes = NDArray[np.int64]

# A colour's place in the pot: on the clock [h], and how far from the middle [radii].
OnClock = tuple[float, float]
# Colour, share of the pot, and where its stream falls: across and up [radii].
Opening = tuple[int, float, Array | float, Array | float]

# Where chords cut off a share of the unit disc, tabulated once.
_X = np.linspace(-1, 1, 4001)
_BEHIND = (np.arcsin(_X) + _X * np.sqrt(1 - _X**2)) / math.pi + 0.5
# A stick drags batter along over about so much to each side [radii]: a stated guess.
_BESIDE = 0.17
# A pot that was stirred is told at so many points across.
_FINE = 256


def area_beside(x: Array) -> Array:
    """Share of the unit disc left of lines at ``x`` [radii], of its shape."""
    found: Array = np.interp(x, _X, _BEHIND)
    return found


def chord_at(over: Array) -> Array:
    """How far up the chord lies that leaves when such shares of the pour are over [radii], of their shape."""
    found: Array = np.interp(over, _BEHIND, _X)
    return found


def opened(lines: Sequence[Opening], x: Array, y: Array) -> Codes:
    """Which colour lies where when each stream opens a round place for itself, and what lay there moves to the wall.

    Walked back from the last stream to the first, which fills all. Along every line out of a stream's middle it takes
    its share of what lies between there and the wall, and what was there keeps its order in the rest: that keeps every
    share.

    :param x: and ``y``: of the points [radii], of one shape, which is that of the answer too
    """
    found = np.full(np.shape(x), lines[0][0], dtype=np.int64)
    open_yet, whole = np.ones(np.shape(x), dtype=bool), 1.0
    for colour, share, mx, my in reversed(lines[1:]):
        taken = min(share / whole, 1.0)
        whole -= share
        dx, dy = x - mx, y - my
        away = np.maximum(np.hypot(dx, dy), 1e-12)
        ux, uy = dx / away, dy / away
        towards = mx * ux + my * uy
        wall = np.sqrt(np.maximum(1 - np.square(mx) - np.square(my) + towards**2, 0.0)) - towards
        inner = np.minimum((away / wall) ** 2, 1.0)
        here = open_yet & (inner < taken)
        found[here] = colour
        open_yet &= ~here
        back = wall * np.sqrt(np.maximum(inner - taken, 0.0) / max(1 - taken, 1e-12))
        x, y = mx + ux * back, my + uy * back
    return found


@dataclass(frozen=True)
class Pot:
    """``colours`` by number with their ``shares`` (adding up to one), the first of which lies at the lip.

    ``turns``: by how much the middle was twisted against the rim. ``spots``: the place of each colour, the first of
    which fills the pot before the others come; without them each has its own slice. ``strokes``: of a stick, through
    points across and up [radii].
    """

    colours: tuple[int, ...]
    shares: tuple[float, ...]
    turns: float = 0.0
    spots: tuple[OnClock, ...] = ()
    strokes: tuple[tuple[tuple[float, float], ...], ...] = ()
    start: float = 0.0

    def lies(self, x: Array, y: Array) -> Codes:
        """Which colour lies where, by its number; points across and up [radii], of one shape."""
        x, y = undrawn(self.strokes, (x, y), _BESIDE, lambda mx, my: 1 - math.hypot(mx, my))
        radius2 = x**2 + y**2
        if self.turns:
            twist = 2 * math.pi * self.turns * np.maximum(1 - radius2, 0.0) ** 2
            cos, sin = np.cos(twist), np.sin(twist)
            x, y = x * cos + y * sin, y * cos - x * sin
        numbers = np.array(self.colours)
        if len(self.spots) == len(self.colours) > 1:
            lines = [
                (k, share, *_place(spot)) for k, (share, spot) in enumerate(zip(self.shares, self.spots, strict=True))
            ]
            return np.asarray(numbers[opened(lines, x, y)])
        # The first colour's slice is in front of the lip, the others follow clockwise.
        angle = np.arctan2(-x, -y) / (2 * math.pi) + self.shares[0] / 2 - self.start
        picked = np.searchsorted(np.cumsum(self.shares), angle % 1.0, side="right")
        return np.asarray(numbers[np.minimum(picked, len(self.shares) - 1)])

    def stream(self, over: Array, across: Array) -> Codes:
        """Which colour lies where in its stream, by its number.

        :param over: share of the pour that is over by then; ``across``: where in the stream's width (0-1)
        """
        return self.chord(chord_at(over), across)

    def chord(self, y: Array, across: Array) -> Codes:
        """The same where the chord is told that leaves: how far up it lies [radii]."""
        x = (2 * across - 1) * np.sqrt(np.maximum(1 - y**2, 0.0))
        if not (self.strokes or self.spots):
            return self.lies(x, y)
        # Told once, however often it is poured.
        column, row = (np.clip(((at + 1) / 2 * _FINE).astype(int), 0, _FINE - 1) for at in (x, y))
        found: Codes = _told(self)[row, column]
        return found


@lru_cache(maxsize=32)
def _told(pot: Pot) -> Codes:
    """Colours of a pot at the points of a square around it, shape (_FINE, _FINE), from its lip up."""
    at = (np.arange(_FINE) + 0.5) / _FINE * 2 - 1
    x, y = np.meshgrid(at, at)
    # Beyond its rim what lies nearest on it: a point at the rim may be looked for there.
    out = np.maximum(np.hypot(x, y), 1.0)
    return pot.lies(x / out, y / out)


def _place(spot: OnClock) -> tuple[float, float]:
    hours, out = spot
    angle = math.pi / 2 - hours * math.pi / 6
    return out * math.cos(angle), out * math.sin(angle)
