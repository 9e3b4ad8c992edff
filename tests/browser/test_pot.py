"""Told on a picture: where colours go in the pot, where a stick is drawn, along which lines a pour falls."""

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


def test_lines_are_drawn_on_the_mould_and_poured_in_their_order(page: Page, desk: Desk) -> None:
    desk.start("Drawn lines")
    desk.pull("Inside")
    page.get_by_label("Poured as").select_option(label="Drop swirl")
    page.get_by_label("Which way").select_option(label="As I draw it")
    mould = page.get_by_role("group", name=re.compile("^The mould from above"))
    expect(page.get_by_text("Nothing drawn yet")).to_be_visible()
    expect(page.get_by_label("Passes")).to_have_count(0)

    # By hand, slanting, then one by a press that goes where the arrow keys send it.
    mould.scroll_into_view_if_needed()
    box = mould.bounding_box()
    assert box
    page.mouse.move(box["x"] + 20, box["y"] + 16)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] - 20, box["y"] + box["height"] - 16, steps=14)
    page.mouse.up()
    first = page.get_by_role("button", name=re.compile("^Line 1, "))
    expect(first).to_be_visible()
    page.get_by_role("button", name="Add a line end to end").click()
    second = page.get_by_role("button", name=re.compile("^Line 2, "))
    expect(second).to_have_accessible_name(re.compile(": 50 % of the way"))
    second.focus()
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    expect(second).not_to_have_accessible_name(re.compile(": 50 % of the way"))
    desk.wait_until_saved()
    assert violations(page) == []

    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    document = page.request.get(f"/api/loaves/{loaf}/document").json()
    slanting, straight = document["work"][0]["technique"]["lines"]
    assert len(slanting["points"]) > 4
    assert slanting["points"][0][1] < -0.5 < 0.5 < slanting["points"][-1][1]
    assert straight["points"][0][1] == straight["points"][1][1] > 0.1

    # Taken away by a key, and the bench says the one that is left.
    first.focus()
    page.keyboard.press("Delete")
    expect(second).to_have_count(0)
    desk.wait_until_saved()
    desk.go("Bench")
    now = page.get_by_role("heading", level=1)
    while not (title := now.inner_text()).startswith("Pour “"):
        desk.press_done()
        expect(now).not_to_have_text(title)
    expect(page.get_by_text(re.compile("in this order: 1 .* of the middle"))).to_be_visible()


def test_a_top_is_shaped_by_a_spoon_and_told_at_the_bench(page: Page, desk: Desk) -> None:
    desk.start("Shaped")
    desk.pull("Inside")
    page.get_by_role("button", name="Add a pour").click()
    desk.wait_until_saved()
    shape = page.get_by_text("Shape its top with a spoon")
    # Nothing comes onto the last pour: its top is the loaf's own.
    expect(shape).to_have_count(1)
    shape.click()
    page.get_by_role("button", name="Heaped in the middle").press("Enter")
    middle = page.get_by_role("slider", name="In the middle", exact=True)
    expect(middle).to_have_attribute("aria-valuetext", re.compile("^12(.0)? mm over its level"))
    wall = page.get_by_role("slider", name="At the left wall")
    wall.focus()
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("ArrowUp")
    expect(wall).to_have_attribute("aria-valuetext", re.compile("^17(.0)? mm under its level"))
    desk.wait_until_saved()
    assert violations(page) == []
    desk.go("Bench")
    now = page.get_by_role("heading", level=1)
    while not (title := now.inner_text()).startswith("Pour “"):
        desk.press_done()
        expect(now).not_to_have_text(title)
    told = re.compile("with the back of a spoon: highest in the middle, lowest at the left")
    expect(page.get_by_text(told)).to_be_visible()


def test_a_stick_is_drawn_through_the_loaf_from_above(page: Page, desk: Desk) -> None:
    desk.start("Skewered")
    desk.pull("Inside")
    page.get_by_role("button", name="Draw a stick through").click()
    mould = page.get_by_role("group", name=re.compile("draw the way of Stick$"))
    expect(mould).to_be_visible()
    expect(page.get_by_text("Draw where the stick goes")).to_be_visible()
    page.get_by_role("button", name="From wall to wall").press("Enter")
    strokes = page.get_by_role("button", name=re.compile("^Line [0-9]+, stroke"))
    expect(strokes).to_have_count(8)
    strokes.first.focus()
    page.keyboard.press("Delete")
    expect(strokes).to_have_count(7)
    mould.scroll_into_view_if_needed()
    box = mould.bounding_box()
    assert box
    page.mouse.move(box["x"] + 12, box["y"] + box["height"] - 14)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] - 12, box["y"] + 14, steps=12)
    page.mouse.up()
    expect(strokes).to_have_count(8)
    page.get_by_label("Reaches down").fill("25")
    desk.wait_until_saved()
    assert violations(page) == []
    desk.go("Bench")
    now = page.get_by_role("heading", level=1)
    while not (title := now.inner_text()).startswith("Draw the stick"):
        desk.press_done()
        expect(now).not_to_have_text(title)
    expect(page.get_by_text(re.compile("25 mm deep, 8 strokes as drawn"))).to_be_visible()
