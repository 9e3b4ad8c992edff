"""The work told as operations on one section, in the order they are done: the kernel walks them backwards."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import NamedTuple, Protocol

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.document import Loaf, Pour
from archtop.core.document.work import BatterPour, Wire
from archtop.core.faces.opcodes import CORNER, LAY, LAYER, LINE, NOWHERE, OP, POOL, STROKE
from archtop.core.faces.physics import Landing, landing, wire_reach
from archtop.core.faces.section import CELL_MM, Columns, Section, Spans, obstacle_of
from archtop.core.geometry import Prism
from archtop.core.pours import Fill, path_of
from archtop.core.trade import pot_colours
from archtop.core.trade.techniques import Here, Stream

__all__ = ["Telling", "contains"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]

# Streams wander along the loaf by slow waves that add up to nothing over it: amplitude [share of the width].
_WANDER = 0.035
# A layer that breaks through comes in so many passes; it breaks nothing while it plunges no deeper than this.
_LAYER_PASSES = 8
_FLAT_MM, _SPATULA_MM = 1.5, 10.0
_GAIN, _KAPPA = 0.8, 0.5
# Straight height that must stay under a pool.
_DEEPEST = 0.8
_SINKS_MM = 2.0
# Streams slip past embeds this near to them [mm].
_SLIPS_MM = 3.0
# Spread over so much of the width, a pass lies level.
_ALL_OVER = 0.97
# Light trace, where nothing tells how thick batter is [Pa].
_UNTOLD_PA = 6.0
# A hand draws a wire through a loaf at about this speed [mm/s], and a line thinner than a grain or two is none [mm]:
# stated guesses.
_DRAWN_MM_S, _THINNEST_MM = 60.0, 0.15


class Told(Protocol):
    """A loaf whose work is told: what the steps need to know of it."""

    loaf: Loaf
    fills: Sequence[Fill]
    prisms: Mapping[str, Prism]
    yield_pa: Mapping[str, float]
    numbers: dict[str, int]

    def random(self, *what: object) -> np.random.Generator: ...

    def wander(self, y: float, *what: object) -> float: ...


# Colours, their shares, turns, start, share of the pour that is over, and by how much one pass goes into the next.
PotStream = tuple[Sequence[int], Sequence[float], float, float, float, float]


class Source(NamedTuple):
    """Where a point came from: which step, which colour, or which part of a pot's stream."""

    step: int
    colour: int
    pot: PotStream | None = None


