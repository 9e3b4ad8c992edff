"""The colours of a cut face: a loaf's work told as operations on its section, and points walked back through them.

``ColourField`` is one loaf with one seed; ``face`` any of its faces at any fineness, deterministic by the seed.
"""

from __future__ import annotations

import functools
import math
import os
import zlib
from collections.abc import Callable, Iterator, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from typing import Any, NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from archtop.core.bench.clock import Bowl
from archtop.core.document import Pour, Press
from archtop.core.embeds import colours_in_round
from archtop.core.faces.along import Along
from archtop.core.faces.columns import colours_in_column
from archtop.core.faces.inclusions import Cut, Lying, radius_of, shred_cuts, shreds_in, stirred
from archtop.core.faces.moments import thickness_of
from archtop.core.faces.opcodes import NOWHERE, OP
from archtop.core.faces.polygon import contains
from archtop.core.faces.raster import sampled
from archtop.core.faces.section import Section
from archtop.core.faces.section_ops import Telling
from archtop.core.faces.standing import Stood
from archtop.core.faces.told import Touch, touch_of
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf

__all__ = ["COARSE_STATIONS_MM", "FINE_STATIONS_MM", "SHREDS", "ColourField", "Face", "field_of"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]
T = TypeVar("T")

# Slow waves along the loaf that add up to nothing over it.
_WAVES = 4
_NUMBERED = 1.0 + np.arange(_WAVES)
_NO_COLOUR, _EMBED, SHREDS = -1, -2, -3
# How far apart sections are asked for a picture, and for a preview or a count over many of them [mm].
FINE_STATIONS_MM, COARSE_STATIONS_MM = 2.5, 10.0
# More than a loaf has steps of work.
_STEPS = 1000
# Of screens, about: half as bright is not half the light.
_GAMMA = 2.2


class Face(NamedTuple):
    """A face: colours by their number in the loaf; shape (rows, columns), top row first.

    −1: outside, −2: an embed, −3: a shred of other soap. ``corners``: the same at the corners of its points, shape
    (rows + 1, columns + 1), by which a point that two colours share is blended.

    ``source``: number of the work's step each point came with.
    """

    colours: Codes
    source: Codes
    corners: Codes
    px_mm: float
    left_mm: float
    top_mm: float

    def shown(self, table: Array) -> Array:
        """Its points in colour, shape (rows, columns, 3): half of each one's light from its middle.

        :param table: the colours' red, green and blue by their number (0-255), the last row that of shreds
        """
        rows, columns = self.colours.shape
        own, corners = (np.where(codes == SHREDS, len(table) - 1, codes) for codes in (self.colours, self.corners))
        around = [corners[i : rows + i, k : columns + k] for i in (0, 1) for k in (0, 1)]
        found: Array = table[np.maximum(own, 0)].astype(float)
        mixed = (own >= 0) & np.logical_or.reduce([one != own for one in around])
        light, sums, weights = (table / 255) ** _GAMMA, np.zeros((int(mixed.sum()), 3)), np.zeros((int(mixed.sum()), 1))
        for codes, counts in ((own, 4), *((one, 1) for one in around)):
            some = codes[mixed]
            weight = np.where(some >= 0, counts, 0)[:, None]
            sums += light[np.maximum(some, 0)] * weight
            weights += weight
        found[mixed] = 255 * (sums / weights) ** (1 / _GAMMA)
        return found


