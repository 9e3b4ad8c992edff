"""A telephone let in by a code that the bench shows."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.browser.conftest import NETWORK_NAME, Desk
from tests.browser.test_places import violations


@pytest.fixture
def telephone(browser: Browser, base_url: str) -> BrowserContext:
    """Another device: it comes by the network's name for the studio, which signs nobody in by itself."""
    context = browser.new_context(
        base_url=base_url.replace("127.0.0.1", NETWORK_NAME), viewport={"width": 390, "height": 780}
    )
    context.set_default_timeout(60_000)
    yield context
    context.close()


def test_a_scanned_code_opens_the_bench_and_nothing_else_until_it_is_ended(
    page: Page, desk: Desk, telephone: BrowserContext
) -> None:
    desk.copy_of_the_demo("By telephone", "Bench")
    page.get_by_role("button", name="Let a phone in").click()
    box = page.get_by_role("dialog", name="Let a phone in")
    box.get_by_role("button", name="Show a code").click()
    expect(box.get_by_role("img", name="The code, to be scanned")).to_be_visible()
    # This studio is not shared: no telephone would get there, and it says so.
    expect(box.get_by_role("alert")).to_contain_text("serve --share")
    assert violations(page) == []
    code = box.get_by_text(re.compile("^http")).inner_text().rpartition("/")[2]

    phone = telephone.new_page()
    phone.goto(f"/pass/{code}")
    expect(phone.get_by_role("region", name="Now").get_by_role("heading", level=1)).to_be_visible()
    expect(phone.get_by_role("button", name="Let a phone in")).to_have_count(0)
    assert phone.evaluate("() => document.documentElement.scrollWidth") == 390
    phone.get_by_text(re.compile(r"^0 of \d+ done")).wait_for()
    phone.keyboard.press("Space")
    expect(phone.get_by_text(re.compile(r"^1 of \d+ done"))).to_be_visible()
    phone.get_by_role("link", name="By telephone").click()
    expect(phone.get_by_role("region", name="How it turned out")).to_be_visible()
    places = phone.get_by_role("navigation", name="Places of this loaf").get_by_role("link")
    expect(places).to_have_text(["Bench", "Notes"])
    assert violations(phone) == []
    # Every other place leads back to the bench.
    phone.goto("/cupboard")
    expect(phone).to_have_url(re.compile("/bench$"))

    box.get_by_role("list", name="Passes that hold").get_by_role("button", name=re.compile("^End it")).click()
    expect(box.get_by_role("list", name="Passes that hold")).to_have_count(0)
    phone.reload()
    expect(phone.get_by_label("Password")).to_be_visible()
