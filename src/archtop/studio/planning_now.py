"""Seasons that are being planned at this moment, by owner: to be followed and stopped from another request."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Final

from archtop.core.schedule import Watch

__all__ = ["followed", "watches_of"]

_LOCK: Final = threading.Lock()
_NOW: Final[dict[int, list[Watch]]] = {}


@contextmanager
def followed(owner: int) -> Iterator[Watch]:
    """A planning of that owner's, as long as it lasts."""
    watch = Watch()
    with _LOCK:
        _NOW.setdefault(owner, []).append(watch)
    try:
        yield watch
    finally:
        with _LOCK:
            _NOW[owner].remove(watch)


def watches_of(owner: int) -> tuple[Watch, ...]:
    """What is being planned of an owner's, the one begun last at the end."""
    with _LOCK:
        return tuple(_NOW.get(owner, ()))
