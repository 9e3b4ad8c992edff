"""The bench's day: what is due across loaves, one press to each job, presses that are never left behind."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def test_home_the_day_and_the_order_lead_to_the_job_they_name(page: Page, desk: Desk) -> None:
    page.goto("/")
    due = page.get_by_role("region", name="Today").get_by_role("link", name=re.compile("^Cast Arched gate"))
    due.first.click()
    desk.at_the_bench()
    expect(page.get_by_role("heading", level=1)).to_have_text("Goggles, gloves, sleeves")
    expect(page.get_by_role("banner")).to_contain_text("Cast Arched gate")
    page.goto("/bench")
    expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("^At the bench, "))
    assert violations(page) == []
    page.get_by_role("link", name=re.compile("^Pour Garden Door")).click()
    desk.at_the_bench()
    # It is planned for a day to come, and something comes before it.
    now = page.get_by_role("region", name="Now")
    expect(now).to_contain_text("Comes after “Trim and dry-fit for Garden Door”")
    expect(now).to_contain_text("Planned for")
    assert violations(page) == []
    page.get_by_role("button", name="What else is due").click()
    jobs = page.get_by_role("region", name="Jobs")
    expect(jobs.get_by_role("link", name=re.compile("^.?Cast Arched gate"))).to_be_visible()
    assert violations(page) == []
    page.get_by_role("link", name="Garden Door").first.click()
    desk.go("Order")
    page.get_by_role("link", name="Turn out Arched gate").click()
    desk.at_the_bench()
    expect(page.get_by_role("banner")).to_contain_text("Turn out Arched gate")


@pytest.mark.parametrize("size", [(1024, 768), (390, 780)], ids=["tablet", "telephone"])
def test_done_stays_in_sight_whatever_is_open(page: Page, desk: Desk, size: tuple[int, int]) -> None:
    page.set_viewport_size({"width": size[0], "height": size[1]})
    desk.copy_of_the_demo(f"In sight at {size[0]}")
    page.goto(f"{page.url}/bench?job=cut")
    desk.at_the_bench()
    desk.begin_anyway()
    done = page.get_by_role("button", name="Done", exact=True)
    for tool in ("Jobs", "Did it differently", "Help", "Log"):
        page.get_by_role("button", name=tool, exact=True).click()
        expect(done).to_be_in_viewport(ratio=1)
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_without_a_connection_the_bench_still_opens_on_the_whole_plan(page: Page, desk: Desk) -> None:
    desk.start("Cut off")
    # It is fetched ahead, once nobody waits for anything else.
    for part in ("BenchRoom", "BenchPlace"):
        page.wait_for_function(
            "name => performance.getEntriesByType('resource').some((file) => file.name.includes(name))", arg=part
        )
    desk.lose_the_line()
    desk.go("Bench")
    expect(page.get_by_role("heading", level=1)).to_have_text("Goggles, gloves, sleeves")
    page.keyboard.press("Space")
    expect(page.get_by_text("1 kept here, no connection yet")).to_be_visible()
    page.context.set_offline(False)
    expect(page.get_by_text("kept here")).to_have_count(0)


def test_presses_left_behind_are_sent_from_another_page(page: Page, desk: Desk) -> None:
    # Before anything is drawn: a page that stands already may send one more before it hears of it.
    page.route(
        re.compile("/bench$"), lambda route: route.abort() if route.request.method == "POST" else route.continue_()
    )
    desk.start("Left behind", "Bench")
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    for _ in range(2):
        page.keyboard.press("Space")
    expect(page.get_by_text("2 kept here, no connection yet")).to_be_visible()
    page.get_by_role("link", name="Left behind").click()
    expect(page.get_by_text("2 presses not sent yet")).to_be_visible()
    desk.go("Notes")
    expect(page.get_by_text("2 presses at the bench are not in these notes yet")).to_be_visible()
    page.unroute_all()
    expect(page.get_by_text("not sent yet")).to_have_count(0)
    assert len(page.request.get(f"/api/loaves/{loaf}/bench").json()["done"]) == 2


def test_how_a_loaf_is_covered_says_whether_it_gels_and_how_long_it_waits(page: Page, desk: Desk) -> None:
    desk.start("Covered", "Order")
    card = page.get_by_role("region", name="How it sets")
    cover = card.get_by_label("Left to set")
    cover.select_option(label="Open, in the room")
    expect(card).to_contain_text("It does not gel")
    cover.select_option(label="Lid on, towels around")
    expect(card).to_contain_text("It gels through")
    expect(card).to_contain_text("Look under the cover after")
    # The section, hour by hour, from the keyboard.
    film = card.get_by_role("img", name=re.compile("warmest place"))
    card.get_by_role("slider").press("Home")
    expect(film).to_have_accessible_name(re.compile("^After 0 h"))
    card.get_by_role("slider").press("ArrowRight")
    expect(film).to_have_accessible_name(re.compile("^After 0.5 h"))
    assert violations(page) == []
    # One wait: the same hours stand under Formula and here.
    wait = page.get_by_role("listitem").filter(has_text="Unmould and cut Covered").inner_text()
    assert re.search(r"Adjusted for .*\bgel\b", wait)
    desk.wait_until_saved()
    desk.go("Formula")
    out = page.get_by_role("row").filter(has_text="Out of the mould")
    expect(out).to_contain_text(re.compile(r"Adjusted for .*\bgel\b"))
