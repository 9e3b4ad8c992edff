"""Rows of pieces end to end: how many, what is sliced off, where they meet, and cuts that spare the joints."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.cuts import GAP_MM, best_shift, cut_positions
from archtop.core.document import Cuts
from tests.core.conftest import box_with, rod

AREA = 40 * 20


def planned(piece_mm: float, slice_mm: float = 1, length_mm: float = 250, **changes: Any) -> LoafPlan:
    """The box with a row of flat pieces 40 x 20 mm in section."""
    piece = rod(
        outline={"kind": "rounded", "width_mm": 40, "height_mm": 20},
        up_mm=30,
        length_mm=length_mm,
        row={"piece_mm": piece_mm, "slice_mm": slice_mm},
        casting={"mould_length_mm": piece_mm},
    )
    return plan(read_loaf(box_with(piece, **changes)), standard_cupboard())


def test_five_pieces_line_up_along_a_loaf() -> None:
    """Five or six pieces line up along a loaf (common practice, no source): 52 mm each, less 1 mm off both ends."""
    row = planned(52).embeds[0].row
    assert row
    assert (row.count, row.flat_mm, row.last_mm, row.short_mm) == (5, 50, 50, 0)
    assert row.joints_mm == (50, 100, 150, 200)
    assert row.offcut_ml == pytest.approx(5 * 2 * AREA / 1000)


@given(st.floats(8, 240), st.floats(0, 3), st.floats(20, 250))
def test_what_is_cast_is_laid_or_cut_off(piece: float, slice_: float, length: float) -> None:
    result = planned(piece, slice_, length)
    row = result.embeds[0].row
    assert row
    laid = (row.count - 1) * row.flat_mm + row.last_mm
    assert laid + row.short_mm == pytest.approx(length)
    assert row.short_mm < 3
    assert 0 < row.last_mm <= row.flat_mm + 1e-9
    assert all(b - a == pytest.approx(row.flat_mm) for a, b in zip(row.joints_mm, row.joints_mm[1:], strict=False))
    cast = next(pot for pot in result.pots if pot.id == "cast-rod").delivers.value
    assert cast == pytest.approx(row.count * piece * AREA / 1000)
    assert cast - row.offcut_ml == pytest.approx(laid * AREA / 1000)


def test_a_row_sliced_away_is_refused() -> None:
    with pytest.raises(InputError, match="leaves nothing of a piece of 10 mm"):
        planned(10, 5)


def test_a_piece_longer_than_its_mould_is_refused() -> None:
    long = rod(row={"piece_mm": 60, "slice_mm": 1}, casting={"mould_length_mm": 50})
    with pytest.raises(InputError, match="a piece of the row is 60 mm long"):
        plan(read_loaf(box_with(long)), standard_cupboard())


def test_a_cut_on_a_joint_shows_it_and_can_be_shifted() -> None:
    cuts = {"bar_mm": 24.5, "kerf_mm": 0.5, "front_slice_mm": 4, "back_slice_mm": 10}
    result = planned(52, cuts=cuts)
    assert "bars.gap" not in [remark.code for remark in result.remarks]
    on_joint = planned(52, cuts={**cuts, "front_slice_mm": 0})
    assert "bars.gap" in [remark.code for remark in on_joint.remarks]
    assert on_joint.cut_shift
    shifted = planned(52, cuts={**cuts, "front_slice_mm": on_joint.cut_shift.front_slice_mm})
    assert "bars.gap" not in [remark.code for remark in shifted.remarks]


@given(st.lists(st.floats(1, 249), min_size=1, max_size=8), st.floats(15, 40), st.floats(0, 20))
def test_a_shift_never_puts_more_row_joints_on_cuts(joints: list[float], bar: float, front: float) -> None:
    cuts = Cuts(bar_mm=bar, front_slice_mm=front)
    shift = best_shift(250, cuts, (), joints)

    def shown(given: Cuts) -> int:
        spans = cut_positions(250, given)
        return sum(any(min(abs(y - a), abs(y - b)) < GAP_MM for a, b in spans) for y in joints)

    if shift is None:
        return
    assert shown(cuts) == shift.spoilt_now
    assert shift.spoilt_then <= shift.spoilt_now


def test_sliced_at_the_open_end_alone_a_row_keeps_more_and_its_offcuts_lie_on_the_shelf() -> None:
    """Five pieces of 51 mm less 1 mm off one end each: 5 mm of column 8 cm2 in section to keep."""
    piece = rod(
        outline={"kind": "rounded", "width_mm": 40, "height_mm": 20},
        up_mm=30,
        row={"piece_mm": 51, "slice_mm": 1, "faces": "one"},
        casting={"mould_length_mm": 60},
    )
    result = plan(read_loaf(box_with(piece)), standard_cupboard())
    row = result.embeds[0].row
    assert row
    assert (row.count, row.flat_mm) == (5, 50)
    assert row.offcut_ml == pytest.approx(5 * AREA / 1000)
    step = next(step for step in result.steps if step.key == "cast-rod.sliced")
    assert "off the open face" in step.detail
    (kept,) = step.moves
    assert (kept.name, kept.kind) == ("Offcuts of Rod", "trimmings")
    assert kept.grams == pytest.approx(row.offcut_ml, rel=0.08)
