"""Filling the mould in the order of work: which level each pour and each embed brings.

Pours are measured (batter around what is there, up to a level); an embed laid in and pieces pressed in lift the level
of what they sink into, and what still stands out of it takes its place in the next pour.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.base import Figure, Frozen, InputError, Mend
from archtop.core.document import Work
from archtop.core.document.work import BatterPour
from archtop.core.document.work.effects import Filled, Pressed
from archtop.core.geometry import Inside, Mould, Prism
from archtop.core.geometry.inverse import reached_at
from archtop.core.trade import LOOSE_PIECES, SHREDS_G_ML, Made, packing_of

__all__ = ["Fill", "InFace", "Layer", "fill"]

# A level may differ from its target by this much before it counts: finer than a batter surface can be read.
_LEVEL_MM = 0.05


class InFace(Frozen):
    """Small pieces of one kind as a face meets them: so many, each as a cube of its volume, ``wide_mm`` to a side."""

    pieces: str
    wide_mm: float
    count: int


class Fill(Frozen):
    """One step: ``batter`` poured, ``stirred_ml`` of shreds and pieces in or under it, level before and after.

    ``room_ml``: of a pour, what batter and all that is stirred into it share. ``crowded_percent``: of pieces pressed
    in, how much of the densest possible arrangement on that surface has been reached.
    """

    do: Literal["pour", "lay", "press", "hanger", "stick", "dust", "spritz", "prop"]
    ref: str
    level_before_mm: float
    level_after_mm: float
    batter: Figure
    stirred_ml: float
    room_ml: float
    crowded_percent: float
    immersed_ml: float
    in_face: tuple[InFace, ...] = ()


class Layer(Frozen):
    """Where the batter of one pour lies when all is in: between two heights, around the pieces."""

    pour: str
    low_mm: float
    high_mm: float


def fill(
    mould: Mould, work: Sequence[Work], prisms: Mapping[str, Prism], made: Mapping[str, Made]
) -> tuple[tuple[Fill, ...], tuple[Layer, ...]]:
    """Walk the order of work; ``made``: the small pieces, by id.

    :raises InputError: ``pour.over_rim``, ``pour.below_level``, ``pour.too_full``, ``press.nothing_poured`` or
        ``level.overflow``, naming the step
    """
    return _Filling(mould, prisms, made).walk(work)


class _Proud:
    """Pieces that stand out of the batter: how much of them [mm³], and how high above the level they reach [mm]."""

    def __init__(self, volume: float, top: float) -> None:
        self.volume, self.top = volume, top

    def covered(self, low: float, high: float) -> float:
        """Volume [mm³] that goes under as the level rises from ``low`` to ``high`` [mm]; then no longer proud."""
        under = self.would_cover(low, high)
        self.volume -= under
        return under

    def would_cover(self, low: float, high: float) -> float:
        """The same, while it still stands there."""
        return self.volume if high >= self.top else self.volume * (high - low) / max(self.top - low, 1e-9)


class _Filling:
    """The mould as it fills: its level, what is in it [mm³], and what stands out."""

    def __init__(self, mould: Mould, prisms: Mapping[str, Prism], made: Mapping[str, Made]) -> None:
        self.mould, self.prisms, self.made = mould, prisms, made
        self.inside = Inside(mould)
        self.level = self.filled = 0.0
        self.proud: list[_Proud] = []
        self.layers: list[Layer] = []
        self.pressed_mm2 = 0.0
        # The last pour to a level, by its place in the work, and the level before it [mm].
        self.last: tuple[BatterPour, int, float] | None = None

    def walk(self, work: Sequence[Work]) -> tuple[tuple[Fill, ...], tuple[Layer, ...]]:
        fills = tuple(self.step(step, i) for i, step in enumerate(work))
        return fills, tuple(self.layers)

    def step(self, step: Work, i: int) -> Fill:
        before = self.level
        done = step.fills(self, i)
        poured = bool(done.room)
        how = f"{'inside of the mould' if poured else 'nothing poured: the level moves'} "
        how += f"from {before:.1f} to {self.level:.1f} mm"
        if poured:
            how += ", less what stands in it" + (
                f" and {done.stirred / 1000:.0f} ml stirred in" if done.stirred else ""
            )
        return Fill(
            do=step.do,
            ref=step.ref,
            level_before_mm=before,
            level_after_mm=self.level,
            batter=Figure.exact((done.added - done.stirred) / 1000, "ml", how),
            stirred_ml=done.stirred / 1000,
            room_ml=done.room / 1000,
            crowded_percent=done.crowded,
            immersed_ml=self.inside.immersed_below(self.level) / 1000,
            in_face=tuple(self.met(pieces, count) for pieces, count in step.strews()),
        )

    def met(self, pieces: str, count: int) -> InFace:
        """Of all along the loaf, a face meets those that lie within their own width of it; it shows one at least."""
        wide = math.cbrt(self.made[pieces].each_ml * 1000)
        return InFace(pieces=pieces, wide_mm=wide, count=max(1, round(count * wide / self.mould.length_mm)))

    def pour(self, step: BatterPour, i: int) -> Filled:
        """Batter up to a level, around what stands in it."""
        before = self.level
        self.level = self.meant(step, i)
        self.last = (step, i, before) if step.by == "level" else None
        added = self.inside.batter_below(self.level) - self.filled
        covered = sum(item.covered(before, self.level) for item in self.proud)
        room = added - covered
        stirred = covered + _stirred_mm3(step, i, room, self.made)
        self.layers.append(Layer(pour=step.id, low_mm=before, high_mm=self.level))
        self.filled += added
        self.pressed_mm2 = 0.0
        return Filled(added, stirred, room)

    def meant(self, step: BatterPour, i: int) -> float:
        """The level that a pour is to come to [mm], however that is told."""
        match step.by:
            case "level":
                level, field, value = step.to_mm, "to_mm", step.to_mm
            case "under the rim":
                level, field, value = self.mould.height_mm - step.under_mm, "under_mm", step.under_mm
            case "batter":
                level, field, value = self.level_with(step, i), "batter_ml", step.batter_ml
        _refuse_bad_target(step, (f"work.{i}.{field}", value), (level, self.level), self.mould)
        return level

    def level_with(self, step: BatterPour, i: int) -> float:
        """The level to which so much batter comes, with what is stirred into it; a little over the rim if it would."""
        wanted, low, high = step.batter_ml * 1000, self.level, self.mould.height_mm

        def batter(level: float) -> float:
            added = self.inside.batter_below(level) - self.filled
            return added - sum(item.would_cover(low, level) for item in self.proud)

        stirred = _stirred_mm3(step, i, math.inf, self.made)
        if batter(high) - stirred < wanted:
            return high + (wanted + stirred - batter(high)) / self.inside.surface_at(high)
        return reached_at(batter, wanted + stirred, low, high)

    def lay(self, embed: str, i: int) -> Filled:
        """A solid goes in, and the level finds its place around it."""
        self.inside = Inside(self.mould, (*self.inside.pieces, self.prisms[embed]))
        self.rise(i, f"laying {embed}")
        return Filled()

    def press(self, pressed: Pressed, i: int) -> Filled:
        """Pieces go under in part, and the level rises."""
        crowded = self.find_place(pressed, i)
        piece = self.made[pressed.pieces]
        volume = piece.each_ml * pressed.count * 1000
        sunk = volume * pressed.sunk_percent / 100
        self.filled += sunk
        self.rise(i, f"pressing in {pressed.pieces}")
        height = piece.size_mm[-1] * (1 - pressed.sunk_percent / 100)
        self.proud.append(_Proud(volume - sunk, self.level + height))
        return Filled(sunk, sunk, crowded=crowded)

    def leave(self, name: str, do: str, i: int) -> Filled:
        """The level stays; refused where nothing has been poured."""
        if not self.layers:
            raise InputError.one(
                f"{do}.nothing_poured", f"work.{i}", name, "there is no batter for it yet", "Pour before it."
            )
        return Filled()

    def find_place(self, pressed: Pressed, i: int) -> float:
        """How crowded the surface then is [%]; refuses what finds no place on it."""
        if not self.layers:
            raise InputError.one(
                "press.nothing_poured",
                f"work.{i}",
                pressed.pieces,
                "there is nothing to press it into",
                "Pour before it.",
            )
        piece = self.made[pressed.pieces]
        surface = self.inside.surface_at(self.level)
        free = surface - self.pressed_mm2
        taken = piece.footprint_mm2 * pressed.count
        if taken > free:
            fit = int(free // piece.footprint_mm2)
            raise InputError.one(
                "press.no_place",
                f"work.{i}.count",
                pressed.count,
                f"the surface is {surface / 100:.0f} cm², {self.pressed_mm2 / 100:.0f} cm² of it taken, and each takes "
                f"{piece.footprint_mm2 / 100:.1f} cm² lying close to the next",
                f"Press in {fit} at most." if fit else "Press them into another pour.",
            )
        self.pressed_mm2 += taken
        return 100 * self.pressed_mm2 / surface

    def rise(self, i: int, doing: str) -> None:
        """Let the level find its place around what has just gone in."""
        try:
            self.level = self.inside.level_for(self.filled)
        except InputError as error:
            problem = error.problems[0]
            told = {"field": f"work.{i}", "value": doing, "mends": tuple(self.poured_lower())}
            raise InputError(problem.model_copy(update=told)) from error
        if self.layers:
            self.layers[-1] = self.layers[-1].model_copy(update={"high_mm": self.level})

    def poured_lower(self) -> Iterator[Mend]:
        """The last pour made so much lower that all stays under the rim, where that leaves anything of it."""
        if self.last is None:
            return
        step, i, before = self.last
        rim, to_mm = self.mould.height_mm, step.to_mm
        over = self.filled - self.inside.batter_below(rim)
        per_mm = (self.mould.volume_below(to_mm) - self.mould.volume_below(to_mm - 0.1)) / 0.1
        lower = math.floor(10 * (to_mm - over / per_mm)) / 10
        if lower > before + 1:
            yield Mend(says=f"Pour {step.name} to {lower:g} mm", field=f"work.{i}.to_mm", value=lower)


def _stirred_mm3(step: BatterPour, i: int, room: float, made: Mapping[str, Made]) -> float:
    """Volume [mm³] that shreds and small pieces take of a pour with ``room`` [mm³] for everything."""
    shreds = sum(item.grams for item in step.shreds) / SHREDS_G_ML * 1000
    pieces = sum(made[item.pieces].each_ml * item.count for item in step.pieces) * 1000
    # Each kind claims its own heap of the pour; together the heaps cannot be larger than the pour.
    heaps = sum(item.grams / SHREDS_G_ML * 1000 / packing_of(item.grated) for item in step.shreds)
    heap = heaps + pieces / LOOSE_PIECES
    if heap > room:
        most = room * (shreds + pieces) / heap
        binds = [f"{packing_of(grated):.0%} of {grated}" for grated in dict.fromkeys(i.grated for i in step.shreds)]
        binds += [f"{LOOSE_PIECES:.0%} of pieces"] if pieces else []
        raise InputError.one(
            "pour.too_full",
            f"work.{i}.pieces" if step.pieces else f"work.{i}.shreds",
            f"{(shreds + pieces) / 1000:.0f} ml",
            f"the pour has room for {room / 1000:.0f} ml, and batter binds at most {' or '.join(binds)}",
            f"Stir in at most {most / 1000:.0f} ml, or pour higher.",
        )
    return shreds + pieces


def _refuse_bad_target(step: BatterPour, told: tuple[str, float], levels: tuple[float, float], mould: Mould) -> None:
    """Refuse a level over the rim or under what is poured already.

    :param told: the field that says where to, and its value
    :param levels: meant, and as it stands [mm]
    """
    (field, value), (meant, level) = told, levels
    if meant > mould.height_mm + _LEVEL_MM:
        raise InputError.one(
            "pour.over_rim",
            field,
            value,
            f"the rim stands at {mould.height_mm:g} mm" + ("" if step.by == "level" else f", not at {meant:.1f} mm"),
            f"Pour {step.name} to {mould.height_mm:g} mm at most.",
            *([Mend(says="Fill it to the rim", field=field, value=mould.height_mm)] if step.by == "level" else []),
        )
    if meant < level + _LEVEL_MM:
        raise InputError.one(
            "pour.below_level",
            field,
            value,
            f"the batter already stands at {level:.1f} mm",
            f"Pour {step.name} higher, or earlier in the order of work.",
        )
