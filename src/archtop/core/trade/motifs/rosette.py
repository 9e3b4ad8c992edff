"""A flat spiral from its middle outward."""

from __future__ import annotations

import math

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Rosette"]


class Rosette(MotifKind):
    """A flat spiral."""

    kind = "rosette"
    label = "Rosettes"
    help = "From the middle round and outward, and away along the edge."
    aim_s = 1.5
    stands = True

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """A round filled by a spiral whose turns lie a bead's width apart: its area over that width is its length."""
        path = max(math.pi * size_mm**2 / 4 / bead.wide_mm, bead.wide_mm)
        return Shape(bead.area_mm2 * path, bead.high_mm, size_mm, size_mm, path, "a spiral a bead's width apart")
