"""What is kept beside the loaves has a version: a field that was retired since makes nothing unreadable."""

from __future__ import annotations

from typing import Any

import pytest
from django.contrib.auth.models import User
from pydantic import ValidationError

from archtop.core import Scent, read_loaf
from archtop.core.base import STORED_VERSION, Frozen, Rate, Stored
from archtop.studio import stored
from archtop.studio.actions import create_loaf, cupboard_of_studio
from archtop.studio.models import CupboardItem, OwnRate, Season, ShelfLot
from tests.core.conftest import box
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


class Inner(Frozen):
    size: int = 1


class Kept(Frozen):
    name: str
    size: int = 0
    parts: tuple[Inner, ...] = ()


def test_older_ones_are_lifted_step_by_step_and_the_newest_says_so() -> None:
    kept = Stored(
        Kept,
        {
            1: lambda data: {"name": data["called"]} | {"old": 1},
            2: lambda data: {**data, "size": len(data["name"])},
        },
    )
    assert kept.read({"called": "Lamp"}) == Kept(name="Lamp", size=4)
    assert kept.read({"name": "Lamp", STORED_VERSION: 2}).size == 4
    written = kept.write(Kept(name="Lamp"))
    assert written[STORED_VERSION] == 3
    assert kept.read(written) == Kept(name="Lamp")


def test_what_nobody_knows_any_more_is_let_go_of_and_what_is_wrong_is_not() -> None:
    kept = Stored(Kept)
    odd: dict[str, Any] = {"name": "Lamp", "retired": 1, "parts": [{"size": 2, "gone": True}, {"size": 3}]}
    assert kept.read(odd) == Kept(name="Lamp", parts=(Inner(size=2), Inner(size=3)))
    with pytest.raises(ValidationError):
        kept.read({"name": 3, "retired": 1})


def test_one_retired_field_does_not_make_every_plan_fail(studio: Studio, owner: User) -> None:
    """A scent, a jar, a lot, a learned number, hours and a season's plan, each with a field of long ago."""
    create_loaf(owner, read_loaf(box()))
    assert studio.send("POST", "/season/plan").status_code == 200
    rate = Rate(key="film", name="Film", unit="mm", value=1, low=0.9, high=1.1, default=0.5, n=3, how="", source="")
    OwnRate.objects.create(key="film", data=stored.RATE.write(rate))
    lot = {"key": "old", "name": "Old", "kind": "trimmings", "srgb": "#ffffff", "made_on": "2026-01-02"}
    ShelfLot.objects.create(key="old", data=lot)
    for rows, field in (
        (CupboardItem, "data"),
        (OwnRate, "data"),
        (ShelfLot, "data"),
        (Season, "hours"),
        (Season, "plan"),
    ):
        for row in rows.objects.all():
            setattr(row, field, {**getattr(row, field), "long_retired": 1, "seconds": 4.2})
            row.save()
    assert set(cupboard_of_studio().lots) >= {"old"}
    assert studio.send("POST", "/plan", box()).status_code == 200
    assert studio.get("/season").status_code == 200
    assert studio.get("/shelf").status_code == 200


def test_every_row_is_written_with_its_version(studio: Studio, owner: User) -> None:
    assert all(STORED_VERSION in row.data for row in CupboardItem.objects.all())
    assert stored.SCENT.read(CupboardItem.objects.filter(kind="scent").first().data).__class__ is Scent
