"""The colours of a cut face: a loaf's work told as operations on its section, and points walked back through them.

``ColourField`` is one loaf with one seed; ``face`` any of its faces at any fineness, deterministic by the seed.
"""

from __future__ import annotations

import functools
import math
import os
import zlib
from collections.abc import Iterator, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.bench.clock import Bowl
from archtop.core.document import Pour, Press
from archtop.core.embeds import colours_in_round
from archtop.core.faces.columns import colours_in_column
from archtop.core.faces.inclusions import Cut, Lying, radius_of, shred_cuts, shreds_in, stirred
from archtop.core.faces.moments import thickness_of
from archtop.core.faces.opcodes import NOWHERE, OP
from archtop.core.faces.section import Section
from archtop.core.faces.section_ops import Telling, contains
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf

__all__ = ["SHREDS", "ColourField", "Face", "field_of"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]

# Slow waves along the loaf that add up to nothing over it.
_WAVES = 4
_NO_COLOUR, _EMBED, SHREDS = -1, -2, -3


class Face(NamedTuple):
    """A face: colours by their number in the loaf; shape (rows, columns), top row first.

    −1: outside, −2: an embed, −3: a shred of other soap.

    ``source``: number of the work's step each point came with.
    """

    colours: Codes
    source: Codes
    px_mm: float
    left_mm: float
    top_mm: float


class ColourField:
    """One loaf's inside.

    :param fills: levels before and after each step of the work [mm]
    :param yield_pa: how thick the batter is at each pour, by its id [Pa]
    """

    def __init__(self, of: ResolvedLoaf, fills: Sequence[Fill], yield_pa: Mapping[str, float], seed: int = 1) -> None:
        self.loaf, self.fills, self.prisms, self.made = of.loaf, fills, of.prisms, of.made
        self.embeds = of.embeds
        self.yield_pa, self.seed = yield_pa, seed
        self.numbers = {colour.id: i for i, colour in enumerate(of.loaf.colours)}
        self.poured = {piece.id: piece.poured for piece in of.loaf.pieces if piece.poured}
        self._told: dict[float, Telling] = {}

    def told(self, y: float) -> Telling:
        """The work told for the section at ``y``: once, however often it is asked."""
        if y not in self._told:
            self._told[y] = Telling(self, Section.at(self.loaf.mould, y), y)
        return self._told[y]

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
        told = self.told(y)
        embed = np.zeros_like(inside)
        for outline in told.outlines:
            embed |= contains(outline, *section.straight(x, z))
        colours = np.full(x.shape, _NO_COLOUR, dtype=np.int16)
        source = np.full(x.shape, NOWHERE, dtype=np.int16)
        asked = inside & ~embed
        self._ask(told, section, (x, z), asked, (colours, source))
        for shreds, colour in self.shreds_at(y, x, z):
            colours[asked & shreds] = colour
        colours[embed & inside] = _EMBED
        for key, outline in zip(told.laid, told.outlines, strict=True):
            if (laid := self.embeds[key]).poured:
                here = inside & contains(outline, *section.straight(x, z))
                found = colours_in_column(laid, x[here], z[here], y, self.random("column", key))
                colours[here] = [self.numbers[colour] for colour in found]
        return Face(colours, source, level / rows, -wide, level)

    def faces(self, ys: Sequence[float], px_mm: float = 0.25) -> list[Face]:
        """Several faces, as many at a time as there are cores: the kernel lets go of the interpreter."""
        with ThreadPoolExecutor(os.cpu_count()) as cores:
            return list(cores.map(lambda y: self.face(y, px_mm), ys))

    def codes_at(self, y: float, x: Array, z: Array) -> Codes:
        """What lies at points of the section at ``y`` [mm], as a :class:`Face` tells it but for shreds."""
        section, told = Section.at(self.loaf.mould, y), self.told(y)
        straight = section.straight(x, z)
        colours, _ = told.answer(*straight)
        colours = np.asarray(colours, dtype=np.int16)
        for key, outline in zip(told.laid, told.outlines, strict=True):
            here = contains(outline, *straight)
            colours[here] = _EMBED
            if here.any() and (laid := self.embeds[key]).poured:
                found = colours_in_column(laid, x[here], z[here], y, self.random("column", key))
                colours[here] = [self.numbers[colour] for colour in found]
        return colours

    def shreds_at(self, y: float, x: Array, z: Array) -> Iterator[tuple[NDArray[np.bool_], int]]:
        """Which points of the section at ``y`` [mm] lie in shreds of a kind, and their colour's number.

        :param x: and ``z``: of the points [mm], of any shape, which is that of the answer too
        """
        from archtop.core.faces.kernel import in_any

        section = Section.at(self.loaf.mould, y)
        for step, done in zip(self.loaf.work, self.fills, strict=True):
            for shreds in step.shreds if isinstance(step, Pour) else ():
                half = section.half + max(section.lean * done.level_after_mm, 0.0)
                colour = SHREDS if shreds.colour is None else self.numbers[shreds.colour]
                cuts = shred_cuts(shreds_in(done, shreds), half, y, self.random)
                yield in_any(x.ravel(), z.ravel(), cuts).reshape(x.shape), colour

    @staticmethod
    def _ask(
        told: Telling,
        section: Section,
        at: tuple[Array, Array],
        asked: NDArray[np.bool_],
        into: tuple[Codes, Codes],
    ) -> None:
        """Every other point of every other row first; the rest only where those around it differ."""
        (x, z), (colours, source) = at, into
        known = np.zeros_like(asked)
        known[::2, ::2] = True

        def answer(here: NDArray[np.bool_]) -> None:
            xi, zeta = section.straight(x[here], z[here])
            colours[here], source[here] = told.answer(xi, zeta)

        from scipy.ndimage import maximum_filter, minimum_filter

        answer(asked & known)
        coarse = colours[::2, ::2].astype(np.int32) * 1000 + source[::2, ::2]
        # Each block lies between four of them: its own, and those right of and below it.
        lowest, highest = minimum_filter(coarse, 2, origin=-1), maximum_filter(coarse, 2, origin=-1)
        same = np.repeat(np.repeat(lowest == highest, 2, axis=0), 2, axis=1)[: x.shape[0], : x.shape[1]]
        for whole in (colours, source):
            spread = np.repeat(np.repeat(whole[::2, ::2], 2, axis=0), 2, axis=1)[: x.shape[0], : x.shape[1]]
            copied = asked & same & ~known
            whole[copied] = spread[copied]
        answer(asked & ~same & ~known)

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
        if any(contains(outline, xi, zeta)[0] for outline in told.outlines):
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
        embed = np.zeros(points, dtype=bool)
        for outline in told.outlines:
            embed |= contains(outline, xi, zeta)
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
    of: ResolvedLoaf, fills: Sequence[Fill], bowls: Sequence[Bowl], seed: int = 1, later_min: float = 0.0
) -> ColourField:
    """A loaf's inside, each pour as thick as the clock expects it or the document says.

    :param later_min: so much later than an ordinary pair of hands everything is poured [min]
    """
    return ColourField(of, fills, thickness_of(of.loaf, bowls, later_min), seed)


@functools.cache
def _lattice(points: int) -> Array:
    """Points of the unit square, shape (points, 2), the same every time."""
    from scipy.stats import qmc

    found: Array = qmc.Halton(2, scramble=False).random(points)
    return found
