"""From one pot: the colours into one pot, a turn or less, and all of it poured into the middle of the mould."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.column_pours.column_pour import Codes, ColumnPour, Spot
from archtop.core.trade.pot import Pot, area_beside

__all__ = ["FromOnePot"]

# What comes later pushes what came before outwards, over so much of the whole pour; the stream lays itself in so many
# turns on its way up: stated guesses.
_PUSHED, _TURNS = 0.3, 2.0


class FromOnePot(ColumnPour):
    """``turns``: of the pot's middle against its rim."""

    label = "Pot swirl"
    help = "The colours into one pot, a turn or less, then all of it into the middle of the mould, without stirring."

    kind: Literal["from one pot"] = "from one pot"
    turns: Annotated[float, Field(ge=-6, le=6)] = 0.5

    def says(self, where: str = "the mould") -> str:
        """Turns, and the stick."""
        return (
            f"Pot swirl: the colours into one pot, {abs(self.turns):g} turns, then all of it in one stream into the "
            f"middle of {where}, without stirring.{self.stick}"
        )

    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:
        """The pot's stream, what left it first outside and at the bottom.

        Over all of the mould every part of the stream finds as much room as it has: how much of it is over rises
        evenly with the height wherever one looks, and the share of the disc left of a line is across it even too.
        """
        start, turned = float(random.uniform()), float(random.uniform(0, 2 * math.pi))
        way = turned + 2 * math.pi * _TURNS * spot.along
        across = area_beside(spot.x * np.cos(way) + spot.y * np.sin(way))
        over = (spot.along + _PUSHED * (0.5 - spot.x**2 - spot.y**2)) % 1.0
        pot = Pot(tuple(range(len(shares))), tuple(shares), self.turns, start=start)
        return pot.stream(np.broadcast_to(over, np.shape(across)), across)
