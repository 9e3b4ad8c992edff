"""A leaf tip: a flat rhomb."""

from __future__ import annotations

import shapely

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["LeafTip"]


class LeafTip(TipKind):
    """A leaf tip: a flat rhomb."""

    kind = "leaf"
    label = "Leaf"
    help = "Leaves with a rib."
    usual_mm = 9.0
    usual_thick_mm = 3.0
    uses = ("thick_mm",)

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """A rhomb."""
        d, t = tip.opening_mm, tip.thick_mm
        return shapely.Polygon([(-d / 2, 0), (0, -t / 2), (d / 2, 0), (0, t / 2)])
