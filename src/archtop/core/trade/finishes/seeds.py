"""Seeds as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind

__all__ = ["Seeds"]


class Seeds(FinishKind):
    """Seeds."""

    kind = "seeds"
    label = "Seeds"
    says = "Press them in lightly; they may brown."
    shelves = ("additive",)
    dragged = True
