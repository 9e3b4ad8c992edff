"""Rehearsal and planning again over the API: nothing is kept, nothing real is touched."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf
from archtop.studio.models import BenchEntry, BowlNote, Loaf, ShelfMove
from tests.core.conftest import box_with, frosted, rod
from tests.studio.conftest import Studio
from tests.studio.test_clock import RING, take
from tests.studio.test_shelf import press

pytestmark = pytest.mark.django_db

START = dt.datetime(2027, 3, 1, 10, tzinfo=dt.UTC)
FROSTING = frosted(200)


@pytest.fixture
def box(owner: User) -> Loaf:
    return create_loaf(owner, read_loaf(box_with(rod(diameter=40, up_mm=35), frosting=FROSTING)))


def at(minute: float) -> str:
    return (START + dt.timedelta(minutes=minute)).isoformat()


def pressed(step: str, minute: float, action: str = "done") -> dict[str, Any]:
    return {"press_id": str(uuid.uuid4()), "step": step, "action": action, "pressed_at": at(minute)}


def rehearse(studio: Studio, loaf: Loaf, now: float, *presses: dict[str, Any], **more: Any) -> Any:
    body = {"seed": 5, "now": at(now), "presses": presses, "notes": [], **more}
    return studio.send("POST", f"/loaves/{loaf.pk}/rehearsal", body)


def test_a_day_is_answered_and_nothing_of_it_kept(studio: Studio, box: Loaf) -> None:
    day = rehearse(studio, box, 12, pressed("loaf.mix", 0), pressed("loaf.lay.rod", 10)).json()
    assert {clock["bowl"] for clock in day["clocks"]["bowls"] if clock["face"]} == {"pour-white", "frosting-white"}
    assert {item["bowl"] for item in day["seen"]} == {"pour-white", "frosting-white"}
    (laid,) = [item for item in day["outcomes"] if item["step"] == "loaf.lay.rod"]
    assert laid["stands"] == "too early"
    assert not BenchEntry.objects.exists()
    assert not BowlNote.objects.exists()
    assert not ShelfMove.objects.exists()


def test_one_seed_is_one_day_whatever_its_date(studio: Studio, box: Loaf) -> None:
    first, again, other = (
        rehearse(studio, box, 15, pressed("loaf.mix", 0), seed=seed).json()["seen"] for seed in (5, 5, 6)
    )
    assert first == again
    assert first != other


def test_a_reading_moves_the_rehearsed_clock_and_one_before_mixing_is_refused(studio: Studio, box: Loaf) -> None:
    def note(minute: float) -> dict[str, Any]:
        return {"press_id": str(uuid.uuid4()), "bowl": "pour-white", "taken_at": at(minute), "note": RING}

    mixed = pressed("loaf.mix", 5)
    face = rehearse(studio, box, 20, mixed, notes=[note(19)]).json()["clocks"]["bowls"][0]["face"]
    assert len(face["readings"]) == 1
    assert face["readings"][0]["minute"] == pytest.approx(14)
    early = rehearse(studio, box, 20, mixed, notes=[note(2)])
    assert early.status_code == 422
    assert early.json()["problems"][0]["code"] == "reading.before_mixing"


def test_what_was_passed_over_came_to_nothing(studio: Studio, box: Loaf) -> None:
    day = rehearse(studio, box, 12, pressed("loaf.mix", 0), pressed("loaf.lay.rod", 10, "skipped")).json()
    assert day["outcomes"] == []
    assert "loaf.lay.rod" not in {turn["step"] for turn in day["clocks"]["turns"]}


def test_a_step_taken_first_is_in_the_log_and_not_done(studio: Studio, box: Loaf) -> None:
    press(studio, box, "loaf.lay.rod", "begun")
    log = studio.get(f"/loaves/{box.pk}/bench").json()
    assert log["done"] == []
    assert [entry["action"] for entry in log["entries"]] == ["begun"]
    assert not ShelfMove.objects.exists()


def test_a_temperature_kept_at_mixing_moves_every_clock_of_that_pot(studio: Studio, box: Loaf) -> None:
    press(studio, box, "loaf.mix")
    plain = [clock["face"]["curve"][-1]["pa"] for clock in studio.get(f"/loaves/{box.pk}/clock").json()["bowls"]]
    body = {
        "press_id": str(uuid.uuid4()),
        "step": "loaf.mix#it-comes-to",
        "action": "done",
        "celsius": 55,
        "pressed_at": wall_clock.now().isoformat(),
    }
    assert studio.send("POST", f"/loaves/{box.pk}/bench", body).status_code == 200
    warm = [clock["face"]["curve"][-1]["pa"] for clock in studio.get(f"/loaves/{box.pk}/clock").json()["bowls"]]
    assert all(hot > cool for hot, cool in zip(warm, plain, strict=True))


def test_a_studio_that_has_read_its_pots_has_a_pace_of_its_own(studio: Studio, owner: User, box: Loaf) -> None:
    mixed_at = wall_clock.now() - dt.timedelta(minutes=40)
    press_at(studio, box, "loaf.mix", mixed_at)
    for minute, ring in ((8, 70), (12, 60), (16, 50)):
        take(studio, box, {"kind": "spread", "value": ring}, at=mixed_at + dt.timedelta(minutes=minute))
    fresh = create_loaf(owner, read_loaf(box_with(rod())))
    (learned,) = studio.get(f"/loaves/{fresh.pk}/clock").json()["bowls"]
    own = studio.get(f"/loaves/{box.pk}/clock").json()["bowls"][0]
    assert learned["doubles_min"]["basis"] == "your log"
    assert learned["doubles_min"]["value"] < own["doubles_min"]["value"]
    # A loaf's own readings are its evidence, not its prior.
    assert own["doubles_min"]["basis"] == "estimate"


def press_at(studio: Studio, loaf: Loaf, step: str, moment: dt.datetime) -> None:
    body = {"press_id": str(uuid.uuid4()), "step": step, "action": "done", "pressed_at": moment.isoformat()}
    assert studio.send("POST", f"/loaves/{loaf.pk}/bench", body).status_code == 200


def test_planned_again_from_the_log_or_from_a_log_that_is_given(studio: Studio, box: Loaf) -> None:
    path = f"/loaves/{box.pk}/replan"
    press(studio, box, "loaf.pipe.eave")
    left = {item["bowl"] for item in studio.send("POST", path, {}).json()["left"]}
    assert left == {"pour-white"}
    given = studio.send("POST", path, {"done": [], "lost": {"frosting-white": 1}}).json()
    assert {item["bowl"] for item in given["left"]} == {"pour-white", "frosting-white"}
    assert given["again"]["delivers"]["value"] == pytest.approx(200)
    refused = studio.send("POST", path, {"lost": {"frosting-white": 1}})
    assert refused.json()["problems"][0]["code"] == "replan.bowl"


def test_others_neither_rehearse_nor_plan_again(box: Loaf) -> None:
    stranger = Studio(User.objects.create_user("stranger"))
    assert rehearse(stranger, box, 5).status_code == 404
    assert stranger.send("POST", f"/loaves/{box.pk}/replan", {}).status_code == 404
    assert rehearse(Studio(None), box, 5).status_code == 401
