"""Ways of setting pieces on a top, a room to each: its part of the document, and its places."""

from __future__ import annotations

from typing import TYPE_CHECKING

from archtop.core.base import Family
from archtop.core.trade.placings.along_line import AlongLine
from archtop.core.trade.placings.each_bar import EachBar, OnBar
from archtop.core.trade.placings.in_rows import InRows
from archtop.core.trade.placings.on_motifs import OnMotifs
from archtop.core.trade.placings.placing import OnTheTop, Place, Placing
from archtop.core.trade.placings.strewn import ByLot

__all__ = [
    "PLACINGS",
    "AlongLine",
    "AnyPlacing",
    "ByLot",
    "EachBar",
    "InRows",
    "OnBar",
    "OnMotifs",
    "OnTheTop",
    "Place",
]

PLACINGS: Family[Placing] = Family("kind", (ByLot, EachBar, OnMotifs, InRows, AlongLine))

if TYPE_CHECKING:
    AnyPlacing = Placing
else:
    AnyPlacing = PLACINGS.union
