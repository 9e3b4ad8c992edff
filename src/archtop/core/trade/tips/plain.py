"""A plain round tip."""

from __future__ import annotations

import shapely

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["Plain"]


class Plain(TipKind):
    """A plain round tip."""

    kind = "plain"
    label = "Plain round"
    help = "A smooth round rope; balls and kisses."
    usual_mm = 10.0

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """A circle."""
        return shapely.Point(0, 0).buffer(tip.opening_mm / 2, quad_segs=64)

    @classmethod
    def finest(cls, tip: Measures) -> float:
        """All of it."""
        return tip.opening_mm
