"""Where small pieces and shreds come to lie: stirred into a pour, or pressed into its surface.

Pieces keep their size and are spread through the room of their pour without lying in each other or in an embed, as far
as they find such places in a few tries. Shreds are told by their share of the pour: a face shows as much of them as
there is in the loaf (Delesse 1847), cut across at random.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.document import Shreds
from archtop.core.geometry import Mould, Prism
from archtop.core.pours import Fill
from archtop.core.trade import SHREDS_G_ML, Grated, Made

__all__ = ["Cut", "Lying", "ShredsLying", "radius_of", "shred_cuts", "shreds_in", "stirred"]

Array = NDArray[np.float64]

_TRIES = 40
# Long and short side of a shred's cross cut [mm]: stated guesses.
_CUTS: dict[Grated, tuple[float, float]] = {"crumbs": (3.0, 2.5), "shreds": (6.0, 2.5), "curls": (9.0, 1.5)}
# Shreds farther apart than this along the loaf are others [mm].
_SLAB_MM = 20.0


class Lying(NamedTuple):
    """A piece in the loaf: middle across, along, up, and radius [mm], its id, its colour's number, the step it came
    with.
    """

    x: float
    y: float
    z: float
    radius: float
    key: str
    colour: int
    step: int


class Cut(NamedTuple):
    """A piece where a face goes through it: a circle across and up [mm]."""

    x: float
    z: float
    radius: float
    key: str
    colour: int
    step: int


class ShredsLying(NamedTuple):
    """Shreds of a pour: between two heights [mm], their share of it, how they were grated, their id."""

    low: float
    high: float
    share: float
    grated: Grated
    key: str


def radius_of(piece: Made) -> float:
    """Of a ball of the piece's volume [mm]."""
    return float((3 * piece.each_ml * 1000 / (4 * math.pi)) ** (1 / 3))


def stirred(
    counts: Mapping[str, tuple[int, int]],
    made: Mapping[str, Made],
    heights: tuple[float, float],
    mould: Mould,
    *,
    embeds: Sequence[Prism],
    random: np.random.Generator,
    step: int,
) -> Iterator[Lying]:
    """Places for the pieces of one step, the largest first.

    :param counts: by kind of piece: how many, and their colour's number
    :param heights: what their pour lies between, or twice the height at which their middles stay [mm]
    """
    places = np.empty((sum(count for count, _ in counts.values()), 4))
    walls = [(prism.y0, prism.y1, shapely.Polygon(prism.points)) for prism in embeds]
    taken = 0
    for key in sorted(counts, key=lambda k: -made[k].each_ml):
        count, colour = counts[key]
        radius = radius_of(made[key])
        for _ in range(count):
            for _ in range(_TRIES):
                x, y, z = _anywhere(radius, heights, mould, random)
                gaps = np.linalg.norm(places[:taken, :3] - (x, y, z), axis=1) - places[:taken, 3] - radius
                blocked = any(
                    y0 - radius < y < y1 + radius and shape.distance(shapely.Point(x, z)) < radius
                    for y0, y1, shape in walls
                )
                if not blocked and (not taken or gaps.min() >= 0):
                    break
            places[taken] = (x, y, z, radius)
            taken += 1
            yield Lying(x, y, z, radius, key, colour, step)


def _anywhere(
    radius: float, heights: tuple[float, float], mould: Mould, random: np.random.Generator
) -> tuple[float, float, float]:
    """A place by chance between the walls; in the middle where a piece is too large to have a choice."""

    def between(low: float, high: float) -> float:
        return float(random.uniform(low, high)) if high > low else (low + high) / 2

    y = between(radius, mould.length_mm - radius)
    low, high = heights
    z = low if low == high else between(low + radius, high - radius)
    wide = max(mould.half_width(y, min(max(z, 0.0), mould.height_mm)) - radius, 0.0)
    return between(-wide, wide), y, z


def shreds_in(fill: Fill, shreds: Shreds) -> ShredsLying:
    """What shreds of one kind take of their pour."""
    share = shreds.grams / SHREDS_G_ML / max(fill.room_ml, 1e-9)
    return ShredsLying(fill.level_before_mm, fill.level_after_mm, min(share, 1.0), shreds.grated, shreds.id)


def shred_cuts(shreds: ShredsLying, half: float, y: float, random_of: Callable[..., np.random.Generator]) -> Array:
    """What a face at ``y`` shows of shreds; faces nearer to each other than a shred is long show the same ones.

    :param half: half the section's width [mm]
    :returns: ellipses: middle across and up, half as long and as wide [mm], turn [rad]; shape (n, 5)
    """
    long, short = _CUTS[shreds.grated]
    slab, drift = int(y // _SLAB_MM), (y % _SLAB_MM) / _SLAB_MM - 0.5
    random = random_of("shreds", shreds.key, slab)
    deep = shreds.high - shreds.low
    # They may lie over each other: so many leave just the right share uncovered (Boolean model, Matheron 1975).
    count = round(-math.log(max(1 - shreds.share, 1e-3)) * 2 * half * deep / (math.pi / 4 * long * short))
    x, z, turn, strays = random.uniform([-half, 0, 0, -long], [half, deep, math.pi, long], (count, 4)).T
    sizes = np.broadcast_to([[long / 2], [short / 2]], (2, count))
    return np.column_stack([x + strays * drift, shreds.low + z, *sizes, turn])
