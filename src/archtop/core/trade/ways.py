"""How small pieces are made: cast, cut, rolled, kneaded, melted or piped, and what each way takes.

- ``Make``: the ways, told apart by ``kind``
- ``Made``: volume and size of a piece, what must be mixed for all of them, and what is left over
"""

from __future__ import annotations

import math
from functools import lru_cache
from typing import Annotated, Literal

import shapely
from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.geometry import CavityMould, Circle, Layout, Outline, Polygon, Regular, Rounded, nest, shape_of
from archtop.core.trade.dough_parts import DoughPart, dough_ml

__all__ = [
    "BallMake",
    "BoardMake",
    "CavityMake",
    "ChunkMake",
    "CompositeMake",
    "CutterMake",
    "DoughMake",
    "Made",
    "Make",
    "MeltMake",
    "PipedMake",
    "WedgeMake",
    "made",
]

Size = Annotated[float, Field(gt=0, le=1000)]

# A round thing's cell in the densest packing of a plane (Thue 1890), as a share of the square around it.
_ROUND_CELL = math.sqrt(3) / 2


class CavityMake(Frozen):
    """Cast in the hollows of a mould."""

    kind: Literal["cavity"] = "cavity"
    mould: CavityMould


class CutterMake(Frozen):
    """Pressed with a cutter out of a poured slab [mm]."""

    kind: Literal["cutter"] = "cutter"
    outline: Outline
    slab_mm: Size
    sheet_long_mm: Size = 300.0
    sheet_wide_mm: Size = 200.0
    gap_mm: Annotated[float, Field(ge=0, le=50)] = 1.0


class CompositeMake(Frozen):
    """A figure of ``figure_ml`` cast first, then surrounded in a cavity; the surround has the pieces' colour."""

    kind: Literal["composite"] = "composite"
    mould: CavityMould
    figure_ml: Annotated[float, Field(gt=0, le=5000)]
    figure_colour: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]

    @model_validator(mode="after")
    def _figure_fits(self) -> CompositeMake:
        if self.figure_ml >= self.mould.cavity_ml:
            raise InputError.one(
                "composite.figure",
                "figure_ml",
                self.figure_ml,
                f"the hollow holds {self.mould.cavity_ml:g} ml",
                "Use a smaller figure or a larger hollow.",
            )
        return self


class WedgeMake(Frozen):
    """Wedges: a block sawn through from edge to edge, a right triangle across [mm]."""

    kind: Literal["wedge"] = "wedge"
    long_mm: Size
    wide_mm: Size
    high_mm: Size


class BoardMake(Frozen):
    """Boards sliced off a block, each after ``kerf_mm`` of wire [mm]."""

    kind: Literal["board"] = "board"
    long_mm: Size
    wide_mm: Size
    thick_mm: Size
    kerf_mm: Annotated[float, Field(ge=0, le=5)] = 0.6


class ChunkMake(Frozen):
    """Cut by hand from a block [mm]."""

    kind: Literal["chunk"] = "chunk"
    long_mm: Size
    wide_mm: Size
    high_mm: Size


class BallMake(Frozen):
    """Balls or beads, rolled from young soap."""

    kind: Literal["ball"] = "ball"
    diameter_mm: Size


class DoughMake(Frozen):
    """Kneaded from soap dough; the parts are of one piece, each in the piece's colour or its own."""

    kind: Literal["dough"] = "dough"
    parts: Annotated[tuple[DoughPart, ...], Field(min_length=1, max_length=60)]
    waste_percent: Annotated[float, Field(ge=0, le=100)] = 10.0


class MeltMake(Frozen):
    """Poured from a melt-and-pour base: no lye, but alcohol and heat."""

    kind: Literal["melt"] = "melt"
    piece_ml: Annotated[float, Field(gt=0, le=5000)]


class PipedMake(Frozen):
    """Flowers and the like, piped ahead and left to firm."""

    kind: Literal["piped"] = "piped"
    piece_ml: Annotated[float, Field(gt=0, le=500)]


Make = Annotated[
    CavityMake
    | CompositeMake
    | CutterMake
    | ChunkMake
    | WedgeMake
    | BoardMake
    | BallMake
    | DoughMake
    | MeltMake
    | PipedMake,
    Field(discriminator="kind"),
]


class AlsoTakes(Frozen):
    """Batter of another colour that goes into the same pieces [ml], for all of them."""

    name: str
    colour: str
    takes_ml: float


class Made(Frozen):
    """One piece's volume, what all take to make, and what that leaves; ``layout`` of a cutter on one sheet.

    ``size_mm``: the box around a piece, longest side first; a cube of its volume where only the volume is known.
    ``footprint_mm2``: what one lying flat takes of a surface that is packed as closely as can be. ``by_colour``: what
    all take, where one pot is split into colours; the empty name is the pieces' own.
    """

    each_ml: float
    size_mm: tuple[float, float, float]
    takes_ml: float
    left_ml: float
    batches: int
    says: str
    footprint_mm2: float
    also: AlsoTakes | None = None
    by_colour: dict[str, float] = {}
    layout: Layout | None = None


