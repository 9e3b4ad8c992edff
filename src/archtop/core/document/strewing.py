"""What is strewn over the top, as the document has it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen

__all__ = [
    "OnBar",
    "Pin",
    "Scatter",
    "ScatterItem",
]

Key = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]


class OnBar(Frozen):
    """A place on a bar: across from the loaf's centre line [mm], and how far along the bar [%]."""

    x: Annotated[float, Field(ge=-2000, le=2000)] = 0.0
    along_percent: Annotated[float, Field(ge=0, le=100)] = 50.0


class ScatterItem(Frozen):
    """So many of some small pieces strewn over the top; ``may_be_cut``: the wire may go through them.

    ``sunk_mm``: how deep each is pressed into what it lies on; ``lies``: how one that is longer than wide lies.
    ``each_bar``: the same places on every bar, front to back, in place of being strewn; ``mirrored``: every other bar
    the other way round.
    """

    pieces: Key
    count: Annotated[int, Field(ge=1, le=2000)]
    may_be_cut: bool = False
    each_bar: Annotated[tuple[OnBar, ...], Field(max_length=40)] = ()
    mirrored: bool = False
    lies: Literal["across", "along", "any way"] = "across"
    sunk_mm: Annotated[float, Field(ge=0, le=200)] = 0.0


class Pin(Frozen):
    """A piece held where a hand put it: its number among its kind, across and along [mm]."""

    pieces: Key
    number: Annotated[int, Field(ge=0, le=1999)]
    x: Annotated[float, Field(ge=-2000, le=2000)]
    y: Annotated[float, Field(ge=-2000, le=2000)]


class Scatter(Frozen):
    """Everything strewn over the top. ``apart_mm``: the least gap between pieces; ``line_mm``: and to a cut."""

    items: Annotated[tuple[ScatterItem, ...], Field(max_length=20)] = ()
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    apart_mm: Annotated[float, Field(ge=0, le=100)] = 2.0
    line_mm: Annotated[float, Field(ge=0, le=50)] = 1.0
    pins: Annotated[tuple[Pin, ...], Field(max_length=400)] = ()
