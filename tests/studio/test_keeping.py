"""Backups of a studio that is in use, and back again."""

from __future__ import annotations

import contextlib
import io
import sqlite3
import threading
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection

from archtop.core import InputError, read_loaf
from archtop.studio.actions import add_photo, create_loaf
from archtop.studio.keeping import back_up, restore
from archtop.studio.models import Loaf, Photo, Stock
from tests.core.conftest import box
from tests.studio.test_photos import photograph

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture(autouse=True)
def _own_folder(settings: Any, tmp_path: Path) -> None:
    settings.HOME = tmp_path / "home"
    settings.MEDIA_ROOT = tmp_path / "home" / "media"


@pytest.fixture
def kept(owner: User) -> Loaf:
    loaf = create_loaf(owner, read_loaf(box(name="Kept")))
    add_photo(loaf, photograph(), "cut face", 1)
    return loaf


def rows(file: Path) -> int:
    """Stock counted in a backup's database."""
    with zipfile.ZipFile(file) as zipped:
        copy = zipped.extract("studio.sqlite3", file.with_suffix(""))
    with contextlib.closing(sqlite3.connect(copy)) as opened:
        (ok,) = opened.execute("PRAGMA integrity_check").fetchone()
        assert ok == "ok"
        return int(opened.execute("SELECT count(*) FROM studio_stock WHERE name LIKE 'written-%'").fetchone()[0])


def test_what_is_lost_after_a_backup_comes_back(kept: Loaf) -> None:
    file = back_up()
    name = Photo.objects.get().file.name
    with zipfile.ZipFile(file) as zipped:
        assert set(zipped.namelist()) == {"studio.sqlite3", f"media/{name}"}
    (Path(file).parents[1] / "media" / name).unlink()
    Photo.objects.all().delete()
    Loaf.objects.all().delete()
    restore(file)
    assert Loaf.objects.get().name == "Kept"
    assert Photo.objects.get().file.size > 0


def test_a_studio_in_use_is_backed_up_whole(kept: Loaf, tmp_path: Path) -> None:
    """Rows written one after the other while it runs: a backup holds some first ones of them, each whole."""
    stop = threading.Event()
    written = 0

    def write() -> None:
        nonlocal written
        with contextlib.closing(sqlite3.connect(connection.settings_dict["NAME"], timeout=10)) as own:
            while not stop.is_set() and written < 5000:
                own.execute(
                    "INSERT INTO studio_stock (name, grams, counted_at) VALUES (?, 1, '2027-01-01')",
                    (f"written-{written}",),
                )
                own.commit()
                written += 1

    writer = threading.Thread(target=write)
    writer.start()
    counts = []
    for n in range(3):
        before = written
        counts.append(rows(back_up(tmp_path / f"{n}.zip")))
        assert counts[-1] >= before
    stop.set()
    writer.join()
    assert counts == sorted(counts)
    assert Stock.objects.filter(name__startswith="written-").count() == written


def test_a_studio_with_loaves_is_not_overwritten_unasked(kept: Loaf, tmp_path: Path) -> None:
    file = back_up(tmp_path / "first.zip")
    Loaf.objects.filter(pk=kept.pk).update(name="Changed since")
    with pytest.raises(InputError, match="holds loaves already"):
        restore(file)
    assert Loaf.objects.get().name == "Changed since"
    restore(file, over=True)
    assert Loaf.objects.get().name == "Kept"
    # What stood there is kept as well.
    (aside,) = (tmp_path / "home" / "backups").glob("*.zip")
    restore(aside, over=True)
    assert Loaf.objects.get().name == "Changed since"


