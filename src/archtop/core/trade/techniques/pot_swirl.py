"""Pot swirl: colours poured into one pot, a few turns of it, and all of it poured out there and back."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique

__all__ = ["PotSwirl"]


class PotSwirl(Technique):
    """``turns``: of the pot's middle against its rim; ``passes``: along the loaf, every other one from the far end."""

    label = "Pot swirl"
    help = "The colours into one pot, a turn or less, then poured there and back without stirring."
    suits = Suits(0.5, 30.0, "colours mix in the pot", "it leaves the pot in lumps instead of ribbons")

    kind: Literal["pot swirl"] = "pot swirl"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    turns: Annotated[float, Field(ge=-6, le=6)] = 0.5

    def says(self, fall_mm: float) -> str:  # noqa: ARG002
        """Turns and passes."""
        return (
            f"Pot swirl: the colours into one pot, {abs(self.turns):g} turns, then {self.passes} passes "
            "there and back, without stirring."
        )

    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """Each pass a part of the pot's stream."""
        count = max(self.passes, len(here.colours))
        random = ground.random("streams", here.step)
        start = float(random.uniform())
        places = np.linspace(-0.6, 0.6, count)[random.permutation(count)]
        found = []
        for n in range(count):
            # There and back: every other pass runs from the far end.
            over = (n + (ground.along if n % 2 == 0 else 1 - ground.along)) / count
            # Where passes lie level on each other, one goes over into the next.
            span = (1 / count if n < count - 1 else 1 - over) if ground.crowded else 0.0
            pot = (tuple(here.colours), tuple(here.shares), self.turns, start, over, span)
            x = ground.at(float(places[n]) * ground.half, here.step, n)
            found.append(Stream(x, here.area / count, ground.pot_source(here.step, pot)))
        return found
