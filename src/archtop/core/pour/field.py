"""The colours of a cut face: a loaf's work told as operations on its section, and points walked back through them.

``ColourField`` is one loaf with one seed; ``face`` any of its faces at any fineness, deterministic by the seed.
"""

from __future__ import annotations

import functools
import math
import zlib
from collections.abc import Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import maximum_filter, minimum_filter
from scipy.stats import qmc

from archtop.core.clock import Bowl
from archtop.core.document import Lay, Loaf, Pour
from archtop.core.filling import Fill
from archtop.core.geometry import Prism
from archtop.core.pieces import prism_of
from archtop.core.pour.kernel import CORNER, LAY, LAYER, NOWHERE, OP, POOL, STROKE, walk
from archtop.core.pour.moments import thickness_of
from archtop.core.pour.physics import Landing, landing
from archtop.core.pour.pot import pot_colours
from archtop.core.pour.section import CELL_MM, Columns, Section, Spans, obstacle_of

__all__ = ["ColourField", "Face", "field_of"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]

# Streams wander along the loaf by slow waves that add up to nothing over it: amplitude [share of the width].
_WANDER, _WAVES = 0.035, 4
# A layer that breaks through comes in so many passes; it breaks nothing while it plunges no deeper than this.
_LAYER_PASSES = 8
_FLAT_MM, _SPATULA_MM = 1.5, 10.0
_GAIN, _KAPPA = 0.8, 0.5
# Straight height that must stay under a pool.
_DEEPEST = 0.8
_SINKS_MM = 2.0
# Spread over so much of the width, a pass lies level.
_ALL_OVER = 0.97
_NO_COLOUR, _EMBED = -1, -2


class Face(NamedTuple):
    """A face: colours by their number in the loaf, −1 outside, −2 an embed; shape (rows, columns), top row first.

    ``source``: number of the work's step each point came with.
    """

    colours: Codes
    source: Codes
    px_mm: float
    left_mm: float
    top_mm: float


class _Source(NamedTuple):
    """Where a point came from: which step, which colour, or which part of a pot's stream."""

    step: int
    colour: int
    pot: tuple[tuple[int, ...], tuple[float, ...], float, float, float] | None = None


