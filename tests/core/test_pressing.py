"""Pieces pressed into the surface: level, displacement, what a later pour covers; small pieces against their pour."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from tests.core.conftest import box, shredded

CUPBOARD = standard_cupboard()
AREA = 250 * 90
BALL_ML = math.pi / 6 * 8
SHARES = [{"colour": "white", "percent": 100}]
FIRST = {"do": "pour", "id": "all", "name": "All", "to_mm": 40, "colours": SHARES}


def planned(*work: dict[str, Any], count: int = 30) -> LoafPlan:
    """The box with thirty balls of 20 mm at hand and that work."""
    balls = {
        "id": "bit",
        "name": "Beads",
        "count": count,
        "colour": "white",
        "make": {"kind": "ball", "diameter_mm": 20},
    }
    return plan(read_loaf(box(pieces=[balls], work=list(work))), CUPBOARD)


def press(count: int, sunk: float) -> dict[str, Any]:
    """So many balls pressed in so deep."""
    return {"do": "press", "id": "in", "pieces": "bit", "count": count, "sunk_percent": sunk}


@given(st.integers(1, 30), st.floats(0, 100))
def test_the_level_rises_by_what_is_under(count: int, sunk: float) -> None:
    """In a straight box, by hand: volume under the surface over the box's floor."""
    result = planned(FIRST, press(count, sunk))
    assert result.level_mm == pytest.approx(40 + count * BALL_ML * sunk / 100 * 1000 / AREA)
    assert result.batter_in_mould.value == pytest.approx(40 * AREA / 1000)


@given(st.integers(1, 30), st.floats(0, 100), st.floats(45, 70))
def test_a_later_pour_leaves_room_for_what_stood_out(count: int, sunk: float, to_mm: float) -> None:
    then = {**FIRST, "id": "then", "to_mm": to_mm}
    result = planned(FIRST, press(count, sunk), then)
    filled = sum(step.batter.value + step.stirred_ml for step in result.fills)
    assert filled == pytest.approx(to_mm * AREA / 1000)
    under = sum(step.stirred_ml for step in result.fills)
    # Covered entirely once the pour stands a ball's height above the level it was pressed in at.
    if to_mm >= 40 + 20 + count * BALL_ML * 1000 / AREA:
        assert under == pytest.approx(count * BALL_ML)
    else:
        assert under <= count * BALL_ML + 1e-9


def test_nothing_to_press_into_is_refused() -> None:
    with pytest.raises(InputError, match="there is nothing to press it into"):
        planned(press(3, 50), FIRST)


def test_overflow_is_told_in_millilitres_and_millimetres() -> None:
    full = {**FIRST, "to_mm": 69.9}
    with pytest.raises(InputError, match=r"would stand \d+\.\d mm above the rim\. Leave out \d+ ml"):
        planned(full, press(30, 100))


def test_more_than_are_made_are_refused() -> None:
    with pytest.raises(InputError, match="31 of Beads go into the loaf"):
        planned(FIRST, press(31, 50))


def test_bars_carry_what_is_pressed_in() -> None:
    """Half-sunk balls of the loaf's own soap: all of them, over batter that was poured, are in the bars and slices."""
    with_them, without = planned(FIRST, press(30, 50)), planned(FIRST)
    density = without.pots[-1].density.value
    assert with_them.cuts.total_g - without.cuts.total_g == pytest.approx(30 * BALL_ML * density, rel=1e-3)


def test_pieces_thicker_than_their_pour_are_told() -> None:
    thin = {**FIRST, "to_mm": 12, "pieces": [{"pieces": "bit", "count": 10}]}
    codes = [remark.code for remark in planned(thin).remarks]
    assert "pieces.thicker_than_pour" in codes
    deep = {**FIRST, "pieces": [{"pieces": "bit", "count": 10}]}
    assert "pieces.thicker_than_pour" not in [remark.code for remark in planned(deep).remarks]


@pytest.mark.parametrize(
    ("grated", "most"),
    [("crumbs", 0.60), ("shreds", 0.45), ("curls", 0.20)],
)
def test_curls_leave_less_room_than_crumbs(grated: str, most: float) -> None:
    """The table's own packings (estimates): up to that share of a pour, and no more."""
    room = 40 * AREA / 1000
    fits = {**FIRST, **shredded(1.03 * room * most * 0.999, grated)}
    assert planned(fits).batter_in_mould.value > 0
    with pytest.raises(InputError, match=f"at most {most:.0%} of {grated}"):
        planned({**fits, **shredded(1.03 * room * most * 1.001, grated)})


