"""A bag cut to a point, which pipes leaves as a leaf tip does."""

from __future__ import annotations

from archtop.core.trade.tips.leaf import LeafTip

__all__ = ["VCut"]


class VCut(LeafTip):
    """A bag cut to a point."""

    kind = "V cut"
    label = "Bag cut to a V"
    help = "A bag cut to a point: leaves without a tip."
    usual_mm = 10.0
    usual_thick_mm = 4.0
