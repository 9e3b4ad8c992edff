"""How the studio counts is said once, and every place says it so."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


@pytest.fixture
def _as_it_was(page: Page, desk: Desk) -> Iterator[None]:
    """The studio is other tests' as well."""
    yield
    house = page.request.get("/api/session").json()["house"]
    usual = {"decimal": None, "dates": "day first", "week_begins": "Monday", "paper": None, "room_c": 21}
    assert page.request.put("/api/session/house", data={**house, **usual}, headers=desk.signed()).ok


@pytest.mark.usefixtures("_as_it_was")
def test_what_is_said_once_is_shown_said_and_typed_everywhere(page: Page, desk: Desk) -> None:
    page.goto("/")
    page.get_by_role("link", name="Settings").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Settings")
    assert violations(page) == []
    for field, choice in (
        ("Numbers", "3,5"),
        ("Dates", "December 5"),
        ("Weeks begin on", "Sunday"),
        ("Paper", "Letter"),
    ):
        page.get_by_label(field).select_option(label=choice)
        expect(page.get_by_role("main").get_by_role("status")).to_have_text("Saved.")
    page.get_by_label("Room temperature").fill("18,5")
    expect(page.get_by_role("main").get_by_role("status")).to_have_text("Saved.")
    desk.copy_of_the_demo("Counted otherwise")
    expect(page.get_by_text("74,0 mm").first).to_be_visible()
    desk.go("Pots")
    jade = page.get_by_role("region", name="Jade lantern")
    expect(jade.get_by_role("cell", name=re.compile(r"^\d+,\d+ g$")).first).to_be_visible()
    expect(page.get_by_role("main")).not_to_contain_text(re.compile(r"\d\.\d+ g\b"))
    expect(page.get_by_label("Paper")).to_have_value("Letter")
    desk.go("Order")
    # Sentences of the server are said so too.
    expect(page.get_by_role("main")).to_contain_text(re.compile(r"\d,\d (h|days)"))
    page.goto("/season")
    expect(page.get_by_role("main")).to_contain_text(re.compile(r"(Nov|Dec|November|December) \d"))
    # What was typed with a comma is a number, not a thousand.
    desk.start("In a cool room")
    desk.pull("Bowls")
    expect(page.get_by_label("Room temperature")).to_have_value("18,5")
