"""What fails around the studio is told as what to do, by the API, on a page and on the command line."""

from __future__ import annotations

import errno
import json
import os
import subprocess
import sys
from pathlib import Path

import pytest
from django.db import OperationalError, connection
from django.db.migrations.recorder import MigrationRecorder
from django.test import Client, RequestFactory

from archtop.core import InputError
from archtop.studio.api import loaves
from archtop.studio.failures import failed, failure_of, refuse_newer
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


@pytest.mark.parametrize(
    ("error", "code"),
    [
        (OperationalError("database or disk is full"), "disk.full"),
        (OperationalError("disk I/O error"), "disk.full"),
        (OSError(errno.ENOSPC, "No space left on device"), "disk.full"),
        (OperationalError("attempt to write a readonly database"), "disk.read_only"),
        (OSError(errno.EROFS, "Read-only file system"), "disk.read_only"),
        (OperationalError("database is locked"), "database.busy"),
        (OperationalError("no such column: studio_loaf.shape"), "database.strange"),
    ],
)
def test_each_failure_is_told_with_its_remedy(
    studio: Studio, monkeypatch: pytest.MonkeyPatch, error: Exception, code: str
) -> None:
    def fails(*_: object) -> None:
        raise error

    monkeypatch.setattr(loaves, "loaf_of", fails)
    answer = studio.get("/loaves/00000000-0000-0000-0000-000000000000")
    failure = failure_of(error)
    assert failure
    assert answer.status_code == failure.status
    assert answer.json()["code"] == code
    assert answer.json()["message"] == failure.message
    assert any(word in failure.message for word in ("Make room", "See on", "Try again", "start it again"))


def test_a_fault_of_ours_stays_one(studio: Studio, monkeypatch: pytest.MonkeyPatch) -> None:
    def fails(*_: object) -> None:
        raise OperationalError("near SELECT: syntax error")

    monkeypatch.setattr(loaves, "loaf_of", fails)
    with pytest.raises(OperationalError):
        studio.get("/loaves/00000000-0000-0000-0000-000000000000")


def test_where_even_the_session_cannot_be_read_there_is_a_sentence(
    studio: Studio, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("django.contrib.auth.middleware.get_user", _no_room)
    client = Client(raise_request_exception=False)
    client.cookies = studio.http.cookies
    answer = client.get("/api/loaves")
    assert answer.status_code == 507
    assert answer.json()["code"] == "disk.full"


@pytest.mark.parametrize(
    ("fault", "status", "says"), [("full", 507, "Make room"), ("ours", 500, "Something went wrong")]
)
def test_a_person_gets_a_page_with_a_sentence(fault: str, status: int, says: str) -> None:
    try:
        if fault == "full":
            _no_room()
        raise LookupError("a fault of ours")
    except (OperationalError, LookupError):
        page = failed(RequestFactory().get("/"))
    assert page.status_code == status
    assert says in page.content.decode()
    assert "a fault of ours" not in page.content.decode()


def _no_room(*_: object) -> None:
    raise OperationalError("database or disk is full")


def test_a_home_that_a_newer_version_has_changed_is_not_touched() -> None:
    MigrationRecorder(connection).record_applied("studio", "9999_of_a_later_day")
    with pytest.raises(InputError) as refused:
        refuse_newer()
    assert refused.value.problems[0].code == "home.newer"
    assert "newer version" in refused.value.problems[0].limit


def test_a_home_that_cannot_be_one_is_told_on_the_command_line(tmp_path: Path) -> None:
    file = tmp_path / "a file"
    file.write_text("no folder", encoding="utf-8")
    done = subprocess.run(
        [sys.executable, "-m", "archtop.cli", "serve", "--port", "1"],
        env={**os.environ, "ARCHTOP_HOME": str(file)},
        capture_output=True,
        text=True,
        check=False,
    )
    assert done.returncode == 2
    assert "Traceback" not in done.stderr
    (problem,) = json.loads(done.stderr)["problems"]
    assert problem["code"] == "home.unusable"
    assert str(file) in problem["message"]
