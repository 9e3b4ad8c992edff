"""The top as planned: where every motif stands, what frosting that takes in which colours, bags, hands, and pieces.

- ``topping_of``: everything about the top of a loaf filled to a level
- ``mound_colours``: what the mound over the last pour is made of
- ``whole_on_top``: what a wire had better miss
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import shapely

from archtop.core.base import Figure, Frozen, InputError, Rate
from archtop.core.cuts import TopLoad, cut_positions
from archtop.core.document import Frosting, Loaf, Pour, Run
from archtop.core.geometry import Inside, LoafMould
from archtop.core.rheology import stiffest_through
from archtop.core.top.runs import Spot, TopArea, spots_of
from archtop.core.top.scatter import ScatterPlan, strew
from archtop.core.trade import (
    Bead,
    Made,
    Motif,
    MotifKind,
    Tip,
    bead_of,
    cut_on_side,
    finish_says,
    motif_of,
    opening_of,
)

__all__ = [
    "BagPlan",
    "ColourNeed",
    "FinishPlan",
    "RunPlan",
    "TipPlan",
    "TopPlan",
    "mound_colours",
    "topping_of",
    "whole_on_top",
]

# A bag is filled so far that it can still be twisted shut.
_FILLED = 2 / 3
# Hands that pipe want a rest: so many minutes for every ten. A stated guess.
_REST_SHARE = 0.2
# Pieces that stand so far out of the frosting are dragged by an upright wire [mm]; a stated guess.
_TALL_MM = 15.0
_SWELL_PARTS = 24
# Motifs that stand one by one; the others are strokes that run on, made to be cut.
_SINGLE = frozenset(("kiss", "ball", "coil", "tuft", "blossom", "cloud"))
# Patterns that follow the bars wherever these are.
_WITH_BARS = ("each bar", "each part")


class TipPlan(Frozen):
    """A tip's opening, to be drawn [mm], and its bead."""

    id: str
    name: str
    openings: tuple[tuple[tuple[float, float], ...], ...]
    bead: Bead


class RunPlan(Frozen):
    """A run: one motif, where each stands, what all take. ``cut``: how many of them a wire goes through.

    ``per_bar``: how many stand in each bar; ``most_pa``: from here on a hand no longer pushes it through its tip.
    """

    id: str
    name: str
    kind: MotifKind
    tip: str
    colours: tuple[str, ...]
    motif: Motif
    spots: tuple[Spot, ...]
    per_bar: tuple[int, ...]
    cut: int
    volume: Figure
    minutes: Figure
    most_pa: float
    says: str


class ColourNeed(Frozen):
    """Frosting of one colour [ml]: in the runs, under them, for practice, and what stays in bag and tip."""

    colour: str
    runs_ml: float
    base_ml: float
    practice_ml: float
    waste_ml: float
    total: Figure


class BagPlan(Frozen):
    """Bags of one tip and one set of colours side by side: how many to fold down, and how full each is."""

    tip: str
    colours: tuple[str, ...]
    count: int
    each_ml: float
    runs: tuple[str, ...]


class FinishPlan(Frozen):
    """A finish in words."""

    name: str
    kind: str
    amount: Figure
    after_pieces: bool
    says: str


class Bump(Frozen):
    """A motif or piece as a cut face shows it: its middle across, its foot's width, its height there [mm]."""

    x: float
    wide_mm: float
    high_mm: float
    colour: str
    kind: str


class TopFace(Frozen):
    """What stands on top where the loaf is cut at ``y`` [mm], from left to right."""

    y: float
    bumps: tuple[Bump, ...]


class TopPlan(Frozen):
    """Everything about the top; ``faces``: as every bar's front shows it, ``middle``: halfway along.

    ``stands``: the highest motif; ``mound_ml``: batter of the last pour above its level; ``high_mm``: over the level,
    everything counted; ``over_rim_mm``: and over the rim; ``on_side``: why it is cut lying, where it is.
    """

    front_mm: float
    back_mm: float
    half_wide_mm: float
    tips: tuple[TipPlan, ...]
    runs: tuple[RunPlan, ...]
    colours: tuple[ColourNeed, ...]
    volume: Figure
    base_ml: float
    bags: tuple[BagPlan, ...]
    minutes: Figure
    rest_min: float
    stands: Figure
    mound_ml: float
    high_mm: float
    over_rim_mm: float
    scatter: ScatterPlan | None
    faces: tuple[TopFace, ...]
    middle: TopFace
    finishes: tuple[FinishPlan, ...]
    on_side: str | None
    loads: tuple[TopLoad, ...]


