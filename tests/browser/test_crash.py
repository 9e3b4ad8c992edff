"""A browser that is killed: what was pressed and edited without a connection is there when it is opened again."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, BrowserType, Page, expect

from tests.browser.chromium import killed
from tests.browser.conftest import Desk, Server


@pytest.fixture
def opened(browser_type: BrowserType, browser_type_launch_args: dict[str, Any], base_url: str, tmp_path: Path) -> Any:
    """A browser with a folder of its own, opened anew as often as asked."""

    def open_it() -> BrowserContext:
        window = browser_type.launch_persistent_context(
            tmp_path / "browser", **browser_type_launch_args, base_url=base_url
        )
        window.set_default_timeout(180_000)
        return window

    return open_it


def test_what_was_pressed_and_edited_outlives_a_killed_browser(
    opened: Any, server: Server, base_url: str, tmp_path: Path
) -> None:
    window: BrowserContext = opened()
    page: Page = window.pages[0]
    desk = Desk(page, base_url)
    desk.start("Outlives a crash")
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    desk.go("Bench")
    desk.lose_the_line()
    for _ in range(3):
        page.keyboard.press("Space")
    expect(page.get_by_text("3 kept here, no connection yet")).to_be_visible()
    page.get_by_role("link", name="Outlives a crash").click()
    desk.pull("Mould")
    page.get_by_label("How many are filled").fill("3")
    expect(page.get_by_text("No connection: kept in this browser")).to_be_visible()
    killed(tmp_path / "browser")

    window = opened()
    page = window.pages[0]
    page.goto(f"/loaf/{loaf}")
    desk = Desk(page, base_url)
    desk.wait_until_saved()
    assert page.request.get(f"/api/loaves/{loaf}/document").json()["moulds"] == 3
    expect(page.get_by_text(re.compile("not sent yet"))).to_have_count(0)
    done = page.request.get(f"/api/loaves/{loaf}/bench").json()["done"]
    assert len(done) == len(set(done)) == 3
    window.close()
