"""People and loaves for the application's tests."""

from __future__ import annotations

import datetime as dt
import json
from importlib.resources import files
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf
from archtop.studio.management.commands.demo import load_cupboard
from archtop.studio.models import CupboardItem, Loaf, Stock

DEMO_TEXT = (files("archtop.studio") / "demo" / "lantern-row.loaf.json").read_text(encoding="utf-8")


class Studio:
    """A signed-in visitor who speaks JSON."""

    def __init__(self, user: User | None, **client: Any) -> None:
        self.http = Client(**client)
        if user:
            self.http.force_login(user)

    def get(self, path: str, **headers: str) -> Any:
        return self.http.get(f"/api{path}", headers=headers)

    def send(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        content = body if isinstance(body, str | bytes) else json.dumps(body)
        return self.http.generic(method, f"/api{path}", content, content_type="application/json", headers=headers)


@pytest.fixture
def clock(monkeypatch: pytest.MonkeyPatch) -> dict[str, dt.datetime]:
    """The studio's clock, to be set."""
    at = {"now": dt.datetime(2026, 11, 25, 10, tzinfo=dt.UTC)}
    monkeypatch.setattr(wall_clock, "now", lambda: at["now"])
    monkeypatch.setattr(wall_clock, "today", lambda zone=dt.UTC: at["now"].astimezone(zone).date())
    return at


# The demo's cupboard as rows: to put one thing in after the other takes longer than most tests.
_CUPBOARD: dict[type[CupboardItem | Stock], list[Any]] = {}


def fill_the_cupboard() -> None:
    """Put the demo's scents, colourants and stock into a test's own studio."""
    if not _CUPBOARD:
        load_cupboard()
        _CUPBOARD.update({model: list(model.objects.all()) for model in (CupboardItem, Stock)})
        return
    for model, rows in _CUPBOARD.items():
        model.objects.bulk_create(rows)


@pytest.fixture
def owner(db) -> User:
    fill_the_cupboard()
    return User.objects.create_superuser("owner", password="a long enough one")


@pytest.fixture
def studio(owner: User) -> Studio:
    return Studio(owner)


@pytest.fixture
def demo_document() -> dict[str, Any]:
    return json.loads(DEMO_TEXT)


@pytest.fixture
def loaf(owner: User, demo_document: dict[str, Any]) -> Loaf:
    return create_loaf(owner, read_loaf(demo_document))


@pytest.fixture(autouse=True)
def _no_stills(settings: Any) -> None:
    """Nothing is drawn beside a test that did not ask for it."""
    settings.STILLS = False


@pytest.fixture(autouse=True)
def _quick_passwords(settings: Any) -> None:
    """Strong hashing is the library's business and costs seconds a test."""
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
