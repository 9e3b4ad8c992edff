"""Small pictures of loaves at a slant: made once for each revision, one after the other, beside everything else."""

from __future__ import annotations

import contextlib
import logging
import queue
import threading
import time
import uuid
from collections.abc import Iterable
from pathlib import Path
from typing import Literal

from django.conf import settings
from django.db import connection

from archtop.core import InputError
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.solids import still_png
from archtop.studio.models import Loaf

__all__ = ["Still", "last_still", "still_at_hand", "still_of_loaf", "stills_for"]

Still = Literal["there", "coming", "none"]

# Drawn otherwise than before, a picture is made anew.
_DRAWN = 3
# A list asks for so many at a time, the last touched first.
_AT_A_TIME = 24
# Between two of them whoever is at the bench has the machine [s].
_REST_S = 0.3

_log = logging.getLogger(__name__)
_wanted: queue.Queue[uuid.UUID] = queue.Queue()
_asked: set[tuple[uuid.UUID, int]] = set()
_failed: set[tuple[uuid.UUID, int]] = set()
_one_by_one = threading.Lock()


def stills_for(loaves: Iterable[tuple[uuid.UUID, int]]) -> dict[uuid.UUID, Still]:
    """Which loaves have their picture, by revision; those that lack one get it soon, where pictures are made at all."""
    found: dict[uuid.UUID, Still] = {}
    coming = 0
    for loaf, revision in loaves:
        if _file(loaf, revision).exists():
            found[loaf] = "there"
        elif (loaf, revision) in _failed or not settings.STILLS or coming >= _AT_A_TIME:
            found[loaf] = "none"
        else:
            found[loaf] = "coming"
            coming += 1
            _want(loaf, revision)
    return found


def still_of_loaf(loaf: Loaf) -> bytes:
    """A loaf's picture as PNG, made now if it is not there.

    :raises InputError: the loaf does not plan
    """
    at_hand = still_at_hand(loaf)
    if at_hand is not None:
        return at_hand
    file = _file(loaf.pk, loaf.revision)
    with _one_by_one:
        if not file.exists():
            picture = still_png(loaf, cupboard_of_studio(loaf))
            file.parent.mkdir(exist_ok=True)
            for older in file.parent.glob(f"{loaf.pk}-*.png"):
                older.unlink(missing_ok=True)
            half = file.with_suffix(".part")
            half.write_bytes(picture)
            half.rename(file)
    return file.read_bytes()


def still_at_hand(loaf: Loaf) -> bytes | None:
    """A loaf's picture as PNG if it has been made; nobody is to wait for it."""
    file = _file(loaf.pk, loaf.revision)
    return file.read_bytes() if file.exists() else None


def last_still(loaf: Loaf) -> bytes | None:
    """The last picture that was made of a loaf, of whichever revision; nobody is to wait for it."""
    made = list(_file(loaf.pk, loaf.revision).parent.glob(f"{loaf.pk}-*.png"))
    for file in sorted(made, key=_revision_of, reverse=True):
        # A newer one may just have taken its place.
        with contextlib.suppress(FileNotFoundError):
            return file.read_bytes()
    return None


def _revision_of(file: Path) -> int:
    return int(file.stem.rsplit("-", 2)[1])


def _file(loaf: uuid.UUID, revision: int) -> Path:
    return Path(settings.HOME) / "stills" / f"{loaf}-{revision}-{_DRAWN}.png"


def _want(loaf: uuid.UUID, revision: int) -> None:
    if (loaf, revision) in _asked:
        return
    if not _asked:
        threading.Thread(target=_make_all, daemon=True).start()
    _asked.add((loaf, revision))
    _wanted.put(loaf)


def _make_all() -> None:
    while True:
        wanted = _wanted.get()
        loaf = Loaf.objects.filter(pk=wanted).first()
        if loaf is not None:
            try:
                still_of_loaf(loaf)
            except Exception as error:  # whatever one loaf breaks, the next is drawn
                # It is shown flat, as before.
                _failed.add((loaf.pk, loaf.revision))
                if not isinstance(error, InputError):
                    _log.exception("No picture of %s", loaf.pk)
        connection.close()
        time.sleep(_REST_S)
