"""A tuft: strands that end half as thick."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
from archtop.core.trade.tips import Bead

__all__ = ["Tuft"]


class Tuft(MotifKind):
    """A tuft: strands that end half as thick."""

    kind = "tuft"
    label = "Grass"
    help = "Press and pull away."
    aim_s = 1.5
    stands = True

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """∫(1 − u/2)² du = 7/12 of the bead all along."""
        s = size_mm
        mm3, how = 7 / 12 * bead.area_mm2 * s, "strands that end half as thick"
        return Shape(mm3, s, bead.wide_mm, bead.wide_mm, s, how)

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Strand by strand, leaning out from its foot, each half as thick at its end."""
        u = steps(7)
        strands = []
        thick = bead.finest_mm * (1 - u / 2)
        many = max(1, round(bead.area_mm2 / (np.pi / 4 * bead.finest_mm**2)))
        for strand in range(many):
            angle, away = 2.399963 * strand, np.sqrt((strand + 0.5) / many)
            foot = away * bead.wide_mm / 2.6
            lean = high_mm * (0.12 + 0.3 * away) * hand.uniform(0.5, 1.3)
            tall = high_mm * hand.uniform(0.82, 1.05)
            out = foot + lean * u**1.7
            path = np.column_stack([out * np.cos(angle), out * np.sin(angle), tall * u])
            strands.append(Stroke(path, np.column_stack([thick, thick]), round=True, hole=strand))
        return tuple(strands)
