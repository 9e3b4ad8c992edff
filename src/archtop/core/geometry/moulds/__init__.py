"""Moulds, a room to each kind: what holds a loaf, and the sheet of hollows that small pieces are cast in."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Any

from pydantic import BeforeValidator

from archtop.core.base import Family
from archtop.core.geometry.moulds.box import LoafMould
from archtop.core.geometry.moulds.cavity import CavityMould
from archtop.core.geometry.moulds.cup import CupMould
from archtop.core.geometry.moulds.mould import Mould, MouldOutline

__all__ = ["MOULDS", "AnyMould", "CavityMould", "CupMould", "LoafMould", "Mould", "MouldOutline"]

MOULDS: Family[LoafMould | CupMould] = Family("kind", (LoafMould, CupMould))


def _a_box(data: Any) -> Any:
    """What says no kind is a box: once there was no other."""
    return {"kind": "box", **data} if isinstance(data, dict) else data


if TYPE_CHECKING:
    AnyMould = LoafMould | CupMould
else:
    AnyMould = Annotated[MOULDS.union, BeforeValidator(_a_box)]
