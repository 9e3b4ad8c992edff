"""Runs: one motif repeated over the top, as rows, borders, waves, fills or one to a bar."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.document import Clear, Run
from archtop.core.trade import Motif

__all__ = [
    "Spot",
    "TopArea",
    "spots_of",
]


Places = float | NDArray[np.float64]

# A wave is so many times as long as it swings to one side: steeper, a hand breaks its stroke.
_WAVE_LONG = 8.0
# Leaves of a row point this far out of it, one to each side.
_LEAF_DEG = 55.0


class Spot(Frozen):
    """Where one motif stands: across and along [mm], its stroke turned from the loaf's length [°].

    ``up_mm``: over the level, on what lies under it.
    """

    x: float
    y: float
    turn_deg: float = 0.0
    up_mm: float = 0.0


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

    def holds(self, x: Places, y: Places, radius: float = 0.0) -> NDArray[np.bool_]:
        """Whether a round thing lies on it: its middle where it is [mm], the edge nowhere nearer than its radius."""
        middle, half = (self.front + self.back) / 2, (self.back - self.front) / 2
        x, y = np.asarray(x, dtype=float), np.asarray(y, dtype=float)
        across, along = max(self.half_wide - radius, 1e-9), max(half - radius, 1e-9)
        if self.oval:
            return np.asarray((x / across) ** 2 + ((y - middle) / along) ** 2 <= 1 + 1e-3)
        return np.asarray((np.abs(x) <= across + 0.01) & (np.abs(y - middle) <= along + 0.01))


def spots_of(
    run: Run,
    motif: Motif,
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    *,
    parts: Sequence[int] = (),
    clear: Sequence[Clear] = (),
) -> tuple[Spot, ...]:
    """Every place of a run, front to back; what would stand over the edge or in a part kept clear is left out.

    :param bars: from and to of every bar [mm]
    :param parts: into how many each slice across is cut; one where nothing is said
    """
    front = area.front if run.from_mm is None else max(run.from_mm, area.front)
    back = area.back if run.to_mm is None else min(run.to_mm, area.back)
    pitch = max(motif.long_mm * (1 - run.overlap_percent / 100), 1.0)
    ys = _along(front, back, motif.long_mm, pitch)
    spread = 2 * area.half_wide if run.spread_mm is None else run.spread_mm
    xs = [run.across_mm + ((i + 0.5) / run.rows - 0.5) * spread for i in range(run.rows)]
    leaning = [_LEAF_DEG, -_LEAF_DEG] if run.both_sides else [0.0]
    match run.pattern:
        case "rows":
            spots = [_leaning(Spot(x=x, y=y, turn_deg=turn), motif) for y in ys for x in xs for turn in leaning]
        case "staggered":
            spots = [
                _leaning(Spot(x=x, y=y + pitch / 4 * (-1) ** (i + 1), turn_deg=turn), motif)
                for y in ys
                for i, x in enumerate(xs)
                for turn in leaning
            ]
        case "wave":
            turn_of = (
                2
                * math.pi
                / max(back - front, 1.0)
                * max(1, round((back - front) / (_WAVE_LONG * max(run.wave_mm, 5))))
            )
            spots = [
                Spot(
                    x=x + run.wave_mm * math.sin(turn_of * (y - front)),
                    y=y,
                    turn_deg=math.degrees(math.atan(run.wave_mm * turn_of * math.cos(turn_of * (y - front)))),
                )
                for y in ys
                for x in xs
            ]
        case "border":
            spots = _around(front, back, area.half_wide, motif, pitch)
        case "fill":
            spots = _filled(front, back, area.half_wide, motif, pitch)
        case "each bar":
            # One to each, whatever rows there were before.
            spots = [Spot(x=run.across_mm, y=(y0 + y1) / 2) for y0, y1 in bars]
        case "each part":
            cut = [*parts, *[1] * (len(bars) - len(parts))]
            spots = [
                Spot(x=((i + 0.5) / many - 0.5) * 2 * area.half_wide, y=(y0 + y1) / 2)
                for (y0, y1), many in zip(bars, cut, strict=True)
                for i in range(many)
            ]
        case "rings":
            spots = _ringed(run.rows, area, motif, pitch)
    # A leaf's point may hang over the edge; its middle may not.
    on_top = [s for s in spots if front - 0.01 <= s.y <= back + 0.01 and area.holds(s.x, s.y)]
    within = [spot for spot in on_top if not _in_clear(spot, motif, clear)]
    return tuple(sorted(within, key=lambda spot: (spot.y, spot.x, spot.turn_deg)))


def _leaning(spot: Spot, motif: Motif) -> Spot:
    """A leaf that points out of its row has its foot on the row."""
    out = math.sin(math.radians(spot.turn_deg)) * motif.long_mm / 2
    return spot.model_copy(update={"x": spot.x + out})


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
