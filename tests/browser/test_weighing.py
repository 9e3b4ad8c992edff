"""What fingers type, what the scale can show, what the sheet says: with a comma, in ounces, on a coarse scale."""

from __future__ import annotations

import re
from decimal import Decimal

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations
from tests.browser.test_pour_day import fit_for_gloves


def test_a_comma_is_the_number_meant_and_what_could_be_two_is_asked(page: Page, desk: Desk) -> None:
    desk.start("Typed")
    desk.pull("Mould")
    width = page.get_by_label("Width mm", exact=True)
    width.click()
    width.fill("")
    page.keyboard.type("87,5")
    expect(page.get_by_text("= 87.5 mm")).to_be_visible()
    width.blur()
    expect(width).to_have_value("87.5")
    page.keyboard.press("Tab")
    width.fill("1,250")
    expect(width).to_have_attribute("aria-invalid", "true")
    assert violations(page) == []
    page.get_by_role("button", name="1.25 mm").wait_for()
    width.fill("3 1/2 in")
    expect(page.get_by_text("= 88.9 mm")).to_be_visible()
    desk.wait_until_saved()
    # What is no number stays where it was typed, says why, and changes nothing.
    for text, why in (("88,9,1", "two decimal signs"), ("90 g", "measures a weight"), ("wide", "is no number")):
        width.fill(text)
        width.blur()
        expect(page.get_by_role("alert").filter(has_text=why)).to_be_visible()
        expect(width).to_have_value(text)
    page.reload()
    desk.pull("Mould")
    expect(width).to_have_value("88.9")


def test_a_pot_that_the_scale_cannot_weigh_offers_ways_and_takes_one(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Coarse")
    desk.pull("Bowls")
    page.get_by_label("Scale reads to", exact=True).select_option(label="5 g")
    desk.wait_until_saved()
    desk.go("Pots")
    flame = page.get_by_role("region", name="Flame of Saffron lantern")
    expect(flame).to_contain_text("This scale cannot weigh this pot")
    expect(flame.get_by_role("table")).to_have_count(0)
    for cell in page.get_by_role("cell").all_inner_texts():
        assert not re.fullmatch(r"0(\.0+)? (g|oz)", cell.strip()), cell
    assert violations(page) == []
    desk.go("Bench")
    heading = page.get_by_role("heading", level=1)
    titles = []
    while "cannot weigh" not in (title := heading.inner_text()):
        titles.append(title)
        desk.press_done()
        expect(heading).not_to_have_text(title)
    assert len(titles) < 40
    page.go_back()
    flame.get_by_role("button", name=re.compile(r"^Mix \d+ g more batter")).click()
    expect(flame.get_by_role("table").first).to_contain_text("Sodium hydroxide")
    desk.wait_until_saved()
    jade = page.get_by_role("region", name="Jade lantern")
    jade.get_by_role("button", name=re.compile("^Weigh this loaf on a scale of")).click()
    expect(jade.get_by_role("table").first).to_contain_text("Sodium hydroxide")


def test_a_loaf_begun_in_us_units_is_weighed_in_ounces_that_add_up(page: Page, desk: Desk) -> None:
    page.goto("/")
    page.get_by_role("button", name="in · oz").click()
    desk.start_at_home("Ounces")
    desk.go("Pots")
    tables = page.get_by_role("table").filter(has_text="Total")
    expect(tables.first).to_contain_text("oz")
    for table in tables.all():
        cells = table.get_by_role("cell").all_inner_texts()
        assert all(cell.endswith(" oz") for cell in cells)
        *rows, total = [Decimal(cell.split()[0]) for cell in cells]
        assert sum(rows) == total
    desk.go("Bench")
    page.keyboard.press("Space")
    expect(page.get_by_role("region", name="Now")).to_contain_text(re.compile(r"\d\.\d\d oz"))
    expect(page.get_by_role("region", name="Now")).not_to_contain_text(re.compile(r"\d g\b"))
    page.get_by_role("button", name="mm · g").click()


def test_hot_lye_is_asked_about_once_and_its_clock_stays_in_sight(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Hot lye")
    desk.work_until("Let the lye cool")
    heading = page.get_by_role("heading", level=1)
    timer = page.get_by_role("timer")
    expect(timer).to_contain_text("left, an estimate")
    page.keyboard.press("Space")
    asked = page.get_by_role("alertdialog", name="Before its time")
    expect(asked).to_contain_text("left, an estimate")
    page.keyboard.press("Space")
    fit_for_gloves(page)
    asked.get_by_role("button", name="Not yet").click()
    expect(heading).to_have_text("Let the lye cool")
    mixing = page.get_by_role("list", name="After that").get_by_role("button").filter(has_text="lye").first
    title = mixing.locator("span.block.text-xl").inner_text()
    mixing.click()
    expect(asked).to_contain_text("comes before")
    asked.get_by_role("button", name=re.compile("^I know")).click()
    expect(heading).to_have_text(title)
    expect(timer).to_contain_text("Let the lye cool: left, an estimate")
    page.keyboard.press("Backspace")
    expect(heading).to_have_text("Let the lye cool")
    desk.press_done()
    expect(heading).not_to_have_text("Let the lye cool")
