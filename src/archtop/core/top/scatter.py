"""Pieces on top that look strewn and are fair: every bar gets what it was promised, and the wire misses what it should.

Each bar is filled by itself, the largest pieces first, each at the best of many random places: the one farthest from
all that lies there already (best-candidate sampling: Mitchell 1991, Computer Graphics 25(4):157). One seed gives one
arrangement.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen, InputError
from archtop.core.document import Clear, Scatter, ScatterItem
from archtop.core.top.runs import TopArea
from archtop.core.top.wires import Wires

__all__ = [
    "Foot",
    "ScatterPlan",
    "Strewn",
    "reach_across",
    "reach_along",
    "strew",
]

Array = NDArray[np.float64]
Places = float | Array

# Places tried for each piece: more look more even, and cost time.
_CANDIDATES = 80
# Places tried before a bar counts as full, and how often a full one is begun anew with its pieces close together.
_HARD_TRIES = 600
_CLOSE_TRIES = 12
_LEAST_APART_MM = 0.5
_NEAR_MM = 60.0
# How a piece that is longer than wide lies, its length turned from the loaf's [°]; any other way as it falls.
_TURNS: Mapping[str, float] = {"across": 90.0, "along": 0.0}


class Foot(NamedTuple):
    """What a piece covers as it lies: half of it along itself and across itself [mm]."""

    half_long: float
    half_wide: float

    @property
    def radius(self) -> float:
        """Of the round that takes as much from end to end and from side to side [mm]."""
        return (self.half_long + self.half_wide) / 2

    def reach(self, turn_deg: Places) -> tuple[Array, Array]:
        """How far it reaches across the loaf and along it [mm], its length turned so far from the loaf's."""
        turn = np.radians(turn_deg)
        cos, sin = np.cos(turn), np.sin(turn)
        across = np.hypot(self.half_long * sin, self.half_wide * cos)
        return across, np.hypot(self.half_long * cos, self.half_wide * sin)

    def towards(self, angle: Array, turn_deg: Places) -> Array:
        """How far its edge is from its middle towards ``angle`` [rad], counted from the loaf's length [mm]."""
        return _towards(self.half_long, self.half_wide, angle - np.radians(turn_deg))


def _towards(half_long: Places, half_wide: Places, away: Array) -> Array:
    """From the middle of an ellipse to its edge, ``away`` from its length [rad]."""
    across, along = half_wide * np.cos(away), half_long * np.sin(away)
    return np.asarray(half_long * half_wide / np.hypot(across, along))


class Strewn(Frozen):
    """A piece where it lies: across, along [mm], the bar it belongs to; whether it is pinned, or touches.

    ``radius``: of a round one of its size; ``half_long``, ``half_wide``: as it is, its length turned by ``turn_deg``
    from the loaf's. ``up_mm``: its lowest point over the level, on what lies under it.
    """

    pieces: str
    number: int
    x: float
    y: float
    radius: float
    half_long: float
    half_wide: float
    turn_deg: float
    bar: int | None
    pinned: bool
    touches: bool
    leans: bool
    up_mm: float = 0.0


def reach_along(piece: Strewn) -> float:
    """How far a piece reaches along the loaf from its middle [mm]."""
    return float(Foot(piece.half_long, piece.half_wide).reach(piece.turn_deg)[1])


