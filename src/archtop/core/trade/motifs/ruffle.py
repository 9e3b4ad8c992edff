"""A wave as wide as it is long."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape, sine_length
from archtop.core.trade.tips import Bead

__all__ = ["Ruffle"]


class Ruffle(MotifKind):
    """A wave as wide as it is long."""

    kind = "ruffle"
    label = "Ruffle"
    help = "To and fro; the hand hardly stops."
    aim_s = 0.5

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """One wave."""
        path, wide = sine_length(size_mm, size_mm / 2), size_mm + bead.wide_mm
        return Shape(bead.area_mm2 * path, bead.high_mm, size_mm, wide, path, "one wave, as wide as it is long")