def topping_of(
    loaf: Loaf,
    level_mm: float,
    made: Mapping[str, Made],
    density: Mapping[str, float],
    piece_g_ml: Mapping[str, float],
    own: Mapping[str, Rate],
) -> TopPlan:
    """The top of a loaf filled to ``level_mm``.

    :param made: small pieces, by id
    :param density: of each formula's batter [g/ml]
    :param piece_g_ml: of each kind of small piece [g/ml]
    :param own: what the studio has learned about its hands
    :raises InputError: ``run.tip``; ``tip.wider_than_bag``; of the scatter
    """
    area = _area_of(loaf.mould, level_mm)
    bars = cut_positions(loaf.mould.length_mm, loaf.cuts)
    frosting = loaf.frosting
    frosted = density[(frosting.formula if frosting else None) or loaf.formula]
    runs = tuple(
        _run(loaf, frosting, run, i, area, bars, (frosted, own))
        for i, run in enumerate(frosting.runs if frosting else ())
    )
    crown = loaf.top.crown
    mound_ml = area.area_mm2 * (2 / 3 * crown.mound_mm + 2 / 3 * crown.swell_mm + crown.texture_mm / 2) / 1000
    base_ml = area.area_mm2 * frosting.base.thick_mm / 1000 if frosting and frosting.base else 0.0
    colours = _budget(frosting, runs, base_ml)
    scatter = _strewn(loaf, made, area, bars)
    highest = max((run.motif.high_mm for run in runs), default=0.0)
    thick = frosting.base.thick_mm if frosting and frosting.base else 0.0
    pieces_high = max((made[item.pieces].size_mm[-1] for item in loaf.top.scatter.items), default=0.0)
    crowned = crown.mound_mm + crown.swell_mm + crown.texture_mm
    high = crowned + thick + max(highest, pieces_high)
    tall = tuple(
        next(piece.name for piece in loaf.pieces if piece.id == item.pieces)
        for item in loaf.top.scatter.items
        if made[item.pieces].size_mm[-1] > _TALL_MM
    )
    hands = sum(run.minutes.value for run in runs)
    volume = sum(need.total.value for need in colours)
    return TopPlan(
        front_mm=area.front,
        back_mm=area.back,
        half_wide_mm=area.half_wide,
        tips=tuple(_tip(tip) for tip in (frosting.tips if frosting else ())),
        runs=runs,
        colours=colours,
        volume=Figure.within(
            volume,
            "ml",
            0.2,
            "estimate",
            f"{sum(run.volume.value for run in runs):.0f} ml piped + {base_ml:.0f} ml under it, with practice and what "
            "stays in the bags",
            "idealised shapes; hands differ",
        ),
        base_ml=base_ml,
        bags=_bags(frosting, runs) if frosting else (),
        minutes=_hands(runs),
        rest_min=hands * _REST_SHARE,
        stands=Figure.within(
            highest, "mm", 0.25, "estimate", "the highest motif as it is piped", "geometry of the shape; hands differ"
        ),
        mound_ml=mound_ml,
        high_mm=high,
        over_rim_mm=level_mm + high - loaf.mould.height_mm,
        scatter=scatter,
        faces=tuple(_face(y0, loaf, runs, scatter, made) for y0, _ in bars),
        middle=_face((area.front + area.back) / 2, loaf, runs, scatter, made),
        finishes=tuple(
            FinishPlan(
                name=finish.name,
                kind=finish.kind,
                after_pieces=finish.when == "after pieces",
                amount=Figure.exact(
                    finish.amount, "ml" if finish.kind in ("spritz", "drizzle") else "g", "as written in the loaf"
                ),
                says=finish_says(finish),
            )
            for finish in loaf.top.finishes
        ),
        on_side=cut_on_side(loaf.top.finishes, tall),
        loads=tuple(_loads(loaf, area, runs, scatter, made, frosted, density[loaf.formula], piece_g_ml)),
    )


