"""Levels around pieces: inversion, displacement, and a count of voxels."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError
from archtop.core.geometry import Circle, Inside, LoafMould, Prism, Rounded, clearance_of, overlap_mm2, points_of

BOX = LoafMould(length_mm=250, width_mm=90, height_mm=70)
SOFT = LoafMould(length_mm=240, width_mm=80, height_mm=75, draft_deg=2, end_draft_deg=2, bow_mm=3)


def rod(diameter: float = 50, x: float = 0, z: float = 30, y0: float = 0, y1: float = 250) -> Prism:
    return Prism(points_of(Circle(diameter_mm=diameter)), (x, z), 0, (y0, y1))


def test_the_pencil_sum() -> None:
    """250 x 90 x 70 mm holds 1575 ml; a 50 mm rod end to end pushes aside π·25²·250 = 490.9 ml."""
    inside = Inside(BOX, [rod()])
    assert BOX.volume_below(70) / 1000 == pytest.approx(1575)
    assert inside.immersed_below(70) / 1000 == pytest.approx(490.87, abs=0.01)
    assert inside.batter_below(70) / 1000 == pytest.approx(1575 - 490.87, abs=0.01)


@given(st.floats(0, 1), st.floats(5, 60), st.floats(0.1, 0.9), st.booleans())
def test_level_and_volume_are_inverse(filled: float, diameter: float, height: float, soft: bool) -> None:
    mould = SOFT if soft else BOX
    inside = Inside(mould, [rod(diameter, z=height * mould.height_mm, y1=200)])
    level = filled * mould.height_mm
    back = inside.level_for(inside.batter_below(level))
    assert inside.batter_below(back) == pytest.approx(inside.batter_below(level), rel=1e-9, abs=1e-3)


@given(st.floats(0.05, 0.7), st.floats(10, 55))
def test_a_piece_only_ever_lifts_the_level(filled: float, diameter: float) -> None:
    batter = BOX.volume_below(70) * filled
    room = Inside(BOX, [rod(diameter, z=diameter / 2)]).batter_below(70)
    if batter > room:
        return
    assert Inside(BOX, [rod(diameter, z=diameter / 2)]).level_for(batter) >= Inside(BOX).level_for(batter) - 1e-9


def test_a_piece_standing_proud_counts_to_the_level_only() -> None:
    half = Inside(BOX, [rod(50, z=40)]).immersed_below(40)
    assert half / 1000 == pytest.approx(math.pi * 25**2 / 2 * 250 / 1000)


def test_voxels_agree() -> None:
    """Independent: a count of 0.5 mm voxels of the soft mould with two turned pieces, along its exact walls."""
    pieces = [
        Prism(points_of(Rounded(width_mm=24, height_mm=30, corner_mm=6)), (-15, 32), 25, (10, 170)),
        Prism(points_of(Circle(diameter_mm=22)), (18, 40), 0, (40, 240)),
    ]
    step, level = 0.5, 50.0
    x = np.arange(-60, 60, step) + step / 2
    z = np.arange(0, level, step) + step / 2
    total = 0.0
    grid_x, grid_z = np.meshgrid(x, z)
    covers = [shapely.contains_xy(piece.shape, grid_x, grid_z) for piece in pieces]
    for y in np.arange(-5, 245, step) + step / 2:
        half = np.array([SOFT.half_width(y, h) for h in z])
        ends = np.array([SOFT.ends(h) for h in z])
        wet = (np.abs(grid_x) < half[:, None]) & ((ends[:, 0] < y) & (y < ends[:, 1]))[:, None]
        for piece, covered in zip(pieces, covers, strict=True):
            if piece.y0 < y < piece.y1:
                wet &= ~covered
        total += wet.sum() * step**3
    assert Inside(SOFT, pieces).batter_below(level) == pytest.approx(total, rel=2e-3)


def test_too_much_batter_is_refused_in_millilitres() -> None:
    with pytest.raises(InputError, match=r"takes 1575 ml around its pieces.* 1\.1 mm above the rim\. Leave out 25 ml"):
        Inside(BOX).level_for(1600e3)


@pytest.mark.parametrize(("x", "wall"), [(0, 20), (15, 5), (-15, 5), (25, -5)])
def test_clearance_to_the_wall(x: float, wall: float) -> None:
    assert clearance_of(rod(50, x=x), BOX).wall == pytest.approx(wall, abs=0.02)


def test_clearance_in_a_bowed_mould_is_that_of_the_narrower_end() -> None:
    at_end = clearance_of(rod(40, y0=0, y1=240), SOFT)
    in_middle = clearance_of(rod(40, y0=100, y1=140), SOFT)
    assert in_middle.wall > at_end.wall
    assert at_end.ends == pytest.approx(10 * math.tan(math.radians(2)), abs=1e-3)


def test_pieces_overlap_only_where_they_share_length() -> None:
    a, b = rod(40, x=-10, y1=120), rod(40, x=10, y0=120)
    assert overlap_mm2(a, b) == 0
    assert overlap_mm2(a, rod(40, x=10)) == pytest.approx(491.3, abs=0.3)
