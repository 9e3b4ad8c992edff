"""Formula, colours, scents, sizing backwards, the cupboard: everything that gets weighed."""

from __future__ import annotations

import re

import numpy as np
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations
from tests.photographs import Bar, Camera, as_jpeg, bar_photographed, printed


def test_a_formula_is_built_and_read(page: Page, desk: Desk) -> None:
    desk.start_at_home("Built")
    desk.go("Formula")
    page.get_by_label("Share").first.fill("40")
    expect(page.get_by_role("alert")).to_contain_text("Add 5 %")
    page.get_by_label("Share").nth(1).fill("30")
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_role("button", name=re.compile("^Firm acids: 3\\d %"))).to_be_visible()
    page.get_by_label("Water given by").select_option("ratio")
    desk.choose(page.get_by_label("Fat kept for after trace"), "Jojoba liquid wax")
    page.get_by_role("button", name="weights").click()
    expect(page.get_by_text("Total 1000 g")).to_be_visible()
    page.get_by_role("button", name="Add an additive").click()
    desk.choose(page.get_by_label("Addition"), "White sugar")
    page.get_by_label("Said in").select_option("% of water")
    page.get_by_label("Amount").fill("4")
    page.get_by_label("Temperature method").select_option("hot lye")
    expect(page.get_by_text("Fresh hot lye melts the hard fats")).to_be_visible()
    desk.wait_until_saved()
    desk.go("Pots")
    expect(page.get_by_role("row", name=re.compile("White sugar")).first).to_be_visible()
    desk.go("Bench")
    page.keyboard.press("Space")
    expect(page.get_by_role("heading", level=1)).to_have_text("Weigh the oils, hard and liquid apart")


def test_a_fat_is_found_by_its_name_from_the_keyboard(page: Page, desk: Desk) -> None:
    """Its own fats come first; a letter begins to find, Enter takes, Escape leaves it as it was."""
    desk.start("Found fats", "Formula")
    first = page.get_by_label("Fat 1", exact=True)
    was = first.inner_text()
    first.focus()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_text("Yours", exact=True)).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("Escape")
    expect(first).to_have_text(was)
    expect(first).to_be_focused()
    page.keyboard.type("mango")
    expect(page.get_by_role("listbox").get_by_role("option")).to_have_text(["Mango seed butter"])
    page.keyboard.press("Enter")
    expect(first).to_have_text("Mango seed butter")
    expect(first).to_be_focused()
    desk.wait_until_saved()
    page.reload()
    expect(first).to_have_text("Mango seed butter")
    # What is added is the likeliest it does not have yet.
    page.get_by_role("button", name="Another fat").click()
    rows = [row.inner_text() for row in page.get_by_label(re.compile(r"^Fat \d+$")).all()]
    assert len(set(rows)) == len(rows) > 1


def test_the_formula_book_keeps_versions(page: Page, desk: Desk) -> None:
    desk.start("For the book", "Formula")
    page.get_by_label("Name of the formula").fill("Book test formula")
    page.get_by_role("button", name="Write into the book").click()
    expect(page.get_by_text("In the book as version 1.")).to_be_visible()
    page.get_by_label("Lye left out").fill("8")
    desk.wait_until_saved()
    page.get_by_role("button", name="Write into the book").click()
    expect(page.get_by_text("In the book as version 2.")).to_be_visible()
    page.get_by_label("Add from the book").select_option(label="Book test formula, version 1")
    expect(page.get_by_label("Lye left out")).to_have_value("5")


def test_colour_and_scent_reach_the_pots(page: Page, desk: Desk) -> None:
    desk.start("Painted", "Colours")
    card = page.locator("[data-colour='plain']")
    expect(card).to_contain_text("No colourant yet")
    card.get_by_role("button", name="Add colourant").click()
    card.get_by_label("Jar 1 in Uncoloured").select_option(label="Ultramarine blue")
    card.get_by_label("Dose").fill("10")
    cured = card.locator("[data-swatch='Cured']")
    expect(cured).to_be_visible()
    page.get_by_role("button", name="Add a scent").click()
    page.get_by_role("combobox", name="Bottle 1 of").select_option(label="Wet slate")
    card.get_by_label("Scent").select_option(index=1)
    card.get_by_label("Of oils").fill("9")
    expect(page.get_by_role("alert")).to_contain_text("Use at most")
    card.get_by_label("Of oils").fill("3")
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_text("Wet slate accelerates")).to_be_visible()
    desk.wait_until_saved()
    desk.go("Pots")
    into = page.locator("[data-portion='pour-plain']")
    expect(into).to_contain_text("Ultramarine blue")
    expect(into).to_contain_text("to wet the colours")
    expect(into).to_contain_text("at most 2.90 %")


