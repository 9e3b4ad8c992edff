"""A ball on the loaf: a cap."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape, cap_mm3
from archtop.core.trade.tips import Bead

__all__ = ["Ball"]


class Ball(MotifKind):
    """A ball on the loaf: a cap."""

    kind = "ball"
    label = "Dollops"
    help = "Squeeze and swirl off."
    aim_s = 1.5
    stands = True
    natural = 0.55

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """A ball's cap."""
        s, h = size_mm, cls.height(size_mm, height_mm)
        return Shape(cap_mm3(s, h), h, s, s, 0.0, f"a ball's cap, {s:g} mm across and {h:.0f} mm high")
