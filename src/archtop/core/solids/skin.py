"""What a loaf looks like from outside and where it is cut: the pour field asked there, as pictures.

- ``Palette``: what each colour of the loaf looks like, shape (n, 3)
- ``face_picture``: a cut through the whole loaf
- ``Skin``: walls, top, floor and lengthwise cuts as one picture, along the loaf

Between the places along the loaf where the field is asked, its colours run out in streaks.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.faces import SHREDS, ColourField
from archtop.core.resolved import ResolvedLoaf

__all__ = ["FacePicture", "Look", "Over", "Pixels", "Skin", "face_picture", "skin_of"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]
Pixels = NDArray[np.uint8]

# Shreds of other soap are pale where nobody says their colour.
_SHREDS = (239, 228, 204)
# How finely cuts, walls around and walls along are drawn [mm].
_FACE_MM, _ROUND_MM, _ALONG_MM = 0.4, 0.8, 1.6
# Ash is white, and so much of what is seen where it lies; a stated guess.
_ASH, _VEIL = np.array([244.0, 242.0, 238.0]), 0.45
# What a face says of a point beside it.
_OUTSIDE = -1
# How far inside a wall the field is asked [mm].
_INSIDE_MM = 0.05
# Streaks along a wall are so many points wide.
_STREAK = 4


class Look(NamedTuple):
    """What to draw with: 0 to 255 of every colour of the loaf, by its id; of the coat, with how thick it is [mm].

    ``shimmer``: colours that are of mica for the most part. ``ash``: whether the top has whitened in the open air.
    """

    colours: dict[str, tuple[int, int, int]]
    coat: tuple[int, int, int] | None
    coat_mm: float
    shimmer: frozenset[str] = frozenset()
    ash: bool = False

    def in_air(self, pixels: Array) -> Array:
        """What is open to the air, as it looks when the loaf comes out of the mould, shape (…, 3)."""
        return pixels + self.ash * _VEIL * (_ASH - pixels)


class FacePicture(NamedTuple):
    """A cut through the whole loaf, shape (rows, columns, 3), top row first: so far to each side and so high [mm]."""

    pixels: Pixels
    half_mm: float
    high_mm: float


class Over(NamedTuple):
    """The batter's own top over the level [mm]: asked at places across and along, and so high at the most."""

    rise: Callable[[Array, Array], Array]
    most_mm: float


class _Column(NamedTuple):
    """A column of one colour, or the figure in one: from and to along the loaf [mm], its section, its colour."""

    front: float
    back: float
    shape: shapely.Polygon
    colour: tuple[int, int, int]


def _columns(of: ResolvedLoaf, look: Look) -> Iterator[_Column]:
    """Columns whose colour no pour tells, each with its figure after it."""
    for embed in of.loaf.embeds:
        prism, figure = of.prisms[embed.id], of.figures.get(embed.id)
        solid = [] if embed.poured else [(prism, embed.colour)]
        if figure is not None and embed.figure:
            solid.append((figure, embed.figure.colour))
        for one, colour in solid:
            shape = shapely.Polygon(one.points, one.holes)
            # Asked again and again.
            shapely.prepare(shape)
            yield _Column(prism.y0, prism.y1, shape, look.colours[colour])


class _Asked(NamedTuple):
    """The loaf's inside, and what it is drawn with."""

    of: ResolvedLoaf
    field: ColourField
    look: Look
    table: Array
    columns: Sequence[_Column]

    def fill(self, y: float, x: Array, z: Array, rgb: Array) -> Array:
        """Points of the section at ``y`` in colour, shape (…, 3), of which the batter's is known."""
        for column in self.columns:
            if column.front <= y <= column.back:
                rgb[shapely.contains_xy(column.shape, x, z)] = column.colour
        for cut in self.field.cut_pieces(y):
            here = np.hypot(x - cut.x, z - cut.z) < cut.radius
            rgb[here] = self.table[self.field.in_piece(cut, x[here], z[here])]
        return rgb


def _asked(of: ResolvedLoaf, field: ColourField, look: Look) -> _Asked:
    table = np.array([*(look.colours[colour.id] for colour in of.loaf.colours), _SHREDS], dtype=float)
    return _Asked(of, field, look, table, tuple(_columns(of, look)))


