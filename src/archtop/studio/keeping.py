"""The whole studio as one file, while it is open, and back.

A backup is a zip of the database, copied by SQLite itself so that writers need not wait, and of the photographs. It is
checked before it counts.
"""

from __future__ import annotations

import contextlib
import datetime as dt
import os
import shutil
import sqlite3
import tempfile
import zipfile
from pathlib import Path, PurePosixPath

from django.conf import settings
from django.db import connection, connections
from django.db.migrations.loader import MigrationLoader

from archtop.core import InputError
from archtop.studio import wall_clock

__all__ = ["back_up", "restore"]

_DATABASE, _MEDIA = "studio.sqlite3", "media"
# A zip may claim any size; a studio of thousands of photographs stays under this.
_MOST_BYTES = 20_000_000_000
_OWN_TABLES = {"studio_loaf", "studio_stock", "auth_user", "django_migrations"}


def _database() -> Path:
    return Path(str(connection.settings_dict["NAME"]))


def back_up(to: Path | None = None, now: dt.datetime | None = None) -> Path:
    """Write a backup, by default into the studio's own folder of backups.

    :raises InputError: ``backup.damaged`` when the copy does not pass SQLite's own check; ``backup.exists``
    """
    stamp = (now or wall_clock.now()).strftime("%Y%m%d-%H%M%S-%f")
    to = to or settings.HOME / "backups" / f"studio-{stamp}.zip"
    if to.exists():
        raise InputError.one("backup.exists", "file", str(to), "is there already", "Choose another name.")
    to.parent.mkdir(parents=True, exist_ok=True)
    media = Path(settings.MEDIA_ROOT)
    with tempfile.TemporaryDirectory(dir=to.parent) as folder:
        copy, zipped = Path(folder) / _DATABASE, Path(folder) / "studio.zip"
        with (
            contextlib.closing(sqlite3.connect(_database())) as source,
            contextlib.closing(sqlite3.connect(copy)) as out,
        ):
            source.backup(out)
        _refuse_damaged(copy)
        with zipfile.ZipFile(zipped, "w", zipfile.ZIP_DEFLATED) as file:
            file.write(copy, _DATABASE)
            for photo in sorted(media.rglob("*")) if media.exists() else ():
                if photo.is_file():
                    # Photographs are packed already.
                    file.write(photo, f"{_MEDIA}/{photo.relative_to(media).as_posix()}", zipfile.ZIP_STORED)
        os.replace(zipped, to)
    return to


def restore(file: Path, over: bool = False) -> None:
    """Put a backup in the place of the studio; what stood there is backed up first.

    :param over: even when the studio already holds loaves
    :raises InputError: ``backup.unreadable``, ``backup.damaged``, ``backup.names``, ``backup.foreign``,
        ``backup.newer``, ``backup.no_owner`` or ``restore.not_empty``
    """
    from archtop.studio.models import Loaf

    if Loaf.objects.exists() and not over:
        raise InputError.one(
            "restore.not_empty",
            "studio",
            Loaf.objects.count(),
            "the studio holds loaves already",
            "Restore into an empty ARCHTOP_HOME, or say --over; what is there is then backed up first.",
        )
    # Without loaves there may be a shelf or a cupboard: what is replaced is kept in any case.
    back_up()
    with tempfile.TemporaryDirectory(dir=_database().parent) as folder:
        try:
            with zipfile.ZipFile(file) as zipped:
                _refuse_strange(zipped)
                zipped.extractall(folder)
        except (zipfile.BadZipFile, OSError, EOFError) as error:
            raise InputError.one(
                "backup.unreadable", "file", str(file), "is no whole backup", "Take another backup."
            ) from error
        _refuse_damaged(Path(folder) / _DATABASE)
        _refuse_foreign(Path(folder) / _DATABASE)
        connections.close_all()
        # SQLite copies into the open file under its own locks: a server that runs sees the old or the new studio.
        with (
            contextlib.closing(sqlite3.connect(Path(folder) / _DATABASE)) as source,
            contextlib.closing(sqlite3.connect(_database())) as out,
        ):
            source.backup(out)
        if (Path(folder) / _MEDIA).exists():
            shutil.copytree(Path(folder) / _MEDIA, settings.MEDIA_ROOT, dirs_exist_ok=True)


def _refuse_strange(zipped: zipfile.ZipFile) -> None:
    """Only the database and photographs, nothing that points elsewhere, nothing that swells."""
    names = [PurePosixPath(name) for name in zipped.namelist()]
    strange = [
        str(name)
        for name in names
        if name.is_absolute() or ".." in name.parts or (str(name) != _DATABASE and name.parts[:1] != (_MEDIA,))
    ]
    if strange or PurePosixPath(_DATABASE) not in names:
        raise InputError.one(
            "backup.names",
            "file",
            ", ".join(strange) or "no database",
            "is not what a backup holds",
            "Choose a file that `archtop backup` wrote.",
        )
    if sum(item.file_size for item in zipped.infolist()) > _MOST_BYTES:
        raise InputError.one("backup.names", "file", "its size", "would fill the disk", "Choose a backup.")


def _refuse_damaged(database: Path) -> None:
    try:
        with contextlib.closing(sqlite3.connect(database)) as opened:
            (found,) = opened.execute("PRAGMA integrity_check").fetchone()
    except sqlite3.DatabaseError as error:
        found = str(error)
    if found != "ok":
        raise InputError.one("backup.damaged", "file", str(found), "SQLite finds it damaged", "Take another backup.")


def _refuse_foreign(database: Path) -> None:
    """Only a studio of this application, of a version that is known here, with its owner."""
    with contextlib.closing(sqlite3.connect(database)) as opened:
        tables = {name for (name,) in opened.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        if not tables >= _OWN_TABLES:
            raise InputError.one(
                "backup.foreign",
                "file",
                f"{len(tables)} tables",
                "is no studio's database",
                "Choose a file that `archtop backup` wrote.",
            )
        applied = {name for (name,) in opened.execute("SELECT name FROM django_migrations WHERE app = 'studio'")}
        (owners,) = opened.execute("SELECT count(*) FROM auth_user").fetchone()
    known = {name for app, name in MigrationLoader(None, ignore_no_migrations=True).disk_migrations if app == "studio"}
    if applied - known:
        raise InputError.one(
            "backup.newer", "file", max(applied - known), "is of a newer Arch Top", "Update Arch Top first."
        )
    if not owners:
        raise InputError.one("backup.no_owner", "file", 0, "has no owner to sign in", "Take another backup.")
