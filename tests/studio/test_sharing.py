"""Loaves of the studio that are mixed at once: said on one of them, planned on both."""

from __future__ import annotations

import datetime as dt
import io
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from pypdf import PdfReader

from archtop.core import read_loaf
from archtop.core.base import Rate
from archtop.studio import stored
from archtop.studio.actions import create_loaf, pour_again, press, put_away
from archtop.studio.models import Loaf, OwnRate
from tests.core.conftest import OLIVE_COCONUT, box
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


@pytest.fixture
def one(owner: User) -> Loaf:
    return create_loaf(owner, read_loaf(box(name="Quay", pour_on="2026-12-05")))


@pytest.fixture
def two(owner: User, one: Loaf) -> Loaf:
    takes = {"loaf": str(one.pk), "name": one.name}
    return create_loaf(owner, read_loaf(box(name="Pier", pour_on="2026-12-05", batter_from=takes)))


def opened(studio: Studio, loaf: Loaf) -> dict[str, Any]:
    return studio.get(f"/loaves/{loaf.pk}").json()["plan"]


def own(plan: dict[str, Any]) -> dict[str, Any]:
    return plan["pots"][-1]


def test_both_know_of_it_saved_or_only_typed(studio: Studio, one: Loaf, two: Loaf) -> None:
    takes = own(opened(studio, two))
    assert takes["from_batch"] == {"loaf": str(one.pk), "name": "Quay"}
    (taker,) = own(opened(studio, one))["shared"]["gives"]
    assert (taker["loaf"], taker["name"], taker["total_g"]) == (str(two.pk), "Pier", takes["at_emulsion_g"])
    typed = {**one.document, "name": "Quay wall"}
    live = studio.send("POST", f"/plan?loaf={one.pk}", typed).json()
    assert own(live)["shared"]["gives"][0]["name"] == "Pier"
    bench = studio.get(f"/loaves/{one.pk}/bench").json()
    assert bench["entries"] == []
    assert "loaf.hand-over" in {step["key"] for step in opened(studio, one)["steps"]}


def test_put_away_it_gives_and_takes_nothing_more(studio: Studio, one: Loaf, two: Loaf) -> None:
    put_away(two)
    assert own(opened(studio, one))["shared"] is None
    put_away(two, away=False)
    put_away(one)
    plan = opened(studio, two)
    assert own(plan)["from_batch"] is None
    assert "Quay" in next(remark["text"] for remark in plan["remarks"] if remark["code"] == "pot.not_shared")


def test_formulas_that_no_longer_agree_part_them_and_say_so(studio: Studio, one: Loaf, two: Loaf) -> None:
    other = {**OLIVE_COCONUT, "lye_discount_percent": 8}
    changed = {**two.document, "formulas": [other]}
    plan = studio.send("POST", f"/plan?loaf={two.pk}", changed).json()
    assert own(plan)["from_batch"] is None
    assert "Sodium hydroxide" in next(r["text"] for r in plan["remarks"] if r["code"] == "pot.not_shared")
    Loaf.objects.filter(pk=two.pk).update(document=changed)
    assert own(opened(studio, one))["shared"] is None


def test_other_days_are_told_on_both(studio: Studio, one: Loaf, two: Loaf) -> None:
    Loaf.objects.filter(pk=two.pk).update(document={**two.document, "pour_on": "2026-12-06"})
    for loaf in (one, two):
        told = [r["text"] for r in opened(studio, loaf)["remarks"] if r["code"] == "pot.other_day"]
        assert len(told) == 1
        assert "5 December" in told[0]
        assert "6 December" in told[0]


def test_who_is_mixed_with_another_mixes_for_nobody(studio: Studio, owner: User, one: Loaf, two: Loaf) -> None:
    takes = {"loaf": str(two.pk), "name": "Pier"}
    third = create_loaf(owner, read_loaf(box(name="Mole", batter_from=takes)))
    told = [r["text"] for r in opened(studio, third)["remarks"] if r["code"] == "pot.not_shared"]
    assert told == ["It cannot be mixed with Pier: Pier is itself mixed with Quay."]
    itself = {**one.document, "batter_from": {"loaf": str(one.pk), "name": "Quay"}}
    assert own(studio.send("POST", f"/plan?loaf={one.pk}", itself).json())["from_batch"] is None