class ColourField:
    """One loaf's inside.

    :param fills: levels before and after each step of the work [mm]
    :param yield_pa: how thick the batter is at each pour, by its id [Pa]
    """

    def __init__(
        self,
        loaf: Loaf,
        fills: Sequence[Fill],
        prisms: Mapping[str, Prism],
        yield_pa: Mapping[str, float],
        seed: int = 1,
    ) -> None:
        self.loaf, self.fills, self.prisms, self.yield_pa, self.seed = loaf, fills, prisms, yield_pa, seed
        self.numbers = {colour.id: i for i, colour in enumerate(loaf.colours)}

    def face(self, y: float, px_mm: float = 0.25) -> Face:
        """The face at ``y`` [mm] along the loaf, seen from the front."""
        section = Section.at(self.loaf.mould, y)
        level = self.fills[-1].level_after_mm
        wide = section.half + section.lean * level
        columns, rows = max(2, round(2 * wide / px_mm)), max(2, round(level / px_mm))
        xs = -wide + (np.arange(columns) + 0.5) * 2 * wide / columns
        zs = level - (np.arange(rows) + 0.5) * level / rows
        x, z = np.meshgrid(xs, zs)
        inside = np.abs(x) <= section.half + section.lean * z
        told = _Telling(self, section, y)
        embed = np.zeros_like(inside)
        for outline in told.outlines:
            embed |= _contains(outline, *section.straight(x, z))
        colours = np.full(x.shape, _NO_COLOUR, dtype=np.int16)
        source = np.full(x.shape, NOWHERE, dtype=np.int16)
        asked = inside & ~embed
        self._ask(told, section, (x, z), asked, colours, source)
        colours[embed & inside] = _EMBED
        return Face(colours, source, level / rows, -wide, level)

    @staticmethod
    def _ask(
        told: _Telling,
        section: Section,
        at: tuple[Array, Array],
        asked: NDArray[np.bool_],
        colours: Codes,
        source: Codes,
    ) -> None:
        """Every other point of every other row first; the rest only where those around it differ."""
        x, z = at
        known = np.zeros_like(asked)
        known[::2, ::2] = True

        def answer(here: NDArray[np.bool_]) -> None:
            xi, zeta = section.straight(x[here], z[here])
            colours[here], source[here] = told.answer(xi, zeta)

        answer(asked & known)
        coarse = colours[::2, ::2].astype(np.int32) * 1000 + source[::2, ::2]
        lowest, highest = minimum_filter(coarse, 3), maximum_filter(coarse, 3)
        same = np.repeat(np.repeat(lowest == highest, 2, axis=0), 2, axis=1)[: x.shape[0], : x.shape[1]]
        for whole in (colours, source):
            spread = np.repeat(np.repeat(whole[::2, ::2], 2, axis=0), 2, axis=1)[: x.shape[0], : x.shape[1]]
            copied = asked & same & ~known
            whole[copied] = spread[copied]
        answer(asked & ~same & ~known)

    def operations(self, y: float) -> tuple[Section, Array, tuple[int, ...]]:
        """What is done to the section at ``y`` [mm], in order (the kernel's table), and each source's colour number.

        A pot's colour is −1: it changes across its stream.
        """
        section = Section.at(self.loaf.mould, y)
        told = _Telling(self, section, y)
        return section, np.array(told.ops).reshape(-1, OP), tuple(source.colour for source in told.sources)

    def origin(self, x: float, y: float, z: float) -> tuple[str, int] | None:
        """Which colour lies at a point [mm] and which step of the work brought it; nothing outside or in an embed."""
        section = Section.at(self.loaf.mould, y)
        if not (0 <= z <= self.fills[-1].level_after_mm and abs(x) <= section.half + section.lean * z):
            return None
        told = _Telling(self, section, y)
        xi, zeta = section.straight(np.array([x]), np.array([z]))
        if any(_contains(outline, xi, zeta)[0] for outline in told.outlines):
            return None
        colours, steps = told.answer(xi, zeta)
        return list(self.numbers)[int(colours[0])], int(steps[0])

    def shares(self, y: float, points: int = 4096) -> dict[str, float]:
        """Area [mm²] of each colour in a face, embeds left out, by the colour's id.

        From a lattice of points that fills the straightened section evenly (Halton 1960), since straightening keeps
        areas.
        """
        section = Section.at(self.loaf.mould, y)
        level = section.level(self.fills[-1].level_after_mm)
        xi, zeta = ((_lattice(points) - (0.5, 0.0)) * (2 * section.half, level)).T
        told = _Telling(self, section, y)
        embed = np.zeros(points, dtype=bool)
        for outline in told.outlines:
            embed |= _contains(outline, xi, zeta)
        colours, _ = told.answer(xi[~embed], zeta[~embed])
        cell = 2 * section.half * level / points
        return {key: float((colours == number).sum()) * cell for key, number in self.numbers.items()}

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one seed and one thing."""
        return np.random.default_rng(zlib.crc32("|".join(str(part) for part in (self.seed, *what)).encode()))

    def wander(self, y: float, *what: object) -> float:
        """How far something strays at ``y``, as a share: slow waves whose mean over the loaf is nothing."""
        random = self.random("wander", *what)
        length = self.loaf.mould.length_mm
        sizes = random.normal(0, 1, _WAVES) / (1 + np.arange(_WAVES))
        return float(sum(a * math.cos(math.pi * (m + 1) * y / length) for m, a in enumerate(sizes)))


def field_of(
    loaf: Loaf, fills: Sequence[Fill], bowls: Sequence[Bowl], seed: int = 1, later_min: float = 0.0
) -> ColourField:
    """A loaf's inside, each pour as thick as the clock expects it or the document says.

    :param later_min: so much later than an ordinary pair of hands everything is poured [min]
    """
    prisms = {embed.id: prism_of(embed) for embed in loaf.embeds}
    return ColourField(loaf, fills, prisms, thickness_of(loaf, bowls, later_min), seed)


@functools.cache
def _lattice(points: int) -> Array:
    """Points of the unit square, shape (points, 2), the same every time."""
    found: Array = qmc.Halton(2, scramble=False).random(points)
    return found


def _contains(outline: Array, x: Array, z: Array) -> NDArray[np.bool_]:
    """Points inside a polygon, by the parity of its edges to their left."""
    found = np.zeros(x.shape, dtype=bool)
    x0, z0 = outline[:, 0], outline[:, 1]
    x1, z1 = np.roll(x0, -1), np.roll(z0, -1)
    box = (x >= x0.min()) & (x <= x0.max()) & (z >= z0.min()) & (z <= z0.max())
    px, pz = x[box], z[box]
    odd = np.zeros(px.shape, dtype=bool)
    for a, b, c, d in zip(x0, z0, x1, z1, strict=True):
        crosses = (b > pz) != (d > pz)
        odd ^= crosses & (px < (c - a) * (pz - b) / np.where(d == b, 1.0, d - b) + a)
    found[box] = odd
    return found


class _Telling:
    """The work up to the end, told for one section."""

    def __init__(self, field: ColourField, section: Section, y: float) -> None:
        self.field, self.section, self.y = field, section, y
        self.outlines: list[Array] = []
        self.spans = Spans((), section.half)
        self.grids, self.cell = [np.ones((1, 1))], CELL_MM
        self.tables: list[Columns] = []
        self.ops: list[list[float]] = []
        self.sources: list[_Source] = []
        for i, (step, done) in enumerate(zip(field.loaf.work, field.fills, strict=True)):
            before, after = section.level(done.level_before_mm), section.level(done.level_after_mm)
            if isinstance(step, Pour):
                self.pour(i, step, before, after)
            elif isinstance(step, Lay):
                self.lay(step, before, after)
            elif after > before:
                self.settle(before, after)

    def table(self, level: float) -> int:
        self.tables.append(self.spans.at(max(level, 1e-6)))
        return len(self.tables) - 1

    def source(self, source: _Source) -> int:
        self.sources.append(source)
        return len(self.sources) - 1

    def op(self, kind: int, source: int, *rest: float) -> None:
        self.ops.append([float(kind), float(source), *rest, *[0.0] * (OP - 2 - len(rest))])

    def level(self, source: int, low: float, high: float) -> None:
        """New batter that lies level between two heights, around whatever stands there."""
        self.tables.append(self.spans.slice(low, high))
        self.op(LAYER, source, low, high, float(len(self.tables) - 1))

    def lay(self, step: Lay, before: float, after: float) -> None:
        outline = self.section.outline(self.field.prisms[step.embed], self.y)
        old = self.table(before)
        if outline is not None:
            self.outlines.append(outline)
            self.spans = Spans(self.outlines, self.section.half)
            self.grids.append(obstacle_of(self.outlines, self.section.half, self.section.height))
        if before > 0:
            self.op(LAY, NOWHERE, self.table(after), old)

    def settle(self, before: float, after: float) -> None:
        """Pieces pressed in lift the level: what lies under it is stretched to it."""
        self.op(LAY, NOWHERE, self.table(after), self.table(before))

    def pour(self, i: int, step: Pour, before: float, after: float) -> None:
        pa = self.field.yield_pa.get(step.id, 6.0)
        colours = [self.field.numbers[share.colour] for share in step.colours]
        shares = [share.percent / 100 for share in step.colours]
        how = step.how
        if how == "layer" and len(colours) > 1:
            how = "pot swirl"
        area0, area1 = self.spans.area(before) if before > 0 else 0.0, self.spans.area(after)
        if how in ("layer", "corner") and not _breaks(step, pa, (area1 - area0) / _LAYER_PASSES):
            self.flat(i, how, step, colours[0], before, after)
            return
        self.passes(i, step, how, colours, shares, (before, after, area0, area1), pa)

    def flat(self, i: int, how: str, step: Pour, colour: int, before: float, after: float) -> None:
        """A layer that breaks nothing, level or leaning from one side."""
        source = self.source(_Source(i, colour))
        low = before
        if how == "corner" and before > 0 and not self.outlines:
            # Deepest at its wall, by twice what the level rises; once that would reach the floor the rest lies level.
            low = min(after, before / (1 - _DEEPEST / 2))
            side = -1.0 if step.from_side == "left" else 1.0
            half = self.section.half
            self.op(CORNER, source, side * half, -side * 2 * half, before, low)
        if low < after:
            self.level(source, low, after)

    def passes(
        self, i: int, step: Pour, how: str, colours: list[int], shares: list[float],
        span: tuple[float, float, float, float], pa: float,
    ) -> None:  # fmt: skip
        """A pour in passes along the loaf: each a pool, and where it falls far enough a stroke into what is there."""
        before, after, area0, area1 = span
        plan = self.streams(i, step, how, colours, shares, area1 - area0)
        level, area = before, area0
        for n, (x, part, source) in enumerate(plan):
            area += part
            new = after if n == len(plan) - 1 else self.spans.level(area, level, after)
            if level < _FLAT_MM:
                # The first batter on a bare floor runs level.
                self.level(source, level, new)
                level = new
                continue
            land = landing(part, step.fall_mm, pa)
            wide = self.spreads(part, land, new)
            if wide >= _ALL_OVER * self.section.half or self.outlines:
                # It runs level by itself, is too thick to sink, or finds its way around what lies there.
                self.level(source, level, new)
            else:
                self.pool(x, wide, source, (level, new))
            deep = min(land.plunge_mm, 0.92 * new)
            if deep > _FLAT_MM:
                reach = min(max(land.reach_mm, 4.0), 0.9 * self.section.half)
                drift = x + 3.0 * self.field.wander(self.y, i, n, "lean")
                self.op(STROKE, NOWHERE, x, new, drift, new - deep, reach, _GAIN, _KAPPA, new, len(self.grids) - 1)
            level = new

    def spreads(self, area: float, land: Landing, straight: float) -> float:
        """How far to each side a pass of that area spreads [mm].

        It sinks into what is there no deeper than the level rises, its fall carries it, and a little by itself.
        """
        sinks = area / (2 * self.section.half) + land.plunge_mm + _SINKS_MM
        return max(land.half_wide_mm, area * 15 / 16 / min(sinks, _DEEPEST * straight))

    def pool(self, x: float, wide: float, source: int, levels: tuple[float, float]) -> None:
        """New batter around ``x`` where nothing else lies, between two levels."""
        half = self.section.half
        middle = min(max(x, -half + wide), half - wide)
        self.op(POOL, source, middle, wide, *levels)

    def streams(
        self, i: int, step: Pour, how: str, colours: list[int], shares: list[float], area: float
    ) -> list[tuple[float, float, int]]:
        """Where each pass runs at this place, how much it adds to the section [mm²], and what it brings."""
        half, count = self.section.half, max(step.passes, len(colours))
        random = self.field.random("streams", i)
        if how == "pot swirl":
            start = float(random.uniform())
            places = np.linspace(-0.6, 0.6, count)[random.permutation(count)]
            length = self.field.loaf.mould.length_mm
            found = []
            for n in range(count):
                along = min(max(self.y / length, 0.0), 1.0)
                # There and back: every other pass runs from the far end.
                over = (n + (along if n % 2 == 0 else 1 - along)) / count
                pot = (tuple(colours), tuple(shares), step.turns, start, over)
                found.append((self.at(places[n] * half, i, n), area / count, self.source(_Source(i, -1, pot))))
            return found
        if how in ("drops", "mini drops", "plops"):
            lines = self.lines(colours, shares, count if how != "mini drops" else max(count, 3 * len(colours)))
            where = self.spread(len(lines), random)
            return [
                (self.at(where[n] * half, i, n), area * share, self.source(_Source(i, colour)))
                for n, (colour, share) in enumerate(lines)
            ]
        where = self.spread(_LAYER_PASSES, random)
        source = self.source(_Source(i, colours[0]))
        return [(self.at(x * half, i, n), area / _LAYER_PASSES, source) for n, x in enumerate(where)]

    def at(self, x: float, *what: object) -> float:
        return x + _WANDER * 2 * self.section.half * self.field.wander(self.y, *what)

    @staticmethod
    def spread(count: int, random: np.random.Generator) -> Array:
        """Places over the width, evenly and yet by chance, in the order they are poured."""
        even = (np.arange(count) + random.uniform(0.15, 0.85, count)) / count
        return (2 * even - 1)[random.permutation(count)] * 0.82

    @staticmethod
    def lines(colours: list[int], shares: list[float], count: int) -> list[tuple[int, float]]:
        """Colours taking turns over so many passes, as their shares allow, with the share of the pour in each."""
        turns = [max(1, round(share * count)) for share in shares]
        order: list[int] = []
        due = [0.0] * len(colours)
        for _ in range(sum(turns)):
            due = [d + t / sum(turns) for d, t in zip(due, turns, strict=True)]
            left = [k for k in range(len(colours)) if order.count(k) < turns[k]]
            pick = max(left, key=lambda k: due[k])
            due[pick] -= 1
            order.append(pick)
        return [(colours[k], shares[k] / turns[k]) for k in order]

    def answer(self, xi: Array, zeta: Array) -> tuple[Codes, Codes]:
        """Colour and step of every point."""
        tables = self.tables or [self.spans.at(1.0)]
        # Without embeds a grid is a single cell; a stack needs all of one size.
        shape = max((grid.shape for grid in self.grids), key=lambda s: s[0])
        grids = np.stack([grid if grid.shape == shape else np.ones(shape) for grid in self.grids])
        found, us = walk(
            xi, zeta, self.section.half, np.array(self.ops).reshape(-1, OP),
            np.stack([t.low for t in tables]), np.stack([t.high for t in tables]),
            np.stack([t.share for t in tables]), np.stack([t.free for t in tables]),
            np.array([t.straight for t in tables]), grids, self.cell,
        )  # fmt: skip
        found = np.where(found == NOWHERE, 0, found)
        steps = np.array([source.step for source in self.sources], dtype=np.int16)
        plain = np.array([source.colour for source in self.sources], dtype=np.int16)
        colours = plain[found]
        for number, source in enumerate(self.sources):
            if source.pot:
                mine = found == number
                order, shares, turns, start, over = source.pot
                picked = pot_colours(shares, turns, np.full(int(mine.sum()), over), us[mine], start)
                colours[mine] = np.array(order, dtype=np.int16)[picked]
        return colours, steps[found]


def _breaks(step: Pour, pa: float, area: float) -> bool:
    """Whether a pass of that area breaks the layer it falls onto; from low down a spatula takes its fall."""
    return step.fall_mm > _SPATULA_MM and landing(area, step.fall_mm, pa).plunge_mm > _FLAT_MM
