"""The season: planned, dragged, pinned, done, explained, ordered, taken elsewhere."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


@pytest.fixture(autouse=True)
def _leave_it_as_it_was(page: Page) -> Iterator[None]:
    """Every pin is let go again: the demo's season is shared by all."""
    yield
    page.goto("/season")
    page.evaluate(
        """async () => {
            const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
            const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
            const season = await (await fetch("/api/season")).json();
            for (const block of season.plan?.blocks ?? [])
                if (block.held)
                    await fetch("/api/season/pins", {
                        method: "PUT", headers, body: JSON.stringify({ job: block.key, start: null }),
                    });
        }"""
    )


def planned(page: Page) -> None:
    """The season with a plan."""
    page.goto("/season")
    page.get_by_role("heading", name="Season", level=1).wait_for()
    if page.get_by_role("region", name="Jobs").count() == 0:
        page.get_by_role("button", name="Plan again").click()
    settled(page)


def settled(page: Page) -> None:
    """The solver has answered."""
    expect(page.get_by_role("status")).to_contain_text(re.compile(r"in (one session|\d+ sessions)"))


def job(page: Page, title: str) -> Locator:
    return page.get_by_role("region", name="Jobs").get_by_role("button", name=re.compile(re.escape(title)))


def day_of(page: Page, title: str) -> str:
    """ "Fri 11 Dec" of a job in the list."""
    found = re.search(r"\w{3} \d+ \w{3}", job(page, title).inner_text())
    assert found
    return found.group(0)


def test_a_season_is_planned_explained_and_accessible(page: Page) -> None:
    planned(page)
    board = page.get_by_role("img", name=re.compile("^The season"))
    for name in ("Lantern Row", "Ferry Lights", "Tin Roof Rain", "Trellis Gate", "Paper Kites", "Hill Favours"):
        expect(board.locator(f"[data-loaf='{name}']")).to_have_count(1)
    why = page.get_by_role("region", name="Why not")
    expect(why).to_contain_text("Garden Door is ready on")
    expect(why).to_contain_text("These cannot all be kept")
    expect(why).to_contain_text("Garden Door on its date")
    expect(why.locator("ol li").first).to_be_visible()
    assert violations(page) == []
    job(page, "Pour Trellis Gate").click()
    expect(page.get_by_role("region", name="The job")).to_contain_text("Possible: from")
    expect(board.locator("[data-window]")).to_have_count(1)
    assert violations(page) == []
    page.get_by_role("button", name="Week by week").click()
    expect(page.get_by_role("list", name="Days of the week").get_by_role("listitem")).to_have_count(7)
    sheet = page.request.get(page.get_by_role("link", name="Print this week").get_attribute("href") or "")
    assert sheet.headers["content-type"] == "application/pdf"
    page.goto("/")
    expect(page.get_by_role("region", name="Today")).to_contain_text(re.compile(r"\d\d:\d\d"))
    assert violations(page) == []


def test_a_job_is_dragged_and_what_must_move_moves(page: Page) -> None:
    planned(page)
    before = day_of(page, "Pour Hill Favours")
    mark = page.locator("[data-loaf='Hill Favours'] [data-job$='/pour'] rect")
    box = mark.bounding_box()
    assert box
    step = float(page.get_by_role("img", name=re.compile("^The season")).get_attribute("data-day") or 0)
    page.mouse.move(box["x"] + 5, box["y"] + 6)
    page.mouse.down()
    # A week to the left: the same weekday and hour.
    page.mouse.move(box["x"] + 5 - 7 * step, box["y"] + 6, steps=4)
    page.mouse.up()
    settled(page)
    expect(page.get_by_role("region", name="The job")).to_contain_text("pinned here")
    assert day_of(page, "Pour Hill Favours") != before
    expect(page.get_by_role("region", name="Jobs")).to_contain_text("moved")
    page.get_by_role("button", name="Unpin").click()
    expect(page.get_by_role("region", name="The job")).not_to_contain_text("pinned here")


def lateness(page: Page, name: str) -> float:
    """Hours by which the season has a loaf late."""
    loaves = page.request.get("/api/season").json()["plan"]["loaves"]
    return float(next(loaf["late_h"] for loaf in loaves if loaf["name"] == name))


