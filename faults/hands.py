"""Hands at a bench and at a desk at once: presses, and now and then a save, until nobody answers."""

from __future__ import annotations

import datetime as dt
import math
import threading
import time
import uuid
from typing import Any, NamedTuple

from benchmarks.served import Asked

__all__ = ["Hands", "Saved", "a_press"]

_SAVED_EVERY = 10


class Saved(NamedTuple):
    """A save that was answered: the loaf's revision, the name it was given, and when [s of the machine's clock]."""

    revision: int
    name: str
    at: float


def a_press(number: int) -> dict[str, Any]:
    """A step done that no plan has: it counts all the same."""
    return {
        "press_id": str(uuid.uuid4()),
        "step": f"instead.loaf.mix.{number}",
        "action": "done",
        "pressed_at": dt.datetime.now(dt.UTC).isoformat(),
    }


class Hands(threading.Thread):
    """What was answered, and when; and what was not.

    :param left: presses of an earlier burst that had no answer: they are sent first, as a browser does
    """

    def __init__(self, asked: Asked, loaf: str, left: list[dict[str, Any]]) -> None:
        super().__init__()
        self.asked, self.loaf, self.left = asked, loaf, left
        self.answered: dict[str, float] = {}
        self.unanswered: list[dict[str, Any]] = []
        self.saves: list[Saved] = []
        self.begun = threading.Event()

    def run(self) -> None:
        """Press until the server is gone."""
        press: dict[str, Any] = {}
        try:
            for press in self.left:
                self._press(press)
            open_loaf = self.asked.ask("GET", f"/loaves/{self.loaf}")
            document, revision = open_loaf["document"], open_loaf["revision"]
            for number in range(1_000_000):
                press = a_press(number)
                self._press(press)
                if number % _SAVED_EVERY == _SAVED_EVERY - 1:
                    name = str(uuid.uuid4())
                    what = {"document": {**document, "name": name}, "based_on": revision, "save_id": str(uuid.uuid4())}
                    revision = self.asked.ask("PUT", f"/loaves/{self.loaf}", what)["revision"]
                    self.saves.append(Saved(revision, name, time.time()))
        except OSError:
            self.unanswered = [press] if press and press["press_id"] not in self.answered else []
        finally:
            self.begun.set()

    def _press(self, press: dict[str, Any]) -> None:
        self.asked.ask("POST", f"/loaves/{self.loaf}/bench", press)
        self.answered[press["press_id"]] = time.time()
        self.begun.set()

    def lost_a_save(self, revision: int, name: str, until: float = math.inf) -> bool:
        """Whether a loaf is not as the last save that was answered until a moment left it."""
        saves = [save for save in self.saves if save.at <= until]
        # A save without an answer may have come through after it.
        return bool(saves) and revision <= saves[-1].revision and (revision, name) != saves[-1][:2]
