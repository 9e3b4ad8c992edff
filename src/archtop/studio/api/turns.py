"""Heavy questions take turns: hands at the bench never wait behind pictures.

A few are answered at once, a few more wait in line; whoever comes then is told how many are before it, and asks again.
Of the server's threads enough are always left for presses, readings and saves.
"""

from __future__ import annotations

import functools
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any, Final

from django.http import HttpRequest, HttpResponse, JsonResponse

__all__ = ["AT_ONCE", "MOST_WAITING", "TURNS", "Turns", "in_turn"]

# More at once would only share the same processors; the server has eight threads (see ``serve``).
AT_ONCE: Final = 2
MOST_WAITING: Final = 3
_AGAIN_S: Final = 1


class Turns:
    """So many at once, so many in line."""

    def __init__(self, at_once: int, most_waiting: int) -> None:
        self._free = threading.Semaphore(at_once)
        self._count, self._most = 0, at_once + most_waiting
        self._lock = threading.Lock()

    @property
    def wanted(self) -> int:
        """How many are being answered or wait."""
        return self._count

    @contextmanager
    def turn(self) -> Iterator[int | None]:
        """Waits for its turn; gives how many are before it where the line is full, and does not wait then."""
        with self._lock:
            before = self._count
            if before >= self._most:
                before_it: int | None = before
            else:
                before_it, self._count = None, before + 1
        if before_it is not None:
            yield before_it
            return
        try:
            with self._free:
                yield None
        finally:
            with self._lock:
                self._count -= 1


TURNS: Final = Turns(AT_ONCE, MOST_WAITING)


def in_turn(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    """Decorates the view of a heavy question: 503 with ``busy`` where the line is full, to be asked again."""

    @functools.wraps(view)
    def taken(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        with TURNS.turn() as before:
            if before is None:
                return view(request, *args, **kwargs)
        report = {
            "code": "busy",
            "message": f"The studio is busy: {before} drawings come before this one. Try again in a moment.",
            "problems": [],
        }
        return JsonResponse(report, status=503, headers={"Retry-After": str(_AGAIN_S)})

    return taken
