"""The one function: a loaf by pencil, what it conserves, and what it says."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import Cupboard, Loaf, plan, read_loaf, standard_cupboard
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()


def test_a_loaf_by_pencil() -> None:
    """250 x 90 x 70 mm with a 50 mm rod: 1575 ml, 491 ml pushed aside, and pots for both."""
    result = plan(read_loaf(box_with(rod(), sizing={"film_mm": 0, "margin_percent": 0})), CUPBOARD)
    rod_ml = math.pi * 25**2 * 250 / 1000
    assert result.mould.volume.value == pytest.approx(1575)
    assert result.pushed_aside.value == pytest.approx(rod_ml, abs=0.01)
    assert result.batter_in_mould.value == pytest.approx(1575 - rod_ml, abs=0.01)
    column, loaf = result.pots
    assert column.total_g == pytest.approx(rod_ml * column.density.value, abs=1)
    assert loaf.total_g == pytest.approx((1575 - rod_ml) * loaf.density.value, abs=1)
    assert result.room_above.value == pytest.approx(0)


def test_laying_lifts_the_level_by_what_it_pushes_aside() -> None:
    result = plan(read_loaf(box_with(rod(), to_mm=60)), CUPBOARD)
    first, lay, _ = result.fills
    assert (first.level_after_mm, lay.batter.value) == (20, 0)
    assert lay.level_after_mm > 20
    # Same batter before and after: what rises beside the rod is what the rod took.
    risen = (lay.level_after_mm - 20) * 90 * 250 / 1000
    assert risen == pytest.approx(lay.immersed_ml, rel=1e-6)


@given(st.floats(10, 44), st.floats(-20, 20), st.floats(45, 70), st.floats(-180, 180))
def test_volumes_are_conserved(width: float, across: float, level: float, turn: float) -> None:
    outline = {"kind": "rounded", "width_mm": width, "height_mm": 20, "corner_mm": 3}
    embed = rod(outline=outline, across_mm=across / 2, up_mm=30, turn_deg=turn, length_mm=200, from_mm=20, casting=None)
    result = plan(read_loaf(box_with(embed, to_mm=level)), CUPBOARD)
    assert result.batter_in_mould.value + result.pushed_aside.value == pytest.approx(250 * 90 * level / 1000, rel=1e-9)
    assert result.layers[0].high_mm == result.layers[1].low_mm
    poured = sum(part.delivers.value for part in result.pots[-1].portions)
    assert poured == pytest.approx(result.batter_in_mould.value)


def test_a_piece_standing_proud_pushes_aside_only_what_is_under() -> None:
    result = plan(read_loaf(box_with(rod(up_mm=40), to_mm=40)), CUPBOARD)
    (piece,) = result.embeds
    assert piece.proud_mm == pytest.approx(25, abs=0.02)
    assert piece.pushes_aside.value == pytest.approx(piece.volume.value / 2, rel=1e-6)
    assert "embed.proud" in [remark.code for remark in result.remarks]


def test_remarks_name_what_a_maker_would_want_to_know() -> None:
    high = plan(read_loaf(box_with(rod(diameter=20, up_mm=50, casting=None), to_mm=65)), CUPBOARD)
    assert [remark.code for remark in high.remarks] == ["embed.unsupported"]
    assert "20 mm above the batter" in high.remarks[0].text
    tiny = {
        "pieces": [
            {
                "id": "t",
                "name": "Tiny",
                "make": {"kind": "cavity", "mould": {"cavity_ml": 1, "cavities": 4}},
                "count": 4,
                "colour": "white",
            }
        ]
    }
    coarse = plan(read_loaf(box(**tiny, sizing={"scale_step_g": 1})), CUPBOARD)
    assert "pot.coarse_scale" in [remark.code for remark in coarse.remarks]


def test_bench_steps_follow_the_work(lantern_row: Loaf, demo_cupboard: Cupboard) -> None:
    result = plan(lantern_row, demo_cupboard)
    keys = [step.key for step in result.steps]
    assert len(keys) == len(set(keys))
    own = [key for key in keys if key.startswith("loaf.")]
    assert own[own.index("loaf.pour.street") :] == [
        "loaf.pour.street",
        "loaf.lay.lantern-1",
        "loaf.lay.lantern-2",
        "loaf.lay.lantern-3",
        "loaf.pour.sky",
        "loaf.keep",
        "loaf.pipe.eave",
        "loaf.pipe.lamps",
        "loaf.strew",
        "loaf.cover",
        "loaf.cut",
    ]
    lye = [step for step in result.steps if step.key.endswith(".lye")]
    assert len(lye) == len(result.pots)
    assert all(any("water" in caution.lower() for caution in step.cautions) for step in lye)


def test_casting_order_meets_at_the_pour(lantern_row: Loaf, demo_cupboard: Cupboard) -> None:
    """With sodium lactate silicone lets go after a day, cure takes four to six weeks (common practice, no source).

    An hour to cast, a quarter to turn out and three to fit lie between the casting's beginning and the pour as well.
    """
    tasks = {task.key: task for task in plan(lantern_row, demo_cupboard).schedule}
    assert tasks["pour"].earliest_h == 0
    assert tasks["cast.lantern-1"].latest_h == -26
    assert str(tasks["cast.lantern-1"].latest_on) == "2026-12-04"
    assert set(tasks["pour"].after) >= {"fit", "cast.lantern-1"}
    assert tasks["cured"].earliest_h - tasks["cut"].earliest_h == 4 * 7 * 24 + 0.75
    assert all(t.latest_h is None or t.earliest_h <= t.latest_h for t in tasks.values())


def test_every_figure_says_where_it_comes_from(lantern_row: Loaf, demo_cupboard: Cupboard) -> None:
    def figures(node):
        if isinstance(node, dict):
            if {"value", "basis", "how"} <= node.keys():
                yield node
            for value in node.values():
                yield from figures(value)
        elif isinstance(node, list):
            for value in node:
                yield from figures(value)

    found = list(figures(plan(lantern_row, demo_cupboard).model_dump(mode="json")))
    assert len(found) > 50
    for figure in found:
        assert figure["how"]
        assert figure["source"]
        assert figure["low"] <= figure["value"] <= figure["high"]
        assert (figure["low"] == figure["high"]) or figure["basis"] != "exact"