def test_a_surface_takes_no_more_than_lie_side_by_side() -> None:
    """Densest packing of equal circles, π/√12 (Thue 1890): 225 cm² take 64 circles of 20 mm and no 65th."""
    cell = 20**2 * math.sqrt(3) / 2
    fit = int(AREA // cell)
    full = planned(FIRST, press(fit, 50), count=fit + 1)
    assert full.fills[-1].crowded_percent == pytest.approx(100 * fit * cell / AREA)
    with pytest.raises(InputError) as refused:
        planned(FIRST, press(fit + 1, 50), count=fit + 1)
    problem = refused.value.problems[0]
    assert (problem.code, problem.field) == ("press.no_place", "work.1.count")
    assert f"Press in {fit} at most" in problem.remedy


def test_what_is_pressed_in_before_takes_place_until_a_pour_covers_it() -> None:
    twice = {**press(40, 50), "id": "again"}
    with pytest.raises(InputError, match="of it taken"):
        planned(FIRST, press(40, 50), twice, count=80)
    then = {**FIRST, "id": "then", "to_mm": 65}
    assert planned(FIRST, press(40, 50), then, twice, count=80).fills[-1].crowded_percent == pytest.approx(
        100 * 40 * 400 * math.sqrt(3) / 2 / AREA
    )


def test_squares_lie_without_gaps_and_columns_take_their_share_of_the_surface() -> None:
    tiles = {
        "id": "bit",
        "name": "Tiles",
        "count": 200,
        "colour": "white",
        "make": {"kind": "chunk", "long_mm": 10, "wide_mm": 10, "high_mm": 4},
    }
    rod = {
        "id": "rod",
        "name": "Rod",
        "outline": {"kind": "rounded", "width_mm": 30, "height_mm": 30},
        "up_mm": 45,
        "length_mm": 250,
        "colour": "white",
        "casting": {"mould_length_mm": 260, "trim_mm": 0},
    }
    work = [{**FIRST, "to_mm": 35}, {"do": "lay", "embed": "rod"}, press(150, 0)]
    result = plan(read_loaf(box(pieces=[tiles], embeds=[rod], work=work)), CUPBOARD)
    assert result.fills[-1].crowded_percent == pytest.approx(100 * 150 * 100 / (250 * 60), rel=1e-3)


@pytest.mark.parametrize(("count", "said"), [(30, False), (45, True)])
def test_scattered_pieces_stop_finding_room_before_the_surface_is_full(count: int, said: bool) -> None:
    result = planned(FIRST, press(count, 50), count=count)
    assert any(remark.code == "pieces.crowded" for remark in result.remarks) == said


@pytest.mark.parametrize(("across", "said"), [(12, True), (0, False)])
def test_pieces_too_thick_for_the_narrow_beside_a_column(across: float, said: bool) -> None:
    """A 40 mm rod 12 mm off the middle of a 90 mm box leaves 13 mm on that side; beads of 20 mm do not go there."""
    beads = {"id": "bit", "name": "Beads", "count": 5, "colour": "white", "make": {"kind": "ball", "diameter_mm": 20}}
    rod = {
        "id": "rod",
        "name": "Rod",
        "outline": {"kind": "circle", "diameter_mm": 40},
        "up_mm": 30,
        "across_mm": across,
        "length_mm": 250,
        "colour": "white",
        "casting": {"mould_length_mm": 260, "trim_mm": 0},
    }
    then = {**FIRST, "id": "then", "to_mm": 65, "pieces": [{"pieces": "bit", "count": 5}]}
    work = [{**FIRST, "to_mm": 20}, {"do": "lay", "embed": "rod"}, then]
    result = plan(read_loaf(box(pieces=[beads], embeds=[rod], work=work)), CUPBOARD)
    narrow = [remark.text for remark in result.remarks if remark.code == "pieces.wider_than_gap"]
    assert bool(narrow) == said
    assert all("13 mm between Rod and the wall" in text for text in narrow)


def test_what_was_pressed_in_last_stands_out_and_is_told_to_the_wire() -> None:
    """Balls of 20 mm two fifths in stand 12 mm out; a tenth in 18 mm, which an upright wire would drag."""
    low, high = planned(FIRST, press(5, 40)), planned(FIRST, press(5, 10))
    assert low.top.high_mm == pytest.approx(12)
    assert low.cut_how.lies == "upright"
    assert high.top.high_mm == pytest.approx(18)
    assert high.cut_how.lies == "on its side"
    assert "Beads" in high.cut_how.reasons[0]
    covered = planned(FIRST, press(5, 10), {**FIRST, "id": "then", "to_mm": 65})
    assert covered.top.high_mm == 0
