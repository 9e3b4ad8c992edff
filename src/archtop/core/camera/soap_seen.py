"""What a photographed face is made of: how much of each colour, holes, and a pale veil.

Every point is given to the nearest of the loaf's colours, and the colours are moved to what they came out as (Lloyd
1982, IEEE Trans. Inf. Theory 28:129), though never so far as to be another. A hole is a small dark place, by the
black top-hat (Meyer 1979), in none of the loaf's colours nor a mixture of two. Ash is paler and greyer than the
colour it lies on.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.camera.marks import Array, vision

__all__ = ["ColourSeen", "Flags", "Hole", "colours_in", "enough", "holes_in", "veiled"]

Flags = NDArray[np.bool_]

_ROUNDS = 5
# A few of the points tell a colour as well as all.
_EVERY = 9
# A colour may come out so far from its forecast and is still taken for it [ΔE76].
_STRAYS = 24.0
# What is told of a colour's looks needs so much of it [mm²], this far from other colours [mm].
_LEAST_MM2, _INSIDE_MM = 30.0, 0.6
# Holes: across at most, at least [mm]; darker by, and off every colour by [ΔE76]; not longer than wide by more.
_HOLE_MM, _LEAST_HOLE_MM2, _DARKER, _OFF_COLOUR, _LONG = 9.0, 1.2, 16.0, 14.0, 3.5
_GRAIN_MM = 0.35
# A veil: off its colour by, and no mixture of two [ΔE76]; so many square millimetres in one place.
_VEIL, _MIXED, _PATCH_MM2 = 7.0, 5.0, 15.0


class ColourSeen(NamedTuple):
    """A colour of the loaf in a face: its number, its lightness and two axes as seen, its share of the poured soap, and
    how much of it is seen plainly [mm²].
    """

    number: int
    lab: Array
    share: float
    seen_mm2: float


class Hole(NamedTuple):
    """A hole: its middle in the picture [points], and how wide a disc as large is [mm]."""

    column: float
    row: float
    across_mm: float


def colours_in(
    face: Array, inside: Flags, poured: Flags, expected: Array, px_per_mm: float
) -> tuple[tuple[ColourSeen, ...], NDArray[np.int_]]:
    """How much of each colour a face shows, and which each of its poured points is, −1 elsewhere.

    :param face: lightness and two colour axes, shape (rows, columns, 3)
    :param inside: where the face is, shape (rows, columns); ``poured``: of it, what is no piece
    :param expected: the loaf's colours, shape (colours, 3)
    """
    points = face[inside]
    some = points[::_EVERY]
    seen = expected.copy()
    for _ in range(_ROUNDS):
        nearest = _nearest(some, seen)
        for number in range(len(expected)):
            mine = some[nearest == number]
            if len(mine) * _EVERY < _LEAST_MM2 * px_per_mm**2:
                continue
            off = np.median(mine, axis=0) - expected[number]
            far = float(np.linalg.norm(off))
            seen[number] = expected[number] + off * min(1.0, _STRAYS / max(far, 1e-9))
    nearest = _nearest(points, seen)
    where = np.full(inside.shape, -1)
    where[inside] = nearest
    cv = vision()
    shrink = cv.getStructuringElement(cv.MORPH_ELLIPSE, (1 + 2 * max(1, round(_INSIDE_MM * px_per_mm)),) * 2)
    found = []
    for number in range(len(expected)):
        plain = cv.erode((where == number).astype(np.uint8), shrink).astype(bool)
        lab = np.median(face[plain], axis=0) if plain.any() else seen[number]
        share = float((where[poured] == number).mean()) if poured.any() else 0.0
        found.append(ColourSeen(number, lab, share, float(plain.sum()) / px_per_mm**2))
    return tuple(found), np.where(poured, where, -1)


def enough(colour: ColourSeen) -> bool:
    """Whether so much of a colour is seen that its looks can be told."""
    return colour.seen_mm2 >= _LEAST_MM2


def holes_in(face: Array, inside: Flags, colours: Array, px_per_mm: float) -> tuple[Hole, ...]:
    """Dark holes in a face, the largest first.

    :param face: lightness and two colour axes, shape (rows, columns, 3)
    :param inside: where the face is, shape (rows, columns)
    :param colours: the loaf's colours as they came out, shape (colours, 3)
    """
    cv = vision()
    # A dark grain of the picture is no hole.
    soft = cv.GaussianBlur(face.astype(np.float32), (0, 0), _GRAIN_MM * px_per_mm)
    light = np.ascontiguousarray(soft[..., 0])
    about = cv.getStructuringElement(cv.MORPH_ELLIPSE, (1 + 2 * round(_HOLE_MM * px_per_mm / 2),) * 2)
    darker = cv.morphologyEx(light, cv.MORPH_BLACKHAT, about)
    deep = (darker > _DARKER) & inside
    dark = np.zeros(inside.shape, dtype=np.uint8)
    dark[deep] = _off_mixtures(soft[deep], colours) > _OFF_COLOUR
    count, _, stats, middles = cv.connectedComponentsWithStats(dark)
    holes = []
    for k in range(1, count):
        area = stats[k, cv.CC_STAT_AREA] / px_per_mm**2
        sides = sorted((stats[k, cv.CC_STAT_WIDTH], stats[k, cv.CC_STAT_HEIGHT]))
        full = area * px_per_mm**2 / (sides[0] * sides[1])
        if area >= _LEAST_HOLE_MM2 and sides[1] <= _LONG * sides[0] and full > 0.5:
            holes.append(Hole(float(middles[k][0]), float(middles[k][1]), 2 * float(np.sqrt(area / np.pi))))
    return tuple(sorted(holes, key=lambda hole: -hole.across_mm))


def veiled(face: Array, inside: Flags, colours: Array, px_per_mm: float) -> float:
    """What share of a face lies under a pale veil, 0 to 1; where two of the loaf's own colours mix to it, none does.

    :param face: lightness and two colour axes, shape (rows, columns, 3)
    :param inside: where the face is, shape (rows, columns)
    :param colours: the loaf's colours as they came out, shape (colours, 3)
    """
    cv = vision()
    soft = np.stack(
        [cv.GaussianBlur(np.ascontiguousarray(face[..., i]), (0, 0), 0.5 * px_per_mm) for i in range(3)], axis=-1
    )
    points = soft[inside]
    own = colours[_nearest(points, colours)]
    chroma, owns = np.hypot(points[:, 1], points[:, 2]), np.hypot(own[:, 1], own[:, 2])
    pale = (points[:, 0] > own[:, 0] + _VEIL / 2) & (chroma < owns + 1)
    pale &= np.linalg.norm(points - own, axis=1) > _VEIL
    pale &= _off_mixtures(points, colours) >= _MIXED
    where = np.zeros(inside.shape, dtype=np.uint8)
    where[inside] = pale
    count, labels, stats, _ = cv.connectedComponentsWithStats(where)
    large = [k for k in range(1, count) if stats[k, cv.CC_STAT_AREA] >= _PATCH_MM2 * px_per_mm**2]
    return float(np.isin(labels, large).sum() / inside.sum())


def _nearest(points: Array, colours: Array) -> NDArray[np.int_]:
    return np.asarray(((points[:, None] - colours) ** 2).sum(axis=2).argmin(axis=1))


def _off_mixtures(points: Array, colours: Array) -> Array:
    """How far each point's colour is from the nearest of the loaf's, and of the mixtures of two [ΔE76]."""
    off = np.linalg.norm(points[:, None] - colours, axis=2).min(axis=1)
    for i, one in enumerate(colours):
        for other in colours[i + 1 :]:
            way = other - one
            share = np.clip((points - one) @ way / max(float(way @ way), 1e-9), 0, 1)[:, None]
            off = np.minimum(off, np.linalg.norm(points - one - share * way, axis=1))
    return np.asarray(off)
