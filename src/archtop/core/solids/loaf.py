"""A planned loaf as solids, bar by bar: what is poured, what stands out of it, what is piped and put on it.

- ``loaf_solids``: all bars of a loaf, each with everything on it, cut where wires go
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Pieces
from archtop.core.embeds import colours_in_round
from archtop.core.geometry import Mesh
from archtop.core.plan import LoafPlan
from archtop.core.resolved import ResolvedLoaf
from archtop.core.solids.body import Patch, bar_patches
from archtop.core.solids.finishes import finishes_on
from archtop.core.solids.knife import Block, within
from archtop.core.solids.motifs import Detail, Piped, motif_solid
from archtop.core.solids.relief import Relief, relief_of
from archtop.core.solids.skin import Over
from archtop.core.solids.slump import Stiffness, keeps_of, slumped, torn
from archtop.core.solids.things import column_solids, piece_solid
from archtop.core.top import RunPlan, Surface, TopPlan, area_of

__all__ = ["BarSolid", "LoafSolids", "OnTop", "loaf_solids", "rise_of"]

Array = NDArray[np.float64]

# All motifs and pieces of a loaf together: light enough for any screen.
_TRIANGLES = 60_000
# Nobody pipes two alike; so many of a run are drawn, and taken in turns.
_VARIANTS = 3
# What is piped sinks so far into what it is laid on, and a column's end stays so far inside its cut [mm].
_SUNK_MM, _SHORT_MM = 0.4, 0.02


class OnTop(NamedTuple):
    """Things of one name in or on a bar.

    ``paint``: of each corner, which side of its bag it comes from, 0 to 1, and which of the loaf's bags that is, shape
    (n, 2). ``clear``: of bought base that one sees into.
    """

    name: str
    mesh: Mesh
    paint: Array
    clear: bool = False


class BarSolid(NamedTuple):
    """A bar: its number, where wires leave it, its sides, and everything on it.

    ``cut``: which of its sides wires have made.
    """

    number: int
    block: Block
    patches: tuple[Patch, ...]
    things: tuple[OnTop, ...]
    cut: frozenset[str]


class LoafSolids(NamedTuple):
    """All bars front to back, left to right; ``level_mm``: of what is poured, and its own top over that.

    ``bags``: colours that come side by side out of one bag; what is of one colour has a bag of its own. ``relief``:
    the top with everything on it.
    """

    bars: tuple[BarSolid, ...]
    bags: tuple[tuple[str, ...], ...]
    level_mm: float
    over: Over
    relief: Relief


def rise_of(of: ResolvedLoaf, level_mm: float) -> Surface:
    """The batter's own top with its coat, and nothing on it."""
    surface = Surface(area_of(of.loaf.mould, level_mm))
    surface.crowned(of.loaf.top.crown)
    frosting = of.loaf.frosting
    if frosting and frosting.base:
        surface.coated(frosting.base.thick_mm)
    return surface


def loaf_solids(of: ResolvedLoaf, result: LoafPlan, stiff: Mapping[str, Stiffness] | None = None) -> LoafSolids:
    """Every bar of a planned loaf.

    :param stiff: how stiff each run is piped, by its id; as it should be where nothing is said
    """
    surface = rise_of(of, result.level_mm)
    field = _Heights(surface)
    bags: dict[tuple[str, ...], int] = {}
    things: dict[str, list[_Boxed]] = {}

    def put(thing: _Thing) -> Mesh:
        number = bags.setdefault(thing.bag, len(bags))
        paint = np.column_stack([thing.sides, np.full(len(thing.sides), number)])
        points = thing.mesh.points
        boxed = _Boxed(OnTop(thing.name, thing.mesh, paint, thing.clear), points.min(axis=0), points.max(axis=0))
        things.setdefault(thing.name, []).append(boxed)
        return thing.mesh

    whole = bar_patches(of.loaf.mould, result.level_mm, field, Block(-math.inf, math.inf))
    bare = [patch.mesh for patch in whole if patch.side == "top"]
    relief = relief_of([*bare, *map(put, _things(of, result, stiff or {}))], result.level_mm)
    for name, key, mesh in finishes_on(of.loaf.top, of.cupboard, relief):
        put(_Thing(name, mesh, np.zeros(len(mesh.points)), (key,)))
    bars = []
    for number, (block, cut) in enumerate(_blocks(result), 1):
        patches = tuple(bar_patches(of.loaf.mould, result.level_mm, field, block))
        on_it = tuple(found for alike in things.values() for found in _in(alike, block))
        bars.append(BarSolid(number, block, patches, on_it, cut))
    return LoafSolids(tuple(bars), tuple(bags), result.level_mm, Over(field, surface.highest_mm), relief)


class _Heights:
    """A surface asked anywhere, between its grid's points."""

    def __init__(self, surface: Surface) -> None:
        self.xs, self.ys, self.heights = surface.xs, surface.ys, surface.shown
        self.flat = not self.heights.any()

    def __call__(self, x: Array, y: Array) -> Array:
        if self.flat:
            return np.zeros(np.broadcast(x, y).shape)
        # A hair inside, so that the very edge is not taken for what lies beyond it.
        from scipy.ndimage import map_coordinates

        step = self.xs[1] - self.xs[0]
        at = np.array([(y - self.ys[0]) / step, (x * 0.995 - self.xs[0]) / step])
        found: Array = map_coordinates(self.heights, at, order=1, mode="nearest")
        return found


