"""Dropped in: thin streams from high up, here and there, each pushing aside what lies there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot
from archtop.core.trade.pot import opened
from archtop.core.trade.turns import turns_of

__all__ = ["DroppedIn"]

# How far from the middle streams fall [radii], and how far each strays on its way up [rad]: stated guesses.
_OUT, _STRAYS = 0.85, 0.5


class DroppedIn(ColumnPour):
    """``drops``: thin streams in all, colours taking turns as their shares allow."""

    label = "Drop swirl"
    help = "Thin streams from high up, here and there over the mould, colours taking turns: each opens what lies there."

    kind: Literal["dropped in"] = "dropped in"
    drops: Annotated[int, Field(ge=1, le=60)] = 9

    def says(self, where: str = "the mould") -> str:
        """How many, and the stick."""
        return (
            f"Drop swirl: {self.drops} thin streams from high up, here and there over {where}, colours taking turns."
            f"{self.stick}"
        )

    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:
        """Each stream opens a round place for itself, and what lay there moves away from it, up to the wall."""
        lines = turns_of(range(len(shares)), shares, max(self.drops, len(shares)))
        places = random.permutation(len(lines))
        begins, strays = random.uniform(0, 2 * math.pi), random.uniform(0, 2 * math.pi, len(lines))
        falls = []
        for n, (colour, share) in enumerate(lines):
            out = _OUT * math.sqrt((places[n] + 0.5) / len(lines))
            way = begins + places[n] * math.pi * (3 - math.sqrt(5))
            way = way + _STRAYS * np.sin(2 * math.pi * spot.along + strays[n])
            falls.append((colour, share, out * np.cos(way), out * np.sin(way)))
        return opened(falls, spot.x, spot.y)
