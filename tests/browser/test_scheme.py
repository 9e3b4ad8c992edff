"""By night: what is chosen stays chosen. (That every place can be read is looked at with the places.)"""

from __future__ import annotations

from playwright.sync_api import Page, expect

_LIGHT = "rgb(219, 227, 222)"


def ground(page: Page) -> str:
    found: str = page.evaluate("() => getComputedStyle(document.documentElement).backgroundColor")
    return found


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
