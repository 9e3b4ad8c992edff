"""The one function: ``plan(loaf, cupboard) -> LoafPlan``, in the order of work.

Everything the application shows is computed here, once, from the document; the modules it calls hold the rules.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from typing import NamedTuple

from archtop.core.base import LOAF, Figure, Frozen, InputError
from archtop.core.chemistry import LYE_CAUTIONS, Measures, measures_of
from archtop.core.cuts import (
    AlsoCut,
    CutHow,
    CutPlan,
    CutShift,
    StampPlan,
    also_cut,
    best_shift,
    cut_loaf,
    how_to_cut,
    joints_of,
    solid_of,
    stamping_of,
)
from archtop.core.document import Cupboard, Loaf
from archtop.core.embeds import Band, EmbedPlan, embed_plan, fit_pieces, round_portrait
from archtop.core.gel import GelFilm, GelPlan, Setting, film_of, gel_of
from archtop.core.geometry import Clearance, Inside, Mould, MouldOutline
from archtop.core.pots import (
    ColourPlan,
    Contrast,
    Label,
    Leftover,
    Melted,
    Mixed,
    Pot,
    PotHeat,
    Scales,
    Sharing,
    Sprinkled,
    Supply,
    Vessel,
    leftovers_of,
    mixed_of,
    potted_of,
    scales_of,
    vessels_of,
    volumes_of,
)
from archtop.core.pours import (
    EmbedHold,
    Fill,
    HangerPath,
    Layer,
    LayerHold,
    SmallHold,
    embed_holds,
    fill,
    layer_holds,
    paths_of,
    small_holds,
)
from archtop.core.remarks import (
    Remark,
    remarks_on,
    remarks_on_cut,
    remarks_on_days,
    remarks_on_gel,
    remarks_on_ingredients,
    remarks_on_sharing,
    remarks_on_small,
    remarks_on_top,
)
from archtop.core.resolved import ResolvedLoaf, resolve
from archtop.core.schedule import Circumstances, Task, casting_schedule, out_of_mould, pour_by, wait_in_mould
from archtop.core.shelf import ShelfUse, shelf_moves, shelf_uses
from archtop.core.small_pieces import DoughNeed, ShredsUse, dough_needed, shreds_of
from archtop.core.steps import Planned, Step, bench_steps
from archtop.core.top import TopPlan, as_it_stands, topping_of, whole_on_top
from archtop.core.trade import Made

__all__ = ["FormulaPlan", "LoafPlan", "MouldPlan", "gel_film_of", "plan", "plan_of"]


class MouldPlan(Frozen):
    """Inside of the mould: volume to the rim, drawing outline mid-length, rim marks [mm]."""

    volume: Figure
    outline: MouldOutline
    ends_at_rim: tuple[float, float]
    rim_marks_mm: tuple[float, ...]


class FormulaPlan(Frozen):
    """What a formula makes of itself: grams of batter to a gram of oils, lye strength, superfat, readings.

    ``out_of_mould``: how long after the pour a loaf of it comes out of this loaf's mould.
    """

    id: str
    name: str
    g_per_g_oils: float
    lye_concentration_percent: float
    superfat_percent: float
    measures: Measures
    out_of_mould: Figure


class LoafPlan(Frozen):
    """Everything computed from one loaf document.

    ``measures``: readings of each formula as of a lined box, by its id. ``poured_pieces``: from above, as discs of
    diameter 2, those of several colours. ``pour_by``: the latest day of the pour for the day it is to be ready.
    """

    name: str
    mould: MouldPlan
    embeds: tuple[EmbedPlan, ...]
    made: dict[str, Made]
    poured_pieces: dict[str, tuple[Band, ...]]
    dough: tuple[DoughNeed, ...]
    fills: tuple[Fill, ...]
    shreds: tuple[ShredsUse, ...]
    layers: tuple[Layer, ...]
    embed_holds: tuple[EmbedHold, ...]
    layer_holds: tuple[LayerHold, ...]
    small_holds: tuple[SmallHold, ...]
    level_mm: float
    pushed_aside: Figure
    batter_in_mould: Figure
    room_above: Figure
    hangers: tuple[HangerPath, ...]
    top: TopPlan
    formulas: tuple[FormulaPlan, ...]
    measures: dict[str, Measures]
    pots: tuple[Pot, ...]
    scales: Scales
    heats: tuple[PotHeat, ...]
    total_to_mix_g: float
    colours: tuple[ColourPlan, ...]
    contrasts: tuple[Contrast, ...]
    sprinkled: tuple[Sprinkled, ...]
    melted: tuple[Melted, ...]
    leftovers: tuple[Leftover, ...]
    vessels: tuple[Vessel, ...]
    supplies: tuple[Supply, ...]
    label: Label
    gel: GelPlan
    also_gels: dict[str, GelPlan]
    cuts: CutPlan
    cut_shift: CutShift | None
    cut_how: CutHow
    stamp: StampPlan | None
    also_cut: tuple[AlsoCut, ...]
    shelf: tuple[ShelfUse, ...]
    schedule: tuple[Task, ...]
    pour_by: dt.date | None
    steps: tuple[Step, ...]
    remarks: tuple[Remark, ...]
    cautions: tuple[str, ...]


_BY_ITSELF = Sharing()


class _Woven(NamedTuple):
    """What the schedule needs of the plan."""

    embeds: tuple[EmbedPlan, ...]
    made: Mapping[str, Made]
    measures: Mapping[str, Measures]
    top: TopPlan
    gel: GelPlan
    also_gels: Mapping[str, GelPlan]


def plan(loaf: Loaf, cupboard: Cupboard) -> LoafPlan:
    """Compute the whole plan of a loaf by itself; what its file brings stands in for what the cupboard lacks.

    :raises InputError: every clash of the embeds with the mould or each other at once, or the first pour, pot or cut
        that cannot be
    """
    return plan_of(resolve(loaf, cupboard))


def plan_of(of: ResolvedLoaf, sharing: Sharing = _BY_ITSELF) -> LoafPlan:
    """The plan of a resolved loaf, in the order of work.

    :param sharing: what its batter has to do with other loaves
    :raises InputError: as :func:`plan`
    """
    loaf, shape = of.loaf, _shaped(of)
    fills, embeds, top = shape.fills, shape.embeds, shape.top
    potted = potted_of(of, fills, top, sharing)
    prisms = tuple(of.prisms.values())
    setting = _setting(of, potted.heats)
    gel = gel_of(loaf.mould, shape.level_mm, of.own_batter, prisms, setting)
    also_gels = {item.id: gel_of(item.mould, item.level_mm, of.own_batter, (), setting) for item in loaf.also_filled}
    mixed = mixed_of(of, potted, shape.layers, gel.gelled)
    cuts, shift = _cuts(of, fills, embeds, top)
    cut_how = how_to_cut(loaf, as_it_stands(of, top), {colour.id: colour.shown for colour in mixed.colours})
    stamp = stamping_of(loaf.cuts, cuts.bars, shape.level_mm)
    shelf = shelf_uses(of, _each_g(of, embeds))
    also = also_cut(of)
    moves = shelf_moves(of, mixed.pots, {embed.id: embed for embed in embeds}, cuts, also)
    measures = {key: _measures(of, key) for key in of.formulas}
    kneaded = _kneaded(of)
    holds, dry = (shape.embed_holds, shape.layer_holds), (mixed.sprinkled, mixed.melted)
    schedule = casting_schedule(loaf, _Woven(embeds, of.made, measures, top, gel, also_gels), of.cupboard.rates)
    told = Planned(mixed.pots, mixed.heats, fills, *holds, moves, kneaded, top, cut_how, cuts, also, *dry, stamp, gel)
    return LoafPlan(
        name=loaf.name,
        mould=_mould(loaf.mould),
        **shape._asdict(),
        **mixed._asdict(),
        made=dict(of.made),
        poured_pieces={piece.id: round_portrait(piece.poured) for piece in loaf.pieces if piece.poured},
        dough=_dough(of, kneaded),
        shreds=shreds_of(of, fills),
        small_holds=small_holds(of),
        pushed_aside=_pushed_aside(fills, embeds),
        batter_in_mould=_batter_in_mould(loaf.mould, fills),
        room_above=_room_above(loaf.mould, shape.level_mm),
        formulas=tuple(_formula(of, key, measures[key], gel) for key in of.formulas),
        measures=measures,
        leftovers=leftovers_of(of),
        vessels=vessels_of(of, mixed.pots, mixed.melted),
        scales=scales_of(loaf.sizing.scale_step_g, loaf.sizing.fine_step_g),
        total_to_mix_g=round(sum(pot.total_g for pot in mixed.pots), 6),
        gel=gel,
        also_gels=also_gels,
        cuts=cuts,
        cut_shift=shift,
        cut_how=cut_how,
        stamp=stamp,
        also_cut=also,
        shelf=shelf,
        schedule=schedule,
        pour_by=pour_by(loaf, schedule),
        steps=bench_steps(of, told),
        remarks=(
            *_remarks(of, shape, mixed, cuts, shelf),
            *remarks_on_gel(gel, loaf.name),
            *remarks_on_cut(cut_how),
            *remarks_on_days(loaf, schedule),
            *remarks_on_sharing(sharing),
        ),
        cautions=LYE_CAUTIONS,
    )


class _Shaped(NamedTuple):
    """What fills the mould, where everything lies in it, and what stands on top; named as in the plan."""

    fills: tuple[Fill, ...]
    layers: tuple[Layer, ...]
    level_mm: float
    embeds: tuple[EmbedPlan, ...]
    hangers: tuple[HangerPath, ...]
    embed_holds: tuple[EmbedHold, ...]
    layer_holds: tuple[LayerHold, ...]
    top: TopPlan


def _shaped(of: ResolvedLoaf) -> _Shaped:
    """Pieces into the mould, batter around them, the top on it."""
    loaf = of.loaf
    clearances = fit_pieces(loaf, of.prisms)
    fills, layers = fill(loaf.mould, loaf.work, of.prisms, of.made)
    if not layers:
        raise InputError.one("pour.none", "work", "no pour", "batter must be poured", "Add a pour.")
    level = fills[-1].level_after_mm
    return _Shaped(
        fills=fills,
        layers=layers,
        level_mm=level,
        embeds=_embeds(of, clearances, level),
        hangers=paths_of(loaf, fills, of.prisms),
        embed_holds=embed_holds(of, fills),
        layer_holds=layer_holds(loaf, of.own_batter.density.value),
        top=topping_of(of, level),
    )


def _setting(of: ResolvedLoaf, heats: Sequence[PotHeat]) -> Setting:
    heat = next(heat for heat in heats if heat.pot == str(LOAF))
    return Setting(heat.mixing.value, of.loaf.sizing.room_c, heat.warms, of.loaf.sizing.cover)


def gel_film_of(of: ResolvedLoaf, result: LoafPlan) -> GelFilm:
    """How warm the section of a planned loaf gets, hour by hour."""
    prisms = tuple(of.prisms.values())
    return film_of(of.loaf.mould, result.level_mm, of.own_batter, prisms, _setting(of, result.heats))


def _embeds(of: ResolvedLoaf, clearances: Mapping[str, Clearance], level: float) -> tuple[EmbedPlan, ...]:
    inside = Inside(of.loaf.mould, tuple(of.prisms.values()))
    return tuple(
        embed_plan(
            embed,
            of.prisms[embed.id],
            clearances[embed.id],
            inside=inside,
            level=level,
            density=of.piece_density[embed.id],
        )
        for embed in of.loaf.embeds
    )


def _remarks(
    of: ResolvedLoaf, shape: _Shaped, mixed: Mixed, cuts: CutPlan, shelf: tuple[ShelfUse, ...]
) -> tuple[Remark, ...]:
    return (
        *remarks_on(of.loaf, shape.embeds, shape.fills, mixed.pots, cuts),
        *remarks_on_top(of.loaf, shape.top),
        *remarks_on_small(of, shape.layers, shape.fills, shape.embeds, shelf),
        *remarks_on_ingredients(of, mixed),
    )


def _cuts(
    of: ResolvedLoaf, fills: Sequence[Fill], embeds: Sequence[EmbedPlan], top: TopPlan
) -> tuple[CutPlan, CutShift | None]:
    """Where the wire goes, and where it had better go, if that is worth moving it."""
    loaf = of.loaf
    row_joints = tuple(y for embed in embeds if embed.row for y in embed.row.joints_mm)
    solid = solid_of(of, fills, top.loads)
    cure = of.cupboard.rates.get("cure")
    cuts = cut_loaf(loaf.mould, loaf.cuts, of.prisms, solid, row_joints=row_joints, cure=cure, moulds=loaf.moulds)
    joints = joints_of(((prism.y0, prism.y1) for prism in of.prisms.values()), loaf.mould.length_mm)
    if cuts.whole:
        return cuts, None
    return cuts, best_shift(loaf.mould.length_mm, loaf.cuts, joints, row_joints, whole_on_top(loaf, top))


def _each_g(of: ResolvedLoaf, embeds: Sequence[EmbedPlan]) -> dict[str, float]:
    """What one embed or one small piece weighs [g], by id."""
    small = {key: made.each_ml * of.piece_density[key] for key, made in of.made.items()}
    return {embed.id: embed.weight.value for embed in embeds} | small


def _kneaded(of: ResolvedLoaf) -> frozenset[str]:
    """Small pieces that are shaped from dough that lies on the shelf."""
    lots = of.cupboard.lots
    return frozenset(p.id for p in of.loaf.pieces if p.lot and p.lot in lots and lots[p.lot].kind == "raw dough")


def _dough(of: ResolvedLoaf, kneaded: frozenset[str]) -> tuple[DoughNeed, ...]:
    shaped = [p for p in of.loaf.pieces if p.make.kind == "dough" and (not p.lot or p.id in kneaded)]
    return dough_needed([volumes_of(piece, of.made[piece.id]) for piece in shaped])


def _measures(of: ResolvedLoaf, key: str) -> Measures:
    return measures_of(of.formulas[key], of.batters[key], of.cupboard.fats, of.cupboard.additives)


def _pushed_aside(fills: Sequence[Fill], embeds: Sequence[EmbedPlan]) -> Figure:
    how = " + ".join(f"{piece.pushes_aside.value:.0f} ml {piece.name}" for piece in embeds) or "0"
    return Figure.exact(fills[-1].immersed_ml, "ml", how)


def _batter_in_mould(mould: Mould, fills: Sequence[Fill]) -> Figure:
    level = fills[-1].level_after_mm
    stirred = sum(step.stirred_ml for step in fills)
    how = f"{mould.volume_below(level) / 1000:.0f} ml of mould to {level:.1f} mm"
    how += f" − {fills[-1].immersed_ml:.0f} ml pushed aside" + (f" − {stirred:.0f} ml stirred in" if stirred else "")
    return Figure.exact(sum(step.batter.value for step in fills), "ml", how)


def _room_above(mould: Mould, level: float) -> Figure:
    room = (mould.volume_below(mould.height_mm) - mould.volume_below(level)) / 1000
    return Figure.exact(room, "ml", f"inside of the mould from {level:.1f} mm to the rim")


def _formula(of: ResolvedLoaf, key: str, measures: Measures, gel: GelPlan) -> FormulaPlan:
    formula, batter = of.formulas[key], of.batters[key]
    found = Circumstances.of(measures, of.loaf.sizing.room_c, gel.through)
    return FormulaPlan(
        id=formula.id,
        name=formula.name,
        g_per_g_oils=batter.g_per_g_oils,
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat_percent=batter.superfat_percent,
        measures=measures,
        out_of_mould=out_of_mould(wait_in_mould(of.loaf.mould, found, of.cupboard.rates)),
    )


def _mould(mould: Mould) -> MouldPlan:
    volume = mould.volume_below(mould.height_mm) / 1000
    return MouldPlan(
        volume=Figure.exact(volume, "ml", mould.says),
        outline=mould.outline_at(mould.length_mm / 2),
        ends_at_rim=mould.ends(mould.height_mm),
        rim_marks_mm=mould.rim_marks(),
    )
