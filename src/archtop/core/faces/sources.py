"""Where a point of a face came from: one colour, a part of a pot's stream, or the room that one pour takes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from archtop.core.faces.drawn_through import DrawnThrough
from archtop.core.trade import Pot
from archtop.core.trade.pot import chord_at

__all__ = ["Laid", "PotStream", "Source", "laid_by"]

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


class Laid(NamedTuple):
    """All that a pot's stream has laid, told together: a face is asked about dozens of its stretches.

    ``chord`` and ``lies``: by the number of each source, shape (n,); nan and 0 where that is not of this pot.
    """

    pot: Pot
    chord: Array
    lies: Array

    def of(self, found: NDArray[np.intp]) -> NDArray[np.bool_]:
        """Which points came from it; ``found``: their sources, shape (p,)."""
        return ~np.isnan(self.chord)[found]

    def colours(self, found: NDArray[np.intp], us: Array, ups: Array) -> Codes:
        """Numbers of its colours at points of what it has laid, shape (p,).

        What spreads lies down: its stripes run at a slant through what is laid, evenly, so that each keeps its share.

        :param found: their sources; ``us`` and ``ups``: shares of what each laid left of and below them
        """
        lies = self.lies.astype(us.dtype)[found]
        b = np.abs(lies)
        across = _share_below((1 - b) * np.where(lies < 0, 1 - us, us) + b * ups, 1 - b, b)
        return np.asarray(self.pot.chord(self.chord[found], across), dtype=np.int16)


def laid_by(sources: Sequence[Source]) -> list[Laid]:
    """What each pot's stream has laid."""
    found: dict[Pot, Laid] = {}
    for number, source in enumerate(sources):
        if source.stream is None:
            continue
        none = np.full(len(sources), np.nan)
        laid = found.setdefault(source.stream.pot, Laid(source.stream.pot, none, np.zeros(len(sources))))
        laid.chord[number] = chord_at(np.array(source.stream.over))
        laid.lies[number] = source.stream.lies
    return list(found.values())


class Source(NamedTuple):
    """Where a point came from: which step, which colour; else which part of a pot's stream, or the bed it lies in, or
    what lay there before a stick was drawn through.
    """

    step: int
    colour: int
    stream: PotStream | None = None
    inside: Room | None = None
    before: DrawnThrough | None = None


def _share_below(t: Array, a: Array, b: Array) -> Array:
    """Share of the unit square in which a·u + b·v is less than ``t``; a and b add up to one."""
    low, high = np.maximum(np.minimum(a, b), 1e-6), np.maximum(a, b)
    near, far = np.minimum(t, low), np.minimum(1 - t, low)
    found: Array = np.where(
        t <= low, near**2 / (2 * low * high), np.where(t >= high, 1 - far**2 / (2 * low * high), (t - low / 2) / high)
    )
    return found
