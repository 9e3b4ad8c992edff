"""Boards sliced off a block."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way, block, oblong, with_waste

__all__ = ["BoardMake"]


class BoardMake(Way):
    """Boards, each after ``kerf_mm`` of wire [mm]."""

    label = "Boards"
    help = "Slices off a block, each after the wire."
    pot = "slab"
    shaped = True
    verb = "Pour the block for"
    then = ("Cut", 30)
    waits = {"any": WaitOf(12, 72, "A block is sliced once it holds its edges; boards bend while young.")}

    fresh = {"long_mm": 80, "wide_mm": 40, "thick_mm": 6}

    kind: Literal["board"] = "board"
    long_mm: Size
    wide_mm: Size
    thick_mm: Size
    kerf_mm: Annotated[float, Field(ge=0, le=5)] = 0.6

    def made(self, count: int) -> Made:
        """The wire takes its part of the block."""
        a, b, c = self.long_mm, self.wide_mm, self.thick_mm
        says = f"a block of {count * (c + self.kerf_mm):.0f} mm, sliced"
        found = block(a * b * c / 1000, count, says, (a, b, c))
        return with_waste(found, count * a * b * self.kerf_mm / 1000)

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...]:
        """It lies on its largest side."""
        return oblong(made)

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:
        """Cut from the block."""
        return (Told("made", "shape", f"Cut {count} × {name}", f"{made.says}. Keep the offcuts."),)
