"""Cuts: where they fall, and bars that weigh together what was filled in."""

from __future__ import annotations

import datetime as dt
import itertools
import re
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, Lot, plan, read_loaf, standard_cupboard
from archtop.core.cuts import CutHow, cut_positions
from archtop.core.document import Cuts
from tests.core.conftest import box, box_with, frosted, rod

CUPBOARD = standard_cupboard()


def test_positions_by_hand() -> None:
    """250 mm, 24 mm bars, 1 mm wire, 2 mm slices: 2 + 1, then 24 + 1 each; nine and 22 mm left over."""
    spans = cut_positions(250, Cuts(bar_mm=24, kerf_mm=1, front_slice_mm=2, back_slice_mm=2))
    assert len(spans) == 9
    assert spans[0] == (3, 27)
    assert spans[-1] == (203, 227)


@given(st.floats(8, 80), st.floats(0, 2), st.floats(0, 30), st.floats(0, 30))
def test_bars_never_meet_and_stay_inside(bar: float, kerf: float, front: float, back: float) -> None:
    spans = cut_positions(250, Cuts(bar_mm=bar, kerf_mm=kerf, front_slice_mm=front, back_slice_mm=back))
    assert spans[0][0] >= front
    assert spans[-1][1] <= 250 - back + 1e-6
    for (_, end), (start, _) in itertools.pairwise(spans):
        assert start - end == pytest.approx(kerf, abs=1e-9)
    # One more would not fit.
    left = 250 - spans[-1][1] - (back + kerf if back else 0)
    assert left < bar + kerf + 1e-6


@given(st.floats(0, 4), st.floats(0, 4), st.floats(0, 5), st.floats(0, 1.5), st.floats(0, 20))
def test_the_parts_weigh_what_was_filled_in(
    draft: float, ends: float, bow: float, kerf: float, slice_mm: float
) -> None:
    mould = {
        "length_mm": 250,
        "width_mm": 90,
        "height_mm": 70,
        "draft_deg": draft,
        "end_draft_deg": ends,
        "bow_mm": bow,
    }
    cuts = {"bar_mm": 25, "kerf_mm": kerf, "front_slice_mm": slice_mm, "back_slice_mm": slice_mm}
    frosting = frosted(200)
    result = plan(read_loaf(box_with(rod(diameter=40), to_mm=60, mould=mould, cuts=cuts, frosting=frosting)), CUPBOARD)
    cut = result.cuts
    parts = sum(bar.weight.value for bar in cut.bars) + sum(part.weight_g for part in cut.slices) + cut.kerf_loss_g
    density = result.pots[-1].density.value
    filled = (result.batter_in_mould.value + 200) * density + result.embeds[0].weight.value
    assert cut.total_g == pytest.approx(filled, rel=2e-3)
    assert parts == pytest.approx(cut.total_g, rel=1e-9)


