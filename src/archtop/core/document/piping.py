"""What is piped, as the document has it: runs of one motif, and what stays clear."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.trade import MotifSize

__all__ = [
    "Clear",
    "Run",
]

Place = Annotated[float, Field(ge=-2000, le=2000)]


Key = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]


Pattern = Literal["rows", "staggered", "border", "rings", "wave", "fill", "each bar", "each part"]


class Clear(Frozen):
    """A part of the top that stays free [mm]: along from the front end, across from the centre line."""

    name: Annotated[str, Field(max_length=120)] = ""
    from_mm: Place
    to_mm: Place
    left_mm: Place = -2000.0
    right_mm: Place = 2000.0


class Run(Frozen):
    """A motif repeated. ``overlap_percent``: how far each lies over the last; ``spread_mm``: the width that rows share.

    ``colours``: side by side in one bag. ``both_sides``: leaves of a row point to both. ``wave_mm``: how far a wave
    swings. ``from_mm``, ``to_mm``: the part of the loaf; ``None``: all of it.
    """

    id: Key
    name: Annotated[str, Field(min_length=1, max_length=120)]
    motif: MotifSize
    tip: Key
    colours: Annotated[tuple[Key, ...], Field(min_length=1, max_length=4)]
    pattern: Pattern = "rows"
    rows: Annotated[int, Field(ge=1, le=24)] = 1
    overlap_percent: Annotated[float, Field(ge=-300, le=85)] = 0.0
    across_mm: Place = 0.0
    spread_mm: Annotated[float, Field(ge=0, le=1000)] | None = None
    both_sides: bool = False
    wave_mm: Annotated[float, Field(ge=0, le=500)] = 15.0
    from_mm: Place | None = None
    to_mm: Place | None = None
