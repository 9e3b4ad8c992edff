"""The open star tip."""

from __future__ import annotations

from archtop.core.trade.tips.star import Star

__all__ = ["OpenStar"]


class OpenStar(Star):
    """A star with shallow notches."""

    kind = "open star"
    label = "Open star"
    help = "Soft ridges."
    usual_mm = 14.0
    inner = 0.7
