"""A pot swirl is told on a picture of the pot: colours by their place, strokes by hand and by keys."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def test_colours_are_placed_and_a_stick_is_drawn_through_the_pot(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("In the pot")
    desk.pull("Inside")
    pot = page.get_by_role("group", name=re.compile("^The pot from above"))
    picture = pot.locator("image")
    expect(picture).to_have_attribute("href", re.compile("^data:image/png"))
    sliced = picture.get_attribute("href")

    page.get_by_role("button", name="Give each colour its place").click()
    spot = page.get_by_role("button", name=re.compile("Late ink: poured in"))
    expect(spot).to_have_accessible_name(re.compile("12.0|0.0"))
    expect(picture).not_to_have_attribute("href", sliced or "")
    placed = picture.get_attribute("href")

    # By keys, then by hand.
    spot.focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowRight")
    expect(spot).to_have_accessible_name(re.compile("0.9 o’clock|1.0 o’clock"))
    expect(picture).not_to_have_attribute("href", placed or "")
    box = pot.bounding_box()
    assert box
    middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(middle[0] - 70, middle[1] - 20)
    page.mouse.down()
    page.mouse.move(middle[0] + 70, middle[1] + 30, steps=12)
    page.mouse.up()
    page.get_by_role("button", name="Draw a figure eight").click()
    expect(pot.locator("polyline")).to_have_count(6)
    desk.wait_until_saved()
    assert violations(page) == []

    # What was drawn is kept, and is taken back stroke by stroke.
    page.get_by_role("button", name="Take the last stroke back").click()
    expect(pot.locator("polyline")).to_have_count(4)
    desk.wait_until_saved()
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    document = page.request.get(f"/api/loaves/{loaf}/document").json()
    technique = next(step["technique"] for step in document["work"] if step.get("technique", {}).get("spots"))
    assert len(technique["spots"]) == 2
    assert len(technique["strokes"]) == 1
    assert len(technique["strokes"][0]) > 4
