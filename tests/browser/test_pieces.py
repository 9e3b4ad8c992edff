"""Pieces: an outline from a file, when to lay it in, where it would rest, cuts that spare its joints."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import ROOT, Desk

EXAMPLES = ROOT / "examples"


def test_an_outline_is_imported_cast_and_laid(page: Page, desk: Desk) -> None:
    desk.start("From a drawing")
    desk.pull("Inside")
    page.get_by_role("button", name="Add a column").click()
    page.get_by_role("button", name="Lay in Column 1").click()
    page.get_by_label("Outline file").set_input_files(EXAMPLES / "paper-boat.svg")
    expect(page.get_by_text("56.0 × 34.0 mm")).to_be_visible()
    expect(page.get_by_label("Shape")).to_have_value("polygon")
    expect(page.locator("[data-pot='cast-column']")).to_be_visible()
    page.get_by_label("Level").first.fill("30")
    page.get_by_role("button", name="Add a pour").click()
    page.get_by_label("Level").last.fill("66")
    expect(page.get_by_role("region", name="When to lay it in")).to_contain_text("Spoon batter behind it")
    page.get_by_label("Outline file").set_input_files(EXAMPLES / "kite-master.stl")
    expect(page.get_by_text(re.compile("80.0 mm, .* ml"))).to_be_visible()
    desk.wait_until_saved()


BAD_FILES = [
    ("units.svg", '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>', "state its width"),
    ("script.svg", '<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>', "scripts and outside references"),
    ("noise.stl", "noise", "must be an STL mesh"),
]


def test_a_bad_file_leaves_the_piece_alone(page: Page, desk: Desk, tmp_path: Path) -> None:
    desk.copy_of_the_demo("Bad files")
    page.locator("[data-piece='lantern-2']").focus()
    for name, text, says in BAD_FILES:
        file = tmp_path / name
        file.write_text(text, encoding="utf-8")
        page.get_by_label("Outline file").first.set_input_files(file)
        expect(page.get_by_role("alert")).to_contain_text(says)
        expect(page.get_by_label("Shape").first).to_have_value("rounded")


def test_the_ghost_shows_where_it_would_rest(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Ghost")
    page.locator("[data-piece='lantern-2']").focus()
    notes = page.get_by_role("region", name="When to lay it in")
    expect(notes).to_contain_text("wait for")
    notes.get_by_role("button", name=re.compile("^light trace")).click()
    ghost = page.locator("[data-ghost='light'] polygon").first
    expect(ghost).to_be_visible()
    piece = page.locator("[data-piece='lantern-2']").bounding_box()
    resting = ghost.bounding_box()
    assert piece
    assert resting
    assert resting["y"] > piece["y"] + 20
    notes.get_by_role("button", name=re.compile("^light trace")).click()
    expect(page.locator("[data-ghost]")).to_have_count(0)


def test_the_bench_says_when_to_lay_it_in(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Told at the bench")
    desk.work_until("Lay in Vermilion lantern")
    expect(page.get_by_role("region", name="Now")).to_contain_text("wait for")


def test_cuts_are_shifted_to_spare_a_joint(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Shifted", "Cut")
    page.get_by_label("Bar mm").fill("23")
    offer = page.get_by_role("button", name="Shift the cuts")
    expect(offer).to_be_visible()
    bars = page.locator("[data-bar]").count()
    before = page.get_by_text("joint at").count()
    offer.click()
    expect(offer).to_have_count(0)
    assert page.locator("[data-bar]").count() >= bars
    assert page.get_by_text("joint at").count() <= before


def test_pieces_cut_from_a_slab_take_the_place_of_batter(page: Page, desk: Desk) -> None:
    desk.start("From a slab")
    before = desk.millilitres("batter-in-mould")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    card = page.locator("[data-pieces='pieces']")
    card.get_by_label("Made by").select_option(label="Cut from a slab")
    expect(card).to_contain_text("to a sheet")
    expect(card).to_contain_text("left over")
    expect(page.locator("[data-pot='cast-pieces']")).to_be_visible()
    desk.pull("Inside")
    page.get_by_role("button", name="Pieces in it").click()
    page.get_by_label("How many").first.fill("10")
    expect(page.get_by_test_id("batter-in-mould")).to_have_text(f"{round(before - 10 * 10.6)} ml")
    page.get_by_label("How many").first.fill("13")
    expect(page.get_by_role("alert")).to_contain_text("Make 13, or use fewer")
    page.get_by_label("How many").first.fill("12")
    desk.wait_until_saved()
    desk.go("Order")
    expect(page.get_by_text("Pour the slab for Pieces 1")).to_be_visible()


WAYS = {
    "Chunks, by hand": "8.0 ml each",
    "Balls or beads": "1.8 ml each",
    "Soap dough": "10 % for hands and board",
    "Melt and pour": "melted, not mixed",
    "Piped ahead": "piped ahead",
}


def test_every_way_of_making_pieces(page: Page, desk: Desk) -> None:
    desk.start("By every way")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    card = page.locator("[data-pieces='pieces']")
    for way, shows in WAYS.items():
        card.get_by_label("Made by").select_option(label=way)
        expect(card).to_contain_text(shows)
        expect(page.locator("[data-pot='cast-pieces']")).to_have_count(0 if way == "Melt and pour" else 1)
    # In hollows several colours may be poured into each; otherwise made, they are of one again.
    desk.copy_of_the_demo("Beads of two")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    card = page.locator("[data-pieces]").last
    card.get_by_role("textbox", name="Name").fill("Two-coloured beads")
    card.get_by_label("Several colours in each").check()
    card.get_by_label("Poured into its mould").select_option(label="Drop swirl")
    card.get_by_label("Streams in all").fill("12")
    pot = page.locator("[data-pot^='cast-pieces']").filter(has_text="Two-coloured beads")
    expect(pot.get_by_role("listitem")).to_have_count(2)
    card.get_by_label("Made by").select_option(label="Balls or beads")
    expect(card.get_by_label("Several colours in each")).to_have_count(0)
    expect(pot.get_by_role("listitem")).to_have_count(0)
    desk.wait_until_saved()


def test_a_hollow_is_measured_from_its_model(page: Page, desk: Desk) -> None:
    desk.start("Measured")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    page.get_by_label("Model file").set_input_files(EXAMPLES / "kite-master.stl")
    expect(page.get_by_label("One hollow holds")).to_have_value(re.compile(r"^66\.7"))
    # Its foot and height come from the model too.
    expect(page.get_by_label("Its foot and height are known")).to_be_checked()
    expect(page.get_by_label("Stands high")).to_have_value("80")


def test_dough_of_two_colours_is_told_by_the_gram(page: Page, desk: Desk) -> None:
    """A tenth for the hands on 12 balls of 10 mm and 12 coils of 10 x 10 mm, at 1.05 g/ml."""
    desk.start("Two doughs")
    page.get_by_role("link", name=re.compile("Colours")).first.click()
    page.get_by_role("button", name="Add a colour").click()
    desk.wait_until_saved()
    desk.go("Section")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    page.get_by_label("Made by").select_option(label="Soap dough")
    page.get_by_role("button", name="Add a shape").click()
    page.get_by_label("Shape 2", exact=True).select_option(label="Coil")
    page.get_by_label("Its colour, shape 2").select_option(label="Colour 2")
    needs = page.get_by_role("region", name="Dough to knead")
    expect(needs).to_contain_text("Uncoloured7 g")
    expect(needs).to_contain_text("Colour 211 g")


def test_shreds_say_their_block_and_their_share(page: Page, desk: Desk) -> None:
    desk.start("With shreds")
    desk.pull("Inside")
    page.get_by_role("button", name="Stir in shreds").click()
    page.get_by_label("Weight").fill("206")
    expect(page.get_by_text("15 % of the loaf")).to_contain_text("They take 200 ml, a loose heap of 444 ml")
    page.get_by_role("button", name=re.compile("^Most of Shreds")).click()
    expect(page.get_by_role("dialog")).to_contain_text("45% of a heap of them is soap")
