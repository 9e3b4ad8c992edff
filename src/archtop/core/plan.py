"""The one function: ``plan(loaf, cupboard) -> LoafPlan``, in the order of work.

Everything the application shows is computed here, once, from the document; the modules it calls hold the rules.
"""

from __future__ import annotations

from archtop.core.chemistry import LYE_CAUTIONS, Measures, batter_of, measures_of
from archtop.core.colouring import ColourPlan, Contrast, colours_of, contrasts_of
from archtop.core.cupboard import Cupboard
from archtop.core.cutting import CutPlan, Solid, cut_loaf
from archtop.core.document import Loaf
from archtop.core.errors import InputError
from archtop.core.figure import Figure, Frozen
from archtop.core.filling import Fill, Layer, fill
from archtop.core.fitting import fit_pieces
from archtop.core.frosting import Top, frosted_top
from archtop.core.geometry import LoafMould, MouldOutline
from archtop.core.judging import Remark, remarks_on, remarks_on_ingredients
from archtop.core.labelling import Label, label_of_pots
from archtop.core.order import Task, casting_order
from archtop.core.pieces import PiecePlan, piece_plan, prism_of
from archtop.core.potting import pots_of
from archtop.core.sizing import Pot
from archtop.core.supplying import Supply, supplies_of
from archtop.core.warming import PotHeat, heat_of
from archtop.core.working import Step, bench_steps

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
    """Everything computed from one loaf document."""

    name: str
    mould: MouldPlan
    pieces: tuple[PiecePlan, ...]
    fills: tuple[Fill, ...]
    layers: tuple[Layer, ...]
    level_mm: float
    pushed_aside: Figure
    batter_in_mould: Figure
    room_above: Figure
    top: Top | None
    formulas: tuple[FormulaPlan, ...]
    pots: tuple[Pot, ...]
    heats: tuple[PotHeat, ...]
    total_to_mix_g: float
    colours: tuple[ColourPlan, ...]
    contrasts: tuple[Contrast, ...]
    supplies: tuple[Supply, ...]
    label: Label
    cuts: CutPlan
    order: tuple[Task, ...]
    steps: tuple[Step, ...]
    remarks: tuple[Remark, ...]
    cautions: tuple[str, ...]


def plan(loaf: Loaf, cupboard: Cupboard) -> LoafPlan:
    """Compute the whole plan of a loaf; what its file brings stands in for what the cupboard lacks.

    :raises InputError: every clash of the pieces with the mould or each other at once, or the first pour, pot or cut
        that cannot be
    """
    cupboard = cupboard.with_brought(loaf.brings.scents, loaf.brings.colourants)
    prisms = {embed.id: prism_of(embed) for embed in loaf.embeds}
    clearances = fit_pieces(loaf, prisms)
    fills, layers = fill(loaf.mould, loaf.work, prisms)
    if not layers:
        raise InputError.one("pour.none", "work", "no pour", "batter must be poured", "Add a pour.")
    level = fills[-1].level_after_mm
    batters = {f.id: batter_of(f, cupboard.fats, cupboard.additives) for f in loaf.formulas}
    formulas = {f.id: f for f in loaf.formulas}
    pots = pots_of(loaf, fills, prisms, batters, cupboard)
    heats = tuple(heat_of(pot, formulas[pot.formula], cupboard.fats, loaf.sizing.room_c) for pot in pots)
    colours = colours_of(loaf, pots, batters, cupboard)
    contrasts = contrasts_of(loaf, layers, prisms, colours)
    supplies = supplies_of(pots, {blend.id: blend for blend in loaf.blends}, cupboard)
    density = {key: batter.density.value for key, batter in batters.items()}
    piece_density = {embed.id: density[embed.formula or loaf.formula] for embed in loaf.embeds}
    pieces = tuple(
        piece_plan(embed, prisms[embed.id], clearances[embed.id], level, piece_density[embed.id])
        for embed in loaf.embeds
    )
    solid = Solid(
        level_mm=level,
        density=density[loaf.formula],
        frosting_g=loaf.frosting.volume_ml * density[loaf.frosting.formula or loaf.formula] if loaf.frosting else 0.0,
        piece_density=piece_density,
    )
    cuts = cut_loaf(loaf.mould, loaf.cuts, prisms, solid)
    batter = sum(step.batter.value for step in fills)
    shreds = sum(step.shreds_ml for step in fills)
    room = (loaf.mould.volume_below(loaf.mould.height_mm) - loaf.mould.volume_below(level)) / 1000
    return LoafPlan(
        name=loaf.name,
        mould=_mould(loaf.mould),
        pieces=pieces,
        fills=fills,
        layers=layers,
        level_mm=level,
        pushed_aside=Figure.exact(
            fills[-1].immersed_ml, "ml", " + ".join(f"{p.pushes_aside.value:.0f} {p.name}" for p in pieces) or "0"
        ),
        batter_in_mould=Figure.exact(
            batter, "ml", f"{loaf.mould.volume_below(level) / 1000:.0f} ml of mould to {level:.1f} mm "
            f"− {fills[-1].immersed_ml:.0f} ml pushed aside" + (f" − {shreds:.0f} ml of shreds" if shreds else ""),
        ),
        room_above=Figure.exact(room, "ml", f"inside of the mould from {level:.1f} mm to the rim"),
        top=frosted_top(loaf.frosting, loaf.mould, level) if loaf.frosting else None,
        formulas=tuple(
            FormulaPlan(
                id=key, name=formula.name, g_per_g_oils=batters[key].g_per_g_oils,
                lye_concentration_percent=batters[key].lye_concentration_percent,
                superfat_percent=batters[key].superfat_percent,
                measures=measures_of(
                    formula, batters[key], cupboard.fats, cupboard.additives, loaf.mould.material == "silicone"
                ),
            )
            for key, formula in formulas.items()
        ),
        pots=pots,
        heats=heats,
        total_to_mix_g=round(sum(pot.total_g for pot in pots), 6),
        colours=colours,
        contrasts=contrasts,
        supplies=supplies,
        label=label_of_pots(pots, {f.id: f.naoh_purity_percent / 100 for f in loaf.formulas}, cupboard.fats),
        cuts=cuts,
        order=casting_order(loaf),
        steps=bench_steps(loaf, pots, heats, fills),
        remarks=(
            *remarks_on(loaf, pieces, fills, pots, cuts),
            *remarks_on_ingredients(loaf, cupboard, pots, heats, colours, contrasts, supplies),
        ),
        cautions=LYE_CAUTIONS,
    )  # fmt: skip


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
