"""The demo's season lived through the interface, day by day: every job begun and pressed through in its time.

``live_season.py HOME``: of a demo studio just as it is loaded, which is copied first. Hands press Done and nothing
else: no Skip, nothing begun before its time. The studio's clock is set to each next moment, as it is planned or waited
for.
"""

from __future__ import annotations

import datetime as dt
import os
import re
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect, sync_playwright

os.environ.setdefault("ARCHTOP_NOW", "2026-11-25T10:00:00+00:00")

from tests.browser import conftest
from tests.browser.chromium import CHROMIUM
from tests.browser.conftest import Server, copied_to

_PATIENCE_MS = 60_000
_MOST_JOBS = 400


class Season:
    """A studio whose clock can be set."""

    def __init__(self, page: Page, server: Server, now: dt.datetime) -> None:
        self.page, self.server, self.now = page, server, now
        self.faults: list[str] = []
        self.presses = 0

    def at(self, now: dt.datetime) -> None:
        """Set the clock: a server that is started then."""
        self.now = now
        os.environ["ARCHTOP_NOW"] = now.isoformat()
        conftest._BEGAN = time.monotonic()
        self.server.stop()
        self.server.start()

    def today(self) -> dict[str, Any]:
        """The bench's day, as the page asks for it."""
        found: dict[str, Any] = self.page.request.get(f"{self.server.url}/api/season/today").json()
        return found

    def live(self, job: dict[str, Any]) -> None:
        """Go to a job from Today in its time, and press it through when hands are done: a wait begins then."""
        page = self.page
        page.goto(f"{self.server.url}/bench")
        link = page.get_by_role("region", name="Now").get_by_role("link").filter(has_text=job["title"])
        link.filter(has_text=job["of"]).first.click()
        told = page.get_by_text(re.compile(r"\d+ of \d+ done")).first
        told.wait_for()
        if page.get_by_role("button", name=re.compile("^(Begin it anyway|Do it now)$")).count():
            self.faults.append(f"{self.now:%d %b %H:%M} {job['title']}: held up, though it is listed under Now")
            page.get_by_role("button", name=re.compile("^(Begin it anyway|Do it now)$")).click()
        done, _, of = told.inner_text().split()[:3]
        for n in range(int(done), int(of)):
            if n == int(of) - 1:
                # Begun, its window no longer closes; the last step is pressed when it is over.
                self.sent()
                self.at(self.now + dt.timedelta(minutes=job["minutes"]))
                page.reload()
                expect(told).to_contain_text(f"{n} of {of} done")
            page.get_by_role("button", name=re.compile("^Done")).first.click()
            asked, counted = page.get_by_role("alertdialog"), page.get_by_text(f"{n + 1} of {of} done")
            expect(asked.or_(counted).first).to_be_visible(timeout=_PATIENCE_MS)
            if asked.count():
                # Within a job lye cools and melts set while hands wait: that the clock does not show.
                asked.get_by_role("button", name=re.compile("^I know")).click()
            expect(told).to_contain_text(f"{n + 1} of {of} done", timeout=_PATIENCE_MS)
            self.presses += 1
        page.get_by_text(re.compile("is done.$|^All done")).first.wait_for()
        self.sent()

    def sent(self) -> None:
        """What was pressed is on its way: the studio is not stopped before it has come."""
        expect(self.page.get_by_text("kept here")).to_have_count(0)
        self.page.wait_for_load_state("networkidle")


def _moments(today: dict[str, Any]) -> list[dt.datetime]:
    told = [job["until"] for job in today["waiting"]]
    told += [job["start"] for day in today["days"] for job in day["jobs"]]
    told += [job["start"] for job in today["now"]]
    return [dt.datetime.fromisoformat(moment) for moment in told if moment]


def live(season: Season) -> int:
    """Until nothing is left to do; how many jobs that were."""
    for count in range(_MOST_JOBS):
        today = season.today()
        season.faults += [
            f"{season.now:%d %b %H:%M} {job['title']}: {job['why']}"
            for job in today["now"]
            if job["stands"] == "missed"
        ]
        due = [job for job in today["now"] if not job["start"] or dt.datetime.fromisoformat(job["start"]) <= season.now]
        if due:
            print(f"{season.now:%a %d %b %H:%M}  {due[0]['title']} ({due[0]['of']})", flush=True)
            season.live(due[0])
            continue
        later = [moment for moment in _moments(today) if moment > season.now]
        if not later:
            return count
        season.at(min(later) + dt.timedelta(seconds=1))
    return _MOST_JOBS


def main() -> int:
    """Live it, and say what was not as it was said to be."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(copied_to(Path(folder) / "home", Path(sys.argv[1])))
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1024, "height": 768})
        page.set_default_timeout(_PATIENCE_MS)
        page.goto(server.url)
        now = dt.datetime.fromisoformat(page.request.get(f"{server.url}/api/session").json()["now"])
        season = Season(page, server, now)
        jobs = live(season)
        cured: list[str] = []
        for _ in range(7):
            # It is asked for some weeks whether a loaf has cured.
            season.at(season.now + dt.timedelta(days=7))
            cured += [item["name"] for item in season.today()["cured"] if item["name"] not in cured]
        browser.close()
        server.stop()
    print(f"{jobs} moments, {season.presses} presses, cured: {', '.join(cured)}")
    for fault in dict.fromkeys(season.faults):
        print("FAULT", fault)
    return 1 if season.faults else 0


if __name__ == "__main__":
    sys.exit(main())
