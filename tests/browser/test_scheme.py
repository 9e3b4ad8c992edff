"""By night: every place is dark and can be read; the bench keeps its own; what is chosen stays chosen."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations

_LIGHT = "rgb(219, 227, 222)"


def ground(page: Page) -> str:
    found: str = page.evaluate("() => getComputedStyle(document.documentElement).backgroundColor")
    return found


def test_by_night_every_place_is_dark_and_can_be_read(page: Page, desk: Desk) -> None:
    page.emulate_media(color_scheme="dark")
    found = {}
    for path in ("/", "/season", "/cupboard", "/shelf", "/notebook/numbers", "/guide/look", "/settings"):
        page.goto(path)
        page.get_by_role("heading", level=1).wait_for()
        found[path] = violations(page)
    desk.copy_of_the_demo("By night")
    assert ground(page) == "rgb(15, 24, 36)"
    page.locator("[data-piece='lantern-2']").focus()
    for drawer in ("Mould", "Inside", "Pieces"):
        desk.pull(drawer)
    found["drawers"] = violations(page)
    for place in ("Formula", "Colours", "Top", "Pots", "Order", "Cut", "Notes", "Bench"):
        desk.go(place)
        page.get_by_role("heading").first.wait_for()
        found[place] = violations(page)
    assert {place: what for place, what in found.items() if what} == {}


def test_what_is_chosen_stays_chosen(page: Page) -> None:
    page.emulate_media(color_scheme="dark")
    page.goto("/settings")
    assert ground(page) != _LIGHT
    page.get_by_label("Screen").select_option(label="light")
    assert ground(page) == _LIGHT
    page.reload()
    expect(page.get_by_label("Screen")).to_have_value("light")
    assert ground(page) == _LIGHT
    page.get_by_label("Screen").select_option(label="as this device has it")
    assert ground(page) != _LIGHT
