"""A section after a stick was drawn through the loaf from above: its points lay elsewhere along the loaf before.

At each height batter is moved in its own level plane by a map that keeps areas, so that volumes keep; what it was is
asked of the section where it came from, told as far as the work had come by then.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.trade.stick import undrawn

if TYPE_CHECKING:
    from archtop.core.faces.told import Told

__all__ = ["DrawnThrough"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]

# Under its tip a stick drags batter along over so much of its reach.
_FADES = 0.5


class DrawnThrough(NamedTuple):
    """What lies in a section at ``y`` right after step ``i`` of the work, a stick's.

    ``half`` and ``level``: of the section [mm]; ``long``: the loaf [mm]; ``strokes``: along and across [mm] from the
    front and the middle line; ``tip``: how high its tip is over the floor [mm]; ``beside``: how far it drags [mm].
    """

    of: Told
    i: int
    y: float
    half: float
    level: float
    long: float
    strokes: Sequence[Sequence[tuple[float, float]]]
    tip: float
    beside: float

    def found(self, us: Array, ups: Array) -> tuple[Codes, Codes]:
        """Colour and step of points: shares of the section left of and below them, shape (p,)."""
        x, z = (2 * us.astype(float) - 1) * self.half, ups.astype(float) * self.level
        along = np.full(x.shape, self.y)
        fade = _FADES * self.beside
        strength = np.clip((z - self.tip + fade) / fade, 0.0, 1.0)
        moved = strength > 0
        if moved.any():
            along[moved], x[moved] = undrawn(
                self.strokes, (along[moved], x[moved]), self.beside, self._room, strength[moved]
            )
        colours, steps = np.zeros(x.shape, dtype=np.int16), np.zeros(x.shape, dtype=np.int16)
        every = self.of.stations_mm
        # Where nothing was moved its own section is asked, without a step.
        stations = np.where(along == self.y, self.y, np.clip(np.rint(along / every) * every, 0.0, self.long))
        for station in np.unique(stations):
            mine = stations == station
            before = self.of.told_before(self.i, float(station))
            colours[mine], steps[mine] = before.answer(
                x[mine] / self.half * before.half, z[mine] / self.level * before.level_now
            )
        return colours, steps

    def _room(self, along: float, across: float) -> float:
        return min(along, self.long - along, self.half - abs(across))
