"""Cast together and melted, in the browser: from a pot that is too small to one that can be weighed."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def test_pots_too_small_are_cast_together_by_one_press(page: Page, desk: Desk) -> None:
    """Refused alone on a scale of five grams, weighable together; and by themselves again."""
    desk.copy_of_the_demo("Together")
    desk.pull("Bowls")
    page.get_by_label("Scale reads to", exact=True).select_option(label="5 g")
    desk.wait_until_saved()
    desk.go("Pots")
    refused = page.get_by_role("note", name=re.compile("cannot be weighed"))
    expect(refused.first).to_be_visible()
    before = refused.count()
    refused.first.get_by_role("button", name=re.compile("^Cast it together with")).first.click()
    expect(page.get_by_text("Cast together ·").first).to_be_visible()
    expect(refused).not_to_have_count(before)
    together = page.get_by_role("region", name="Cast together")
    together.get_by_label("Batch").first.fill("Small things")
    pot = page.get_by_role("region", name="Small things")
    expect(pot.locator("[data-fills]")).to_contain_text(re.compile(r"Fills .+ \(\d+ ml .+\); .+"))
    assert violations(page) == []
    desk.wait_until_saved()
    loaf = page.request.get(f"/api/loaves/{page.url.split('/')[-2]}").json()
    titles = [step["title"] for step in loaf["plan"]["steps"] if step["stage"] == "Small things"]
    assert titles.count("Water, then lye into it") <= 1
    assert sum(title.startswith(("Fill the mould", "Pour the sheet")) for title in titles) == 2
    together.get_by_role("checkbox", checked=True).first.click()
    expect(page.get_by_role("region", name="Small things")).to_have_count(0)


def test_a_column_is_melted_and_no_lye_is_planned_for_it(page: Page, desk: Desk) -> None:
    desk.start("Melted")
    desk.pull("Inside")
    page.get_by_role("button", name="Add a column").click()
    page.get_by_role("button", name="Lay in Column 1").click()
    page.get_by_label("Cast of").select_option(label="Melt-and-pour base, clear")
    expect(page.get_by_role("note", name="Caution")).to_contain_text("it burns as oil does")
    desk.wait_until_saved()
    desk.go("Pots")
    expect(page.get_by_text("1 pot,")).to_be_visible()
    melted = page.get_by_role("region", name="Melted and poured")
    expect(melted).to_contain_text("Melt-and-pour base, clear, to fill")
    expect(page.locator("[data-supply='melt']")).to_be_visible()
    expect(page.get_by_text("is not on the draft of the label")).to_be_visible()
    assert violations(page) == []
    desk.go("Order")
    expect(page.get_by_text(re.compile("^Melt and pour Column"))).to_be_visible()


def test_a_loaf_is_poured_again_from_the_list(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Evening row")
    page.goto("/")
    page.get_by_role("button", name="Pour it again: Evening row", exact=True).click()
    expect(page.get_by_role("heading", name="Evening row 2", level=1)).to_be_visible()
    desk.go("Order")
    expect(page.get_by_label("Pour on")).to_have_value("")
