"""What a cut through a column of several colours looks like."""

from __future__ import annotations

import math
from functools import lru_cache
from itertools import groupby

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.document import Embed, Poured
from archtop.core.geometry import Circle, Outline, in_disc, shape_of
from archtop.core.trade import Spot

__all__ = ["Band", "Strip", "colours_across", "colours_in_round", "portrait_of", "round_portrait", "side_of"]

Array = NDArray[np.float64]
Ring = tuple[tuple[float, float], ...]

# A portrait is drawn with so many points across; its edges are smoothed by so much of one.
_ACROSS, _SMOOTH = 72, 0.6
_SEED = 1
_DISC = Circle(diameter_mm=2)
# A column seen from the side: so many strips over each other, looked at in so many places along it.
_ROWS, _PLACES = 14, 24


class Part(Frozen):
    """An outline with its holes [mm]."""

    outline: Ring
    holes: tuple[Ring, ...]


class Band(Frozen):
    """What shows of one colour in a cut, where the column lies."""

    colour: str
    parts: tuple[Part, ...]


class Strip(Frozen):
    """A stretch of one colour along a column, between two heights [mm]."""

    colour: str
    from_mm: float
    to_mm: float
    low_mm: float
    high_mm: float


def colours_across(
    embed: Embed, own: tuple[Array, Array], along: float, random: np.random.Generator
) -> NDArray[np.int64]:
    """The colour at each point of a column's own section, by its place among the column's colours.

    :param own: across and up from the column's middle, before it is turned [mm]
    :param along: share of its length from the end that was poured first
    :return: of the points' shape
    """
    if embed.poured is None:
        return np.zeros(np.shape(own[0]), dtype=np.int64)
    shares = [share.percent / 100 for share in embed.shares]
    x, y = in_disc(embed.outline, *own)
    return embed.poured.way.shows(shares, Spot(x, y, along), random)


def portrait_of(embed: Embed) -> tuple[Band, ...]:
    """A cut halfway along a column of several colours, as one hand may have poured it; nothing of a single colour."""
    if embed.poured is None:
        return ()
    turn = math.radians(embed.turn_deg)
    cos, sin = math.cos(turn), math.sin(turn)

    def placed(ring: Ring) -> Ring:
        return tuple(
            (round(embed.across_mm + x * cos - z * sin, 2), round(embed.up_mm + x * sin + z * cos, 2)) for x, z in ring
        )

    return tuple(
        Band(
            colour=band.colour,
            parts=tuple(
                Part(outline=placed(part.outline), holes=tuple(placed(hole) for hole in part.holes))
                for part in band.parts
            ),
        )
        for band in _bands(embed.outline, embed.poured)
    )


def colours_in_round(poured: Poured, x: Array, y: Array) -> tuple[str, ...]:
    """The colour at each point of a round thing of several colours, halfway up, by its id: as its portrait has them.

    :param x: and ``y``: from its middle [radii], of one shape
    """
    shares = [share.percent / 100 for share in poured.colours]
    found = poured.way.shows(shares, Spot(x, y, 0.5), np.random.default_rng(_SEED))
    return tuple(poured.colours[number].colour for number in found)


def round_portrait(poured: Poured) -> tuple[Band, ...]:
    """A round thing of several colours from above, as a disc of diameter 2 around nothing [mm]."""
    return _bands(_DISC, poured)


@lru_cache(maxsize=64)
def side_of(embed: Embed, low: float, high: float) -> tuple[Strip, ...]:
    """A column of several colours cut along its middle, in strips; nothing of a single colour.

    :param low: and ``high``: its lowest and highest point [mm]
    """
    if embed.poured is None:
        return ()
    turn = math.radians(embed.turn_deg)
    up = np.linspace(low, high, 2 * _ROWS + 1)[1::2]
    own = (up - embed.up_mm) * math.sin(turn), (up - embed.up_mm) * math.cos(turn)
    last_first = embed.front == "last poured"
    rows: list[list[str]] = [[] for _ in range(_ROWS)]
    for n in range(_PLACES):
        along = (n + 0.5) / _PLACES
        seen = colours_across(embed, own, 1 - along if last_first else along, np.random.default_rng(_SEED))
        for row, number in zip(rows, seen, strict=True):
            row.append(embed.shares[number].colour)
    found = []
    place, thick = embed.length_mm / _PLACES, (high - low) / _ROWS
    for i, row in enumerate(rows):
        at = 0
        for colour, run in groupby(row):
            many = len(list(run))
            found.append(
                Strip(
                    colour=colour,
                    from_mm=embed.from_mm + at * place,
                    to_mm=embed.from_mm + (at + many) * place,
                    low_mm=low + i * thick,
                    high_mm=low + (i + 1) * thick,
                )
            )
            at += many
    return tuple(found)


@lru_cache(maxsize=64)
def _bands(outline: Outline, poured: Poured) -> tuple[Band, ...]:
    """Bands of the column's own section: a picture of it in points, each colour's points joined and smoothed."""
    shape = shape_of(outline)
    left, bottom, right, top = shape.bounds
    step = max(right - left, top - bottom) / _ACROSS
    grid = np.meshgrid(np.arange(left, right, step) + step / 2, np.arange(bottom, top, step) + step / 2)
    x, z = (side.ravel() for side in grid)
    disc_x, disc_y = in_disc(outline, x, z)
    shares = [share.percent / 100 for share in poured.colours]
    numbers = poured.way.shows(shares, Spot(disc_x, disc_y, 0.5), np.random.default_rng(_SEED))
    found = []
    for number, share in enumerate(poured.colours):
        here = numbers == number
        cells = shapely.box(x[here] - step / 2, z[here] - step / 2, x[here] + step / 2, z[here] + step / 2)
        joined = shapely.union_all(cells).buffer(_SMOOTH * step).buffer(-_SMOOTH * step)
        seen = joined.intersection(shape).simplify(step / 5)
        parts = tuple(
            Part(outline=_ring(part.exterior), holes=tuple(_ring(hole) for hole in part.interiors))
            for part in shapely.get_parts(seen)
            if part.geom_type == "Polygon" and part.area > step**2
        )
        if parts:
            found.append(Band(colour=share.colour, parts=parts))
    return tuple(found)


def _ring(ring: shapely.LinearRing) -> Ring:
    return tuple((float(x), float(z)) for x, z in shapely.get_coordinates(ring)[:-1])
