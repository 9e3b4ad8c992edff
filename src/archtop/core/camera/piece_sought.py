"""A piece sought in a photographed face: where its planned outline meets the most of an edge.

At each place about the planned one, moved and turned, colours just inside its outline are held against those just
outside (an edge template as in Borgefors 1988, IEEE Trans. PAMI 10:849, with a colour's step for an edge).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

import numpy as np

from archtop.core.camera.marks import Array
from archtop.core.geometry import area_mm2

__all__ = ["AS_PLANNED", "Place", "outline_there", "seek_piece"]

# Sought so far about its planned place [mm], turned so far [degrees], but never where its neighbour is planned.
_FARTHEST_MM, _TURNED_DEG = 16.0, 24.0
_NEIGHBOUR = 0.45
_POINTS = 96
# A step of colour this large is a sure edge; of such an outline's points so many must meet a clear one [ΔE76].
_SURE, _CLEAR, _LEAST_CLEAR = 22.0, 7.0, 0.6
# What a millimetre and a degree from the plan cost at first, where edges speak for several places alike.
_PER_MM, _PER_DEG = 0.003, 0.001
# Spots, rings and ropes look the same, turned: 4 π area by perimeter squared.
_ROUND = 0.97
# Steps of the search, coarse to fine [mm, degrees], each about the best of the last; the first about the plan. The
# last: how far to each side of the outline colours are looked at [mm]; the nearer, the surer of the place.
_STEPS = ((1.5, 6.0, 1.2), (0.5, 2.0, 0.7), (0.2, 1.0, 0.3))
_ABOUT = 3


class Place(NamedTuple):
    """Where a piece was found: moved across and up from its plan [mm], turned against the clock [degrees], and over
    what share of its outline an edge is seen.
    """

    across_mm: float
    up_mm: float
    turned_deg: float
    clear: float


AS_PLANNED: Final = Place(0.0, 0.0, 0.0, 0.0)


def outline_there(place: Place, outline: Array, middle: Sequence[float]) -> Array:
    """A planned outline where its piece was found [mm], shape (corners, 2).

    :param outline: shape (corners, 2); it turns about ``middle`` [mm]
    """
    turn = math.radians(place.turned_deg)
    turning = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
    moved = np.add(middle, (place.across_mm, place.up_mm))
    return np.asarray((outline - np.asarray(middle)) @ turning + moved)


class _Edge(NamedTuple):
    """An outline's points about its middle and the way outwards at each, both shape (points, 2)."""

    points: Array
    outwards: Array


def seek_piece(
    face: Array, to_px: Array, outline: Array, middle: Sequence[float], neighbours: Sequence[Sequence[float]]
) -> Place | None:
    """Where a piece lies in a face; ``None`` where no outline of it can be made out.

    :param face: colours of the face as lightness and two colour axes, shape (rows, columns, 3)
    :param to_px: section [mm] to the face's points, shape (3, 3), without perspective
    :param outline: its planned outline in the section [mm], shape (corners, 2)
    :param middle: its planned middle [mm]; it turns about this
    :param neighbours: middles of other pieces of the face [mm]
    """
    smooth = _is_round(outline)
    edge = _edge(outline - np.asarray(middle), smooth)
    reach = min((_NEIGHBOUR * math.dist(middle, other) for other in neighbours), default=_FARTHEST_MM)
    most = min(max(reach, 2.0), _FARTHEST_MM), 0.0 if smooth else _TURNED_DEG
    place = Place(0.0, 0.0, 0.0, 0.0)
    for number, (step_mm, step_deg, beside_mm) in enumerate(_STEPS):
        first, best, about = number == 0, -math.inf, place
        moves, turns = _candidates(about, (step_mm, step_deg), first, most)
        for turn in turns:
            scores, clear = _scores(face, to_px, (edge, beside_mm), np.asarray(middle) + moves, turn)
            if first:
                scores = scores - _PER_MM * np.hypot(*moves.T) - _PER_DEG * abs(turn)
            k = int(scores.argmax())
            if scores[k] > best:
                best, place = float(scores[k]), Place(float(moves[k, 0]), float(moves[k, 1]), turn, float(clear[k]))
    return place if place.clear >= _LEAST_CLEAR else None


def _candidates(
    about: Place, steps: tuple[float, float], first: bool, most: tuple[float, float]
) -> tuple[Array, list[float]]:
    """Where a piece may have moved to, shape (places, 2) [mm], and how it may be turned [degrees]."""
    reach, turned = most
    moves = round(reach / steps[0]) if first else _ABOUT
    turns = (round(turned / steps[1]) if first else _ABOUT) if turned else 0
    ways = steps[0] * np.arange(-moves, moves + 1)
    there = np.stack(np.meshgrid(about.across_mm + ways, about.up_mm + ways), axis=-1).reshape(-1, 2)
    angles = [about.turned_deg + steps[1] * i for i in range(-turns, turns + 1)]
    return there[np.hypot(*there.T) <= reach], [angle for angle in angles if abs(angle) <= turned]


def _scores(
    face: Array, to_px: Array, of: tuple[_Edge, float], middles: Array, turned_deg: float
) -> tuple[Array, Array]:
    """How much of an edge an outline meets at each of some places, 0 to 1, and over what share of it one is clear."""
    edge, beside_mm = of
    turn = math.radians(turned_deg)
    turning = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
    at = (edge.points @ turning)[None] + middles[:, None]
    out = beside_mm * (edge.outwards @ turning)
    off = _colours(face, to_px, at - out) - _colours(face, to_px, at + out)
    steps = np.sqrt(np.einsum("...k,...k->...", off, off))
    # Where a neighbour of the same colour touches it there is no edge: that is no reason against the place.
    return np.minimum(steps / _SURE, 1).mean(axis=1), (steps > _CLEAR).mean(axis=1)


def _colours(face: Array, to_px: Array, points: Array) -> Array:
    at = np.rint(points @ to_px[:2, :2].T + to_px[:2, 2]).astype(np.intp)
    columns, rows = at[..., 0], at[..., 1]
    return np.asarray(face[rows.clip(0, face.shape[0] - 1), columns.clip(0, face.shape[1] - 1)])


def _is_round(outline: Array) -> bool:
    around = float(np.hypot(*(np.roll(outline, -1, axis=0) - outline).T).sum())
    return 4 * math.pi * area_mm2(outline) > _ROUND * around**2


def _edge(outline: Array, smooth: bool) -> _Edge:
    """Points evenly along an outline; corners, where no way is outwards, fall between them."""
    ways = np.roll(outline, -1, axis=0) - outline
    long = np.hypot(*ways.T)
    ends = np.cumsum(long)
    count = _POINTS if smooth else max(_POINTS, len(outline))
    places = (np.arange(count) + 0.5) * ends[-1] / count
    side = np.searchsorted(ends, places)
    share = (places - (ends[side] - long[side])) / long[side]
    way = ways[side] / long[side][:, None]
    x, y = outline.T
    turns = np.sign(float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1))))
    return _Edge(outline[side] + share[:, None] * ways[side], turns * np.column_stack([way[:, 1], -way[:, 0]]))
