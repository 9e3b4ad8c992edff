"""Where a point of a face came from: one colour, a part of a pot's stream, or the room that one pour takes."""

from __future__ import annotations

from typing import NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from archtop.core.faces.drawn_through import DrawnThrough
from archtop.core.trade import Pot

__all__ = ["PotStream", "Source"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]


class Room(Protocol):
    """The room a pour takes."""

    def colours(self, us: Array, ups: Array) -> Codes:
        """Numbers of the colours at points of it: shares of its area left of and below them, shape (p,)."""


class PotStream(NamedTuple):
    """A pot's stream when such a share of it is over; ``lies``: how far its stripes lie down, −1 to 1, 0 upright."""

    pot: Pot
    over: float
    lies: float

    def colours(self, us: Array, ups: Array) -> Codes:
        """Numbers of its colours at points of what it has laid: shares of its area left of and below them.

        What spreads lies down: its stripes run at a slant through what is laid, evenly, so that each keeps its share.
        """
        if self.lies < 0:
            us = 1 - us
        a, b = 1 - abs(self.lies), abs(self.lies)
        across = _share_below(a * us + b * ups, a, b)
        found = self.pot.stream(np.full(np.shape(us), self.over), across)
        return np.asarray(found, dtype=np.int16)


class Source(NamedTuple):
    """Where a point came from: which step, which colour; else which part of a pot's stream, or the bed it lies in, or
    what lay there before a stick was drawn through.
    """

    step: int
    colour: int
    stream: PotStream | None = None
    inside: Room | None = None
    before: DrawnThrough | None = None


def _share_below(t: Array, a: float, b: float) -> Array:
    """Share of the unit square in which a·u + b·v is less than ``t``; a and b add up to one."""
    low, high = min(a, b), max(a, b)
    if low < 1e-6:
        return t
    near, far = np.minimum(t, low), np.minimum(1 - t, low)
    found: Array = np.where(
        t <= low, near**2 / (2 * low * high), np.where(t >= high, 1 - far**2 / (2 * low * high), (t - low / 2) / high)
    )
    return found
