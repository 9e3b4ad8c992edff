"""A leaf: full, then drawn to a point."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
from archtop.core.trade.tips import Bead

__all__ = ["Leaf"]


class Leaf(MotifKind):
    """A leaf: full, then drawn to a point."""

    kind = "leaf"
    label = "Leaves"
    help = "Press, pull, and point away; the bag turns for every leaf."
    forgives = True
    aim_s = 6.0

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """Full for two fifths, then drawn to a point: 0.4 + 0.6/3 of the bead all along."""
        s = size_mm
        how = "full, then drawn to a point"
        return Shape(0.6 * bead.area_mm2 * s, 1.5 * bead.high_mm, s, bead.wide_mm, s, how)

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Pressed, drawn out with a little tremble, and lifted to a point."""
        u = steps()
        full = np.clip(np.minimum(0.55 + u / 0.22, 1.0), 0, 1) * np.clip((1 - u) / 0.6, 0.03, 1) ** 0.8
        tremble = 1 + 0.09 * np.sin(2 * np.pi * (5 * u + hand.uniform()))
        up = 0.45 * bead.high_mm + 0.9 * bead.high_mm * u**2
        path = np.column_stack([0.05 * size_mm * hand.normal() * u**2, (u - 0.5) * size_mm, up])
        wide, high = 1.3 * bead.wide_mm * full * tremble, 1.4 * bead.high_mm * (0.35 + 0.65 * full)
        return (Stroke(path, np.column_stack([wide, high])),)
