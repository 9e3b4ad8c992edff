"""Drop swirl: thin streams from high up that plunge into what lies there."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.trade.techniques.drawn_lines import DrawnLine, as_drawn, runs
from archtop.core.trade.techniques.spots import Spots
from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, by_turns
from archtop.core.trade.turns import turns_of

__all__ = ["Drops", "in_rows"]

# Poured along a wall, streams keep so near to it, by half the mould's width: a stated guess.
_AT_WALL = 0.72
# In a row from side to side a stream is seen about every so far [mm], and no more of them than this.
_ROW_MM, _MOST_ACROSS, _MOST_CUPS = 22.0, 6, 12
# A jug that is moved goes up and down so often over the loaf, from as near to the batter as this, by its height: stated
# guesses.
_STROKES, _NEAR = (2.0, 4.0), 0.12


class Drops(Technique):
    """Colours taking turns in ``passes``, each ``way``; or ``lines`` one after the other, as they are drawn.

    ``cup_ml``: what one small cup holds that is emptied into a row [ml]; without, a row is poured in one go.
    ``up_and_down``: whether the jug is moved up and down as it pours, from near the batter to its full height.
    """

    label = "Drop swirl"
    help = "Thin streams from high up, colours taking turns: they plunge into what lies there."
    suits = Suits(1.0, 30.0, "colours run into each other and blur", "it lies on top in ropes and sinks no more")
    through = True
    higher_helps = True

    kind: Literal["drops"] = "drops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    way: Literal["end to end", "side to side", "along the left wall", "along the right wall", "as drawn"] = "end to end"
    cup_ml: Annotated[float, Field(ge=5, le=500)] | None = None
    up_and_down: bool = False
    lines: Annotated[tuple[DrawnLine, ...], Field(max_length=24)] = ()

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:
        """How many passes, which way, from how high."""
        height = f"the jug moved up and down to {fall_mm:.0f} mm" if self.up_and_down else f"{fall_mm:.0f} mm up"
        drawn = self._drawn(list(colours))
        if drawn:
            order = [f"{n} {colours[line.colour]} {runs(line)}" for n, line in enumerate(drawn, start=1)]
            return f"Drop swirl in lines, {height}, in this order: {', '.join(order)}."
        if self.way == "side to side":
            cup = f", in cups of {self.cup_ml:g} ml" if self.cup_ml else ""
            return (
                f"Drop swirl: {self.passes} rows side to side{cup}, {height}, colours taking turns. "
                "Shake the mould level between rows."
            )
        way = "end to end" if self.way == "as drawn" else self.way
        return f"Drop swirl: {self.passes} passes {way}, {height}, colours taking turns."

    def _drawn(self, colours: Sequence[str]) -> list[DrawnLine]:
        """Lines that are poured, each in a colour that the pour has."""
        return [line for line in self.lines if line.colour in colours] if self.way == "as drawn" else []

    def pours(self, ground: Ground, here: Here) -> None:
        """Each stream a pool where it lands, and a stroke as deep as it plunges."""
        count = max(self.passes, len(here.colours))
        if self.way == "side to side":
            streams = in_rows(ground, here, count, self.cup_ml)
        elif drawn := self._drawn(here.ids):
            streams = as_drawn(ground, here, drawn)
        else:
            streams = by_turns(ground, here, count)
        if self.way.startswith("along"):
            side = -1 if self.way == "along the left wall" else 1
            streams = [s._replace(x=side * ground.half * _AT_WALL + (1 - _AT_WALL) * s.x) for s in streams]
        if self.up_and_down:
            random = ground.random("jug", here.step)
            along = (here.y - here.ys[0]) / (here.ys[-1] - here.ys[0])
            phases = random.uniform(0, 1, len(streams)) + along * random.uniform(*_STROKES, len(streams))
            falls = _NEAR + (1 - _NEAR) * (1 + np.cos(2 * np.pi * phases)) / 2
            streams = [s._replace(fall=float(fall)) for s, fall in zip(streams, falls, strict=True)]
        ground.passes(here, streams)


def in_rows(ground: Ground, here: Here, count: int, cup_ml: float | None = None) -> list[Stream]:
    """Colours taking turns in rows from side to side, one after the other from the front.

    :param count: rows
    :param cup_ml: what is emptied at a time [ml]; else each row in one go, seen now here, now there
    """
    spots = ground.once(lambda: _rows(ground, here, count, cup_ml), "rows", here.step)
    parts = spots.held(here.y)
    return [
        Stream(
            ground.at(float(spots.x[k]), here.step, k),
            here.area * float(parts[k]),
            ground.source(here.step, here.colours[spots.colour[k]]),
        )
        for k in np.flatnonzero((spots.reach(here.y) > 0.02) | (parts > 1e-3)).tolist()
    ]


def _rows(ground: Ground, here: Here, count: int, cup_ml: float | None) -> Spots:
    """Where each row is seen, the same for every section."""
    lines = turns_of(range(len(here.colours)), here.shares, count)
    n, length = len(lines), float(here.ys[-1] - here.ys[0])
    across = max(2, min(_MOST_ACROSS, round(2 * ground.half / _ROW_MM)))
    if cup_ml:
        cups = float(np.trapezoid(here.areas, here.ys)) / 1000 / cup_ml
        across = max(1, min(_MOST_CUPS, round(cups / n)))
    random = ground.random("rows", here.step)
    where = (np.arange(across) + random.uniform(0.2, 0.8, (n, across))) / across * 2 - 1
    y = here.ys[0] + (np.repeat(np.arange(n), across) + 0.5 + random.normal(0, 0.12, n * across)) / n * length
    colour = np.repeat([colour for colour, _ in lines], across)
    # A row has run half into those beside it.
    return Spots(where.ravel() * ground.half * 0.9, y, np.full(n * across, length / n), colour, here)
