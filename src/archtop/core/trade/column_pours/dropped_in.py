"""Dropped in: thin streams from high up, here and there, each pushing aside what lies there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot
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
        """Each stream opens a round place for itself, and what lay there moves away from it, up to the wall.

        Walked back from the last stream to the first. Along every line out of a stream's middle it takes its share of
        what lies between there and the wall, and what was there keeps its order in the rest: that keeps every share.
        """
        lines = turns_of(range(len(shares)), shares, max(self.drops, len(shares)))
        places = random.permutation(len(lines))
        begins, strays = random.uniform(0, 2 * math.pi), random.uniform(0, 2 * math.pi, len(lines))
        found = np.full(np.shape(spot.x), lines[0][0], dtype=np.int64)
        open_yet = np.ones(np.shape(spot.x), dtype=bool)
        x, y, whole = spot.x, spot.y, 1.0
        for n in range(len(lines) - 1, 0, -1):
            colour, share = lines[n]
            taken = share / whole
            whole -= share
            out = _OUT * math.sqrt((places[n] + 0.5) / len(lines))
            way = begins + places[n] * math.pi * (3 - math.sqrt(5))
            way = way + _STRAYS * np.sin(2 * math.pi * spot.along + strays[n])
            mx, my = out * np.cos(way), out * np.sin(way)
            dx, dy = x - mx, y - my
            away = np.maximum(np.hypot(dx, dy), 1e-12)
            ux, uy = dx / away, dy / away
            towards = mx * ux + my * uy
            wall = np.sqrt(np.maximum(1 - mx**2 - my**2 + towards**2, 0.0)) - towards
            inner = np.minimum((away / wall) ** 2, 1.0)
            here = open_yet & (inner < taken)
            found[here] = colour
            open_yet &= ~here
            back = wall * np.sqrt(np.maximum(inner - taken, 0.0) / (1 - taken))
            x, y = mx + ux * back, my + uy * back
        return found
