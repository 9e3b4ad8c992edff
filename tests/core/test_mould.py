"""Volumes of moulds against general-purpose numerics."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import dblquad
from scipy.spatial import ConvexHull

from archtop.core.geometry import CavityMould, LoafMould

moulds = st.builds(
    LoafMould,
    length_mm=st.floats(60, 500),
    width_mm=st.floats(40, 200),
    height_mm=st.floats(30, 150),
    draft_deg=st.floats(0, 8),
    end_draft_deg=st.floats(0, 8),
    bow_mm=st.floats(0, 8),
)


def test_a_straight_box_by_hand() -> None:
    mould = LoafMould(length_mm=250, width_mm=90, height_mm=70)
    assert mould.volume_below(70) == pytest.approx(1575e3)
    assert mould.rim_marks() == pytest.approx([25.4 * i for i in range(10)])


def test_a_drafted_mould_is_a_convex_hull() -> None:
    """Independent: the hull of its eight corners by Qhull."""
    mould = LoafMould(length_mm=240, width_mm=80, height_mm=75, draft_deg=3, end_draft_deg=5)
    front, back = mould.ends(75)
    half = mould.half_width(120, 75)
    floor = [(x, y, 0) for x in (-40, 40) for y in (0, 240)]
    rim = [(x, y, 75) for x in (-half, half) for y in (front, back)]
    assert mould.volume_below(75) == pytest.approx(ConvexHull(np.array(floor + rim)).volume)


def test_a_bowed_mould_is_its_walls_integrated() -> None:
    """Independent: numerical double integral of the width over length and height."""
    mould = LoafMould(length_mm=240, width_mm=80, height_mm=75, draft_deg=2, bow_mm=4)
    volume, error = dblquad(lambda z, y: 2 * mould.half_width(y, z), 0, 240, 0, 60)
    assert mould.volume_below(60) == pytest.approx(volume, abs=max(1.0, error))
    assert mould.half_width(120, 75) - mould.half_width(0, 75) == pytest.approx(4)


@given(moulds, st.floats(0.05, 1), st.lists(st.floats(0, 1), max_size=6))
def test_slices_add_up(mould: LoafMould, filled: float, cuts: list[float]) -> None:
    level = mould.height_mm * filled
    front, back = mould.ends(level)
    places = sorted([front, back, *(front + share * (back - front) for share in cuts)])
    total = sum(mould.volume_between(a, b, level) for a, b in itertools.pairwise(places))
    assert total == pytest.approx(mould.volume_below(level), rel=1e-6)


@given(moulds, st.floats(0, 1), st.floats(0, 1))
def test_volume_grows_with_height(mould: LoafMould, a: float, b: float) -> None:
    low, high = sorted((a * mould.height_mm, b * mould.height_mm))
    assert mould.volume_below(low) <= mould.volume_below(high) + 1e-9


def test_draft_and_ends() -> None:
    mould = LoafMould(length_mm=100, width_mm=50, height_mm=40, draft_deg=10, end_draft_deg=5)
    assert mould.half_width(50, 40) == pytest.approx(25 + 40 * math.tan(math.radians(10)))
    assert mould.ends(40)[1] - 100 == pytest.approx(40 * math.tan(math.radians(5)))
    assert mould.outline_at(50)[2] == pytest.approx((mould.half_width(50, 40), 40))


@pytest.mark.parametrize(("count", "fillings"), [(1, 1), (24, 1), (25, 2), (48, 2), (49, 3)])
def test_a_cavity_mould_is_filled_again_for_more(count: int, fillings: int) -> None:
    assert CavityMould(cavity_ml=2, cavities=24).fillings(count) == fillings
