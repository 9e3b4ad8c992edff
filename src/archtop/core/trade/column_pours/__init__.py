"""Ways of pouring a column in several colours, a room to each: its part of the document, its words, its face."""

from __future__ import annotations

from typing import TYPE_CHECKING

from archtop.core.base import Family
from archtop.core.trade.column_pours.by_turns import ByTurns
from archtop.core.trade.column_pours.column_pour import ColumnPour, Spot
from archtop.core.trade.column_pours.dropped_in import DroppedIn
from archtop.core.trade.column_pours.from_one_pot import FromOnePot
from archtop.core.trade.column_pours.one_on_another import OneOnAnother
from archtop.core.trade.column_pours.side_by_side import SideBySide

__all__ = ["COLUMN_POURS", "AnyColumnPour", "ByTurns", "ColumnPour", "Spot"]

COLUMN_POURS: Family[ColumnPour] = Family("kind", (ByTurns, SideBySide, OneOnAnother, FromOnePot, DroppedIn))

if TYPE_CHECKING:
    AnyColumnPour = ColumnPour
else:
    AnyColumnPour = COLUMN_POURS.union
