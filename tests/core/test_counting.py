"""Numbers and days in a sentence as a studio writes them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core.base import Counting, as_counted

COMMA, MONTH = Counting(decimal="comma"), Counting(dates="month first")


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("so mix 38.5 ml at 1.007 g/ml.", "so mix 38,5 ml at 1,007 g/ml."),
        ("0.5 to 1.25 mm, ±2.5 %", "0,5 to 1,25 mm, ±2,5 %"),
        ("It is 2.5. Then 3.", "It is 2,5. Then 3."),
        ("1.44× its oils (0.3)", "1,44× its oils (0,3)"),
        ("Version 1.2.3 of loaf.json", "Version 1.2.3 of loaf.json"),
        ("21 CFR 701.3(a)", "21 CFR 701.3(a)"),
        ("v2.5 and 2.5b stay", "v2.5 and 2.5b stay"),
    ],
)
def test_a_decimal_sign_is_changed_and_nothing_else(text: str, said: str) -> None:
    assert as_counted(text, COMMA) == said
    assert as_counted(text, MONTH) == text


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("Ready on 5 December.", "Ready on December 5."),
        ("Sat 28 Nov to 2 Dec", "Sat Nov 28 to Dec 2"),
        ("(12 March 2027)", "(March 12, 2027)"),
        ("May be 5 of them", "May be 5 of them"),
        ("45 Mayors", "45 Mayors"),
    ],
)
def test_days_are_turned_round(text: str, said: str) -> None:
    assert as_counted(text, MONTH) == said
    assert as_counted(text, COMMA) == text


@given(st.floats(-1e5, 1e5).map(lambda number: f"{number:.3f}"))
def test_any_number_reads_back(number: str) -> None:
    assert float(as_counted(f"about {number} g", COMMA).split()[1].replace(",", ".")) == float(number)
