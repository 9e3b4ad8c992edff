"""Cut faces follow the pours."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def picture(page: Page, bar: int) -> str:
    """What a bar's face is drawn with."""
    return page.locator(f"[data-bar='{bar}'] image").get_attribute("href") or ""


def rested(page: Page) -> None:
    """The sharp faces are there."""
    expect(page.get_by_role("status").filter(has_text="Outcome")).not_to_contain_text(
        "still being drawn", timeout=20_000
    )


def test_a_pour_is_edited_and_the_faces_follow(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Faces")
    desk.go("Cut")
    expect(page.locator("[data-bar] image")).to_have_count(10)
    rested(page)
    before = picture(page, 4)
    page.get_by_role("button", name="Another outcome").click()
    expect(page.get_by_role("status").filter(has_text="Outcome 2")).to_be_visible()
    rested(page)
    another = picture(page, 4)
    assert another != before
    page.get_by_label("Seen").select_option(label="Back faces")
    rested(page)
    assert picture(page, 4) != another
    assert violations(page) == []

    desk.go("Section")
    desk.pull("Inside")
    page.get_by_label("Poured as").last.select_option(label="Drop swirl")
    page.get_by_label("Passes").fill("9")
    page.get_by_label("How thick").last.select_option(label="Light trace")
    page.get_by_label(re.compile("^Falls")).last.fill("150")
    desk.wait_until_saved()
    desk.go("Cut")
    rested(page)
    swirled = picture(page, 4)
    assert swirled not in (before, another)
    page.get_by_label("Poured later by").fill("40")
    rested(page)
    # How thick it is was told, so that waiting changes nothing.
    assert picture(page, 4) == swirled


def test_a_face_is_looked_at_large_and_asked_which_moment_made_it(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Asked")
    desk.go("Cut")
    page.get_by_role("button", name="Bar 2, large").click()
    large = page.get_by_role("dialog")
    large.get_by_role("button", name="Left, near the floor").click()
    expect(large.get_by_role("status")).to_have_text("Plum haze, poured as Street dusk, step 1 of the work.")
    face = large.get_by_role("img", name="Face of bar 2, large")
    box = face.bounding_box()
    assert box
    face.click(position={"x": box["width"] / 2, "y": box["height"] * 0.6})
    expect(large.get_by_role("status")).to_contain_text("in an embed")
    assert violations(page) == []
    with page.expect_download() as download:
        large.get_by_role("link", name="As a picture").click()
    assert download.value.suggested_filename == "bar-2.png"
    page.keyboard.press("Escape")
    expect(large).to_have_count(0)
