"""Drizzle as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind

__all__ = ["Drizzle"]


class Drizzle(FinishKind):
    """Drizzle: a jar stirred into oil, poured off a spoon."""

    kind = "drizzle"
    label = "Drizzle"
    says = "Thin and fluid, from a spoon's edge, in one go."
    shelves = ("colourant",)
    unit = "ml"
