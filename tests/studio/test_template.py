"""The top's template: everything at 1:1, outlines as pieces lie, as many numbers as can be read."""

from __future__ import annotations

import itertools
from typing import Any

import pytest

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.studio.sheets.top_template import Mark, top_marks
from tests.core.conftest import box


def marks(**more: Any) -> tuple[Mark, ...]:
    return top_marks(plan(read_loaf(box(**more)), standard_cupboard()))


def numbers(found: tuple[Mark, ...]) -> list[Mark]:
    return [mark for mark in found if mark.kind == "word"]


@pytest.mark.parametrize(("bar_mm", "every"), [(25, 1), (8, 1), (6, 2), (5, 2)])
def test_numbers_of_bars_never_touch(bar_mm: float, every: int) -> None:
    """Two digits take seven millimetres: thin bars are told by every second."""
    told = numbers(marks(cuts={"bar_mm": bar_mm, "kerf_mm": 0}))
    assert [int(mark.text) for mark in told[:3]] == [1, 1 + every, 1 + 2 * every]
    gaps = [later.x - mark.x for mark, later in itertools.pairwise(told)]
    assert min(gaps) >= 7


def test_strips_are_cut_where_the_plan_cuts_them() -> None:
    """90 mm in strips of 40: cut after the first, after the second, and what is left is cut off."""
    found = marks(cuts={"bar_mm": 50, "kerf_mm": 1, "strip_mm": 40})
    along = {round(mark.y, 3) for mark in found if mark.kind == "line" and mark.y == mark.to_y and 0 < mark.y < 90}
    assert along == {40, 81}


def test_a_block_is_drawn_as_the_block_it_is() -> None:
    """40 × 12 mm held across the loaf at its middle: its sides run 40 mm across and 12 mm along."""
    block = {"id": "block", "name": "Block", "count": 1, "colour": "white"}
    block["make"] = {"kind": "chunk", "long_mm": 40, "wide_mm": 12, "high_mm": 8}
    pin = {"pieces": "block", "number": 0, "x": 0, "y": 112}
    scatter = {"items": [{"pieces": "block", "count": 1}], "pins": [pin]}
    bare = {(mark.x, mark.y, mark.to_x, mark.to_y) for mark in marks(cuts={"bar_mm": 25})}
    sides = [
        mark
        for mark in marks(cuts={"bar_mm": 25}, pieces=[block], top={"scatter": scatter})
        if (mark.x, mark.y, mark.to_x, mark.to_y) not in bare
    ]
    assert len(sides) == 4
    assert {mark.kind for mark in sides} == {"line"}
    xs = [value for mark in sides for value in (mark.x, mark.to_x)]
    ys = [value for mark in sides for value in (mark.y, mark.to_y)]
    assert (min(xs), max(xs)) == (pytest.approx(106), pytest.approx(118))
    assert (min(ys), max(ys)) == (pytest.approx(25), pytest.approx(65))