def test_held_from_the_keyboard_and_done_when_it_was(page: Page) -> None:
    planned(page)
    job(page, "Pour Harbour Evening").press("Enter")
    before = day_of(page, "Pour Harbour Evening")
    card = page.get_by_role("region", name="The job")
    when = card.get_by_label("On the studio’s clock: day")
    # The same weekday and hour a week sooner: a day sooner might be one on which nobody can cut it in time.
    shown = dt.datetime.strptime(when.input_value(), "%d %b %Y").replace(tzinfo=dt.UTC) - dt.timedelta(days=7)
    when.fill(shown.date().isoformat())
    card.get_by_role("button", name="Pin it there").press("Enter")
    expect(card).to_contain_text("pinned here")
    assert day_of(page, "Pour Harbour Evening") != before
    card.get_by_role("button", name="Mark done").click()
    expect(page.get_by_role("alert")).to_contain_text("what is done lies in the past")
    late = lateness(page, "Garden Door")
    job(page, "Cast Arched gate, Garden Door").click()
    now = dt.datetime.fromisoformat(page.request.get("/api/session").json()["now"])
    before = (now - dt.timedelta(days=3)).date().isoformat()
    card.get_by_label("On the studio’s clock: day").fill(before)
    card.get_by_label("On the studio’s clock: time").fill("12:00")
    card.get_by_role("button", name="Mark done").click()
    expect(card).to_contain_text("done")
    settled(page)
    # Cast some days sooner than it could have been, the door is less late; whether in time depends on the weekday.
    assert lateness(page, "Garden Door") < late
    # Marked by mistake: it is still to be done.
    card.get_by_role("button", name="Unpin").click()
    settled(page)
    assert lateness(page, "Garden Door") == late


def test_orders_hours_and_a_private_address(page: Page) -> None:
    planned(page)
    page.get_by_role("button", name=re.compile("^Orders")).click()
    expect(page.get_by_text("40 bars are wanted, 4 of them to spare")).to_be_visible()
    page.get_by_role("button", name="Add an order").click()
    page.get_by_label("Name").fill("Tea house")
    page.get_by_label("Kind", exact=True).select_option(label="Market day")
    page.get_by_label("Guests").fill("12")
    page.get_by_role("checkbox", name="Trellis Gate").check()
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("14 bars are wanted, 2 of them to spare; 4 are lacking: 2 loaves in all.")).to_be_visible()
    assert violations(page) == []
    order = page.get_by_role("listitem").filter(has_text="Tea house")
    order.get_by_role("button", name="Change").click()
    order.get_by_role("button", name="Put it away").click()
    expect(order).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Hours")).click()
    page.get_by_label("Time zone").fill("Nowhere/Here")
    page.get_by_role("button", name="Save hours").click()
    expect(page.get_by_role("alert")).to_contain_text("must be a time zone's name")
    page.get_by_role("button", name=re.compile("^In your calendar")).click()
    page.get_by_role("button", name="Make a private address").click()
    address = page.get_by_label(re.compile("^Private address")).input_value()
    answer = page.request.get(address)
    assert answer.ok
    assert "BEGIN:VEVENT" in answer.text()
    page.get_by_role("button", name="Turn the address off").click()
    expect(page.get_by_role("button", name="Make a private address")).to_be_visible()
    assert page.request.get(address).status == 404
    with page.expect_download() as download:
        page.get_by_role("link", name="Calendar file").click()
    assert download.value.suggested_filename == "casting-order.ics"


def test_bars_on_the_rack_are_turned_from_home(page: Page) -> None:
    page.goto("/")
    today = page.get_by_role("region", name="Today")
    turned = today.get_by_role("button", name="Turned: Sluice Gate")
    turned.click()
    expect(turned).to_have_count(0)
    page.reload()
    expect(today.get_by_role("button", name=re.compile("^Turned: "))).not_to_have_count(0)
    expect(turned).to_have_count(0)


def test_a_day_is_typed_or_picked_from_a_month_by_keys(page: Page, desk: Desk) -> None:
    desk.start("By the day", "Order")
    field = page.get_by_label("Pour on")
    field.fill("sat 5 dec")
    expect(page.get_by_text("= Sat 5 Dec 2026")).to_be_visible()
    field.press("Enter")
    expect(field).to_have_value("5 Dec 2026")
    field.press("ArrowUp")
    expect(field).to_have_value("6 Dec 2026")
    field.press("Alt+ArrowDown")
    month = page.get_by_role("dialog")
    expect(month.get_by_text("December 2026")).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(month).to_have_count(0)
    expect(field).to_have_value("14 Dec 2026")
    desk.wait_until_saved()
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    assert page.request.get(f"/api/loaves/{loaf}/document").json()["pour_on"] == "2026-12-14"
    field.fill("31 Feb")
    field.press("Tab")
    expect(page.get_by_role("alert").filter(has_text="That is no day.")).to_be_visible()
    expect(field).to_have_attribute("aria-invalid", "true")
