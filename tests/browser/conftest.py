"""The real application in a real browser: its own server process, an empty studio folder, no mocks.

A failing test leaves pictures of its pages and the browser's console in ``test-results``.
"""

from __future__ import annotations

import datetime as dt
import os
import re
import shutil
import socket
import subprocess
import sys
import time
import urllib.request
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import APIRequestContext, Browser, BrowserContext, Locator, Page, expect

from tests.browser.chromium import CHROMIUM

ROOT = Path(__file__).parents[2]
RESULTS = ROOT / "test-results"


# How long something may take before it counts as never coming: a machine that is busy with something else is no fault.
_PATIENCE_MS = 180_000
expect.set_options(timeout=_PATIENCE_MS)

# What a tablet calls the studio's machine: to a browser that is no secure place, as it is on a real network.
NETWORK_NAME = "studio.test"
OURS = ("http://127.0.0.1:", f"http://{NETWORK_NAME}:", "blob:", "data:")


# How far the bench has come.
_SO_FAR = re.compile(r"\d+ of \d+ done")

# Presses of this page's own, one after the other.
_PRESSED = """async ([to, presses, token]) => {
    const answers = [];
    for (const press of presses) {
        const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
        answers.push((await fetch(to, { method: "POST", headers, body: JSON.stringify(press) })).status);
    }
    return answers;
}"""

# The demo was loaded by a clock that began at the same moment: what is done now comes after all of that.
_BEGAN = time.monotonic() - 180


def _moment() -> str:
    """Where the suite's clock stands: a server that is started anew goes on from there."""
    first = os.environ["ARCHTOP_NOW"]
    return first and (dt.datetime.fromisoformat(first) + dt.timedelta(seconds=time.monotonic() - _BEGAN)).isoformat()


class Server:
    """``archtop demo`` on a port and in a folder of its own."""

    def __init__(self, home: Path) -> None:
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.home = home
        self.start()

    def start(self) -> None:
        """Start, and wait until it answers."""
        self.process = subprocess.Popen(
            [Path(sys.executable).parent / "archtop", "demo", "--port", str(self.port)],
            env={
                **os.environ,
                "ARCHTOP_HOME": str(self.home),
                "ARCHTOP_HOSTS": NETWORK_NAME,
                "ARCHTOP_NOW": _moment(),
                # The demo's season is found with as little; how well it is found is tested by itself.
                "ARCHTOP_EFFORT": "0.5",
                # Made beside everything else they would slow every test; one asks for its own.
                "ARCHTOP_STILLS": "0",
            },
            stdout=subprocess.DEVNULL,
        )
        # The first start of a demo makes up a year of loaves.
        for _ in range(600):
            try:
                urllib.request.urlopen(f"{self.url}/api/session").close()
            except OSError:
                time.sleep(0.2)
            else:
                return
        raise RuntimeError("the demo did not start")

    def stop(self) -> None:
        """Stop it as a person would."""
        self.process.terminate()
        self.process.wait()


