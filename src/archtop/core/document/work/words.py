"""What the bench says of a step of the work, and what it must know of the loaf around it to say so."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal, NamedTuple

__all__ = ["Around", "Words"]


class Around(NamedTuple):
    """Names by id of colours, embeds, small pieces and pours; how each embed lies; what each step waits for."""

    colours: Mapping[str, str]
    embeds: Mapping[str, str]
    pieces: Mapping[str, str]
    pours: Mapping[str, str]
    lies: Mapping[str, str]
    waits: Mapping[str, str]


class Words(NamedTuple):
    """A step in words. ``shows``: which of the fill's numbers stand beside it; ``powder_g``: powder to weigh [g]."""

    do: Literal["pour", "lay", "press", "draw", "dust", "spritz", "prop"]
    title: str
    detail: str
    shows: tuple[Literal["batter", "level"], ...] = ("level",)
    powder_g: float = 0.0
