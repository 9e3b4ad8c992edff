"""Calculators of pieces: outlines and meshes from files, rest depth, shreds, dough, cutters on a sheet."""

from __future__ import annotations

import base64
import binascii
from typing import Annotated

import shapely
from pydantic import Field

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.calculators.registry import Positive, calculator
from archtop.core.calculators.volumes import PieceInput
from archtop.core.chemistry import Formula, batter_of
from archtop.core.document import standard_cupboard
from archtop.core.geometry import (
    Inside,
    Layout,
    LoafMould,
    Outline,
    Prism,
    ReadMesh,
    ReadOutline,
    holes_of,
    nest,
    points_of,
    read_stl,
    read_svg,
    shape_of,
)
from archtop.core.rheology import Laid, Rest
from archtop.core.small_pieces import DoughNeed, DoughShape, dough_needed, loose_heap
from archtop.core.trade import SHREDS_G_ML, Grated, dough_ml, packing_of

__all__ = [
    "DoughInput",
    "DoughOutput",
    "MeshInput",
    "NestInput",
    "OutlineInput",
    "RestDepthInput",
    "RestDepthOutput",
    "ShredsInput",
    "ShredsOutput",
]

Density = Annotated[float, Field(ge=0.3, le=3)]


class OutlineInput(Frozen):
    """An SVG drawing as text."""

    svg: Annotated[str, Field(max_length=2_000_000)]


@calculator("outline")
def outline(given: OutlineInput) -> ReadOutline:
    """The largest closed outline of an SVG drawing, in millimetres."""
    return read_svg(given.svg.encode())


class MeshInput(Frozen):
    """An STL mesh, base64; ``hollow``: it is a mould, and its hollow is asked for."""

    stl_base64: Annotated[str, Field(max_length=20_000_000)]
    hollow: bool = False


@calculator("mesh")
def mesh(given: MeshInput) -> ReadMesh:
    """Volume, box and middle section of an STL mesh.

    :raises InputError: of the file, as :func:`archtop.core.geometry.read_stl`
    """
    try:
        data = base64.b64decode(given.stl_base64, validate=True)
    except binascii.Error as error:
        raise InputError.one("stl.base64", "stl_base64", str(error), "must be base64", "Encode the file.") from error
    return read_stl(data, given.hollow)


class RestDepthInput(Frozen):
    """A mould filled to a level, a piece laid on it, densities [g/ml], and the batter's yield stress [Pa]."""

    mould: LoafMould
    level_mm: Positive
    piece: PieceInput
    piece_g_ml: Density = 1.02
    batter_g_ml: Density = 1.01
    yield_stress_pa: Annotated[float, Field(ge=0, le=1e5)]


class RestDepthOutput(Frozen):
    """Where the piece comes to rest, and the yield stress that would leave it where it is drawn."""

    rest: Rest
    needed_pa: float | None


@calculator("rest-depth")
def rest_depth(given: RestDepthInput) -> RestDepthOutput:
    """Where a piece comes to rest in batter of a yield stress, the level rising as it goes in."""
    inside = Inside(given.mould)
    p = given.piece
    prism = Prism(points_of(p.outline), (p.across_mm, p.up_mm), p.turn_deg, (0.0, p.length_mm), holes_of(p.outline))
    laid = Laid(inside, inside.batter_below(min(given.level_mm, given.mould.height_mm)), prism)
    needed = laid.needed_at(prism.bottom, given.piece_g_ml, given.batter_g_ml)
    return RestDepthOutput(
        rest=laid.rest(given.yield_stress_pa, given.piece_g_ml, given.batter_g_ml),
        needed_pa=max(0.0, needed) if needed < float("inf") else None,
    )


class ShredsInput(Frozen):
    """Oils of a block to grate [g] in a formula, the whole design's oils [g], and how the block is grated.

    ``packing_percent``: what share of a loose heap is soap, where it was measured.
    """

    formula: Formula
    block_oils_g: Positive
    design_oils_g: Positive
    grated: Grated = "shreds"
    packing_percent: Annotated[float, Field(gt=0, le=100)] | None = None


class ShredsOutput(Frozen):
    """What the block weighs, the room its shreds take in batter and as a loose heap, and the rest's oils.

    ``share_percent``: of the whole loaf's volume; ``most_percent``: more than that, and batter no longer fills between.
    """

    block_g: Figure
    shreds_ml: float
    heap_ml: Figure
    share_percent: float
    most_percent: float
    rest_oils_g: Figure


@calculator("shreds")
def shreds(given: ShredsInput) -> ShredsOutput:
    """What a block for shreds weighs, and the oils that the rest of the loaf then takes.

    :raises InputError: when the pour has no room for them
    """
    cupboard = standard_cupboard()
    per_gram = batter_of(given.formula, cupboard.fats, cupboard.additives).g_per_g_oils
    block = given.block_oils_g * per_gram
    rest = given.design_oils_g - given.block_oils_g
    if rest < 0:
        raise InputError.one(
            "shreds.block",
            "block_oils_g",
            given.block_oils_g,
            f"the whole design takes {given.design_oils_g:g} g of oils",
            "Grate a smaller block.",
        )
    own = given.packing_percent is not None
    packing = given.packing_percent / 100 if given.packing_percent is not None else packing_of(given.grated)
    return ShredsOutput(
        heap_ml=loose_heap(block, packing, own),
        share_percent=100 * given.block_oils_g / given.design_oils_g,
        most_percent=100 * packing,
        block_g=Figure.within(
            block,
            "g",
            0.05,
            "estimate",
            how=f"{given.block_oils_g:g} g of oils × {per_gram:.2f} g of soap each",
            source="the formula's fresh weight; a block that has dried weighs less",
        ),
        shreds_ml=block / SHREDS_G_ML,
        rest_oils_g=Figure.within(
            rest,
            "g",
            0.05,
            "estimate",
            how=f"{given.design_oils_g:g} g less the block's own oils",
            source="oils for oils",
        ),
    )


class DoughInput(Frozen):
    """Shapes, and what sticks to hands and board [%]."""

    shapes: Annotated[tuple[DoughShape, ...], Field(min_length=1, max_length=100)]
    waste_percent: Annotated[float, Field(ge=0, le=100)] = 10.0


class DoughOutput(Frozen):
    """Dough of each colour."""

    dough: tuple[DoughNeed, ...]


@calculator("dough")
def dough(given: DoughInput) -> DoughOutput:
    """Grams of dough of each colour for shapes made of balls, coils, drops, sheets, cones and petals."""
    sets = [dough_ml(shape.parts, shape.count, given.waste_percent) for shape in given.shapes]
    return DoughOutput(dough=dough_needed(sets))


class NestInput(Frozen):
    """A cutter, a sheet [mm] and the gap between pieces [mm]."""

    cutter: Outline
    sheet_long_mm: Positive
    sheet_wide_mm: Positive
    gap_mm: Annotated[float, Field(ge=0, le=50)] = 1.0


@calculator("nest")
def nest_cutters(given: NestInput) -> Layout:
    """How many pieces a cutter takes from a sheet, and where to press it."""
    cutter = shapely.Polygon(shape_of(given.cutter).exterior)
    return nest(cutter, given.sheet_long_mm, given.sheet_wide_mm, given.gap_mm)
