"""A server killed in the middle of presses and saves: what was answered is there, and nothing is there twice."""

from __future__ import annotations

import datetime as dt
import random
import threading
import time
import uuid
from typing import Any

from benchmarks.served import Asked, Studio
from benchmarks.timing import line

__all__ = ["run"]

_KILLS = 40
# So long a burst lasts before the kill [s].
_SHORTEST_S, _LONGEST_S = 0.1, 1.0


class _Hands(threading.Thread):
    """Presses, and now and then a save, until nobody answers; what was answered and what was not."""

    def __init__(self, asked: Asked, loaf: str, left: list[dict[str, Any]]) -> None:
        super().__init__()
        self.asked, self.loaf, self.left = asked, loaf, left
        self.answered: list[str] = []
        self.unanswered: list[dict[str, Any]] = []
        self.begun = threading.Event()
        self.saved: tuple[int, str] | None = None

    def run(self) -> None:
        press: dict[str, Any] = {}
        try:
            # First what an earlier burst had no answer to, as a browser does.
            for press in self.left:
                self._press(press)
            open_loaf = self.asked.ask("GET", f"/loaves/{self.loaf}")
            document, revision = open_loaf["document"], open_loaf["revision"]
            for number in range(1_000_000):
                press = {
                    "press_id": str(uuid.uuid4()),
                    "step": f"instead.loaf.mix.{number}",
                    "action": "done",
                    "pressed_at": dt.datetime.now(dt.UTC).isoformat(),
                }
                self._press(press)
                if number % 10 == 9:
                    name = str(uuid.uuid4())
                    what = {"document": {**document, "name": name}, "based_on": revision, "save_id": str(uuid.uuid4())}
                    revision = self.asked.ask("PUT", f"/loaves/{self.loaf}", what)["revision"]
                    self.saved = (revision, name)
        except OSError:
            self.unanswered = [press] if press and press["press_id"] not in self.answered else []
        finally:
            self.begun.set()

    def _press(self, press: dict[str, Any]) -> None:
        self.asked.ask("POST", f"/loaves/{self.loaf}/bench", press)
        self.answered.append(press["press_id"])
        self.begun.set()


def run() -> int:
    """Kill, start again, look; how many answers were not kept."""
    spread = random.Random(1)
    lost = doubled = unsaved = presses = 0
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        asked = Asked(studio.port)
        loaf = asked.ask("POST", "/loaves", {"name": "Pressed"})["id"]
        known: list[str] = []
        left: list[dict[str, Any]] = []
        for _ in range(_KILLS):
            hands = _Hands(asked, loaf, left)
            hands.start()
            # A server that has just been started takes longer over its first answer.
            hands.begun.wait()
            time.sleep(spread.uniform(_SHORTEST_S, _LONGEST_S))
            studio.kill()
            hands.join()
            studio.start()
            asked = Asked(studio.port)
            known += hands.answered
            left = hands.unanswered
            entries = [entry["press_id"] for entry in asked.ask("GET", f"/loaves/{loaf}/bench")["entries"]]
            lost += len(set(known) - set(entries))
            doubled += len(entries) - len(set(entries))
            if hands.saved:
                now = asked.ask("GET", f"/loaves/{loaf}")
                # A save without an answer may have come through after it.
                unsaved += now["revision"] < hands.saved[0] or (
                    now["revision"] == hands.saved[0] and now["document"]["name"] != hands.saved[1]
                )
            presses = len(entries)
    line(f"{_KILLS} kills under {presses} presses", f"{lost} lost, {doubled} doubled", f"{unsaved} saves lost")
    return lost + doubled + unsaved
