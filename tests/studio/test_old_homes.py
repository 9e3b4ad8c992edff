"""Homes of every earlier schema: brought up to date, each loaf of theirs is listed, opened and worked on."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from archtop.studio.models import Loaf
from archtop.studio.preview import BLANK, read_preview
from tests.core.conftest import box
from tests.studio.conftest import Studio

# Shapes that earlier versions kept of a loaf's small picture, or a fault left.
SHAPES: tuple[Any, ...] = (
    {},
    {"layers": [{"low_mm": 0, "high_mm": 60, "srgb": "#ffffff"}], "total_g": 1200},
    {"outline": "M0 0h90", "layers": [], "pieces": [], "bars": "nine"},
    [],
)


def schemas() -> list[tuple[str, str]]:
    """Every state that the application's own tables have been in, the oldest first."""
    graph = MigrationExecutor(connection).loader.graph
    (newest,) = graph.leaf_nodes("studio")
    return [node for node in graph.forwards_plan(newest) if node[0] == "studio"]


@pytest.mark.django_db(transaction=True)
def test_a_loaf_of_every_earlier_schema_is_listed_opened_and_pressed() -> None:
    MigrationExecutor(connection).migrate([("studio", None)])
    made = {}
    for number, schema in enumerate(schemas()):
        executor = MigrationExecutor(connection)
        executor.migrate([schema])
        then = executor.loader.project_state([schema]).apps
        owner, _ = then.get_model("auth", "User").objects.get_or_create(
            username="owner", defaults={"is_superuser": True, "is_staff": True}
        )
        key = uuid.uuid4()
        document = {**box(), "version": 1, "name": f"Of {schema[1]}"}
        then.get_model("studio", "Loaf").objects.create(
            id=key, owner=owner, name=document["name"], document=document, preview=SHAPES[number % len(SHAPES)]
        )
        then.get_model("studio", "Revision").objects.create(loaf_id=key, number=1, document=document)
        made[str(key)] = document["name"]
    assert len(made) >= 18
    studio = Studio(User.objects.get(username="owner"))
    listed = studio.get("/loaves")
    assert listed.status_code == 200
    assert {loaf["id"]: loaf["name"] for loaf in listed.json()} == made
    # Their pictures are made anew, and kept.
    assert all(loaf["preview"]["bars"] > 0 for loaf in listed.json())
    assert all(read_preview(loaf.preview) for loaf in Loaf.objects.all())
    assert studio.get("/notebook?words=of").status_code == 200
    for key in made:
        opened = studio.get(f"/loaves/{key}").json()
        assert opened["plan"]["cuts"]["in_all"] > 0
        press = {
            "press_id": str(uuid.uuid4()),
            "step": opened["plan"]["steps"][0]["key"],
            "action": "done",
            "pressed_at": dt.datetime.now(dt.UTC).isoformat(),
        }
        assert studio.send("POST", f"/loaves/{key}/bench", press).status_code == 200
        saved = {"document": {**opened["document"], "story": "Once more"}, "based_on": 1}
        assert studio.send("PUT", f"/loaves/{key}", saved).status_code == 200


@pytest.mark.django_db
def test_one_that_no_longer_plans_is_an_empty_mould_on_the_list(studio: Studio, loaf: Loaf) -> None:
    Loaf.objects.update(preview={"of": "long ago"}, document={**loaf.document, "formula": "gone"})
    (listed,) = studio.get("/loaves").json()
    assert listed["preview"] == BLANK.model_dump(mode="json")
    # Opened, it says what is wrong with it.
    told = studio.get(f"/loaves/{loaf.pk}")
    assert told.status_code == 422
    assert told.json()["problems"][0]["remedy"]


@pytest.mark.django_db
def test_a_list_of_many_old_ones_is_made_anew_a_part_at_a_time(studio: Studio, owner: User, loaf: Loaf) -> None:
    for number in range(30):
        Loaf.objects.create(owner=owner, name=f"Old {number}", document=loaf.document, preview=[])
    for left in (5, 0):
        assert studio.get("/loaves").status_code == 200
        assert sum(read_preview(row.preview) is None for row in Loaf.objects.all()) == left