@pytest.fixture(scope="session")
def demo_home(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A demo studio just as it is loaded, made once for all workers: its past year takes a while."""
    if ready := os.environ.get("ARCHTOP_DEMO_HOME"):
        # Made beforehand, while other checks ran.
        return Path(ready)
    base = tmp_path_factory.getbasetemp()
    home = (base.parent if "PYTEST_XDIST_WORKER" in os.environ else base) / "demo"
    loaded = home / "loaded"
    try:
        home.mkdir()
    except FileExistsError:
        for _ in range(900):
            if loaded.exists():
                return home
            time.sleep(0.2)
        raise RuntimeError("the demo was not loaded") from None
    Server(home).stop()
    loaded.touch()
    return home


def copied_to(folder: Path, home: Path) -> Path:
    """A copy of a studio, to do anything with."""
    return Path(shutil.copytree(home, folder))


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory, demo_home: Path) -> Iterator[Server]:
    running = Server(copied_to(tmp_path_factory.mktemp("studio") / "home", demo_home))
    yield running
    running.stop()


@pytest.fixture(scope="session")
def base_url(server: Server) -> str:
    return server.url


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    quiet = ["background-networking", "component-update", "sync"]
    args = [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        # A worker's pages live in one process, which then has compiled their scripts once.
        "--process-per-site",
        "--no-first-run",
        *(f"--disable-{name}" for name in quiet),
        f"--host-resolver-rules=MAP {NETWORK_NAME} 127.0.0.1",
    ]
    return {"executable_path": CHROMIUM, "args": args}


@pytest.fixture(scope="session")
def browser_context_args(base_url: str) -> dict[str, Any]:
    return {
        "base_url": base_url,
        "viewport": {"width": 1280, "height": 800},
        "accept_downloads": True,
    }


@pytest.fixture(scope="session")
def window(browser: Browser, browser_context_args: dict[str, Any]) -> Iterator[BrowserContext]:
    """One window for all tests of a worker: what it has fetched and compiled it need not fetch and compile again."""
    context = browser.new_context(**browser_context_args)
    context.set_default_timeout(_PATIENCE_MS)
    context.set_default_navigation_timeout(_PATIENCE_MS)
    # It keeps the process alive between two tests.
    context.new_page().goto("/static/mark.svg")
    yield context
    context.close()


@pytest.fixture
def context(window: BrowserContext) -> Iterator[BrowserContext]:
    """The window as if nobody had used it: no page, no sign-in, nothing kept."""
    yield window
    window.set_offline(False)
    for page in window.pages[1:]:
        page.close()
    window.clear_cookies()


@pytest.fixture
def page(context: BrowserContext, base_url: str) -> Page:
    page = context.new_page()
    control = context.new_cdp_session(page)
    control.send("Storage.clearDataForOrigin", {"origin": base_url, "storageTypes": "local_storage,indexeddb"})
    control.detach()
    return page


@pytest.fixture(autouse=True)
def _watched(context: BrowserContext, request: pytest.FixtureRequest) -> Iterator[None]:
    """No script may break, nothing may be fetched from outside; pages and console are kept when a test fails."""
    console: list[str] = []
    broken: list[str] = []
    outside: list[str] = []
    heard = {
        "console": lambda message: console.append(f"{message.type}: {message.text}"),
        "weberror": lambda error: broken.append(str(error.error)),
        "request": lambda r: None if r.url.startswith(OURS) else outside.append(r.url),
    }
    for event, hear in heard.items():
        context.on(event, hear)  # type: ignore[call-overload]
    yield
    for event, hear in heard.items():
        context.remove_listener(event, hear)
    report = getattr(request.node, "report", None)
    if broken or report is None or report.failed:
        RESULTS.mkdir(exist_ok=True)
        name = re.sub(r"[^\w-]+", "-", request.node.name)
        (RESULTS / f"{name}.console.txt").write_text("\n".join([*console, *broken]), encoding="utf-8")
        for number, page in enumerate(context.pages[1:], 1):
            page.screenshot(path=RESULTS / f"{name}.{number}.png")
    assert broken == []
    assert outside == []


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(item: pytest.Item) -> Any:
    report = yield
    if report.when == "call":
        item.report = report  # type: ignore[attr-defined]
    return report


class Desk:
    """What a person at the desk does, in their words."""

    def __init__(self, page: Page, origin: str) -> None:
        self.page, self.origin = page, origin

    def start(self, name: str, place: str = "Section") -> None:
        """A new loaf from an empty page, asked for as Home would, without drawing every loaf of the studio first."""
        ask = self._at_the_door()
        made = ask.post("/api/loaves", data={"name": name}, headers=self.signed()).json()
        self._open(made["id"], name, place)

    def start_at_home(self, name: str) -> None:
        """The same by hand."""
        self.page.goto("/")
        self.page.get_by_label("Name of the new loaf").fill(name)
        self.page.get_by_role("button", name="Start it").click()
        self.page.get_by_role("heading", name=name, exact=True, level=1).wait_for()

    def copy_of_the_demo(self, name: str, place: str = "Section") -> None:
        """A loaf of its own for this test, with everything the demo has."""
        ask = self._at_the_door()
        demo = next(loaf for loaf in ask.get("/api/loaves").json() if loaf["name"] == "Lantern Row")
        document = ask.get(f"/api/loaves/{demo['id']}/document").json()
        # Without dates: else it would join the season that all tests share.
        made = ask.post(
            "/api/loaves/import",
            data={**document, "name": name, "pour_on": None, "ready_on": None},
            headers=self.signed(),
        ).json()
        self._open(made["id"], name, place)

    def _at_the_door(self) -> APIRequestContext:
        """Signed in. A line that was idle too long the server hangs up, perhaps just as it is used again."""
        self.page.request.get("/", max_retries=2)
        return self.page.request

    def _open(self, loaf: str, name: str, place: str) -> None:
        self.page.goto(f"/loaf/{loaf}" + ("" if place == "Section" else f"/{place.lower()}"))
        if place == "Bench":
            self.at_the_bench()
            return
        self.page.get_by_role("heading", name=name, exact=True, level=1).wait_for()

    def signed(self) -> dict[str, str]:
        """What a change of this page's own carries."""
        (token,) = [cookie["value"] for cookie in self.page.context.cookies() if cookie["name"] == "csrftoken"]
        return {"X-CSRFToken": token, "Origin": self.origin, "Referer": f"{self.origin}/"}

    def work_until(self, words: str) -> None:
        """At the bench, with every step done before the one whose title begins so.

        Pressed without looking at each: that every step can be pressed in its turn is tested by itself.
        """
        ask, loaf = self.page.request, self.page.url.partition("/loaf/")[2].split("/")[0]
        # A little ago: a reading taken next is taken after it by the server's clock too, which began a moment later.
        at = (dt.datetime.fromisoformat(_moment()) - dt.timedelta(seconds=30)).isoformat()
        job, presses = "", []
        for step in ask.get(f"/api/loaves/{loaf}").json()["plan"]["steps"]:
            job = step["job"]
            if step["title"].startswith(words):
                break
            presses.append({"press_id": str(uuid.uuid4()), "step": step["key"], "action": "done", "pressed_at": at})
        taken = self.page.evaluate(_PRESSED, [f"/api/loaves/{loaf}/bench", presses, self.signed()["X-CSRFToken"]])
        assert taken == [200] * len(presses)
        self.page.goto(f"/loaf/{loaf}/bench?job={job}")
        self.at_the_bench()
        self.begin_anyway()
        expect(self.page.get_by_role("heading", level=1)).to_have_text(re.compile(f"^{re.escape(words)}"))

    def begin_anyway(self) -> None:
        """Past the word that a job is held up: tests do not wait for days."""
        anyway = self.page.get_by_role("button", name=re.compile("^(Begin it anyway|Do it now)$"))
        if anyway.count():
            anyway.click()

    def press_done(self) -> None:
        """Done, and where that is before its time, that one knows; seen to have been taken before anything else."""
        done, asked = self.page.get_by_text(_SO_FAR), self.page.get_by_role("alertdialog")
        before = _SO_FAR.search(done.inner_text())
        assert before
        self.page.keyboard.press("Space")
        expect(asked.or_(done.filter(has_not_text=before[0])).first).to_be_visible()
        if asked.count():
            asked.get_by_role("button", name=re.compile("^I know")).click()
        expect(done).not_to_contain_text(before[0])

    def go(self, place: str) -> None:
        """To another place of the loaf."""
        self.page.get_by_role("navigation", name="Places of this loaf").get_by_role("link", name=place).click()
        if place == "Bench":
            self.at_the_bench()

    def lose_the_line(self) -> None:
        """For every page of the window, and only once each has noticed: else what is pressed next may still arrive."""
        window = self.page.context
        window.set_offline(True)
        for page in window.pages:
            page.wait_for_function("() => fetch('/static/mark.svg', {cache: 'no-store'}).then(() => false, () => true)")

    def at_the_bench(self) -> None:
        """Its keys are heard once it stands there."""
        self.page.get_by_text(_SO_FAR).wait_for()

    def open_on_top(self, name: str) -> None:
        """Pull a thing of the top's list open."""
        self.page.locator("[data-top-thing]").filter(has_text=name).get_by_role("button", name=name).nth(1).click()

    def choose(self, field: Locator, name: str) -> None:
        """One of many, by the beginning of its name."""
        field.click()
        self.page.get_by_placeholder("Find by name").fill(name)
        self.page.get_by_role("listbox").get_by_role("option").first.click()
        expect(field).to_have_text(name)

    def slide(self, handle: Locator, to: int) -> None:
        """A slider: pressed about there, then moved by its keys."""
        handle.scroll_into_view_if_needed()
        least, most = (int(handle.get_attribute(f"aria-value{end}") or 0) for end in ("min", "max"))
        track, knob = handle.locator("xpath=../..").bounding_box(), handle.bounding_box()
        assert track
        assert knob
        # The handle stays within the track: at either end its middle is half of it further in.
        share = (to - least) / (most - least)
        x = track["x"] + knob["width"] / 2 + share * (track["width"] - knob["width"])
        self.page.mouse.click(x, track["y"] + track["height"] / 2)
        expect(handle).to_be_focused()
        off = to - int(handle.get_attribute("aria-valuenow") or 0)
        assert abs(off) < 5
        for _ in range(abs(off)):
            handle.press("ArrowRight" if off > 0 else "ArrowLeft")
        expect(handle).to_have_attribute("aria-valuenow", str(to))

    def pull(self, drawer: str) -> None:
        """Pull a drawer out."""
        self.page.get_by_role("heading", level=3).filter(has_text=drawer).first.get_by_role("button").click()

    def wait_until_saved(self) -> None:
        """The hands have rested and the server has it."""
        # What was typed last is known to be unsaved once the page has drawn it.
        self.page.evaluate("() => new Promise((done) => requestAnimationFrame(() => setTimeout(done)))")
        self.page.get_by_role("status").filter(has_text="Saved · revision").wait_for()

    def millilitres(self, what: str) -> int:
        """A volume beside the section."""
        return int(self.page.get_by_test_id(what).inner_text().split()[0])


@pytest.fixture
def desk(page: Page, base_url: str) -> Desk:
    return Desk(page, base_url)
