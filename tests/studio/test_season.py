"""The season over the API: planning, pinning, doing, orders, the calendar file and its private address."""

from __future__ import annotations

import datetime as dt
import io
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext
from icalendar import Calendar
from pypdf import PdfReader

from archtop.core import plan, read_loaf
from archtop.core.schedule import StudioHours, network_of
from archtop.studio import stored, wall_clock
from archtop.studio.actions import create_loaf, cupboard_of_studio, press
from archtop.studio.actions import season as season_actions
from archtop.studio.actions.learning import open_numbers
from archtop.studio.actions.outcomes import save_outcome
from archtop.studio.actions.season import change_hours, change_moulds
from archtop.studio.models import Loaf, Order, Season
from tests.core.conftest import box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _quick(settings) -> None:
    settings.SEASON_EFFORT = 1.0


def ready_loaf(owner: User, name: str = "Lamp", days: int | None = 60, **more: Any) -> Loaf:
    column = rod("col", 40, casting={"material": "silicone", "mould_length_mm": 520, "trim_mm": 5})
    day = None if days is None else (wall_clock.today() + dt.timedelta(days=days)).isoformat()
    return create_loaf(owner, read_loaf(box_with(column, to_mm=60, name=name, ready_on=day, **more)))


def day_after(days: int) -> dt.date:
    return wall_clock.today() + dt.timedelta(days=days)


def blocks(season: dict[str, Any]) -> dict[str, dict[str, Any]]:
    return {block["key"].split("/", 1)[1]: block for block in season["plan"]["blocks"]}


def test_a_season_is_planned_pinned_and_let_go(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner)
    ready_loaf(owner, "Undated", None)
    before = studio.get("/season").json()
    assert before["plan"] is None
    assert before["stale"] is True
    season = studio.send("POST", "/season/plan").json()
    assert season["stale"] is False
    assert {item["name"] for item in season["plan"]["loaves"]} == {"Lamp"}
    pour = blocks(season)["pour"]
    week_before = (dt.datetime.fromisoformat(pour["start"]) - dt.timedelta(days=7)).isoformat()
    held = studio.send("PUT", "/season/pins", {"job": pour["key"], "start": week_before}).json()
    assert dt.datetime.fromisoformat(blocks(held)["pour"]["start"]) == dt.datetime.fromisoformat(week_before)
    assert blocks(held)["pour"]["held"] == "pinned"
    assert blocks(held)["cast.col"]["moved"]
    free = studio.send("PUT", "/season/pins", {"job": pour["key"], "start": None}).json()
    assert blocks(free)["pour"]["held"] == ""
    assert str(loaf.id) == pour["loaf"]


def test_what_the_bench_log_says_is_done_is_done(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner)
    at = wall_clock.now() - dt.timedelta(days=2)
    press(loaf, uuid.uuid4(), "cast-col.cast", "done", at)
    season = studio.send("POST", "/season/plan").json()
    cast = blocks(season)["cast.col"]
    assert cast["held"] == "done"
    assert ended(cast, at)
    assert blocks(season)["out.col"]["held"] == ""
    out = wall_clock.now() - dt.timedelta(hours=6)
    press(loaf, uuid.uuid4(), "cast-col.out", "done", out)
    press(loaf, uuid.uuid4(), "loaf.lay.col", "done", wall_clock.now())
    turned = blocks(studio.send("POST", "/season/plan").json())["out.col"]
    assert turned["held"] == "done"
    assert ended(turned, out)


def ended(block: dict[str, Any], at: dt.datetime) -> bool:
    """A press says that a job is over; the season is told to a quarter of an hour."""
    return abs(dt.datetime.fromisoformat(block["end"]) - at) < dt.timedelta(minutes=16)


