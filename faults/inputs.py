"""What no person sends, sent to a server: none may be answered by a fault, cost more than it may, or hold a press up.

The table is that of the tests; here every one of it is sent, and what it costs the server and its processes is read
from the system.
"""

from __future__ import annotations

import http.client
import os
import statistics
import threading
import time
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any, NamedTuple

from benchmarks.served import Asked, Studio
from benchmarks.timing import line
from faults.hands import a_press
from tests.hostile_inputs import Given, files, in_a_loaf, in_a_value, whole_bodies

__all__ = ["run"]

# What one input may cost: processor, with what ending it takes [s], memory [MB], and a press meanwhile at the median
# [ms].
_MOST_S, _MOST_MB, _MOST_MS = 5.5, 500.0, 200.0
_LOOK_S = 0.05
# What draws, and what reads strange files, is loaded behind the first that asks for it [s].
_LOADED_S = 15.0
_PRESSES = 100
_SMALL = 50_000


class _Cost(NamedTuple):
    """What an input was answered by, and cost the server with its processes."""

    given: Given
    status: int
    seconds: float
    megabytes: float

    def __str__(self) -> str:
        return f"{self.given.what}: {self.status}, {self.seconds:.1f} s, {self.megabytes:.0f} MB"

    @property
    def is_fault(self) -> bool:
        """Whether it should have been answered otherwise."""
        return self.status >= 500 or (self.given.refused and self.status < 400)

    @property
    def is_dear(self) -> bool:
        """Whether it cost more than any may."""
        return self.seconds > _MOST_S or self.megabytes > _MOST_MB


def run() -> int:
    """Send all; how many were answered by a fault, or cost too much."""
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        asked = Asked(studio.port)
        demo = asked.ask("GET", f"/loaves/{asked.ask('GET', '/loaves')[0]['id']}/document")
        loaf = asked.ask("POST", "/loaves", {"name": "Strange"})["id"]
        # As in a studio in which somebody is at work.
        asked.ask("GET", "/keeping/studio")
        asked.ask("POST", "/faces", {"document": demo})
        time.sleep(_LOADED_S)
        costs = [_cost(studio, asked, loaf, given) for given in _all(demo)]
        waited_ms = _pressed_beside(asked, loaf, [given for given in _all(demo) if given.heavy])
    faults, dear = [cost for cost in costs if cost.is_fault], [cost for cost in costs if cost.is_dear]
    line(f"{len(costs)} strange inputs", f"{len(faults)} answered by a fault", f"{len(dear)} over what they may cost")
    line("the longest of them", str(max(costs, key=lambda cost: cost.seconds)))
    line("the largest of them", str(max(costs, key=lambda cost: cost.megabytes)))
    line("a press beside the heaviest", f"{waited_ms:.0f} ms at the median")
    for cost in {id(cost): cost for cost in (*faults, *dear)}.values():
        print(f"  {cost}")
    return len(faults) + len(dear) + int(waited_ms > _MOST_MS)


def _all(demo: dict[str, Any]) -> Iterator[Given]:
    yield from in_a_value()
    yield from in_a_loaf(demo)
    yield from whole_bodies(demo)
    yield from files()


def _cost(studio: Studio, asked: Asked, loaf: str, given: Given) -> _Cost:
    server = studio.process.pid
    # What is small enough is answered before the memory is looked at; looking takes longer than that.
    usually = _megabytes(server) if len(given.body) > _SMALL or given.file else 0.0
    ended, held = threading.Event(), [usually]

    def look() -> None:
        while usually and not ended.wait(_LOOK_S):
            held.append(_megabytes(server))

    looking = threading.Thread(target=look, daemon=True)
    before = _seconds(server)
    looking.start()
    status = _send(asked, loaf, given)
    ended.set()
    looking.join()
    return _Cost(given, status, _seconds(server) - before, max(held) - usually)


def _send(asked: Asked, loaf: str, given: Given) -> int:
    body, kind = given.body, "application/json"
    if given.file:
        field, name = given.file
        edge = uuid.uuid4().hex
        head = f'--{edge}\r\nContent-Disposition: form-data; name="{field}"; filename="{name}"\r\n\r\n'
        body, kind = head.encode() + body + f"\r\n--{edge}--\r\n".encode(), f"multipart/form-data; boundary={edge}"
    way = http.client.HTTPConnection("127.0.0.1", asked.port, timeout=300)
    way.request(
        given.method, f"/api{given.path.replace('{loaf}', loaf)}", body, {**asked.headers, "Content-Type": kind}
    )
    answer = way.getresponse()
    answer.read()
    way.close()
    return answer.status


def _pressed_beside(asked: Asked, loaf: str, heavy: list[Given]) -> float:
    """What a press takes while what asks for most is worked on [ms, at the median]."""
    ended = threading.Event()

    def send() -> None:
        while not ended.is_set():
            for given in heavy:
                _send(asked, loaf, given)

    sending = threading.Thread(target=send, daemon=True)
    sending.start()
    took = []
    for number in range(_PRESSES):
        began = time.perf_counter()
        asked.ask("POST", f"/loaves/{loaf}/bench", a_press(number))
        took.append((time.perf_counter() - began) * 1000)
        time.sleep(0.1)
    ended.set()
    sending.join()
    return statistics.median(took)


def _family(server: int) -> list[Path]:
    """The server and every process it has started, by their folders under /proc: they share its session."""
    found = []
    for process in Path("/proc").iterdir():
        if process.name.isdigit():
            try:
                if os.getsid(int(process.name)) == server:
                    found.append(process)
            except OSError:
                continue
    return found


def _seconds(server: int) -> float:
    """Of processor, of all that are there and all that were waited for."""
    return sum(sum(map(int, _fields(each)[11:15])) for each in _family(server)) / os.sysconf("SC_CLK_TCK")


def _megabytes(server: int) -> float:
    """Of memory that each has for itself: what they share counts once."""
    return sum(_own_kb(each) for each in _family(server)) / 1000


def _fields(process: Path) -> list[str]:
    """What the system tells of a process behind its name: from its state on."""
    try:
        return (process / "stat").read_text().rpartition(") ")[2].split()
    except OSError:
        return ["0"] * 50


def _own_kb(process: Path) -> int:
    try:
        text = (process / "smaps_rollup").read_text()
    except OSError:
        return 0
    return sum(int(row.split()[1]) for row in text.splitlines() if row.startswith("Pss:"))
