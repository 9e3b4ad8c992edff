"""In rows along the loaf with given distances."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.placings.placing import Across, OnTheTop, Place, Placing

__all__ = ["InRows"]

Apart = Annotated[float, Field(ge=1, le=500)]


class InRows(Placing):
    """In so many rows along the loaf, one every ``every_mm`` in each, the rows ``apart_mm`` from middle to middle.

    ``off_mm``: how far their middle lies from the loaf's; ``staggered``: every other row half a step on.
    """

    label = "In rows"
    help = "In rows along the loaf, so far from each other."

    kind: Literal["rows"] = "rows"
    rows: Annotated[int, Field(ge=1, le=24)] = 1
    every_mm: Apart = 25.0
    apart_mm: Apart = 25.0
    off_mm: Across = 0.0
    staggered: bool = False

    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:
        """Front to back, as many to a row as its length takes, the rest at both ends."""
        long = top.back - top.front
        many = max(1, math.floor(long / self.every_mm + 1e-9))
        start = (top.front + top.back) / 2 - (many - 1) * self.every_mm / 2
        found = []
        for i in range(many):
            for row in range(self.rows):
                x = self.off_mm + (row - (self.rows - 1) / 2) * self.apart_mm
                on = self.every_mm / 2 if self.staggered and row % 2 else 0.0
                if abs(x) <= top.half_wide and start + i * self.every_mm + on <= top.back:
                    found.append(Place(x, start + i * self.every_mm + on))
        return tuple(found[:count])
