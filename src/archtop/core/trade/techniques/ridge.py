"""Ridge: thick batter heaped along the loaf, the other colours filled up beside it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.rheology import heap_half_mm
from archtop.core.trade.techniques.corner import surface_of
from archtop.core.trade.techniques.technique import Ground, Here, Suits, Technique, within

__all__ = ["Ridge"]

# Of a heap with sides of (1 − u²)^¾: its area by its height and half its width.
_FULL = math.sqrt(math.pi) * math.gamma(1.75) / math.gamma(2.25)
# A ridge is no wider than this share of the mould.
_WIDEST = 0.98
# What comes beside it is shaken against it: led about by so far [mm], a stated guess.
_LED_MM = 3.5


class Ridge(Technique):
    """``across_percent``: where its back runs, from −100 at the left wall to 100 at the right, seen from the front."""

    label = "Ridge"
    help = "The first colour heaped along the loaf; the others are filled up beside it, from left to right."
    suits = Suits(30.0, 250.0, "it runs flat and no ridge stands", "it leaves air under its sides")

    kind: Literal["ridge"] = "ridge"
    across_percent: Annotated[float, Field(ge=-90, le=90)] = 0.0

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """Where the ridge runs, and what comes beside it."""
        side = "left of the middle" if self.across_percent < -5 else "right of the middle"
        where = side if abs(self.across_percent) > 5 else "along the middle"
        first, *others = colours.values()
        beside = f", {', '.join(others)} filled up beside it, from left to right" if others else ""
        return f"In a ridge: {first} heaped {where} from end to end and shaped with the back of a spoon{beside}."

    def pours(self, ground: Ground, here: Here) -> None:
        """A heap as steep as it stands, and beside it what each colour has room for."""
        room = ground.inside(here)
        _, height = within(here, room)
        area = here.shares[0] * here.area
        # Heaped by the spoon it stands twice as steep as batter that slumps by itself.
        slumped = heap_half_mm(area, max(here.pa, 1.0))
        wide = min(max(slumped / 2, area / (_FULL * height)), _WIDEST * room.half)
        middle = room.half * self.across_percent / 100
        middle = ground.at(min(max(middle, wide - room.half), room.half - wide), here.step, "ridge")
        shape = np.maximum(1 - ((room.xs - middle) / wide) ** 2, 0.0) ** 0.75
        back = shape * area / (_FULL * wide)
        if back.max() > height:
            # It is cut off flat at the level, and so much the fuller.
            back = surface_of(here.shares[0] * height, (1.5 * shape - 0.75) * height, height)
        room.level(room.source(here.step, here.colours[0]), 0.0, height)
        # Beside it, up to halfway to the next column: there one colour goes over into the other.
        beside = np.cumsum(height - back)
        left = beside / max(float(beside[-1]), 1e-9)
        begins = 0.0
        for colour, share in zip(here.colours[1:], here.shares[1:], strict=True):
            room.above(room.source(here.step, colour), np.where(left >= begins, back, np.inf))
            begins += share / (1 - here.shares[0])
        room.eddies(height, _LED_MM, here.step)
