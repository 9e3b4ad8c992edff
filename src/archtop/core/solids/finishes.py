"""What is strewn, brushed or drizzled over a finished top: its grains and threads, where they come to lie."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Cupboard, Top
from archtop.core.geometry import Mesh, swept
from archtop.core.solids.relief import Relief
from archtop.core.trade import Finish, Grain

__all__ = ["Strewn", "colour_of", "finish_key", "finishes_on"]

Array = NDArray[np.float64]

# More grains than this are not told apart; so many stand for all of them.
_MOST_GRAINS = 420
# A thread off a spoon is about so thick; drawn so far over what it falls on [mm]. Stated guesses.
_THREAD_MM, _LIES_MM = 1.8, 0.4
_THREAD_STEPS = 260
# From wall to wall so often, one way, along a hundred millimetres.
_SWINGS = 7

_BLOCK = np.array([[x, y, z] for x in (-0.5, 0.5) for y in (-0.5, 0.5) for z in (0.0, 1.0)])
_BLOCK_SIDES = np.array(
    [
        *[(0, 1, 3), (0, 3, 2), (4, 6, 7), (4, 7, 5), (0, 4, 5), (0, 5, 1)],
        *[(2, 3, 7), (2, 7, 6), (0, 2, 6), (0, 6, 4), (1, 5, 7), (1, 7, 3)],
    ],
    dtype=np.int32,
)
_SEED = np.array([[0.5, 0, 0.5], [-0.5, 0, 0.5], [0, 0.5, 0.5], [0, -0.5, 0.5], [0, 0, 1.0], [0, 0, 0.0]])
_SEED_SIDES = np.array(
    [(0, 2, 4), (2, 1, 4), (1, 3, 4), (3, 0, 4), (2, 0, 5), (1, 2, 5), (3, 1, 5), (0, 3, 5)], dtype=np.int32
)


class Strewn(NamedTuple):
    """A finish as it lies on the top; ``key``: of its colour."""

    name: str
    key: str
    mesh: Mesh


def finish_key(finish: Finish) -> str:
    """What its colour is called among a loaf's own."""
    return f"finish.{finish.id}"


def colour_of(finish: Finish, cupboard: Cupboard) -> str | None:
    """What it looks like as sRGB: its jar's own, its additive's own, or what its kind usually is."""
    of = finish.of
    if of is not None and of.shelf == "colourant" and of.key in cupboard.colourants:
        return cupboard.colourants[of.key].bar.srgb
    if of is not None and of.shelf == "additive" and of.key in cupboard.additives:
        own = cupboard.additives[of.key].colour
        if own is not None:
            return own
    grain = finish.of_kind.grain
    return grain.srgb if grain else None


def finishes_on(top: Top, cupboard: Cupboard, relief: Relief) -> Iterator[Strewn]:
    """All finishes of a top that leave something to be seen."""
    for number, finish in enumerate(top.finishes):
        hand = np.random.default_rng(number)
        kind = finish.of_kind
        if colour_of(finish, cupboard) is None:
            continue
        mesh = _grains(kind.grain, finish.amount, relief, hand) if kind.grain else _thread(finish.amount, relief, hand)
        yield Strewn(finish.name, finish_key(finish), mesh)


def _grains(grain: Grain, grams: float, relief: Relief, hand: np.random.Generator) -> Mesh:
    """As many as the grams are, evenly over all there is, each turned as it fell."""
    one_g = grain.long_mm * grain.wide_mm * grain.high_mm / 1000 * grain.g_ml
    many = max(1, min(round(grams / one_g), _MOST_GRAINS))
    rows, columns = np.nonzero(relief.soap)
    chosen = hand.integers(0, len(rows), many)
    across = relief.left + columns[chosen] + hand.uniform(0, 1, many)
    along = relief.back - rows[chosen] - hand.uniform(0, 1, many)
    up = relief.heights[rows[chosen], columns[chosen]]
    shape, sides = (_SEED, _SEED_SIDES) if grain.shape == "seed" else (_BLOCK, _BLOCK_SIDES)
    size = hand.uniform(0.7, 1.25, (many, 1, 1)) * [grain.wide_mm, grain.long_mm, grain.high_mm]
    turn = hand.uniform(0, 2 * math.pi, many)
    cos, sin = np.cos(turn)[:, None], np.sin(turn)[:, None]
    x, y, z = np.moveaxis(shape[None] * size, -1, 0)
    # Pressed in a little.
    points = np.stack(
        [
            x * cos - y * sin + across[:, None],
            x * sin + y * cos + along[:, None],
            z + (up - 0.2 * grain.high_mm)[:, None],
        ],
        axis=-1,
    )
    triangles = sides[None] + (np.arange(many) * len(shape))[:, None, None]
    return Mesh(points.reshape(-1, 3), triangles.reshape(-1, 3).astype(np.int32))


def _thread(ml: float, relief: Relief, hand: np.random.Generator) -> Mesh:
    """To and fro across the top from front to back, as thick as what there is makes it."""
    rows, columns = np.nonzero(relief.soap)
    wide, long = (np.ptp(columns) + 1) * 0.42, (np.ptp(rows) + 1) * 0.94
    middle = relief.left + (columns.min() + columns.max() + 1) / 2
    front = relief.back - rows.max() - 1 + long * 0.03
    way = np.linspace(0, 1, _THREAD_STEPS)
    swings = max(3, round(_SWINGS * long / 100))
    stray = np.interp(way, np.linspace(0, 1, swings), hand.uniform(0.75, 1.0, swings))
    x, y = middle + wide * stray * np.sin(np.pi * swings * way), front + long * way
    up = relief.height_at(np.column_stack([x, y]))
    # It spans narrow gaps.
    up = np.maximum(up, np.convolve(np.pad(up, 2, mode="edge"), np.ones(5) / 5, "valid"))
    length = np.hypot(np.diff(x), np.diff(y)).sum()
    thick = min(2 * math.sqrt(ml * 1000 / length / math.pi), 2 * _THREAD_MM)
    turn = np.linspace(0, 2 * np.pi, 8, endpoint=False)
    return swept(
        thick / 2 * np.column_stack([np.cos(turn), np.sin(turn)]),
        np.column_stack([x, y, up + min(_LIES_MM, thick / 3)]),
    )
