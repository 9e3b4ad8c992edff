"""The level batter reaches in a mould, around whatever stands in it.

``Inside`` is a mould with the pieces laid so far: volume to a level, and level for a volume. Both are exact; the
inverse is found by bracketing between the pieces' vertex heights, where the volume has no kinks.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from archtop.core.base import InputError
from archtop.core.geometry.inverse import reached_at
from archtop.core.geometry.moulds import Mould
from archtop.core.geometry.prism import Prism

__all__ = ["Inside"]


class Inside:
    """A mould with pieces in it.

    :param mould: the loaf mould
    :param pieces: what has been laid in, not overlapping
    """

    def __init__(self, mould: Mould, pieces: Sequence[Prism] = ()) -> None:
        self.mould = mould
        self.pieces = tuple(pieces)
        breaks = [piece.profile.levels for piece in self.pieces]
        self._breaks = np.unique(np.clip(np.concatenate([[0.0, mould.height_mm], *breaks]), 0, mould.height_mm))

    def immersed_below(self, level: float) -> float:
        """Volume [mm³] of pieces below ``level`` [mm]: what they push aside."""
        return sum(piece.immersed(level) for piece in self.pieces)

    def batter_below(self, level: float) -> float:
        """Volume [mm³] of batter that fills the mould to ``level`` [mm]."""
        return self.mould.volume_below(level) - self.immersed_below(level)

    def surface_at(self, level: float) -> float:
        """Area [mm²] of the batter's surface at ``level`` [mm] > 0, just below it, around what stands out of it."""
        below = max(level - 0.01, 0.0)
        return (self.batter_below(level) - self.batter_below(below)) / (level - below)

    def level_for(self, batter_mm3: float) -> float:
        """Level [mm] that ``batter_mm3`` of batter reaches.

        :raises InputError: ``level.overflow`` when it does not fit below the rim
        """
        room = self.batter_below(self.mould.height_mm)
        if batter_mm3 > room * (1 + 1e-12):
            over = batter_mm3 - room
            rim = self.mould.height_mm
            per_mm = (self.mould.volume_below(rim) - self.mould.volume_below(rim - 0.1)) / 0.1
            raise InputError.one(
                "level.overflow",
                "batter",
                f"{batter_mm3 / 1000:.0f} ml",
                f"the mould takes {room / 1000:.0f} ml around its pieces; the batter would stand "
                f"{over / per_mm:.1f} mm above the rim",
                f"Leave out {over / 1000:.0f} ml, or lower a level by {over / per_mm:.1f} mm.",
            )
        low, high = self._bracket(batter_mm3)
        if high <= low:
            return low
        return reached_at(self.batter_below, batter_mm3, low, high)

    def _bracket(self, batter_mm3: float) -> tuple[float, float]:
        """Neighbouring break heights between which the level lies, by bisection over the breaks."""
        low, high = 0, len(self._breaks) - 1
        while high - low > 1:
            middle = (low + high) // 2
            if self.batter_below(float(self._breaks[middle])) <= batter_mm3:
                low = middle
            else:
                high = middle
        if self.batter_below(float(self._breaks[high])) <= batter_mm3:
            low = high
        return float(self._breaks[low]), float(self._breaks[high])