def _hands(runs: Sequence[RunPlan]) -> Figure:
    """Minutes at the bag, all runs together."""
    low, value, high = (sum(getattr(run.minutes, word) for run in runs) for word in ("low", "value", "high"))
    return Figure(
        value=value,
        unit="min",
        low=low,
        high=high,
        basis=runs[0].minutes.basis if runs else "estimate",
        how=" + ".join(f"{run.minutes.value:.0f} {run.name}" for run in runs) or "0",
        source=runs[0].minutes.source if runs else "seconds of each motif",
    )


def _area_of(mould: LoafMould, level_mm: float) -> TopArea:
    front, back = mould.ends(level_mm)
    surface = Inside(mould).surface_at(level_mm)
    # Bowed walls are narrowest at the ends: what fits there fits everywhere.
    half = min(mould.half_width(0.0, level_mm), mould.half_width(mould.length_mm / 2, level_mm))
    return TopArea(front=front, back=back, half_wide=half, area_mm2=surface)


def _tip(tip: Tip) -> TipPlan:
    return TipPlan(id=tip.id, name=tip.name, openings=_rings(tip), bead=bead_of(tip))


def _rings(tip: Tip) -> tuple[tuple[tuple[float, float], ...], ...]:
    parts = shapely.get_parts(opening_of(tip).simplify(0.02))
    return tuple(
        tuple((float(x), float(y)) for x, y in shapely.get_coordinates(shapely.get_exterior_ring(part))[:-1])
        for part in parts
    )


def _run(
    loaf: Loaf,
    frosting: Frosting | None,
    run: Run,
    i: int,
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    frosted: tuple[float, Mapping[str, Rate]],
) -> RunPlan:
    tip = next((tip for tip in (frosting.tips if frosting else ()) if tip.id == run.tip), None)
    if frosting is None or tip is None:
        raise InputError.one(
            "run.tip", f"frosting.runs.{i}.tip", run.tip, "is none of this loaf's tips", "Choose one, or add it."
        )
    bead = bead_of(tip)
    motif = motif_of(run.motif, bead, *frosted)
    spots = spots_of(run, motif, area, bars, loaf.cuts.parts, loaf.top.clear)
    count = len(spots)
    reach = motif.long_mm / 2
    edges = [edge for pair in bars for edge in pair]
    cut = sum(1 for spot in spots if any(abs(spot.y - edge) < _reach(spot, reach, motif) for edge in edges))
    one = motif.volume
    return RunPlan(
        id=run.id,
        name=run.name,
        kind=run.motif.kind,
        tip=run.tip,
        colours=run.colours,
        motif=motif,
        spots=spots,
        per_bar=tuple(sum(1 for spot in spots if y0 <= spot.y <= y1) for y0, y1 in bars),
        cut=cut,
        volume=Figure(
            value=one.value * count,
            unit="ml",
            low=one.low * count,
            high=one.high * count,
            basis=one.basis,
            how=f"{count} × {one.value:.2f} ml: {one.how}",
            source=one.source,
        ),
        minutes=Figure(
            value=motif.time.value * count / 60,
            unit="min",
            low=motif.time.low * count / 60,
            high=motif.time.high * count / 60,
            basis=motif.time.basis,
            how=f"{count} × {motif.time.value:.1f} s: {motif.time.how}",
            source=motif.time.source,
        ),
        most_pa=stiffest_through(frosting.bag_mm, bead.hydraulic_mm, tip.land_mm),
        says=f"{count} × {run.motif.kind}, {motif.high_mm:.0f} mm high"
        + (f"; the wire goes through {cut}" if cut else "; the wire misses all"),
    )


def _reach(spot: Spot, half_long: float, motif: Motif) -> float:
    """How far a motif reaches along the loaf from its middle."""
    turn = math.radians(spot.turn_deg)
    return half_long * abs(math.cos(turn)) + motif.wide_mm / 2 * abs(math.sin(turn))


