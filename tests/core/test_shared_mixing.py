"""Loaves of one session out of one mixing: weighed and blended once, parted at emulsion."""

from __future__ import annotations

from itertools import groupby
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import LoafPlan, plan, plan_of, read_loaf, resolve, standard_cupboard
from archtop.core.bench import Misweighed, overshoot
from archtop.core.pots import FromBatch, Pot, Sharing, handed_of, why_apart
from archtop.core.schedule import Job, Network
from archtop.core.schedule.sharing import mixed_at_once
from tests.core.conftest import OLIVE_COCONUT, box

CUPBOARD = standard_cupboard()


def alone(name: str = "One", to_mm: float = 60, **formula: Any) -> LoafPlan:
    pour = {"do": "pour", "id": "p", "name": "All", "to_mm": to_mm, "colours": [{"colour": "white", "percent": 100}]}
    return plan(read_loaf(box(name=name, work=[pour], formulas=[{**OLIVE_COCONUT, **formula}])), CUPBOARD)


def for_both(to_mm: float = 60, other: float = 40) -> tuple[LoafPlan, LoafPlan, LoafPlan, LoafPlan]:
    """Each by itself, then the one that mixes for both, and the one that takes of it."""
    one, two = alone("One", to_mm), alone("Two", other)
    pour = {"do": "pour", "id": "p", "name": "All", "to_mm": to_mm, "colours": [{"colour": "white", "percent": 100}]}
    of = resolve(read_loaf(box(name="One", work=[pour], formulas=[OLIVE_COCONUT])), CUPBOARD)
    gives = plan_of(of, Sharing(gives=(handed_of("two", "Two", two.pots[-1]),)))
    pour = {**pour, "to_mm": other}
    of = resolve(read_loaf(box(name="Two", work=[pour], formulas=[OLIVE_COCONUT])), CUPBOARD)
    return one, two, gives, plan_of(of, Sharing(takes=FromBatch(loaf="one", name="One")))


def own(result: LoafPlan) -> Pot:
    return result.pots[-1]


@settings(max_examples=15, deadline=None)
@given(st.floats(20, 69), st.floats(20, 69))
def test_what_is_weighed_once_is_what_both_would_weigh_to_the_last_step(to_mm: float, other: float) -> None:
    one, two, gives, takes = for_both(to_mm, other)
    shared = own(gives).shared
    assert shared is not None
    for line in shared.lines:
        parts = [next(x.grams for x in own(of).ingredients if x.key == line.key) for of in (one, two)]
        assert line.grams == pytest.approx(sum(parts), abs=1e-6)
    (taker,) = shared.gives
    assert taker.total_g == own(takes).at_emulsion_g
    assert shared.total_g == pytest.approx(own(gives).at_emulsion_g + taker.total_g, abs=1e-6)
    # Each loaf's own part, its bowls and what it takes from the cupboard are as they would be alone.
    assert (own(gives).total_g, own(takes).total_g) == (own(one).total_g, own(two).total_g)
    assert (gives.supplies, takes.supplies, takes.label) == (one.supplies, two.supplies, two.label)


def test_the_lye_meets_the_oils_of_both_as_it_would_meet_each() -> None:
    """By the handbook's sum alone: lye over oils is the same ratio in the joint pot, within what rounding moves."""
    one, two, gives, _ = for_both()

    def ratio(lines: Any) -> float:
        return sum(x.grams for x in lines if x.role == "lye") / sum(x.grams for x in lines if x.role == "oil")

    joint = ratio(own(gives).shared.lines)
    low, high = sorted((ratio(own(one).ingredients), ratio(own(two).ingredients)))
    assert low - 1e-9 <= joint <= high + 1e-9


def test_each_is_told_its_part_of_the_work_and_nothing_twice() -> None:
    one, _, gives, takes = for_both()
    words = [step.key for step in gives.steps]
    assert words.index("loaf.mix") + 1 == words.index("loaf.hand-over")
    assert [key for key in words if key != "loaf.hand-over"] == [step.key for step in one.steps]
    weighed = {a.key: a.value for step in gives.steps if step.do == "weigh" for a in step.amounts if a.unit == "g"}
    assert weighed == {line.key: line.grams for line in own(gives).shared.lines}
    (out,) = (step for step in gives.steps if step.key == "loaf.hand-over")
    assert [(a.label, a.value) for a in out.amounts] == [("For Two", own(takes).at_emulsion_g)]
    keys = [step.key for step in takes.steps]
    assert not {"loaf.oils", "loaf.lye", "loaf.rest", "loaf.hand-over"} & set(keys)
    # The trace clock counts from there.
    taken = next(step for step in takes.steps if step.key == "loaf.mix")
    assert "One" in taken.title
    assert [a.value for a in taken.amounts] == [own(takes).at_emulsion_g]
    assert all(len(list(same)) == 1 for _, same in groupby(sorted(keys)))


def test_what_is_weighed_wrong_is_reckoned_with_all_that_is_in_the_pot() -> None:
    one, _, gives, _ = for_both()
    pour = {"do": "pour", "id": "p", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}
    of = resolve(read_loaf(box(name="One", work=[pour], formulas=[OLIVE_COCONUT])), CUPBOARD)
    lye = next(line for line in own(gives).shared.lines if line.role == "lye")
    told = overshoot(of, gives, Misweighed("loaf", lye.key, "lye", lye.grams))
    assert told.planned_g == lye.grams
    assert told.stands == "as planned"
    alone_lye = next(line.grams for line in own(one).ingredients if line.role == "lye")
    assert overshoot(of, gives, Misweighed("loaf", lye.key, "lye", alone_lye)).stands == "rich"


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"lye_discount_percent": 8}, "Sodium hydroxide"),
        ({"school": "cool"}, "one is worked"),
        ({"fats": [{"fat": "olive", "percent": 60}, {"fat": "coconut", "percent": 40}]}, "Olive oil is"),
    ],
)
def test_why_two_cannot_be_one_mixing_is_said_by_name(changes: dict[str, Any], says: str) -> None:
    one, two = alone("One"), alone("Two", **changes)
    assert why_apart((own(one), one.heats[-1]), (own(one), one.heats[-1])) == ()
    assert any(says in why for why in why_apart((own(one), one.heats[-1]), (own(two), two.heats[-1])))


def test_what_goes_in_after_emulsion_may_differ() -> None:
    late = [{"additive": "kaolin", "amount": 10, "stage": "after trace"}]
    one, two = alone("One"), alone("Two", additives=late)
    assert why_apart((own(one), one.heats[-1]), (own(two), two.heats[-1])) == ()
    handed = handed_of("two", "Two", own(two))
    assert handed.total_g < own(two).total_g
    assert "kaolin" not in {line.key for line in handed.lines}


def test_the_second_is_poured_right_after_the_first() -> None:
    jobs = tuple(Job(key=f"{x}/pour", loaf=x, title=x, kind="pour", minutes=60) for x in "ab")
    network = Network(jobs=jobs, links=(), holds=())
    (link,) = mixed_at_once(network, {"b": "a", "c": "a"}).links
    assert (link.before, link.after, link.least_h, link.most_h) == ("a/pour", "b/pour", 0, 0.25)
