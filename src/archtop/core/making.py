"""How small pieces are made: cast, cut, rolled, kneaded, melted or piped, and what each way takes.

- ``Make``: the ways, told apart by ``kind``
- ``Made``: volume of a piece, what must be mixed for all of them, and what is left over
"""

from __future__ import annotations

import math
from functools import lru_cache
from typing import Annotated, Literal

import shapely
from pydantic import Field

from archtop.core.dough import DoughPart, shape_ml
from archtop.core.figure import Frozen
from archtop.core.geometry import CavityMould, Circle, Outline, Polygon, Regular, Rounded, area_mm2, points_of
from archtop.core.nesting import Layout, nest

__all__ = [
    "BallMake",
    "CavityMake",
    "ChunkMake",
    "CutterMake",
    "DoughMake",
    "Made",
    "Make",
    "MeltMake",
    "PipedMake",
    "made",
]

Size = Annotated[float, Field(gt=0, le=1000)]


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
    """Kneaded from soap dough; the parts are of one piece, all in the piece's colour."""

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
    CavityMake | CutterMake | ChunkMake | BallMake | DoughMake | MeltMake | PipedMake, Field(discriminator="kind")
]


class Made(Frozen):
    """One piece's volume, what all take to make, and what that leaves; ``layout`` of a cutter on one sheet."""

    each_ml: float
    takes_ml: float
    left_ml: float
    batches: int
    says: str
    layout: Layout | None = None


def made(make: CavityMake | CutterMake | ChunkMake | BallMake | DoughMake | MeltMake | PipedMake, count: int) -> Made:
    """What ``count`` pieces take, made that way.

    :raises InputError: ``nest.none`` when a cutter does not fit its sheet
    """
    match make:
        case CavityMake(mould=mould):
            fillings = mould.fillings(count)
            says = "one filling" if fillings == 1 else f"{fillings} fillings of the mould"
            return _whole(mould.cavity_ml, count, fillings, says)
        case CutterMake():
            return _cut_from_slab(make, count)
        case ChunkMake(long_mm=a, wide_mm=b, high_mm=c):
            return _whole(a * b * c / 1000, count, 1, f"{a:g} × {b:g} × {c:g} mm each")
        case BallMake(diameter_mm=d):
            return _whole(math.pi / 6 * d**3 / 1000, count, 1, f"balls of {d:g} mm")
        case DoughMake(parts=parts, waste_percent=waste):
            each = sum(shape_ml(part) * part.count for part in parts)
            takes = each * count * (1 + waste / 100)
            says = f"{len(parts)} shapes a piece, {waste:g} % for hands and board"
            return Made(each_ml=each, takes_ml=takes, left_ml=takes - each * count, batches=1, says=says)
        case MeltMake(piece_ml=ml):
            return _whole(ml, count, 1, "melted, not mixed")
        case PipedMake(piece_ml=ml):
            return _whole(ml, count, 1, "piped ahead")


def _whole(each_ml: float, count: int, batches: int, says: str) -> Made:
    return Made(each_ml=each_ml, takes_ml=each_ml * count, left_ml=0.0, batches=batches, says=says)


@lru_cache(maxsize=64)
def _layout(outline: Circle | Rounded | Regular | Polygon, long: float, wide: float, gap: float) -> Layout:
    # Laying cutters out takes longer than the rest of a plan, and a sheet seldom changes.
    return nest(shapely.Polygon(points_of(outline)), long, wide, gap)


def _cut_from_slab(make: CutterMake, count: int) -> Made:
    """Whole sheets are poured; what the cutter leaves is offcuts, kept for shreds."""
    layout = _layout(make.outline, make.sheet_long_mm, make.sheet_wide_mm, make.gap_mm)
    sheets = math.ceil(count / len(layout.places))
    each = area_mm2(points_of(make.outline)) * make.slab_mm / 1000
    poured = sheets * make.sheet_long_mm * make.sheet_wide_mm * make.slab_mm / 1000
    return Made(
        each_ml=each,
        takes_ml=poured,
        left_ml=poured - each * count,
        batches=sheets,
        says=f"{len(layout.places)} to a sheet ({layout.used_percent:.0f} % of it; a plain grid gives "
        f"{layout.grid_count}), {sheets} {'sheet' if sheets == 1 else 'sheets'}",
        layout=layout,
    )