def _budget(frosting: Frosting | None, runs: Sequence[RunPlan], base_ml: float) -> tuple[ColourNeed, ...]:
    """Frosting of each colour; practice and waste go with what is piped."""
    if frosting is None:
        return ()
    piped: dict[str, float] = {}
    for run in runs:
        for colour in run.colours:
            piped[colour] = piped.get(colour, 0.0) + run.volume.value / len(run.colours)
    under = {share.colour: base_ml * share.percent / 100 for share in (frosting.base.colours if frosting.base else ())}
    all_piped = sum(piped.values())
    found = []
    for colour in dict.fromkeys([*under, *piped]):
        mine = piped.get(colour, 0.0)
        practice = frosting.practice_ml * mine / all_piped if all_piped else 0.0
        waste = mine * frosting.waste_percent / 100
        total = mine + under.get(colour, 0.0) + practice + waste
        found.append(
            ColourNeed(
                colour=colour,
                runs_ml=mine,
                base_ml=under.get(colour, 0.0),
                practice_ml=practice,
                waste_ml=waste,
                total=Figure.within(
                    total,
                    "ml",
                    0.2,
                    "estimate",
                    f"{mine:.0f} piped + {under.get(colour, 0.0):.0f} under + {practice:.0f} practice + {waste:.0f} "
                    "left in bag and tip",
                    "idealised shapes; hands differ",
                ),
            )
        )
    return tuple(found)


def _bags(frosting: Frosting, runs: Sequence[RunPlan]) -> tuple[BagPlan, ...]:
    """Bags by tip and colours side by side; two rather than one that is filled again."""
    together: dict[tuple[str, tuple[str, ...]], list[RunPlan]] = {}
    for run in runs:
        together.setdefault((run.tip, run.colours), []).append(run)
    bags = []
    for (tip, colours), sharing in together.items():
        volume = sum(run.volume.value for run in sharing) * (1 + frosting.waste_percent / 100)
        count = max(1, math.ceil(volume / (frosting.bag_ml * _FILLED) - 1e-9))
        bags.append(
            BagPlan(
                tip=tip, colours=colours, count=count, each_ml=volume / count, runs=tuple(run.name for run in sharing)
            )
        )
    return tuple(bags)


def _strewn(
    loaf: Loaf, made: Mapping[str, Made], area: TopArea, bars: Sequence[tuple[float, float]]
) -> ScatterPlan | None:
    if not loaf.top.scatter.items:
        return None
    # Lying down a piece takes the circle around its two longer sides' mean.
    radii = {key: (how.size_mm[0] + how.size_mm[1]) / 4 for key, how in made.items()}
    return strew(loaf.top.scatter, radii, area, bars, loaf.top.clear)


def _face(
    y: float, loaf: Loaf, runs: Sequence[RunPlan], scatter: ScatterPlan | None, made: Mapping[str, Made]
) -> TopFace:
    """Motifs and pieces that a cut at ``y`` goes through; rounded, so lower and narrower away from their middle."""
    bumps = []
    for run in runs:
        for i, spot in enumerate(run.spots):
            reach = _reach(spot, run.motif.long_mm / 2, run.motif)
            if abs(spot.y - y) < reach:
                there = math.sqrt(1 - ((spot.y - y) / reach) ** 2)
                turn = math.radians(spot.turn_deg)
                wide = run.motif.wide_mm * abs(math.cos(turn)) + run.motif.long_mm * abs(math.sin(turn))
                colour = run.colours[i % len(run.colours)]
                bumps.append(
                    Bump(
                        x=spot.x,
                        wide_mm=wide * there,
                        high_mm=run.motif.high_mm * there,
                        colour=colour,
                        kind=run.kind,
                    )
                )
    colours = {piece.id: piece.colour for piece in loaf.pieces}
    for piece in scatter.strewn if scatter else ():
        if abs(piece.y - y) < piece.radius:
            there = math.sqrt(1 - ((piece.y - y) / piece.radius) ** 2)
            high = made[piece.pieces].size_mm[-1]
            bumps.append(
                Bump(
                    x=piece.x,
                    wide_mm=2 * piece.radius * there,
                    high_mm=high * there,
                    colour=colours[piece.pieces],
                    kind="piece",
                )
            )
    return TopFace(y=y, bumps=tuple(sorted(bumps, key=lambda bump: bump.x)))


