"""From the end of a drag to new numbers on the screen, in the browser; needs Chromium."""

from __future__ import annotations

import statistics

from playwright.sync_api import sync_playwright

from benchmarks.served import Studio
from benchmarks.timing import line
from tests.browser.chromium import CHROMIUM

__all__ = ["run"]

_MEASURE = """() => new Promise((done, fail) => {
    const watched = document.querySelector("[data-testid='pushed-aside']");
    const before = watched.textContent;
    addEventListener("pointerup", () => {
        const start = performance.now();
        const look = () => watched.textContent !== before
            ? done(performance.now() - start)
            : performance.now() - start > 2000
                ? fail(new Error("the numbers did not change")) : requestAnimationFrame(look);
        look();
    }, { once: true, capture: true });
})"""


def run(drags: int = 15) -> None:
    """Drag the middle lantern out of the batter and back, one jump at a time."""
    if not CHROMIUM:
        line("drag's end to new numbers", "no Chromium here")
        return
    with Studio.demo() as studio, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{studio.port}/")
        page.get_by_role("link", name="Lantern Row").click()
        piece = page.locator("[data-piece='lantern-2']")
        times = []
        for n in range(drags):
            box = piece.bounding_box()
            assert box
            x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
            page.evaluate(f"() => {{ window.measured = ({_MEASURE})() }}")
            page.mouse.move(x, y)
            page.mouse.down()
            page.mouse.move(x, y + (-40 if n % 2 == 0 else 40))
            page.mouse.up()
            times.append(float(page.evaluate("() => window.measured")))
            page.wait_for_timeout(400)
        browser.close()
    # Nothing to wait for is when the plan arrived before the button was let go; numbers that never change end the run.
    line("drag's end to new numbers on screen, median", f"{statistics.median(times):.0f} ms", "aim 150 ms")
    line("drag's end to new numbers on screen, slowest", f"{max(times):.0f} ms")
