"""Heavy questions take turns; hands at the bench never wait behind them."""

from __future__ import annotations

import threading
import time
from collections.abc import Iterator
from contextlib import ExitStack, suppress

import pytest

from archtop.studio.api import turns
from archtop.studio.api.turns import Turns
from archtop.studio.models import Loaf
from tests.studio.conftest import Studio


def test_a_few_at_once_a_few_in_line_and_the_next_is_told_its_place() -> None:
    line = Turns(at_once=2, most_waiting=1)
    most = [0]
    now: list[int] = []
    busy, done = threading.Barrier(3), threading.Event()

    def heavy(begun: threading.Barrier | None) -> None:
        with line.turn() as before:
            assert before is None
            now.append(1)
            most[0] = max(most[0], len(now))
            if begun:
                begun.wait(20)
            assert done.wait(20)
            now.pop()

    threads = [threading.Thread(target=heavy, args=(busy,)) for _ in range(2)]
    threads.append(threading.Thread(target=heavy, args=(None,)))
    for thread in threads[:2]:
        thread.start()
    busy.wait(20)
    threads[2].start()
    while line.wanted < 3:
        time.sleep(0.01)
    with line.turn() as before:
        assert before == 3
    done.set()
    for thread in threads:
        thread.join(20)
    assert most == [2]
    with line.turn() as before:
        assert before is None


def test_a_turn_that_fails_is_given_back() -> None:
    line = Turns(at_once=1, most_waiting=0)
    for _ in range(3):
        with suppress(ValueError), line.turn() as before:
            assert before is None
            raise ValueError
        assert line.wanted == 0


@pytest.fixture
def full(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """A studio in which as many drawings are wanted as may be."""
    line = Turns(at_once=2, most_waiting=0)
    monkeypatch.setattr(turns, "TURNS", line)
    with ExitStack() as held:
        for _ in range(2):
            held.enter_context(line.turn())
        yield


@pytest.mark.usefixtures("full")
def test_while_drawings_wait_presses_saves_and_plans_go_on(studio: Studio, loaf: Loaf) -> None:
    document = studio.get(f"/loaves/{loaf.id}/document").json()
    drawn = studio.send("POST", "/faces", {"document": document, "px_mm": 1.0})
    assert (drawn.status_code, drawn.json()["code"], drawn.headers["Retry-After"]) == (503, "busy", "1")
    assert "2 drawings come before" in drawn.json()["message"]
    press = {
        "press_id": "5f0c1f1e-7c4a-4d39-9f64-0d9b1e0a7a01",
        "step": "loaf.mix",
        "action": "done",
        "pressed_at": "2026-11-25T10:00:00Z",
    }
    assert studio.send("POST", f"/loaves/{loaf.id}/bench", press).status_code == 200
    assert studio.send("POST", "/plan", document).status_code == 200
    assert studio.send("PUT", f"/loaves/{loaf.id}", {"document": document, "based_on": 1}).status_code == 200


def test_enough_of_the_servers_threads_are_left() -> None:
    """Eight threads (``serve``): three are free for hands whatever is drawn."""
    assert turns.AT_ONCE + turns.MOST_WAITING <= 5
