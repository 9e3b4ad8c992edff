"""How jobs stand at a moment: what holds them up, until when, and what has gone by."""

from __future__ import annotations

import datetime as dt
from zoneinfo import ZoneInfo

import pytest

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.base import StepKey
from archtop.core.document import Loaf
from archtop.core.schedule import JobStanding, Link, Pin, When, network_of, standing_of
from archtop.core.steps.jobs import job_of
from tests.core.conftest import box, box_with, rod
from tests.core.test_already_done import CHAIN, NOW, ago

ZONE = ZoneInfo("Europe/Berlin")


def at(hours: float) -> dt.datetime:
    return NOW + dt.timedelta(hours=hours)


def done(**hours: float) -> dict[str, Pin]:
    """Jobs that were over so many hours ago."""
    return {key: Pin(start=ago(ended), done=True, at_end=True) for key, ended in hours.items()}


def stand(pins: dict[str, Pin], planned: dict[str, When] | None = None) -> dict[str, JobStanding]:
    return {job.key: job for job in standing_of(CHAIN, pins, planned, now=NOW, zone=ZONE)}


def test_only_what_nothing_comes_before_can_be_begun() -> None:
    found = stand({})
    assert {key: job.stands for key, job in found.items()} == {
        "cast": "ready",
        "out": "after",
        "fit": "after",
        "pour": "after",
        "cut": "after",
    }
    assert found["out"].why == "Comes after “Cast”."


@pytest.mark.parametrize(("cast_h", "stands"), [(23, "waiting"), (25, "ready")])
def test_a_wait_runs_from_when_the_job_before_it_was_over(cast_h: float, stands: str) -> None:
    out = stand(done(cast=cast_h))["out"]
    assert out.stands == stands
    assert out.until == (at(1) if stands == "waiting" else None)


@pytest.mark.parametrize(("late_min", "stands"), [(-1, "ready"), (10, "ready"), (14.9, "ready"), (15.1, "missed")])
def test_no_window_is_missed_by_minutes(late_min: float, stands: str) -> None:
    """The plan may put a job at the last moment of its window, and nobody presses to the minute."""
    assert stand(done(pour=48 + late_min / 60))["cut"].stands == stands


def test_a_short_window_gives_less_grace() -> None:
    link = Link(before="pour", after="spritz", least_h=0.75, most_h=1.5, why="", basis="estimate")
    assert link.grace_h == pytest.approx(0.075)
    assert Link(before="pour", after="cut", least_h=0, most_h=None, why="", basis="estimate").grace_h == 0


def test_what_was_done_says_when() -> None:
    assert stand(done(cast=5))["cast"].since == ago(5)


def test_a_window_that_has_closed_says_since_when_and_what_to_do() -> None:
    cut = stand(done(pour=60))["cut"]
    assert (cut.stands, cut.until) == ("missed", at(-12))
    assert "48 h after “Pour”" in cut.why
    assert "warm the loaf" in cut.why
    assert stand(done(pour=30))["cut"].stands == "ready"


@pytest.mark.parametrize(
    ("start", "stands"),
    [(-30, "late"), (-1, "due"), (3, "due"), (30, "ready")],
)
def test_what_is_planned_is_due_on_its_day_and_late_after_it(start: float, stands: str) -> None:
    found = stand({}, {"cast": When(at(start), at(start + 1))})["cast"]
    assert (found.stands, found.start) == (stands, at(start))


def test_a_day_ends_where_the_studio_is() -> None:
    # 23:30 in Berlin is another day than half past midnight there, though in Greenwich it is the same.
    late = dt.datetime(2027, 3, 5, 22, 30, tzinfo=dt.UTC)
    planned = {"cast": When(late + dt.timedelta(hours=1))}
    (there,) = (j for j in standing_of(CHAIN, {}, planned, now=late, zone=ZONE) if j.key == "cast")
    (here,) = (j for j in standing_of(CHAIN, {}, planned, now=late, zone=ZoneInfo("UTC")) if j.key == "cast")
    assert (there.stands, here.stands) == ("ready", "due")


def test_before_its_earliest_a_casting_is_too_early_and_after_its_latest_late() -> None:
    early = stand({}, {"cast": When(None, None, at(100), at(200))})["cast"]
    assert (early.stands, early.until) == ("early", at(100))
    assert stand({}, {"cast": When(None, None, ago(100), ago(2))})["cast"].stands == "late"
    assert stand({}, {"cast": When(None, None, ago(100), at(2))})["cast"].until == at(2)


def test_a_second_spritz_is_gone_a_day_after_its_hour() -> None:
    document = box(top={"finishes": [{"id": "s", "name": "Spritz", "kind": "spritz", "amount": 4}]})
    loaf = read_loaf(document)
    network = network_of(loaf, plan(loaf, standard_cupboard()))

    def spritz(hours: float) -> list[str]:
        jobs = standing_of(network, done(pour=hours), now=NOW, zone=ZONE)
        return [job.stands for job in jobs if job.kind == "spritz"]

    assert [spritz(hours) for hours in (0.5, 1, 3, 30)] == [["waiting"], ["ready"], ["missed"], []]


def with_column() -> Loaf:
    return read_loaf(
        box_with(rod("col", 40, casting={"material": "silicone", "mould_length_mm": 520, "trim_mm": 5}), to_mm=60)
    )


def test_every_step_is_part_of_a_job_and_every_job_of_hands_has_a_step() -> None:
    loaf = with_column()
    result = plan(loaf, standard_cupboard())
    jobs = {job.key for job in network_of(loaf, result).jobs if job.kind != "cured"}
    assert {step.job for step in result.steps} == jobs
    assert [step.job for step in result.steps] == sorted(
        (step.job for step in result.steps), key=["cast.col", "out.col", "fit", "pour", "cut"].index
    )


@pytest.mark.parametrize(
    ("step", "job"),
    [
        ("cast-col.lye", "cast.col"),
        ("cast-col.cast", "cast.col"),
        ("cast-col.out", "out.col"),
        ("cast-col~2.out", "out.col.2"),
        ("loaf.fit", "fit"),
        ("frosting.oils", "pour"),
        ("loaf.spritz-again", "spritz"),
        ("loaf.stamp", "cut"),
        ("loaf.also-out.tarts", "also.tarts"),
    ],
)
def test_a_steps_job_follows_from_its_name(step: str, job: str) -> None:
    assert str(job_of(with_column(), StepKey.parse(step))) == job


@pytest.mark.parametrize(("days", "late"), [(40, ""), (31, ""), (25, "days after"), (-1, "days after")])
def test_a_pour_too_late_for_its_day_says_by_how_much(days: int, late: str) -> None:
    ready = dt.date(2027, 5, 1)
    loaf = read_loaf(box(ready_on=ready.isoformat(), pour_on=(ready - dt.timedelta(days=days)).isoformat()))
    result = plan(loaf, standard_cupboard())
    told = [remark for remark in result.remarks if remark.code == "ready.late"]
    assert bool(told) is bool(late)
    assert result.pour_by
    assert (ready - result.pour_by).days == 30
    if told:
        assert late in told[0].text
        assert "1 April" in told[0].remedy
