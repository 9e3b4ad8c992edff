"""A tip of many holes, for grass."""

from __future__ import annotations

import math

import shapely
from shapely.affinity import translate

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["Grass"]


class Grass(TipKind):
    """A tip of many holes, for grass."""

    kind = "grass"
    label = "Many holes"
    help = "Many strands at once."
    usual_mm = 1.8
    uses = ("holes",)

    # Holes stand so far apart, middle to middle, as a multiple of a hole.
    apart = 1.6

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """Holes in rows."""
        d, side = tip.opening_mm, math.ceil(math.sqrt(tip.holes))
        hole = shapely.Point(0, 0).buffer(d / 2, quad_segs=16)
        places = [((i % side) - (side - 1) / 2, (i // side) - (side - 1) / 2) for i in range(tip.holes)]
        return shapely.MultiPolygon([translate(hole, x * d * cls.apart, y * d * cls.apart) for x, y in places])

    @classmethod
    def finest(cls, tip: Measures) -> float:
        """One hole."""
        return tip.opening_mm
