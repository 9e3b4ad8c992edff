"""A blossom of petals on a turning nail."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, steps
from archtop.core.trade.tips import Bead

__all__ = ["Blossom"]


class Blossom(MotifKind):
    """A blossom of petals on a turning nail."""

    kind = "blossom"
    label = "Petal flowers"
    help = "A petal at a time on a turning nail."
    aim_s = 12.0
    squeezes = 5
    stands = True

    petals = 5

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """Each petal half a turn."""
        path = cls.petals * math.pi * size_mm / 4
        how = f"{cls.petals} petals, each half a turn"
        return Shape(bead.area_mm2 * path, 0.5 * bead.high_mm, size_mm, size_mm, path, how)

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Petal by petal, each half a turn around its own middle, the outer edge up."""
        u = steps(14)
        petals = []
        turn = hand.uniform(0, 2 * np.pi)
        for petal in range(cls.petals):
            towards = turn + 2 * np.pi * petal / cls.petals
            around = towards + np.pi * (u - 0.5) * (1 + hand.normal(0, 0.03))
            reach = size_mm / 4
            x = reach * 0.9 * np.cos(towards) + reach * np.cos(around)
            y = reach * 0.9 * np.sin(towards) + reach * np.sin(around)
            up = bead.high_mm * (0.3 + 0.12 * np.sin(np.pi * u)) + 0.04 * petal * bead.high_mm
            full = 0.55 + 0.45 * np.sin(np.pi * u)
            size = np.column_stack([bead.wide_mm * np.ones_like(u), bead.high_mm * full])
            petals.append(Stroke(np.column_stack([x, y, up]), size, np.full_like(u, -0.9)))
        return tuple(petals)
