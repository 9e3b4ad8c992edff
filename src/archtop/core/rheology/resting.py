"""Where an embed comes to rest: it settles until weight, lift and the batter's strength balance.

How deep a piece is immersed decides how much it pushes aside, how wide it bears, and so what strength holds it; the
level follows from the volume, because in a narrow mould it rises as the piece goes in. So everything is tabulated over
the immersed depth, once for each piece, and any question is read off that table.
"""

from __future__ import annotations

import numpy as np

from archtop.core.base import Frozen
from archtop.core.geometry import Inside, Points, Prism
from archtop.core.rheology.holding import DEEP_FACTOR, STANDARD_GRAVITY, SURFACE_FACTOR

__all__ = ["Laid", "Rest"]

_LEVELS, _DEPTHS = 24, 40
_KG_PER_M3 = 1000.0


class Rest(Frozen):
    """Where a piece rests: its lowest point and the level around it [mm], and whether it lies on the floor."""

    bottom_mm: float
    level_mm: float
    on_floor: bool


class Laid:
    """A piece about to be laid on batter in a mould, and let go.

    :param inside: the mould with the pieces that lie in it already
    :param batter_mm3: batter in it
    :param prism: the piece as drawn; only its height is free
    """

    def __init__(self, inside: Inside, batter_mm3: float, prism: Prism) -> None:
        rim = inside.mould.height_mm
        levels = np.linspace(0.0, rim, _LEVELS)
        volumes = np.array([inside.batter_below(float(level)) for level in levels])
        own = prism.profile.levels - prism.bottom
        deepest = float(own[-1]) + rim
        self.depths = np.unique(np.concatenate([np.linspace(0.0, own[-1], _DEPTHS), np.linspace(own[-1], deepest, 8)]))
        self.areas = np.array([prism.profile.below(prism.bottom + depth) for depth in self.depths])
        self.widths = widths_below(prism.points, prism.bottom + self.depths)
        self.levels = np.interp(batter_mm3 + self.areas * prism.length, volumes, levels)
        self.bottoms = self.levels - self.depths
        self.area = prism.profile.area

    def needed_pa(self, piece_density: float, batter_density: float) -> Points:
        """Yield stress [Pa] that holds the piece at each immersed depth, shape of ``depths``; negative: it would rise.

        ρₑ·g·Vₑ = ρ_b·g·V(immersed) + N·τ·b, N from 5.14 at the surface to 11.94 at a depth of its own width.

        :param piece_density: of the piece [g/ml]
        :param batter_density: of the batter [g/ml]
        """
        weight = _KG_PER_M3 * STANDARD_GRAVITY * (piece_density * self.area - batter_density * self.areas) * 1e-6
        wide = np.maximum(self.widths, 1e-3)
        factor = SURFACE_FACTOR + (DEEP_FACTOR - SURFACE_FACTOR) * np.clip(self.depths / wide, 0, 1)
        needed: Points = weight / (factor * wide * 1e-3)
        return needed

    def needed_at(self, bottom_mm: float, piece_density: float, batter_density: float) -> float:
        """Yield stress [Pa] that leaves it with its lowest point at that height; infinite above the surface."""
        if bottom_mm > self.bottoms[0]:
            return float("inf")
        needed = self.needed_pa(piece_density, batter_density)
        return float(np.interp(-bottom_mm, -self.bottoms, needed))

    def rest(self, yield_stress_pa: float, piece_density: float, batter_density: float) -> Rest:
        """Where it comes to rest in batter of that yield stress."""
        needed = self.needed_pa(piece_density, batter_density)
        held = np.flatnonzero(needed <= yield_stress_pa)
        if not len(held):
            bottom = 0.0
        elif held[0] == 0:
            bottom = float(self.bottoms[0])
        else:
            pair = slice(held[0] - 1, held[0] + 1)
            bottom = float(np.interp(-yield_stress_pa, -needed[pair], self.bottoms[pair]))
        bottom = max(bottom, 0.0)
        level = float(np.interp(-bottom, -self.bottoms, self.levels))
        return Rest(bottom_mm=bottom, level_mm=level, on_floor=bottom <= 0)


def widths_below(points: Points, levels: Points) -> Points:
    """Width [mm] across of what of an outline lies below each level.

    :param points: vertices, shape (n, 2)
    :param levels: heights [mm], shape (m,); the answer has the same shape
    """
    end = np.roll(points, -1, axis=0)
    swap = points[:, 1] > end[:, 1]
    low, high = np.where(swap[:, None], end, points), np.where(swap[:, None], points, end)
    rise = np.maximum(high[:, 1] - low[:, 1], 1e-12)
    # How far up each edge a level reaches, shape (n, m); an edge that begins above it counts for nothing.
    share = np.clip((levels[None, :] - low[:, 1:]) / rise[:, None], 0, 1)
    reached = low[:, :1] + share * (high[:, :1] - low[:, :1])
    under = low[:, 1:] <= levels[None, :]
    right = np.where(under, np.maximum(reached, low[:, :1]), -np.inf).max(axis=0)
    left = np.where(under, np.minimum(reached, low[:, :1]), np.inf).min(axis=0)
    widths: Points = np.maximum(right - left, 0.0)
    return widths