def test_help_towards_a_wished_colour(page: Page, desk: Desk) -> None:
    desk.start("Wished", "Colours")
    card = page.locator("[data-colour='plain']")
    card.get_by_label("target colour when cured").fill("#41569c")
    card.get_by_role("button", name="What to add to get there").click()
    help = card.get_by_role("status")
    expect(help).to_contain_text("It can be reached")
    expect(help).to_contain_text(re.compile(r"Add [\d.]+ g of Ultramarine blue \([\d.]+ g/kg\): a very close match"))
    expect(help).to_contain_text("for this bowl")
    card.get_by_role("button", name="Add it").first.click()
    expect(card.get_by_text(re.compile("Cured: .*target"))).to_be_visible()
    card.get_by_label("target colour when cured").fill("#fdfbf0")
    card.get_by_role("button", name="What to add to get there").click()
    expect(help).to_contain_text("it cannot be reached by adding: it would have to be lighter")
    expect(help).to_contain_text(
        re.compile(r"Instead, start from a fresh bowl of uncoloured batter: [\d.]+ g of Titanium")
    )
    assert violations(page) == []
    card.get_by_role("button", name="Use that").click()
    expect(card.get_by_label("Jar 1 in Uncoloured")).to_have_value("jar-white")
    expect(card.get_by_label("Jar 2 in Uncoloured")).to_have_count(0)


def test_what_goes_in_when_and_into_what(page: Page, desk: Desk) -> None:
    """A white under the whole pot, scent in the oils, seeds at the very last into one bowl: pots and bench say so."""
    desk.start("When and where", "Colours")
    page.get_by_role("button", name="Add a scent").click()
    page.get_by_role("button", name="Colour or scent a whole pot").click()
    whole = page.locator("[data-whole='loaf']")
    whole.get_by_role("button", name="Add colourant").click()
    whole.get_by_label("Jar 1 in").select_option(label="Titanium dioxide")
    whole.get_by_label("Dose").fill("4,5")
    whole.get_by_label("Scent", exact=True).select_option(index=1)
    whole.get_by_label("Of oils").fill("2")
    whole.get_by_label("Scent goes into").select_option(label="The oils, before the lye")
    # What it will look like now stands above the buttons, and moves them.
    desk.wait_until_saved()
    card = page.locator("[data-colour='plain']")
    card.get_by_role("button", name="Into this bowl only").click()
    desk.choose(card.get_by_label("Addition"), "Blue poppy seeds")
    card.get_by_label("Goes into").select_option(label="The batter, at the very last")
    assert violations(page) == []
    desk.wait_until_saved()
    desk.go("Pots")
    pot = page.get_by_role("region", name="When and where")
    expect(
        pot.get_by_role("row", name=re.compile("Titanium dioxide into the batter, once it holds together"))
    ).to_be_visible()
    expect(pot.get_by_role("row", name=re.compile("into the oils, before the lye"))).to_be_visible()
    expect(pot.locator("[data-portion='pour-plain']")).to_contain_text("Blue poppy seeds, at the very last")
    loaf = page.request.get(f"/api/loaves/{page.url.split('/')[-2]}").json()
    titles = [step["title"] for step in loaf["plan"]["steps"]]
    told = [
        "Blend into the oils",
        "Water, then lye into it",
        "Stir into the whole pot",
        "At the very last, into Uncoloured",
    ]
    assert [title for title in titles if title in told] == told
    assert loaf["document"]["whole_pots"][0]["colourants"][0]["g_per_kg"] == 4.5


def test_an_additive_of_ones_own_is_put_in_and_used(page: Page, desk: Desk) -> None:
    page.goto("/cupboard")
    page.get_by_role("tab", name="Additives").click()
    expect(page.get_by_role("heading", name="Known already")).to_be_visible()
    page.get_by_role("button", name="Add an additive").click()
    page.get_by_label("Name", exact=True).fill("Rice flour, fine")
    page.get_by_label("INCI").fill("Oryza Sativa Powder")
    page.get_by_label("Usually from").fill("7,5")
    assert violations(page) == []
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("heading", name="Rice flour, fine")).to_be_visible()
    desk.start("Floured", "Formula")
    page.get_by_role("button", name="Add an additive").click()
    desk.choose(page.get_by_label("Addition"), "Rice flour, fine")
    # It begins at its own low dose.
    expect(page.get_by_label("Amount")).to_have_value("7.5")
    page.get_by_label("Goes into").select_option(label="The oils, before the lye")
    desk.wait_until_saved()
    desk.go("Pots")
    expect(page.get_by_role("region", name="Ingredient label, a draft")).to_contain_text("Oryza Sativa Powder")