class ColourField:
    """One loaf's inside.

    :param fills: levels before and after each step of the work [mm]
    :param yield_pa: how thick the batter is at each pour, by its id [Pa]
    :param touch: this studio's hand; ``None``: as far as it has learned its own
    :param beside: another outcome of the same, whose embeds and levels need not be reckoned again
    :param stations_mm: so far along the loaf from each other sections are asked what a stick has moved
    """

    def __init__(
        self,
        of: ResolvedLoaf,
        fills: Sequence[Fill],
        yield_pa: Mapping[str, float],
        seed: int = 1,
        touch: Touch | None = None,
        *,
        beside: ColourField | None = None,
        stations_mm: float = FINE_STATIONS_MM,
    ) -> None:
        self._of, self.stations_mm = of, stations_mm
        self.loaf, self.fills, self.prisms, self.made = of.loaf, fills, of.prisms, of.made
        self.embeds = of.embeds
        self.yield_pa, self.seed = yield_pa, seed
        self.rates = of.cupboard.rates
        self.touch = touch or touch_of(self.rates)
        self.numbers = {colour.id: i for i, colour in enumerate(of.loaf.colours)}
        self.poured = {piece.id: piece.poured for piece in of.loaf.pieces if piece.poured}
        self._told: dict[float, Telling] = {}
        self._told_before: dict[tuple[int, float], Telling] = {}
        self._along: Along = beside._along if beside else Along(of.loaf, fills, of.prisms)
        self.areas, self.sections = self._along.areas, self._along.sections
        self.stood: Stood = beside.stood if beside else Stood(of.prisms)
        self._once: dict[tuple[object, ...], Any] = {}
        self._waves: dict[float, Array] = {}

    def outcome(self, seed: int, stations_mm: float = COARSE_STATIONS_MM) -> ColourField:
        """The same loaf by another chance."""
        return ColourField(self._of, self.fills, self.yield_pa, seed, self.touch, beside=self, stations_mm=stations_mm)

    def told(self, y: float) -> Telling:
        """The work told for the section at ``y``: once, however often it is asked."""
        if y not in self._told:
            self._told[y] = Telling(self, Section.at(self.loaf.mould, y), y)
        return self._told[y]

    def told_before(self, i: int, y: float) -> Telling:
        """The work told for the section at ``y`` until step ``i`` is begun: once, however often it is asked."""
        if (i, y) not in self._told_before:
            self._told_before[i, y] = Telling(self, Section.at(self.loaf.mould, y), y, i)
        return self._told_before[i, y]

    def face(self, y: float, px_mm: float = 0.25) -> Face:
        """The face at ``y`` [mm] along the loaf, seen from the front."""
        section = Section.at(self.loaf.mould, y)
        level = self.fills[-1].level_after_mm
        wide = section.half + section.lean * level
        columns, rows = max(2, round(2 * wide / px_mm)), max(2, round(level / px_mm))
        xs = -wide + (np.arange(columns + 1)) * 2 * wide / columns
        zs = level - np.arange(rows + 1) * level / rows
        middles, heights = (xs[1:] + xs[:-1]) / 2, (zs[1:] + zs[:-1]) / 2
        inside = np.abs(middles) <= (section.half + section.lean * heights)[:, None]
        codes = sampled(lambda here: self._codes_at(y, middles[here % columns], heights[here // columns]), inside)
        codes[~inside] = _packed(_NO_COLOUR, NOWHERE)
        corners = self._corners(y, codes, xs, zs)
        return Face(_colours(codes), (codes % _STEPS).astype(np.int16) + NOWHERE, corners, level / rows, -wide, level)

    def _corners(self, y: float, codes: NDArray[np.int32], xs: Array, zs: Array) -> Codes:
        """Colours at the corners of points, asked for only where the points around one differ."""
        from archtop.core.faces.lattice import corners_between

        here, found = corners_between(codes)
        section = Section.at(self.loaf.mould, y)
        x, z = xs[here % len(xs)], zs[here // len(xs)]
        inside = np.abs(x) < section.half + section.lean * z
        found.reshape(-1)[here[inside]] = self._codes_at(y, x[inside], z[inside])
        return _colours(found)

    def faces(self, ys: Sequence[float], px_mm: float = 0.25) -> list[Face]:
        """Several faces."""
        return self.each(ys, lambda y: self.face(y, px_mm))

    def each(self, ys: Sequence[float], make: Callable[[float], T]) -> list[T]:
        """What is made of each of several sections, as many at a time as there are cores.

        The kernel lets go of the interpreter.
        """
        for y in ys[:1]:
            # What they share is reckoned once, before they part.
            self.told(y)
        with ThreadPoolExecutor(os.cpu_count()) as cores:
            return list(cores.map(make, ys))

    def codes_at(self, y: float, x: Array, z: Array) -> Codes:
        """What lies at points of the section at ``y`` [mm], as a :class:`Face` tells it but for shreds."""
        return _colours(self._batter_at(y, x, z))

    def _codes_at(self, y: float, x: Array, z: Array) -> NDArray[np.int32]:
        """What lies at points of the section at ``y`` [mm], shape (p,): colour and step in one number."""
        codes = self._batter_at(y, x, z)
        batter = codes >= 0
        for shreds, colour in self.shreds_at(y, x, z):
            here = batter & shreds
            codes[here] = _packed(colour, 0) + codes[here] % _STEPS
        return codes

    def _batter_at(self, y: float, x: Array, z: Array) -> NDArray[np.int32]:
        section, told = Section.at(self.loaf.mould, y), self.told(y)
        xi, zeta = section.straight(x, z)
        standing = told.standing
        embed = standing.inside(xi, zeta)
        codes = np.full(np.shape(x), _packed(_EMBED, NOWHERE), dtype=np.int32)
        colours, steps = told.answer(xi[~embed], zeta[~embed])
        codes[~embed] = _packed(colours.astype(np.int32), steps)
        if embed.any():
            for key, outline in zip(standing.names, standing.outlines, strict=True):
                if (laid := self.embeds[key]).poured:
                    here = embed & contains(outline, xi, zeta)
                    found = colours_in_column(laid, x[here], z[here], y, self.random("column", key))
                    own = np.array([self.numbers[share.colour] for share in laid.shares], dtype=np.int32)
                    codes[here] = _packed(own[found], NOWHERE)
        return codes

    def shreds_at(self, y: float, x: Array, z: Array) -> Iterator[tuple[NDArray[np.bool_], int]]:
        """Which points of the section at ``y`` [mm] lie in shreds of a kind, and their colour's number.

        :param x: and ``z``: of the points [mm], of any shape, which is that of the answer too
        """
        from archtop.core.faces.kernel import in_any

        section = Section.at(self.loaf.mould, y)
        for i, (step, done) in enumerate(zip(self.loaf.work, self.fills, strict=True)):
            for n, shreds in enumerate(step.shreds if isinstance(step, Pour) else ()):
                half = section.half + max(section.lean * done.level_after_mm, 0.0)
                colour = SHREDS if shreds.colour is None else self.numbers[shreds.colour]
                lie = partial(shred_cuts, shreds_in(done, shreds), half, y, self.random)
                cuts = self.once(lie, "shreds", i, n, y)
                yield in_any(x.ravel(), z.ravel(), cuts).reshape(x.shape), colour

    @functools.cached_property
    def lying(self) -> tuple[Lying, ...]:
        """Every small piece stirred or pressed in: where it lies, by this seed."""
        colours = {piece.id: self.numbers[piece.colours[0]] for piece in self.loaf.pieces}
        found: list[Lying] = []
        for i, (step, done) in enumerate(zip(self.loaf.work, self.fills, strict=True)):
            if isinstance(step, Pour) and step.pieces:
                counts = {item.pieces: (item.count, colours[item.pieces]) for item in step.pieces}
                low, high = done.level_before_mm, done.level_after_mm
            elif isinstance(step, Press):
                counts = {step.pieces: (step.count, colours[step.pieces])}
                # A ball sunk to some share of its height sits so far under the level.
                radius = radius_of(self.made[step.pieces])
                sunk = done.level_after_mm - 2 * radius * step.sunk_percent / 100
                low = high = sunk + radius
            else:
                continue
            found += stirred(
                counts,
                self.made,
                (low, high),
                self.loaf.mould,
                embeds=list(self.prisms.values()),
                random=self.random("pieces", i),
                step=i,
            )
        return tuple(found)

    def cut_pieces(self, y: float) -> tuple[Cut, ...]:
        """Small pieces that a face at ``y`` goes through, as circles."""
        return tuple(
            Cut(item.x, item.z, math.sqrt(item.radius**2 - (y - item.y) ** 2), item.key, item.colour, item.step)
            for item in self.lying
            if abs(item.y - y) < item.radius
        )

    def in_piece(self, cut: Cut, x: Array, z: Array) -> Codes:
        """Numbers of the colours at points of the section inside a piece that is cut [mm]."""
        poured = self.poured.get(cut.key)
        if poured is None:
            return np.full(np.shape(x), cut.colour, dtype=np.int16)
        at = (x - cut.x) / cut.radius, (z - cut.z) / cut.radius
        found = colours_in_round(poured, *at)
        return np.array([self.numbers[colour] for colour in found], dtype=np.int16)

    def grazed(self, y: float) -> Iterator[tuple[Pour, str]]:
        """Embeds onto which a pour falls from high enough to plunge, at ``y``: the pour and their names."""
        told = self.told(y)
        names = {embed.id: embed.name for embed in self.loaf.embeds}
        for number, key in sorted(told.grazed):
            step = self.loaf.work[number]
            if isinstance(step, Pour):
                yield step, names[key]

    def operations(self, y: float) -> tuple[Section, Array, tuple[int, ...]]:
        """What is done to the section at ``y`` [mm], in order (the kernel's table), and each source's colour number.

        A pot's colour is −1: it changes across its stream.
        """
        section = Section.at(self.loaf.mould, y)
        told = self.told(y)
        return section, np.array(told.ops).reshape(-1, OP), tuple(source.colour for source in told.sources)

    def origin(self, x: float, y: float, z: float) -> tuple[str, int] | None:
        """Which colour lies at a point [mm] and which step of the work brought it; nothing outside or in an embed."""
        section = Section.at(self.loaf.mould, y)
        if not (0 <= z <= self.fills[-1].level_after_mm and abs(x) <= section.half + section.lean * z):
            return None
        found = [cut for cut in self.cut_pieces(y) if math.hypot(cut.x - x, cut.z - z) < cut.radius]
        if found:
            (number,) = self.in_piece(found[-1], np.array([x]), np.array([z]))
            return list(self.numbers)[number], found[-1].step
        told = self.told(y)
        xi, zeta = section.straight(np.array([x]), np.array([z]))
        if told.standing.inside(xi, zeta).any():
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
        told = self.told(y)
        embed = told.standing.inside(xi, zeta)
        colours, _ = told.answer(xi[~embed], zeta[~embed])
        cell = 2 * section.half * level / points
        return {key: float((colours == number).sum()) * cell for key, number in self.numbers.items()}

    def lattice(self, y: float, every_mm: float) -> tuple[Codes, NDArray[np.int16]]:
        """Colours as a :class:`Face` has them and steps, at points of the straightened section, top row first.

        Each stands for as much of the section's area as any other. Shape (rows, columns) of both.
        """
        section = Section.at(self.loaf.mould, y)
        level = section.level(self.fills[-1].level_after_mm)
        columns, rows = max(2, round(2 * section.half / every_mm)), max(2, round(level / every_mm))
        xs = section.half * ((2 * np.arange(columns) + 1) / columns - 1)
        xi, zeta = np.meshgrid(xs, level * (np.arange(rows)[::-1] + 0.5) / rows)
        told = self.told(y)
        embed = told.standing.inside(xi, zeta)
        colours = np.full(xi.shape, _EMBED, dtype=np.int16)
        steps = np.full(xi.shape, NOWHERE, dtype=np.int16)
        colours[~embed], steps[~embed] = told.answer(xi[~embed], zeta[~embed])
        return colours, steps

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one seed and one thing."""
        return np.random.default_rng(zlib.crc32("|".join(str(part) for part in (self.seed, *what)).encode()))

    def chance(self, shape: tuple[int, ...], *what: object) -> Array:
        """Normal numbers of mean nothing and of one, the same every time for one thing."""
        return self.once(lambda: self.random(*what).normal(size=shape), shape, *what)

    def once(self, make: Callable[[], T], *what: object) -> T:
        """What is the same for many sections, made but once."""
        if what not in self._once:
            self._once[what] = make()
        found: T = self._once[what]
        return found

    def wander(self, y: float, *what: object) -> float:
        """How far something strays at ``y``, as a share: slow waves whose mean over the loaf is nothing."""
        return float(self.wandering(y, (), *what))

    def wandering(self, y: float, shape: tuple[int, ...], *what: object) -> Array:
        """How far several things stray, of a shape."""
        if y not in self._waves:
            self._waves[y] = np.cos(math.pi * y / self.loaf.mould.length_mm * _NUMBERED) / _NUMBERED
        return np.asarray(self.chance((*shape, _WAVES), "wander", *what) @ self._waves[y])


def field_of(
    of: ResolvedLoaf,
    fills: Sequence[Fill],
    bowls: Sequence[Bowl],
    seed: int = 1,
    later_min: float = 0.0,
    *,
    stations_mm: float = FINE_STATIONS_MM,
) -> ColourField:
    """A loaf's inside, each pour as thick as the clock expects it or the document says.

    :param later_min: so much later than an ordinary pair of hands everything is poured [min]
    """
    return ColourField(of, fills, thickness_of(of.loaf, bowls, later_min), seed, stations_mm=stations_mm)


def _packed(colour: Any, step: Any) -> Any:
    """Colour and step of a point in one number, negative where it is no colour's."""
    return colour * _STEPS + (step - NOWHERE)


def _colours(codes: NDArray[np.int32]) -> Codes:
    return (codes // _STEPS).astype(np.int16)


@functools.cache
def _lattice(points: int) -> Array:
    """Points of the unit square, shape (points, 2), the same every time."""
    from scipy.stats import qmc

    found: Array = qmc.Halton(2, scramble=False).random(points)
    return found
