"""A kiss: squeezed, then drawn up to a point."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Straight up, ever thinner, turned a little while it is drawn off."""
        u = steps()
        lean = hand.normal(0, 0.04, 2) * size_mm
        path = np.column_stack([lean[0] * u**2, lean[1] * u**2, high_mm * u])
        thin = np.maximum(1 - u**1.5, 0.02)
        return (Stroke(path, size_mm * np.column_stack([thin, thin]), u * hand.uniform(0.7, 1.3)),)
