"""A lot: so much of one thing on the shelf, made on one day."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document.ids import LotKey

__all__ = [
    "Keeping",
    "Lot",
    "LotKind",
]

Keeping = Literal["sealed", "covered", "open"]
LotKind = Literal[
    "column",
    "cavity",
    "composite",
    "cutter",
    "chunk",
    "wedge",
    "board",
    "ball",
    "dough",
    "melt",
    "piped",
    "raw dough",
    "shreds",
    "trimmings",
    "bars",
]


class Lot(Frozen):
    """So much of one thing made on one day. ``count`` is 0 for what is only weighed; ``kept`` matters for dough."""

    key: LotKey
    name: Annotated[str, Field(min_length=1, max_length=120)]
    kind: LotKind
    srgb: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]
    colour: Annotated[str, Field(max_length=120)] = ""
    scent: Annotated[str, Field(max_length=120)] = ""
    made_on: dt.date
    material: Literal["silicone", "stiff", "lined pipe"] = "silicone"
    kept: Keeping = "sealed"
    count: Annotated[int, Field(ge=0, le=100_000)] = 0
    grams: Annotated[float, Field(ge=0, le=1e6)] = 0.0
    notes: Annotated[str, Field(max_length=2000)] = ""
