"""A scent's or a colour's own page: what its card says, what loaves showed of it, and what plans take now."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, save_loaf
from archtop.studio.actions.outcomes import save_outcome
from archtop.studio.models import CupboardItem, Loaf
from tests.core.conftest import box
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db
DAY = (wall_clock.today() - dt.timedelta(days=2)).isoformat()


def tinted(owner: User, name: str, grams: float, jar: str = "jar-red") -> Loaf:
    doses = [{"colourant": jar, "g_per_kg": grams}]
    colour = {"id": "white", "name": "Clay", "srgb": "#a3553d", "colourants": doses}
    return create_loaf(owner, read_loaf(box(name=name, colours=[colour])))


def page(studio: Studio, kind: str, key: str) -> dict[str, Any]:
    answer = studio.get(f"/notebook/things/{kind}/{key}")
    assert answer.status_code == 200
    return answer.json()


def wrote(loaf: Loaf, **said: Any) -> None:
    save_outcome(loaf, uuid.uuid4(), {"stage": "cut", "on": DAY, **said})


def test_a_jars_page_tells_every_dose_it_was_used_at(studio: Studio, owner: User) -> None:
    tinted(owner, "Light", 2)
    tinted(owner, "Deep", 6.5)
    tinted(owner, "Other", 3, "jar-blue")
    found = page(studio, "colourant", "jar-red")
    assert {use["name"]: use["dose"] for use in found["uses"]} == {"Light": "2 g/kg", "Deep": "6.5 g/kg"}
    assert any("g/kg" in words for words in found["told"])


def test_trouble_is_counted_against_all_loaves_it_was_in(studio: Studio, owner: User) -> None:
    for name, faults in (("One", ["off-colour"]), ("Two", ["off-colour", "ash"]), ("Three", [])):
        wrote(tinted(owner, name, 4), faults=[{"kind": fault} for fault in faults])
    troubles = page(studio, "colourant", "jar-red")["troubles"]
    # Ash is no colour's fault.
    assert troubles == ["A colour not as planned: 2 of 3"]


def test_a_loaf_that_is_recoloured_leaves_the_jars_page(studio: Studio, owner: User) -> None:
    loaf = tinted(owner, "Changed", 4)
    blue = {"id": "white", "name": "Blue", "srgb": "#33508c", "colourants": [{"colourant": "jar-blue", "g_per_kg": 4}]}
    save_loaf(loaf, 1, read_loaf(box(name="Changed", colours=[blue])))
    assert page(studio, "colourant", "jar-red")["uses"] == []
    assert [use["name"] for use in page(studio, "colourant", "jar-blue")["uses"]] == ["Changed"]


def test_a_scents_page_tells_its_bottle_and_its_blends(studio: Studio, owner: User) -> None:
    parts = [{"scent": "lamp-resin", "percent": 60}, {"scent": "wet-slate", "percent": 40}]
    blend = {"id": "b", "name": "Night", "parts": parts}
    create_loaf(owner, read_loaf(box(name="Blended", blends=[blend])))
    found = page(studio, "scent", "lamp-resin")
    assert found["name"] == "Lamp resin"
    assert any("vanillin" in words for words in found["told"])
    assert [(use["name"], use["dose"]) for use in found["uses"]] == [("Blended", "Night")]


def test_what_was_taken_out_of_the_cupboard_keeps_its_page(studio: Studio, owner: User) -> None:
    loaf = tinted(owner, "Old", 4)
    CupboardItem.objects.filter(kind="colourant", key="jar-red").delete()
    found = page(studio, "colourant", "jar-red")
    assert (found["name"], found["told"]) == ("jar-red", [])
    assert [use["loaf"] for use in found["uses"]] == [str(loaf.pk)]
    assert page(studio, "scent", "never-heard-of")["says"] == "In 0 loaves, 0 of them finished."


def test_others_loaves_are_not_on_it(studio: Studio, owner: User) -> None:
    tinted(User.objects.create_user("stranger", password="another long one"), "Theirs", 4)
    assert page(studio, "colourant", "jar-red")["uses"] == []
