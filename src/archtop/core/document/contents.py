"""What a loaf document holds, whether or not it agrees with itself."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Final, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.chemistry import Formula, ScentBlend
from archtop.core.document.also_filled import AlsoFilled
from archtop.core.document.cuts import Cuts
from archtop.core.document.ids import Id, Name
from archtop.core.document.parts import (
    Batch,
    BatterFrom,
    Brings,
    Colour,
    Embed,
    Frosting,
    Kept,
    Sizing,
    Top,
    WholePot,
)
from archtop.core.document.pieces import Pieces
from archtop.core.document.work import Work
from archtop.core.geometry import AnyMould

__all__ = ["FORMAT", "VERSION", "Contents"]

FORMAT: Final = "archtop.loaf"
VERSION: Final = 13


class Contents(Frozen):
    """Every part of a loaf. ``pour_on``: the day it is poured; ``ready_on``: by when it is to be cured.

    ``moulds``: how many of its mould are filled alike from one batch. Everything else is told of one of them: its
    levels, embeds, pieces, top and cuts. ``also_filled``: other moulds that the same batch fills. ``batter_from``: the
    loaf in whose mixing this one's batter is mixed.
    """

    format: Literal["archtop.loaf"] = FORMAT
    version: Literal[13] = VERSION
    name: Name
    story: Annotated[str, Field(max_length=4000)] = ""
    pour_on: dt.date | None = None
    ready_on: dt.date | None = None
    mould: AnyMould
    moulds: Annotated[int, Field(ge=1, le=200)] = 1
    formulas: Annotated[tuple[Formula, ...], Field(min_length=1, max_length=20)]
    formula: Id
    colours: Annotated[tuple[Colour, ...], Field(min_length=1, max_length=60)]
    blends: Annotated[tuple[ScentBlend, ...], Field(max_length=20)] = ()
    whole_pots: Annotated[tuple[WholePot, ...], Field(max_length=200)] = ()
    embeds: Annotated[tuple[Embed, ...], Field(max_length=200)] = ()
    batches: Annotated[tuple[Batch, ...], Field(max_length=60)] = ()
    batter_from: BatterFrom | None = None
    work: Annotated[tuple[Annotated[Work, Field(discriminator="do")], ...], Field(max_length=500)] = ()
    also_filled: Annotated[tuple[AlsoFilled, ...], Field(max_length=20)] = ()
    keeps: Annotated[tuple[Kept, ...], Field(max_length=20)] = ()
    frosting: Frosting | None = None
    top: Top = Top()
    pieces: Annotated[tuple[Pieces, ...], Field(max_length=60)] = ()
    cuts: Cuts = Cuts()
    sizing: Sizing = Sizing()
    brings: Brings = Brings()
