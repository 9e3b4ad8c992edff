"""Pieces on top that look strewn and are fair: every bar gets what it was promised, and the wire misses what it should.

Each bar is filled by itself, the largest pieces first, each at the best of many random places: the one farthest from
all that lies there already (best-candidate sampling: Mitchell 1991, Computer Graphics 25(4):157). One seed gives one
arrangement.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import InputError
from archtop.core.document import Clear, Scatter, ScatterItem
from archtop.core.top.foot import Foot, apart
from archtop.core.top.free import Lying
from archtop.core.top.runs import TopArea
from archtop.core.top.strewn import ScatterPlan, Strewn, in_words, lacks_of
from archtop.core.top.wires import Wires
from archtop.core.trade import OnTheTop, Place

__all__ = ["Strewing", "strew"]

Array = NDArray[np.float64]

# Places tried for each piece: more look more even, and cost time.
_CANDIDATES = 80
# Places tried before a bar counts as full, and how often a full one is begun anew with its pieces close together.
_HARD_TRIES = 600
_CLOSE_TRIES = 12
_LEAST_APART_MM = 0.5
_NEAR_MM = 60.0
# How a piece that is longer than wide lies, its length turned from the loaf's [°]; any other way as it falls.
_TURNS: Mapping[str, float] = {"across": 90.0, "along": 0.0}


def strew(
    scatter: Scatter,
    feet: Mapping[str, Foot],
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    clear: Sequence[Clear] = (),
    *,
    wires: Wires | None = None,
) -> ScatterPlan:
    """Strew pieces over the bars, and set those out that have places of their own.

    Those that stand on motifs find none: see :class:`Strewing`.

    :param feet: of each kind of piece, lying down
    :param bars: from and to of every bar [mm]
    :param wires: all cuts, lengthwise ones too; those between the bars alone where they are not told
    :raises InputError: ``scatter.no_bars``; ``scatter.pin`` when a pin names a piece that is not strewn
    """
    across = Wires(() if area.whole else tuple(edge for pair in bars for edge in pair), ())
    return Strewing(scatter, feet, area, bars, clear, wires=wires or across).plan()


def _refuse_what_cannot_be(scatter: Scatter, bars: Sequence[tuple[float, float]]) -> None:
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


class _Lying(NamedTuple):
    """A piece that lies there."""

    pieces: str
    number: int
    x: float
    y: float
    turn_deg: float
    pinned: bool = False


class _Cell(NamedTuple):
    """A bar, or a part of one that is cut lengthwise: along and across [mm]."""

    front: float
    back: float
    left: float
    right: float


class _Place(NamedTuple):
    """Where a piece may lie."""

    x: float
    y: float
    turn_deg: float


class Strewing:
    """The top as it fills: all that does not stand on motifs lies there at once, the largest by lot first.

    Parameters and errors are those of :func:`strew`; ``strips``: from and to across of the parts of every bar.
    """

    def __init__(
        self,
        scatter: Scatter,
        feet: Mapping[str, Foot],
        area: TopArea,
        bars: Sequence[tuple[float, float]],
        clear: Sequence[Clear],
        *,
        wires: Wires,
        strips: Sequence[Sequence[tuple[float, float]]] = (),
        whole: Collection[str] = (),
    ) -> None:
        _refuse_what_cannot_be(scatter, bars)
        self.scatter, self.feet, self.area, self.bars, self.clear = scatter, feet, area, list(bars), clear
        self.wires, self.whole = wires, whole
        strips = strips or [[(-area.half_wide, area.half_wide)]] * len(bars)
        self.cells = [_Cell(*bar, *across) for bar, parts in zip(bars, strips, strict=True) for across in parts]
        self.random = np.random.default_rng(scatter.seed)
        self.items = {item.pieces: item for item in scatter.items}
        self.all_round = all(foot.half_long == foot.half_wide and not foot.square for foot in feet.values())
        self.lying: list[_Lying] = []
        self.lacking: dict[str, int] = {}
        self.lay_what_needs_no_run()

    def lay_what_needs_no_run(self) -> None:
        own = [item for item in self.scatter.items if not item.placing.by_lot]
        for item in own:
            if item.placing.on_run is None:
                self.set_out(item, {})
            else:
                self.lacking[item.pieces] = item.count
        strewn = [item for item in self.scatter.items if item.placing.by_lot]
        for item in sorted(strewn, key=lambda item: -self.feet[item.pieces].radius):
            self.share_out(item)
        for item in self.scatter.items:
            if item.placing.on_run is None:
                self.hold(item)

    def set_on(self, item: ScatterItem, motifs: Mapping[str, Sequence[Place]]) -> None:
        """Pieces that stand on motifs, as soon as these are piped, by the id of their run."""
        self.set_out(item, motifs)
        self.hold(item)

    def lies(self, pieces: str) -> list[tuple[int, Lying]]:
        """Where all of a kind lie, with their numbers."""
        return [
            (lying.number, Lying(lying.x, lying.y, *self.feet[pieces][:2], lying.turn_deg))
            for lying in self.lying
            if lying.pieces == pieces
        ]

    def plan(self) -> ScatterPlan:
        """Everything where it lies, and what is to be said of it."""
        order = {item.pieces: i for i, item in enumerate(self.scatter.items)}
        self.lying.sort(key=lambda lying: (lying.pinned, order[lying.pieces]))
        self.lacking = {key: many for key, many in self.lacking.items() if many}
        return self.told()

    def set_out(self, item: ScatterItem, motifs: Mapping[str, Sequence[Place]]) -> None:
        """The places that its placing names, as long as there are pieces."""
        turn = _TURNS.get(item.lies, 0.0)
        there = OnTheTop(self.area.front, self.area.back, self.area.half_wide, self.bars, motifs)
        places = item.placing.set_out(there, item.count)
        self.lying += [_Lying(item.pieces, number, x, y, turn) for number, (x, y) in enumerate(places)]
        self.lacking[item.pieces] = item.count - len(places)

    def hold(self, item: ScatterItem) -> None:
        """Those that a hand put down: it moves no other, for all are strewn first."""
        held = {pin.number: pin for pin in self.scatter.pins if pin.pieces == item.pieces}
        turns = {lying.number: lying.turn_deg for lying in self.lying if lying.pieces == item.pieces}
        self.lying = [lying for lying in self.lying if lying.pieces != item.pieces or lying.number not in held]
        for number, pin in held.items():
            if number not in turns:
                self.lacking[item.pieces] -= 1
            turn = turns.get(number, _TURNS.get(item.lies, 0.0))
            self.lying.append(_Lying(item.pieces, number, pin.x, pin.y, turn, pinned=True))

    def share_out(self, item: ScatterItem) -> None:
        """As many for every bar as for every other, what is left over to bars drawn by lot."""
        each, over = divmod(item.count, len(self.cells))
        lucky = set(self.random.permutation(len(self.cells))[:over].tolist())
        due = [each + (1 if i in lucky else 0) for i in range(len(self.cells))]
        numbers = list(range(item.count))
        for i in self.random.permutation(len(self.cells)).tolist():
            wanted = min(due[i], len(numbers))
            for place in self.fill(item, self.cells[i], wanted):
                self.lying.append(_Lying(item.pieces, numbers.pop(0), *place))
        # Where a bar was full, any other may take what it could not.
        while numbers:
            spare = next((p for cell in self.cells if (p := self.best_place(item, cell, tight=True))), None)
            if spare is None:
                self.lacking[item.pieces] = len(numbers)
                return
            self.lying.append(_Lying(item.pieces, numbers.pop(0), *spare))

    def fill(self, item: ScatterItem, cell: _Cell, wanted: int) -> list[_Place]:
        """Places for so many pieces in a cell; as many as fit, where even setting them close together does not help."""
        before = len(self.lying)
        best: list[_Place] = []
        for tight in (False, *(True,) * _CLOSE_TRIES):
            places: list[_Place] = []
            while len(places) < wanted:
                place = self.best_place(item, cell, tight)
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

    def best_place(self, item: ScatterItem, cell: _Cell, tight: bool) -> _Place | None:
        """The place in a cell farthest from what lies there, or ``tight``, as near to it as it may; or none."""
        foot = self.feet[item.pieces]
        for tries in (_CANDIDATES, _HARD_TRIES):
            turns = self.turns(item, tries)
            reach_x, reach_y = foot.reach(turns)
            margin = np.maximum(np.zeros(tries) if item.may_be_cut else reach_y + self.scatter.line_mm, 0.0)
            low, high = cell.front + margin, cell.back - margin
            left = cell.left + self.off_side(item, cell.left, reach_x)
            right = cell.right - self.off_side(item, cell.right, reach_x)
            middle, wide = (left + right) / 2, (right - left) / 2
            fits = (low <= high + 1e-9) & (wide >= 0)
            if not fits.any():
                return None
            xs = middle + self.random.uniform(-1, 1, tries) * np.maximum(wide, 0.0)
            ys = low + self.random.uniform(0, 1, tries) * np.maximum(high - low, 0.0)
            room = np.where(fits, self.room(xs, ys, foot, turns), -np.inf)
            if tight:
                # The edges of the top count as neighbours, or the corners would be wasted.
                room = np.where(room >= self.scatter.apart_mm, -np.minimum(room, wide - np.abs(xs - middle)), -np.inf)
                best = int(np.argmax(room))
                if np.isfinite(room[best]):
                    return _Place(float(xs[best]), float(ys[best]), float(turns[best]))
                continue
            best = int(np.argmax(room))
            if room[best] >= self.scatter.apart_mm:
                return _Place(float(xs[best]), float(ys[best]), float(turns[best]))
        return None

    def off_side(self, item: ScatterItem, side: float, reach_x: Array) -> Array:
        """How far a middle keeps off a side of its cell [mm]: off the edge, and off a lengthwise cut."""
        if abs(side) >= self.area.half_wide - 1e-6:
            return reach_x
        return np.zeros(len(reach_x)) if item.may_be_cut else reach_x + self.scatter.line_mm

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
            there = np.array([(item.x, item.y, *self.outline(item)) for item in lying])
            dx, dy = there[:, 0] - xs[:, None], there[:, 1] - ys[:, None]
            away = np.hypot(dx, dy)
            if self.all_round:
                room = (away - foot.half_long - there[:, 2]).min(axis=1)
            else:
                room = apart(-dx, -dy, foot, turns[:, None], there[:, 2:]).min(axis=1)
        reach_x, reach_y = foot.reach(turns)
        # On a round top the piece's own round decides, on a square one how far it reaches to each side.
        if self.area.oval:
            room = np.where(self.area.holds(xs, ys, foot.farthest), room, -np.inf)
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
            lacking=lacks_of(self.scatter, self.lacking, self.whole),
            touching=touching,
            leaning=leaning,
            says=in_words(shares, sum(self.lacking.values()), touching, None if self.area.whole else leaning),
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
            touches=any(
                self.gap(lying, other) < -_LEAST_APART_MM
                for other in self.lying
                if other is not lying and not self.stacked(lying, other)
            ),
            leans=crossed and not self.items[lying.pieces].may_be_cut,
        )

    def stacked(self, one: _Lying, other: _Lying) -> bool:
        """Whether the one stands on the other on purpose: both on the same motif."""
        runs = {self.items[lying.pieces].placing.on_run for lying in (one, other)}
        return len(runs) == 1 and None not in runs and math.hypot(one.x - other.x, one.y - other.y) < _LEAST_APART_MM

    def gap(self, one: _Lying, other: _Lying) -> float:
        """Between two pieces [mm]; less than nothing where they lie on each other."""
        dx, dy = other.x - one.x, other.y - one.y
        feet = self.feet[one.pieces], self.feet[other.pieces]
        away, most = math.hypot(dx, dy), feet[0].farthest + feet[1].farthest
        if self.all_round or away > most:
            return away - most
        there = np.array([self.outline(other)])
        return float(apart(np.array([dx]), np.array([dy]), feet[0], one.turn_deg, there)[0])

    def outline(self, lying: _Lying) -> tuple[float, float, float, float]:
        """Half its length and width [mm], its turn [°], and whether it is square."""
        foot = self.feet[lying.pieces]
        return (foot.half_long, foot.half_wide, lying.turn_deg, float(foot.square))
