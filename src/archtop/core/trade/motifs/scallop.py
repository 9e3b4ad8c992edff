"""Half an ellipsoid, squeezed and dragged."""

from __future__ import annotations

import math

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Scallop"]


class Scallop(MotifKind):
    """Half an ellipsoid, squeezed and dragged."""

    kind = "scallop"
    label = "Shells"
    help = "Squeeze, then drag."
    aim_s = 2.0
    natural = 0.5

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """Half an ellipsoid."""
        s, h = size_mm, cls.height(size_mm, height_mm)
        return Shape(math.pi / 6 * s * s * h, h, s, s, 0.0, f"half an ellipsoid, {s:g} mm across and {h:.0f} mm high")
