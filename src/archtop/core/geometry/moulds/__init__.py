"""Moulds, a room to each kind: what holds a loaf, and the sheet of hollows that small pieces are cast in."""

from __future__ import annotations

from typing import TYPE_CHECKING

from archtop.core.base import Family
from archtop.core.geometry.moulds.box import LoafMould
from archtop.core.geometry.moulds.cavity import CavityMould
from archtop.core.geometry.moulds.cup import CupMould
from archtop.core.geometry.moulds.mould import Mould, MouldOutline

__all__ = ["MOULDS", "AnyMould", "CavityMould", "CupMould", "LoafMould", "Mould", "MouldOutline"]

MOULDS: Family[LoafMould | CupMould] = Family("kind", (LoafMould, CupMould))

if TYPE_CHECKING:
    AnyMould = LoafMould | CupMould
else:
    AnyMould = MOULDS.union
