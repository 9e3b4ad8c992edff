"""Soap dough: shapes from primitives, so that a row of tassels becomes grams of each colour."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.figure import Figure, Frozen

__all__ = ["DoughNeed", "DoughPart", "DoughShape", "dough_ml", "dough_needed", "shape_ml"]

Size = Annotated[float, Field(gt=0, le=500)]
# Dough is kneaded dense; made from batter that has lost some water. A stated guess between batter and dry soap.
_DOUGH_G_ML = 1.05
_HAND_SPREAD = 0.1


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


class DoughShape(Frozen):
    """A piece made of parts, and how many of it."""

    name: str
    parts: Annotated[tuple[DoughPart, ...], Field(min_length=1, max_length=60)]
    count: Annotated[int, Field(ge=1, le=2000)]


class DoughNeed(Frozen):
    """Dough of one colour."""

    colour: str
    volume_ml: float
    weight: Figure


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


def dough_needed(sets: Sequence[Mapping[str, float]]) -> tuple[DoughNeed, ...]:
    """Dough of each colour over several sets of pieces, each given as its volumes by colour [ml]."""
    volumes: dict[str, float] = {}
    for by_colour in sets:
        for colour, ml in by_colour.items():
            volumes[colour] = volumes.get(colour, 0.0) + ml
    return tuple(
        DoughNeed(
            colour=colour,
            volume_ml=ml,
            weight=Figure.within(
                ml * _DOUGH_G_ML,
                "g",
                _HAND_SPREAD,
                "estimate",
                f"{ml:.1f} ml of shapes, hands and board counted, at {_DOUGH_G_ML} g/ml",
                "closed forms of the shapes; hands differ by about a tenth",
            ),
        )
        for colour, ml in volumes.items()
    )
