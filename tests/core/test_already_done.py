"""A season after part of it was lived: what is done presupposes what comes before it; closed windows are told."""

from __future__ import annotations

import datetime as dt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.schedule import (
    Job,
    Link,
    Network,
    Pin,
    SeasonLoaf,
    SeasonPlan,
    SeasonTerms,
    StudioHours,
    network_of,
    plan_season,
)
from archtop.core.schedule.already_done import already_done
from tests.core.conftest import box_with, rod

NOW = dt.datetime(2027, 3, 5, 12, tzinfo=dt.UTC)
CUPBOARD = standard_cupboard()


def ago(hours: float) -> dt.datetime:
    return NOW - dt.timedelta(hours=hours)


def job(key: str, kind: str = "cast", minutes: int = 60) -> Job:
    return Job(key=key, loaf="l", title=key.title(), kind=kind, minutes=minutes)


def link(before: str, after: str, least_h: float = 0, most_h: float | None = None) -> Link:
    return Link(before=before, after=after, least_h=least_h, most_h=most_h, why="So it is.", basis="common practice")


CHAIN = Network(
    jobs=(job("cast"), job("out", "turn out"), job("fit", "fit"), job("pour", "pour"), job("cut", "cut")),
    links=(link("cast", "out", 24), link("out", "fit"), link("fit", "pour"), link("pour", "cut", 20, 48)),
    holds=(),
)


def test_before_a_done_job_everything_is_done_as_late_as_it_can_have_been() -> None:
    found = already_done(CHAIN, {"pour": Pin(start=ago(10), done=True)}, NOW)
    assert {key: pin.start for key, pin in found.pins.items()} == {
        "pour": ago(10),
        "fit": ago(11),
        "out": ago(12),
        "cast": ago(12 + 24 + 1),
    }
    assert all(pin.done for pin in found.pins.values())


def test_what_is_known_of_a_job_before_stays_as_it_is_known() -> None:
    known = {"cast": Pin(start=ago(100), done=True), "pour": Pin(start=ago(10), done=True)}
    assert already_done(CHAIN, known, NOW).pins["cast"].start == ago(100)


def test_a_job_held_for_later_before_one_that_is_done_was_done() -> None:
    held = {"fit": Pin(start=NOW + dt.timedelta(days=1)), "pour": Pin(start=ago(10), done=True)}
    assert already_done(CHAIN, held, NOW).pins["fit"] == Pin(start=ago(11), done=True)


def test_a_press_at_the_end_of_a_job_says_when_it_began() -> None:
    found = already_done(CHAIN, {"pour": Pin(start=ago(10), done=True, at_end=True)}, NOW)
    assert found.pins["pour"].start == ago(11)


@pytest.mark.parametrize(("poured_h", "told"), [(30, False), (60, True)])
def test_a_window_that_has_closed_is_told_and_the_job_done_as_soon_as_may_be(poured_h: float, told: bool) -> None:
    found = already_done(CHAIN, {"pour": Pin(start=ago(poured_h), done=True)}, NOW)
    cut = next(item for item in found.network.links if item.after == "cut")
    assert cut.most_h == (None if told else 48)
    assert bool(found.missed) is told
    if told:
        assert found.missed == ("“Cut” should have come at most 48 h after “Pour”. So it is.",)


@pytest.mark.parametrize(("cut", "told"), [(False, True), (True, False)])
def test_a_spritz_in_its_hour_or_not_at_all(cut: bool, told: bool) -> None:
    network = Network(
        jobs=(*CHAIN.jobs, job("spritz", "spritz", 15)),
        links=(*CHAIN.links, link("pour", "spritz", 0.75, 1.5)),
        holds=(),
    )
    pins = {"pour": Pin(start=ago(24), done=True)} | ({"cut": Pin(start=ago(1), done=True)} if cut else {})
    found = already_done(network, pins, NOW)
    assert "spritz" not in {item.key for item in found.network.jobs}
    assert not any("spritz" in (item.before, item.after) for item in found.network.links)
    assert bool(found.missed) is told


def season_of(**pins: Pin) -> SeasonPlan:
    """A loaf with a column and a second spritz, for some weeks from now."""
    loaf = read_loaf(
        box_with(rod(), top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Alcohol", "amount": 6}]})
    )
    item = SeasonLoaf("l", loaf, plan(loaf, CUPBOARD), NOW + dt.timedelta(days=60))
    return plan_season(
        [item], SeasonTerms(StudioHours(), NOW, pins={f"l/{key}": pin for key, pin in pins.items()}, effort=2.0)
    )


JOBS = ("cast.rod", "out.rod", "fit", "pour", "spritz", "cut")


@given(st.integers(0, len(JOBS)), st.floats(0.1, 400))
def test_however_far_and_however_long_ago_a_loaf_was_worked_the_rest_can_be_planned(done: int, hours: float) -> None:
    """Whatever a bench log says cannot be undone by a plan, so a plan must never refuse it."""
    loaf = read_loaf(
        box_with(rod(), top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Alcohol", "amount": 6}]})
    )
    network = network_of(loaf, plan(loaf, CUPBOARD), "l")
    pins = {f"l/{key}": Pin(start=ago(hours), done=True, at_end=True) for key in JOBS[max(done - 1, 0) : done]}
    found = already_done(network, pins, NOW)
    for item in found.network.links:
        before, after = (found.pins.get(key) for key in (item.before, item.after))
        if before and before.done and not (after and after.done) and item.most_h is not None:
            end = before.start + dt.timedelta(hours=item.most_h)
            minutes = next(job.minutes for job in found.network.jobs if job.key == item.before)
            assert end + dt.timedelta(minutes=minutes) >= NOW


@pytest.mark.parametrize("job", JOBS)
def test_a_season_is_planned_on_from_any_job_that_is_done(job: str) -> None:
    season = season_of(**{job: Pin(start=ago(40), done=True, at_end=True)})
    assert season.blocks
    assert season.clash == ()
    held = {block.key.removeprefix("l/"): block.held for block in season.blocks}
    assert held[job] == "done"
    if job in ("pour", "spritz", "cut"):
        assert held["fit"] == held["cast.rod"] == "done"
