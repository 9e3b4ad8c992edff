"""A flat spiral from its middle outward."""

from __future__ import annotations

import math

import numpy as np

from archtop.core.trade.motifs.motif import FULL, MotifKind, Shape, Stroke, steps, tapered
from archtop.core.trade.tips import Bead

__all__ = ["Rosette"]


class Rosette(MotifKind):
    """A flat spiral."""

    kind = "rosette"
    label = "Rosettes"
    help = "From the middle round and outward, and away along the edge."
    aim_s = 1.5
    stands = True

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """A round filled by a spiral whose turns lie a bead's width apart: its area over that width is its length."""
        path = max(math.pi * size_mm**2 / 4 / bead.wide_mm, bead.wide_mm)
        return Shape(bead.area_mm2 * path, bead.high_mm, size_mm, size_mm, path, "a spiral a bead's width apart")

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """A spiral from a raised middle outward, a bead's width further with each turn."""
        reach = max((size_mm - bead.wide_mm) / 2, 0.0)
        turns = max(reach / bead.wide_mm, 0.6)
        u = steps(max(FULL, int(26 * turns)))
        # So much of it as there is path: the spiral is drawn evenly along itself.
        out = reach * np.sqrt(u)
        angle = 2 * np.pi * turns * np.sqrt(u) + hand.uniform(0, 2 * np.pi)
        raised = bead.high_mm * (0.5 + 0.55 * (1 - np.sqrt(u)))
        path = np.column_stack([out * np.cos(angle), out * np.sin(angle), raised])
        full = tapered(u, 0.02, 0.14)
        return (Stroke(path, np.outer(full, [1.12 * bead.wide_mm, bead.high_mm])),)
