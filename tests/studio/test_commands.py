"""The application from the command line, and what the database goes through."""

from __future__ import annotations

import json
import os
import re
import socket
import sqlite3
import subprocess
import sys
import threading
import types
import zipfile
from contextlib import closing
from importlib.resources import files
from pathlib import Path
from typing import Any

import pytest
from django.contrib import admin
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection, connections
from django.db.migrations.executor import MigrationExecutor
from django.test import Client
from django.urls import path

from archtop.cli import main
from archtop.core import read_loaf
from archtop.core.base import Rate
from archtop.studio.actions import create_loaf
from archtop.studio.actions.learning import open_numbers
from archtop.studio.management.commands import demo
from archtop.studio.models import Loaf, LoafMould
from tests.studio.conftest import DEMO_TEXT

pytestmark = pytest.mark.django_db


@pytest.fixture
def served(monkeypatch, settings) -> list[dict]:
    """Calls that would have started the server; the demo's own setting is put back after."""
    settings.DEMO = False
    calls: list[dict] = []
    monkeypatch.setattr("archtop.studio.management.commands.serve.serve", lambda _app, **options: calls.append(options))
    return calls


def demo_loaded() -> None:
    """A demo studio as the command loads it: a copy of one that it has loaded just now, where there is one."""
    ready = os.environ.get("ARCHTOP_DEMO_HOME")
    if not ready:
        call_command("demo", "--only-load")
        return
    connection.ensure_connection()
    with closing(sqlite3.connect(Path(ready) / "studio.sqlite3")) as loaded:
        loaded.backup(connection.connection)


@pytest.mark.django_db(transaction=True)
def test_the_demo_is_loaded_once_and_what_the_user_did_is_kept(served: list[dict], capsys) -> None:
    demo_loaded()
    call_command("demo", "--port", "9999")
    said = capsys.readouterr().out
    assert "http://127.0.0.1:9999/" in said
    (call,) = served
    assert (call["host"], call["port"], call["max_request_body_size"]) == ("127.0.0.1", 9999, 120_000_000)
    # Who asks half and stays silent keeps nobody out for long.
    assert call["channel_timeout"] <= 30
    assert LoafMould.objects.count() >= 3
    names = set(Loaf.objects.values_list("name", flat=True))
    assert "Lantern Row" in names
    assert all(loaf.preview["bars"] > 0 for loaf in Loaf.objects.all())
    assert habits_not_found() == {}
    Loaf.objects.filter(name="Lantern Row").update(name="Mine now")
    call_command("demo")
    assert "as you left it" in capsys.readouterr().out
    assert "Mine now" in Loaf.objects.values_list("name", flat=True)
    assert Loaf.objects.count() == len(names)


