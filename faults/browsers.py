"""A browser killed while it has no connection: what it showed as kept is sent once it is opened again."""

from __future__ import annotations

import random
import re
import tempfile
from pathlib import Path
from typing import Any

from playwright.sync_api import BrowserContext, BrowserType, sync_playwright

from benchmarks.served import Studio
from benchmarks.timing import line
from tests.browser.chromium import CHROMIUM, killed
from tests.browser.conftest import Desk

__all__ = ["run"]

_KILLS = 24
_MOST_PRESSES = 6


def run() -> int:
    """Press without a connection, kill, open again; how many presses that were shown as kept did not come."""
    spread = random.Random(1)
    pressed = lost = doubled = 0
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio, sync_playwright() as play:
        for number in range(_KILLS):
            presses = spread.randint(1, _MOST_PRESSES)
            with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder:
                done = _pressed_and_killed(play.chromium, studio, Path(folder), f"Killed {number}", presses)
            pressed += presses
            lost += presses - len(set(done))
            doubled += len(done) - len(set(done))
    line(f"{_KILLS} browsers killed under {pressed} presses", f"{lost} lost, {doubled} doubled")
    return abs(lost) + doubled


def _pressed_and_killed(browsers: BrowserType, studio: Studio, folder: Path, name: str, presses: int) -> list[Any]:
    """What the bench's log has in the end."""
    origin = f"http://127.0.0.1:{studio.port}"
    window = _opened(browsers, folder, origin)
    page = window.pages[0]
    desk = Desk(page, origin)
    desk.start(name, "Bench")
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    desk.lose_the_line()
    for _ in range(presses):
        desk.press_done()
    page.get_by_text(f"{presses} kept here, no connection yet").wait_for()
    killed(folder)
    window = _opened(browsers, folder, origin)
    page = window.pages[0]
    page.goto(f"/loaf/{loaf}/bench")
    Desk(page, origin).at_the_bench()
    page.get_by_text(re.compile("kept here|not sent yet")).wait_for(state="detached")
    done: list[Any] = page.request.get(f"/api/loaves/{loaf}/bench").json()["done"]
    window.close()
    return done


def _opened(browsers: BrowserType, folder: Path, origin: str) -> BrowserContext:
    window = browsers.launch_persistent_context(
        folder, executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"], base_url=origin
    )
    window.set_default_timeout(180_000)
    return window
