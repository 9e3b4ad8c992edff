"""Pictures of each main view, taken from the demo studio in a fresh folder: ``screenshots.py FOLDER [NAME...]``."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Page, ViewportSize, sync_playwright

from tests.photographs import Camera, Puddle, as_jpeg, bar_of_plan, bar_photographed, laid_on, photographed, printed

PORT = 8791
BASE = f"http://127.0.0.1:{PORT}"
DESK: ViewportSize = {"width": 1280, "height": 800}
TABLET: ViewportSize = {"width": 1024, "height": 768}
CHROMIUM_ARGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@contextmanager
def demo_studio() -> Iterator[None]:
    """The demo, served from an empty folder."""
    with tempfile.TemporaryDirectory() as home:
        server = subprocess.Popen(
            [Path(sys.executable).parent / "archtop", "demo", "--port", str(PORT)],
            env={**os.environ, "ARCHTOP_HOME": home},
            stdout=subprocess.DEVNULL,
        )
        try:
            _wait_until_up()
            yield
        finally:
            server.terminate()
            server.wait()


def _wait_until_up() -> None:
    # The first start of a demo makes up a year of loaves.
    for _ in range(600):
        try:
            urllib.request.urlopen(f"{BASE}/api/session").close()
        except OSError:
            time.sleep(0.2)
        else:
            return
    raise SystemExit("The demo did not start.")


def _loaf(page: Page, place: str, name: str = "Lantern Row") -> None:
    page.goto(BASE)
    # By its id: a link that bears its name may lead to a job of it that is due.
    loaf = next(loaf for loaf in page.request.get(f"{BASE}/api/loaves").json() if loaf["name"] == name)
    page.goto(f"{BASE}/loaf/{loaf['id']}/{place}".rstrip("/"))


def _loaves(page: Page) -> None:
    page.goto(BASE)
    page.get_by_role("heading", name="Lantern Row").wait_for()
    # Until the loaves' own pictures are made.
    for _ in range(120):
        if all(loaf["still"] != "coming" for loaf in page.request.get(f"{BASE}/api/loaves").json()):
            break
        page.wait_for_timeout(1000)
    page.reload()
    page.get_by_role("heading", name="Lantern Row").wait_for()


def _today(page: Page) -> None:
    page.goto(f"{BASE}/bench")
    page.get_by_role("heading", name="Now").wait_for()


def _section(page: Page) -> None:
    _loaf(page, "")
    page.locator("[data-piece='lantern-2']").focus()


def _place(place: str) -> Callable[[Page], None]:
    return lambda page: _loaf(page, place)


def _pour_day(page: Page, until: str) -> None:
    """At the bench on the day of the pour, up to a step."""
    _loaf(page, "bench?job=pour")
    page.get_by_text(re.compile(r"\d+ of \d+ done")).wait_for()
    heading = page.get_by_role("heading", level=1)
    anyway = page.get_by_role("button", name="Begin it anyway")
    if anyway.count():
        anyway.click()
    known = page.get_by_role("alertdialog").get_by_role("button", name=re.compile("^I know"))
    while not heading.inner_text().startswith(until):
        page.keyboard.press("Space")
        page.wait_for_timeout(30)
        # Hot lye is asked about.
        if known.count():
            known.click()
    page.wait_for_timeout(3000)


def _bench(page: Page) -> None:
    _pour_day(page, "Lay in Saffron")


def _clock(page: Page) -> None:
    """The pot mixed, and two readings of one bowl, the second by camera."""
    _pour_day(page, "Pour")
    page.get_by_role("link", name="Trace clock").click()
    page.get_by_role("button", name="Ring 85").click()
    page.wait_for_timeout(800)
    sheet = printed(page.request.get(f"{BASE}/api/loaves/ring-sheet.pdf?paper=A4").body())
    spoonful = laid_on(sheet, (105, 297 / 2 + 12), Puddle(37, colour=(0.42, 0.24, 0.3), wavy=0.04, seed=4))
    taken = as_jpeg(photographed(spoonful, Camera(tilt_deg=14, turn_deg=8, light=(1.0, 0.88, 0.72))))
    camera = page.get_by_label("Photograph the spoonful")
    camera.set_input_files({"name": "spoonful.jpg", "mimeType": "image/jpeg", "buffer": taken})
    page.get_by_text("told to the clock").wait_for()
    page.wait_for_timeout(800)


def _rehearsal(page: Page) -> None:
    """A day on which everything was done at once, and what that did."""
    _loaf(page, "rehearsal")
    heading = page.get_by_role("heading", level=1)
    heading.wait_for()
    for _ in range(200):
        if heading.inner_text().startswith("Pipe"):
            break
        page.keyboard.press("Space")
        page.wait_for_timeout(25)
        # Hot lye is not taken for cool without a word.
        if page.get_by_role("alertdialog").count():
            page.get_by_role("button", name=re.compile("^I know")).click()
    page.get_by_role("button", name=re.compile(r"of \d+ missed")).click()
    page.wait_for_timeout(800)


def _cut(page: Page) -> None:
    """A loaf of drops, its sharp faces drawn."""
    _loaf(page, "cut", "Paper Kites")
    page.locator("[data-bar] image").first.wait_for()
    page.wait_for_timeout(4000)


def _look(page: Page) -> None:
    """A loaf of drops in the hand, its first bar drawn out."""
    _loaf(page, "look", "Paper Kites")
    page.locator("[data-drawn=true]").wait_for(state="attached", timeout=120_000)
    page.wait_for_timeout(1500)


def _season(page: Page) -> None:
    """Planned, with one job taken in hand."""
    page.goto(f"{BASE}/season")
    page.get_by_role("button", name="Plan again").click()
    jobs = page.get_by_role("region", name="Jobs")
    jobs.wait_for(timeout=60_000)
    jobs.get_by_role("button", name=re.compile("Pour Lantern Row")).click()
    page.wait_for_timeout(500)
    page.evaluate("window.scrollTo(0, 0)")


def _notes(page: Page) -> None:
    """A bar photographed on its card, one piece of it sunk and to the right."""
    _loaf(page, "notes", "Lantern Row")
    ask, loaf = page.request, page.url.partition("/loaf/")[2].split("/")[0]
    (token,) = [cookie["value"] for cookie in page.context.cookies() if cookie["name"] == "csrftoken"]
    document = ask.get(f"{BASE}/api/loaves/{loaf}/document").json()
    (drawn,) = ask.post(
        f"{BASE}/api/faces",
        data={"document": document, "seed": 1, "px_mm": 0.25, "bars": [3], "loaf": loaf},
        headers={"X-CSRFToken": token, "Origin": BASE, "Referer": f"{BASE}/"},
    ).json()["faces"][:1]
    laid = bar_of_plan(drawn, ask.get(f"{BASE}/api/loaves/{loaf}").json()["plan"], 3, (2.0, -3.0))
    card = printed(ask.get(f"{BASE}/api/bar-card.pdf?paper=A4").body())
    telephone = Camera(tilt_deg=16, turn_deg=12, from_mm=430, at_mm=(108, 150), light=(1.0, 0.93, 0.84), leans=0.25)
    taken = as_jpeg(bar_photographed(card, laid, telephone))
    page.get_by_role("group", name="Moment").get_by_role("button", name="Cut").click()
    page.get_by_label("Of bar").fill("3")
    page.get_by_label("Of bar").blur()
    page.get_by_label("Take or choose a photograph").set_input_files(
        {"name": "bar.jpg", "mimeType": "image/jpeg", "buffer": taken}
    )
    page.get_by_role("button", name="Put what is ticked into the notes").wait_for()
    page.get_by_label("Of bar").scroll_into_view_if_needed()
    page.evaluate("window.scrollTo(0, 330)")


def _numbers(page: Page) -> None:
    page.goto(f"{BASE}/notebook/numbers")
    page.locator("[data-number]").first.wait_for()


def _shelf(page: Page) -> None:
    page.goto(f"{BASE}/shelf")
    page.get_by_role("heading", name="Lamp globes").wait_for()


def _cupboard(page: Page) -> None:
    page.goto(f"{BASE}/cupboard")
    page.get_by_role("heading", name="Cupboard").wait_for()


VIEWS: dict[str, tuple[ViewportSize, Callable[[Page], object]]] = {
    "loaves": (DESK, _loaves),
    "today": (DESK, _today),
    "season": (DESK, _season),
    "section": (DESK, _section),
    "formula": (DESK, _place("formula")),
    "colours": (DESK, _place("colours")),
    "top": (DESK, _place("top")),
    "pots": (DESK, _place("pots")),
    "order": (DESK, _place("order")),
    "bench": (TABLET, _bench),
    "clock": (TABLET, _clock),
    "rehearsal": (TABLET, _rehearsal),
    "look": (DESK, _look),
    "cut": (DESK, _cut),
    "notes": (DESK, _notes),
    "notebook": (DESK, lambda page: page.goto(f"{BASE}/notebook")),
    "numbers": (DESK, _numbers),
    "shelf": (DESK, _shelf),
    "cupboard": (DESK, _cupboard),
}


def main(folder: str, *names: str) -> None:
    """Take the pictures, all or those named."""
    out = Path(folder)
    out.mkdir(parents=True, exist_ok=True)
    with demo_studio(), sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path=shutil.which("chromium-headless-shell") or shutil.which("chromium"), args=CHROMIUM_ARGS
        )
        for name, (size, visit) in VIEWS.items():
            if names and name not in names:
                continue
            page = browser.new_page(viewport=size)
            visit(page)
            page.wait_for_load_state("networkidle")
            page.wait_for_timeout(300)
            page.screenshot(path=out / f"{name}.png")
            page.close()


if __name__ == "__main__":
    main(*sys.argv[1:])
