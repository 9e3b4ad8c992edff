"""Pressed with a cutter out of a poured slab."""

from __future__ import annotations

import math
from functools import lru_cache
from typing import Annotated, Literal

import shapely
from pydantic import Field

from archtop.core.geometry import Layout, Outline, nest, shape_of
from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way

__all__ = ["CutterMake"]


@lru_cache(maxsize=64)
def _layout(outline: Outline, long: float, wide: float, gap: float) -> Layout:
    # Laying cutters out takes longer than the rest of a plan, and a sheet seldom changes.
    return nest(shapely.Polygon(shape_of(outline).exterior), long, wide, gap)


class CutterMake(Way):
    """Pressed with a cutter out of a poured slab [mm]."""

    label = "Cut from a slab"
    help = "Pressed with a cutter out of a poured sheet; the offcuts are kept."
    pot = "slab"
    shaped = True
    verb = "Pour the slab for"
    then = ("Cut", 30)
    waits = {"any": WaitOf(12, 36, "A slab is cut with cutters when it is firm but not yet hard: overnight.")}

    fresh = {"outline": {"kind": "circle", "diameter_mm": 30}, "slab_mm": 15}

    kind: Literal["cutter"] = "cutter"
    outline: Outline
    slab_mm: Size
    sheet_long_mm: Size = 300.0
    sheet_wide_mm: Size = 200.0
    gap_mm: Annotated[float, Field(ge=0, le=50)] = 1.0

    def made(self, count: int) -> Made:
        """Whole sheets are poured; what the cutter leaves is offcuts, kept for shreds.

        :raises InputError: ``nest.none`` when the cutter does not fit its sheet
        """
        layout = _layout(self.outline, self.sheet_long_mm, self.sheet_wide_mm, self.gap_mm)
        sheets = math.ceil(count / len(layout.places))
        shape = shape_of(self.outline)
        each = shape.area * self.slab_mm / 1000
        poured = sheets * self.sheet_long_mm * self.sheet_wide_mm * self.slab_mm / 1000
        left, low, right, high = shape.bounds
        a, b, c = sorted((right - left, high - low, self.slab_mm), reverse=True)
        return Made(
            each_ml=each,
            size_mm=(a, b, c),
            takes_ml=poured,
            left_ml=poured - each * count,
            batches=sheets,
            footprint_mm2=shape.area,
            says=f"{len(layout.places)} to a sheet ({layout.used_percent:.0f} % of it; a plain grid gives "
            f"{layout.grid_count}), {sheets} {'sheet' if sheets == 1 else 'sheets'}",
            layout=layout,
        )

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...] | None:
        """The cutter's outline, its longer side along; of a slab thicker than that, it lies on its side."""
        if not math.isclose(self.slab_mm, made.size_mm[-1]):
            return None
        shape = shape_of(self.outline)
        left, low, right, high = shape.bounds
        ring = shapely.get_coordinates(shape.exterior)[:-1] - [(left + right) / 2, (low + high) / 2]
        if right - left >= high - low:
            return tuple((float(x), float(-y)) for x, y in ring)
        return tuple((float(y), float(x)) for x, y in ring)

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:
        """Cut from the block."""
        return (Told("made", "shape", f"Cut {count} × {name}", f"{made.says}. Keep the offcuts."),)
