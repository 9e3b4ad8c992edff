"""Salt as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind, Grain

__all__ = ["Salt"]


class Salt(FinishKind):
    """Salt."""

    kind = "salt"
    label = "Salt"
    says = "Press it in lightly; it draws water in a damp room."
    shelves = ("additive",)
    dragged = True
    grain = Grain("block", 2.2, 2.0, 1.7, 2.16, "#f1eee8")
