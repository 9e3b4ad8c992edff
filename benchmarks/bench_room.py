"""The bench as hands feel it: from a pressed ring to the new window on screen, and opening a day's log.

Eight hours of log are a press and a reading every minute. In the browser, on the demo; needs Chromium.
"""

from __future__ import annotations

import statistics

from playwright.sync_api import sync_playwright

from benchmarks.served import Studio
from benchmarks.timing import line
from tests.browser.chromium import CHROMIUM

__all__ = ["run"]

_MINUTES = 480
_FILL = """async (minutes) => {
    const loaves = await (await fetch("/api/loaves")).json();
    const { id } = loaves.find((loaf) => loaf.name === "Lantern Row");
    const headers = {
        "Content-Type": "application/json", "X-CSRFToken": document.cookie.match(/csrftoken=([^;]+)/)[1],
    };
    const send = async (path, body) => {
        const request = { method: "POST", headers, body: JSON.stringify(body) };
        const answer = await fetch(`/api/loaves/${id}/${path}`, request);
        if (!answer.ok) throw new Error(await answer.text());
    };
    const began = Date.now() - minutes * 60000;
    const at = (minute) => new Date(began + minute * 60000).toISOString();
    const press = (step, minute) =>
        send("bench", { press_id: crypto.randomUUID(), step, action: "done", pressed_at: at(minute) });
    await press("loaf.mix", 0);
    const bowl = (await (await fetch(`/api/loaves/${id}/clock`)).json()).bowls[0].bowl;
    for (let minute = 1; minute < minutes; minute += 1) {
        await press(`instead.loaf.mix.${minute}`, minute);
        const note = { kind: "spread", value: Math.max(50, 90 - minute / 8), minute: 0, stage: "", seconds: 0 };
        await send("clock", { press_id: crypto.randomUUID(), bowl, taken_at: at(minute), note });
    }
    return id;
}"""
_PRESS = """(ring) => new Promise((done, fail) => {
    const readings = () => document.querySelectorAll("[data-reading]").length;
    const before = readings();
    const start = performance.now();
    document.querySelector(`[aria-label='Ring ${ring}']`).click();
    const look = () => readings() !== before
        ? done(performance.now() - start)
        : performance.now() - start > 5000 ? fail(new Error("no new window")) : requestAnimationFrame(look);
    look();
})"""
_OPENED = """() => new Promise((done) => {
    const look = () => document.querySelector("[data-reading]") ? done(performance.now()) : requestAnimationFrame(look);
    look();
})"""


def run() -> None:
    """Rings pressed on an empty log and on a day's, and the day's log opened."""
    if not CHROMIUM:
        line("ring pressed to new window", "no Chromium here")
        return
    with Studio.demo() as studio, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        for minutes in (2, _MINUTES):
            page.goto(f"http://127.0.0.1:{studio.port}/")
            page.get_by_role("link", name="Lantern Row").wait_for()
            loaf = page.evaluate(_FILL, minutes)
            opened = []
            for _ in range(5):
                page.goto(f"http://127.0.0.1:{studio.port}/loaf/{loaf}/bench/clock")
                opened.append(float(page.evaluate(_OPENED)))
            page.wait_for_timeout(1000)
            pressed = []
            for ring in (60, 55, 65, 50, 70, 60, 55):
                pressed.append(float(page.evaluate(_PRESS, ring)))
                page.wait_for_timeout(500)
            what = f"{minutes} min of log"
            line(f"ring pressed to new window on screen, {what}", f"{statistics.median(pressed):.0f} ms", "aim 150 ms")
            line(f"clock opened in a new page, {what}", f"{statistics.median(opened):.0f} ms", "aim 1000 ms")
        browser.close()