def test_a_bowed_loaf_has_heavy_middles() -> None:
    mould = {"length_mm": 250, "width_mm": 90, "height_mm": 70, "bow_mm": 6}
    bars = plan(read_loaf(box(mould=mould)), CUPBOARD).cuts.bars
    assert bars[len(bars) // 2].weight.value > bars[0].weight.value


def test_a_joint_inside_a_bar_is_named() -> None:
    first, second = (
        rod("rod", 40, length_mm=110, casting=None),
        rod("other", 40, from_mm=110, length_mm=140, casting=None),
    )
    result = plan(read_loaf(box_with(first, second, to_mm=60, cuts={"bar_mm": 25, "kerf_mm": 0})), CUPBOARD)
    assert [bar.number for bar in result.cuts.bars if bar.joints_mm] == [5]
    assert result.cuts.bars[4].joints_mm == (110,)
    assert [remark.code for remark in result.remarks] == ["bars.joint"]


def test_no_bar_is_an_error() -> None:
    with pytest.raises(InputError, match=r"no whole bar fits into 250 mm"):
        cut_positions(250, Cuts(bar_mm=300))


def test_wires_are_moved_by_hand() -> None:
    cuts = Cuts(bar_mm=25, kerf_mm=1, moved=({"wire": 2, "by_mm": 3}, {"wire": 99, "by_mm": 3}))
    even, moved = cut_positions(250, Cuts(bar_mm=25, kerf_mm=1)), cut_positions(250, cuts)
    assert moved[1] == (even[1][0], even[1][1] + 3)
    assert moved[2] == (even[2][0] + 3, even[2][1])
    assert [moved[0], *moved[3:]] == [even[0], *even[3:]]
    with pytest.raises(InputError, match="Move its wires apart"):
        cut_positions(250, Cuts(bar_mm=25, kerf_mm=1, moved=({"wire": 1, "by_mm": 21},)))


def test_what_is_harder_than_the_loaf_is_cut_with_a_knife() -> None:
    def how(**more: Any) -> CutHow:
        return plan(read_loaf(box_with(*more.pop("embeds", ()), to_mm=60, **more)), CUPBOARD).cut_how

    assert (how().tool, how().lies) == ("wire", "upright")
    shelved = how(embeds=[rod("old", 30, casting=None) | {"lot": "old-column"}])
    assert shelved.tool == "knife"
    assert "Old" in shelved.reasons[0]
    salted = how(top={"finishes": [{"id": "salt", "name": "Salt", "kind": "salt"}]})
    assert (salted.tool, salted.lies) == ("wire", "on its side")


@pytest.mark.parametrize(("days", "tool"), [(2, "wire"), (9, "wire"), (10, "knife"), (60, "knife")])
def test_what_has_lain_on_the_shelf_only_days_cuts_like_the_loaf(days: int, tool: str) -> None:
    poured = dt.date(2026, 6, 30)
    lot = Lot(
        key="old-column",
        name="Old",
        kind="column",
        srgb="#aa8855",
        made_on=poured - dt.timedelta(days=days),
        count=3,
        grams=900,
    )
    there = CUPBOARD.model_copy(update={"lots": {"old-column": lot}})
    document = box_with(rod("old", 30, casting=None) | {"lot": "old-column"}, to_mm=60, pour_on=poured.isoformat())
    assert plan(read_loaf(document), there).cut_how.tool == tool


def test_a_wire_chosen_for_what_bends_it_says_so() -> None:
    document = box_with(rod("old", 30, casting=None) | {"lot": "old-column"}, to_mm=60, cuts={"tool": "wire"})
    how = plan(read_loaf(document), CUPBOARD).cut_how
    assert how.tool == "wire"
    assert how.clash
    assert "a wire bends there" in how.clash
    assert how.way == "Take a thin knife along a guide."
    assert "Nothing" not in " ".join(how.reasons)


def test_too_high_to_stand_under_the_wire_it_lies_down_where_it_then_fits() -> None:
    """60 mm high and 90 wide: under a wire that takes 95 it stands; a tall one of 100 mm lies."""
    tall = {"length_mm": 250, "width_mm": 70, "height_mm": 120}
    pour = {"do": "pour", "id": "all", "name": "All", "to_mm": 100, "colours": [{"colour": "white", "percent": 100}]}
    how = plan(read_loaf(box(mould=tall, work=[pour], cuts={"cutter_mm": 80})), CUPBOARD).cut_how
    assert (how.lies, how.through_mm, how.clash) == ("on its side", 70, None)
    assert how.reasons == ("Cut it lying on its side: upright it stands 100 mm high with its top.",)


def test_the_bar_that_evens_uneven_ones_is_named() -> None:
    """Much piped on bar 3 alone: cut as the remark says, the lightest bar comes within fifty grams of it."""
    run = {"id": "r", "name": "Heap", "tip": "t", "colours": ["white"], "pattern": "each bar", "bars": [3], "passes": 4}
    run["motif"] = {"kind": "kiss", "size_mm": 40, "height_mm": 30}
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}]
    document = box(frosting={"tips": tips, "runs": [run]}, cuts={"bar_mm": 50, "kerf_mm": 0})
    result = plan(read_loaf(document), CUPBOARD)
    (remark,) = [remark for remark in result.remarks if remark.code == "bars.uneven"]
    heavy, light = (int(number) for number in re.findall(r"[Bb]ar (\d+)", remark.text))
    weights = {bar.number: bar.part_gs[0] for bar in result.cuts.bars}
    assert weights[heavy] == max(weights.values())
    assert heavy == 3
    assert weights[light] == min(weights.values())
    told = re.search(r"cut bar (\d+) ([\d.]+) mm thicker", remark.remedy, re.IGNORECASE)
    assert told
    assert int(told[1]) == light
    evened = weights[light] * (50 + float(told[2])) / 50
    assert weights[heavy] - evened == pytest.approx(50, abs=0.5)
