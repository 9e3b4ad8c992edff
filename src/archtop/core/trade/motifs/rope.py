"""A twist of overlapping strokes."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Strokes that lie over each other, one turn to a motif."""
        u = steps()
        angle = 2 * np.pi * u + hand.normal(0, 0.08)
        path = np.column_stack(
            [
                0.4 * bead.wide_mm * np.sin(angle),
                size_mm * (u - 0.5) + 0.12 * size_mm * np.sin(2 * angle),
                bead.high_mm * (0.62 + 0.22 * np.cos(angle)),
            ]
        )
        return (Stroke(path, np.tile([bead.wide_mm, bead.high_mm], (len(u), 1)), 0.5 * np.sin(angle)),)
