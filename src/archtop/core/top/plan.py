"""The top as planned: where every motif stands, what frosting that takes in which colours, bags, hands, and pieces.

- ``area_of``: where there is top
- ``topping_of``: everything about the top of a loaf filled to a level
- ``mound_colours``: what the mound over the last pour is made of
- ``whole_on_top``: what a wire had better miss
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from archtop.core.base import Figure, Frozen
from archtop.core.cuts import TopLoad, bars_along, cut_half_mm, is_oval
from archtop.core.document import Loaf, Pour, Press, in_order
from archtop.core.geometry import Inside, Mould
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.bags import BagPlan, bags_of, hands_of
from archtop.core.top.budget import ColourNeed, budget_of
from archtop.core.top.crown import Line, along
from archtop.core.top.fair import OnParts, on_parts
from archtop.core.top.free import standing_out
from archtop.core.top.loads import loads_of
from archtop.core.top.pressed import pressed_in
from archtop.core.top.put_on import put_on
from archtop.core.top.runs import TopArea
from archtop.core.top.runs_planned import RunPlan, TipPlan, reach_of, tip_plan
from archtop.core.top.strewn import ScatterPlan, Strewn, reach_along
from archtop.core.top.top_faces import TopFace, top_face
from archtop.core.trade import MOTIFS, Finish, cut_on_side

__all__ = ["FinishPlan", "TopPlan", "area_of", "mound_colours", "topping_of", "whole_on_top"]

# Hands that pipe want a rest: so many minutes for every ten. A stated guess.
_REST_SHARE = 0.2
# Pieces that stand so far out of the frosting are dragged by an upright wire [mm]; a stated guess.
_TALL_MM = 15.0
# Patterns that follow the bars wherever these are.
_WITH_BARS = ("each bar", "each part")


class FinishPlan(Frozen):
    """A finish in words."""

    id: str
    name: str
    kind: str
    amount: Figure
    before_cutting: bool
    says: str


class StandsOut(Frozen):
    """A column that reaches out of the batter: across and along the loaf, and how far over the level [mm]."""

    embed: str
    left_mm: float
    right_mm: float
    front_mm: float
    back_mm: float
    high_mm: float


class TopPlan(Frozen):
    """Everything about the top; ``order``: of all that is put on, by the names of its steps.

    ``pressed``: pieces in the last pour that stand out of it. ``faces``: as every bar's front shows it, ``middle``:
    halfway along.

    ``ridge``: the batter's own height from end to end.

    ``stands``: the highest motif; ``mound_ml``: batter of the last pour above its level; ``high_mm``: over the level,
    everything counted; ``over_rim_mm``: and over the rim; ``on_side``: why it is cut lying, where it is.
    """

    front_mm: float
    back_mm: float
    half_wide_mm: float
    oval: bool
    ridge: Line
    order: tuple[str, ...]
    standing: tuple[StandsOut, ...]
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
    pressed: tuple[Strewn, ...]
    faces: tuple[TopFace, ...]
    middle: TopFace
    finishes: tuple[FinishPlan, ...]
    on_side: str | None
    loads: tuple[TopLoad, ...]
    on_parts: tuple[OnParts, ...]


def topping_of(of: ResolvedLoaf, level_mm: float) -> TopPlan:
    """The top of a loaf filled to ``level_mm``.

    :raises InputError: ``run.tip``; ``tip.wider_than_bag``; of the scatter
    """
    loaf, frosting = of.loaf, of.loaf.frosting
    area = area_of(loaf.mould, level_mm)
    bars = bars_along(loaf.mould, loaf.cuts)
    pressed = pressed_in(of, area)
    surface, runs, scatter, stand_out = put_on(of, level_mm, area, bars, pressed)
    mound_ml, base_ml = _mound_ml(loaf, area), _base_ml(loaf, area)
    colours = budget_of(frosting, runs, base_ml)
    highest = max((run.motif.high_mm for run in runs), default=0.0)
    out = _pressed_out(of)
    high = max(surface.highest_mm, _peaks_mm(loaf), *out.values())
    middle = (area.front + area.back) / 2
    return TopPlan(
        front_mm=area.front,
        back_mm=area.back,
        half_wide_mm=area.half_wide,
        oval=area.oval,
        ridge=along(loaf.top.crown, area),
        standing=tuple(_stands_out(of, level_mm)),
        order=tuple(thing.name for thing in in_order(loaf)),
        tips=tuple(tip_plan(tip) for tip in (frosting.tips if frosting else ())),
        runs=runs,
        colours=colours,
        volume=_volume(runs, colours, base_ml),
        base_ml=base_ml,
        bags=bags_of(frosting, runs) if frosting else (),
        minutes=hands_of(runs),
        rest_min=sum(run.minutes.value for run in runs) * _REST_SHARE,
        stands=Figure.within(
            highest,
            "mm",
            0.25,
            "estimate",
            how="the highest motif as it is piped",
            source="geometry of the shape; hands differ",
        ),
        mound_ml=mound_ml,
        high_mm=high,
        over_rim_mm=level_mm + high - loaf.mould.height_mm,
        scatter=scatter,
        pressed=pressed,
        faces=tuple(top_face(middle if area.whole else y0, of, area, runs, scatter) for y0, _ in bars),
        middle=top_face(middle, of, area, runs, scatter),
        finishes=tuple(_finish(finish) for finish in loaf.top.finishes),
        on_side=cut_on_side(loaf.top.finishes, _tall(of, {**stand_out, **out})),
        loads=loads_of(of, area, runs, scatter),
        on_parts=on_parts(loaf, area.half_wide, bars, runs, scatter),
    )


def _stands_out(of: ResolvedLoaf, level_mm: float) -> Iterator[StandsOut]:
    for key, prism in of.prisms.items():
        for out in standing_out([prism], level_mm):
            yield StandsOut(
                embed=key,
                left_mm=out.left,
                right_mm=out.right,
                front_mm=out.front,
                back_mm=out.back,
                high_mm=prism.top - level_mm,
            )


def _mound_ml(loaf: Loaf, area: TopArea) -> float:
    crown = loaf.top.crown
    return area.area_mm2 * (area.mean_rise * (crown.mound_mm + crown.swell_mm) + crown.texture_mm / 2) / 1000


def _base_ml(loaf: Loaf, area: TopArea) -> float:
    base = loaf.frosting.base if loaf.frosting else None
    return area.area_mm2 * base.thick_mm / 1000 if base else 0.0


def _peaks_mm(loaf: Loaf) -> float:
    """How high the batter's own peaks reach, coat and all: the surface knows their mean [mm]."""
    crown, base = loaf.top.crown, loaf.frosting.base if loaf.frosting else None
    return crown.mound_mm + crown.swell_mm + crown.texture_mm + (base.thick_mm if base else 0.0)


