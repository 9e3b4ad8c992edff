"""The work told as operations on one section, in the order they are done: the kernel walks them backwards."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Pour
from archtop.core.document.work import BatterPour, Wire
from archtop.core.faces.bed import FLAT_MM, GAIN, KAPPA, WANDER, Bed
from archtop.core.faces.drawn_through import DrawnThrough
from archtop.core.faces.opcodes import HEAP, LAY, LINE, NOWHERE, STROKE
from archtop.core.faces.physics import landing, wire_reach
from archtop.core.faces.section import COLUMNS, Section, Spans
from archtop.core.faces.shaped import shape_held
from archtop.core.faces.sources import Source
from archtop.core.faces.told import Told
from archtop.core.pours import path_of
from archtop.core.rheology import STANDARD_GRAVITY
from archtop.core.trade.techniques import BREAKING_PASSES, Here, Stream, within

__all__ = ["Telling"]

Array = NDArray[np.float64]

# From lower than this a spatula takes a layer's fall [mm].
_SPATULA_MM = 10.0
# Light trace, where nothing tells how thick batter is [Pa].
_UNTOLD_PA = 6.0
# A hand draws a wire through a loaf at about this speed [mm/s], and a line thinner than a grain or two is none [mm]:
# stated guesses.
_DRAWN_MM_S, _THINNEST_MM = 60.0, 0.15
# A layer that was tapped keeps so much of the slope that it could keep, over waves of so much of the width, and is off
# its level by no more than so much of its thickness, nor than so far [mm]: stated guesses.
_TAPPED, _WAVE, _MOST_UNEVEN, _UNEVEN_MM = 0.3, 0.45, 0.12, 2.5
_WAVES = 5
# An embed that goes in so near to the floor [mm], or that takes so much of what lies there, squeezes out all under it.
_OVER_FLOOR_MM, _TAKES = 2.0, 0.85
# Batter follows a stick out to so many of what is called beside it.
_STICK_OUT = 1.3
# A line in oil goes down so far under the most fluid batter, and up so far beside the thickest [mm], as far one way as
# the other at so much [Pa], in so many places across, and is smeared so far there [mm]: stated guesses.
_SLIPS_DOWN_MM, _SLIPS_UP_MM, _SLUGGISH_PA, _SLIPS, _SMEARS_MM = 18.0, 16.0, 12.0, 7, 10.0
# How round what gives way is, by half the embed's width: a stated guess.
_ROUNDED = 0.2


class Telling(Bed):
    """The work told for one section, up to the end or until a step is begun."""

    def __init__(self, of: Told, section: Section, y: float, until: int | None = None) -> None:
        super().__init__(of, section.half, y)
        self.section = section
        # Along the loaf batter flows to where an embed is not: what lay here lay elsewhere before.
        self.ys = of.sections(y)
        self.put_in: list[str] = []
        # Whether what lies uppermost is a line in oil.
        self.slippery = False
        self.level_now = 0.0
        for i, (step, done) in enumerate(zip(of.loaf.work[:until], of.fills[:until], strict=True)):
            before, after = section.level(done.level_before_mm), section.level(done.level_after_mm)
            self.y, self.level_now = self.ys[i], after
            step.tells(self, i, (before, after))

    def table(self, level: float) -> int:
        """Number of the columns of what embeds leave free of a level."""
        self.tables.append(self.spans.at(max(level, 1e-6)))
        return len(self.tables) - 1

    def _stand(self, y: float) -> None:
        """What stands in the section at ``y`` by now."""
        self.standing = self.of.stood.at(self.section, self.put_in, y)
        self.spans = self.standing.spans
        self.holds.append(self.standing)

    def lay(self, embed: str, heights: tuple[float, float]) -> None:
        """A solid that stands there from now on."""
        before, after = heights
        old, older = self.table(before), self.spans
        self.put_in.append(embed)
        self._stand(self.y)
        if before <= 0:
            return
        bottom = self.standing.bottoms.get(embed)
        new = self.table(after)
        hull = None if bottom is None else _hull(bottom, self.spans.xs, after)
        if hull is None or not self._gives_way(hull, older, after):
            self.op(LAY, NOWHERE, new, old)
            return
        # What has closed over it is opened again, then it is drawn out to the surface.
        depth, wide = hull
        self.tables.append(older.opened(depth, after))
        opened = len(self.tables) - 1
        spans, self.spans = self.spans, older
        area = float(np.trapezoid(depth, self.spans.xs))
        own = after - area / (2 * self.half)
        self.tables.append(older.at(own))
        level = len(self.tables) - 1
        self.op(LAY, NOWHERE, level, old)
        self.sink(depth, (own, after), wide)
        self.op(LAY, NOWHERE, new, opened)
        self.spans = spans

    def _gives_way(self, hull: tuple[Array, float], older: Spans, after: float) -> bool:
        """Whether what goes in from above meets nothing but batter, and leaves some under it."""
        depth, _ = hull
        own = after - float(np.trapezoid(depth, self.spans.xs)) / (2 * self.half)
        below = after - float(depth.max())
        pierced = np.isfinite(older.high).any() and float(older.high[np.isfinite(older.high)].max()) > min(own, below)
        return below > _OVER_FLOOR_MM and own > (1 - _TAKES) * after and not pierced

    def settle(self, heights: tuple[float, float]) -> None:
        """Pieces pressed in lift the level: what lies under it is stretched to it."""
        before, after = heights
        self.op(LAY, NOWHERE, self.table(after), self.table(before))

    def draw(self, wire: Wire, i: int, level: float) -> None:
        """The wire's path as strokes one after the other, as it strays along the loaf."""
        pa = self._thickest(i)
        reach = min(max(wire_reach(wire.wire_mm, _DRAWN_MM_S, pa), 2.0), 0.9 * self.half)
        height = self.of.fills[i].level_after_mm
        path = path_of(wire, self.half, height)
        path[:, 0] += [WANDER * self.half * self.of.wander(self.y, i, "wire", n) for n in range(len(path))]
        xi, zeta = self.section.straight(path[:, 0], np.minimum(path[:, 1], height))
        grid = len(self.holds) - 1
        for n in range(len(path) - 1):
            self.op(STROKE, NOWHERE, xi[n], zeta[n], xi[n + 1], zeta[n + 1], reach, GAIN, KAPPA, level, grid)

    def _thickest(self, i: int) -> float:
        """Of what has been poured before step ``i``, the thickest [Pa]."""
        return max(
            self.of.yield_pa.get(pour.id, _UNTOLD_PA) for pour in self.of.loaf.work[:i] if isinstance(pour, Pour)
        )

    def stir(
        self, i: int, strokes: Sequence[Sequence[tuple[float, float]]], stick: tuple[float, float], level: float
    ) -> None:
        """What has been told is asked of the sections where it lay before: from here on all is as one pour."""
        (deep, wide), long = stick, self.of.loaf.mould.length_mm
        pa = self._thickest(i)
        beside = min(max(wire_reach(wide, _DRAWN_MM_S, pa) / _STICK_OUT, 2.0), 0.4 * self.half)
        # It goes no deeper than down to what stands there.
        stands = max((float(outline[:, 1].max()) for outline in self.standing.outlines), default=0.0)
        way = [[(along * long, across * self.half) for along, across in stroke] for stroke in strokes]
        before = DrawnThrough(
            self.of, i, self.y, self.half, level, long, way, max(level - deep, min(stands + 1, level)), beside
        )
        self.ops.clear()
        self.level(self._source(Source(i, -1, before=before)), 0.0, level)

    def line(self, i: int, colour: str, volume_mm3: float, level: float, *, slips: bool = False) -> None:
        """What lies on the level stays where it fell: the uppermost of what has been poured takes its colour."""
        mould = self.of.loaf.mould
        surface = mould.length_mm * 2 * (self.half + self.section.lean * self.of.fills[i].level_after_mm)
        thick = max(volume_mm3 / surface, _THINNEST_MM)
        self.op(LINE, self.source(i, self.of.numbers[colour]), level, thick)
        self.slippery = slips

    def pour(self, step: BatterPour, i: int, heights: tuple[float, float]) -> None:
        """New batter between two heights, as its technique brings it."""
        before, after = heights
        area = self.spans.area(after) - (self.spans.area(before) if before > 0 else 0.0)
        ys, areas = self.of.areas(i)
        whole = np.concatenate([[0.0], np.cumsum((areas[1:] + areas[:-1]) / 2 * np.diff(ys))])
        here = Here(
            step=i,
            colours=[self.of.numbers[share.colour] for share in step.colours],
            shares=[share.percent / 100 for share in step.colours],
            before=before,
            after=after,
            area=area,
            pa=self.of.yield_pa.get(step.id, _UNTOLD_PA),
            fall_mm=step.fall_mm,
            y=self.y,
            over=float(np.interp(self.y, ys, whole / whole[-1])),
            ys=ys,
            areas=areas,
            ids=[share.colour for share in step.colours],
        )
        step.goes_in.pours(self, here)
        if self.slippery:
            self._carry(here)
            self.slippery = False

    def _carry(self, here: Here) -> None:
        """Oil under a pour gives way to it: where fluid batter lands it goes down, beside thick batter it rises.

        Landing and rising take turns over the width.
        """
        fluid = 1 / (1 + here.pa / _SLUGGISH_PA)
        down = min(_SLIPS_DOWN_MM * fluid, 0.8 * here.before)
        up = min(_SLIPS_UP_MM * (1 - fluid), 0.7 * (here.after - here.before))
        random = self.random("slips", here.step)
        places = np.sort(self.spread(_SLIPS, random)) * self.half
        for n, (place, far, side) in enumerate(
            zip(places, random.uniform(0.4, 1.0, _SLIPS), random.uniform(-1, 1, _SLIPS), strict=True)
        ):
            x = self.at(float(place), here.step, n, "slips")
            high = far * (-down if n % 2 == 0 else up)
            if abs(high) < FLAT_MM:
                continue
            # It is taken hold of a little before it, and smears to one side once it is there.
            start, reach = here.before - math.copysign(1.0, high), 1.2 * abs(high)
            end = (x + 4.0 * self.of.wander(self.y, here.step, n, "leans"), start + high)
            self.drag(here.step, ((x, start), end), reach, here.after)
            aside = (end[0] + side * (_SMEARS_MM + 4.0 * self.of.wander(self.y, here.step, n, "smears")), end[1])
            self.drag(here.step, (end, aside), 0.6 * reach, here.after)

    def breaks(self, here: Here) -> bool:
        """Whether it breaks the layer it falls onto; from low down a spatula takes its fall."""
        plunge = landing(here.area / BREAKING_PASSES, here.fall_mm, here.pa, self.of.touch.plunge).plunge_mm
        return here.fall_mm > _SPATULA_MM and plunge > FLAT_MM

    def pierce(self, here: Here, xs: Sequence[float]) -> None:
        """Streams that go through the pour they belong to, and into what is under it."""
        land = landing(here.area / len(xs), here.fall_mm, here.pa, self.of.touch.plunge)
        deep = min(land.plunge_mm, 0.92 * here.after)
        if here.before <= 0 or deep < here.after - here.before + FLAT_MM:
            return
        for n, x in enumerate(xs):
            drift = x + 3.0 * self.of.wander(self.y, here.step, n, "lean")
            self.plunge(here.step, (x, here.after), (drift, here.after - deep), land.reach_mm)

    def uneven(self, here: Here) -> int:
        """A shape that a spoon gave what lies there; else waves that a tapped layer keeps.

        The slope it bears is its strength over the weight of what flows, τ/(ρ·g·h): a layer of thickness h on a slope
        comes to rest there.
        """
        if (found := self._under(here)) is None:
            return -1
        pour, thick, pa = found
        over = here.after - here.before
        slope = _TAPPED * pa / (1000 * STANDARD_GRAVITY * thick / 1000)
        high = min(slope * _WAVE * 2 * self.half / 4, _MOST_UNEVEN * min(thick, over), _UNEVEN_MM)
        if not pour.shaped:
            return self.edge(self._evened(here, high * self._waves(here)))
        # A hand that shapes is no steadier.
        heights = shape_held(pour.shaped, self.half, (thick, over), pa, COLUMNS).heights + high / 2 * self._waves(here)
        return self.edge(self._evened(here, heights)) if self.crowded else self._heaped(here, heights)

    def _waves(self, here: Here) -> Array:
        """Slow waves across, drifting along the loaf; of about one."""
        random, u = self.random("uneven", here.step), (self.spans.xs / self.half + 1) / 2
        waves = np.zeros(COLUMNS)
        for m in range(1, _WAVES + 1):
            size = 0.7 * random.normal() + 0.7 * self.of.wander(self.y, "uneven", here.step, m)
            waves += size / m * np.cos(m * np.pi * u)
        return waves

    def _evened(self, here: Here, heights: Array) -> Array:
        """Heights off a level, as much up as down where nothing stands in it."""
        free = ~((self.spans.low <= here.before) & (self.spans.high > here.before)).any(axis=1)
        return heights - heights[free].mean() if free.any() else heights

    def shaped(self, here: Here) -> bool:
        """Whether the pour that it comes onto was shaped by a spoon."""
        found = self._under(here)
        return found is not None and bool(found[0].shaped)

    def passes(self, here: Here, streams: Sequence[Stream], eddies_mm: float = 0.0) -> None:
        """In passes; onto what a spoon has shaped they fill it up by themselves, and plunge into it."""
        if not self.shaped(here):
            super().passes(here, streams, eddies_mm)
            return
        room = self.inside(here)
        inner, _ = within(here, room)
        own = []
        for stream in streams:
            room.sources.append(self.sources[stream.source])
            own.append(stream._replace(source=len(room.sources) - 1))
        room.passes(inner, own, eddies_mm)
        self.pierce(here, [stream.x for stream in streams])

    def _under(self, here: Here) -> tuple[Pour, float, float] | None:
        """The pour that one comes onto, how thick it is [mm] and of which yield stress [Pa]."""
        under = [(n, pour) for n, pour in enumerate(self.of.loaf.work[: here.step]) if isinstance(pour, Pour)]
        if not under or here.before < FLAT_MM:
            return None
        number, pour = under[-1]
        fill = self.of.fills[number]
        thick = max(fill.level_after_mm - fill.level_before_mm, 1.0)
        return pour, thick, self.of.yield_pa.get(pour.id, _UNTOLD_PA)

    def _heaped(self, here: Here, heights: Array) -> int:
        """What lies there heaped up and hollowed out; number of its boundary, its areas beside it in the table."""
        heights = heights - (heights[1:] + heights[:-1]).mean() / 2
        gap = 2 * self.half / (COLUMNS - 1)
        number = self.edge(heights)
        self.edge(np.concatenate([[0.0], np.cumsum((heights[1:] + heights[:-1]) / 2 * gap)]))
        self.op(HEAP, NOWHERE, here.before, float(number), float(number + 1))
        return number


def _hull(bottom: Array, xs: Array, after: float) -> tuple[Array, float] | None:
    """How deep under a level an embed reaches in each column, and half its width there; nothing where it does not.

    :param bottom: how low it reaches in each column [mm], as ``Standing.bottoms`` has it
    """
    from scipy.ndimage import gaussian_filter1d

    depth = np.where(np.isfinite(bottom), np.maximum(after - bottom, 0.0), 0.0)
    under = np.flatnonzero(depth)
    if len(under) < 3:
        return None
    wide = float(xs[under[-1]] - xs[under[0]]) / 2
    # Beside an upright wall nothing gives way all at once.
    return gaussian_filter1d(depth, _ROUNDED * wide / (xs[1] - xs[0]), mode="constant"), wide
