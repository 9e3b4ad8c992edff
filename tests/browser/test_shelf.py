"""The shelf: what lies there, taking and putting back, what the bench and the plan do with it."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def lot(page: Page, name: str) -> Locator:
    """A lot's card."""
    return page.get_by_role("listitem").filter(has=page.get_by_role("heading", name=name, exact=True))


def test_the_shelf_is_in_order(page: Page) -> None:
    page.goto("/shelf")
    expect(page.get_by_role("region", name="Dough")).to_contain_text("edges crack when it is bent")
    expect(page.get_by_role("region", name="Bars on the rack")).to_contain_text("curing")
    assert violations(page) == []
    page.get_by_role("button", name="Take or put back: Saffron dough").click()
    page.get_by_role("button", name="Put something on the shelf").click()
    assert violations(page) == []


def test_put_on_take_and_take_too_much(page: Page) -> None:
    page.goto("/shelf")
    page.get_by_role("button", name="Put something on the shelf").click()
    form = page.get_by_role("region", name="Something new for the shelf")
    form.get_by_label("Name").fill("Gutter offcuts")
    form.get_by_label("Weighs").fill("250")
    form.get_by_role("button", name="Add it").click()
    card = lot(page, "Gutter offcuts")
    expect(card).to_contain_text("250 g")
    card.get_by_role("button", name="Take or put back").click()
    card.get_by_label("How much").fill("400")
    card.get_by_role("button", name="Save", exact=True).click()
    expect(card.get_by_role("alert")).to_contain_text("Take 250 at most")
    expect(card.get_by_label("How much")).to_have_accessible_description(
        "There are 250. Take 250 at most, or count again."
    )
    card.get_by_label("How much").fill("100")
    card.get_by_role("button", name="Save", exact=True).click()
    expect(card).to_contain_text("150 g")
    page.reload()
    expect(lot(page, "Gutter offcuts")).to_contain_text("150 g")
    lot(page, "Gutter offcuts").get_by_text("What could use it up").press("Enter")
    expect(lot(page, "Gutter offcuts")).to_contain_text("Fills about 1000 g of a loaf at 15 %")


def test_dough_kept_tighter_is_workable_longer(page: Page) -> None:
    page.goto("/shelf")
    card = lot(page, "Saffron dough")
    card.get_by_role("button", name="Take or put back").click()
    card.get_by_label("How it is kept").select_option("sealed")
    expect(card).to_contain_text("takes a thumbprint")
    card.get_by_label("How it is kept").select_option("covered")
    expect(card).to_contain_text("edges crack")


def test_shreds_from_the_shelf_are_spoken_for(page: Page, desk: Desk) -> None:
    desk.start("Uses shreds")
    desk.pull("Inside")
    page.get_by_role("button", name="Stir in shreds").click()
    page.get_by_label("Weight").fill("60")
    page.get_by_label("Shreds for Whole loaf from").select_option("ink-offcuts")
    desk.wait_until_saved()
    page.get_by_role("link", name="Shelf").click()
    expect(lot(page, "Offcuts of late ink")).to_contain_text("by Uses shreds")


def test_what_is_cut_at_the_bench_lies_on_the_rack(page: Page, desk: Desk) -> None:
    desk.start("Short work")
    desk.work_until("Unmould and cut")
    with page.expect_response(re.compile("/bench$")):
        page.keyboard.press("Space")
    expect(page.get_by_text("All done.")).to_be_visible()
    page.goto("/shelf")
    expect(lot(page, "Bars of Short work")).to_contain_text(re.compile(r"\d+ bars"))


def test_a_row_a_figure_and_pieces_pressed_in(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("All together")
    page.locator("[data-piece='lantern-2']").focus()
    page.get_by_label("Pieces laid end to end").check()
    expect(page.get_by_text("pieces of", exact=False).first).to_be_visible()
    page.get_by_label("Each is cast").fill("43")
    expect(page.get_by_text("2 pieces of 41 mm end to end")).to_be_visible()
    expect(page.locator("[data-row-joint]")).to_have_count(1)
    group = page.get_by_role("group", name="The figure inside")
    expect(group.get_by_label("Figure", exact=True)).to_have_value("Flame")
    group.get_by_label("Across mm", exact=True).fill("40")
    expect(page.get_by_role("alert").first).to_contain_text("must lie inside the column around it")
    group.get_by_label("Across mm", exact=True).fill("0")
    desk.pull("Inside")
    page.get_by_role("button", name="Press pieces in").click()
    page.get_by_label("How many").last.fill("6")
    # As poured, the face shows only those that it goes through.
    page.get_by_label("as poured").click()
    expect(page.locator("[data-pressed]").first).to_be_visible()
    page.get_by_label("Seam").select_option("left")
    expect(page.locator("[data-seam='left']")).to_be_visible()
    desk.wait_until_saved()


def test_the_cutters_sheet_is_drawn(page: Page, desk: Desk) -> None:
    desk.start("Cut-outs")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    page.get_by_label("Made by").select_option("cutter")
    sheet = page.get_by_role("img", name=re.compile("The sheet from above"))
    expect(sheet).to_be_visible()
    said = sheet.get_attribute("aria-label") or ""
    count = int(re.search(r"(\d+) pieces", said).group(1))  # type: ignore[union-attr]
    assert sheet.locator("polygon").count() == count
    for kind in ("composite", "wedge", "board"):
        page.get_by_label("Made by").select_option(kind)
        expect(page.get_by_text("for all;")).to_be_visible()
