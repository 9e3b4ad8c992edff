"""Seeds as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind, Grain

__all__ = ["Seeds"]


class Seeds(FinishKind):
    """Seeds."""

    kind = "seeds"
    label = "Seeds"
    says = "Press them in lightly; they may brown."
    shelves = ("additive",)
    dragged = True
    grain = Grain("seed", 3.2, 1.8, 1.3, 1.1, "#5f4b37")