class Telling:
    """The work up to the end, told for one section."""

    def __init__(self, of: Told, section: Section, y: float) -> None:
        self.of, self.section, self.y = of, section, y
        self.outlines: list[Array] = []
        self.spans = Spans((), section.half)
        self.grids, self.cell = [np.ones((1, 1))], CELL_MM
        self.tables: list[Columns] = []
        self.ops: list[list[float]] = []
        self.sources: list[Source] = []
        self.grazed: set[tuple[int, str]] = set()
        self.laid: list[str] = []
        for i, (step, done) in enumerate(zip(of.loaf.work, of.fills, strict=True)):
            before, after = section.level(done.level_before_mm), section.level(done.level_after_mm)
            step.tells(self, i, (before, after))

    def table(self, level: float) -> int:
        self.tables.append(self.spans.at(max(level, 1e-6)))
        return len(self.tables) - 1

    def _source(self, source: Source) -> int:
        self.sources.append(source)
        return len(self.sources) - 1

    def op(self, kind: int, source: int, *rest: float) -> None:
        self.ops.append([float(kind), float(source), *rest, *[0.0] * (OP - 2 - len(rest))])

    def level(self, source: int, low: float, high: float) -> None:
        """New batter that lies level between two heights, around whatever stands there."""
        self.tables.append(self.spans.slice(low, high))
        self.op(LAYER, source, low, high, float(len(self.tables) - 1))

    def lay(self, embed: str, heights: tuple[float, float]) -> None:
        """A solid that stands there from now on."""
        before, after = heights
        outline = self.section.outline(self.of.prisms[embed], self.y)
        old = self.table(before)
        if outline is not None:
            self.outlines.append(outline)
            self.laid.append(embed)
            self.spans = Spans(self.outlines, self.section.half)
            self.grids.append(obstacle_of(self.outlines, self.section.half, self.section.height))
        if before > 0:
            self.op(LAY, NOWHERE, self.table(after), old)

    def settle(self, heights: tuple[float, float]) -> None:
        """Pieces pressed in lift the level: what lies under it is stretched to it."""
        before, after = heights
        self.op(LAY, NOWHERE, self.table(after), self.table(before))

    def draw(self, wire: Wire, i: int, level: float) -> None:
        """The wire's path as strokes one after the other, as it strays along the loaf."""
        pa = max(self.of.yield_pa.get(pour.id, _UNTOLD_PA) for pour in self.of.loaf.work[:i] if isinstance(pour, Pour))
        reach = min(max(wire_reach(wire.wire_mm, _DRAWN_MM_S, pa), 2.0), 0.9 * self.section.half)
        height = self.of.fills[i].level_after_mm
        path = path_of(wire, self.section.half, height)
        path[:, 0] += [_WANDER * self.section.half * self.of.wander(self.y, i, "wire", n) for n in range(len(path))]
        xi, zeta = self.section.straight(path[:, 0], np.minimum(path[:, 1], height))
        grid = len(self.grids) - 1
        for n in range(len(path) - 1):
            self.op(STROKE, NOWHERE, xi[n], zeta[n], xi[n + 1], zeta[n + 1], reach, _GAIN, _KAPPA, level, grid)

    def sieve(self, i: int, colour: str, volume_mm3: float, level: float) -> None:
        """Powder stays where it fell: the uppermost of what has been poured takes its colour."""
        mould = self.of.loaf.mould
        surface = mould.length_mm * 2 * (self.section.half + self.section.lean * self.of.fills[i].level_after_mm)
        thick = max(volume_mm3 / surface, _THINNEST_MM)
        self.op(LINE, self.source(i, self.of.numbers[colour]), level, thick)

    @property
    def half(self) -> float:
        """Half the straightened section's width [mm]."""
        return self.section.half

    @property
    def crowded(self) -> bool:
        """Whether embeds stand in it."""
        return bool(self.outlines)

    @property
    def along(self) -> float:
        """Where along the loaf it lies, from 0 at the front to 1."""
        return min(max(self.y / self.of.loaf.mould.length_mm, 0.0), 1.0)

    def source(self, step: int, colour: int) -> int:
        """Number of a source of one colour."""
        return self._source(Source(step, colour))

    def pot_source(self, step: int, pot: PotStream) -> int:
        """Number of a source that is a pot's stream."""
        return self._source(Source(step, -1, pot))

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one thing."""
        return self.of.random(*what)

    def lean(self, source: int, side: float, before: float, high: float) -> None:
        """Batter that leans from a wall."""
        self.op(CORNER, source, side * self.half, -side * 2 * self.half, before, high)

    def pour(self, step: BatterPour, i: int, heights: tuple[float, float]) -> None:
        """New batter between two heights, as its technique brings it."""
        before, after = heights
        pa = self.of.yield_pa.get(step.id, _UNTOLD_PA)
        colours = [self.of.numbers[share.colour] for share in step.colours]
        shares = [share.percent / 100 for share in step.colours]
        area0, area1 = self.spans.area(before) if before > 0 else 0.0, self.spans.area(after)
        goes, here = step.goes_in, Here(i, colours, shares, before, after, area1 - area0)
        if goes.lies_flat() and not _breaks(step, pa, here.area / _LAYER_PASSES):
            goes.lay_flat(self, here)
        else:
            self.passes(here, goes.streams(self, here), step.fall_mm, pa)

    def passes(self, here: Here, streams: Sequence[Stream], fall_mm: float, pa: float) -> None:
        """A pour in passes along the loaf: each a pool, and where it falls far enough a stroke into what is there."""
        level = here.before
        area = self.spans.area(here.before) if here.before > 0 else 0.0
        for n, (x, part, source) in enumerate(streams):
            area += part
            new = here.after if n == len(streams) - 1 else self.spans.level(area, level, here.after)
            if level < _FLAT_MM:
                # The first batter on a bare floor runs level.
                self.level(source, level, new)
                level = new
                continue
            land = landing(part, fall_mm, pa)
            wide = self.spreads(part, land, new)
            if wide >= _ALL_OVER * self.half or self.outlines:
                # It runs level by itself, is too thick to sink, or finds its way around what stands there.
                self.level(source, level, new)
            else:
                self.pool(x, wide, source, (level, new))
            deep = min(land.plunge_mm, 0.92 * new)
            if deep > _FLAT_MM:
                drift = x + 3.0 * self.of.wander(self.y, here.step, n, "lean")
                self.plunge(here.step, (x, new), (drift, new - deep), land.reach_mm)
            level = new

    def plunge(self, i: int, start: tuple[float, float], end: tuple[float, float], reach: float) -> None:
        """A stream going down from the surface, as far as an embed lets it, and as wide as the gap beside one is."""
        path = shapely.LineString([start, end])
        if self.outlines:
            shapes = [shapely.Polygon(outline) for outline in self.outlines]
            self.grazed |= {(i, key) for key, shape in zip(self.laid, shapes, strict=True) if path.intersects(shape)}
            embeds = shapely.MultiPolygon(shapes)
            free = path.difference(embeds.buffer(_SLIPS_MM))
            down = [part for part in shapely.get_parts(free) if part.length and part.coords[0][1] > start[1] - _FLAT_MM]
            if not down or down[0].length < _FLAT_MM:
                return
            path = down[0]
            reach = min(reach, _SLIPS_MM + float(path.distance(embeds)))
        (x0, z0), (x1, z1) = path.coords[0], path.coords[-1]
        reach = min(max(reach, 4.0), 0.9 * self.section.half)
        self.op(STROKE, NOWHERE, x0, z0, x1, z1, reach, _GAIN, _KAPPA, z0, len(self.grids) - 1)

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

    def at(self, x: float, *what: object) -> float:
        return x + _WANDER * 2 * self.section.half * self.of.wander(self.y, *what)

    @staticmethod
    def spread(count: int, random: np.random.Generator) -> Array:
        """Places over the width, evenly and yet by chance, in the order they are poured."""
        even = (np.arange(count) + random.uniform(0.15, 0.85, count)) / count
        return (2 * even - 1)[random.permutation(count)] * 0.82

    def answer(self, xi: Array, zeta: Array) -> tuple[Codes, Codes]:
        """Colour and step of every point."""
        # Compiled code takes a while to load: it is loaded when a face is first asked for.
        from archtop.core.faces.kernel import Tables, walk

        tables = self.tables or [self.spans.at(1.0)]
        # Without embeds a grid is a single cell; a stack needs all of one size.
        shape = max((grid.shape for grid in self.grids), key=lambda s: s[0])
        grids = np.stack([grid if grid.shape == shape else np.ones(shape) for grid in self.grids])
        of = Tables(
            half=self.section.half,
            low=np.stack([t.low for t in tables]),
            high=np.stack([t.high for t in tables]),
            share=np.stack([t.share for t in tables]),
            free=np.stack([t.free for t in tables]),
            straight=np.array([t.straight for t in tables]),
            grids=grids,
            cell=self.cell,
        )
        found, us, ups = walk(xi, zeta, np.array(self.ops).reshape(-1, OP), of)
        found = np.where(found == NOWHERE, 0, found)
        steps = np.array([source.step for source in self.sources], dtype=np.int16)
        plain = np.array([source.colour for source in self.sources], dtype=np.int16)
        colours = plain[found]
        for number, source in enumerate(self.sources):
            if source.pot:
                mine = found == number
                order, shares, turns, start, over, span = source.pot
                # Where passes lie level on each other, one goes over into the next.
                picked = pot_colours(shares, turns, over + span * ups[mine], us[mine], start)
                colours[mine] = np.array(order, dtype=np.int16)[picked]
        return colours, steps[found]


def contains(outline: Array, x: Array, z: Array) -> NDArray[np.bool_]:
    """Points inside a polygon.

    :param outline: corners [mm], shape (n, 2)
    :param x: and ``z``: of the points [mm], of any shape, which is that of the answer too
    """
    area = shapely.Polygon(outline)
    shapely.prepare(area)
    found: NDArray[np.bool_] = shapely.contains_xy(area, x, z)
    return found


def _breaks(step: BatterPour, pa: float, area: float) -> bool:
    """Whether a pass of that area breaks the layer it falls onto; from low down a spatula takes its fall."""
    return step.fall_mm > _SPATULA_MM and landing(area, step.fall_mm, pa).plunge_mm > _FLAT_MM
