"""Numbers of a studio's own: fits that do not care for the order, pull with the count, and say so on what they move."""

from __future__ import annotations

import math
import statistics

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core.base import Figure
from archtop.core.learning import Observation, fitted, kind_of, place_of, shrunk

SEEN = st.lists(st.tuples(st.floats(0.3, 3.0), st.floats(0.05, 0.5)), min_size=1, max_size=12)


def fit(rate: str, seen: list[tuple[float, float]]):  # type: ignore[no-untyped-def]
    return fitted([Observation(rate=rate, value=value, sd=sd, says="") for value, sd in seen])[rate]


@given(SEEN)
def test_the_order_in_which_loaves_are_seen_does_not_matter(seen: list[tuple[float, float]]) -> None:
    there, back = fit("hands", seen), fit("hands", seen[::-1])
    assert there.value == pytest.approx(back.value)
    assert there.low == pytest.approx(back.low)


@given(SEEN)
def test_a_fit_lies_between_its_default_and_the_farthest_seen(seen: list[tuple[float, float]]) -> None:
    found = fit("piping", seen)
    values = [1.0, *(value for value, _ in seen)]
    assert min(values) - 1e-9 <= found.value <= max(values) + 1e-9
    assert found.low < found.value < found.high
    assert found.n == len(seen)


@given(SEEN, st.floats(0.3, 3.0))
def test_one_more_loaf_makes_it_surer_and_pulls_towards_itself(seen: list[tuple[float, float]], more: float) -> None:
    before, after = fit("hands", seen), fit("hands", [*seen, (more, 0.1)])
    assert after.spread < before.spread
    assert (after.value - before.value) * (more - before.value) >= -1e-12


def test_many_equal_loaves_come_to_their_mean_and_percents_are_not_logarithms() -> None:
    """Against the standard library's mean: with next to no prior the fit is just that."""
    values = [9.0, 11.0, 14.0, 12.5]
    found = shrunk(0.0, 1e6, 0.0, [(value, 1.0) for value in values])
    assert found.mean == pytest.approx(statistics.mean(values), abs=1e-6)
    assert not kind_of("cure").logarithmic
    assert kind_of("film").logarithmic
    cured = fit("cure", [(value, 0.5) for value in values] * 50)
    assert cured.value == pytest.approx(statistics.mean(values), abs=0.1)
    ratios = [0.5, 2.0]
    assert fit("hands", [(value, 0.05) for value in ratios] * 200).value == pytest.approx(1.0, abs=0.01)


def test_a_ratio_moves_a_figure_with_its_range_and_says_so() -> None:
    rate = fit("piping", [(1.5, 0.05)] * 30)
    figure = Figure.within(10.0, "ml", 0.5, "estimate", how="a shape", source="geometry")
    moved = rate.on(figure)
    assert moved.value == pytest.approx(10 * rate.value)
    assert (moved.low, moved.high) == (pytest.approx(10 * rate.low), pytest.approx(10 * rate.high))
    assert moved.basis == "your log"
    assert moved.how.startswith("a shape, × ")
    assert "30 seen" in moved.how
    assert rate.figure().value == rate.value


def test_the_next_loafs_range_holds_four_in_five_of_a_studio_as_it_is_believed_to_be() -> None:
    """By simulation with the spreads the fit takes: the range is neither boast nor shrug."""
    import numpy as np

    chance = np.random.default_rng(4)
    kind = kind_of("hands")
    held = 0
    for _ in range(400):
        studio = chance.normal(0, kind.studio_sd)
        loaves = studio + chance.normal(0, kind.loaf_sd, 6)
        seen = [(math.exp(loaf + chance.normal(0, 0.1)), 0.1) for loaf in loaves[:5]]
        found = fit("hands", seen)
        held += found.low <= math.exp(loaves[5]) <= found.high
    assert 0.75 < held / 400 < 0.85


def test_each_kind_has_its_place_and_things_of_a_kind_stand_together() -> None:
    keys = ["colour:red", "film", "scent:tea", "colour:blue", "cure"]
    assert sorted(keys, key=place_of) == ["film", "cure", "scent:tea", "colour:blue", "colour:red"]


def test_names_are_of_the_thing_where_there_is_one() -> None:
    seen = [Observation(rate="scent:tea", value=1.2, sd=0.2, says="")]
    assert fitted(seen, {"scent:tea": "Market tea"})["scent:tea"].name.endswith(": Market tea")
    assert fitted(seen)["scent:tea"].name == kind_of("scent").name
