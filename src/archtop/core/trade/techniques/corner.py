"""From one side: poured along a wall, the mould tilted a little to it, so that the layer leans."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from archtop.core.trade.techniques.technique import BREAKING_PASSES, Ground, Here, Suits, Technique, by_turns, within

__all__ = ["Corner", "surface_of"]

# Straight height that must stay under what leans.
_DEEPEST = 0.8
# Several colours from one wall: each surface falls by so much of the pour's height from wall to wall, and by no more
# than so much of its width: stated guesses.
_LEANS, _STEEPEST = 1.3, 0.6
# Running down they are led about by so far [mm]: a stated guess.
_LED_MM = 2.5


class Corner(Technique):
    """``from_side``: the wall it is poured along, seen from the front."""

    label = "From one side"
    help = "Along one wall, the mould tilted a little to it: the layer leans away from there."
    suits = Suits(2.0, 80.0, "it runs level at once and leans to no side", "it stays where it falls, in a heap")

    kind: Literal["corner"] = "corner"
    from_side: Literal["left", "right"] = "left"

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """From which wall."""
        return f"From the {self.from_side}: along that wall, the mould tilted a little to it."

    def lies_flat(self) -> bool:
        """Leaning, it breaks nothing."""
        return True

    def pours(self, ground: Ground, here: Here) -> None:
        """Of several colours each leans on the one before; the last fills up to the level."""
        if ground.breaks(here):
            ground.passes(here, by_turns(ground, here, BREAKING_PASSES))
        elif len(here.colours) == 1:
            self._alone(ground, here)
        else:
            self._on_each_other(ground, here)

    def _alone(self, ground: Ground, here: Here) -> None:
        """Deepest at its wall, by twice what the level rises; once that would reach the floor the rest lies level."""
        source, low = ground.source(here.step, here.colours[0]), here.before
        if ground.shaped(here):
            ground.level(source, here.before, here.after, ground.uneven(here))
            return
        if here.before > 0 and not ground.crowded:
            low = min(here.after, here.before / (1 - _DEEPEST / 2))
            ground.lean(source, -1.0 if self.from_side == "left" else 1.0, here.before, low)
        if low < here.after:
            ground.level(source, low, here.after)

    def _on_each_other(self, ground: Ground, here: Here) -> None:
        room = ground.inside(here)
        _, height = within(here, room)
        away = (room.xs / room.half + 1) / 2 if self.from_side == "left" else (1 - room.xs / room.half) / 2
        fall = min(_LEANS * height, _STEEPEST * 2 * room.half)
        room.level(room.source(here.step, here.colours[0]), 0.0, height)
        below = 0.0
        for n, colour in enumerate(here.colours[1:]):
            below += here.shares[n]
            # Thicker at its wall, it bulges a little where it has run to.
            bulge = 0.06 * fall * np.sin(math.pi * away) * (1 + 0.5 * ground.random("bulge", here.step, n).normal())
            heights = surface_of(below * height, -fall * away + bulge, height)
            room.above(room.source(here.step, colour), np.where(heights < height - 1e-9, heights, np.inf))
        room.eddies(height, _LED_MM, here.step)


def surface_of(mean: float, shape: NDArray[np.float64], most: float) -> NDArray[np.float64]:
    """A surface of that shape between 0 and ``most``, moved up or down until its mean height is ``mean`` [mm]."""
    from scipy.optimize import brentq

    def heights(up: float) -> NDArray[np.float64]:
        return np.clip(shape + up, 0.0, most)

    def over(up: float) -> float:
        found = heights(up)
        return float(found.mean() - (found[0] + found[-1]) / 2 / len(found)) * len(found) / (len(found) - 1) - mean

    lowest, highest = -float(shape.max()) - 1, most - float(shape.min()) + 1
    # All of a room is as full as it can be, whatever rounding leaves of it.
    return heights(brentq(over, lowest, highest) if over(highest) > 0 else highest)
