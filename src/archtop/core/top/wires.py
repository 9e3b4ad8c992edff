"""Every cut that goes through the top: across between bars, and lengthwise where slices are cut into parts."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from archtop.core.cuts import strips_along
from archtop.core.document import Cuts
from archtop.core.top.runs import TopArea

__all__ = ["Wires", "wires_of"]


class Wires(NamedTuple):
    """Where wires go: ``across`` at these places along the loaf; ``lengthwise``: from, to along, places across [mm]."""

    across: tuple[float, ...]
    lengthwise: tuple[tuple[float, float, tuple[float, ...]], ...]

    def crosses(self, x: float, y: float, reach_x: float, reach_y: float) -> bool:
        """Whether a wire goes through what lies there, so far to each side [mm]."""
        return any(abs(y - at) < reach_y for at in self.across) or any(
            low - reach_y < y < high + reach_y and any(abs(x - line) < reach_x for line in lines)
            for low, high, lines in self.lengthwise
        )


def wires_of(cuts: Cuts, area: TopArea, bars: Sequence[tuple[float, float]]) -> Wires:
    """All wires of a loaf; none where everything is turned out whole.

    :param bars: from and to of every bar [mm]
    """
    if area.whole:
        return Wires((), ())
    lines = [cut.lines for cut in strips_along(cuts, len(bars), area.half_wide)]
    return Wires(
        tuple(edge for pair in bars for edge in pair),
        tuple((*bar, across) for bar, across in zip(bars, lines, strict=True) if across),
    )
