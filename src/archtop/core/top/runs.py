"""Runs: one motif repeated over the top, as rows, borders, waves, fills or one to a bar."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.document import Clear, Run
from archtop.core.geometry.line import along_line
from archtop.core.top.foot import Foot
from archtop.core.top.free import FreeTop
from archtop.core.trade import Motif

__all__ = ["Placed", "Spot", "TopArea", "spots_of"]


Places = float | NDArray[np.float64]

# A wave is so many times as long as it swings to one side: steeper, a hand breaks its stroke.
_WAVE_LONG = 8.0
# Leaves of a row point this far out of it, one to each side.
_LEAF_DEG = 55.0
# What points outward knows no side so near to the middle [mm].
_MIDDLE_MM = 0.5


class Spot(Frozen):
    """Where one motif stands: across and along [mm], its stroke turned from the loaf's length [°].

    ``up_mm``: over the level, on what lies under it. ``by_hand``: where a hand put it.
    """

    x: float
    y: float
    turn_deg: float = 0.0
    up_mm: float = 0.0
    by_hand: bool = False


class TopArea(Frozen):
    """The loaf's top [mm]: from end to end, half as wide everywhere, and its true area [mm²].

    ``oval``: round or oval, as wide as that only in its middle; ``whole``: no wire goes through it.
    """

    front: float
    back: float
    half_wide: float
    area_mm2: float
    oval: bool = False
    whole: bool = False

    @property
    def mean_rise(self) -> float:
        """Mean height of a parabola over it that is one along the middle and ends at its sides.

        Over a rectangle 1 − ⅓, over an oval 1 − ¼: means of x² from wall to wall.
        """
        return 3 / 4 if self.oval else 2 / 3

    def nearest(self, x: float, y: float) -> tuple[float, float]:
        """The nearest place on it, towards its middle [mm]."""
        middle, half = (self.front + self.back) / 2, (self.back - self.front) / 2
        if not self.oval:
            return min(max(x, -self.half_wide), self.half_wide), min(max(y, self.front), self.back)
        out = max(math.hypot(x / self.half_wide, (y - middle) / half), 1.0)
        return x / out, middle + (y - middle) / out

    def holds(self, x: Places, y: Places, radius: float = 0.0) -> NDArray[np.bool_]:
        """Whether a round thing lies on it: its middle where it is [mm], the edge nowhere nearer than its radius."""
        middle, half = (self.front + self.back) / 2, (self.back - self.front) / 2
        x, y = np.asarray(x, dtype=float), np.asarray(y, dtype=float)
        across, along = max(self.half_wide - radius, 1e-9), max(half - radius, 1e-9)
        if self.oval:
            return np.asarray((x / across) ** 2 + ((y - middle) / along) ** 2 <= 1 + 1e-3)
        return np.asarray((np.abs(x) <= across + 0.01) & (np.abs(y - middle) <= along + 0.01))


class Placed(NamedTuple):
    """Where the motifs of a run stand, front to back, and how many of them find no place, by the reason."""

    spots: tuple[Spot, ...]
    left_out: dict[str, int]


class Stretch(NamedTuple):
    """A stretch of the top: its ends and half its width [mm], and the bars in it, each with its strips across."""

    front: float
    back: float
    half_wide: float
    bars: Sequence[tuple[float, float]]
    strips: Sequence[Sequence[tuple[float, float]]]


def spots_of(
    run: Run,
    motif: Motif,
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    *,
    strips: Sequence[Sequence[tuple[float, float]]] = (),
    clear: Sequence[Clear] = (),
    free: FreeTop | None = None,
) -> Placed:
    """Every place of a run; what would stand over the edge, where it is kept clear or where something is, is left out.

    :param bars: from and to of every bar [mm]
    :param strips: from and to across of what each slice is cut into [mm]; one where nothing is said
    :param free: what stands out of the top and lies on it
    """
    free = free or FreeTop()
    whole = [(-area.half_wide, area.half_wide)]
    cut = [*strips, *[whole] * (len(bars) - len(strips))]
    spots: list[Spot] = []
    left_out: dict[str, int] = {}
    for stretch in _stretches(run, area, bars, cut):
        all_of_it = _PATTERNS[run.pattern](_Laying(run, motif, stretch, area, free))
        spots += [spot for spot in all_of_it if stretch.front - 0.01 <= spot.y <= stretch.back + 0.01]
    if run.turn_deg:
        spots = [spot.model_copy(update={"turn_deg": spot.turn_deg + run.turn_deg}) for spot in spots]
    foot = Foot(motif.long_mm / 2, motif.wide_mm / 2)
    found = []
    for spot in sorted(spots, key=lambda spot: (spot.y, spot.x, spot.turn_deg)):
        # A leaf's point may hang over the edge; its middle may not.
        why = None if area.holds(spot.x, spot.y) else "over the edge"
        why = why or ("kept clear there" if _in_clear(spot, motif, clear) else None)
        why = why or (free.in_the_way(spot.x, spot.y, foot, spot.turn_deg) if run.keeps_off else None)
        if why:
            left_out[why] = left_out.get(why, 0) + 1
        else:
            found.append(spot)
    return Placed(tuple(_by_hand(run, area, found)) * run.passes, left_out)


def _by_hand(run: Run, area: TopArea, spots: Sequence[Spot]) -> Iterator[Spot]:
    """Those that a hand put elsewhere are there; over the edge they stay where the top ends."""
    moved = {place.number: place for place in run.moved}
    for number, spot in enumerate(spots):
        place = moved.get(number)
        if place is None:
            yield spot
            continue
        x, y = area.nearest(place.x, place.y)
        yield spot.model_copy(update={"x": x, "y": y, "by_hand": True})


def _stretches(
    run: Run,
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    strips: Sequence[Sequence[tuple[float, float]]],
) -> Iterator[Stretch]:
    """The parts of the loaf that a run is on: bars that lie side by side are one."""
    front = area.front if run.from_mm is None else max(run.from_mm, area.front)
    back = area.back if run.to_mm is None else min(run.to_mm, area.back)
    numbers = sorted(set(run.bars) & set(range(1, len(bars) + 1)))
    if not run.bars:
        yield Stretch(front, back, area.half_wide, bars, strips)
        return
    for _, group in itertools.groupby(enumerate(numbers), key=lambda item: item[1] - item[0]):
        mine = [number - 1 for _, number in group]
        low, high = bars[mine[0]][0], bars[mine[-1]][1]
        if max(low, front) < min(high, back):
            low, high = max(low, front), min(high, back)
            yield Stretch(low, high, area.half_wide, [bars[i] for i in mine], [strips[i] for i in mine])


class _Laying(NamedTuple):
    """A run over one stretch."""

    run: Run
    motif: Motif
    on: Stretch
    area: TopArea
    free: FreeTop

    @property
    def pitch(self) -> float:
        """From one motif to the next [mm]."""
        return max(self.motif.long_mm * (1 - self.run.overlap_percent / 100), 1.0)

    @property
    def ys(self) -> list[float]:
        """Middles along the stretch."""
        return _along(self.on.front, self.on.back, self.motif.long_mm, self.pitch)

    @property
    def xs(self) -> list[float]:
        """Rows across, shared out over what is free by its width, or so far from each other as they are told."""
        run = self.run
        spread = 2 * self.on.half_wide if run.spread_mm is None else run.spread_mm
        left, right = run.across_mm - spread / 2, run.across_mm + spread / 2
        spans = self.free.across(left, right, self.on.front, self.on.back) if run.keeps_off else ((left, right),)
        if run.apart_mm is not None:
            return [x for low, high in spans for x in _along(low, high, self.motif.wide_mm, run.apart_mm)]
        many = _shared_out(run.rows, [high - low for low, high in spans])
        return [
            low + (i + 0.5) / rows * (high - low)
            for (low, high), rows in zip(spans, many, strict=True)
            for i in range(rows)
        ]

    def turned(self, x: float, y: float) -> list[Spot]:
        """A motif of a row there, or one to each side of it."""
        match self.run.points:
            case "along":
                turns = [0.0]
            case "both sides":
                turns = [_LEAF_DEG, -_LEAF_DEG]
            case "outward":
                turns = [90.0 if x > 0 else -90.0] if abs(x) > _MIDDLE_MM else [0.0]
        spots = [Spot(x=x, y=y, turn_deg=turn) for turn in turns]
        # Those that point to both sides have their feet on the row; others lie on it with their middles.
        return [_leaning(spot, self.motif) for spot in spots] if len(spots) > 1 else spots


def _shared_out(rows: int, widths: Sequence[float]) -> list[int]:
    """So many rows over spans of these widths, in proportion; what is left over to the largest remainders.

    >>> _shared_out(2, [30, 30])
    [1, 1]
    """
    whole = sum(widths)
    exact = [rows * (width / whole if whole else 1 / len(widths)) for width in widths]
    found = [math.floor(share) for share in exact]
    rest = sorted(range(len(exact)), key=lambda i: found[i] - exact[i])
    for i in rest[: rows - sum(found)]:
        found[i] += 1
    return found


def _in_rows(lay: _Laying) -> list[Spot]:
    return [spot for y in lay.ys for x in lay.xs for spot in lay.turned(x, y)]


def _staggered(lay: _Laying) -> list[Spot]:
    xs = lay.xs
    return [
        spot for y in lay.ys for i, x in enumerate(xs) for spot in lay.turned(x, y + lay.pitch / 4 * (-1) ** (i + 1))
    ]


def _waving(lay: _Laying) -> list[Spot]:
    run, (front, back) = lay.run, lay.on[:2]
    waves = max(1, round((back - front) / (_WAVE_LONG * max(run.wave_mm, 5))))
    turn_of = 2 * math.pi / max(back - front, 1.0) * waves
    return [
        Spot(
            x=x + run.wave_mm * math.sin(turn_of * (y - front)),
            y=y,
            turn_deg=math.degrees(math.atan(run.wave_mm * turn_of * math.cos(turn_of * (y - front)))),
        )
        for y in lay.ys
        for x in lay.xs
    ]


def _curving(lay: _Laying) -> list[Spot]:
    on_line = along_line(lay.run.curve, min(lay.motif.long_mm / 2, lay.pitch / 2), lay.pitch)
    inside = [at for at in on_line if lay.on.front <= at.y <= lay.on.back]
    if lay.run.points != "both sides":
        return [Spot(x=at.x, y=at.y, turn_deg=at.turn_deg) for at in inside]
    return [
        _leaning(Spot(x=at.x, y=at.y, turn_deg=at.turn_deg + turn), lay.motif, at.turn_deg)
        for at in inside
        for turn in (_LEAF_DEG, -_LEAF_DEG)
    ]


def _bordering(lay: _Laying) -> list[Spot]:
    return _around(lay.on.front, lay.on.back, lay.on.half_wide, lay.motif, lay.pitch)


def _filling(lay: _Laying) -> list[Spot]:
    return _filled(lay.on.front, lay.on.back, lay.on.half_wide, lay.motif, lay.pitch)


def _one_to_a_bar(lay: _Laying) -> list[Spot]:
    """One to each, whatever rows there were before."""
    return [Spot(x=lay.run.across_mm, y=(y0 + y1) / 2) for y0, y1 in lay.on.bars]


def _one_to_a_part(lay: _Laying) -> list[Spot]:
    return [
        Spot(x=(left + right) / 2, y=(y0 + y1) / 2)
        for (y0, y1), strips in zip(lay.on.bars, lay.on.strips, strict=True)
        for left, right in strips
    ]


def _ringing(lay: _Laying) -> list[Spot]:
    return _ringed(lay.run.rows, lay.area, lay.motif, lay.pitch)


_PATTERNS: Mapping[str, Callable[[_Laying], list[Spot]]] = {
    "rows": _in_rows,
    "staggered": _staggered,
    "wave": _waving,
    "curve": _curving,
    "border": _bordering,
    "fill": _filling,
    "each bar": _one_to_a_bar,
    "each part": _one_to_a_part,
    "rings": _ringing,
}


def _leaning(spot: Spot, motif: Motif, row_deg: float = 0.0) -> Spot:
    """A leaf that points out of its row, which is itself turned so far [°], has its foot on the row."""
    out = math.sin(math.radians(spot.turn_deg - row_deg)) * motif.long_mm / 2
    turn = math.radians(row_deg)
    return spot.model_copy(update={"x": spot.x + out * math.cos(turn), "y": spot.y - out * math.sin(turn)})


def _along(front: float, back: float, long: float, pitch: float) -> list[float]:
    """Middles along the loaf, as many as fit, centred."""
    room = back - front - long
    if room < -0.01:
        return []
    count = math.floor(room / pitch + 1e-9) + 1
    start = (front + back) / 2 - (count - 1) * pitch / 2
    return [start + i * pitch for i in range(count)]


def _around(front: float, back: float, half: float, motif: Motif, pitch: float) -> list[Spot]:
    x = half - motif.wide_mm / 2
    sides = [Spot(x=side * x, y=y) for y in _along(front, back, motif.long_mm, pitch) for side in (-1, 1)]
    ends = [
        Spot(x=at, y=y, turn_deg=90.0)
        for at in _along(-x + motif.wide_mm / 2, x - motif.wide_mm / 2, motif.long_mm, pitch)
        for y in (front + motif.wide_mm / 2, back - motif.wide_mm / 2)
    ]
    return sides + ends


def _ringed(rows: int, area: TopArea, motif: Motif, pitch: float) -> list[Spot]:
    """Rings around the middle, the outermost along the edge; of a single one the middle stays free."""
    middle = (area.front + area.back) / 2
    across = max(area.half_wide - motif.wide_mm / 2, 0.0)
    along = max((area.back - area.front) / 2 - motif.wide_mm / 2, 0.0)
    spots = []
    for ring in range(1, rows + 1):
        a, b = across * ring / rows, along * ring / rows
        around = 2 * math.pi * math.sqrt((a**2 + b**2) / 2)
        count = max(1, math.floor(around / pitch + 1e-9))
        for n in range(count):
            angle = 2 * math.pi * n / count
            turn = math.degrees(math.atan2(-a * math.sin(angle), b * math.cos(angle)))
            spots.append(Spot(x=a * math.cos(angle), y=middle + b * math.sin(angle), turn_deg=turn))
    return spots


def _filled(front: float, back: float, half: float, motif: Motif, pitch: float) -> list[Spot]:
    """Rows set into each other's gaps, as close as the pitch along them."""
    step = max(motif.wide_mm * pitch / motif.long_mm * math.sqrt(3) / 2, 1.0)
    xs = _along(-half, half, motif.wide_mm, step)
    ys = np.array(_along(front, back, motif.long_mm, pitch))
    return [Spot(x=x, y=float(y)) for i, x in enumerate(xs) for y in ys + pitch / 4 * (-1) ** (i + 1)]


def _in_clear(spot: Spot, motif: Motif, clear: Sequence[Clear]) -> bool:
    reach = min(motif.wide_mm, motif.long_mm) / 2
    return any(
        part.from_mm - reach < spot.y < part.to_mm + reach and part.left_mm - reach < spot.x < part.right_mm + reach
        for part in clear
    )
