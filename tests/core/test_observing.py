"""What turning out teaches of the waits: enough, the reckoned one, or too little; long after it, nothing."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.learning import Observation, fitted
from archtop.core.notebook import Facts, Finished, LoafOutcome, Press, facts_of, observations_of
from archtop.core.resolved import resolve
from archtop.core.schedule import network_of
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()
NOON = dt.datetime(2026, 5, 30, 12, tzinfo=dt.UTC)


def finished(facts: Facts, *faults: str, **changes: Any) -> Finished:
    loaf = read_loaf(changes.pop("document", None) or box(**changes))
    said = {"stage": "unmoulded", "on": "2026-05-31", "faults": [{"kind": fault} for fault in faults]}
    outcomes = [LoafOutcome.model_validate(said)]
    return Finished(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD), outcomes, facts)


def waits(of: Finished) -> dict[str, Observation]:
    return {item.rate: item for item in observations_of(of) if item.rate.startswith("wait:")}


def soonest_h(of: Finished, job: str) -> float:
    return next(link.least_h for link in network_of(of.loaf, of.result).links if link.after == job and link.rate)


def stood(times_soonest: float, *faults: str) -> Observation | None:
    hours = soonest_h(finished(Facts()), "cut") * times_soonest
    return waits(finished(Facts(mould_h=hours), *faults)).get("wait:loaf lined box")


def test_clean_sooner_than_reckoned_was_enough() -> None:
    seen = stood(0.8)
    assert seen is not None
    assert seen.value == pytest.approx(0.8)
    assert "were enough" in seen.says


def test_clean_about_when_it_was_reckoned_says_that_the_reckoning_held_the_less_surely_the_later() -> None:
    soon, later = stood(1.02), stood(1.25)
    assert soon is not None
    assert later is not None
    assert soon.value == later.value == 1
    assert soon.sd < later.sd


def test_long_after_the_soonest_nothing_is_told_of_it() -> None:
    """Who always cuts on the third day has not learned that soap must wait three days."""
    assert stood(2.5) is None


@pytest.mark.parametrize("fault", ["sticky", "torn"])
def test_stuck_it_wanted_longer(fault: str) -> None:
    seen = stood(1.0, fault)
    assert seen is not None
    assert seen.value == pytest.approx(1.25)
    assert "it stuck" in seen.says


def test_a_loaf_that_stuck_once_and_then_let_go_comes_back_towards_the_table() -> None:
    once = [item for item in (stood(1.0, "sticky"),) if item]
    then = [item for item in (stood(1.05) for _ in range(5)) if item]
    rate = "wait:loaf lined box"
    assert 1 < fitted([*once, *then])[rate].value < fitted(once)[rate].value


def columns_stood(hours: float) -> Finished:
    document = box_with(rod())
    result = plan(read_loaf(document), CUPBOARD)
    assert {"cast-rod.cast", "cast-rod.out"} <= {step.key for step in result.steps}
    log = [Press("cast-rod.cast", NOON), Press("cast-rod.out", NOON + dt.timedelta(hours=hours))]
    return finished(facts_of(result, log), document=document)


def test_a_column_is_learned_from_by_its_own_mould() -> None:
    of = columns_stood(0.7 * soonest_h(finished(Facts(), document=box_with(rod())), "out.rod"))
    assert list(waits(of)) == ["wait:column silicone"]
    assert waits(of)["wait:column silicone"].value == pytest.approx(0.7)


def test_columns_that_let_go_sooner_are_turned_out_sooner_in_the_next_plan() -> None:
    of = columns_stood(0.7 * soonest_h(finished(Facts(), document=box_with(rod())), "out.rod"))
    rates = fitted(waits(of).values())
    usual, learned = (
        {link.after: link.least_h for link in network_of(of.loaf, of.result, own=own).links if link.rate}
        for own in ({}, rates)
    )
    assert learned["out.rod"] == pytest.approx(usual["out.rod"] * rates["wait:column silicone"].value)
    assert learned["out.rod"] < usual["out.rod"]


def test_a_mould_emptied_at_once_was_pressed_by_mistake() -> None:
    assert waits(columns_stood(0.2)) == {}
