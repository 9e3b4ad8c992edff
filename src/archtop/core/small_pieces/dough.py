"""Soap dough: shapes from primitives, so that a row of tassels becomes grams of each colour."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated

from pydantic import Field

from archtop.core.base import Figure, Frozen
from archtop.core.trade import DoughPart

__all__ = [
    "DoughNeed",
    "DoughShape",
    "dough_needed",
]

# Dough is kneaded dense; made from batter that has lost some water. A stated guess between batter and dry soap.
_DOUGH_G_ML = 1.05
_HAND_SPREAD = 0.1


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
                how=f"{ml:.1f} ml of shapes, hands and board counted, at {_DOUGH_G_ML} g/ml",
                source="closed forms of the shapes; hands differ by about a tenth",
            ),
        )
        for colour, ml in volumes.items()
    )
