"""A rehearsed pour day, and what else a bench is for: steps swapped, interruptions, departures, batter lost."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def press_until(desk: Desk, words: str) -> None:
    """Done, until the step at hand begins so."""
    heading = desk.page.get_by_role("heading", level=1)
    for _ in range(150):
        if heading.inner_text().startswith(words):
            return
        desk.press_done()
    raise AssertionError(f"never came to {words}")


def test_a_day_is_rehearsed_read_missed_and_begun_anew(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Practised", "Bench")
    page.get_by_role("link", name="Rehearse").click()
    bar = page.get_by_role("region", name="Rehearsal")
    expect(bar).to_be_visible()
    assert violations(page) == []
    press_until(desk, "Let the lye cool")
    page.keyboard.press("Space")
    # Practised as it is done: hot lye is not taken for cool here either.
    expect(page.get_by_role("alertdialog")).to_contain_text("left, an estimate")
    press_until(desk, "Pour “Street dusk”")
    page.get_by_role("link", name="Trace clock").click()
    page.get_by_role("button", name="Take a spoonful").click()
    expect(page.get_by_role("img", name="Ring sheet")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Ring 90").click()
    expect(page.locator("[data-reading]")).to_have_count(1)
    page.reload()
    expect(page.locator("[data-reading]")).to_have_count(1)
    page.get_by_role("button", name=re.compile("Take the last one back")).click()
    expect(page.locator("[data-reading]")).to_have_count(0)
    page.get_by_role("link", name="Bench").click()
    bar.get_by_role("button", name="Stop").click()
    press_until(desk, "Pour “Night sky”")
    bar.get_by_role("button", name=re.compile(r"of \d+ missed")).click()
    went = page.get_by_role("list", name="How it went")
    expect(went).to_contain_text("sank")
    expect(went).to_contain_text("It would have held")
    before = bar.get_by_role("timer").inner_text()
    bar.get_by_role("button", name="Let 5 min pass").click()
    expect(bar.get_by_role("timer")).not_to_have_text(before)
    bar.get_by_role("button", name="Another day").click()
    expect(page.get_by_text(re.compile(r"^0 of"))).to_be_visible()
    page.get_by_role("link", name="The real bench").click()
    expect(page.get_by_text(re.compile(r"^0 of"))).to_be_visible()


def test_for_every_key_and_finger_at_the_rehearsal_there_is_room(page: Page, desk: Desk) -> None:
    page.set_viewport_size({"width": 1024, "height": 768})
    desk.copy_of_the_demo("Room for fingers")
    page.goto(f"{page.url}/rehearsal")
    page.get_by_role("region", name="Rehearsal").wait_for()
    for button in page.get_by_role("button").all():
        box = button.bounding_box()
        assert box
        assert min(box["width"], box["height"]) >= 64


def test_steps_are_swapped_departed_from_and_interrupted_and_the_log_says_so(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Did it differently", "Bench")
    heading = page.get_by_role("heading", level=1)
    first = heading.inner_text()
    page.keyboard.press("ArrowRight")
    expect(heading).not_to_have_text(first)
    swapped = heading.inner_text()
    page.reload()
    expect(heading).to_have_text(swapped)
    page.keyboard.press("ArrowLeft")
    expect(heading).to_have_text(first)
    page.keyboard.press("ArrowRight")
    page.get_by_role("button", name="Did it differently").click()
    page.get_by_role("button", name="Took something else").click()
    page.get_by_role("button", name="Step away").click()
    expect(page.get_by_role("region", name="Away")).to_contain_text("Away since")
    expect(page.get_by_role("button", name="Done", exact=True)).to_be_disabled()
    assert violations(page) == []
    page.keyboard.press("Space")
    expect(heading).to_have_text(swapped)
    page.keyboard.press("ArrowDown")
    expect(page.locator("[data-amount]").first).to_be_focused()
    page.keyboard.press("Space")
    expect(page.locator("[data-amount]").first).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Log").click()
    log = page.get_by_role("region", name="Log")
    for line in (
        "Back at the bench",
        "Stepped away",
        f"Took something else, at “{swapped}”",
        f"Taken first: {swapped}",
    ):
        expect(log).to_contain_text(line)
    expect(page.get_by_text("kept here")).to_have_count(0)
    page.reload()
    page.get_by_role("button", name="Log").click()
    expect(log).to_contain_text("Stepped away")


def test_batter_lost_is_planned_again(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Spilled", "Bench")
    page.get_by_role("button", name="Help").click()
    page.get_by_role("button", name=re.compile("It has spilled")).click()
    page.get_by_role("button", name=re.compile("^Late ink")).click()
    page.get_by_role("button", name="A quarter", exact=True).click()
    expect(page.get_by_role("region", name="Take it from “Dusk blue”")).to_contain_text("take its place")
    page.get_by_role("button", name=re.compile("^Dusk blue")).click()
    page.get_by_role("button", name="Half", exact=True).click()
    expect(page.get_by_role("region", name="Mix it again")).to_contain_text("Sodium hydroxide")
    on = page.get_by_role("region", name="Go on without it")
    expect(on).to_contain_text("the loaf ends at 67 mm instead of 74")
    assert violations(page) == []
    on.get_by_role("button", name="Use this plan").click()
    expect(on).to_contain_text("The plan now")
    page.get_by_role("link", name="Spilled").click()
    desk.wait_until_saved()
    expect(page.get_by_text(re.compile(r"^6[67]\.\d mm$")).first).to_be_visible()


def test_the_thermometer_is_followed_and_kept(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Warmth", "Bench")
    press_until(desk, "Water, then lye")
    page.get_by_role("button", name="Warmth").click()
    shows = page.get_by_test_id("on-the-thermometer")
    expect(shows).to_contain_text("21 °C")
    thermometer = page.get_by_role("region", name="Thermometer")
    expect(thermometer).to_contain_text("It will reach: 97 °C, cooler than planned")
    page.get_by_role("button", name="Lye", exact=True).click()
    expect(thermometer).to_contain_text("as planned")
    page.get_by_role("button", name="Unplug").click()
    expect(shows).to_contain_text("no thermometer")
    page.get_by_role("button", name="Plug in").click()
    page.get_by_role("button", name="Keep this temperature").click()
    page.get_by_role("button", name="Log").click()
    expect(page.get_by_role("region", name="Log")).to_contain_text(re.compile(r"Water, then lye into it: \d+"))
