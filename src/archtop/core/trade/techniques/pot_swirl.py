"""Pot swirl: colours poured into one pot, a few turns of it, and all of it poured out there and back."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.pot import OnClock, Pot
from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, within

__all__ = ["PotSwirl"]

# A pass that lands leads what lies there about by so far, the less the thicker it is [mm at 1 Pa]: stated guesses.
_LED_MM, _THICK = 13.0, 0.3
# So far its stripes lie down as it spreads: a stated guess.
_LIES = (0.35, 0.85)


class PotSwirl(Technique):
    """``turns``: of the pot's middle against its rim; ``passes``: along the loaf, every other one from the far end."""

    label = "Pot swirl"
    help = "The colours into one pot, a turn or less, then poured there and back without stirring."
    suits = Suits(0.5, 30.0, "colours mix in the pot", "it leaves the pot in lumps instead of ribbons")

    kind: Literal["pot swirl"] = "pot swirl"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    turns: Annotated[float, Field(ge=-6, le=6)] = 0.5
    spots: Annotated[tuple[Annotated[OnClock, Field()], ...], Field(max_length=12)] = ()
    strokes: Annotated[tuple[tuple[tuple[float, float], ...], ...], Field(max_length=12)] = ()

    def says(self, fall_mm: float) -> str:  # noqa: ARG002
        """Turns and passes."""
        return (
            f"Pot swirl: the colours into one pot, {abs(self.turns):g} turns, then {self.passes} passes "
            "there and back, without stirring."
        )

    def pours(self, ground: Ground, here: Here) -> None:
        """Each pass a part of the pot's stream, folded as it lands; falling hard it goes on into what is below."""
        pot = Pot(tuple(here.colours), tuple(here.shares), self.turns, self.spots, self.strokes)
        room = ground.inside(here)
        inner, _ = within(here, room)
        count = max(self.passes, len(here.colours))
        random = ground.random("streams", here.step)
        places = np.linspace(-0.6, 0.6, count)[random.permutation(count)]
        lies = random.uniform(*_LIES, count) * np.where(random.uniform(size=count) < 0.5, -1, 1)
        streams = []
        for n in range(count):
            # There and back: every other pass runs from the far end.
            over = (n + (here.over if n % 2 == 0 else 1 - here.over)) / count
            x = room.at(float(places[n]) * room.half, here.step, n)
            streams.append(Stream(x, here.area / count, room.pot_source(here.step, pot, over, float(lies[n]))))
        room.passes(inner, streams, eddies_mm=_LED_MM / max(here.pa, 0.3) ** _THICK)
        ground.pierce(here, [ground.at(float(x) * ground.half, here.step, n) for n, x in enumerate(places)])