def test_what_fits_is_offered_and_what_is_mixed_is_not(studio: Studio, owner: User, one: Loaf, two: Loaf) -> None:
    cool = create_loaf(owner, read_loaf(box(name="Cool", formulas=[{**OLIVE_COCONUT, "school": "cool"}])))
    offers = {offer["name"]: offer["why_not"] for offer in studio.get(f"/loaves/{cool.pk}/batters").json()}
    assert set(offers) == {"Quay", "Pier"}
    assert offers["Quay"][0].startswith("one is worked")
    fresh = create_loaf(owner, read_loaf(box(name="Fresh")))
    offers = {offer["name"]: offer["why_not"] for offer in studio.get(f"/loaves/{fresh.pk}/batters").json()}
    assert offers["Quay"] == []
    assert offers["Pier"] == ["Pier is itself mixed with Quay"]
    press(one, uuid.uuid4(), "loaf.mix", "done", dt.datetime(2026, 12, 5, 10, tzinfo=dt.UTC))
    assert "Quay" not in {offer["name"] for offer in studio.get(f"/loaves/{fresh.pk}/batters").json()}


def test_poured_again_or_taken_out_as_a_file_it_mixes_its_own(studio: Studio, owner: User, two: Loaf) -> None:
    assert pour_again(owner, two).document["batter_from"] is None
    assert studio.get(f"/loaves/{two.pk}/document").json()["batter_from"] is None


def test_the_sheets_say_what_is_weighed_at_once_and_what_is_taken(studio: Studio, one: Loaf, two: Loaf) -> None:
    def text(loaf: Loaf) -> str:
        pdf = PdfReader(io.BytesIO(studio.get(f"/loaves/{loaf.pk}/weigh-out.pdf").content))
        return " ".join(" ".join(page.extract_text() for page in pdf.pages).split())

    shared = own(opened(studio, one))["shared"]
    first, second = text(one), text(two)
    assert "Weigh for Quay and Pier at once" in first
    assert f"{shared['total_g']:,.0f}".replace(",", "") in first.replace(",", "").replace("\u202f", "")
    assert "of the batter of Quay, at emulsion" in second
    assert "Sodium hydroxide" in first
    assert "Sodium hydroxide" not in second


def test_a_season_pours_them_one_after_the_other(studio: Studio, one: Loaf, two: Loaf, settings: Any) -> None:
    settings.SEASON_EFFORT = 1.0
    studio.send("PUT", "/season/moulds", {"moulds": {"loaf Loaf mould": 2}, "together": []})
    blocks = studio.send("POST", "/season/plan").json()["plan"]["blocks"]
    pours = {block["loaf"]: block for block in blocks if block["kind"] == "pour"}
    end = dt.datetime.fromisoformat(pours[str(one.pk)]["end"])
    start = dt.datetime.fromisoformat(pours[str(two.pk)]["start"])
    assert dt.timedelta(0) <= start - end <= dt.timedelta(minutes=15)


def test_one_mixing_has_one_set_of_learned_numbers(studio: Studio, one: Loaf, two: Loaf) -> None:
    """Work on one began with a thinner film than the studio knows of now: the other is mixed with it by the same."""

    def learned(mm: float) -> None:
        rate = Rate(
            key="film", name="Film", unit="mm", value=mm, low=mm, high=mm, default=0.5, n=3, how="seen", source="own"
        )
        OwnRate.objects.update_or_create(key="film", defaults={"data": stored.RATE.write(rate)})

    learned(0.2)
    thin = own(opened(studio, two))["at_emulsion_g"]
    press(one, uuid.uuid4(), "loaf.weigh", "done", dt.datetime(2026, 12, 5, 10, tzinfo=dt.UTC))
    learned(2.0)
    takes = own(opened(studio, two))["at_emulsion_g"]
    assert own(opened(studio, one))["shared"]["gives"][0]["total_g"] == takes == thin
    # By itself it goes by what is known now.
    Loaf.objects.filter(pk=two.pk).update(document={**two.document, "batter_from": None})
    assert own(opened(studio, two))["total_g"] > thin
    # Begun, it keeps what it was mixed by.
    Loaf.objects.filter(pk=two.pk).update(document=two.document)
    press(two, uuid.uuid4(), "loaf.weigh", "done", dt.datetime(2026, 12, 5, 10, tzinfo=dt.UTC))
    two.refresh_from_db()
    one.refresh_from_db()
    assert two.rates_then == one.rates_then
