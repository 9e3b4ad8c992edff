"""A bed of batter that is poured into, in one section: what comes in is told as operations on it, in their order.

The loaf's own section is one (:mod:`archtop.core.faces.section_ops`); the room that a single pour takes is another, a
rectangle of its area, in which its colours come to lie among themselves (:class:`Within`).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from functools import cached_property
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from archtop.core.faces.opcodes import CORNER, FLOW, HEAP, LAYER, NOWHERE, OP, POOL, SINK, STROKE
from archtop.core.faces.physics import Landing, landing
from archtop.core.faces.section import CELL_MM, COLUMNS, Columns, Spans
from archtop.core.faces.sources import Laid, PotStream, Source, laid_by
from archtop.core.faces.standing import SLIPS_MM, Rows, Standing
from archtop.core.faces.told import Told
from archtop.core.trade import Pot
from archtop.core.trade.techniques import Here, Stream

__all__ = ["Bed", "Within"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]
T = TypeVar("T")
Way = tuple[tuple[float, float], tuple[float, float]]

# Streams wander along the loaf by slow waves that add up to nothing over it: amplitude [share of the width].
WANDER = 0.035
# A layer breaks nothing while it plunges no deeper than this.
FLAT_MM = 1.5
GAIN, KAPPA = 0.8, 0.5
# A stream pressed in reaches so far beside it, by how deep it goes, and drives so much of its reach before it.
_SLENDER, _AHEAD = 0.4, 0.7
# Straight height that must stay under a pool.
_DEEPEST = 0.8
_SINKS_MM = 2.0
# Whether an embed bars a way is looked at so often [mm].
_LOOKS_MM = 0.25
# Spread over so much of the width, a pass lies level.
_ALL_OVER = 0.97
# What sinks in moves batter about so far under it, by its own half-width [-], and at least so far [mm].
_STIRS, _STIRS_MM = 1.4, 8.0
# Eddies across and up the bed; finer ones are weaker.
_EDDIES = 4
# Points up and across at which they are reckoned.
_LED = (25, 31)


class Bed:
    """What has been done to a section so far; ``y``: where along the loaf [mm], ``half``: half its width [mm]."""

    def __init__(self, of: Told, half: float, y: float) -> None:
        self.of, self.half, self.y = of, half, y
        self.standing = Standing()
        self.spans = Spans((), half)
        # Of what stood by then.
        self.holds = [self.standing]
        self.cell = CELL_MM
        self.tables: list[Columns] = []
        self.rows: list[Rows] = []
        self.edges: list[Array] = []
        self.sinks: list[Array] = []
        self.flows: list[Array] = []
        self.ops: list[list[float]] = []
        self.sources: list[Source] = []
        self.grazed: set[tuple[int, str]] = set()

    @property
    def xs(self) -> Array:
        """The columns' places across [mm], shape (COLUMNS,)."""
        return self.spans.xs

    @property
    def crowded(self) -> bool:
        """Whether embeds stand in it."""
        return bool(self.standing.outlines)

    @property
    def stirs(self) -> float:
        """How far a pot is twisted here against what is said of it [-]."""
        return self.of.touch.stirring

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one thing."""
        return self.of.random(*what)

    def once(self, make: Callable[[], T], *what: object) -> T:
        """What is the same in every section as wide as this one, made but once."""
        return self.of.once(make, self.half, *what)

    def at(self, x: float, *what: object) -> float:
        """A place across as it strays along the loaf [mm]."""
        return x + WANDER * 2 * self.half * self.of.wander(self.y, *what)

    @staticmethod
    def spread(count: int, random: np.random.Generator) -> Array:
        """Places over the width (−1 to 1), evenly and yet by chance, in the order they are poured."""
        even = (np.arange(count) + random.uniform(0.15, 0.85, count)) / count
        return (2 * even - 1)[random.permutation(count)] * 0.82

    def source(self, step: int, colour: int) -> int:
        """Number of a source of one colour."""
        return self._source(Source(step, colour))

    def pot_source(self, step: int, pot: Pot, over: float, lies: float) -> int:
        """Number of a source that is a pot's stream when such a share of it is over; how far it lies down (−1 to 1)."""
        return self._source(Source(step, -1, PotStream(pot, over, lies)))

    def _source(self, source: Source) -> int:
        self.sources.append(source)
        return len(self.sources) - 1

    def inside(self, here: Here) -> Within:
        """The room a pour takes, told by itself: a level band in which its colours lie as they came."""
        bed = Within(self.of, self.half, self.y, here.area / (2 * self.half))
        self.level(self._source(Source(here.step, -1, inside=bed)), here.before, here.after, self.uneven(here))
        if self.crowded:
            self.rows.append(self.standing.rows(here.before, here.after))
            self.ops[-1][5] = float(len(self.rows) - 1)
        return bed

    def op(self, kind: int, source: int, *rest: float) -> None:
        self.ops.append([float(kind), float(source), *rest, *[0.0] * (OP - 2 - len(rest))])

    def edge(self, off: Array) -> int:
        """Number of a boundary that is so far off its level in each column [mm], shape (COLUMNS,)."""
        self.edges.append(off)
        return len(self.edges) - 1

    def level(self, source: int, low: float, high: float, edge: int = -1) -> None:
        """New batter that lies level between two heights, around whatever stands there."""
        heaped = bool(self.ops) and self.ops[-1][0] == HEAP
        self.op(LAYER, source, low, high, float(edge), -1.0, float(heaped))

    def above(self, source: int, heights: Array) -> None:
        """New batter over a boundary of any shape, whatever lay there.

        :param heights: of the boundary in each column [mm], shape (COLUMNS,); infinite where it does not reach
        """
        self.level(source, 0.0, max(float(np.max(heights[np.isfinite(heights)], initial=1.0)), 1.0))
        self.ops[-1][4] = float(self.edge(np.where(np.isfinite(heights), heights, 1e6)))

    def uneven(self, here: Here) -> int:  # noqa: ARG002
        """Number of the boundary under a pour."""
        return -1

    def shaped(self, here: Here) -> bool:  # noqa: ARG002
        """Whether what a pour comes onto was shaped by a spoon."""
        return False

    def breaks(self, here: Here) -> bool:  # noqa: ARG002
        """Whether a pour breaks through what it falls onto."""
        return False

    def pierce(self, here: Here, xs: Sequence[float]) -> None:
        """Streams that go through the pour they belong to, and into what is under it."""

    def lean(self, source: int, side: float, before: float, high: float) -> None:
        """Batter that leans from a wall (−1: left, 1: right)."""
        self.op(CORNER, source, side * self.half, -side * 2 * self.half, before, high)

    def pool(self, x: float, wide: float, source: int, levels: tuple[float, float]) -> None:
        """New batter around ``x`` where nothing else lies, between two levels."""
        middle = min(max(x, -self.half + wide), self.half - wide)
        self.op(POOL, source, middle, wide, *levels)

    def sink(self, depth: Array, levels: tuple[float, float], wide: float) -> None:
        """What goes so deep under the surface, the batter below giving way.

        :param depth: under the surface as it then stands, in each column [mm], shape (COLUMNS,)
        :param wide: half of how wide it is [mm]
        """
        before, after = levels
        gap = 2 * self.half / (COLUMNS - 1)
        left = np.concatenate([[0.0], np.cumsum((depth[1:] + depth[:-1]) / 2 * gap)])
        # It gives exactly as much way as the level rises for.
        depth, left = (part * (2 * self.half * (after - before) / max(left[-1], 1e-9)) for part in (depth, left))
        still = np.where(np.isfinite(self.spans.high), self.spans.high, 0.0).max(axis=1)
        self.sinks.append(np.stack([depth, left, _around(still, gap)]))
        self.op(SINK, NOWHERE, before, after, float(len(self.sinks) - 1), max(_STIRS * wide, _STIRS_MM))

    def eddies(self, top: float, strength_mm: float, *what: object) -> None:
        """Batter led about by chance, gently, nowhere through walls, floor or surface.

        :param top: height of the surface [mm]; ``strength_mm``: how far it is led, about
        """
        from archtop.core.faces.flows import led_from

        wide, tall = max(1.0, 2 * self.half / top), max(1.0, top / (2 * self.half))
        m, n = np.arange(1, _EDDIES + 1)[:, None], np.arange(1, _EDDIES + 1)[None, :]
        turns = self.of.chance((_EDDIES, _EDDIES), "eddies", *what) + self.of.wandering(
            self.y, (_EDDIES, _EDDIES), "eddies", *what
        )
        turns = turns / (n * n / wide + m * m / tall)
        # As fast as the quickest of them would be if all led the same way, half as fast as a rule.
        fastest = np.pi * (np.abs(turns) * np.maximum(m / top, n / (2 * self.half))).sum() / 2
        self.flows.append(led_from(turns * (strength_mm / max(float(fastest), 1e-9)), self.half, top, _LED))
        self.op(FLOW, NOWHERE, float(len(self.flows) - 1), top)

    def passes(self, here: Here, streams: Sequence[Stream], eddies_mm: float = 0.0) -> None:
        """A pour in passes along the loaf: each a pool, and where it falls far enough a stroke into what is there."""
        level = here.before
        area = self.spans.area(here.before) if here.before > 0 else 0.0
        for n, (x, part, source, fall) in enumerate(streams):
            area += part
            new = here.after if n == len(streams) - 1 else self.spans.level(area, level, here.after)
            if new - level < 1e-6:
                continue
            if level < FLAT_MM:
                # The first batter on a bare floor runs level.
                self.level(source, level, new)
                level = new
                continue
            land = landing(part, fall * here.fall_mm, here.pa, self.of.touch.plunge)
            wide = self.spreads(part, land, new)
            if wide >= _ALL_OVER * self.half or self.crowded:
                # It runs level by itself, is too thick to sink, or finds its way around what stands there.
                self.level(source, level, new)
            else:
                self.pool(x, wide, source, (level, new))
            deep, reach = land.plunge_mm, land.reach_mm
            if here.deep_mm is not None:
                reach = min(reach, _SLENDER * here.deep_mm)
                deep = here.deep_mm - _AHEAD * reach
            deep = min(deep, 0.92 * new)
            if deep > FLAT_MM:
                drift = x + 3.0 * self.of.wander(self.y, here.step, n, "lean")
                self.plunge(here.step, (x, new), (drift, new - deep), reach)
            if eddies_mm > 0:
                self.eddies(new, eddies_mm, here.step, n)
            level = new

    def plunge(self, i: int, start: tuple[float, float], end: tuple[float, float], reach: float) -> None:
        """A stream going down from the surface, as far as an embed lets it, and as wide as the gap beside one is."""
        self.drag(i, (start, end), reach, start[1])

    def drag(self, i: int, way: Way, reach: float, level: float) -> None:
        """Batter dragged along from one point to another, as far as an embed lets it, under the level [mm]."""
        reach = min(max(reach, 4.0), 0.9 * self.half)
        near = max(reach - SLIPS_MM, SLIPS_MM)
        if any(_apart(way, bounds) < near for bounds in self.standing.bounds):
            free = self._free(i, way)
            if free is None:
                return
            way, gap = free
            reach = max(min(reach, SLIPS_MM + gap), 4.0)
        (x0, z0), (x1, z1) = way
        self.op(STROKE, NOWHERE, x0, z0, x1, z1, reach, GAIN, KAPPA, level, len(self.holds) - 1)

    def _free(self, i: int, way: Way) -> tuple[Way, float] | None:
        """As much of a way's beginning as no embed bars, and how near to one it comes [mm]; nothing if that is none."""
        (x0, z0), (x1, z1) = way
        long = math.dist(*way)
        at = np.linspace(0.0, 1.0, math.ceil(long / _LOOKS_MM) + 2)
        away = self.standing.away(x0 + at * (x1 - x0), z0 + at * (z1 - z0))
        self.grazed |= {(i, key) for key, there in zip(self.standing.names, away, strict=True) if not there.all()}
        nearest = away.min(axis=0)
        clear = nearest > SLIPS_MM
        begins, stop, ends = int(clear.argmax()), len(at), 1.0
        if barred := np.flatnonzero(~clear[begins:]).tolist():
            stop = begins + barred[0]
            ends = float(np.interp(SLIPS_MM, nearest[[stop, stop - 1]], at[[stop, stop - 1]]))
        if not clear[begins] or at[begins] * long > FLAT_MM or (ends - at[begins]) * long < FLAT_MM:
            return None
        begun, ended = ((x0 + t * (x1 - x0), z0 + t * (z1 - z0)) for t in (float(at[begins]), ends))
        return (begun, ended), float(nearest[begins:stop].min())

    def spreads(self, area: float, land: Landing, straight: float) -> float:
        """How far to each side a pass of that area spreads [mm].

        It sinks into what is there no deeper than the level rises, its fall carries it, and a little by itself.
        """
        sinks = area / (2 * self.half) + land.plunge_mm + _SINKS_MM
        return max(land.half_wide_mm, area * 15 / 16 / min(sinks, _DEEPEST * straight))

    def answer(self, xi: Array, zeta: Array) -> tuple[Codes, Codes]:
        """Colour and step of every point.

        :param xi: and ``zeta``: of the points [mm], shape (p,), which is that of each answer too
        """
        # Compiled code takes a while to load: it is loaded when a face is first asked for.
        from archtop.core.faces.kernel import walk

        found, us, ups = walk(xi.astype(np.float32), zeta.astype(np.float32), *self._for_kernel)
        found = np.where(found == NOWHERE, 0, found)
        steps = np.array([source.step for source in self.sources], dtype=np.int16)
        plain = np.array([source.colour for source in self.sources], dtype=np.int16)
        colours, came = plain[found], steps[found]
        for laid in self._laid:
            mine = np.flatnonzero(laid.of(found))
            colours[mine] = laid.colours(found[mine], us[mine], ups[mine])
        for number, source in enumerate(self.sources):
            if source.colour >= 0 or source.stream:
                continue
            mine = found == number
            if source.inside:
                colours[mine] = source.inside.colours(us[mine], ups[mine])
            elif source.before and mine.any():
                colours[mine], came[mine] = source.before.found(us[mine], ups[mine])
        return colours, came

    @cached_property
    def _laid(self) -> list[Laid]:
        return laid_by(self.sources)

    @cached_property
    def _for_kernel(self):  # type: ignore[no-untyped-def]
        """All that was told, once it is asked about."""
        from archtop.core.faces.kernel import Tables
        from archtop.core.faces.strokes import by_cells

        tables = self.tables or [self.spans.at(1.0)]
        told = np.array(self.ops).reshape(-1, OP)
        return told, Tables(
            half=self.half,
            low=np.stack([t.low for t in tables]),
            high=np.stack([t.high for t in tables]),
            share=np.stack([t.share for t in tables]),
            free=np.stack([t.free for t in tables]),
            begin=np.stack([_begins(t.share) for t in tables]),
            straight=np.array([t.straight for t in tables]),
            rows=_rows(self.rows),
            edges=np.stack(self.edges) if self.edges else np.zeros((1, COLUMNS)),
            sinks=np.stack(self.sinks) if self.sinks else np.ones((1, 3, COLUMNS)),
            grids=by_cells(_stacked([one.grid for one in self.holds])),
            around=np.array([one.around for one in self.holds]),
            flows=np.stack(self.flows) if self.flows else np.zeros((1, 2, 2, 2)),
            cell=self.cell,
        )


