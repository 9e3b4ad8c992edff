"""Joints against cuts."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.cuts import best_shift, cut_positions, joints_of
from archtop.core.document import Cuts
from tests.core.conftest import box_with, rod


def test_joints_are_where_pieces_meet_inside_the_loaf() -> None:
    assert joints_of([(0, 110), (110, 250)], 250) == (110,)
    assert joints_of([(2, 84), (84.05, 166), (166, 248)], 250) == (2, 84, 166, 248)
    assert joints_of([(0, 250)], 250) == ()


def test_a_joint_is_spared_by_hand() -> None:
    """Nine bars of 25 mm and no kerf in 250 mm leave 25 mm to shift; a joint at 110 mm falls on a cut at 10 mm."""
    cuts = Cuts(bar_mm=25, kerf_mm=0, front_slice_mm=2, back_slice_mm=2)
    shift = best_shift(250, cuts, (110.0,))
    assert shift
    assert (shift.spoilt_now, shift.spoilt_then) == (1, 0)
    # A hair to either side comes off with the bevel.
    assert shift.front_slice_mm == pytest.approx(10, abs=0.51)


@given(st.lists(st.floats(5, 245), min_size=1, max_size=4), st.floats(12, 60), st.floats(0, 1.5), st.floats(0, 12))
def test_a_shift_never_spoils_more_nor_costs_a_bar(joints: list[float], bar: float, kerf: float, front: float) -> None:
    cuts = Cuts(bar_mm=bar, kerf_mm=kerf, front_slice_mm=front)
    shift = best_shift(250, cuts, tuple(sorted(joints)))
    if shift is None:
        return
    then = cut_positions(250, cuts.model_copy(update={"front_slice_mm": shift.front_slice_mm, "back_slice_mm": 0}))
    assert len(then) >= len(cut_positions(250, cuts))
    assert shift.spoilt_then <= shift.spoilt_now
    inside = [y for y in joints for a, b in then[: len(cut_positions(250, cuts))] if a + 0.5 < y < b - 0.5]
    assert len(inside) == shift.spoilt_then


def test_the_plan_offers_the_shift_only_when_it_helps() -> None:
    first, second = rod("a", 40, length_mm=110, casting=None), rod("b", 40, from_mm=110, length_mm=140, casting=None)
    cuts = {"bar_mm": 25, "kerf_mm": 0, "front_slice_mm": 2, "back_slice_mm": 2}
    offered = plan(read_loaf(box_with(first, second, to_mm=60, cuts=cuts)), standard_cupboard()).cut_shift
    assert offered
    assert "no joint spoils a bar" in offered.says
    taken = {**cuts, "front_slice_mm": offered.front_slice_mm, "back_slice_mm": 0}
    after = plan(read_loaf(box_with(first, second, to_mm=60, cuts=taken)), standard_cupboard())
    assert after.cut_shift is None
    assert len(after.cuts.bars) == 9


def test_what_stands_on_top_is_spared_by_hand() -> None:
    """Balls of 10 mm every 25 mm, their middles on the cuts of nine bars: any front slice 5 mm off spares them all."""
    cuts = Cuts(bar_mm=25, kerf_mm=0, front_slice_mm=10)
    balls = [(10.0 + 25 * i, 5.0) for i in range(10)]
    shift = best_shift(250, cuts, (), (), balls)
    assert shift
    assert (shift.cut_now, shift.cut_then) == (10, 0)
    # So near as a ball that the wire grazes by less than comes off with the bevel.
    assert shift.front_slice_mm in (pytest.approx(5.5), pytest.approx(14.5))
    assert "goes through none of what stands on top instead of 10" in shift.says


def test_a_joint_counts_more_than_what_stands_on_top() -> None:
    cuts = Cuts(bar_mm=25, kerf_mm=0, front_slice_mm=2)
    shift = best_shift(250, cuts, (110.0,), (), [(60.0, 5.0)])
    assert shift
    # The joint can only be in the wire where the ball is too.
    assert (shift.spoilt_then, shift.cut_now, shift.cut_then) == (0, 0, 1)


@given(st.lists(st.tuples(st.floats(0, 250), st.floats(1, 15)), min_size=1, max_size=30), st.floats(15, 60))
def test_a_shift_never_cuts_more_on_top(whole: list[tuple[float, float]], bar: float) -> None:
    cuts = Cuts(bar_mm=bar, front_slice_mm=3)
    shift = best_shift(250, cuts, (), (), whole)
    if shift is None:
        return
    then = cut_positions(250, cuts.model_copy(update={"front_slice_mm": shift.front_slice_mm, "back_slice_mm": 0}))
    wires = [edge for span in then[: len(cut_positions(250, cuts))] for edge in span]
    crossed = [y for y, reach in whole if any(abs(y - wire) < reach - 0.5 for wire in wires)]
    assert len(crossed) == shift.cut_then < shift.cut_now
