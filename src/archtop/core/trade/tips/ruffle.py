"""A ruffle tip: a straight slot."""

from __future__ import annotations

import shapely

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["RuffleTip"]


class RuffleTip(TipKind):
    """A ruffle tip: a straight slot."""

    kind = "ruffle"
    label = "Ruffle"
    help = "A ribbon on its edge."
    usual_mm = 16.0
    usual_thick_mm = 2.0
    on_edge = True
    uses = ("thick_mm",)

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """A slot."""
        return shapely.box(-tip.thick_mm / 2, 0, tip.thick_mm / 2, tip.opening_mm)