def test_a_loaf_that_is_cut_has_only_its_curing_left(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner, top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Alcohol", "amount": 6}]})
    poured = wall_clock.now() - dt.timedelta(hours=30)
    pressed = {"cast-col.cast": -48, "loaf.lay.col": -1, "loaf.cover": 0, "loaf.spritz-again": 1, "loaf.cut": 28}
    for step, hours in pressed.items():
        press(loaf, uuid.uuid4(), step, "done", poured + dt.timedelta(hours=hours))
    found = blocks(studio.send("POST", "/season/plan").json())
    done = {key for key, block in found.items() if block["held"] == "done"}
    # Nobody pressed that it was dry-fitted; poured as it is, it was.
    assert done == {"cast.col", "out.col", "fit", "pour", "spritz", "cut"}
    assert all(ended(found[job], poured + dt.timedelta(hours=hours)) for job, hours in (("spritz", 1), ("cut", 28)))
    assert found["cured"]["held"] == ""


def test_a_spritz_that_was_missed_is_told_and_the_rest_goes_on(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner, top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Alcohol", "amount": 6}]})
    press(loaf, uuid.uuid4(), "loaf.cover", "done", wall_clock.now() - dt.timedelta(hours=5))
    season = studio.send("POST", "/season/plan").json()
    (missed,) = season["plan"]["missed"]
    assert "Spritz Lamp again" in missed
    assert "spritz" not in blocks(season)
    assert blocks(season)["cut"]["held"] == ""
    press(loaf, uuid.uuid4(), "loaf.spritz-again", "skipped", wall_clock.now())
    over = studio.send("POST", "/season/plan").json()
    assert over["plan"]["missed"] == []
    assert blocks(over)["spritz"]["held"] == "done"


def test_a_loaf_that_no_longer_plans_is_told_and_the_others_are_planned(studio: Studio, owner: User) -> None:
    broken, whole = ready_loaf(owner, "Broken"), ready_loaf(owner, "Whole")
    order = {"kind": "favours", "name": "Both", "heads": 8, "loaves": [str(broken.pk), str(whole.pk)]}
    alone = studio.send("POST", "/season/orders", {**order, "loaves": [str(whole.pk)]}).json()["orders"][0]
    Loaf.objects.filter(pk=broken.pk).update(document={**broken.document, "formulas": []})
    season = studio.send("POST", "/season/plan").json()
    assert [item["name"] for item in season["unplanned"]] == ["Broken"]
    assert {block["loaf"] for block in season["plan"]["blocks"]} == {str(whole.pk)}
    both = studio.send("PUT", f"/season/orders/{alone['id']}", order).json()["orders"][0]
    assert both["need"]["given"] == alone["need"]["given"]


def test_i_did_it_then_replans_the_rest_and_refuses_the_future(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    season = studio.send("POST", "/season/plan").json()
    cast = blocks(season)["cast.col"]
    then = wall_clock.now() - dt.timedelta(hours=30)
    done = studio.send("PUT", "/season/pins", {"job": cast["key"], "start": then.isoformat(), "done": True}).json()
    assert blocks(done)["cast.col"]["held"] == "done"
    # Older than a week it would drag: the pour comes within one.
    assert dt.datetime.fromisoformat(blocks(done)["pour"]["start"]) <= then + dt.timedelta(days=7, hours=2)
    later = (wall_clock.now() + dt.timedelta(days=1)).isoformat()
    answer = studio.send("PUT", "/season/pins", {"job": cast["key"], "start": later, "done": True})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["code"] == "pin.future"


def test_an_impossible_date_is_explained(studio: Studio, owner: User) -> None:
    ready_loaf(owner, days=24)
    plan = studio.send("POST", "/season/plan").json()["plan"]
    assert plan["loaves"][0]["late_h"] > 0
    assert any("on its date" in words for words in plan["clash"])
    assert plan["ways"]


def test_a_past_date_is_told_and_the_others_are_planned(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    ready_loaf(owner, "Yesterday", days=-1)
    season = studio.send("POST", "/season/plan").json()
    assert [item["name"] for item in season["plan"]["loaves"]] == ["Lamp"]
    assert [(item["name"], "past" in item["why"]) for item in season["unplanned"]] == [("Yesterday", True)]


def test_what_is_refused_changes_nothing(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    before = studio.send("POST", "/season/plan").json()
    no_hours = before["hours"] | {"week": [[]] * 7}
    assert studio.send("PUT", "/season/hours", no_hours).status_code == 422
    later = (wall_clock.now() + dt.timedelta(days=1)).isoformat()
    pin = {"job": before["plan"]["blocks"][0]["key"], "start": later, "done": True}
    assert studio.send("PUT", "/season/pins", pin).status_code == 422
    after = studio.get("/season").json()
    assert (after["hours"], after["plan"], after["planned_at"]) == (
        before["hours"],
        before["plan"],
        before["planned_at"],
    )
    assert Season.objects.get().pins.count() == 0


def test_a_job_held_where_nothing_fits_is_refused_with_the_reasons(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    before = studio.send("POST", "/season/plan").json()
    pour = blocks(before)["pour"]
    # An hour from now there can be no column of two days.
    soon = (wall_clock.now() + dt.timedelta(hours=1)).isoformat()
    answer = studio.send("PUT", "/season/pins", {"job": pour["key"], "start": soon})
    assert answer.status_code == 422
    (problem,) = answer.json()["problems"]
    assert problem["code"] == "season.clash"
    assert "“Pour Lamp” held where it is" in problem["limit"]
    assert studio.get("/season").json()["plan"] == before["plan"]


def test_a_promised_day_is_kept_or_told(studio: Studio, owner: User) -> None:
    column = rod("col", 40, casting={"material": "silicone", "mould_length_mm": 520, "trim_mm": 5})
    day = wall_clock.today() + dt.timedelta(days=20)
    dates = {"pour_on": day.isoformat(), "ready_on": (day + dt.timedelta(days=40)).isoformat()}
    create_loaf(owner, read_loaf(box_with(column, to_mm=60, name="Promised", **dates)))
    season = studio.send("POST", "/season/plan").json()
    assert blocks(season)["pour"]["start"].startswith(day.isoformat())
    column["casting"]["material"] = "stiff"
    soon = {"pour_on": (wall_clock.today() + dt.timedelta(days=1)).isoformat()}
    create_loaf(owner, read_loaf(box_with(column, to_mm=60, name="Too soon", **dates | soon)))
    plan = studio.send("POST", "/season/plan").json()["plan"]
    assert any("“Pour Too soon” on its day" in words for words in plan["clash"])
    assert any(way["kind"] == "day" for way in plan["ways"])


def test_hours_and_moulds_change_the_plan(studio: Studio, owner: User) -> None:
    ready_loaf(owner, "One")
    ready_loaf(owner, "Two")
    season = studio.send("POST", "/season/plan").json()
    day = [{"start": "09:00:00", "end": "19:00:00"}]
    # Sundays alone would not do: a loaf is cut within two days.
    hours = season["hours"] | {"week": [day, *[[]] * 5, day]}
    sundays = studio.send("PUT", "/season/hours", hours).json()
    days = {
        dt.datetime.fromisoformat(block["start"]).weekday()
        for block in sundays["plan"]["blocks"]
        if block["kind"] != "cured"
    }
    assert days == {0, 6}
    assert studio.send("PUT", "/season/hours", hours | {"week": [[]] * 7}).status_code == 422
    mould = next(item for item in sundays["moulds"] if "silicone" in item["name"])
    more = studio.send("PUT", "/season/moulds", {"moulds": {mould["mould"]: 3}, "together": []}).json()
    assert next(item for item in more["moulds"] if item["mould"] == mould["mould"])["count"] == 3
    studio.send("PUT", "/season/hours", season["hours"])
    (pair,) = more["alike"]
    shared = studio.send("PUT", "/season/moulds", {"together": [[pair["first"], pair["second"]]]}).json()
    assert sum(block["kind"] == "cast" for block in shared["plan"]["blocks"]) == 1


def test_orders_count_heads_and_set_dates(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner, days=None)
    day = (wall_clock.today() + dt.timedelta(days=70)).isoformat()
    order = {"kind": "favours", "name": "Wedding", "ready_on": day, "heads": 30, "loaves": [str(loaf.id)]}
    season = studio.send("POST", "/season/orders", order).json()
    (line,) = season["orders"]
    # Thirty and a tenth to spare; the box gives nine bars of 25 mm, so four loaves.
    assert (line["need"]["bars"], line["need"]["given"], line["need"]["lacking"], line["need"]["loaves"]) == (
        33,
        9,
        24,
        4,
    )
    assert season["plan"]["loaves"][0]["ready"].startswith(day)
    changed = studio.send("PUT", f"/season/orders/{line['id']}", order | {"heads": 8, "notes": "Cream bands"}).json()
    assert changed["orders"][0]["need"]["lacking"] == 0
    assert changed["orders"][0]["notes"] == "Cream bands"
    gone = studio.send("DELETE", f"/season/orders/{line['id']}").json()
    assert gone["orders"] == []
    assert gone["plan"]["blocks"] == []


def test_the_calendar_file_is_read_back_by_another_library(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    plan = studio.send("POST", "/season/plan").json()["plan"]
    calendar = Calendar.from_ical(studio.http.get("/api/season/calendar.ics").content)
    events = {str(event["summary"]): event for event in calendar.walk("VEVENT")}
    assert len(events) == len(plan["blocks"])
    for block in plan["blocks"]:
        event = events[block["title"]]
        start = dt.datetime.fromisoformat(block["start"])
        assert event.decoded("dtstart") == (start.date() if block["kind"] == "cured" else start)


def test_a_private_address_answers_until_it_is_revoked(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    studio.send("POST", "/season/plan")
    feed = studio.send("PUT", "/season/feed?wanted=true").json()["feed"]
    stranger = Studio(None)
    answer = stranger.http.get(f"/api/season/feed/{feed}.ics")
    assert answer.status_code == 200
    assert b"Pour Lamp" in answer.content
    another = studio.send("PUT", "/season/feed?wanted=true").json()["feed"]
    assert another != feed
    assert stranger.http.get(f"/api/season/feed/{feed}.ics").status_code == 404
    studio.send("PUT", "/season/feed?wanted=false")
    assert stranger.http.get(f"/api/season/feed/{another}.ics").status_code == 404
    assert b"VCALENDAR" not in stranger.http.get("/api/season/feed/.ics").content
    assert stranger.get("/season").status_code == 401


def test_a_week_is_printed(studio: Studio, owner: User) -> None:
    ready_loaf(owner)
    assert studio.http.get("/api/season/week.pdf?first=2027-01-04").status_code == 422
    plan = studio.send("POST", "/season/plan").json()["plan"]
    pour = next(block for block in plan["blocks"] if block["kind"] == "pour")
    day = dt.date.fromisoformat(pour["start"][:10])
    monday = day - dt.timedelta(days=day.weekday())
    pdf = PdfReader(io.BytesIO(studio.http.get(f"/api/season/week.pdf?first={monday}").content))
    text = pdf.pages[0].extract_text()
    assert "Pour Lamp" in text
    assert f"{day:%A} {day.day}" in text


@pytest.mark.parametrize("loaf", ["x", "", "\u2028", "0" * 40, None, 7])
def test_an_order_of_what_is_no_loaf_is_refused(studio: Studio, loaf: object) -> None:
    order = {"kind": "commission", "name": "Of nothing", "loaves": [loaf]}
    assert studio.send("POST", "/season/orders", order).status_code == 422
    assert studio.get("/season").json()["orders"] == []


def test_seasons_and_orders_are_their_owners(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner)
    order = {"kind": "commission", "name": "Mine", "loaves": [str(loaf.id)]}
    line = studio.send("POST", "/season/orders", order).json()["orders"][0]
    stranger = Studio(User.objects.create_user("stranger", password="another long one"))
    assert stranger.get("/season").json()["orders"] == []
    assert stranger.send("PUT", f"/season/orders/{line['id']}", order).status_code == 404
    theirs = stranger.send("POST", "/season/orders", order)
    assert theirs.status_code == 422
    assert theirs.json()["problems"][0]["code"] == "order.loaf"
    assert stranger.get("/season").json()["orders"] == []
    assert Season.objects.count() == 2


def test_waits_are_learned_from_the_log_and_move_the_season(owner: User) -> None:
    loaf = ready_loaf(owner)
    before = network_wait(loaf)
    poured = wall_clock.now() - dt.timedelta(days=3)
    press(loaf, uuid.uuid4(), "loaf.cover", "done", poured)
    press(loaf, uuid.uuid4(), "loaf.cut", "done", poured + dt.timedelta(hours=2 * before))
    # Cut a day late and clean: that says nothing of the soonest.
    assert not any(number.key.startswith("wait:") for number in open_numbers())
    on = (wall_clock.today() - dt.timedelta(days=1)).isoformat()
    save_outcome(loaf, uuid.uuid4(), {"stage": "cut", "on": on, "faults": [{"kind": "sticky"}]})
    (number,) = [number for number in open_numbers() if number.key.startswith("wait:")]
    assert number.rate is not None
    assert number.rate.n == 1
    assert 1 < number.rate.value < 2 * 1.25
    assert network_wait(ready_loaf(owner)) == pytest.approx(before * number.rate.value)


def network_wait(loaf: Loaf) -> float:
    """Hours that the loaf must lie before it is cut, at the least."""
    document, cupboard = read_loaf(loaf.document), cupboard_of_studio()
    links = network_of(document, plan(document, cupboard), own=cupboard.rates).links
    return next(link.least_h for link in links if link.after == "cut")


def test_what_another_tab_changes_while_it_is_planned_is_kept(
    studio: Studio, owner: User, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Planning takes seconds and locks nothing: hours, moulds and orders changed meanwhile are not lost by its end."""
    loaf = ready_loaf(owner)
    hold = network_of(read_loaf(loaf.document), plan(read_loaf(loaf.document), cupboard_of_studio())).holds[0].mould
    real = season_actions.plan_season

    def slowly(*args: Any) -> Any:
        found = real(*args)
        other = season_actions.season_of(owner)
        change_hours(other, StudioHours(hands=2))
        change_moulds(other, {"spare": 3}, [["a/b", "c/d"]])
        return found

    monkeypatch.setattr(season_actions, "plan_season", slowly)
    season = studio.send("PUT", "/season/moulds", {"moulds": {hold: 2}, "together": [["a/b", "c/d"]]}).json()
    kept = Season.objects.get(owner=owner)
    assert stored.HOURS.read(kept.hours).hands == 2
    assert kept.moulds == {hold: 2, "spare": 3}
    # The plan does not know of it, and says so.
    assert season["stale"] is True
    monkeypatch.undo()
    assert studio.send("POST", "/season/plan").json()["stale"] is False


def test_a_plan_is_old_once_an_order_wants_its_loaf_sooner(studio: Studio, owner: User) -> None:
    loaf = ready_loaf(owner)
    assert studio.send("POST", "/season/plan").json()["stale"] is False
    order = Order.objects.create(owner=owner, kind="commission", name="Door", ready_on=day_after(55))
    order.loaves.set([loaf])
    assert studio.get("/season").json()["stale"] is True


def test_orders_are_read_with_as_many_queries_however_many_there_are(studio: Studio, owner: User) -> None:
    loaves = [ready_loaf(owner, f"Lamp {n}") for n in range(3)]

    def queries(count: int) -> int:
        for n in range(count):
            order = Order.objects.create(
                owner=owner, kind="favours", name=f"{count}-{n}", ready_on=day_after(58), heads=4
            )
            order.loaves.set(loaves)
        with CaptureQueriesContext(connection) as seen:
            assert studio.get("/season").status_code == 200
        return len(seen)

    queries(1)
    assert queries(2) == queries(9)


def test_a_planning_is_followed_and_stopped_from_another_request(
    studio: Studio, owner: User, monkeypatch: pytest.MonkeyPatch
) -> None:
    ready_loaf(owner)
    first = studio.send("POST", "/season/plan").json()
    assert studio.get("/season/planning").json() == {"says": None, "plans": 0}
    seen: list[dict[str, Any]] = []
    planned = season_actions.plan_season

    def stopped_meanwhile(*given: Any) -> Any:
        seen.append(studio.get("/season/planning").json())
        stranger = Studio(User.objects.create_user("stranger", password="another long one"))
        assert stranger.send("DELETE", "/season/planning").status_code == 204
        assert not given[1].watch.stopped
        assert studio.send("DELETE", "/season/planning").status_code == 204
        assert given[1].watch.stopped
        return planned(*given)

    monkeypatch.setattr(season_actions, "plan_season", stopped_meanwhile)
    refused = studio.send("POST", "/season/plan")
    assert (refused.status_code, refused.json()["problems"][0]["code"]) == (422, "season.stopped")
    assert seen == [{"says": "Looking for a plan that meets every date", "plans": 0}]
    # What was planned before stays as it was.
    assert studio.get("/season").json()["plan"] == first["plan"]
    assert studio.get("/season/planning").json()["says"] is None
