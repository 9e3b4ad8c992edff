"""Balls or beads rolled from young soap."""

from __future__ import annotations

import math
from typing import Literal

from archtop.core.trade.ways.kneading import KNEAD, REST, WRAPPED
from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way, whole

__all__ = ["BallMake"]


class BallMake(Way):
    """Balls or beads."""

    label = "Balls or beads"
    help = "Rolled from young soap."
    pot = "dough"
    shaped = True
    cast = False
    verb = "Mix the dough for"
    then = ("Knead and shape", 30)
    firms_h = 12
    waits = {"any": WaitOf(24, 72, "Young soap rolls; older soap cracks.")}

    fresh = {"diameter_mm": 15}

    kind: Literal["ball"] = "ball"
    diameter_mm: Size

    def made(self, count: int) -> Made:
        """Spheres."""
        d = self.diameter_mm
        return whole(math.pi / 6 * d**3 / 1000, count, 1, f"balls of {d:g} mm", (d, d, d))

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:  # noqa: ARG002
        """Kneaded, shaped, rested."""
        return (KNEAD, Told("shape", "shape", f"Shape {count} × {name}", WRAPPED), REST)
