"""A kiss: squeezed, then drawn up to a point."""

from __future__ import annotations

import math

from archtop.core.trade.motifs.motif import MotifKind, Shape
from archtop.core.trade.tips import Bead

__all__ = ["Kiss"]


class Kiss(MotifKind):
    """A kiss: squeezed, then drawn up to a point."""

    kind = "kiss"
    label = "Stars and kisses"
    help = "Squeeze and pull up."
    aim_s = 1.5
    stands = True
    natural = 0.9

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """r(z) = s/2·(1 − (z/h)^1.5), so that ∫π·r² dz = 0.45·π/4·s²·h."""
        s, h = size_mm, cls.height(size_mm, height_mm)
        how = f"drawn to a point, {s:g} mm across and {h:.0f} mm high"
        return Shape(0.45 * math.pi / 4 * s**2 * h, h, s, s, 0.0, how)
