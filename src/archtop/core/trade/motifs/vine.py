"""A gentle wave."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, sine_length, waving
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """One gentle wave."""
        return (waving(size_mm, size_mm / 8 * (1 + hand.normal(0, 0.05)), bead),)
