"""What one mixing fills: several moulds, cups, columns of several colours, blocks that are grated."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def test_three_loaves_come_out_of_one_batch(page: Page, desk: Desk) -> None:
    desk.start("Three alike")
    before = desk.millilitres("batter-in-mould")
    desk.pull("Mould")
    page.get_by_label("How many are filled").fill("3")
    expect(page.get_by_text("× 3")).to_be_visible()
    expect(page.locator("[data-pot='loaf']")).to_contain_text(re.compile(r"4\d\d\d g"))
    desk.go("Pots")
    mixed = page.get_by_role("img", name=re.compile("^Bowls of Three alike: Uncoloured 4\\d\\d\\d ml$"))
    expect(mixed).to_be_visible()
    desk.go("Section")
    assert desk.millilitres("batter-in-mould") == before
    desk.wait_until_saved()
    desk.work_until("Pour “Whole loaf”")
    expect(page.get_by_role("region", name="Now")).to_contain_text("Each of the three:")


def test_a_tray_of_cups_is_turned_out_whole(page: Page, desk: Desk) -> None:
    desk.start("Cups")
    desk.pull("Mould")
    page.get_by_label("Kind").select_option(label="Cups on a tray")
    desk.wait_until_saved()
    page.get_by_role("button", name="Keep it on the shelf of moulds").click()
    expect(page.get_by_text("is on the shelf. How many you own")).to_be_visible()
    desk.go("Top")
    page.get_by_role("button", name="Pipe", exact=True).click()
    page.get_by_label("Where").select_option(label="Rings")
    page.get_by_label("Rings").fill("2")
    desk.wait_until_saved()
    desk.go("Cut")
    expect(page.get_by_text("12 cups")).to_be_visible()
    expect(page.get_by_text("Each cup")).to_be_visible()
    desk.work_until("Turn out the twelve")


def test_a_column_of_three_colours_is_stirred_with_a_stick(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Stirred")
    page.locator("[data-piece='lantern-2']").focus()
    page.get_by_label("Several colours in it").check()
    page.get_by_role("button", name="Another colour").first.click()
    page.get_by_role("textbox", name="Share").first.fill("60")
    shares = page.get_by_role("textbox", name="Share")
    expect(shares.nth(1)).to_have_value("20")
    page.get_by_label("Stick through, times").fill("3")
    pot = page.locator("[data-pot='cast-lantern-2']")
    expect(pot.get_by_role("listitem")).to_have_count(3)
    desk.wait_until_saved()
    desk.work_until("Fill the mould: Saffron lantern")
    expect(page.get_by_role("region", name="Now")).to_contain_text("draw a stick through it 3 times")


def test_two_kinds_of_shreds_are_cast_grated_and_stirred_in(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Shavings")
    desk.pull("Inside")
    stir = page.get_by_role("button", name="Stir in shreds").first
    stir.click()
    stir.click()
    first = page.locator("[data-shreds='shreds']")
    first.get_by_label("Grated from").select_option(label="A block cast for it")
    expect(page.locator("[data-pot='cast-shreds']")).to_be_visible()
    expect(page.locator("[data-shreds]")).to_have_count(2)
    desk.wait_until_saved()
    desk.work_until("Grate Shreds")
    expect(page.get_by_role("region", name="Now")).to_contain_text("so that they do not clump")


def test_one_pot_fills_a_box_and_a_tray_of_cups(page: Page, desk: Desk) -> None:
    desk.start("Two moulds")
    before = page.locator("[data-pot='loaf']").inner_text()
    desk.pull("Also filled")
    page.get_by_role("button", name="Fill another mould").click()
    cups = page.locator("[data-also='also']")
    cups.get_by_label("Called").fill("Market cups")
    cups.get_by_label("How many cups").fill("8")
    cups.get_by_label("Under its rim by").fill("2,5")
    expect(cups).to_contain_text(re.compile(r"8 cups of \d+ g"))
    expect(page.locator("[data-pot='loaf']")).not_to_have_text(before)
    expect(page.locator("[data-vessel='also']")).to_contain_text("8 cups")
    # Filled lower than its floor it is refused in words, at its place.
    cups.get_by_label("Under its rim by").fill("400")
    expect(page.get_by_role("alert").filter(has_text="leaves nothing in a mould")).to_be_visible()
    # And at the field itself, for who does not see the line above the drawing.
    expect(cups.get_by_label("Under its rim by")).to_have_attribute("aria-invalid", "true")
    expect(cups.get_by_label("Under its rim by")).to_have_accessible_description(
        re.compile("Leaves nothing in a mould")
    )
    cups.get_by_label("Under its rim by").fill("2,5")
    expect(cups.get_by_label("Under its rim by")).not_to_have_attribute("aria-invalid", "true")
    desk.wait_until_saved()
    desk.go("Order")
    expect(page.get_by_text("Turn out Market cups of Two moulds")).to_be_visible()
    desk.go("Cut")
    also = page.get_by_role("region", name="Also filled: Market cups")
    expect(also.get_by_role("img", name="Market cups: from above")).to_be_visible()
    expect(also.get_by_role("img", name="Market cups: cut through its middle")).to_be_visible()
    desk.work_until("Fill Market cups")
    expect(page.get_by_role("region", name="Now")).to_contain_text("Each of the eight:")


def test_two_loaves_of_one_formula_are_mixed_at_once(page: Page, desk: Desk) -> None:
    desk.start("First of two")
    desk.wait_until_saved()
    desk.start("Second of two", "Pots")
    shared = page.get_by_role("region", name="Mixed with another loaf")
    shared.get_by_role("button", name="Which loaves fit?").press("Enter")
    shared.get_by_role("button", name="Mix it with First of two").press("Enter")
    own = page.locator("section[aria-labelledby='pot-loaf']")
    expect(own).to_contain_text("Batter of First of two, at emulsion")
    expect(own).not_to_contain_text("Sodium hydroxide")
    taken = own.get_by_role("row", name="Batter of First of two").get_by_role("cell").inner_text()
    desk.wait_until_saved()
    assert violations(page) == []
    shared.get_by_role("link", name="First of two").click()
    expect(page.get_by_role("region", name="First of two")).to_contain_text(f"take out {taken} for Second of two")
    desk.work_until("Take out what is for Second of two")
    expect(page.get_by_role("region", name="Now")).to_contain_text("For Second of two")


def test_a_bowl_goes_into_another_vessel_by_pointer_and_by_keys(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Bowls about")
    strip = page.get_by_role("region", name="What is filled")
    jade = strip.locator("[data-vessel='lantern-3']")
    bowl = strip.get_by_role("button", name="Vermilion paper, in Vermilion lantern")
    bowl.scroll_into_view_if_needed()
    bowl.drag_to(jade)
    expect(jade.get_by_role("button", name="Vermilion paper, in Jade lantern")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(jade.get_by_role("button", name="Jade paper, in Jade lantern")).to_be_visible()
    bowl.press("Enter")
    page.get_by_role("menuitem", name="Jade lantern, beside what is in it").press("Enter")
    expect(jade.get_by_role("button")).to_have_count(3)
    expect(page.locator("[data-pot]").filter(has_text="Vermilion lantern and Jade lantern")).to_be_visible()


def test_pieces_are_cut_out_of_bars_on_the_shelf(page: Page, desk: Desk) -> None:
    desk.start("Old in new")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    piece = page.locator("[data-pieces='pieces']")
    piece.get_by_label("Made by").select_option(label="Cut from a slab")
    piece.get_by_role("button", name="Cut them out of an older loaf").click()
    piece.get_by_label("Bars cut up").fill("1")
    piece.get_by_role("button", name="Cut 12 out of one bar").click()
    expect(piece.get_by_role("alert")).to_contain_text("take more bars")
    piece.get_by_label("Bars cut up").fill("2")
    piece.get_by_role("button", name="Cut 12 out of 2 bars").click()
    expect(piece.get_by_label("Pieces 1 come from")).to_contain_text("Pieces 1 (12)")
    desk.wait_until_saved()
    page.get_by_role("link", name="Shelf").click()
    expect(page.get_by_text(re.compile("Offcuts of Bars of"))).to_be_visible()
