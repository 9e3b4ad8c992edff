"""A leaf: full, then drawn to a point."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Leaf"]


class Leaf(MotifKind):
    """A leaf: full, then drawn to a point."""

    kind = "leaf"
    label = "Leaves"
    help = "Press, pull, and point away; the bag turns for every leaf."
    forgives = True
    aim_s = 6.0

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """Full for two fifths, then drawn to a point: 0.4 + 0.6/3 of the bead all along."""
        s = size_mm
        how = "full, then drawn to a point"
        return Shape(0.6 * bead.area_mm2 * s, 1.5 * bead.high_mm, s, bead.wide_mm, s, how)