def face_picture(of: ResolvedLoaf, field: ColourField, look: Look, y: float, over: Over) -> FacePicture:
    """The cut at ``y``, with the batter's own top over it."""
    face = field.face(y, _FACE_MM)
    rows, columns = face.colours.shape
    xs = face.left_mm + (np.arange(columns) + 0.5) * -2 * face.left_mm / columns
    zs = face.top_mm - (np.arange(rows) + 0.5) * face.px_mm
    x, z = np.meshgrid(xs, zs)
    asked = _asked(of, field, look)
    rgb = asked.fill(y, x, z, face.shown(asked.table))
    # Beside a leaning wall its own colours go on: a picture's edge shines through where it is seen small.
    inside = face.colours != _OUTSIDE
    first, last = inside.argmax(axis=1), columns - 1 - inside[:, ::-1].argmax(axis=1)
    nearest = np.clip(np.arange(columns)[None, :], first[:, None], last[:, None])
    rgb = np.take_along_axis(rgb, nearest[..., None], axis=1)
    more = math.ceil(over.most_mm / face.px_mm)
    if more:
        above = np.broadcast_to(rgb[:1], (more, columns, 3)).copy()
        if look.coat is not None:
            up = (np.arange(more, 0, -1) - 0.5)[:, None] * face.px_mm
            above[up > over.rise(xs, np.full_like(xs, y))[None, :] - look.coat_mm] = look.coat
        rgb = np.concatenate([above, rgb])
    return FacePicture(rgb.astype(np.uint8), -face.left_mm, face.top_mm + more * face.px_mm)


class Skin(NamedTuple):
    """All around the loaf: shape (rows, columns, 3), front row first, from ``front`` to ``back`` [mm].

    ``bands``: where in its columns each side lies, as shares from and to: left wall from the floor up, top from left
    to right, right wall from the floor up, floor from left to right, lengthwise cuts from the floor up.
    """

    pixels: Pixels
    front: float
    back: float
    bands: dict[str, tuple[float, float]]


def skin_of(of: ResolvedLoaf, field: ColourField, look: Look, ys: Sequence[float], lines: Sequence[float]) -> Skin:
    """The loaf from outside.

    :param ys: where the field is asked along the loaf [mm], in order
    :param lines: lengthwise cuts across the loaf [mm]
    """
    mould, level = of.loaf.mould, field.fills[-1].level_after_mm
    asked = _asked(of, field, look)
    up = np.linspace(0, level - _INSIDE_MM, max(2, round(level / _ROUND_MM)))
    widest = mould.half_width(mould.length_mm / 2, level)
    share = np.linspace(-1, 1, max(2, round(2 * widest / _ROUND_MM)))
    names = ["left", "top", "right", "floor", *(f"cut {i}" for i in range(len(lines)))]

    def around(y: float) -> tuple[Array, Array]:
        """Points all around at ``y``: across and up."""
        within = min(max(y, 0.0), mould.length_mm)
        floor, rim = mould.half_width(within, 0.0), mould.half_width(within, mould.height_mm)
        walls = floor + (rim - floor) * up / mould.height_mm - _INSIDE_MM
        parts = [(-walls, up), (share * max(walls[-1], 0.0), np.full_like(share, up[-1])), (walls, up)]
        parts += [(share * max(walls[0], 0.0), np.full_like(share, _INSIDE_MM))]
        parts += [(np.full_like(up, line), up) for line in lines]
        x, z = (np.concatenate([part[k] for part in parts]) for k in (0, 1))
        return x, z

    codes = [field.codes_at(y, *around(y)) for y in ys]
    asked_at = np.asarray(ys)
    at = np.linspace(asked_at[0], asked_at[-1], max(2, round((asked_at[-1] - asked_at[0]) / _ALONG_MM)))
    between = _between(np.stack(codes), asked_at, at, field.random("skin"))
    rows = []
    for y, row in zip(at.tolist(), between, strict=True):
        x, z = around(y)
        # What is small is asked for at every place.
        for inside, colour in field.shreds_at(y, x, z):
            row[inside] = colour
        rgb = asked.table[np.where(row == SHREDS, len(asked.table) - 1, np.maximum(row, 0))]
        rows.append(asked.fill(y, x, z, rgb))
    pixels = np.stack(rows)
    lengths = [len(up), len(share), len(up), len(share), *[len(up)] * len(lines)]
    ends = np.concatenate([[0], np.cumsum(lengths)]) / sum(lengths)
    bands = {name: (float(a), float(b)) for name, a, b in zip(names, ends[:-1], ends[1:], strict=True)}
    start, stop = (round(end * sum(lengths)) for end in bands["top"])
    if look.coat is not None:
        pixels[:, start:stop] = look.coat
    pixels[:, start:stop] = look.in_air(pixels[:, start:stop])
    return Skin(pixels.astype(np.uint8), float(asked_at[0]), float(asked_at[-1]), bands)


def _between(rows: Codes, ys: Array, at: Array, random: np.random.Generator) -> Codes:
    """Rows between rows, shape (len(at), columns): one goes over into the next in streaks, as they were poured."""
    after = np.clip(np.searchsorted(ys, at), 1, len(ys) - 1)
    share = (at - ys[after - 1]) / (ys[after] - ys[after - 1])
    columns = rows.shape[1]
    # Some streaks end soon, others run far; neighbours alike.
    ends = np.convolve(random.uniform(0, 1, (columns + _STREAK - 1)), np.ones(_STREAK) / _STREAK, "valid")
    ends = 0.5 + 1.4 * (ends - 0.5)
    found: Codes = np.where(share[:, None] > ends[None, :], rows[after], rows[after - 1])
    return found