def _pressed_out(of: ResolvedLoaf) -> dict[str, float]:
    """How far pieces that were pressed in last stand out of the batter [mm], by their id."""
    out: dict[str, float] = {}
    for step in of.loaf.work:
        if isinstance(step, Pour):
            # What is poured after them closes around them: how far is the filling's to say.
            out.clear()
        elif isinstance(step, Press):
            high = of.made[step.pieces].size_mm[-1] * (1 - step.sunk_percent / 100)
            out[step.pieces] = max(high, out.get(step.pieces, 0.0))
    return out


def _tall(of: ResolvedLoaf, out: Mapping[str, float]) -> tuple[str, ...]:
    """What stands so far out that an upright wire would drag it."""
    return tuple(of.pieces[key].name for key, high in out.items() if high > _TALL_MM)


def _volume(runs: Sequence[RunPlan], colours: Sequence[ColourNeed], base_ml: float) -> Figure:
    return Figure.within(
        sum(need.total.value for need in colours),
        "ml",
        0.2,
        "estimate",
        how=f"{sum(run.volume.value for run in runs):.0f} ml piped + {base_ml:.0f} ml under it, with practice and what "
        "stays in the bags",
        source="idealised shapes; hands differ",
    )


def _finish(finish: Finish) -> FinishPlan:
    return FinishPlan(
        id=finish.id,
        name=finish.name,
        kind=finish.kind,
        before_cutting=finish.when == "before cutting",
        amount=Figure.exact(finish.amount, finish.of_kind.unit, "as written in the loaf"),
        says=finish.of_kind.says,
    )


def area_of(mould: Mould, level_mm: float) -> TopArea:
    """The top of what is filled to a level [mm]."""
    front, back = mould.ends(level_mm)
    surface = Inside(mould).surface_at(level_mm)
    half, oval = cut_half_mm(mould, level_mm), is_oval(mould, level_mm)
    return TopArea(front=front, back=back, half_wide=half, area_mm2=surface, oval=oval, whole=mould.whole)


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
        (spot.y, reach_of(spot, run.motif))
        for run in top.runs
        if run.id in fixed and MOTIFS[run.kind].stands
        for spot in run.spots
    ]
    cuttable = {item.pieces for item in loaf.top.scatter.items if item.may_be_cut}
    pieces = [
        (piece.y, reach_along(piece))
        for piece in (top.scatter.strewn if top.scatter else ())
        if piece.pinned and piece.pieces not in cuttable
    ]
    return (*motifs, *pieces)
