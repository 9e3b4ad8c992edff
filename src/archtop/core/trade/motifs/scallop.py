"""Half an ellipsoid, squeezed and dragged."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Full at once, then dragged to a tail along the stroke."""
        u = steps()
        full = np.clip(u / 0.28, 0, 1) ** 0.5 * np.clip((1 - u) / 0.72, 0, 1) ** 0.75
        full = np.maximum(full, 0.05)
        up = 0.42 * high_mm * full
        path = np.column_stack([0.04 * size_mm * hand.normal() * u, (u - 0.5) * size_mm, up])
        return (Stroke(path, np.column_stack([size_mm * full, 1.15 * high_mm * full])),)
