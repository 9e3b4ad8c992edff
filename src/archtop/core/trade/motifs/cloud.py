"""A cloud: three puffs that lean on each other."""

from __future__ import annotations

import numpy as np

from archtop.core.trade.motifs.motif import MotifKind, Shape, Stroke, cap_mm3, steps
from archtop.core.trade.tips import Bead

__all__ = ["Cloud"]


class Cloud(MotifKind):
    """A cloud: three puffs that lean on each other."""

    kind = "cloud"
    label = "Clouds"
    help = "Three puffs that lean on each other."
    aim_s = 5.0
    squeezes = 3
    stands = True
    natural = 0.55

    # Sizes of its puffs.
    puffs = (1.0, 0.75, 0.6)

    @classmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:  # noqa: ARG003
        """Three balls' caps."""
        s, h = size_mm, cls.height(size_mm, height_mm)
        volume = sum(cap_mm3(s * puff, h * puff) for puff in cls.puffs)
        return Shape(volume, h, 1.5 * s, 1.3 * s, 0.0, f"three balls' caps from {s:g} mm down")

    @classmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:  # noqa: ARG003
        """Three puffs against each other, the largest first, each rounded off."""
        u = np.sin(np.pi / 2 * steps(16))
        puffs = []
        turn = hand.uniform(0, 2 * np.pi)
        for puff, (share, away) in enumerate(zip(cls.puffs, (0.28, 0.42, 0.45), strict=True)):
            s, h = size_mm * share, high_mm * share
            radius = (s**2 / 4 + h**2) / (2 * h)
            wide = 2 * np.sqrt(np.maximum(radius**2 - (radius - h + h * u) ** 2, 0))
            at = turn + 2.1 * puff
            x, y = away * size_mm * np.cos(at), away * size_mm * np.sin(at)
            path = np.column_stack([np.full_like(u, x), np.full_like(u, y), h * u])
            thin = np.maximum(wide, 0.03 * s)
            puffs.append(Stroke(path, np.column_stack([thin, thin]), round=True))
        return tuple(puffs)
