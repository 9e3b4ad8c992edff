"""Parts of soap dough: primitives with their measures and volumes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen

__all__ = [
    "DoughPart",
    "dough_ml",
    "shape_ml",
]

Size = Annotated[float, Field(ge=0.1, le=500)]


class DoughPart(Frozen):
    """A primitive with its measures [mm]; ``across`` is a diameter, ``thick`` only counts for sheets and petals.

    ``colour``: empty for the colour of the piece it is part of.
    ``teardrop``: half a ball with a cone on it; ``petal``: a flattened ellipsoid; ``sheet``: a flat rectangle.
    """

    shape: Literal["ball", "coil", "teardrop", "sheet", "cone", "petal"]
    colour: str = ""
    across: Size
    long: Size = 10.0
    thick: Size = 2.0
    count: Annotated[int, Field(ge=1, le=2000)] = 1


def shape_ml(part: DoughPart) -> float:
    """Volume [ml] of one primitive, by the closed forms of ball, cylinder, cone, ellipsoid and box."""
    d, long, thick = part.across, part.long, part.thick
    volumes = {
        "ball": math.pi / 6 * d**3,
        "coil": math.pi / 4 * d**2 * long,
        "teardrop": math.pi / 12 * d**3 + math.pi / 12 * d**2 * long,
        "sheet": d * long * thick,
        "cone": math.pi / 12 * d**2 * long,
        "petal": math.pi / 6 * d * long * thick,
    }
    return volumes[part.shape] / 1000


def dough_ml(parts: Sequence[DoughPart], count: int, waste_percent: float) -> dict[str, float]:
    """Dough of each colour [ml] for ``count`` pieces of those parts, with what sticks to hands and board [%]."""
    volumes: dict[str, float] = {}
    for part in parts:
        volume = shape_ml(part) * part.count * count * (1 + waste_percent / 100)
        volumes[part.colour] = volumes.get(part.colour, 0.0) + volume
    return volumes
