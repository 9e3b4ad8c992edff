"""Favours: one bar a head, some to spare, and how many loaves that takes."""

from __future__ import annotations

import math
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError
from archtop.core.schedule import favours_need


@given(st.integers(1, 2000), st.integers(0, 200), st.integers(0, 3000), st.integers(1, 80))
def test_everybody_gets_a_bar_and_no_loaf_is_one_too_many(heads: int, spare: int, given_bars: int, a_loaf: int) -> None:
    need = favours_need(heads, spare, given_bars, a_loaf)
    assert need.bars == heads + need.spare
    # Counted exactly: a share of a bar is a bar.
    assert need.spare == math.ceil(Fraction(heads * spare, 100))
    assert need.lacking == max(0, need.bars - given_bars)
    assert need.loaves * a_loaf >= need.bars > (need.loaves - 1) * a_loaf


def test_ten_in_a_hundred_of_thirty_guests_by_hand() -> None:
    need = favours_need(30, 10, 20, 20)
    assert (need.bars, need.spare, need.lacking, need.loaves) == (33, 3, 13, 2)
    assert need.says == "33 bars are wanted, 3 of them to spare; 13 are lacking: 2 loaves in all."
    assert favours_need(30, 10, 40, 20).says == "33 bars are wanted, 3 of them to spare; the loaves give 40."


def test_without_a_loaf_nobody_knows_how_many_it_takes() -> None:
    assert favours_need(30, 0, 0, 0).loaves == 0


@pytest.mark.parametrize(
    ("heads", "spare", "code"), [(0, 10, "favours.heads"), (5, -1, "favours.spare"), (5, 201, "favours.spare")]
)
def test_what_cannot_be_is_refused(heads: int, spare: float, code: str) -> None:
    with pytest.raises(InputError) as refused:
        favours_need(heads, spare, 0, 10)
    assert refused.value.problems[0].code == code
