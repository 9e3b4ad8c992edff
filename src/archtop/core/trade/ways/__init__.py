"""Ways of making small pieces, a room to each: its part of the document, what it takes, its waits, its steps."""

from __future__ import annotations

from typing import TYPE_CHECKING

from archtop.core.base import Family
from archtop.core.trade.ways.ball import BallMake
from archtop.core.trade.ways.board import BoardMake
from archtop.core.trade.ways.cavity import CavityMake
from archtop.core.trade.ways.chunk import ChunkMake
from archtop.core.trade.ways.composite import CompositeMake
from archtop.core.trade.ways.cutter import CutterMake
from archtop.core.trade.ways.dough import DoughMake
from archtop.core.trade.ways.melt import MeltMake
from archtop.core.trade.ways.piped import PipedMake
from archtop.core.trade.ways.stick import StickMake
from archtop.core.trade.ways.way import Made, Told, WaitOf, Way
from archtop.core.trade.ways.wedge import WedgeMake

__all__ = ["WAYS", "Made", "Make", "Told", "WaitOf", "Way"]

WAYS: Family[Way] = Family(
    "kind",
    (
        CavityMake,
        CompositeMake,
        CutterMake,
        ChunkMake,
        WedgeMake,
        BoardMake,
        BallMake,
        DoughMake,
        MeltMake,
        PipedMake,
        StickMake,
    ),
)

if TYPE_CHECKING:
    Make = Way
else:
    Make = WAYS.union
