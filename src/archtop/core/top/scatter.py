"""Pieces on top that look strewn and are fair: every bar gets what it was promised, and the wire misses what it should.

Each bar is filled by itself, the largest pieces first, each at the best of many random places: the one farthest from
all that lies there already (best-candidate sampling: Mitchell 1991, Computer Graphics 25(4):157). One seed gives one
arrangement.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen, InputError
from archtop.core.document import Clear, Scatter, ScatterItem
from archtop.core.top.runs import TopArea
from archtop.core.top.wires import Wires

__all__ = [
    "ScatterPlan",
    "Strewn",
    "strew",
]

Array = NDArray[np.float64]

# Places tried for each piece: more look more even, and cost time.
_CANDIDATES = 80
# Places tried before a bar counts as full, and how often a full one is begun anew with its pieces close together.
_HARD_TRIES = 600
_CLOSE_TRIES = 12
_LEAST_APART_MM = 0.5


class Strewn(Frozen):
    """A piece where it lies: across, along, radius [mm], the bar it belongs to; whether it is pinned, or touches.

    ``up_mm``: its lowest point over the level, on what lies under it.
    """

    pieces: str
    number: int
    x: float
    y: float
    radius: float
    bar: int | None
    pinned: bool
    touches: bool
    leans: bool
    up_mm: float = 0.0


class ScatterPlan(Frozen):
    """Where everything lies; ``shares``: how many of each kind every bar has; ``lacking``: what found no place."""

    strewn: tuple[Strewn, ...]
    shares: tuple[dict[str, int], ...]
    lacking: dict[str, int]
    touching: int
    leaning: int
    says: str


def strew(
    scatter: Scatter,
    radii: Mapping[str, float],
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    clear: Sequence[Clear] = (),
    *,
    wires: Wires | None = None,
) -> ScatterPlan:
    """Strew pieces over the bars.

    :param radii: of each kind of piece, lying down [mm]
    :param bars: from and to of every bar [mm]
    :param wires: all cuts, lengthwise ones too; those between the bars alone where they are not told
    :raises InputError: ``scatter.no_bars``; ``scatter.pin`` when a pin names a piece that is not strewn
    """
    if not bars:
        raise InputError.one("scatter.no_bars", "cuts", 0, "there must be a bar to strew on", "Cut thinner bars.")
    counts = {item.pieces: item.count for item in scatter.items}
    for i, pin in enumerate(scatter.pins):
        if pin.number >= counts.get(pin.pieces, 0):
            raise InputError.one(
                "scatter.pin",
                f"scatter.pins.{i}",
                f"{pin.pieces} {pin.number + 1}",
                f"{counts.get(pin.pieces, 0)} of them are strewn",
                "Let it go, or strew more.",
            )
    across = Wires(() if area.whole else tuple(edge for pair in bars for edge in pair), ())
    return _Strewing(scatter, radii, area, bars, clear, wires=wires or across).plan()


class _Strewing:
    """The top as it fills."""

    def __init__(
        self,
        scatter: Scatter,
        radii: Mapping[str, float],
        area: TopArea,
        bars: Sequence[tuple[float, float]],
        clear: Sequence[Clear],
        *,
        wires: Wires,
    ) -> None:
        self.scatter, self.radii, self.area, self.bars, self.clear = scatter, radii, area, list(bars), clear
        self.wires = wires
        self.random = np.random.default_rng(scatter.seed)
        self.cuttable = {item.pieces for item in scatter.items if item.may_be_cut}
        self.lying: list[tuple[str, int, float, float, float, bool]] = []
        self.lacking: dict[str, int] = {}

    def plan(self) -> ScatterPlan:
        for item in sorted(self.scatter.items, key=lambda item: -self.radii[item.pieces]):
            self.share_out(item)
        # A hand that moves one piece moves no other: all are strewn first, and those that are held put where they are.
        held = {(pin.pieces, pin.number): pin for pin in self.scatter.pins}
        strewn = [item for item in self.lying if item[:2] not in held]
        for key, number in held:
            if (key, number) not in [item[:2] for item in self.lying]:
                self.lacking[key] -= 1
        self.lying = [*strewn, *((p.pieces, p.number, p.x, p.y, self.radii[p.pieces], True) for p in held.values())]
        self.lacking = {key: many for key, many in self.lacking.items() if many}
        return self.told()

    def share_out(self, item: ScatterItem) -> None:
        """As many for every bar as for every other, what is left over to bars drawn by lot."""
        radius = self.radii[item.pieces]
        each, over = divmod(item.count, len(self.bars))
        lucky = set(self.random.permutation(len(self.bars))[:over].tolist())
        due = [each + (1 if i in lucky else 0) for i in range(len(self.bars))]
        numbers = list(range(item.count))
        for i in self.random.permutation(len(self.bars)).tolist():
            wanted = min(due[i], len(numbers))
            for place in self.fill_bar(item, self.bars[i], wanted):
                self.lie_down(item.pieces, numbers.pop(0), place)
        # Where a bar was full, any other may take what it could not.
        while numbers:
            may = item.pieces in self.cuttable
            spare = next((p for bar in self.bars if (p := self.best_place(radius, bar, may, tight=True))), None)
            if spare is None:
                self.lacking[item.pieces] = len(numbers)
                return
            self.lie_down(item.pieces, numbers.pop(0), spare)

    def lie_down(self, pieces: str, number: int, place: tuple[float, float]) -> None:
        self.lying.append((pieces, number, *place, self.radii[pieces], False))

    def fill_bar(self, item: ScatterItem, bar: tuple[float, float], wanted: int) -> list[tuple[float, float]]:
        """Places for so many pieces in a bar; as many as fit, where even setting them close together does not help."""
        before = len(self.lying)
        best: list[tuple[float, float]] = []
        for tight in (False, *(True,) * _CLOSE_TRIES):
            places: list[tuple[float, float]] = []
            while len(places) < wanted:
                place = self.best_place(self.radii[item.pieces], bar, item.pieces in self.cuttable, tight)
                if place is None:
                    break
                places.append(place)
                self.lie_down(item.pieces, -1, place)
            del self.lying[before:]
            if len(places) > len(best):
                best = places
            if len(best) == wanted:
                break
        return best

    def best_place(
        self, radius: float, bar: tuple[float, float], may_be_cut: bool, tight: bool
    ) -> tuple[float, float] | None:
        """The place in a bar farthest from what lies there, or ``tight``, as near to it as it may; or none."""
        margin = -radius if may_be_cut else radius + self.scatter.line_mm
        low, high = bar[0] + max(margin, 0.0), bar[1] - max(margin, 0.0)
        wide = self.area.half_wide - radius
        if low > high + 1e-9 or wide < 0:
            return None
        for tries in (_CANDIDATES, _HARD_TRIES):
            xs = self.random.uniform(-wide, wide, tries)
            ys = self.random.uniform(low, max(high, low), tries)
            room = self.room(xs, ys, radius)
            if not may_be_cut:
                for line in self.wires.lines_at((low + high) / 2):
                    room = np.where(np.abs(xs - line) < radius + self.scatter.line_mm, -np.inf, room)
            if tight:
                # The edges of the top count as neighbours, or the corners would be wasted.
                room = np.where(room >= self.scatter.apart_mm, -np.minimum(room, wide - np.abs(xs)), -np.inf)
                best = int(np.argmax(room))
                if np.isfinite(room[best]):
                    return float(xs[best]), float(ys[best])
                continue
            best = int(np.argmax(room))
            if room[best] >= self.scatter.apart_mm:
                return float(xs[best]), float(ys[best])
        return None

    def room(self, xs: Array, ys: Array, radius: float) -> Array:
        """Gap [mm] from each place to the nearest piece; nothing where it is kept clear."""
        room = np.full(len(xs), np.inf)
        if self.lying:
            x = np.array([item[2] for item in self.lying])
            y = np.array([item[3] for item in self.lying])
            r = np.array([item[4] for item in self.lying])
            gaps = np.hypot(xs[:, None] - x, ys[:, None] - y) - r - radius
            room = gaps.min(axis=1)
        room = np.where(self.area.holds(xs, ys, radius), room, -np.inf)
        for part in self.clear:
            inside = (
                (ys > part.from_mm - radius)
                & (ys < part.to_mm + radius)
                & (xs > part.left_mm - radius)
                & (xs < part.right_mm + radius)
            )
            room = np.where(inside, -np.inf, room)
        return room

    def told(self) -> ScatterPlan:
        strewn = []
        for i, (key, number, x, y, radius, pinned) in enumerate(self.lying):
            touches = any(
                math.hypot(x - other[2], y - other[3]) < radius + other[4] - _LEAST_APART_MM
                for j, other in enumerate(self.lying)
                if j != i
            )
            bar = next((n for n, (y0, y1) in enumerate(self.bars) if y0 <= y <= y1), None)
            crossed = self.wires.crosses(x, y, radius, radius)
            leans = crossed and key not in self.cuttable
            strewn.append(
                Strewn(
                    pieces=key,
                    number=number,
                    x=x,
                    y=y,
                    radius=radius,
                    bar=bar,
                    pinned=pinned,
                    touches=touches,
                    leans=leans,
                )
            )
        shares = tuple(
            {
                item.pieces: sum(1 for piece in strewn if piece.pieces == item.pieces and piece.bar == n)
                for item in self.scatter.items
            }
            for n in range(len(self.bars))
        )
        touching, leaning = sum(p.touches for p in strewn), sum(p.leans for p in strewn)
        return ScatterPlan(
            strewn=tuple(strewn),
            shares=shares,
            lacking=self.lacking,
            touching=touching,
            leaning=leaning,
            says=_says(shares, sum(self.lacking.values()), touching, None if self.area.whole else leaning),
        )


def _says(shares: Sequence[Mapping[str, int]], lacking: int, touching: int, leaning: int | None) -> str:
    """A scatter in words; ``leaning``: over a wire, where one goes through it."""
    sums = [sum(share.values()) for share in shares]
    low, high = min(sums), max(sums)
    words = [f"Every bar has {low}" if low == high else f"Bars have {low} to {high}"]
    if leaning is None:
        words = [f"Each has {low}"]
    if lacking:
        words.append(f"{lacking} find no place")
    if touching:
        words.append(f"{touching} touch")
    if leaning is not None:
        words.append(f"{leaning} would be cut" if leaning else "the wire misses all it should")
    return ", ".join(words) + "."
