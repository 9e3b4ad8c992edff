"""The bench's day over the API: across loaves, by the season or a loaf's own date, as the log has it."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, press, put_away
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Loaf, Order
from tests.core.conftest import box, box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _quick(settings, clock: dict[str, dt.datetime]) -> None:
    """On a morning that is the same whenever the tests are run."""
    settings.SEASON_EFFORT = 0.5


def lamp(owner: User, name: str = "Lamp", **more: Any) -> Loaf:
    column = rod("col", 40, casting={"material": "silicone", "mould_length_mm": 520, "trim_mm": 5})
    return create_loaf(owner, read_loaf(box_with(column, to_mm=60, name=name, **more)))


def day(days: int) -> str:
    return (wall_clock.today() + dt.timedelta(days=days)).isoformat()


def pressed(loaf: Loaf, *steps: str, ago_h: float = 1.0, action: str = "done") -> None:
    for step in steps:
        press(loaf, uuid.uuid4(), step, action, wall_clock.now() - dt.timedelta(hours=ago_h))


def jobs(studio: Studio, loaf: Loaf) -> dict[str, dict[str, Any]]:
    return {job["key"]: job for job in studio.get(f"/loaves/{loaf.pk}/jobs").json()["jobs"]}


def today(studio: Studio) -> dict[str, Any]:
    found: dict[str, Any] = studio.get("/season/today").json()
    return found


def names(found: list[dict[str, Any]]) -> list[tuple[str, str]]:
    return [(job["of"], job["key"]) for job in found]


def test_a_loaf_without_a_date_is_no_part_of_the_day_but_has_its_jobs(studio: Studio, owner: User) -> None:
    loaf = lamp(owner)
    found = today(studio)
    assert [found["now"], found["waiting"], found["days"], found["done"]] == [[], [], [], []]
    assert list(jobs(studio, loaf)) == ["cast.col", "out.col", "fit", "pour", "cut"]
    first = jobs(studio, loaf)["cast.col"]
    assert (first["stands"], first["next_step"], first["done"]) == ("ready", "Goggles, gloves, sleeves", 0)


def test_what_is_begun_comes_first_and_what_it_waits_for_is_told(studio: Studio, owner: User) -> None:
    lamp(owner, "Dated", pour_on=day(5))
    begun = lamp(owner, "Begun")
    pressed(begun, "cast-col.ready", ago_h=20)
    found = today(studio)
    assert names(found["now"])[0] == ("Begun", "cast.col")
    assert found["now"][0]["next_step"] == "Weigh and melt the oils"
    assert dt.datetime.fromisoformat(found["now"][0]["begun"]) < wall_clock.now() - dt.timedelta(hours=19)
    pressed(begun, "cast-col.cast")
    out = jobs(studio, begun)["out.col"]
    assert out["stands"] == "waiting"
    assert dt.datetime.fromisoformat(out["until"]) > wall_clock.now() + dt.timedelta(hours=20)
    assert ("Begun", "out.col") in names(today(studio)["waiting"])
    assert names(today(studio)["done"]) == [("Begun", "cast.col")]


def test_by_its_own_date_a_loaf_is_due_on_it_too_early_before_and_late_after(studio: Studio, owner: User) -> None:
    stands = {}
    for days in (-3, 4, 40):
        loaf = lamp(owner, f"In {days}", pour_on=day(days))
        stands[days] = jobs(studio, loaf)["cast.col"]["stands"]
    # A silicone column is turned out after two days and is good for a week.
    assert stands == {-3: "late", 4: "ready", 40: "early"}


def test_to_be_ready_on_a_day_it_has_a_latest_day_for_the_pour_everywhere(studio: Studio, owner: User) -> None:
    loaf = lamp(owner, ready_on=day(60))
    opened = studio.get(f"/loaves/{loaf.pk}").json()
    latest = dt.date.fromisoformat(opened["plan"]["pour_by"])
    # Four weeks on the rack, and a day or two in the mould.
    assert 28 <= (dt.date.fromisoformat(day(60)) - latest).days <= 32
    (pour,) = [task for task in opened["plan"]["schedule"] if task["kind"] == "pour"]
    assert pour["earliest_on"] == latest.isoformat()
    (line,) = studio.get("/loaves").json()
    assert line["stands"] == {"stands": "proposed", "on": latest.isoformat()}
    assert jobs(studio, loaf)["pour"]["latest"].startswith((latest + dt.timedelta(days=1)).isoformat())
    studio.send("POST", "/season/plan")
    planned = jobs(studio, loaf)["pour"]["start"][:10]
    (line,) = studio.get("/loaves").json()
    assert line["stands"] == {"stands": "planned", "on": planned}
    assert dt.date.fromisoformat(planned) <= latest


def test_the_list_says_how_far_a_loaf_is(studio: Studio, owner: User) -> None:
    loaf = lamp(owner)

    def stands() -> tuple[str, str | None]:
        (line,) = studio.get("/loaves").json()
        return line["stands"]["stands"], line["stands"]["on"]

    assert stands() == ("undated", None)
    pressed(loaf, "cast-col.ready#tick")
    assert stands() == ("undated", None)
    pressed(loaf, "cast-col.ready", ago_h=24 * 40)
    assert stands() == ("begun", None)
    pressed(loaf, "loaf.cover", ago_h=24 * 33)
    assert stands() == ("poured", day(-33))
    pressed(loaf, "loaf.cut", ago_h=24 * 3)
    assert stands() == ("cut", day(-3))
    pressed(loaf, "loaf.cut", action="undone")
    pressed(loaf, "loaf.cut", ago_h=24 * 31)
    assert stands() == ("cured", day(-3))


def test_the_seasons_plan_says_when(studio: Studio, owner: User) -> None:
    lamp(owner, ready_on=day(60))
    studio.send("POST", "/season/plan")
    found = today(studio)
    planned = {job["key"]: job["start"] for of in found["days"] for job in of["jobs"]}
    blocks = studio.get("/season").json()["plan"]["blocks"]
    assert planned.keys() >= {"cast.col", "out.col", "fit", "pour", "cut"}
    for block in blocks:
        if block["kind"] != "cured":
            assert planned[block["key"].partition("/")[2]] == block["start"]
    # Nothing may be done later than its pour allows, which is planned for a day.
    pour = planned["pour"]
    for of in found["days"]:
        for job in of["jobs"]:
            assert job["kind"] == "cut" or job["latest"] <= pour
    days = [of["day"] for of in found["days"]]
    assert days == sorted(days)


def test_what_is_left_of_a_job_that_others_no_longer_wait_for_is_still_there(studio: Studio, owner: User) -> None:
    stamp = {"name": "Gate", "wide_mm": 20, "high_mm": 20}
    loaf = lamp(owner, cuts={"stamp": stamp})
    pressed(loaf, "cast-col.cast", ago_h=90)
    pressed(loaf, "loaf.cover", ago_h=60)
    pressed(loaf, "loaf.cut", ago_h=2)
    cut = jobs(studio, loaf)["cut"]
    assert (cut["stands"], cut["next_step"]) == ("ready", "Stamp the bars: Gate")
    assert ("Lamp", "cut") in names(today(studio)["now"])


def test_a_loaf_that_is_long_cut_is_no_longer_planned_for_the_day(
    studio: Studio, owner: User, monkeypatch: pytest.MonkeyPatch
) -> None:
    loaf = lamp(owner, pour_on=day(-40))
    pressed(loaf, "loaf.cut", ago_h=24 * 30)
    asked: list[str] = []
    plan_of = Plans.of
    monkeypatch.setattr(Plans, "of", lambda self, row: asked.append(row.name) or plan_of(self, row))
    assert today(studio)["now"] == []
    assert asked == []
    pressed(loaf, "loaf.cut", ago_h=1, action="undone")
    assert today(studio)["now"] != []
    assert asked == ["Lamp"]


def test_what_only_follows_from_what_came_after_has_no_moment_and_was_not_done_today(
    studio: Studio, owner: User
) -> None:
    loaf = lamp(owner)
    pressed(loaf, "loaf.fit")
    found = jobs(studio, loaf)
    assert {found[key]["stands"] for key in ("cast.col", "out.col", "fit")} == {"done"}
    assert [found[key]["since"] is None for key in ("cast.col", "out.col", "fit")] == [True, True, False]
    assert names(today(studio)["done"]) == [("Lamp", "fit")]


def test_a_press_taken_back_takes_the_job_back(studio: Studio, owner: User) -> None:
    loaf = lamp(owner)
    pressed(loaf, "cast-col.cast", ago_h=30)
    assert jobs(studio, loaf)["cast.col"]["stands"] == "done"
    pressed(loaf, "cast-col.cast", action="undone")
    assert jobs(studio, loaf)["cast.col"]["stands"] == "ready"
    assert jobs(studio, loaf)["out.col"]["stands"] == "after"


def test_a_closed_window_is_told_with_what_to_do(studio: Studio, owner: User) -> None:
    loaf = lamp(owner)
    pressed(loaf, "loaf.cover", ago_h=24 * 9)
    cut = jobs(studio, loaf)["cut"]
    assert cut["stands"] == "missed"
    assert "Cut it now" in cut["why"]
    assert names(today(studio)["now"])[0] == ("Lamp", "cut")


def test_bars_that_have_lain_long_enough_are_turned_and_others_loaves_are_not_seen(studio: Studio, owner: User) -> None:
    loaf, away = lamp(owner, "Cut"), lamp(owner, "Away", pour_on=day(2))
    pressed(loaf, "loaf.cut", ago_h=24 * 9)
    put_away(away)
    theirs = lamp(User.objects.create_user("stranger", password="another long one"), "Theirs", pour_on=day(2))
    found = today(studio)
    assert [bars["name"] for bars in found["turn"]] == ["Cut"]
    assert not {"Away", "Theirs"} & {job["of"] for of in found["days"] for job in of["jobs"]}
    assert studio.get(f"/loaves/{theirs.pk}/jobs").status_code == 404


def test_cast_together_for_two_loaves_it_is_done_for_both(studio: Studio, owner: User) -> None:
    one, other = lamp(owner, "One", ready_on=day(60)), lamp(owner, "Other", ready_on=day(60))
    pair = [f"{one.pk}/col", f"{other.pk}/col"]
    assert studio.send("PUT", "/season/moulds", {"moulds": {}, "together": [pair]}).status_code == 200
    pressed(one, "cast-col.cast", ago_h=24 * 4)
    assert "cast.col" not in jobs(studio, other)
    assert jobs(studio, other)["fit"]["why"] == "Comes after “Turn out Col”."
    pressed(one, "cast-col.out")
    assert jobs(studio, other)["fit"]["stands"] != "after"
    pressed(one, "cast-col.out", action="undone")
    listed = [job for of in today(studio)["days"] for job in of["jobs"] if job["key"] == "out.col"]
    listed += [job for job in today(studio)["now"] if job["key"] == "out.col"]
    assert [job["of"] for job in listed] == ["One"]


def test_a_loaf_knows_by_when_its_orders_want_it(studio: Studio, owner: User) -> None:
    loaf = create_loaf(owner, read_loaf(box(name="Wanted")))
    for name, on, away in (
        ("Later", "2026-12-20", False),
        ("First", "2026-12-12", False),
        ("Gone", "2026-12-01", True),
    ):
        Order.objects.create(owner=owner, kind="market", name=name, ready_on=on, put_away=away).loaves.add(loaf)
    Order.objects.create(owner=owner, kind="market", name="Without a day").loaves.add(loaf)
    wanted = studio.get(f"/loaves/{loaf.pk}/jobs").json()["wanted"]
    assert [(item["order"], item["on"]) for item in wanted] == [("First", "2026-12-12"), ("Later", "2026-12-20")]
