"""A cloud: three puffs that lean on each other."""

from __future__ import annotations

from archtop.core.trade.motifs.motif import MotifKind, Shape, cap_mm3
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