@pytest.mark.django_db(transaction=True)
def test_a_demo_whose_loading_was_broken_off_is_loaded_from_the_beginning(
    served: list[dict], demo_document: dict, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Half a demo would be taken for a studio that somebody works in."""

    def broken_off(owner: User) -> None:
        create_loaf(owner, read_loaf(demo_document))
        raise KeyboardInterrupt

    def one_loaf(owner: User) -> None:
        create_loaf(owner, read_loaf(demo_document))

    monkeypatch.setattr(demo, "load_past", one_loaf)
    monkeypatch.setattr(demo, "load_loaves", broken_off)
    with pytest.raises(KeyboardInterrupt):
        call_command("demo")
    assert served == []
    assert not Loaf.objects.exists()
    assert not LoafMould.objects.exists()
    monkeypatch.setattr(demo, "load_loaves", lambda _owner: None)
    call_command("demo")
    assert Loaf.objects.count() == 1
    assert len(served) == 1


def test_whoever_starts_the_demo_meanwhile_waits(settings) -> None:
    """Another process holds the lock as long as it lives, and lets it go when it is killed."""
    holds = (
        "import fcntl, sys, time; file = open(sys.argv[1], 'w'); fcntl.flock(file, fcntl.LOCK_EX); "
        "print('held', flush=True); time.sleep(60)"
    )
    lock = Path(settings.HOME) / "starting.lock"
    with subprocess.Popen([sys.executable, "-c", holds, str(lock)], stdout=subprocess.PIPE) as other:
        assert other.stdout
        assert other.stdout.readline() == b"held\n"
        got_in = threading.Event()

        def start() -> None:
            with demo.one_at_a_time():
                got_in.set()

        waits = threading.Thread(target=start)
        waits.start()
        assert not got_in.wait(0.3)
        other.kill()
        waits.join(timeout=30)
        assert got_in.is_set()


def habits_not_found() -> dict[str, tuple[float, Rate | None]]:
    """The demo's year was written by a simulated studio with known habits: those that its fitted numbers miss.

    A scent that is only ever blended with others has no number of its own.
    """
    told = json.loads((files("archtop.studio") / "demo" / "past.json").read_text(encoding="utf-8"))
    blends = [blend for row in Loaf.objects.all() for blend in read_loaf(row.document).blends]
    alone = {blend.parts[0].scent for blend in blends if len(blend.parts) == 1}
    found = {number.key: number.rate for number in open_numbers()}
    habits = {
        key: value
        for key, value in told["truth"].items()
        if not key.startswith("scent:") or key.removeprefix("scent:") in alone
    }
    assert len(habits) > 9
    return {
        key: (value, rate)
        for key, value in habits.items()
        if not ((rate := found.get(key)) and rate.low <= value <= rate.high)
    }


def test_first_start_shows_the_owners_password_once(served: list[dict], capsys) -> None:
    call_command("serve")
    password = re.search(r"with '(\S+)' \(shown only now\)", capsys.readouterr().out)
    assert password
    assert User.objects.get(username="owner").check_password(password[1])
    call_command("serve")
    assert "shown only now" not in capsys.readouterr().out


def test_other_devices_are_let_in_only_where_that_is_asked_for(
    served: list[dict], settings: Any, client: Client, capsys: pytest.CaptureFixture[str]
) -> None:
    settings.ALLOWED_HOSTS = ["127.0.0.1"]
    call_command("serve")
    assert served[0]["host"] == "127.0.0.1"
    assert "not encrypted" not in capsys.readouterr().out
    name = f"{socket.gethostname().lower()}.local"
    assert client.get("/api/session", headers={"host": name}).status_code == 400
    call_command("serve", "--share")
    assert served[1]["host"] == "0.0.0.0"
    said = capsys.readouterr().out
    address = re.search(r"network find it at http://([\d.]+):8735/", said)
    assert address
    assert "not encrypted" in said
    for host in (name, address[1]):
        assert client.get("/api/loaves", headers={"host": host}).status_code == 401
    assert client.get("/api/session", headers={"host": "elsewhere.example"}).status_code == 400


def test_out_and_in_again(owner: User, loaf: Loaf, tmp_path: Path, capsys) -> None:
    call_command("export_loaf", str(loaf.pk))
    file = tmp_path / "out.loaf.json"
    file.write_text(capsys.readouterr().out, encoding="utf-8")
    call_command("import_loaf", str(file), "--dry-run")
    assert Loaf.objects.count() == 1
    call_command("import_loaf", str(file))
    rows = [read_loaf(row.document) for row in Loaf.objects.all()]
    assert len(rows) == 2
    assert rows == [read_loaf(json.loads(DEMO_TEXT)).model_copy(update={"brings": row.brings}) for row in rows]


@pytest.fixture
def one_connection(monkeypatch: pytest.MonkeyPatch) -> None:
    """A command closes its connections when it ends; the tests' database lives in one of them."""
    monkeypatch.setattr(connections, "close_all", lambda: None)


@pytest.mark.usefixtures("one_connection")
def test_the_whole_studio_out_and_in_from_the_command_line(owner: User, loaf: Loaf, tmp_path: Path, capsys) -> None:
    studio, tables = tmp_path / "studio.zip", tmp_path / "tables.zip"
    assert main(["export", "--studio", str(studio), "--tables", str(tables)]) == 0
    assert capsys.readouterr().out.split() == [str(studio), str(tables)]
    assert "loaves.csv" in zipfile.ZipFile(tables).namelist()
    Loaf.objects.filter(pk=loaf.pk).update(name="Changed here")
    assert main(["import", str(studio)]) == 0
    assert capsys.readouterr().out.startswith("0 loaves and 0 other things were added")
    assert Loaf.objects.count() == 1
    with pytest.raises(SystemExit):
        main(["export", "--studio", str(studio)])
    assert "File exists" in capsys.readouterr().err


@pytest.mark.usefixtures("one_connection")
def test_an_export_of_nothing_and_a_zip_of_something_else_are_refused(owner: User, tmp_path: Path, capsys) -> None:
    assert main(["export"]) == 2
    assert json.loads(capsys.readouterr().err)["problems"][0]["code"] == "export.none"
    other = tmp_path / "holiday.zip"
    with zipfile.ZipFile(other, "w") as file:
        file.writestr("beach.txt", "Sand.")
    with pytest.raises(SystemExit):
        main(["import", str(other)])
    assert "is not what a studio's file holds" in capsys.readouterr().err


@pytest.mark.usefixtures("one_connection")
def test_a_share_asked_for_on_the_command_line_reaches_the_server(served: list[dict]) -> None:
    assert main(["serve", "--share", "--port", "9123"]) == 0
    assert main(["serve"]) == 0
    assert [(call["host"], call["port"]) for call in served] == [("0.0.0.0", 9123), ("127.0.0.1", 8735)]


def test_what_is_not_there_is_said_so(owner: User, tmp_path: Path) -> None:
    with pytest.raises(CommandError, match="no loaf 'x'"):
        call_command("export_loaf", "x")
    bad = tmp_path / "bad.json"
    bad.write_text('{"version": 99}', encoding="utf-8")
    with pytest.raises(CommandError, match="reads versions up to"):
        call_command("import_loaf", str(bad))
    assert Loaf.objects.count() == 0


@pytest.mark.django_db(transaction=True)
def test_migrations_go_back_and_forth() -> None:
    executor = MigrationExecutor(connection)
    newest = executor.loader.graph.leaf_nodes("studio")
    executor.migrate([("studio", None)])
    assert "studio_loaf" not in connection.introspection.table_names()
    MigrationExecutor(connection).migrate(newest)
    assert "studio_loaf" in connection.introspection.table_names()


def test_the_admin_is_put_away_unless_asked_for(owner: User, client) -> None:
    client.force_login(owner)
    # The application's own page, which knows of no such place.
    assert b"<title>Arch Top</title>" in client.get("/admin/studio/loaf/").content


def test_the_admin_shows_tables_and_lets_history_alone(owner: User, loaf: Loaf, client, settings) -> None:
    asked_for = types.ModuleType("urls_with_admin")
    asked_for.urlpatterns = [path(settings.ADMIN_AT, admin.site.urls)]  # type: ignore[attr-defined]
    settings.ROOT_URLCONF = asked_for
    client.force_login(owner)
    assert client.get("/admin/studio/loaf/").status_code == 200
    assert client.get("/admin/studio/ownfat/add/").status_code == 200
    assert client.get("/admin/studio/revision/add/").status_code == 403
    assert client.post(f"/admin/studio/loaf/{loaf.pk}/delete/", {"post": "yes"}).status_code == 403


def test_a_home_is_its_owners_alone_and_an_empty_key_is_made_anew(tmp_path: Path) -> None:
    home = tmp_path / "studio"
    home.mkdir(mode=0o755)
    (home / "secret.key").touch()
    (home / "studio.sqlite3").touch(mode=0o644)
    code = "from archtop.site import settings; print(len(settings.SECRET_KEY))"
    environment = {**os.environ, "ARCHTOP_HOME": str(home)}
    told = subprocess.run([sys.executable, "-c", code], env=environment, capture_output=True, text=True, check=True)
    assert int(told.stdout) > 40
    assert home.stat().st_mode & 0o777 == 0o700
    assert (home / "studio.sqlite3").stat().st_mode & 0o777 == 0o600
    again = subprocess.run([sys.executable, "-c", code], env=environment, capture_output=True, text=True, check=True)
    assert again.stdout == told.stdout
