"""Star tips: an opening with notches, shallow or deep."""

from __future__ import annotations

import math
from typing import ClassVar

import numpy as np
import shapely

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["Star"]


class Star(TipKind):
    """A star. ``inner``: inner over outer radius, a stated guess for tips as they are sold."""

    inner: ClassVar[float]
    uses = ("points",)

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """Points around the middle."""
        angles = np.linspace(0, 2 * math.pi, 2 * tip.points, endpoint=False) + math.pi / 2
        outer = tip.opening_mm / 2
        radii = np.where(np.arange(2 * tip.points) % 2 == 0, outer, outer * cls.inner)
        return shapely.Polygon(np.column_stack([radii * np.cos(angles), radii * np.sin(angles)]))

    @classmethod
    def finest(cls, tip: Measures) -> float:
        """Between its notches."""
        return tip.opening_mm * cls.inner
