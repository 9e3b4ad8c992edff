"""Glitter as a finish."""

from __future__ import annotations

from archtop.core.trade.finishes.finish import FinishKind, Grain

__all__ = ["Glitter"]


class Glitter(FinishKind):
    """Glitter."""

    kind = "glitter"
    label = "Glitter"
    says = "Only what is made for skin and biodegrades; from high up, little."
    shelves = ("colourant",)
    dragged = True
    grain = Grain("block", 0.9, 0.9, 0.1, 1.4, "#e9e2c6")
