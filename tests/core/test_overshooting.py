"""Something weighed wrong: superfat by hand, toppings that restore the formula, refusals."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.bench import Misweighed, Overshoot, overshoot
from archtop.core.resolved import resolve
from tests.core.conftest import OLIVE_COCONUT, box

CUPBOARD = standard_cupboard()
FINE = {"scale_step_g": 0.01}


def weighed(key: str, role: Any, times: float, **formula: Any) -> tuple[Overshoot, Any]:
    """The box's pot with one thing weighed so many times what was planned."""
    loaf = read_loaf(box(sizing=FINE, formulas=[{**OLIVE_COCONUT, **formula}]))
    result = plan(loaf, CUPBOARD)
    pot = result.pots[-1]
    planned = next(line.grams for line in pot.ingredients if (line.key, line.role) == (key, role))
    return overshoot(resolve(loaf, CUPBOARD), result, Misweighed(pot.id, key, role, planned * times)), pot


def test_lye_three_grams_too_heavy_by_hand() -> None:
    """Discount 5 %: 1 − 0.95·(1 + x) of the lye is missing. At +2 % that is 3.1 %, at +6 % it is −0.7 %."""
    found, pot = weighed("naoh", "lye", 1.02)
    assert found.superfat.value == pytest.approx(100 * (1 - 0.95 * 1.02), abs=0.05)
    assert found.stands == "usable"
    heavy, _ = weighed("naoh", "lye", 1.06)
    assert heavy.superfat.value == pytest.approx(100 * (1 - 0.95 * 1.06), abs=0.05)
    assert heavy.stands == "caustic"
    assert "Do not make it so" in heavy.says
    oils = {line.key: line.grams for line in pot.ingredients if line.role == "oil"}
    added = {item.key: item.grams for item in heavy.toppings}
    assert all(added[key] == pytest.approx(0.06 * grams, abs=0.01) for key, grams in oils.items())


@given(st.floats(1.002, 2), st.sampled_from([("naoh", "lye"), ("olive", "oil"), ("water", "water")]))
def test_toppings_bring_the_formula_back(times: float, what: tuple[str, str]) -> None:
    """Everything times the same is the same soap: superfat as planned, and the extra batter is all that came on top."""
    found, pot = weighed(*what, times)
    assert found.extra_g == pytest.approx(pot.total_g * (times - 1), abs=0.1)
    assert {item.key for item in found.toppings} == {line.key for line in pot.ingredients} - {what[0]}


@given(st.floats(0.3, 0.99))
def test_too_little_is_answered_by_more_of_itself(times: float) -> None:
    found, pot = weighed("coconut", "oil", times)
    planned = next(line.grams for line in pot.ingredients if line.key == "coconut")
    assert [(item.key, item.grams) for item in found.toppings] == [("coconut", pytest.approx(planned * (1 - times)))]
    assert found.superfat.value < 5


def test_a_fat_after_trace_counts_once() -> None:
    late = {"late_fat": {"fat": "castor", "percent_of_oils": 3}, "lye_discount_percent": 2}
    found, pot = weighed("castor", "late fat", 1.0, **late)
    assert found.superfat.value == pytest.approx(pot.superfat.value, abs=1e-6)
    twice, _ = weighed("castor", "late fat", 2.0, **late)
    assert twice.superfat.value - found.superfat.value == pytest.approx(3, abs=0.01)


@pytest.mark.parametrize(
    ("pot", "key", "grams", "says"),
    [
        ("none", "olive", 5.0, "is no pot of this loaf"),
        ("loaf", "shea", 5.0, "is not weighed into"),
        ("loaf", "olive", 0.0, "more than 0"),
        ("loaf", "olive", 1e6, "at most"),
    ],
)
def test_what_cannot_be_is_refused(pot: str, key: str, grams: float, says: str) -> None:
    loaf = read_loaf(box())
    with pytest.raises(InputError, match=says):
        overshoot(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD), Misweighed(pot, key, "oil", grams))
