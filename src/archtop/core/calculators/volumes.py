"""Calculators of volumes: a mould, levels around pieces, cuts."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.calculators.registry import Positive, calculator
from archtop.core.cuts import CutPlan, Solid, cut_loaf
from archtop.core.document import Cuts
from archtop.core.geometry import Inside, LoafMould, Outline, Prism, holes_of, points_of

__all__ = ["CutsInput", "DisplacementInput", "DisplacementOutput", "MouldInput", "MouldOutput", "PieceInput"]


class MouldInput(Frozen):
    """A loaf mould and a level in it."""

    mould: LoafMould
    level_mm: Annotated[float, Field(ge=0, le=500)]


class MouldOutput(Frozen):
    """Volumes of the empty mould."""

    to_rim: Figure
    to_level: Figure
    rim_marks_mm: tuple[float, ...]


@calculator("mould")
def mould(given: MouldInput) -> MouldOutput:
    """Volume of a loaf mould to its rim and to a level.

    :raises InputError: when the level lies outside the mould
    """
    height = given.mould.height_mm
    if given.level_mm > height:
        raise InputError.one(
            "level.over_rim", "level_mm", given.level_mm, f"the rim stands at {height:g} mm", "Choose a lower level."
        )
    rim, level = (given.mould.volume_below(z) / 1000 for z in (height, given.level_mm))
    return MouldOutput(
        to_rim=Figure.exact(rim, "ml", f"inside to {height:g} mm"),
        to_level=Figure.exact(level, "ml", f"inside to {given.level_mm:g} mm"),
        rim_marks_mm=given.mould.rim_marks(),
    )


class PieceInput(Frozen):
    """A prism in the mould: outline, middle across and up [mm], turn [°], length [mm]."""

    outline: Outline
    across_mm: float = 0.0
    up_mm: float
    turn_deg: float = 0.0
    length_mm: Positive


class DisplacementInput(Frozen):
    """A mould with pieces in it, filled either to a level or with a volume of batter."""

    mould: LoafMould
    pieces: tuple[PieceInput, ...] = ()
    level_mm: float | None = None
    batter_ml: float | None = None


class DisplacementOutput(Frozen):
    """Level, batter and what the pieces push aside."""

    level_mm: float
    batter: Figure
    pushed_aside: Figure


@calculator("displacement")
def displacement(given: DisplacementInput) -> DisplacementOutput:
    """Batter for a level, or the level for some batter, around pieces.

    :raises InputError: when the pieces do not fit, or the batter does not
    """
    if (given.level_mm is None) == (given.batter_ml is None):
        raise InputError.one(
            "displacement.choose", "level_mm", given.level_mm, "give either level_mm or batter_ml", "Leave one out."
        )
    inside = Inside(
        given.mould,
        [
            Prism(points_of(p.outline), (p.across_mm, p.up_mm), p.turn_deg, (0.0, p.length_mm), holes_of(p.outline))
            for p in given.pieces
        ],
    )
    level = given.level_mm if given.level_mm is not None else inside.level_for((given.batter_ml or 0.0) * 1000)
    return DisplacementOutput(
        level_mm=level,
        batter=Figure.exact(inside.batter_below(level) / 1000, "ml", f"inside to {level:.2f} mm around the pieces"),
        pushed_aside=Figure.exact(inside.immersed_below(level) / 1000, "ml", "pieces below the level"),
    )


class CutsInput(Frozen):
    """A plain loaf: mould, level [mm], batter density [g/ml] and how it is cut."""

    mould: LoafMould
    level_mm: Positive
    density_g_ml: Annotated[float, Field(ge=0.5, le=2)] = 1.0
    cuts: Cuts = Cuts()


@calculator("cuts")
def cuts(given: CutsInput) -> CutPlan:
    """Where the cuts of a plain loaf fall and what its bars weigh."""
    solid = Solid(level_mm=given.level_mm, density=given.density_g_ml, top_g=0.0, loads=(), piece_density={})
    return cut_loaf(given.mould, given.cuts, {}, solid)
