"""Pot swirl: colours poured into one pot, a few turns of it, and all of it poured out there and back."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.pot import Pot
from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, within

__all__ = ["PotSwirl"]

# A pass that lands leads what lies there about by so far, the less the thicker it is [mm at 1 Pa]: stated guesses.
_LED_MM, _THICK = 13.0, 0.3
# So far its stripes lie down as it spreads: a stated guess.
_LIES = (0.35, 0.85)


Hour = Annotated[float, Field(ge=0, le=12)]
Out = Annotated[float, Field(ge=0, le=0.95)]
Place = Annotated[float, Field(ge=-1, le=1)]
Drawn = Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)]


class PotSwirl(Technique):
    """``turns``: of the pot's middle against its rim; ``passes``: along the loaf, every other one from the far end.

    ``spots``: where each colour is poured into the pot, by the clock with its lip at six [h] and how far out [radii],
    the first filling it; without as many as there are colours each has its slice, the first at the lip. ``strokes``: of
    a stick, through points across and up from the pot's middle [radii].
    """

    label = "Pot swirl"
    help = "The colours into one pot, a turn or less, then poured there and back without stirring."
    suits = Suits(0.5, 30.0, "colours mix in the pot", "it leaves the pot in lumps instead of ribbons")

    kind: Literal["pot swirl"] = "pot swirl"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    turns: Annotated[float, Field(ge=-6, le=6)] = 0.5
    spots: Annotated[tuple[tuple[Hour, Out], ...], Field(max_length=12)] = ()
    strokes: Annotated[
        tuple[Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)], ...], Field(max_length=12)
    ] = ()

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """Where the colours go in, turns, strokes and passes."""
        names = list(colours.values())
        clock = [
            f"{colour} {f'at {_o_clock(hour)}' if out > 0.1 else 'into the middle'}"
            for colour, (hour, out) in zip(names[1:], self.spots[1:], strict=False)
        ]
        where = f", {names[0]} all over, then {', '.join(clock)} (its lip is six)" if clock else ""
        turns = f", {abs(self.turns):g} turns" if self.turns else ""
        stick = f", a stick drawn through {_times(len(self.strokes))}" if self.strokes else ""
        return (
            f"Pot swirl: the colours into one pot{where}{turns}{stick}, then {self.passes} passes there and back over "
            "its lip, without stirring."
        )

    def pot(self, colours: Sequence[int], shares: Sequence[float], stirs: float = 1.0) -> Pot:
        """The pot before it is poured.

        :param shares: of each colour, adding up to one [-]
        :param stirs: so many times as far as that it is twisted [-]
        """
        return Pot(tuple(colours), tuple(shares), self.turns * stirs, self.spots, self.strokes)

    def pours(self, ground: Ground, here: Here) -> None:
        """Each pass a part of the pot's stream, folded as it lands; falling hard it goes on into what is below."""
        pot = self.pot(here.colours, here.shares, ground.stirs)
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


def _o_clock(hour: float) -> str:
    """To the half hour, as a clock is read."""
    half = round(hour * 2) % 24
    whole = half // 2 or 12
    return f"{whole} o'clock" if half % 2 == 0 else f"half past {whole}"


def _times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")
