"""From one side: poured along a wall, the mould tilted a little to it, so that the layer leans."""

from __future__ import annotations

from typing import Literal

from archtop.core.trade.techniques.layer import Layer
from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique

__all__ = ["Corner"]

# Straight height that must stay under what leans.
_DEEPEST = 0.8


class Corner(Technique):
    """``from_side``: the wall it is poured along, seen from the front."""

    label = "From one side"
    help = "Along one wall, the mould tilted a little to it: the layer leans away from there."
    suits = Suits(2.0, 80.0, "it runs level at once and leans to no side", "it stays where it falls, in a heap")

    kind: Literal["corner"] = "corner"
    from_side: Literal["left", "right"] = "left"

    def says(self, fall_mm: float) -> str:  # noqa: ARG002
        """From which wall."""
        return f"From the {self.from_side}: along that wall, the mould tilted a little to it."

    def lies_flat(self) -> bool:
        """Leaning, it breaks nothing."""
        return True

    def lay_flat(self, ground: Ground, here: Here) -> None:
        """Deepest at its wall, by twice what the level rises; once that would reach the floor the rest lies level."""
        source, low = ground.source(here.step, here.colours[0]), here.before
        if here.before > 0 and not ground.crowded:
            low = min(here.after, here.before / (1 - _DEEPEST / 2))
            ground.lean(source, -1.0 if self.from_side == "left" else 1.0, here.before, low)
        if low < here.after:
            ground.level(source, low, here.after)

    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """Falling so hard that it breaks through, it comes as a layer does."""
        return Layer().streams(ground, here)
