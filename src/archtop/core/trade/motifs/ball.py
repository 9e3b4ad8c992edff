"""A ball on the loaf: a cap."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, cap_mm3, steps
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

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """A ball's cap, swirled off into a small curl."""
        # Steps close together where it closes.
        u = np.sin(np.pi / 2 * steps())
        radius = (size_mm**2 / 4 + high_mm**2) / (2 * high_mm)
        over = radius - high_mm + high_mm * u
        wide = 2 * np.sqrt(np.maximum(radius**2 - over**2, 0)) / size_mm
        lean = hand.normal(0, 0.05, 2) * size_mm
        path = np.column_stack([lean[0] * u**4, lean[1] * u**4, high_mm * (u + 0.12 * u**12)])
        thin = size_mm * np.maximum(wide, 0.03)
        return (Stroke(path, np.column_stack([thin, thin]), hand.uniform(1.0, 1.6) * u),)
