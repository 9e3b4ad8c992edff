"""What a week needs: by the season's days where there is a plan, by a loaf's own date where there is none."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import count_stock, create_loaf, press
from archtop.studio.models import Loaf
from tests.core.conftest import box
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _quick(settings) -> None:
    settings.SEASON_EFFORT = 1.0


def day(days: int) -> str:
    return (wall_clock.today() + dt.timedelta(days=days)).isoformat()


def week(studio: Studio, first: str) -> dict[str, Any]:
    return studio.get(f"/week?first={first}").json()


def grams(found: dict[str, Any]) -> dict[str, float]:
    return {item["key"]: item["grams"] for item in found["supplies"]}


def test_two_loaves_of_a_week_need_twice_as_much_and_the_day_after_nothing(studio: Studio, owner: User) -> None:
    create_loaf(owner, read_loaf(box(name="One", pour_on=day(1))))
    alone = grams(week(studio, day(0)))
    create_loaf(owner, read_loaf(box(name="Two", pour_on=day(6))))
    assert grams(week(studio, day(0))) == pytest.approx({key: 2 * value for key, value in alone.items()})
    assert sorted(week(studio, day(0))["loaves"]) == ["One", "Two"]
    assert week(studio, day(7))["loaves"] == []
    assert week(studio, day(-5))["loaves"] == ["One"]


def test_the_seasons_day_counts_where_a_loaf_has_none_of_its_own(studio: Studio, owner: User) -> None:
    loaf = create_loaf(owner, read_loaf(box(name="Promised", ready_on=day(60))))
    assert week(studio, day(0))["loaves"] == []
    blocks = studio.send("POST", "/season/plan").json()["plan"]["blocks"]
    (poured,) = [block["start"][:10] for block in blocks if block["kind"] == "pour"]
    assert week(studio, poured)["loaves"] == ["Promised"]
    at = wall_clock.now() - dt.timedelta(days=1)
    press(loaf, uuid.uuid4(), "loaf.cover", "done", at)
    studio.send("POST", "/season/plan")
    assert week(studio, day(-1))["loaves"] == []


def test_a_loaf_that_does_not_plan_is_named_and_the_others_add_up(studio: Studio, owner: User) -> None:
    create_loaf(owner, read_loaf(box(name="Whole", pour_on=day(1))))
    blend = {"id": "b", "name": "Gone", "parts": [{"scent": "market-tea", "percent": 100}]}
    scented = create_loaf(owner, read_loaf(box(name="Scentless", pour_on=day(1), blends=[blend])))
    document = {**scented.document, "blends": [{**blend, "parts": [{"scent": "no-such-bottle", "percent": 100}]}]}
    document["colours"][0]["scent"] = {"blend": "b", "percent_of_oils": 3}
    Loaf.objects.filter(pk=scented.pk).update(document=document)
    found = week(studio, day(0))
    assert (found["loaves"], found["unplanned"]) == (["Whole"], ["Scentless"])
    assert grams(found)["olive"] > 0


def test_what_is_short_is_told_once_something_was_counted(studio: Studio, owner: User) -> None:
    create_loaf(owner, read_loaf(box(name="One", pour_on=day(1))))
    needs = grams(week(studio, day(0)))["olive"]
    count_stock("fat:olive", needs - 100)
    (olive,) = [item for item in week(studio, day(0))["supplies"] if item["key"] == "olive"]
    assert olive["short_g"] == pytest.approx(100, abs=0.1)
    count_stock("fat:olive", needs + 100)
    (olive,) = [item for item in week(studio, day(0))["supplies"] if item["key"] == "olive"]
    assert not olive["short_g"]


def test_others_loaves_and_those_put_away_need_nothing(studio: Studio, owner: User) -> None:
    stranger = User.objects.create_user("stranger", password="another long one")
    create_loaf(stranger, read_loaf(box(name="Theirs", pour_on=day(1))))
    away = create_loaf(owner, read_loaf(box(name="Away", pour_on=day(1))))
    studio.send("DELETE", f"/loaves/{away.pk}")
    assert week(studio, day(0))["loaves"] == []
