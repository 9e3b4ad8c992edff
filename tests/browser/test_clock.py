"""The trace clock at the bench: one press a reading, through a reload and a lost connection, on two devices."""

from __future__ import annotations

import re

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations
from tests.photographs import Camera, Puddle, as_jpeg, laid_on, photographed, printed


def mix(desk: Desk, name: str) -> None:
    """A loaf with a column, worked through until its pot is mixed."""
    desk.copy_of_the_demo(name)
    desk.work_until("Split into 6")


def test_readings_windows_reload_and_a_lost_connection(page: Page, desk: Desk, browser: Browser) -> None:
    mix(desk, "Clockwork")
    page.get_by_role("link", name="Trace clock").click()
    page.get_by_role("button", name=re.compile("^Plum haze")).click()
    says = page.get_by_role("region", name="What the clock says")
    expect(says).to_contain_text("Vermilion lantern")
    expect(page.get_by_role("region", name="In turn")).to_contain_text("Lay in Vermilion lantern")
    assert violations(page) == []
    for button in page.get_by_role("button").all():
        box = button.bounding_box()
        assert box
        assert min(box["width"], box["height"]) >= 64
    page.get_by_role("button", name="Ring 80").click()
    back = page.get_by_role("button", name=re.compile("Take the last one back"))
    expect(back).to_contain_text("ring 80")
    expect(page.locator("[data-reading]")).to_have_count(1)

    page.reload()
    page.get_by_role("button", name=re.compile("^Plum haze")).click()
    expect(page.get_by_role("button", name=re.compile("Take the last one back"))).to_contain_text("ring 80")

    desk.lose_the_line()
    page.get_by_role("button", name="Ring 70").click()
    page.get_by_role("button", name="Ring 65").click()
    expect(page.get_by_text("2 kept here, no connection yet")).to_be_visible()
    page.context.set_offline(False)
    expect(page.get_by_text("kept here")).to_have_count(0)
    expect(back).to_contain_text("ring 65")
    expect(page.locator("[data-reading]")).to_have_count(3)

    other = browser.new_context(base_url=page.url.split("/loaf")[0]).new_page()
    other.goto(page.url)
    other.get_by_role("button", name=re.compile("^Plum haze")).click()
    expect(other.locator("[data-reading]")).to_have_count(3)
    back.click()
    expect(page.locator("[data-reading]")).to_have_count(2)
    expect(other.locator("[data-reading]")).to_have_count(2)
    other.context.close()


def test_what_cannot_be_read_is_told_and_what_is_done_bends_the_clock(page: Page, desk: Desk) -> None:
    mix(desk, "Told off")
    page.get_by_role("link", name="Trace clock").click()
    page.get_by_role("tab", name="Cup").click()
    page.get_by_role("button", name="36 mm stand").press("Enter")
    expect(page.get_by_role("button", name=re.compile("Take the last one back"))).to_contain_text("36 mm stand")
    expect(page.get_by_role("region", name="What the clock says")).to_contain_text("too thick")
    page.get_by_role("tab", name="By eye").click()
    page.get_by_role("button", name="Medium").click()
    page.get_by_role("tab", name="Done to it").click()
    page.get_by_role("button", name="Stirred").click()
    expect(page.get_by_role("button", name=re.compile("Take the last one back"))).to_contain_text("stirred")
    page.get_by_role("button", name="Light screen").click()
    assert violations(page) == []
    page.get_by_role("button", name="Dark screen").click()


def test_the_clock_waits_until_its_pot_is_mixed(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Not yet mixed")
    page.goto(f"{page.url}/bench/clock")
    expect(page.get_by_text("starts when its pot is mixed")).to_be_visible()
    sheet = page.get_by_role("link", name="Ring sheet")
    expect(sheet).to_have_attribute("href", re.compile("paper=A4"))
    with page.expect_response("**/ring-sheet.pdf") as answer:
        page.evaluate("fetch('/api/loaves/ring-sheet.pdf')")
    assert answer.value.headers["content-type"] == "application/pdf"


def test_the_bench_says_what_a_step_waits_for(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Waits")
    desk.work_until("Lay in Vermilion lantern")
    expect(page.get_by_role("list", name="What the clocks say")).to_contain_text("Lay Vermilion lantern in")


def test_a_photographed_spoonful_is_one_press_to_a_new_window_and_put_right_by_a_drag(page: Page, desk: Desk) -> None:
    mix(desk, "By camera")
    page.get_by_role("link", name="Trace clock").click()
    page.get_by_role("button", name=re.compile("^Plum haze")).click()
    says = page.get_by_role("region", name="What the clock says").get_by_role("listitem").first
    before = says.inner_text()
    sheet = printed(page.request.get("/api/loaves/ring-sheet.pdf?paper=A4").body())
    spoonful = laid_on(sheet, (105, 297 / 2 + 12), Puddle(34, colour=(0.55, 0.4, 0.55)))
    taken = as_jpeg(photographed(spoonful, Camera(tilt_deg=18, turn_deg=12, from_mm=360)))
    camera = page.get_by_label("Photograph the spoonful")
    camera.set_input_files({"name": "spoonful.jpg", "mimeType": "image/jpeg", "buffer": taken})
    told = page.get_by_text("told to the clock")
    expect(told).to_contain_text(re.compile(r"6[789](\.\d)? mm across, ± \d"))
    expect(page.locator("[data-reading]")).to_have_count(1)
    expect(says).not_to_have_text(before)
    assert violations(page) == []
    # What was seen is put right: by a key, then by hand.
    ring = page.get_by_role("slider", name=re.compile("^Across the spoonful"))
    ring.press("ArrowUp")
    expect(page.get_by_text("as you put it")).to_be_visible()
    box = ring.bounding_box()
    assert box
    middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(middle[0], middle[1] - box["height"] * 0.2)
    page.mouse.down()
    page.mouse.move(middle[0], middle[1] - box["height"] * 40 / 132, steps=3)
    page.mouse.up()
    expect(page.get_by_role("button", name=re.compile("Take the last one back"))).to_contain_text("ring 80")
    expect(page.locator("[data-reading]")).to_have_count(1)
    # A photograph of nothing is refused in words, and the rings are still there.
    camera = page.get_by_label("Photograph the next spoonful")
    bare = as_jpeg(photographed(sheet, Camera()))
    camera.set_input_files({"name": "sheet.jpg", "mimeType": "image/jpeg", "buffer": bare})
    expect(page.get_by_text("Not read: no spoonful lies on the sheet")).to_be_visible()
    page.get_by_role("button", name="Ring 65").click()
    expect(page.locator("[data-reading]")).to_have_count(2)