def reach_across(piece: Strewn) -> float:
    """How far a piece reaches across the loaf from its middle [mm]."""
    return float(Foot(piece.half_long, piece.half_wide).reach(piece.turn_deg)[0])


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
    feet: Mapping[str, Foot],
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    clear: Sequence[Clear] = (),
    *,
    wires: Wires | None = None,
) -> ScatterPlan:
    """Strew pieces over the bars.

    :param feet: of each kind of piece, lying down
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
    return _Strewing(scatter, feet, area, bars, clear, wires=wires or across).plan()


class _Lying(NamedTuple):
    """A piece that lies there."""

    pieces: str
    number: int
    x: float
    y: float
    turn_deg: float
    pinned: bool = False


class _Place(NamedTuple):
    """Where a piece may lie."""

    x: float
    y: float
    turn_deg: float


class _Strewing:
    """The top as it fills."""

    def __init__(
        self,
        scatter: Scatter,
        feet: Mapping[str, Foot],
        area: TopArea,
        bars: Sequence[tuple[float, float]],
        clear: Sequence[Clear],
        *,
        wires: Wires,
    ) -> None:
        self.scatter, self.feet, self.area, self.bars, self.clear = scatter, feet, area, list(bars), clear
        self.wires = wires
        self.random = np.random.default_rng(scatter.seed)
        self.items = {item.pieces: item for item in scatter.items}
        self.all_round = all(foot.half_long == foot.half_wide for foot in feet.values())
        self.lying: list[_Lying] = []
        self.lacking: dict[str, int] = {}

    def plan(self) -> ScatterPlan:
        for item in self.scatter.items:
            if item.each_bar:
                self.set_out(item)
        for item in sorted(self.scatter.items, key=lambda item: -self.feet[item.pieces].radius):
            if not item.each_bar:
                self.share_out(item)
        # A hand that moves one piece moves no other: all are strewn first, and those that are held put where they are.
        held = {(pin.pieces, pin.number): pin for pin in self.scatter.pins}
        turns = {lying[:2]: lying.turn_deg for lying in self.lying}
        for pin in held.values():
            if (pin.pieces, pin.number) not in turns:
                self.lacking[pin.pieces] -= 1
        self.lying = [lying for lying in self.lying if lying[:2] not in held]
        for key, pin in held.items():
            turn = turns.get(key, _TURNS.get(self.items[pin.pieces].lies, 0.0))
            self.lying.append(_Lying(*key, pin.x, pin.y, turn, pinned=True))
        self.lacking = {key: many for key, many in self.lacking.items() if many}
        return self.told()

    def set_out(self, item: ScatterItem) -> None:
        """The same places on every bar, as long as there are pieces."""
        turn = _TURNS.get(item.lies, 0.0)
        for number in range(item.count):
            n, k = divmod(number, len(item.each_bar))
            if n == len(self.bars):
                self.lacking[item.pieces] = item.count - number
                return
            (low, high), place = self.bars[n], item.each_bar[k]
            x = -place.x if item.mirrored and n % 2 else place.x
            y = low + place.along_percent / 100 * (high - low)
            self.lying.append(_Lying(item.pieces, number, x, y, turn))

    def share_out(self, item: ScatterItem) -> None:
        """As many for every bar as for every other, what is left over to bars drawn by lot."""
        each, over = divmod(item.count, len(self.bars))
        lucky = set(self.random.permutation(len(self.bars))[:over].tolist())
        due = [each + (1 if i in lucky else 0) for i in range(len(self.bars))]
        numbers = list(range(item.count))
        for i in self.random.permutation(len(self.bars)).tolist():
            wanted = min(due[i], len(numbers))
            for place in self.fill_bar(item, self.bars[i], wanted):
                self.lying.append(_Lying(item.pieces, numbers.pop(0), *place))
        # Where a bar was full, any other may take what it could not.
        while numbers:
            spare = next((p for bar in self.bars if (p := self.best_place(item, bar, tight=True))), None)
            if spare is None:
                self.lacking[item.pieces] = len(numbers)
                return
            self.lying.append(_Lying(item.pieces, numbers.pop(0), *spare))

    def fill_bar(self, item: ScatterItem, bar: tuple[float, float], wanted: int) -> list[_Place]:
        """Places for so many pieces in a bar; as many as fit, where even setting them close together does not help."""
        before = len(self.lying)
        best: list[_Place] = []
        for tight in (False, *(True,) * _CLOSE_TRIES):
            places: list[_Place] = []
            while len(places) < wanted:
                place = self.best_place(item, bar, tight)
                if place is None:
                    break
                places.append(place)
                self.lying.append(_Lying(item.pieces, -1, *place))
            del self.lying[before:]
            if len(places) > len(best):
                best = places
            if len(best) == wanted:
                break
        return best

    def best_place(self, item: ScatterItem, bar: tuple[float, float], tight: bool) -> _Place | None:
        """The place in a bar farthest from what lies there, or ``tight``, as near to it as it may; or none."""
        foot = self.feet[item.pieces]
        for tries in (_CANDIDATES, _HARD_TRIES):
            turns = self.turns(item, tries)
            reach_x, reach_y = foot.reach(turns)
            margin = np.maximum(np.zeros(tries) if item.may_be_cut else reach_y + self.scatter.line_mm, 0.0)
            low, high = bar[0] + margin, bar[1] - margin
            wide = self.area.half_wide - reach_x
            fits = (low <= high + 1e-9) & (wide >= 0)
            if not fits.any():
                return None
            xs = self.random.uniform(-1, 1, tries) * np.maximum(wide, 0.0)
            ys = low + self.random.uniform(0, 1, tries) * np.maximum(high - low, 0.0)
            room = np.where(fits, self.room(xs, ys, foot, turns), -np.inf)
            if not item.may_be_cut:
                for line in self.wires.lines_at((bar[0] + bar[1]) / 2):
                    room = np.where(np.abs(xs - line) < reach_x + self.scatter.line_mm, -np.inf, room)
            if tight:
                # The edges of the top count as neighbours, or the corners would be wasted.
                room = np.where(room >= self.scatter.apart_mm, -np.minimum(room, wide - np.abs(xs)), -np.inf)
                best = int(np.argmax(room))
                if np.isfinite(room[best]):
                    return _Place(float(xs[best]), float(ys[best]), float(turns[best]))
                continue
            best = int(np.argmax(room))
            if room[best] >= self.scatter.apart_mm:
                return _Place(float(xs[best]), float(ys[best]), float(turns[best]))
        return None

    def turns(self, item: ScatterItem, count: int) -> Array:
        """How pieces lie [°]: as the document says, or each as it falls."""
        if item.lies in _TURNS:
            return np.full(count, _TURNS[item.lies])
        return self.random.uniform(0, 180, count)

    def room(self, xs: Array, ys: Array, foot: Foot, turns: Array) -> Array:
        """Gap [mm] from each place to the nearest piece; nothing where it is kept clear."""
        room = np.full(len(xs), np.inf)
        if self.lying:
            lying = self.lying
            if not self.all_round:
                # Angles take time: what lies far from all places is left out.
                near = [item for item in lying if ys.min() - _NEAR_MM < item.y < ys.max() + _NEAR_MM]
                lying = near or lying
            there = np.array([(item.x, item.y, item.turn_deg, *self.feet[item.pieces]) for item in lying])
            dx, dy = there[:, 0] - xs[:, None], there[:, 1] - ys[:, None]
            away = np.hypot(dx, dy)
            if self.all_round:
                room = (away - foot.half_long - there[:, 3]).min(axis=1)
            else:
                angle = np.arctan2(dx, dy)
                # The same from the other side: an ellipse is as far from its middle either way.
                others = _towards(there[:, 3], there[:, 4], angle - np.radians(there[:, 2]))
                room = (away - foot.towards(angle, turns[:, None]) - others).min(axis=1)
        reach_x, reach_y = foot.reach(turns)
        # On a round top the piece's own round decides, on a square one how far it reaches to each side.
        if self.area.oval:
            room = np.where(self.area.holds(xs, ys, max(foot)), room, -np.inf)
        for part in self.clear:
            inside = (
                (ys > part.from_mm - reach_y)
                & (ys < part.to_mm + reach_y)
                & (xs > part.left_mm - reach_x)
                & (xs < part.right_mm + reach_x)
            )
            room = np.where(inside, -np.inf, room)
        over = (ys - reach_y < self.area.front - 0.01) | (ys + reach_y > self.area.back + 0.01)
        return np.where(over, -np.inf, room)

    def told(self) -> ScatterPlan:
        strewn = tuple(self.strewn(lying) for lying in self.lying)
        shares = tuple(
            {
                item.pieces: sum(1 for piece in strewn if piece.pieces == item.pieces and piece.bar == n)
                for item in self.scatter.items
            }
            for n in range(len(self.bars))
        )
        touching, leaning = sum(p.touches for p in strewn), sum(p.leans for p in strewn)
        return ScatterPlan(
            strewn=strewn,
            shares=shares,
            lacking=self.lacking,
            touching=touching,
            leaning=leaning,
            says=_says(shares, sum(self.lacking.values()), touching, None if self.area.whole else leaning),
        )

    def strewn(self, lying: _Lying) -> Strewn:
        """A piece with what is to be said of its place."""
        foot = self.feet[lying.pieces]
        reach_x, reach_y = (float(reach) for reach in foot.reach(lying.turn_deg))
        crossed = self.wires.crosses(lying.x, lying.y, reach_x, reach_y)
        return Strewn(
            pieces=lying.pieces,
            number=lying.number,
            x=lying.x,
            y=lying.y,
            radius=foot.radius,
            half_long=foot.half_long,
            half_wide=foot.half_wide,
            turn_deg=lying.turn_deg,
            bar=next((n for n, (y0, y1) in enumerate(self.bars) if y0 <= lying.y <= y1), None),
            pinned=lying.pinned,
            touches=any(self.gap(lying, other) < -_LEAST_APART_MM for other in self.lying if other is not lying),
            leans=crossed and not self.items[lying.pieces].may_be_cut,
        )

    def gap(self, one: _Lying, other: _Lying) -> float:
        """Between two pieces [mm]; less than nothing where they lie on each other."""
        dx, dy = other.x - one.x, other.y - one.y
        away, most = math.hypot(dx, dy), max(self.feet[one.pieces]) + max(self.feet[other.pieces])
        if self.all_round or away > most:
            return away - most
        angle = np.asarray(math.atan2(dx, dy))
        ends = self.feet[one.pieces].towards(angle, one.turn_deg)
        ends = ends + self.feet[other.pieces].towards(angle + math.pi, other.turn_deg)
        return away - float(ends)


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
