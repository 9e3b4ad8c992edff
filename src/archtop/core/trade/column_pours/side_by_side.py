"""Side by side: each colour down its own part of the wall, all at once."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot

__all__ = ["SideBySide"]


class SideBySide(ColumnPour):
    """Each colour from its own cup."""

    label = "Side by side"
    help = "All at once from as many cups, each down its own part of the wall: the colours meet in the middle."

    kind: Literal["side by side"] = "side by side"

    def says(self, where: str = "the mould") -> str:  # noqa: ARG002
        """Cups, and the stick."""
        return f"All at once, each down its own part of the wall, equally fast.{self.stick}"

    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:  # noqa: ARG002
        """Sectors around the middle, the first colour's from its left side on."""
        angle = (np.arctan2(spot.y, spot.x) / (2 * math.pi) + 0.5) % 1.0
        return np.minimum(np.searchsorted(np.cumsum(shares), angle, side="right"), len(shares) - 1)
