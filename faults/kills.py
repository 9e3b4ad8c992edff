"""A server killed in the middle of presses and saves: what was answered is there, and nothing is there twice."""

from __future__ import annotations

import random
import time
from typing import Any

from benchmarks.served import Asked, Studio
from benchmarks.timing import line
from faults.hands import Hands

__all__ = ["run"]

_KILLS = 40
# So long a burst lasts before the kill [s].
_SHORTEST_S, _LONGEST_S = 0.1, 1.0


def run() -> int:
    """Kill, start again, look; how many answers were not kept."""
    spread = random.Random(1)
    lost = doubled = unsaved = presses = 0
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        asked = Asked(studio.port)
        loaf = asked.ask("POST", "/loaves", {"name": "Pressed"})["id"]
        known: set[str] = set()
        left: list[dict[str, Any]] = []
        for _ in range(_KILLS):
            hands = Hands(asked, loaf, left)
            hands.start()
            # A server that has just been started takes longer over its first answer.
            hands.begun.wait()
            time.sleep(spread.uniform(_SHORTEST_S, _LONGEST_S))
            studio.kill()
            hands.join()
            studio.start()
            asked = Asked(studio.port)
            known.update(hands.answered)
            left = hands.unanswered
            entries = [entry["press_id"] for entry in asked.ask("GET", f"/loaves/{loaf}/bench")["entries"]]
            lost += len(known - set(entries))
            doubled += len(entries) - len(set(entries))
            now = asked.ask("GET", f"/loaves/{loaf}")
            unsaved += hands.lost_a_save(now["revision"], now["document"]["name"])
            presses = len(entries)
    line(f"{_KILLS} kills under {presses} presses", f"{lost} lost, {doubled} doubled", f"{unsaved} saves lost")
    return lost + doubled + unsaved
