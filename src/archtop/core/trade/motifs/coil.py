"""Rings on each other, ever smaller."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import FULL, MotifKind, Shape, Stroke, steps, tapered
from archtop.core.trade.tips import Bead

__all__ = ["Coil"]


class Coil(MotifKind):
    """Rings on each other, ever smaller."""

    kind = "coil"
    label = "Swirls"
    help = "Round and round on itself, ever smaller, without stopping."
    aim_s = 2.5
    stands = True

    layers = 3

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:
        """So many rings as its height asks for."""
        layers = max(1, round((height_mm or cls.layers * bead.high_mm) / bead.high_mm))
        around = [max(size_mm * (1 - 0.7 * i / layers) - bead.wide_mm, bead.wide_mm) for i in range(layers)]
        path, high = math.pi * sum(around), layers * bead.high_mm
        return Shape(bead.area_mm2 * path, high, size_mm, size_mm, path, f"{layers} rings, ever smaller")

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:
        """Round and round, ever smaller, drawn off in the middle."""
        layers = max(high_mm / bead.high_mm, 1.0)
        u = steps(max(FULL, int(24 * layers)))
        out = np.maximum(size_mm * (1 - 0.72 * u) - bead.wide_mm, 0.3 * bead.wide_mm) / 2
        angle = 2 * np.pi * layers * u + hand.uniform(0, 2 * np.pi)
        up = bead.high_mm * (0.5 + (layers - 0.8) * u)
        path = np.column_stack([out * np.cos(angle), out * np.sin(angle), up])
        return (Stroke(path, np.outer(tapered(u, 0.03, 0.12), [bead.wide_mm, 1.1 * bead.high_mm])),)
