"""Lines drawn on the mould: which colour is poured along which way, one after the other."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.trade.techniques.spots import Spots
from archtop.core.trade.techniques.technique import Ground, Here, Stream

__all__ = ["DrawnLine", "OnMould", "as_drawn", "runs"]

Array = NDArray[np.float64]

# A line is followed by so much at a time, and what is poured there runs so far along it to either side [mm]; it comes
# no nearer to a wall than this, by half the width.
_STEP_MM, _REACH_MM, _OFF_WALL = 5.0, 10.0, 0.92
# A line that goes over more than this share of half the width goes from side to side.
_SWINGS = 0.6

# Along the loaf from the front (0-1) and across it from the left (−1 to 1), by half its width.
OnMould = tuple[Annotated[float, Field(ge=0, le=1)], Annotated[float, Field(ge=-1, le=1)]]


class DrawnLine(Frozen):
    """A line that one of the pour's colours is poured along.

    ``colour``: its id.
    """

    colour: Annotated[str, Field(min_length=1, max_length=60)]
    points: Annotated[tuple[OnMould, ...], Field(min_length=2, max_length=60)]


def runs(line: DrawnLine) -> str:
    """Where it runs, in words."""
    across = [x for _, x in line.points]
    if max(across) - min(across) > _SWINGS:
        return "from side to side"
    x = sum(across) / len(across)
    if abs(x) < 0.15:
        return "along the middle"
    side = "left" if x < 0 else "right"
    return f"along the {side} wall" if abs(x) > 0.7 else f"{side} of the middle"


def as_drawn(ground: Ground, here: Here, lines: Sequence[DrawnLine]) -> list[Stream]:
    """Lines poured one after the other in an even flow; a colour without one is poured end to end somewhere.

    :param lines: each in one of the pour's colours
    """
    spots, line = ground.once(lambda: _spots(ground, here, lines), "drawn lines", here.step)
    parts = spots.held(here.y)
    here_too = np.flatnonzero((spots.reach(here.y) > 0.02) | (parts > 1e-3))
    # What follows one another on a line runs through the section once.
    apart = np.diff(here_too + line[here_too]) != 1
    streams = []
    for k, crossing in enumerate(np.split(here_too, np.flatnonzero(apart) + 1)):
        part = float(parts[crossing].sum())
        x = float(parts[crossing] @ spots.x[crossing]) / max(part, 1e-12)
        source = ground.source(here.step, here.colours[spots.colour[crossing[0]]])
        streams.append(Stream(ground.at(x, here.step, k), here.area * part, source))
    return streams


def _spots(ground: Ground, here: Here, lines: Sequence[DrawnLine]) -> tuple[Spots, NDArray[np.int64]]:
    """Points along each line and which line each is of, shape (n,); the same for every section."""
    random = ground.random("undrawn", here.step)
    number = {key: k for k, key in enumerate(here.ids)}
    left_out = sorted(set(number.values()) - {number[line.colour] for line in lines})
    anywhere = [float(random.uniform(-0.8, 0.8)) for _ in left_out]
    ways = [
        *((number[line.colour], np.array(line.points)) for line in lines),
        *((colour, np.array([(0.0, x), (1.0, x)])) for colour, x in zip(left_out, anywhere, strict=True)),
    ]
    box = (float(here.ys[-1] - here.ys[0]), ground.half)
    followed = [_followed(points * box) for _, points in ways]
    many = [len(way) for way in followed]
    along, across = np.concatenate(followed).T
    colour = np.repeat([colour for colour, _ in ways], many)
    long = np.full(len(along), _REACH_MM)
    spots = Spots(across * _OFF_WALL, here.ys[0] + along, long, colour, here)
    return spots, np.repeat(np.arange(len(ways)), many)


def _followed(points: Array) -> Array:
    """Points along a way, evenly.

    :param points: along and across [mm], shape (n, 2), as the answer's are
    """
    run = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))])
    there = np.linspace(0, run[-1], max(2, round(run[-1] / _STEP_MM)))
    return np.stack([np.interp(there, run, points[:, 0]), np.interp(there, run, points[:, 1])], axis=1)