def test_a_us_studio_reads_no_millimetre(page: Page, desk: Desk) -> None:
    """Every place of a loaf, its drawers pulled out, and the rooms around it; units change while it is open."""
    metric = re.compile(r"(?<![\w.·])\d[\d.]* ?(?:mm|ml|kg|cm|°C|g/kg|g/ml)(?![\w/²³])")
    desk.copy_of_the_demo("In inches")
    page.get_by_role("button", name="in · oz").click()
    expect(page.get_by_text(re.compile(r"2\.\d\d in$")).first).to_be_visible()
    for place in ("Section", "Formula", "Colours", "Top", "Pots", "Order", "Cut", "Notes"):
        desk.go(place)
        page.get_by_role("heading", level=1).wait_for()
        expect(page.locator("main")).not_to_contain_text(metric)
    desk.go("Pots")
    page.get_by_role("button", name="Weigh it in ounces").click()
    expect(page.get_by_role("region", name="In inches")).to_contain_text(re.compile(r"\d\.\d\d oz"))
    expect(page.get_by_role("region", name="In inches")).not_to_contain_text(re.compile(r"\d g\b"))
    page.get_by_role("button", name=re.compile("^Batter to mix")).first.click()
    expect(page.get_by_label(re.compile("^How Batter to mix"))).to_contain_text("fl oz to deliver")


