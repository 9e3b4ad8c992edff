"""Alcohol spritz as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind

__all__ = ["Spritz"]


class Spritz(FinishKind):
    """Alcohol spritz."""

    kind = "spritz"
    label = "Alcohol spritz"
    says = "Alcohol, from an arm's length, once now and once in an hour: no flame near, windows open."
    unit = "ml"
    again_h = 1.0