def _loads(
    loaf: Loaf,
    area: TopArea,
    runs: Sequence[RunPlan],
    scatter: ScatterPlan | None,
    made: Mapping[str, Made],
    frosting_g_ml: float,
    batter_g_ml: float,
    piece_g_ml: Mapping[str, float],
) -> list[TopLoad]:
    """What lies on top, where it lies along the loaf."""
    crown = loaf.top.crown
    flat = area.area_mm2 * (2 / 3 * crown.mound_mm + crown.texture_mm / 2) / 1000 * batter_g_ml
    if loaf.frosting and loaf.frosting.base:
        flat += area.area_mm2 * loaf.frosting.base.thick_mm / 1000 * frosting_g_ml
    loads = [TopLoad(from_mm=area.front, to_mm=area.back, grams=flat)] if flat else []
    if crown.swell_mm:
        loads += _swell(area, crown.swell_mm, batter_g_ml)
    for run in runs:
        grams = run.motif.volume.value * frosting_g_ml
        for spot in run.spots:
            reach = max(_reach(spot, run.motif.long_mm / 2, run.motif), 0.5)
            loads.append(TopLoad(from_mm=spot.y - reach, to_mm=spot.y + reach, grams=grams))
    for piece in scatter.strewn if scatter else ():
        grams = made[piece.pieces].each_ml * piece_g_ml[piece.pieces]
        loads.append(TopLoad(from_mm=piece.y - piece.radius, to_mm=piece.y + piece.radius, grams=grams))
    return loads


def _swell(area: TopArea, swell_mm: float, batter_g_ml: float) -> list[TopLoad]:
    """A loaf higher in its middle: a parabola along it, in short parts that add up to two thirds of it all."""
    step = (area.back - area.front) / _SWELL_PARTS
    wide = area.area_mm2 / (area.back - area.front)

    def below(u: float) -> float:
        # ∫(1 − (2u − 1)²) du from the front, u from 0 to 1.
        return 2 * u**2 - 4 / 3 * u**3

    return [
        TopLoad(
            from_mm=area.front + i * step,
            to_mm=area.front + (i + 1) * step,
            grams=(below((i + 1) / _SWELL_PARTS) - below(i / _SWELL_PARTS))
            * (area.back - area.front)
            * wide
            * swell_mm
            / 1000
            * batter_g_ml,
        )
        for i in range(_SWELL_PARTS)
    ]


def mound_colours(loaf: Loaf) -> tuple[tuple[str, float], ...]:
    """Colours of the last pour with their shares [%]: the mound is made of it."""
    last = [step for step in loaf.work if isinstance(step, Pour)][-1]
    return tuple((share.colour, share.percent) for share in last.colours)


def whole_on_top(loaf: Loaf, top: TopPlan) -> tuple[tuple[float, float], ...]:
    """What is better whole and does not move with the cuts: middle and reach to either side along the loaf [mm].

    Motifs that stand one by one at places of their own, and pieces that a hand put down; what is strewn by lot is laid
    anew for every cut, and so misses it.
    """
    fixed = {run.id for run in (loaf.frosting.runs if loaf.frosting else ()) if run.pattern not in _WITH_BARS}
    motifs = [
        (spot.y, _reach(spot, run.motif.long_mm / 2, run.motif))
        for run in top.runs
        if run.id in fixed and run.kind in _SINGLE
        for spot in run.spots
    ]
    cuttable = {item.pieces for item in loaf.top.scatter.items if item.may_be_cut}
    pieces = [
        (piece.y, piece.radius)
        for piece in (top.scatter.strewn if top.scatter else ())
        if piece.pinned and piece.pieces not in cuttable
    ]
    return (*motifs, *pieces)