def test_colours_that_merge_are_told(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Merging", "Colours")
    first = page.locator("[data-contrast]").first
    expect(first).to_contain_text("stand apart")
    card = page.locator("[data-colour='ink']")
    card.get_by_label("Dose").first.fill("2")
    card.get_by_label("Dose").nth(1).fill("12")
    expect(first).to_contain_text(re.compile("will merge|hard to tell apart"))
    expect(page.get_by_text(re.compile("Dusk blue and Late ink"))).to_have_count(2)


def test_sizing_backwards(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Backwards", "Pots")
    panel = page.get_by_role("region", name="Size to what you have")
    panel.get_by_label("You have").fill("28")
    panel.get_by_role("button", name="Work it out").click()
    expect(panel.get_by_role("status")).to_contain_text("the loaf then takes 28.0 g")
    panel.get_by_role("button", name="Use this").click()
    scents = page.locator("[data-supply='market-tea'] td").first
    expect(scents).to_have_text(re.compile(r"19\.[567] g"))
    panel.get_by_label("You have").fill("900")
    panel.get_by_role("button", name="Work it out").click()
    expect(panel.get_by_role("alert")).to_contain_text("mm long would take it all")


def test_a_bottle_and_a_jar_of_ones_own(page: Page, desk: Desk) -> None:
    page.goto("/cupboard")
    page.get_by_role("button", name="Add a bottle").click()
    page.get_by_label("Name on the bottle").fill("Test smoke")
    highest = page.get_by_label("Highest use")
    highest.fill("250")
    page.get_by_role("button", name="Save", exact=True).click()
    # Why stands at the field, until it is mended.
    expect(highest).to_have_attribute("aria-invalid", "true")
    expect(highest).to_have_accessible_description("It may be at most 100. Type a smaller number.")
    assert violations(page) == []
    highest.fill("2.5")
    expect(highest).not_to_have_attribute("aria-invalid", "true")
    desk.lose_the_line()
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("It could not be saved. The studio cannot be reached.")
    page.context.set_offline(False)
    page.get_by_label("seizes").select_option(label="strongly")
    page.get_by_role("button", name="Save", exact=True).click()
    card = page.locator("[data-item='Test smoke']")
    expect(card).to_contain_text("at most 2.5 %")
    expect(card).to_contain_text("seizes strongly")
    card.get_by_role("button", name="Change Test smoke").click()
    card.get_by_role("button", name="Remove").click()
    expect(card).to_have_count(0)
    held = page.locator("[data-item='Lamp resin']")
    held.get_by_role("button", name="Change Lamp resin").click()
    held.get_by_role("button", name="Remove").click()
    expect(page.get_by_role("alert")).to_contain_text("uses it")
    page.get_by_role("tab", name="Colourants").click()
    page.get_by_role("button", name="Add a jar").click()
    page.get_by_label("Name on the jar").fill("Test moss")
    page.get_by_label("Bar", exact=True).fill("#66774a")
    page.get_by_label("Stable in lye").select_option(label="Yes")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.locator("[data-item='Test moss']")).to_contain_text("Safety not looked up yet")


def test_a_test_bars_colour_is_taken_on_the_card_whatever_the_light(page: Page) -> None:
    page.goto("/cupboard")
    page.get_by_role("tab", name="Colourants").click()
    page.get_by_role("button", name="Add a jar").click()
    card = printed(page.request.get("/api/bar-card.pdf?paper=A4").body())
    moss = [(part / 255) ** 2.2 for part in (0x66, 0x77, 0x4A)]
    soap = np.zeros((480, 560, 3), np.float32) + np.array(moss, np.float32)
    lamp = Camera(at_mm=(105, 148), from_mm=420, tilt_deg=14, light=(1.0, 0.9, 0.78), leans=0.3)
    taken = as_jpeg(bar_photographed(card, Bar(soap, 25, (105, 178)), lamp))
    page.get_by_label("Photograph the test bar").set_input_files(
        {"name": "bar.jpg", "mimeType": "image/jpeg", "buffer": taken}
    )
    bar = page.get_by_label("Bar", exact=True)
    expect(page.get_by_text("Taken, by the card's white.")).to_be_visible()
    read = bytes.fromhex(bar.input_value()[1:])
    assert all(abs(seen - true) <= 8 for seen, true in zip(read, (0x66, 0x77, 0x4A), strict=True))
    assert violations(page) == []
    # Pressed on the paper, paper is what is taken.
    page.get_by_role("button", name=re.compile("^Photograph. Press the soap")).click(position={"x": 8, "y": 8})
    expect(bar).not_to_have_value("#" + read.hex())
    # Without a card it is told what to do, and the colour may still be chosen by eye.
    bare = as_jpeg(np.full((600, 800, 3), 120, np.uint8))
    page.get_by_label("Photograph the plain bar").set_input_files(
        {"name": "bare.jpg", "mimeType": "image/jpeg", "buffer": bare}
    )
    expect(page.get_by_role("alert")).to_contain_text("choose its colour by eye")


def test_stock_runs_short_and_a_week_adds_up(page: Page, desk: Desk) -> None:
    page.goto("/cupboard")
    page.get_by_role("tab", name="Stock").click()
    shea = page.locator("[data-stock='fat:shea'] input")
    shea.fill("20")
    shea.press("Enter")
    desk.copy_of_the_demo("Short of shea", "Pots")
    expect(page.locator("[data-supply='shea']")).to_contain_text("short by")
    desk.go("Order")
    page.get_by_label("Pour on").fill("2026-12-05")
    desk.wait_until_saved()
    address = page.url
    page.goto("/cupboard")
    page.get_by_role("tab", name="A week's needs").click()
    page.get_by_label("Seven days from").fill("2026-12-04")
    expect(page.get_by_text(re.compile("Pours .*Short of shea"))).to_be_visible()
    expect(page.locator("[data-supply='shea']")).to_contain_text("short by")
    page.get_by_role("tab", name="Stock").click()
    shea.fill("4000")
    shea.press("Enter")
    page.goto(address)
    page.get_by_label("Pour on").fill("")
    desk.wait_until_saved()


def test_weighing_is_ticked_off_with_the_scale_s_reading(page: Page, desk: Desk) -> None:
    desk.start("Ticked", "Bench")
    page.keyboard.press("Space")
    first, second = page.get_by_role("listitem").get_by_role("button").all()[:2]
    first.click()
    expect(first).to_have_attribute("aria-pressed", "true")
    expect(second).to_contain_text("scale")
    page.reload()
    expect(page.get_by_role("listitem").get_by_role("button").first).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("Space")
    expect(page.get_by_role("status")).to_contain_text("2 of")


def test_the_cupboard_is_accessible(page: Page) -> None:
    page.goto("/cupboard")
    for shelf in ("Scents", "Colourants", "Stock", "A week's needs"):
        page.get_by_role("tab", name=shelf).click()
        if shelf in ("Scents", "Colourants"):
            page.get_by_role("button", name="Change").first.click()
        page.wait_for_load_state("networkidle")
        assert violations(page) == [], shelf
