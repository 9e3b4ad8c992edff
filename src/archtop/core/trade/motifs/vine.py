"""A gentle wave."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape, sine_length
from archtop.core.trade.tips import Bead

__all__ = ["Vine"]


class Vine(MotifKind):
    """A gentle wave."""

    kind = "vine"
    label = "Vine"
    help = "A gentle wave; the hand hardly stops."
    aim_s = 0.3

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """One gentle wave."""
        path, wide = sine_length(size_mm, size_mm / 8), size_mm / 4 + bead.wide_mm
        return Shape(bead.area_mm2 * path, bead.high_mm, size_mm, wide, path, "one gentle wave")
