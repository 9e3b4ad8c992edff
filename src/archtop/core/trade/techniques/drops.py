"""Drop swirl: thin streams from high up that plunge into what lies there."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.techniques.spots import Spots, held
from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, by_turns
from archtop.core.trade.turns import turns_of

__all__ = ["Drops", "in_rows"]

# Poured along a wall, streams keep so near to it, by half the mould's width: a stated guess.
_AT_WALL = 0.72
# In a row from side to side a stream is seen about every so far [mm], and no more of them than this.
_ROW_MM, _MOST_ACROSS = 22.0, 6


class Drops(Technique):
    """Colours taking turns in ``passes``, each ``way``."""

    label = "Drop swirl"
    help = "Thin streams from high up, colours taking turns: they plunge into what lies there."
    suits = Suits(1.0, 30.0, "colours run into each other and blur", "it lies on top in ropes and sinks no more")
    through = True
    higher_helps = True

    kind: Literal["drops"] = "drops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    way: Literal["end to end", "side to side", "along the left wall", "along the right wall"] = "end to end"

    def says(self, fall_mm: float) -> str:
        """How many passes, which way, from how high."""
        rows = "rows" if self.way == "side to side" else "passes"
        shaken = " Shake the mould level between rows." if self.way == "side to side" else ""
        return f"Drop swirl: {self.passes} {rows} {self.way}, {fall_mm:.0f} mm up, colours taking turns.{shaken}"

    def pours(self, ground: Ground, here: Here) -> None:
        """Each stream a pool where it lands, and a stroke as deep as it plunges."""
        count = max(self.passes, len(here.colours))
        if self.way == "side to side":
            ground.passes(here, in_rows(ground, here, count))
            return
        streams = by_turns(ground, here, count)
        if self.way != "end to end":
            side = -1 if self.way == "along the left wall" else 1
            streams = [s._replace(x=side * ground.half * _AT_WALL + (1 - _AT_WALL) * s.x) for s in streams]
        ground.passes(here, streams)


def in_rows(ground: Ground, here: Here, count: int) -> list[Stream]:
    """Colours taking turns in rows from side to side, one after the other from the front."""
    lines = turns_of(range(len(here.colours)), here.shares, count)
    n, length = len(lines), float(here.ys[-1] - here.ys[0])
    across = max(2, min(_MOST_ACROSS, round(2 * ground.half / _ROW_MM)))
    random = ground.random("rows", here.step)
    where = (np.arange(across) + random.uniform(0.2, 0.8, (n, across))) / across * 2 - 1
    y = here.ys[0] + (np.repeat(np.arange(n), across) + 0.5 + random.normal(0, 0.12, n * across)) / n * length
    colour = np.repeat([colour for colour, _ in lines], across)
    # A row has run half into those beside it.
    spots = Spots(where.ravel() * ground.half * 0.9, y, np.full(n * across, length / n), colour)
    parts = held(spots, here.y, here.shares, here.ys, here.areas)
    return [
        Stream(
            ground.at(float(spots.x[k]), here.step, k),
            here.area * float(parts[k]),
            ground.source(here.step, here.colours[spots.colour[k]]),
        )
        for k in range(len(parts))
        if spots.reach(here.y)[k] > 0.02 or parts[k] > 1e-3
    ]
