"""A wave as wide as it is long."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, sine_length, waving
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """One wave to and fro across the stroke."""
        return (waving(size_mm, size_mm / 2 * (1 + hand.normal(0, 0.05)), bead),)
