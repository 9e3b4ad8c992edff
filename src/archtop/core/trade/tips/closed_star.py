"""The closed star tip."""

from __future__ import annotations

from archtop.core.trade.tips.star import Star

__all__ = ["ClosedStar"]


class ClosedStar(Star):
    """A star with deep notches."""

    kind = "closed star"
    label = "Closed star"
    help = "Deep, fine ridges."
    usual_mm = 12.0
    inner = 0.45
