"""What every way of pouring a column in several colours must say of itself."""

from __future__ import annotations

import math
from abc import abstractmethod
from collections.abc import Sequence
from typing import Annotated, NamedTuple

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from archtop.core.base import Kind

__all__ = ["ColumnPour", "Spot", "stirred"]

Array = NDArray[np.float64]
Codes = NDArray[np.int64]

# A stick reaches about so far across the mould, and turns what is nearest to it by so much [turns]: stated guesses.
_REACH, _TURN = 0.62, 0.55
# Drawn from the bottom up it winds around the middle by so much [rad]: a stated guess.
_WINDS = math.pi / 2


class Spot(NamedTuple):
    """Points of a column's section, each array of one shape: as in a disc of radius one, whatever the outline.

    ``along``: share of its height from where it was poured first, of one number or of that shape.
    """

    x: Array
    y: Array
    along: Array | float


class ColumnPour(Kind):
    """A way of pouring a column in several colours. ``strokes``: of a stick drawn through it before it sets."""

    kind: str
    strokes: Annotated[int, Field(ge=0, le=12)] = 0

    @abstractmethod
    def says(self, where: str = "the mould") -> str:
        """What the bench says, after the colours with their shares; ``where``: what is filled."""

    @abstractmethod
    def lies(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:
        """Number of the colour at each point, before a stick goes through.

        :param shares: of each colour, adding up to one
        :param random: what one hand did, the same for every cut of one column
        """

    def shows(self, shares: Sequence[float], spot: Spot, random: np.random.Generator) -> Codes:
        """Number of the colour at each point of a cut, as one hand may have poured it."""
        return self.lies(shares, stirred(spot, self.strokes, random), random)

    @property
    def stick(self) -> str:
        """What the bench says of the stick."""
        if not self.strokes:
            return ""
        times = "once" if self.strokes == 1 else f"{self.strokes} times"
        return f" Then draw a stick through it {times}, from the bottom up, without lifting it out in between."


def stirred(spot: Spot, strokes: int, random: np.random.Generator) -> Spot:
    """Where batter was before a stick went through.

    Each stroke turns a round part of the disc, most in its middle and not at its rim: that keeps areas.
    """
    x, y = spot.x, spot.y
    angle = random.uniform(0, 2 * math.pi)
    for n in range(strokes):
        # Strokes go to different sides, and every other one comes back.
        at = angle + n * math.pi * (3 - math.sqrt(5)) + spot.along * _WINDS
        out = (1 - _REACH) * math.sqrt((n + 0.5) / strokes)
        mx, my = out * np.cos(at), out * np.sin(at)
        away = np.hypot(x - mx, y - my) / _REACH
        turn = (-1) ** n * _TURN * 2 * math.pi * np.where(away < 1, (1 - away**2) ** 2, 0.0)
        cos, sin = np.cos(turn), np.sin(turn)
        x, y = mx + (x - mx) * cos - (y - my) * sin, my + (x - mx) * sin + (y - my) * cos
    return Spot(x, y, spot.along)
