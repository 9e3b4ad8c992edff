"""Straight strokes to and fro, close to each other."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, going_on, steps
from archtop.core.trade.tips import Bead

__all__ = ["Zigzag"]


class Zigzag(MotifKind):
    """Straight strokes to and fro."""

    kind = "zigzag"
    label = "Zigzag"
    help = "Straight strokes to and fro, without lifting off."
    aim_s = 0.4

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """There and back once, as wide as its size: two straight strokes, a bead's width further on each."""
        path = 2 * math.hypot(size_mm, bead.wide_mm)
        wide = size_mm + bead.wide_mm
        return Shape(bead.area_mm2 * path, bead.high_mm, 2 * bead.wide_mm, wide, path, "there and back once")

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """There and back across the stroke, its turns a little round."""
        u = steps()
        side = np.arcsin(0.985 * np.sin(2 * np.pi * u)) * 2 / np.pi
        up = bead.high_mm * (0.5 + 0.05 * hand.normal() * np.sin(np.pi * u))
        path = np.column_stack([size_mm / 2 * side, 2 * bead.wide_mm * (u - 0.5), up])
        return (going_on(path, bead, u),)
