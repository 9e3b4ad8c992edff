"""Which cuts go through something that lies on the loaf."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from archtop.core.cuts.cutting import Bar

__all__ = ["cuts_met"]

# Touched by less than this it stays whole [mm].
_TOUCHED_MM = 0.5


def cuts_met(bars: Sequence[Bar], outline: NDArray[np.float64]) -> tuple[str, ...]:
    """The cuts that go through an outline, in words, front to back.

    :param outline: along the loaf and across it from its middle line [mm], shape (corners, 2)
    """
    return tuple(_met(bars, outline))


def _met(bars: Sequence[Bar], outline: NDArray[np.float64]) -> Iterator[str]:
    (front, left), (back, right) = outline.min(axis=0) + _TOUCHED_MM, outline.max(axis=0) - _TOUCHED_MM
    if not bars:
        return
    if front < bars[0].from_mm < back:
        yield f"the cut in front of bar {bars[0].number}"
    for bar, behind in pairwise(bars):
        # The wire takes a little of both.
        if front < behind.from_mm and bar.to_mm < back:
            yield f"the cut between bars {bar.number} and {behind.number}"
    if front < bars[-1].to_mm < back:
        yield f"the cut behind bar {bars[-1].number}"
    for bar in bars:
        ends = [end for _, end in bar.strips]
        lines = ends if bar.left_g else ends[:-1]
        if bar.from_mm < back and bar.to_mm > front and any(left < line < right for line in lines):
            yield f"the cut along bar {bar.number}"