class Within(Bed):
    """The room one pour takes, as a rectangle of its area and ``height`` [mm]."""

    def __init__(self, of: Told, half: float, y: float, height: float) -> None:
        super().__init__(of, half, y)
        self.height = height

    def colours(self, us: Array, ups: Array) -> Codes:
        """Numbers of the colours at points of it: shares of its area left of and below them, shape (p,)."""
        colours, _ = self.answer((us - 0.5) * 2 * self.half, ups * self.height)
        return colours


def _rows(rows: Sequence[Rows]) -> Rows:
    """Of several bands together; of one that nothing stands in where there is none."""
    if not rows:
        return Rows(np.zeros((1, 2, 1)), np.zeros((1, 2, 1)), np.zeros((1, 2)))
    return Rows(*(np.stack(part) for part in zip(*rows, strict=True)))


def _begins(share: Array) -> NDArray[np.int32]:
    """The column in which each of as many even shares begins, of what lies left of each column, shape (COLUMNS,)."""
    found = np.searchsorted(share, np.linspace(0.0, 1.0, len(share))) - 1
    return np.maximum(found, 0).astype(np.int32)


def _stacked(grids: Sequence[Array]) -> Array:
    """Grids of different sizes in one array, as large as the largest; the rest of a smaller one is its own edge."""
    rows, columns = (max(grid.shape[axis] for grid in grids) for axis in (0, 1))
    return np.stack(
        [np.pad(g, ((0, rows - g.shape[0]), (0, columns - g.shape[1])), mode="edge") for g in grids],
    )


def _apart(way: Way, bounds: tuple[float, float, float, float]) -> float:
    """How far the box around a straight way is from another [mm], at least."""
    (x0, z0), (x1, z1) = way
    left, low, right, high = bounds
    across = max(left - max(x0, x1), min(x0, x1) - right, 0.0)
    return math.hypot(across, max(low - max(z0, z1), min(z0, z1) - high, 0.0))


def _around(still: Array, gap: float) -> Array:
    """Heights under which nothing moves, a little beyond what stands there too: it does not end at a wall."""
    from scipy.ndimage import gaussian_filter1d, maximum_filter1d

    if not still.any():
        return still
    cells = max(1, round(SLIPS_MM / gap))
    spread: Array = gaussian_filter1d(maximum_filter1d(still, 2 * cells + 1), cells / 2)
    return np.maximum(spread, still)
