"""A disk that takes no more: what was answered is there, what was not is refused in words, and nothing is broken.

The server may write no file beyond a size a little above that of its database: SQLite meets it as it meets a full
disk, in the middle of a write.
"""

from __future__ import annotations

import sqlite3
from contextlib import closing

from benchmarks.served import Asked, Studio
from benchmarks.timing import line
from faults.hands import a_press

__all__ = ["run"]

_ROOM_BYTES = 300_000
_REFUSED = 20


def run() -> int:
    """Press until it is refused, go on pressing, make room, look; how many answers were not kept or not in words."""
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        loaf = Asked(studio.port).ask("POST", "/loaves", {"name": "Pressed"})["id"]
        studio.kill()
        studio.most_bytes = studio.database.stat().st_size + _ROOM_BYTES
        studio.start()
        asked = Asked(studio.port)
        answered: list[str] = []
        wordless = refused = number = 0
        while refused < _REFUSED and number < 100_000:
            number += 1
            press = a_press(number)
            try:
                asked.ask("POST", f"/loaves/{loaf}/bench", press)
                answered.append(press["press_id"])
            except RuntimeError as error:
                refused += 1
                wordless += "disk" not in str(error)
        studio.kill()
        studio.most_bytes = None
        studio.start()
        asked = Asked(studio.port)
        entries = [entry["press_id"] for entry in asked.ask("GET", f"/loaves/{loaf}/bench")["entries"]]
        with closing(sqlite3.connect(studio.database)) as database:
            (sound,) = database.execute("PRAGMA integrity_check").fetchone()
    lost, doubled = len(set(answered) - set(entries)), len(entries) - len(set(entries))
    line(
        f"a full disk after {len(answered)} presses, {refused} refused",
        f"{lost} lost, {doubled} doubled, {wordless} without a word",
        f"the database is {'sound' if sound == 'ok' else sound}",
    )
    return lost + doubled + wordless + int(sound != "ok") + int(refused == 0)
