"""What fails around the studio, told as what to do: a full disk, a folder kept from writing, a newer version's home."""

from __future__ import annotations

import errno
import sys
from typing import NamedTuple

from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.html import escape

from archtop.core import InputError

__all__ = ["Failure", "answer_to", "failed", "failure_of", "refuse_newer"]


class Failure(NamedTuple):
    """A status of HTTP, a stable code and a sentence with the remedy."""

    status: int
    code: str
    message: str


_KEPT = "What was saved before is not touched; what you do now is kept in this browser and sent by itself."
_FULL = Failure(507, "disk.full", f"The studio's disk takes no more. Make room on the studio's machine. {_KEPT}")
_READ_ONLY = Failure(
    507,
    "disk.read_only",
    "The studio's folder cannot be written to. See on the studio's machine that it belongs to whoever started Arch Top "
    f"and is not locked. {_KEPT}",
)
_LOCKED = Failure(503, "database.busy", f"The studio is writing something large. Try again in a moment. {_KEPT}")
_STRANGE = Failure(
    500,
    "database.strange",
    "The studio's database is not as this version has it. Stop Arch Top and start it again: it brings it up to date.",
)
# SQLite's own words, and what they come to. A disk that fails in the middle of a write is mostly full.
_BY_WORDS = (
    ("disk is full", _FULL),
    ("disk i/o error", _FULL),
    ("readonly", _READ_ONLY),
    ("unable to open", _READ_ONLY),
    ("locked", _LOCKED),
    ("no such table", _STRANGE),
    ("no such column", _STRANGE),
)
_BY_NUMBER = {
    errno.ENOSPC: _FULL,
    errno.EDQUOT: _FULL,
    errno.EFBIG: _FULL,
    errno.EROFS: _READ_ONLY,
    errno.EACCES: _READ_ONLY,
    errno.EPERM: _READ_ONLY,
}


def failure_of(error: BaseException | None) -> Failure | None:
    """What an error of the disk or the database comes to; ``None`` for any other, which is a fault of ours."""
    if isinstance(error, OSError) and error.errno in _BY_NUMBER:
        return _BY_NUMBER[error.errno]
    said = str(error).lower()
    return next((failure for words, failure in _BY_WORDS if words in said), None)


def answer_to(failure: Failure) -> JsonResponse:
    """As the API tells it."""
    return JsonResponse({"code": failure.code, "message": failure.message, "problems": []}, status=failure.status)


def failed(request: HttpRequest) -> HttpResponse:
    """The last answer of all, where nothing else knew one: JSON to the API, a page to a person, never a bare number."""
    failure = failure_of(sys.exc_info()[1]) or Failure(
        500, "http.500", "Something went wrong in the studio. Try again; what you do is kept in this browser meanwhile."
    )
    if request.path.startswith("/api/"):
        return answer_to(failure)
    page = f"<!doctype html><meta charset='utf-8'><title>Arch Top</title><p>{escape(failure.message)}</p>"
    return HttpResponse(page, status=failure.status)


def refuse_newer() -> None:
    """A home that a newer version has changed is not touched.

    :raises InputError: ``home.newer``
    """
    loader = MigrationLoader(connection)
    unknown = sorted(
        name for app, name in loader.applied_migrations if app == "studio" and (app, name) not in loader.disk_migrations
    )
    if unknown:
        raise InputError.one(
            "home.newer",
            "ARCHTOP_HOME",
            unknown[-1],
            "was changed by a newer version of Arch Top",
            "Start it with that version, or restore the backup that was made before the upgrade into another folder.",
        )