def _blocks(result: LoafPlan) -> Iterator[tuple[Block, frozenset[str]]]:
    """What wires leave, and which of its sides they have made."""
    if result.cuts.whole:
        yield Block(-math.inf, math.inf), frozenset()
        return
    last = len(result.cuts.bars)
    for n, bar in enumerate(result.cuts.bars, 1):
        strips = bar.strips if bar.parts > 1 else ((-math.inf, math.inf),)
        ends = {side for side, made in (("front", n > 1), ("back", n < last)) if made}
        for k, (left, right) in enumerate(strips):
            sides = {side for side, made in (("left", k > 0), ("right", k < len(strips) - 1)) if made}
            yield (
                Block(
                    bar.from_mm if n > 1 else -math.inf,
                    bar.to_mm if n < last else math.inf,
                    left if k > 0 else -math.inf,
                    right if k < len(strips) - 1 else math.inf,
                ),
                frozenset(ends | sides),
            )


class _Boxed(NamedTuple):
    """A thing, and the corners of the box around it [mm]."""

    thing: OnTop
    low: Array
    high: Array


def _in(alike: Sequence[_Boxed], block: Block) -> Iterator[OnTop]:
    """Things of one name in a block: those that the same wires go through are cut all at once, which is quicker."""
    name, clear = alike[0].thing.name, alike[0].thing.clear
    by_wires: dict[tuple[bool, ...], list[OnTop]] = {}
    for thing, low, high in alike:
        if not block.misses(low, high):
            by_wires.setdefault(block.touching(low, high), []).append(thing)
    here = by_wires.pop((False,) * 4, [])
    for through in by_wires.values():
        found = within(*_together(through), block)
        here += [OnTop(name, *found, clear)] if found else []
    if here:
        yield OnTop(name, *_together(here), clear)


def _together(things: Sequence[OnTop]) -> tuple[Mesh, Array]:
    mesh = things[0].mesh.joined([thing.mesh for thing in things[1:]])
    return mesh, np.concatenate([thing.paint for thing in things])


class _Thing(NamedTuple):
    name: str
    mesh: Mesh
    sides: Array
    bag: tuple[str, ...]
    clear: bool = False


def _things(of: ResolvedLoaf, result: LoafPlan, stiff: Mapping[str, Stiffness]) -> Iterator[_Thing]:
    """Everything that stands out of what is poured, where it lies in the loaf."""
    level, top = result.level_mm, result.top
    for out in top.standing:
        embed, prism = of.embeds[out.embed], of.prisms[out.embed]
        for mesh in column_solids(prism, level - 1):
            clear = embed.casting is not None and embed.casting.of == "clear base"
            yield _Thing(embed.name, _short(mesh), np.zeros(len(mesh.points)), embed.colours[:1], clear)
    yield from _piped(of, top, level, stiff)
    names = {piece.id: piece for piece in of.loaf.pieces}
    for lying in (*(top.scatter.strewn if top.scatter else ()), *top.pressed):
        mesh = piece_solid(lying).moved((lying.x, lying.y, level + lying.up_mm), lying.turn_deg)
        piece = names[lying.pieces]
        yield _Thing(piece.name, mesh, *_painted(piece, mesh), piece.make.bought == "clear base")


def _painted(piece: Pieces, mesh: Mesh) -> tuple[Array, tuple[str, ...]]:
    """Which side of a bag of its colours each corner of a piece is like, seen from above (0 to 1), and that bag."""
    if piece.poured is None:
        return np.zeros(len(mesh.points)), (piece.colour,)
    low, high = mesh.points.min(axis=0), mesh.points.max(axis=0)
    x, y = ((mesh.points - (low + high) / 2) * 2 / (high - low))[:, :2].T
    seen = colours_in_round(piece.poured, x, y)
    return np.array([(piece.colours.index(colour) + 0.5) / len(piece.colours) for colour in seen]), piece.colours


def _short(mesh: Mesh) -> Mesh:
    """A column a hair shorter than it is: its ends do not lie in the cuts that show it."""
    y = mesh.points[:, 1]
    points = mesh.points.copy()
    points[:, 1] = np.clip(y, y.min() + _SHORT_MM, y.max() - _SHORT_MM)
    return Mesh(points, mesh.triangles)


def _piped(of: ResolvedLoaf, top: TopPlan, level: float, stiff: Mapping[str, Stiffness]) -> Iterator[_Thing]:
    frosting = of.loaf.frosting
    if frosting is None:
        return
    tips, told = {tip.id: tip for tip in top.tips}, {run.id: run for run in frosting.runs}
    many = sum(len(run.spots) for run in top.runs)
    # Nothing needs more than this to look round.
    detail = Detail(min(_TRIANGLES / max(many, 1), 1800))
    for run in top.runs:
        made: Sequence[Piped] = [
            motif_solid(run, told[run.id].motif.size_mm, tips[run.tip], detail, variant) for variant in range(_VARIANTS)
        ]
        keeps = 1.0
        if run.id in stiff:
            piped_so = stiff[run.id]
            keeps = keeps_of(run.motif.high_mm, piped_so)
            made = [
                Piped(torn(slumped(one.mesh, piped_so), piped_so, run.most_pa, seed), one.sides)
                for seed, one in enumerate(made)
            ]
        yield from _placed(run, made, level, keeps)


def _placed(run: RunPlan, made: Sequence[Piped], level: float, keeps: float) -> Iterator[_Thing]:
    """Where each stands; on what has sunk as far as it has itself."""
    for number, spot in enumerate(run.spots):
        piped = made[number % len(made)]
        at = (spot.x, spot.y, level + spot.up_mm * keeps - _SUNK_MM)
        yield _Thing(run.name, piped.mesh.moved(at, spot.turn_deg), piped.sides, run.bag_of(number))
