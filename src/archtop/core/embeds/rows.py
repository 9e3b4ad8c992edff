"""Pieces laid end to end: how many span the column's length, where they meet, and what slicing leaves over.

Cavity castings have a raised rim that would leave gaps, so ends are sliced off flat; the last piece is trimmed to
what is left of the length.
"""

from __future__ import annotations

import math

from archtop.core.base import Frozen
from archtop.core.document import Embed

__all__ = ["RowPlan", "row_of"]

# A sliver shorter than this is not laid: the row ends short of it and batter closes the gap.
_SLIVER_MM = 3.0


class RowPlan(Frozen):
    """``count`` pieces of ``flat_mm`` once sliced, the last ``last_mm``; ``joints_mm`` along the loaf."""

    count: int
    flat_mm: float
    last_mm: float
    short_mm: float
    joints_mm: tuple[float, ...]
    offcut_ml: float
    says: str


def row_of(embed: Embed, area_mm2: float) -> RowPlan | None:
    """The row that makes up an embed, or ``None`` when it is one column; ``area_mm2``: of its section."""
    if embed.row is None:
        return None
    flat = embed.row.flat_mm
    whole = math.floor(embed.length_mm / flat + 1e-9)
    rest = embed.length_mm - whole * flat
    trimmed = rest >= _SLIVER_MM or whole == 0
    count = whole + 1 if trimmed else whole
    last = rest if trimmed else flat
    short = 0.0 if trimmed else rest
    laid = embed.length_mm - short
    offcut = area_mm2 * (count * embed.row.piece_mm - laid) / 1000
    says = f"{count} pieces of {flat:g} mm end to end" + (f", the last trimmed to {last:.0f} mm" if last < flat else "")
    return RowPlan(
        count=count,
        flat_mm=flat,
        last_mm=last,
        short_mm=short,
        joints_mm=tuple(embed.from_mm + flat * n for n in range(1, count)),
        offcut_ml=offcut,
        says=says + f"; {offcut:.0f} ml of offcuts to keep" + (f"; {short:.1f} mm short" if short > 0.05 else ""),
    )
