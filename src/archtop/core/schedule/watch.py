"""A search that is followed from outside, and can be ended: what was found until then is taken."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Literal

__all__ = ["Aim", "Watch"]

Aim = Literal["dates", "any plan", "few moves", "few sessions", "late castings"]

_SAYS: dict[Aim, str] = {
    "dates": "Looking for a plan that meets every date",
    "any plan": "Not finished: no plan is found yet; looking on",
    "few moves": "A plan is found; looking for one that leaves more where it was",
    "few sessions": "A plan is found; looking for one with fewer sessions",
    "late castings": "A plan is found; moving castings closer to their pours",
}


class Watch:
    """One planning: ``aim`` it is at, ``plans`` found so far, whether it was ``stopped``; used from several threads."""

    def __init__(self) -> None:
        self.aim: Aim = "dates"
        self.plans = 0
        self.stopped = False
        self._lock = threading.Lock()
        self._ends: Callable[[], None] | None = None

    @property
    def says(self) -> str:
        """Where it stands, in words."""
        return _SAYS[self.aim]

    def begin(self, ends: Callable[[], None]) -> None:
        """A question is put to a solver, which ``ends`` when it is told so."""
        with self._lock:
            self._ends = ends

    def found(self) -> None:
        """A plan was found."""
        self.plans += 1
        if self.stopped:
            self._end()

    def stop(self) -> None:
        """No further question is asked, and the one that is asked ends."""
        self.stopped = True
        self._end()

    def _end(self) -> None:
        with self._lock:
            if self._ends:
                self._ends()
