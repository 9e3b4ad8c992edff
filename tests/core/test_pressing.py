"""Pieces pressed into the surface: level, displacement, what a later pour covers; small pieces against their pour."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from tests.core.conftest import box

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
    fits = {**FIRST, "shreds_g": 1.03 * room * most * 0.999, "grated": grated}
    assert planned(fits).batter_in_mould.value > 0
    with pytest.raises(InputError, match=f"at most {most:.0%} of {grated}"):
        planned({**fits, "shreds_g": 1.03 * room * most * 1.001})
