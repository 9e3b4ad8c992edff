"""Runs as planned: one motif each, where every one stands, what all take, which of them a wire goes through."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

import shapely

from archtop.core.base import Figure, Frozen, InputError, Rate
from archtop.core.cuts import strips_along
from archtop.core.document import Frosting, Loaf
from archtop.core.rheology import stiffest_through, thick_as
from archtop.core.top.free import FreeTop
from archtop.core.top.runs import Spot, TopArea, spots_of
from archtop.core.top.wires import wires_of
from archtop.core.trade import MOTIFS, Bead, Motif, MotifName, Tip, bead_of, motif_of, opening_of

__all__ = ["Ground", "RunPlan", "TipPlan", "reach_of", "run_plan", "tip_plan"]


class TipPlan(Frozen):
    """A tip's opening, to be drawn [mm], and its bead."""

    id: str
    name: str
    openings: tuple[tuple[tuple[float, float], ...], ...]
    bead: Bead


class RunPlan(Frozen):
    """A run: one motif, where each stands, what all take. ``cut``: how many of them a wire goes through.

    ``bags``: those that take turns, each with its colours side by side; ``left_out``: how many find no place, by the
    reason. ``passes``: how often it is gone over: the places are told as often. ``per_bar``: how many stand in each
    bar; ``most_pa``: from here on a hand no longer pushes it through its tip. ``thick_from``, ``thick_to``: how thick
    the frosting must be and may be, in words.
    """

    id: str
    name: str
    kind: MotifName
    tip: str
    bags: tuple[tuple[str, ...], ...]
    motif: Motif
    spots: tuple[Spot, ...]
    left_out: dict[str, int]
    passes: int
    per_bar: tuple[int, ...]
    cut: int
    volume: Figure
    minutes: Figure
    most_pa: float
    thick_from: str
    thick_to: str
    says: str

    def bag_of(self, spot: int) -> tuple[str, ...]:
        """Colours of the bag that the motif of that number comes from."""
        return self.bags[spot % len(self.bags)]

    def share_of(self, colour: str) -> float:
        """What share of the run is of a colour: bags take turns evenly, colours in one lie evenly side by side."""
        return sum(bag.count(colour) / len(bag) for bag in self.bags) / len(self.bags)


class Ground(NamedTuple):
    """What runs are piped on: the loaf, its top's area, its bars from and to [mm], what lies there."""

    loaf: Loaf
    area: TopArea
    bars: Sequence[tuple[float, float]]
    free: FreeTop


def tip_plan(tip: Tip) -> TipPlan:
    """A tip's opening to be drawn, and its bead."""
    return TipPlan(id=tip.id, name=tip.name, openings=_rings(tip), bead=bead_of(tip))


def _rings(tip: Tip) -> tuple[tuple[tuple[float, float], ...], ...]:
    parts = shapely.get_parts(opening_of(tip).simplify(0.02))
    return tuple(
        tuple((float(x), float(y)) for x, y in shapely.get_coordinates(shapely.get_exterior_ring(part))[:-1])
        for part in parts
    )


def run_plan(ground: Ground, frosting: Frosting, i: int, density_g_ml: float, own: Mapping[str, Rate]) -> RunPlan:
    """The frosting's run of that number.

    :param density_g_ml: of the frosting
    :param own: what the studio has learned about its hands
    :raises InputError: ``run.tip`` when its tip is none of the loaf's; ``tip.wider_than_bag``
    """
    run, (loaf, area, bars, free) = frosting.runs[i], ground
    tip = next((tip for tip in frosting.tips if tip.id == run.tip), None)
    if tip is None:
        raise InputError.one(
            "run.tip", f"frosting.runs.{i}.tip", run.tip, "is none of this loaf's tips", "Choose one, or add it."
        )
    bead = bead_of(tip)
    motif = motif_of(run.motif, bead, density_g_ml, own)
    strips = [cut.parts for cut in strips_along(loaf.cuts, len(bars), area.half_wide)]
    spots, left_out = spots_of(run, motif, area, bars, strips=strips, clear=loaf.top.clear, free=free)
    wires = wires_of(loaf.cuts, area, bars)
    cut = sum(wires.crosses(spot.x, spot.y, _reach_across(spot, motif), reach_of(spot, motif)) for spot in spots)
    most_pa = stiffest_through(frosting.bag_mm, bead.hydraulic_mm, tip.land_mm)
    return RunPlan(
        id=run.id,
        name=run.name,
        kind=run.motif.kind,
        tip=run.tip,
        bags=run.bags,
        motif=motif,
        spots=spots,
        left_out=left_out,
        passes=run.passes,
        per_bar=tuple(sum(1 for spot in spots if y0 <= spot.y <= y1) for y0, y1 in bars),
        cut=cut,
        volume=_times(motif.volume, len(spots), 1, "ml"),
        minutes=_times(motif.time, len(spots), 60, "min"),
        most_pa=most_pa,
        thick_from=thick_as(motif.needed_pa),
        thick_to=thick_as(most_pa),
        says=f"{len(spots)} × {MOTIFS[run.motif.kind].label.lower()}, {motif.high_mm:.0f} mm high"
        + (f", in {run.passes} passes one on the other" if run.passes > 1 else "")
        + ("" if area.whole else f"; {_through(cut, forgives=MOTIFS[run.motif.kind].forgives)}")
        + "".join(f"; {many} left out: {why}" for why, many in left_out.items()),
    )


def _through(cut: int, *, forgives: bool) -> str:
    if not cut:
        return "the wire misses all"
    return f"the wire goes through {cut}" + (", which hardly shows where they touch across it" if forgives else "")


def _times(one: Figure, count: int, per: float, unit: Literal["ml", "min"]) -> Figure:
    """So many of one, in a unit that holds ``per`` of its own."""
    digits = 2 if unit == "ml" else 1
    return Figure(
        value=one.value * count / per,
        unit=unit,
        low=one.low * count / per,
        high=one.high * count / per,
        basis=one.basis,
        how=f"{count} × {one.value:.{digits}f} {one.unit}: {one.how}",
        source=one.source,
    )


def _reach_across(spot: Spot, motif: Motif) -> float:
    """How far a motif reaches across the loaf from its middle [mm]."""
    turn = math.radians(spot.turn_deg)
    return motif.long_mm / 2 * abs(math.sin(turn)) + motif.wide_mm / 2 * abs(math.cos(turn))


def reach_of(spot: Spot, motif: Motif, *, across: bool = False) -> float:
    """How far a motif reaches along the loaf from its middle, or across it [mm]."""
    turn = math.radians(spot.turn_deg + (90 if across else 0))
    return motif.long_mm / 2 * abs(math.cos(turn)) + motif.wide_mm / 2 * abs(math.sin(turn))
