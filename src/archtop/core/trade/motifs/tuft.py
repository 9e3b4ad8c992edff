"""A tuft: strands that end half as thick."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Tuft"]


class Tuft(MotifKind):
    """A tuft: strands that end half as thick."""

    kind = "tuft"
    label = "Grass"
    help = "Press and pull away."
    aim_s = 1.5
    stands = True

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """∫(1 − u/2)² du = 7/12 of the bead all along."""
        s = size_mm
        mm3, how = 7 / 12 * bead.area_mm2 * s, "strands that end half as thick"
        return Shape(mm3, s, bead.wide_mm, bead.wide_mm, s, how)