def made(make: Make, count: int) -> Made:
    """What ``count`` pieces take, made that way.

    :raises InputError: ``nest.none`` when a cutter does not fit its sheet
    """
    match make:
        case CavityMake(mould=mould):
            fillings = mould.fillings(count)
            says = "one filling" if fillings == 1 else f"{fillings} fillings of the mould"
            return _whole(mould.cavity_ml, count, fillings, says)
        case CompositeMake():
            return _composite(make, count)
        case CutterMake():
            return _cut_from_slab(make, count)
        case ChunkMake(long_mm=a, wide_mm=b, high_mm=c):
            return _block(a * b * c / 1000, count, f"{a:g} × {b:g} × {c:g} mm each", (a, b, c))
        case WedgeMake(long_mm=a, wide_mm=b, high_mm=c):
            pairs = "two wedges from each block"
            whole = _block(a * b * c / 2000, count, f"{a:g} × {b:g} × {c:g} mm, {pairs}", (a, b, c))
            return _with_waste(whole, (count % 2) * whole.each_ml)
        case BoardMake(long_mm=a, wide_mm=b, thick_mm=c, kerf_mm=kerf):
            whole = _block(a * b * c / 1000, count, f"a block of {count * (c + kerf):.0f} mm, sliced", (a, b, c))
            return _with_waste(whole, count * a * b * kerf / 1000)
        case BallMake(diameter_mm=d):
            return _whole(math.pi / 6 * d**3 / 1000, count, 1, f"balls of {d:g} mm", (d, d, d))
        case DoughMake(parts=parts, waste_percent=waste):
            each = sum(dough_ml(parts, 1, 0).values())
            by_colour = dough_ml(parts, count, waste)
            says = f"{len(parts)} shapes a piece, {waste:g} % for hands and board"
            whole = _with_waste(_whole(each, count, 1, says), sum(by_colour.values()) - each * count)
            return whole.model_copy(update={"by_colour": by_colour})
        case MeltMake(piece_ml=ml):
            return _whole(ml, count, 1, "melted, not mixed")
        case PipedMake(piece_ml=ml):
            return _whole(ml, count, 1, "piped ahead")


def _whole(each_ml: float, count: int, batches: int, says: str, size: tuple[float, float, float] | None = None) -> Made:
    side = (each_ml * 1000) ** (1 / 3)
    a, b, c = sorted(size or (side, side, side), reverse=True)
    return Made(
        each_ml=each_ml,
        size_mm=(a, b, c),
        takes_ml=each_ml * count,
        left_ml=0.0,
        batches=batches,
        says=says,
        footprint_mm2=_ROUND_CELL * a * b,
    )


def _block(each_ml: float, count: int, says: str, size: tuple[float, float, float]) -> Made:
    """What is cut square lies side by side without gaps."""
    whole = _whole(each_ml, count, 1, says, size)
    return whole.model_copy(update={"footprint_mm2": whole.size_mm[0] * whole.size_mm[1]})


def _with_waste(whole: Made, left_ml: float) -> Made:
    return whole.model_copy(update={"takes_ml": whole.takes_ml + left_ml, "left_ml": left_ml})


def _composite(make: CompositeMake, count: int) -> Made:
    """Figures first, then what surrounds them in the hollows."""
    fillings = make.mould.fillings(count)
    whole = _whole(make.mould.cavity_ml, count, fillings, f"{make.figure_ml:g} ml of each is its figure, cast before")
    around = (make.mould.cavity_ml - make.figure_ml) * count
    also = AlsoTakes(name="figures", colour=make.figure_colour, takes_ml=make.figure_ml * count)
    return whole.model_copy(update={"takes_ml": around, "also": also})


@lru_cache(maxsize=64)
def _layout(outline: Circle | Rounded | Regular | Polygon, long: float, wide: float, gap: float) -> Layout:
    # Laying cutters out takes longer than the rest of a plan, and a sheet seldom changes.
    return nest(shapely.Polygon(shape_of(outline).exterior), long, wide, gap)


def _cut_from_slab(make: CutterMake, count: int) -> Made:
    """Whole sheets are poured; what the cutter leaves is offcuts, kept for shreds."""
    layout = _layout(make.outline, make.sheet_long_mm, make.sheet_wide_mm, make.gap_mm)
    sheets = math.ceil(count / len(layout.places))
    each = shape_of(make.outline).area * make.slab_mm / 1000
    poured = sheets * make.sheet_long_mm * make.sheet_wide_mm * make.slab_mm / 1000
    left, low, right, high = shape_of(make.outline).bounds
    long, wide, high = sorted((right - left, high - low, make.slab_mm), reverse=True)
    return Made(
        each_ml=each,
        size_mm=(long, wide, high),
        takes_ml=poured,
        left_ml=poured - each * count,
        batches=sheets,
        footprint_mm2=shape_of(make.outline).area,
        says=f"{len(layout.places)} to a sheet ({layout.used_percent:.0f} % of it; a plain grid gives "
        f"{layout.grid_count}), {sheets} {'sheet' if sheets == 1 else 'sheets'}",
        layout=layout,
    )
