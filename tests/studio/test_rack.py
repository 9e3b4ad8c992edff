"""The rack, told by the bench log: what was cut, when it was turned, until it is cured."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, press
from archtop.studio.models import Loaf
from tests.core.conftest import box
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def cut(owner: User, name: str, days_ago: float) -> Loaf:
    loaf = create_loaf(owner, read_loaf(box(name=name)))
    press(loaf, uuid.uuid4(), "loaf.cut", "done", wall_clock.now() - dt.timedelta(days=days_ago))
    return loaf


def rack(studio: Studio) -> list[dict[str, Any]]:
    return studio.get("/season").json()["rack"]


def test_what_is_cut_lies_there_until_it_is_cured_the_next_to_be_turned_first(studio: Studio, owner: User) -> None:
    cut(owner, "Fresh", 1)
    cut(owner, "Old", 8)
    cut(owner, "Cured", 40)
    create_loaf(owner, read_loaf(box(name="Poured")))
    assert [item["name"] for item in rack(studio)] == ["Old", "Fresh"]
    assert rack(studio)[0]["times"]["turn_from"] < wall_clock.now().isoformat()


def test_what_has_cured_asks_to_be_written_down_until_it_is(studio: Studio, owner: User) -> None:
    loaf = cut(owner, "Cured", 40)
    cut(owner, "Fresh", 1)
    cut(owner, "Long ago", 300)

    def asked() -> list[str]:
        return [item["name"] for item in studio.get("/season/today").json()["cured"]]

    assert asked() == ["Cured"]
    on = wall_clock.today().isoformat()
    body = {"entry_id": str(uuid.uuid4()), "outcome": {"stage": "cured", "on": on}}
    assert studio.send("POST", f"/loaves/{loaf.pk}/outcome", body).status_code == 200
    assert asked() == []


def test_a_press_turns_the_bars_and_can_be_taken_back(studio: Studio, owner: User) -> None:
    loaf = cut(owner, "Old", 8)
    for action, turned in (("done", True), ("undone", False)):
        body = {
            "press_id": str(uuid.uuid4()),
            "step": "loaf.turn",
            "action": action,
            "pressed_at": wall_clock.now().isoformat(),
        }
        assert studio.send("POST", f"/loaves/{loaf.pk}/bench", body).status_code == 200
        (lies,) = rack(studio)
        assert (lies["turned_at"] is not None) is turned
        assert (lies["times"]["turn_from"] > wall_clock.now().isoformat()) is turned


def test_a_cut_taken_back_and_a_loaf_put_away_and_others_loaves_lie_nowhere(studio: Studio, owner: User) -> None:
    back, away = cut(owner, "Back", 8), cut(owner, "Away", 8)
    press(back, uuid.uuid4(), "loaf.cut", "undone", wall_clock.now())
    studio.send("DELETE", f"/loaves/{away.pk}")
    cut(User.objects.create_user("stranger", password="another long one"), "Theirs", 8)
    assert rack(studio) == []
