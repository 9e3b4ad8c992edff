"""Where the cuts fall, what each bar weighs, and what its face shows."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Literal

from archtop.core.base import Figure, Frozen, InputError, Mend, Rate
from archtop.core.cuts.strips import Strips, cut_half_mm, strips_along
from archtop.core.cuts.weights import Solid, weight_g
from archtop.core.document import Cuts
from archtop.core.geometry import Mould, MouldOutline, Prism
from archtop.core.learning import kind_of

__all__ = [
    "GAP_MM",
    "TRIMMED_MM",
    "Bar",
    "CutPlan",
    "bars_along",
    "cured_of",
    "cut_loaf",
    "cut_positions",
]

# A joint so near a bar's face comes off with the bevel.
TRIMMED_MM = 0.5
# Pieces of a row never meet quite flat: a cut so near to where they do shows the gap, or two half pieces.
GAP_MM = 2.0
_THINNEST_MM = 5.0


class Slice(Frozen):
    """An end slice, from ``from_mm`` to ``to_mm`` along the loaf."""

    end: Literal["front", "back"]
    from_mm: float
    to_mm: float
    weight_g: float


class Bar(Frozen):
    """A bar. ``shows``: embeds in its front face; ``joints_mm``: where a piece begins or ends inside the bar.

    ``cured``: what it weighs after four to six weeks. ``gaps_mm``: joints of a row so near to one of its faces that the
    face shows them. ``parts``: bars it is cut into side by side, of ``part_gs`` from the left; ``strips``: from and to
    of each across the loaf; ``left_g``: what is left beside the last of them.
    """

    number: int
    from_mm: float
    to_mm: float
    weight: Figure
    cured: Figure
    shows: tuple[str, ...]
    joints_mm: tuple[float, ...]
    gaps_mm: tuple[float, ...]
    mould: MouldOutline
    parts: int
    part_gs: tuple[float, ...]
    strips: tuple[tuple[float, float], ...]
    left_g: float
    note: str


class CutPlan(Frozen):
    """Bars front to back. ``halfway``: embeds that a cut through the middle of the loaf shows.

    ``spread_g``: heaviest less lightest of those that are cut as usual; ``kerf_loss_g``: what the wire carries off. All
    of one mould; ``moulds`` are cut alike, ``in_all``: bars that come off all of them. ``whole``: turned out and not
    cut, a bar each.
    """

    bars: tuple[Bar, ...]
    moulds: int
    in_all: int
    whole: bool
    slices: tuple[Slice, ...]
    halfway: tuple[str, ...]
    spread_g: Figure
    kerf_loss_g: float
    total_g: float

    def slice_of(self, number: int) -> Bar:
        """The slice that a bar comes from; halves and strips are numbered one by one, mould after mould."""
        each = [bar for bar in self.bars for _ in bar.part_gs]
        return each[(number - 1) % len(each)]

    def bar_weight(self, number: int) -> Figure:
        """What a bar should weigh fresh; numbered as for :meth:`slice_of`."""
        each = [(bar.weight, grams) for bar in self.bars for grams in bar.part_gs]
        weight, grams = each[(number - 1) % len(each)]
        share = grams / weight.value
        return weight.model_copy(update={word: getattr(weight, word) * share for word in ("value", "low", "high")})


def cut_positions(length_mm: float, cuts: Cuts) -> tuple[tuple[float, float], ...]:
    """From and to [mm] of every whole bar.

    A wire takes ``kerf_mm`` at each cut: between bars, and between a bar and an end slice. A bar as thick as several
    takes what the wires between them would have taken too; one that no longer fits whole is as thick as there is room.

    :raises InputError: ``cuts.none`` when not one bar fits; ``cuts.wire`` when a wire moved by hand leaves no bar
    """
    front = cuts.front_slice_mm + (cuts.kerf_mm if cuts.front_slice_mm > 0 else 0.0)
    back = cuts.back_slice_mm + (cuts.kerf_mm if cuts.back_slice_mm > 0 else 0.0)
    bar_mm = _bar_mm(length_mm - front - back, cuts)
    pitch = bar_mm + cuts.kerf_mm
    count = math.floor((length_mm - front - back + cuts.kerf_mm) / pitch + 1e-9)
    if count < 1:
        raise InputError.one(
            "cuts.none",
            "cuts.bar_mm",
            cuts.bar_mm,
            f"no whole bar fits into {length_mm:g} mm less its end slices",
            "Cut thinner bars or smaller slices.",
        )
    starts, ends = _thick_as_told(front, pitch, count, cuts)
    for move in cuts.moved:
        if move.wire < len(starts):
            ends[move.wire - 1] += move.by_mm
            starts[move.wire] += move.by_mm
    for i, (start, end) in enumerate(zip(starts, ends, strict=True)):
        if end - start < _THINNEST_MM:
            raise InputError.one(
                "cuts.wire",
                "cuts.moved",
                f"bar {i + 1}",
                f"would be {end - start:.1f} mm; {_THINNEST_MM:g} mm is least",
                "Move its wires apart again.",
                Mend(says="All wires where they were", field="cuts.moved", value=[]),
            )
    return tuple(zip(starts, ends, strict=True))


def _thick_as_told(front: float, pitch: float, count: int, cuts: Cuts) -> tuple[list[float], list[float]]:
    """Where bars begin and end when there is room for so many usual ones, some as thick as several."""
    starts: list[float] = []
    ends: list[float] = []
    taken = 0
    while taken < count:
        times = min(cuts.times_of(len(starts) + 1), count - taken)
        starts.append(front + taken * pitch)
        taken += times
        ends.append(front + taken * pitch - cuts.kerf_mm)
    return starts, ends


def _bar_mm(room_mm: float, cuts: Cuts) -> float:
    """How thick a bar is: as told, or what so many of them leave to each."""
    if cuts.slices is None:
        return cuts.bar_mm
    each = (room_mm - (cuts.slices - 1) * cuts.kerf_mm) / cuts.slices
    if each < _THINNEST_MM:
        most = max(1, math.floor((room_mm + cuts.kerf_mm) / (_THINNEST_MM + cuts.kerf_mm)))
        raise InputError.one(
            "cuts.many",
            "cuts.slices",
            cuts.slices,
            f"each would be {max(each, 0):.1f} mm thick; {_THINNEST_MM:g} mm is least",
            f"Cut {most} at most.",
            Mend(says=f"Cut {most}", field="cuts.slices", value=most),
        )
    return each


def bars_along(mould: Mould, cuts: Cuts) -> tuple[tuple[float, float], ...]:
    """From and to [mm] of every bar; what is turned out whole is one.

    :raises InputError: as :func:`cut_positions`
    """
    return (mould.ends(mould.height_mm),) if mould.whole else cut_positions(mould.length_mm, cuts)


def cut_loaf(
    mould: Mould,
    cuts: Cuts,
    prisms: Mapping[str, Prism],
    solid: Solid,
    *,
    row_joints: Sequence[float] = (),
    cure: Rate | None = None,
    moulds: int = 1,
) -> CutPlan:
    """Cut the loaf and weigh every part of it; bars, slices and kerf together weigh what was filled in.

    :param row_joints: where pieces of a row meet along the loaf [mm]
    :param cure: what this studio's bars lose in curing [%]
    :param moulds: how many are filled and cut alike
    """
    spans = bars_along(mould, cuts)
    front, back = mould.ends(mould.height_mm)
    spans_to_weigh = list(spans)
    # Without an end slice the first and last bar keep the loaf's sloping end.
    if cuts.front_slice_mm == 0 or mould.whole:
        spans_to_weigh[0] = (front, spans[0][1])
    weights = [weight_g(mould, prisms, solid, span) for span in spans_to_weigh]
    half = cut_half_mm(mould, solid.level_mm)
    whole = Strips(((-half, half),))
    strips = [whole] if mould.whole else strips_along(cuts, len(spans), half)

    def strip_g(i: int, strip: tuple[float, float] | None) -> float:
        if strip is None:
            return 0.0
        uncut = strips[i] == whole
        return weights[i] if uncut else weight_g(mould, prisms, solid, spans_to_weigh[i], strip)

    bars = tuple(
        Bar(
            number=i + 1,
            from_mm=y0,
            to_mm=y1,
            weight=Figure.within(
                weights[i],
                "g",
                0.03,
                "estimate",
                how=f"{y1 - y0:.1f} mm of loaf filled to {solid.level_mm:.1f} mm, pieces and frosting by length",
                source="geometry times the batter's estimated density; fresh weight, before it loses water on the rack",
            ),
            cured=cured_of(weights[i], cure),
            shows=_shown(prisms, _face(mould, y0)),
            joints_mm=_joints_within(prisms, y0 + TRIMMED_MM, y1 - TRIMMED_MM),
            gaps_mm=tuple(y for y in row_joints if min(abs(y - y0), abs(y - y1)) < GAP_MM),
            mould=mould.outline_at(_face(mould, y0)),
            parts=len(strips[i].parts),
            part_gs=tuple(strip_g(i, strip) for strip in strips[i].parts),
            strips=strips[i].parts,
            left_g=strip_g(i, strips[i].left),
            note=cuts.notes_of(i + 1),
        )
        for i, (y0, y1) in enumerate(spans)
    )
    slices = () if mould.whole else _slices(mould, cuts, prisms, solid, spans)
    total = weight_g(mould, prisms, solid, (front, back))
    return CutPlan(
        bars=bars,
        moulds=moulds,
        in_all=moulds * sum(bar.parts for bar in bars),
        whole=mould.whole,
        slices=slices,
        halfway=_shown(prisms, mould.length_mm / 2),
        spread_g=_spread(
            [grams for i, bar in enumerate(bars, 1) if cuts.as_usual(i) for grams in bar.part_gs] or weights
        ),
        kerf_loss_g=max(0.0, total - sum(_kept_g(bar) for bar in bars) - sum(part.weight_g for part in slices)),
        total_g=total,
    )


def _kept_g(bar: Bar) -> float:
    """What of a slice is bars, and what is left beside them [g]."""
    return sum(bar.part_gs) + bar.left_g


def _face(mould: Mould, y0: float) -> float:
    """Where a bar is looked at [mm]: its front, and the middle of what is turned out whole."""
    return mould.length_mm / 2 if mould.whole else y0


def cured_of(fresh_g: float, own: Rate | None) -> Figure:
    """What a bar weighs after four to six weeks [g].

    :param fresh_g: of the bar as it is cut [g]
    :param own: what this studio's bars lose [%]
    """
    kind = kind_of("cure")
    lost = own.value if own else kind.default
    low, high = (own.low, own.high) if own else (lost - 2 * kind.studio_sd, lost + 2 * kind.studio_sd)
    return Figure(
        value=fresh_g * (1 - lost / 100),
        unit="g",
        low=fresh_g * (1 - high / 100),
        high=fresh_g * (1 - low / 100),
        basis="your log" if own else "common practice",
        how=f"{fresh_g:.0f} g less {lost:.1f} % in curing",
        source=own.source if own else kind.source,
    )


def _spread(weights: Sequence[float]) -> Figure:
    spread = max(weights) - min(weights)
    return Figure.within(spread, "g", 0.1, "estimate", how="heaviest bar less lightest", source="the bars' weights")


def _shown(prisms: Mapping[str, Prism], y: float) -> tuple[str, ...]:
    """Embeds in the face of a cut at ``y`` [mm]: those that begin there are in it, those that end there are not."""
    return tuple(key for key, prism in prisms.items() if prism.y0 <= y + 1e-6 < prism.y1)


def _joints_within(prisms: Mapping[str, Prism], y0: float, y1: float) -> tuple[float, ...]:
    """Where pieces begin or end between two places along the loaf [mm]."""
    return tuple(sorted({y for prism in prisms.values() for y in (prism.y0, prism.y1) if y0 < y < y1}))


def _slices(
    mould: Mould,
    cuts: Cuts,
    prisms: Mapping[str, Prism],
    solid: Solid,
    spans: tuple[tuple[float, float], ...],
) -> tuple[Slice, ...]:
    """The end slices: what was asked for in front, and at the back whatever is left after the last wire."""
    front, back = mould.ends(mould.height_mm)
    last = spans[-1][1] + cuts.kerf_mm
    ends: list[tuple[Literal["front", "back"], float, float]] = []
    if cuts.front_slice_mm > 0:
        ends.append(("front", front, cuts.front_slice_mm))
    if last < back - 0.05:
        ends.append(("back", last, back))
    return tuple(
        Slice(end=end, from_mm=y0, to_mm=y1, weight_g=weight_g(mould, prisms, solid, (y0, y1))) for end, y0, y1 in ends
    )
