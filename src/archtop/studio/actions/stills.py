"""Small pictures of loaves at a slant: made once for each revision, one after the other, beside everything else.

They are drawn in a process of its own at the lowest priority, which ends when nothing is left to draw: in a thread of
the server they would make everybody wait who is looking at a loaf.
"""

from __future__ import annotations

import contextlib
import logging
import queue
import subprocess
import sys
import threading
import uuid
from collections.abc import Iterable
from pathlib import Path
from typing import Literal

from django.conf import settings

from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.solids import still_png
from archtop.studio.models import Loaf

__all__ = ["MADE", "Still", "last_still", "still_at_hand", "still_of_loaf", "still_soon", "stills_for"]

Still = Literal["there", "coming", "none"]

# Drawn otherwise than before, a picture is made anew.
_DRAWN = 5
# A list asks for so many at a time, the last touched first.
_AT_A_TIME = 24
# So long the process waits for another to draw before it ends [s].
_IDLE_S = 5.0
_COMMAND = (sys.executable, "-m", "django", "draw_stills")
# What it answers where a picture was made.
MADE = "made"

_log = logging.getLogger(__name__)
# What was wanted last is drawn next: a loaf that was just opened comes before the list it stood in.
_wanted: queue.Queue[tuple[uuid.UUID, int]] = queue.LifoQueue()
_asked: set[tuple[uuid.UUID, int]] = set()
_failed: set[tuple[uuid.UUID, int]] = set()
_one_by_one = threading.Lock()
_hired = threading.Lock()


def stills_for(loaves: Iterable[tuple[uuid.UUID, int]]) -> dict[uuid.UUID, Still]:
    """Which loaves have their picture, by revision; those that lack one get it soon, where pictures are made at all."""
    found: dict[uuid.UUID, Still] = {}
    lacking: list[tuple[uuid.UUID, int]] = []
    for loaf, revision in loaves:
        if _file(loaf, revision).exists():
            found[loaf] = "there"
        elif (loaf, revision) in _failed or not settings.STILLS or len(lacking) >= _AT_A_TIME:
            found[loaf] = "none"
        else:
            found[loaf] = "coming"
            lacking.append((loaf, revision))
    for asked in reversed(lacking):
        _want(*asked)
    return found


def still_soon(loaf: Loaf) -> None:
    """Somebody has opened a loaf and may look at it: its picture comes next, where pictures are made at all."""
    this = (loaf.pk, loaf.revision)
    if settings.STILLS and this not in _failed and not _file(*this).exists():
        # Asked for by a list before, it lies far back in the line.
        _asked.discard(this)
        _want(*this)


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
            half = file.with_suffix(f".{uuid.uuid4().hex}.part")
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
    _asked.add((loaf, revision))
    _wanted.put((loaf, revision))
    _hire()


def _hire() -> None:
    """Somebody who draws what is wanted, where nobody does."""
    if _hired.acquire(blocking=False):
        threading.Thread(target=_draw_all, daemon=True).start()


def _draw_all() -> None:
    """As long as there is anything to draw: one process after another, of which each but the last broke over a loaf."""
    try:
        while _draw_until_broken():
            pass
    except OSError:
        # None can be started here: what was wanted is shown flat.
        _log.exception("No pictures of loaves")
        with contextlib.suppress(queue.Empty):
            while True:
                _failed.add(_wanted.get_nowait())
    finally:
        _hired.release()
    if not _wanted.empty():
        # Wanted in the moment between.
        _hire()


def _draw_until_broken() -> bool:
    """Hand one loaf after the other to a process, which ends when this server does; whether it broke over the last."""
    with subprocess.Popen(_COMMAND, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True) as drawing:
        assert drawing.stdin is not None
        assert drawing.stdout is not None
        while True:
            try:
                wanted = _wanted.get(timeout=_IDLE_S)
            except queue.Empty:
                return False
            print(wanted[0], file=drawing.stdin, flush=True)
            answer = drawing.stdout.readline().strip()
            if answer != MADE:
                _failed.add(wanted)
            if not answer:
                return True
