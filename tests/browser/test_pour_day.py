"""A whole loaf worked through at the bench with the practice scale, a reload and a lost connection: nothing is lost."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def weigh(page: Page, past: bool) -> None:
    """Pour until the scale says stop; past it, for a moment longer."""
    page.get_by_role("button", name="Pour", exact=True).click()
    expect(page.get_by_role("alert").filter(has_text="STOP")).to_be_visible()
    if past:
        page.wait_for_timeout(900)
    page.get_by_role("button", name="Stop", exact=True).click()
    take = page.get_by_role("button", name="Use this weight")
    expect(take).to_be_enabled()
    take.click()


def test_a_whole_loaf_at_the_bench(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Pour day", "Bench")
    done = page.get_by_role("status").filter(has_text=re.compile(r"\d+ of \d+ done"))
    heading = page.get_by_role("heading", level=1)
    expect(done).to_contain_text("0 of")
    page.keyboard.press("Space")
    expect(heading).to_have_text("Weigh and melt the oils")
    weigh_with_the_practice_scale(page)
    tell_of_rice(page)
    first = page.get_by_role("button", pressed=True).filter(has_text=re.compile("Coconut oil")).first
    expect(first).to_be_visible()
    page.reload()
    expect(heading).to_have_text("Weigh and melt the oils")
    expect(first).to_be_visible()

    desk.lose_the_line()
    page.keyboard.press("Space")
    desk.press_done()
    # The lye is still hot: that is asked, and known.
    desk.press_done()
    expect(page.get_by_text("kept here, no connection yet")).to_be_visible()
    where = heading.inner_text()
    page.context.set_offline(False)
    expect(page.get_by_text("kept here")).to_have_count(0)
    page.reload()
    expect(heading).to_have_text(where)

    skip_and_come_back(page)
    # From here to the cut it is all alike: that every step can be pressed in its turn is tested by itself.
    desk.work_until("Unmould and cut")
    desk.press_done()
    expect(page.get_by_text("is done.").or_(page.get_by_text("All done."))).to_be_visible()
    expect(page.get_by_text("kept here")).to_have_count(0)

    log = page.evaluate("async (url) => (await fetch(url)).json()", log_address(page))
    assert "trouble.riced" in log["done"]
    assert [entry["action"] for entry in log["entries"]].count("skipped") == 2
    weights = [entry["grams"] for entry in log["entries"] if entry["grams"] is not None]
    assert len(weights) == 1
    assert weights[0] > 0
    presses = [entry["press_id"] for entry in log["entries"]]
    assert len(presses) == len(set(presses))
    steps = page.request.get(log_address(page).removesuffix("/bench")).json()["plan"]["steps"]
    total = len(steps)
    assert len([key for key in log["done"] if "#" not in key and not key.startswith("trouble.")]) == total


def log_address(page: Page) -> str:
    """Where the log of the loaf on the page is read."""
    found = re.search(r"/loaf/([0-9a-f-]+)/bench", page.url)
    if not found:
        pytest.fail(f"not at a bench: {page.url}")
    return f"/api/loaves/{found.group(1)}/bench"


def fit_for_gloves(page: Page) -> None:
    """Accessible, and nothing to press is smaller than a gloved finger needs."""
    assert violations(page) == []
    for button in page.get_by_role("button").all():
        box = button.bounding_box()
        assert box
        assert min(box["width"], box["height"]) >= 64


def tell_of_rice(page: Page) -> None:
    """One press for what went wrong, and what to do now."""
    page.get_by_role("button", name="Help", exact=True).click()
    trouble = page.get_by_role("region", name="Help when something goes wrong")
    trouble.get_by_role("button", name=re.compile("It has riced")).click()
    expect(trouble.get_by_role("status")).to_contain_text("Blend through the grains")
    expect(trouble.get_by_role("status")).to_contain_text("Looking changes nothing")
    trouble.get_by_role("button", name="Yes: doing this now").click()
    expect(trouble.get_by_role("button", name="Logged")).to_be_disabled()
    fit_for_gloves(page)
    page.get_by_role("button", name="Help", exact=True).click()


def weigh_with_the_practice_scale(page: Page) -> None:
    """A dribble, a tare, a pour that goes too far and is answered, and a pulled plug."""
    page.get_by_role("button", name="Scale", exact=True).click()
    scale = page.get_by_role("region", name="Scale")
    page.get_by_role("button", name="Dribble").click()
    expect(page.get_by_test_id("on-the-scale")).not_to_contain_text(" 0.0 g")
    page.get_by_role("button", name="Stop", exact=True).click()
    page.get_by_role("button", name="Tare").click()
    weigh(page, past=True)
    expect(scale.get_by_role("status")).to_contain_text("To bring it back to the formula, add:")
    expect(scale.get_by_role("status")).to_contain_text("too much of")
    fit_for_gloves(page)
    page.get_by_role("button", name="Unplug").click()
    expect(page.get_by_test_id("on-the-scale")).to_contain_text("no scale")
    expect(page.get_by_role("button", name="Use this weight")).to_be_disabled()


def skip_and_come_back(page: Page) -> None:
    """A step passed over, taken back, and passed over again."""
    heading = page.get_by_role("heading", level=1)
    where = heading.inner_text()
    page.get_by_role("button", name="Skip").click()
    expect(heading).not_to_have_text(where)
    page.keyboard.press("Backspace")
    expect(heading).to_have_text(where)
    page.get_by_role("button", name="Skip").click()
    expect(heading).not_to_have_text(where)
    page.locator("body").click(position={"x": 5, "y": 5})