def strange(names: dict[str, bytes]) -> bytes:
    data = io.BytesIO()
    with zipfile.ZipFile(data, "w") as zipped:
        for name, content in names.items():
            zipped.writestr(name, content)
    return data.getvalue()


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"nothing of the kind", "backup.unreadable"),
        (strange({"studio.sqlite3": b"not a database at all, not even nearly one"}), "backup.damaged"),
        (strange({"media/a.jpg": b""}), "backup.names"),
        (strange({"studio.sqlite3": b"", "../outside": b""}), "backup.names"),
        (strange({"studio.sqlite3": b"", "/etc/outside": b""}), "backup.names"),
        (strange({"studio.sqlite3": b"", "secret.key": b""}), "backup.names"),
    ],
)
def test_what_is_no_backup_changes_nothing(kept: Loaf, tmp_path: Path, data: bytes, code: str) -> None:
    file = tmp_path / "strange.zip"
    file.write_bytes(data)
    with pytest.raises(InputError) as refused:
        restore(file, over=True)
    assert refused.value.problems[0].code == code
    assert Loaf.objects.get().name == "Kept"
    assert not (tmp_path.parent / "outside").exists()


def test_a_backup_cut_off_is_refused(kept: Loaf, tmp_path: Path) -> None:
    whole = back_up(tmp_path / "whole.zip").read_bytes()
    half = tmp_path / "half.zip"
    half.write_bytes(whole[: len(whole) // 2])
    with pytest.raises(InputError, match="no whole backup"):
        restore(half, over=True)
    with pytest.raises(InputError, match="is there already"):
        back_up(tmp_path / "whole.zip")


def test_from_the_command_line(kept: Loaf, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    call_command("backup", str(tmp_path / "by-hand.zip"))
    assert capsys.readouterr().out.strip().endswith("by-hand.zip")
    with pytest.raises(CommandError, match="holds loaves already"):
        call_command("restore", str(tmp_path / "by-hand.zip"))
    call_command("restore", str(tmp_path / "by-hand.zip"), "--over")
    assert "Restored." in capsys.readouterr().out


def _of_another_program(database: sqlite3.Connection) -> None:
    database.execute("DROP TABLE studio_loaf")


def _of_a_newer_one(database: sqlite3.Connection) -> None:
    database.execute("INSERT INTO django_migrations (app, name, applied) VALUES ('studio', '9999_later', '2030-01-01')")


def _without_owner(database: sqlite3.Connection) -> None:
    database.execute("PRAGMA foreign_keys = OFF")
    database.execute("DELETE FROM auth_user")


@pytest.mark.parametrize(
    ("change", "code"),
    [(_of_another_program, "backup.foreign"), (_of_a_newer_one, "backup.newer"), (_without_owner, "backup.no_owner")],
)
def test_what_is_no_studio_of_this_application_is_not_restored(
    kept: Loaf, tmp_path: Path, change: Callable[[sqlite3.Connection], None], code: str
) -> None:
    with zipfile.ZipFile(back_up()) as zipped:
        database = Path(zipped.extract("studio.sqlite3", tmp_path / "odd"))
    with contextlib.closing(sqlite3.connect(database)) as opened:
        change(opened)
        opened.commit()
    odd = tmp_path / "odd.zip"
    with zipfile.ZipFile(odd, "w") as zipped:
        zipped.write(database, "studio.sqlite3")
    with pytest.raises(InputError) as refused:
        restore(odd, over=True)
    assert refused.value.problems[0].code == code
    assert Loaf.objects.get().name == "Kept"


def test_an_empty_file_is_no_backup(kept: Loaf, tmp_path: Path) -> None:
    empty = tmp_path / "empty.zip"
    with zipfile.ZipFile(empty, "w") as zipped:
        zipped.writestr("studio.sqlite3", b"")
    with pytest.raises(InputError) as refused:
        restore(empty, over=True)
    assert refused.value.problems[0].code == "backup.foreign"
    assert Loaf.objects.get().name == "Kept"


def test_a_shelf_without_loaves_is_kept_aside_too(owner: User) -> None:
    file = back_up()
    Stock.objects.create(name="fat:odd", grams=5)
    restore(file)
    assert not Stock.objects.filter(name="fat:odd").exists()
    aside = max(file.parent.glob("*.zip"))
    assert aside != file
    restore(aside)
    assert Stock.objects.get(name="fat:odd").grams == 5
