"""What of a top is free to be piped on: beside columns that stand out of it, and between pieces that lie there."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.geometry import Prism
from archtop.core.top.foot import Foot, edge_of

__all__ = ["FreeTop", "Lying", "Out", "standing_out"]

# A motif may creep so far under the edge of a piece, as a share of its half width: frosting gives way.
_MAY_TOUCH = 0.5
# Less than this of a column is covered by whatever is piped [mm]. Both stated guesses.
_OUT_MM = 1.0


class Out(NamedTuple):
    """Where a column stands out of the batter [mm]: from left to right, and from its front to its back."""

    left: float
    right: float
    front: float
    back: float


class Lying(NamedTuple):
    """A piece on the top: its middle across and along, half its length and width [mm], its length turned by [°]."""

    x: float
    y: float
    half_long: float
    half_wide: float
    turn_deg: float


class FreeTop:
    """A top with what stands out of it and what lies on it already.

    >>> FreeTop([Out(-10, 10, 0, 200)]).across(-40, 40, 0, 200)
    ((-40, -10), (10, 40))
    """

    def __init__(self, out: Sequence[Out] = (), lying: Sequence[Lying] = ()) -> None:
        self.out = tuple(out)
        self._lying: NDArray[np.float64] = np.array(lying, dtype=np.float64).reshape(-1, 5)

    def with_lying(self, lying: Sequence[Lying]) -> FreeTop:
        """The same with these pieces on it in place of any others."""
        return FreeTop(self.out, lying)

    def across(self, left: float, right: float, front: float, back: float) -> tuple[tuple[float, float], ...]:
        """What is free of a stretch, from left to right [mm]: nothing is where columns stand for most of its length."""
        free: list[tuple[float, float]] = [(left, right)]
        for column in self.out:
            if min(column.back, back) - max(column.front, front) > (back - front) / 2:
                free = [part for span in free for part in _beside(span, column)]
        return tuple(free)

    def in_the_way(self, x: float, y: float, foot: Foot, turn_deg: float) -> str | None:
        """What stands in the way of a motif there: a column or a piece; ``None`` where it is free."""
        narrow = min(foot.half_long, foot.half_wide)
        for column in self.out:
            if column.left - narrow < x < column.right + narrow and column.front <= y <= column.back:
                return "a column stands out"
        if not len(self._lying):
            return None
        xs, ys, half_long, half_wide, turns = self._lying.T
        dx, dy = x - xs, y - ys
        angle = np.arctan2(dx, dy)
        edges = edge_of(half_long, half_wide, angle - np.radians(turns)) + foot.towards(angle, turn_deg)
        touched = np.hypot(dx, dy) - edges < -_MAY_TOUCH * narrow
        return "pieces lie there" if touched.any() else None


def _beside(span: tuple[float, float], column: Out) -> Iterable[tuple[float, float]]:
    low, high = span
    if column.right <= low or column.left >= high:
        yield span
        return
    if column.left > low:
        yield (low, column.left)
    if column.right < high:
        yield (column.right, high)


def standing_out(prisms: Iterable[Prism], level_mm: float) -> tuple[Out, ...]:
    """Columns that reach out of the batter, as wide as they are from its level up.

    :param level_mm: that the batter stands at
    """
    return tuple(_out(prism, level_mm) for prism in prisms if prism.top > level_mm + _OUT_MM)


def _out(prism: Prism, level_mm: float) -> Out:
    left, low, right, high = prism.shape.bounds
    above = prism.shape.intersection(shapely.box(left, max(low, level_mm), right, high))
    return Out(above.bounds[0], above.bounds[2], prism.y0, prism.y1)
