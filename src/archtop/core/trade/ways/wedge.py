"""Wedges: blocks sawn through from edge to edge."""

from __future__ import annotations

from typing import Literal

from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way, block, oblong, with_waste

__all__ = ["WedgeMake"]


class WedgeMake(Way):
    """A right triangle across [mm]."""

    label = "Wedges"
    help = "A block sawn through from edge to edge: two wedges from each."
    pot = "slab"
    shaped = True
    verb = "Pour the block for"
    then = ("Cut", 30)
    waits = {"any": WaitOf(12, 72, "A block is sawn once it holds its edges.")}

    fresh = {"long_mm": 80, "wide_mm": 20, "high_mm": 20}

    kind: Literal["wedge"] = "wedge"
    long_mm: Size
    wide_mm: Size
    high_mm: Size

    def made(self, count: int) -> Made:
        """Two from each block; of an odd number one is left."""
        a, b, c = self.long_mm, self.wide_mm, self.high_mm
        says = f"{a:g} × {b:g} × {c:g} mm, two wedges from each block"
        found = block(a * b * c / 2000, count, says, (a, b, c))
        return with_waste(found, (count % 2) * found.each_ml)

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...]:
        """It lies on its largest side."""
        return oblong(made)

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:
        """Cut from the block."""
        return (Told("made", "shape", f"Cut {count} × {name}", f"{made.says}. Keep the offcuts."),)
