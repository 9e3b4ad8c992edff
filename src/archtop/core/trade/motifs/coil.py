"""Rings on each other, ever smaller."""

from __future__ import annotations

import math

from archtop.core.trade.motifs.motif import MotifKind, Shape
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
