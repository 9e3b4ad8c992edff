"""A petal tip: a slot round at its foot, drawn to a point."""

from __future__ import annotations

import math

import numpy as np
import shapely

from archtop.core.trade.tips.tip import Measures, Opening, TipKind

__all__ = ["Petal"]


class Petal(TipKind):
    """A petal tip: a slot round at its foot, drawn to a point."""

    kind = "petal"
    label = "Petal"
    help = "Petals on a turning nail."
    usual_mm = 14.0
    usual_thick_mm = 3.0
    on_edge = True
    uses = ("thick_mm",)

    @classmethod
    def opening(cls, tip: Measures) -> Opening:
        """A drop."""
        thick = min(tip.thick_mm, tip.opening_mm)
        foot = np.linspace(math.pi, 2 * math.pi, 33)
        round_foot = np.column_stack([thick / 2 * np.cos(foot), thick / 2 + thick / 2 * np.sin(foot)])
        return shapely.Polygon([*round_foot, (0.0, tip.opening_mm)])
