"""Chunks cut by hand from a block."""

from __future__ import annotations

from typing import Literal

from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way, block, oblong

__all__ = ["ChunkMake"]


class ChunkMake(Way):
    """Cut by hand from a block [mm]."""

    label = "Chunks, by hand"
    help = "Cut by hand from a block that holds its edges."
    pot = "slab"
    shaped = True
    verb = "Pour the block for"
    then = ("Cut", 30)
    waits = {"any": WaitOf(12, 72, "A block is cut by hand once it holds its edges.")}

    fresh = {"long_mm": 20, "wide_mm": 20, "high_mm": 20}

    kind: Literal["chunk"] = "chunk"
    long_mm: Size
    wide_mm: Size
    high_mm: Size

    def made(self, count: int) -> Made:
        """As large as they are."""
        a, b, c = self.long_mm, self.wide_mm, self.high_mm
        return block(a * b * c / 1000, count, f"{a:g} × {b:g} × {c:g} mm each", (a, b, c))

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...]:
        """It lies on its largest side."""
        return oblong(made)

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:
        """Cut from the block."""
        return (Told("made", "shape", f"Cut {count} × {name}", f"{made.says}. Keep the offcuts."),)
