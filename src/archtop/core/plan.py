"""The one function: ``plan(loaf, cupboard) -> LoafPlan``, in the order of work.

Everything the application shows is computed here, once, from the document; the modules it calls hold the rules.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.chemistry import LYE_CAUTIONS, Batter, Formula, Measures, batter_of, measures_of
from archtop.core.cuts import CutHow, CutPlan, CutShift, best_shift, cut_loaf, how_to_cut, joints_of, solid_of
from archtop.core.document import Cupboard, Loaf
from archtop.core.embeds import PiecePlan, densities_of, fit_pieces, piece_plan, prism_of
from archtop.core.geometry import Inside, LoafMould, MouldOutline
from archtop.core.pots import (
    ColourPlan,
    Contrast,
    Label,
    Pot,
    PotHeat,
    Supply,
    colours_of,
    contrasts_of,
    heat_of,
    label_of_pots,
    pots_of,
    supplies_of,
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
from archtop.core.remarks import Remark, remarks_on, remarks_on_ingredients, remarks_on_small, remarks_on_top
from archtop.core.schedule import Task, casting_order
from archtop.core.shelf import ShelfUse, shelf_moves, shelf_uses
from archtop.core.small_pieces import DoughNeed, ShredsUse, dough_needed, shreds_of
from archtop.core.steps import Step, bench_steps
from archtop.core.top import TopPlan, topping_of, whole_on_top
from archtop.core.trade import Made, made

__all__ = ["FormulaPlan", "LoafPlan", "MouldPlan", "plan"]


class MouldPlan(Frozen):
    """Inside of the mould: volume to the rim, drawing outline mid-length, rim marks [mm]."""

    volume: Figure
    outline: MouldOutline
    ends_at_rim: tuple[float, float]
    rim_marks_mm: tuple[float, ...]


class FormulaPlan(Frozen):
    """What a formula makes of itself: grams of batter to a gram of oils, lye strength, superfat, readings."""

    id: str
    name: str
    g_per_g_oils: float
    lye_concentration_percent: float
    superfat_percent: float
    measures: Measures


class LoafPlan(Frozen):
    """Everything computed from one loaf document.

    ``measures``: readings of each formula as of a lined box, by its id.
    """

    name: str
    mould: MouldPlan
    pieces: tuple[PiecePlan, ...]
    made: dict[str, Made]
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
    heats: tuple[PotHeat, ...]
    total_to_mix_g: float
    colours: tuple[ColourPlan, ...]
    contrasts: tuple[Contrast, ...]
    supplies: tuple[Supply, ...]
    label: Label
    cuts: CutPlan
    cut_shift: CutShift | None
    cut_how: CutHow
    shelf: tuple[ShelfUse, ...]
    order: tuple[Task, ...]
    steps: tuple[Step, ...]
    remarks: tuple[Remark, ...]
    cautions: tuple[str, ...]


class _Woven(NamedTuple):
    """What the casting order needs of the plan."""

    pieces: tuple[PiecePlan, ...]
    made: dict[str, Made]
    measures: dict[str, Measures]
    top: TopPlan


def plan(loaf: Loaf, cupboard: Cupboard) -> LoafPlan:
    """Compute the whole plan of a loaf; what its file brings stands in for what the cupboard lacks.

    :raises InputError: every clash of the pieces with the mould or each other at once, or the first pour, pot or cut
        that cannot be
    """
    cupboard = cupboard.with_brought(loaf.brings.scents, loaf.brings.colourants)
    prisms = {embed.id: prism_of(embed) for embed in loaf.embeds}
    clearances = fit_pieces(loaf, prisms)
    made_pieces = {piece.id: made(piece.make, piece.count) for piece in loaf.pieces}
    fills, layers = fill(loaf.mould, loaf.work, prisms, made_pieces)
    if not layers:
        raise InputError.one("pour.none", "work", "no pour", "batter must be poured", "Add a pour.")
    level = fills[-1].level_after_mm
    hangers = paths_of(loaf, fills, prisms)
    weight = cupboard.rates.get("density")
    batters = {f.id: batter_of(f, cupboard.fats, cupboard.additives).weighing(weight) for f in loaf.formulas}
    formulas = {f.id: f for f in loaf.formulas}
    density = {key: batter.density.value for key, batter in batters.items()}
    piece_density = densities_of(loaf, prisms, density)
    top = topping_of(loaf, level, made_pieces, density, piece_density, cupboard.rates)
    pots = pots_of(loaf, fills, prisms, made_pieces, batters, cupboard, top)
    heats = tuple(heat_of(pot, formulas[pot.formula], cupboard.fats, loaf.sizing.room_c) for pot in pots)
    colours = colours_of(loaf, pots, batters, cupboard)
    contrasts = contrasts_of(loaf, layers, prisms, colours)
    melted = sum(made_pieces[piece.id].takes_ml for piece in loaf.pieces if piece.make.kind == "melt" and not piece.lot)
    supplies = supplies_of(pots, {blend.id: blend for blend in loaf.blends}, melted, cupboard)
    inside = Inside(loaf.mould, tuple(prisms.values()))
    pieces = tuple(
        piece_plan(embed, prisms[embed.id], clearances[embed.id], inside, level, piece_density[embed.id])
        for embed in loaf.embeds
    )
    embeds_hold = embed_holds(loaf, fills, prisms, piece_density, density[loaf.formula])
    layers_hold = layer_holds(loaf, density[loaf.formula])
    row_joints = tuple(y for piece in pieces if piece.row for y in piece.row.joints_mm)
    cut_how = how_to_cut(loaf, top.on_side, {colour.id: colour.shown for colour in colours})
    solid = solid_of(loaf, fills, made_pieces, density, piece_density, top.loads)
    cuts = cut_loaf(loaf.mould, loaf.cuts, prisms, solid, row_joints, cupboard.rates.get("cure"))
    each_g = {piece.id: piece.weight.value for piece in pieces}
    each_g |= {key: item.each_ml * piece_density[key] for key, item in made_pieces.items()}
    shelf = shelf_uses(loaf, cupboard.lots, each_g, {key: prism.profile.area for key, prism in prisms.items()})
    kneaded = {piece.id for piece in loaf.pieces if piece.lot and _is_dough(piece.lot, cupboard)}
    doughs = [p for p in loaf.pieces if p.make.kind == "dough" and (not p.lot or p.id in kneaded)]
    moves = shelf_moves(loaf, pots, {piece.id: piece for piece in pieces}, made_pieces, piece_density, cuts)
    measures = {
        key: measures_of(formula, batters[key], cupboard.fats, cupboard.additives, False)
        for key, formula in formulas.items()
    }
    joints = joints_of(((prism.y0, prism.y1) for prism in prisms.values()), loaf.mould.length_mm)
    return LoafPlan(
        name=loaf.name,
        mould=_mould(loaf.mould),
        pieces=pieces,
        made=made_pieces,
        dough=dough_needed([volumes_of(piece, made_pieces[piece.id]) for piece in doughs]),
        fills=fills,
        shreds=shreds_of(loaf, fills, made_pieces, batters[loaf.formula].g_per_g_oils, cupboard.rates.get("yield")),
        layers=layers,
        embed_holds=embeds_hold,
        layer_holds=layers_hold,
        small_holds=small_holds(loaf, made_pieces, piece_density, density[loaf.formula]),
        level_mm=level,
        pushed_aside=_pushed_aside(fills, pieces),
        batter_in_mould=_batter_in_mould(loaf.mould, fills),
        room_above=_room_above(loaf.mould, level),
        hangers=hangers,
        top=top,
        formulas=tuple(_formula(formula, batters[key], loaf, cupboard) for key, formula in formulas.items()),
        measures=measures,
        pots=pots,
        heats=heats,
        total_to_mix_g=round(sum(pot.total_g for pot in pots), 6),
        colours=colours,
        contrasts=contrasts,
        supplies=supplies,
        label=label_of_pots(pots, {f.id: f.naoh_purity_percent / 100 for f in loaf.formulas}, cupboard.fats),
        cuts=cuts,
        cut_shift=best_shift(loaf.mould.length_mm, loaf.cuts, joints, row_joints, whole_on_top(loaf, top)),
        cut_how=cut_how,
        shelf=shelf,
        order=casting_order(loaf, _Woven(pieces, made_pieces, measures, top), cupboard.rates),
        steps=bench_steps(
            loaf,
            pots,
            heats,
            fills,
            embeds_hold,
            layers_hold,
            made_pieces,
            moves,
            kneaded,
            top,
            cut_how,
            cuts,
        ),
        remarks=(
            *remarks_on(loaf, pieces, fills, pots, cuts),
            *remarks_on_top(loaf, top),
            *remarks_on_small(loaf, layers, fills, pieces, made_pieces, shelf),
            *remarks_on_ingredients(loaf, cupboard, pots, heats, colours, contrasts, supplies),
        ),
        cautions=LYE_CAUTIONS,
    )


def _is_dough(lot: str, cupboard: Cupboard) -> bool:
    return lot in cupboard.lots and cupboard.lots[lot].kind == "raw dough"


def _pushed_aside(fills: Sequence[Fill], pieces: Sequence[PiecePlan]) -> Figure:
    how = " + ".join(f"{piece.pushes_aside.value:.0f} {piece.name}" for piece in pieces) or "0"
    return Figure.exact(fills[-1].immersed_ml, "ml", how)


def _batter_in_mould(mould: LoafMould, fills: Sequence[Fill]) -> Figure:
    level = fills[-1].level_after_mm
    stirred = sum(step.stirred_ml for step in fills)
    how = f"{mould.volume_below(level) / 1000:.0f} ml of mould to {level:.1f} mm"
    how += f" − {fills[-1].immersed_ml:.0f} ml pushed aside" + (f" − {stirred:.0f} ml stirred in" if stirred else "")
    return Figure.exact(sum(step.batter.value for step in fills), "ml", how)


def _room_above(mould: LoafMould, level: float) -> Figure:
    room = (mould.volume_below(mould.height_mm) - mould.volume_below(level)) / 1000
    return Figure.exact(room, "ml", f"inside of the mould from {level:.1f} mm to the rim")


def _formula(formula: Formula, batter: Batter, loaf: Loaf, cupboard: Cupboard) -> FormulaPlan:
    silicone = loaf.mould.material == "silicone"
    return FormulaPlan(
        id=formula.id,
        name=formula.name,
        g_per_g_oils=batter.g_per_g_oils,
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat_percent=batter.superfat_percent,
        measures=measures_of(formula, batter, cupboard.fats, cupboard.additives, silicone),
    )


def _mould(mould: LoafMould) -> MouldPlan:
    volume = mould.volume_below(mould.height_mm) / 1000
    straight = not (mould.draft_deg or mould.end_draft_deg or mould.bow_mm)
    sizes = f"{mould.length_mm:g} × {mould.width_mm:g} × {mould.height_mm:g} mm"
    return MouldPlan(
        volume=Figure.exact(
            volume, "ml", f"{sizes} inside" if straight else f"{sizes} at the floor, walls leaning and bowed"
        ),
        outline=mould.outline_at(mould.length_mm / 2),
        ends_at_rim=mould.ends(mould.height_mm),
        rim_marks_mm=mould.rim_marks(),
    )
