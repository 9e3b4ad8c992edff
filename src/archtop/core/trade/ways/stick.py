"""Sticks of spice or wood: no soap, laid in as they are."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.ways.way import Made, Size, Told, WaitOf, Way, block, oblong

__all__ = ["StickMake"]

_CAUTION = "It may stain the soap or go mouldy where it stays wet, and it scratches: whoever washes takes it off first"


class StickMake(Way):
    """A round stick that lies, so long and so wide [mm], and what one weighs on the scale [g]."""

    label = "A stick, not soap"
    help = "Of spice or wood, dry and whole: nothing is mixed for it, and no blade goes through it."
    pot = None
    cast = False
    soap = False
    verb = "Have ready"
    hard = True
    shaped = True
    waits = {"any": WaitOf(0, None, "It is bought dry, and lies ready.")}

    fresh = {"long_mm": 60, "across_mm": 8, "weighs_g": 1.5}

    kind: Literal["stick"] = "stick"
    long_mm: Size
    across_mm: Size
    weighs_g: Annotated[float, Field(gt=0, le=1000)]

    @property
    def g_ml(self) -> float:
        """Its weight over the round rod around it: a rolled one is hollow, and lighter than its wood."""
        return self.weighs_g / (math.pi / 4 * self.across_mm**2 * self.long_mm / 1000)

    def made(self, count: int) -> Made:
        """As large as it is; nothing is made."""
        each = math.pi / 4 * self.across_mm**2 * self.long_mm / 1000
        return block(each, count, f"no soap. {_CAUTION}", (self.long_mm, self.across_mm, self.across_mm))

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...]:
        """It lies along its length."""
        return oblong(made)

    def roundness(self, made: Made) -> float:  # noqa: ARG002
        """As high in its middle as it is wide, with a rod's volume: (1 − r²)ᵏ over its oblong holds 1/(1 + k)."""
        return 4 / math.pi - 1

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:  # noqa: ARG002
        """Looked over and laid out."""
        return (Told("made", "shape", f"Have {count} × {name} ready", f"Dry, clean and whole. {_CAUTION}."),)
