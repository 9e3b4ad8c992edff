"""Signing in: by name and password, or by sitting at the demo's own machine."""

from __future__ import annotations

import datetime as dt
import re

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import CommandError

from archtop.studio import wall_clock
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def sign_in(studio: Studio, password: str) -> int:
    studio.http.get("/")
    return studio.send("POST", "/session", {"name": "owner", "password": password}).status_code


def test_name_and_password(owner: User) -> None:
    studio = Studio(None)
    found = studio.get("/session").json()
    told = {"name": None, "demo": False, "toured": False, "pass_to": None}
    assert found == {**told, "now": found["now"], "house": found["house"]}
    # The browser goes by the studio's clock.
    assert abs(dt.datetime.fromisoformat(found["now"]) - wall_clock.now()) < dt.timedelta(minutes=1)
    assert sign_in(studio, "wrong") == 401
    assert sign_in(studio, "a long enough one") == 200
    assert studio.get("/session").json()["name"] == "owner"
    assert studio.send("DELETE", "/session").status_code == 200
    assert studio.get("/loaves").status_code == 401


def test_signing_in_needs_the_page_s_own_token(owner: User) -> None:
    studio = Studio(None, enforce_csrf_checks=True)
    assert studio.send("POST", "/session", {"name": "owner", "password": "a long enough one"}).status_code == 403


def test_guessing_is_stopped(owner: User) -> None:
    studio = Studio(None)
    answers = [sign_in(studio, "wrong") for _ in range(9)]
    assert answers[0] == 401
    told = studio.send("POST", "/session", {"name": "owner", "password": "a long enough one"})
    assert told.status_code == 429
    assert "wait 15 minutes" in told.json()["message"]


def test_a_new_password_ends_a_lock_out_and_every_session(owner: User, capsys: pytest.CaptureFixture[str]) -> None:
    elsewhere = Studio(owner)
    assert elsewhere.get("/loaves").status_code == 200
    studio = Studio(None)
    for _ in range(9):
        sign_in(studio, "wrong")
    call_command("password", "another long one")
    assert sign_in(studio, "another long one") == 200
    assert elsewhere.get("/loaves").status_code == 401
    call_command("password")
    made_up = re.search(r"with '([^']+)'", capsys.readouterr().out)
    assert made_up
    assert sign_in(Studio(None), made_up.group(1)) == 200
    with pytest.raises(CommandError, match="too short"):
        call_command("password", "abc")


def demo_answer(settings, host: str = "127.0.0.1", address: str = "127.0.0.1", demo: bool = True) -> str | None:
    settings.DEMO = demo
    settings.ALLOWED_HOSTS = ["*"]
    studio = Studio(None)
    return studio.http.get("/api/session", headers={"host": host}, REMOTE_ADDR=address).json()["name"]


def test_the_demo_signs_in_on_this_machine_only(owner: User, settings) -> None:
    assert demo_answer(settings) == "owner"
    assert demo_answer(settings, host="localhost:8735") == "owner"
    assert demo_answer(settings, address="192.168.1.20") is None
    assert demo_answer(settings, host="studio.example") is None
    assert demo_answer(settings, demo=False) is None
