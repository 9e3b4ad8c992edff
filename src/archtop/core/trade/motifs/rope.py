"""A twist of overlapping strokes."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Rope"]


class Rope(MotifKind):
    """A twist of overlapping strokes."""

    kind = "rope"
    label = "Rope"
    help = "Overlapping strokes; the hand hardly stops."
    aim_s = 0.5

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """A path 1.6 times as long as it reaches."""
        path = 1.6 * size_mm
        mm3, high, wide = bead.area_mm2 * path, 1.5 * bead.high_mm, 1.8 * bead.wide_mm
        return Shape(mm3, high, size_mm, wide, path, "a twist of overlapping strokes")
