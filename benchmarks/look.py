"""The loaf in the hand as it is opened: from the press on its tab to the first picture, where it was never drawn.

On a demo that has just been started as the README says, small pictures for lists being made beside it; needs Chromium.
"""

from __future__ import annotations

from time import perf_counter

from playwright.sync_api import Page, sync_playwright

from benchmarks.served import Studio
from benchmarks.timing import line
from tests.browser.chromium import CHROMIUM

__all__ = ["run"]

_LOAVES = ("Lantern Row", "Paper Kites", "Ferry Lights", "Trellis Gate", "Tin Roof Rain", "Twin Posts")
# The picture that the server draws at once, or the loaf that turns, whichever comes first.
_SEEN = """() => new Promise((done) => {
    const drawn = () => [...document.querySelectorAll("main img")].some((i) => i.complete && i.naturalWidth > 100);
    const look = () => drawn() || document.querySelector("[data-drawn=true]") ? done() : requestAnimationFrame(look);
    look();
})"""
# A person reads the list, and then the section, so long before going on [ms].
_LIST_MS, _SECTION_MS = 3000, 1000


def run() -> None:
    """Six loaves, one after the other."""
    if not CHROMIUM:
        line("first picture of a loaf in the hand", "no Chromium here")
        return
    with Studio.demo(ARCHTOP_STILLS="1") as studio, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{studio.port}/")
        page.get_by_role("link", name=_LOAVES[0]).first.wait_for()
        page.wait_for_timeout(_LIST_MS)
        took = [_first_picture_s(page, studio, name) for name in _LOAVES]
        browser.close()
    line("first picture of a loaf in the hand, never drawn", f"{min(took):.2f} to {max(took):.2f} s", "aim 1.5 s")


def _first_picture_s(page: Page, studio: Studio, name: str) -> float:
    listed = page.request.get(f"http://127.0.0.1:{studio.port}/api/loaves").json()
    loaf = next(item["id"] for item in listed if item["name"] == name)
    page.goto(f"http://127.0.0.1:{studio.port}/loaf/{loaf}")
    page.get_by_role("heading", name=name, exact=True, level=1).wait_for()
    page.wait_for_timeout(_SECTION_MS)
    began = perf_counter()
    page.get_by_role("navigation", name="Places of this loaf").get_by_role("link", name="Look").click()
    page.evaluate(_SEEN)
    return perf_counter() - began
