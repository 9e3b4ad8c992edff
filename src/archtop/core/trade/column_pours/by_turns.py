"""By turns into the middle: each pour pushes those before it outwards, and rings come of it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot

__all__ = ["ByTurns"]


class ByTurns(ColumnPour):
    """``rounds``: how often each colour has its turn."""

    label = "By turns, into the middle"
    help = "A little of each colour in turn through a funnel: each pushes the last outwards, and rings come of it."

    kind: Literal["by turns"] = "by turns"
    rounds: Annotated[int, Field(ge=1, le=30)] = 3

    def says(self, where: str = "the mould") -> str:
        """Rounds, and the stick."""
        rounds = "one round" if self.rounds == 1 else f"{self.rounds} rounds"
        return f"By turns through a funnel, {rounds}, into the middle of {where}.{self.stick}"

    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:  # noqa: ARG002
        """Rings of the same area in every round, the first poured outside."""
        outside = np.clip(1 - (spot.x**2 + spot.y**2), 0.0, 1.0 - 1e-12)
        within = outside * self.rounds % 1.0
        return np.minimum(np.searchsorted(np.cumsum(shares), within, side="right"), len(shares) - 1)
