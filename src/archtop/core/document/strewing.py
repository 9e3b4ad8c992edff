"""What is set or strewn on the top, as the document has it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.trade import AnyPlacing, ByLot

__all__ = ["Pin", "Scatter", "ScatterItem"]

Key = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]


class ScatterItem(Frozen):
    """So many of some small pieces on the top; ``may_be_cut``: the wire may go through them.

    ``placing``: how their places are found; ``lies``: how one that is longer than wide lies; ``leans_deg``: how far its
    length is tilted up from lying [°], 90 where it stands on its end. ``sunk_mm``: how deep each is pressed into what
    it lies on; ``rim``: what it pushes aside is pushed back up around it; ``trail_mm``: how far each is drawn in along
    its length, which leaves a groove behind it.
    """

    pieces: Key
    count: Annotated[int, Field(ge=1, le=2000)]
    may_be_cut: bool = False
    placing: AnyPlacing = ByLot()
    lies: Literal["across", "along", "any way"] = "across"
    leans_deg: Annotated[float, Field(ge=0, le=90)] = 0.0
    sunk_mm: Annotated[float, Field(ge=0, le=200)] = 0.0
    rim: bool = False
    trail_mm: Annotated[float, Field(ge=0, le=500)] = 0.0


class Pin(Frozen):
    """A piece held where a hand put it: its number among its kind, across and along [mm]."""

    pieces: Key
    number: Annotated[int, Field(ge=0, le=1999)]
    x: Annotated[float, Field(ge=-2000, le=2000)]
    y: Annotated[float, Field(ge=-2000, le=2000)]


class Scatter(Frozen):
    """Everything set or strewn on the top. ``apart_mm``: the least gap between pieces; ``line_mm``: and to a cut."""

    items: Annotated[tuple[ScatterItem, ...], Field(max_length=20)] = ()
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    apart_mm: Annotated[float, Field(ge=0, le=100)] = 2.0
    line_mm: Annotated[float, Field(ge=0, le=50)] = 1.0
    pins: Annotated[tuple[Pin, ...], Field(max_length=400)] = ()
