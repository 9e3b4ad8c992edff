"""A blossom of petals on a turning nail."""

from __future__ import annotations

import math

from archtop.core.trade.motifs.motif import MotifKind, Shape
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
