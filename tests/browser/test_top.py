"""The top: piped, strewn, sprinkled; seen, dragged, printed."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.conftest import Desk
from tests.browser.test_places import violations
from tests.photographs import ON_TABLE, Camera, Rim, TopPiece, as_jpeg, printed, ring, top_photographed


def grams_to_hold_back(page: Page, name: str) -> int:
    """Frosting of a colour, in ml."""
    found = page.get_by_role("button", name=re.compile(rf"^Frosting, {name}"))
    return int(found.inner_text().split()[0])


def test_a_top_from_nothing(page: Page, desk: Desk) -> None:
    desk.start("Bare top", "Top")
    desk.pull("Frosting")
    page.get_by_role("button", name="Put frosting on").click()
    expect(page.locator("[data-run='run'] use")).to_have_count(39)
    expect(page.get_by_role("region", name="Bags and time")).to_contain_text("1 bag with Round 10")
    first = grams_to_hold_back(page, "Uncoloured")
    desk.open_on_top("Stars and kisses")
    page.get_by_label("Size mm").fill("26")
    expect(page.locator("[data-run='run'] use")).to_have_count(27)
    assert grams_to_hold_back(page, "Uncoloured") != first
    page.get_by_role("radio", name="Leaves").check()
    page.get_by_label("Points").first.select_option(label="To both sides")
    expect(page.locator("[data-run='run'] use")).to_have_count(54)
    page.get_by_label("Weight of five").fill("20")
    # Taken by hand: with the arrows, the next one by Page Down, and dragged.
    page.get_by_role("button", name="Leaves, 1 of 54").focus()
    page.keyboard.press("PageDown")
    page.keyboard.press("ArrowRight")
    moved = page.get_by_role("button", name=re.compile(r"^Leaves, 2 of 54, moved by hand: .* mm across, .* mm along$"))
    expect(moved).to_be_focused()
    other = page.get_by_role("button", name="Leaves, 30 of 54").bounding_box()
    assert other
    page.mouse.move(other["x"] + other["width"] / 2, other["y"] + other["height"] / 2)
    page.mouse.down()
    page.mouse.move(other["x"] + 40, other["y"] + 30, steps=4)
    page.mouse.up()
    expect(page.get_by_role("button", name="Leaves, 30 of 54, moved by hand")).to_have_count(1)
    page.get_by_role("button", name="Put all 2 moved back").click()
    expect(page.get_by_role("button", name=re.compile("moved by hand"))).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Frosting of Leaves")).click()
    expect(page.get_by_role("dialog")).to_contain_text("your log")
    page.keyboard.press("Escape")
    desk.wait_until_saved()
    desk.go("Pots")
    expect(page.get_by_text("Uncoloured, held back").first).to_be_visible()
    desk.go("Bench")
    page.get_by_role("link", name="Bare top").click()
    desk.go("Top")
    page.get_by_role("button", name="Remove Leaves").click()
    expect(page.locator("[data-run]")).to_have_count(0)


@pytest.mark.parametrize("names", [("Lantern Row", "Ferry Lights", "Paper Kites"), ("Tin Roof Rain", "Trellis Gate")])
def test_every_demo_top_is_drawn_and_accessible(page: Page, names: tuple[str, ...]) -> None:
    page.goto("/")
    ids = {loaf["name"]: loaf["id"] for loaf in page.request.get("/api/loaves").json()}
    for name in names:
        page.goto(f"/loaf/{ids[name]}/top")
        expect(page.get_by_role("img", name="The top from the side")).to_be_visible()
        assert page.locator("[data-run] use").count() > 20, name
        for drawer in ("Shape", "Frosting", "Tips", "Kept clear"):
            page.get_by_role("heading", level=3).filter(has_text=re.compile(f"^{drawer}")).first.get_by_role(
                "button"
            ).click()
        assert violations(page) == [], name


def test_pieces_are_strewn_dragged_held_and_let_go(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Strewn", "Top")
    piece = page.locator("[data-strewn='tassel-caps 0']")
    at = piece.bounding_box()
    assert at
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.down()
    page.mouse.move(at["x"] + at["width"] / 2 + 38, at["y"] + at["height"] / 2 + 5, steps=5)
    page.mouse.up()
    expect(piece).to_have_attribute("aria-label", re.compile("held"))
    desk.wait_until_saved()
    others = page.locator("[data-strewn]").nth(4)
    before = others.bounding_box()
    page.get_by_role("button", name="Another arrangement").click()
    expect(piece).to_have_attribute("aria-label", re.compile("held"))
    for _ in range(60):
        if others.bounding_box() != before:
            break
        page.wait_for_timeout(100)
    else:
        pytest.fail("nothing was strewn otherwise")
    piece.focus()
    for _ in range(30):
        page.keyboard.press("ArrowRight")
        page.wait_for_timeout(20)
        if "over a cut" in (piece.get_attribute("aria-label") or ""):
            break
    expect(piece).to_have_attribute("aria-label", re.compile("over a cut"))
    expect(page.get_by_text("lies over a cut").first).to_be_attached()
    page.keyboard.press("Delete")
    expect(piece).not_to_have_attribute("aria-label", re.compile("held"))
    desk.open_on_top("Tassel caps")
    page.get_by_label("How many").fill("18")
    expect(page.get_by_role("table", name="What every bar has on top")).to_contain_text("Tassel caps")
    page.get_by_label("How many").fill("40")
    expect(page.get_by_role("alert")).to_contain_text("Make 40, or use fewer")


def test_salt_sends_the_loaf_onto_its_side_and_a_spritz_is_cautioned(page: Page, desk: Desk) -> None:
    desk.start("Salted", "Top")
    page.get_by_role("button", name="Sprinkle or spray").click()
    expect(page.get_by_role("note", name="Caution")).to_contain_text("no flame near")
    page.get_by_label("It is").select_option(label="Salt")
    page.get_by_label("Called").fill("Sea salt")
    expect(page.get_by_text("Cut it lying on its side").first).to_be_visible()
    desk.pull("Shape")
    page.get_by_label("Mound across").fill("8")
    expect(page.get_by_role("region", name="Heights")).to_contain_text("8.0 mm over the batter")


def test_the_template_and_the_strip_print(page: Page, desk: Desk, tmp_path: Path) -> None:
    desk.copy_of_the_demo("Template", "Top")
    for link, pages in (("Print the template, 1:1", 2), ("Strips for the rim", 1)):
        with page.expect_download() as download:
            page.get_by_role("link", name=link).click()
        file = tmp_path / "sheet.pdf"
        download.value.save_as(file)
        assert len(PdfReader(file).pages) == pages


def test_halves_specials_and_the_sample(page: Page, desk: Desk) -> None:
    desk.start("Favours", "Cut")
    page.get_by_label("Bars from each slice").fill("2")
    expect(page.get_by_text(re.compile(r"\d+ slices, \d+ bars"))).to_be_visible()
    page.get_by_label("Sample from").select_option(label="The back end")
    page.get_by_label("What is special about bar 3").fill("For the hosts")
    desk.wait_until_saved()
    page.reload()
    expect(page.get_by_label("What is special about bar 3")).to_have_value("For the hosts")
    assert violations(page) == []


def test_the_bench_pipes_by_the_picture(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Piped")
    desk.work_until("Pipe Eave tiles")
    expect(page.locator("[data-run='eave'] use").first).to_be_visible()
    expect(page.locator("[data-run='lamps']")).to_have_count(0)
    expect(page.get_by_role("link", name="Template, 1:1")).to_be_visible()
    slant = page.get_by_role("img", name="The loaf after this step, at a slant")
    expect(slant).to_have_js_property("naturalWidth", 640)
    page.keyboard.press("Space")
    expect(page.locator("[data-run='lamps'] use").first).to_be_visible()
    assert violations(page) == []


def test_some_slices_are_halved_others_left_whole_and_pieces_stand_on_every_bar(page: Page, desk: Desk) -> None:
    desk.start("Favours by the bar")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    card = page.locator("[data-pieces='pieces']")
    card.get_by_label("Made by").select_option(label="Balls or beads")
    desk.wait_until_saved()
    desk.go("Cut")
    page.get_by_label("Bars from each slice").fill("2")
    expect(page.get_by_text("9 slices, 18 bars")).to_be_visible()
    page.get_by_label("Bar 3 is cut").select_option(label="left whole")
    expect(page.get_by_text("9 slices, 17 bars")).to_be_visible()
    expect(page.locator("[data-bar='3']")).to_contain_text("Bar 3")
    expect(page.locator("[data-bar='4']")).to_contain_text("Slice 4")
    desk.go("Top")
    page.get_by_role("button", name="Set pieces").click()
    page.get_by_label("Where").select_option(label="The same on every bar")
    page.get_by_label("Place 1 across").fill("-20")
    expect(page.locator("[data-strewn]")).to_have_count(9)
    page.get_by_label("Pressed in by").fill("3")
    desk.wait_until_saved()
    assert violations(page) == []


def names_on_top(page: Page) -> list[str]:
    """The list as it stands, from the first to the last."""
    return [row.get_attribute("data-top-thing") or "" for row in page.locator("[data-top-thing]").all()]


def test_everything_on_the_top_is_one_list_in_any_order(page: Page, desk: Desk) -> None:
    """Spritz first by the keys, grass into the gaps last by the pointer, a cap on every dollop; the bench follows."""
    desk.start("Meadow")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    page.locator("[data-pieces='pieces']").get_by_label("Made by").select_option(label="Balls or beads")
    desk.wait_until_saved()
    desk.go("Top")
    page.get_by_role("button", name="Pipe", exact=True).click()
    page.get_by_role("radio", name="Dollops").check()
    page.get_by_label("Where").select_option(label="One to each bar")
    expect(page.locator("[data-run='run'] use")).to_have_count(9)
    page.get_by_role("button", name="Set pieces").click()
    page.get_by_label("Where").select_option(label="One on each motif")
    expect(page.locator("[data-strewn]")).to_have_count(9)
    page.get_by_role("button", name="Pipe", exact=True).click()
    page.get_by_role("radio", name="Grass").check()
    page.get_by_label("Where").select_option(label="All over, and in the gaps")
    page.get_by_role("button", name="Sprinkle or spray").click()
    page.get_by_role("button", name=re.compile("^Move Alcohol spritz: place 4 of 4")).focus()
    for place in (3, 2, 1):
        page.keyboard.press("ArrowUp")
        moved = page.get_by_role("button", name=re.compile(f"^Move Alcohol spritz: place {place} of 4"))
        expect(moved).to_be_focused()
    desk.wait_until_saved()
    handle = page.get_by_role("button", name=re.compile("^Move Grass")).bounding_box()
    last = page.locator("[data-top-thing]").last.bounding_box()
    assert handle
    assert last
    page.mouse.move(handle["x"] + 8, handle["y"] + 8)
    page.mouse.down()
    page.mouse.move(handle["x"] + 8, last["y"] + last["height"] / 2, steps=8)
    expect(page.locator("[data-top-thing]").last).to_contain_text("Grass")
    page.mouse.up()
    expect(page.locator("[data-top-thing]").last).to_contain_text("left out: pieces lie there")
    assert names_on_top(page) == ["finish.finish", "pipe.run", "strew.pieces", "pipe.run-2"]
    desk.wait_until_saved()
    assert violations(page) == []
    desk.work_until("Alcohol spritz")
    page.keyboard.press("Space")
    expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("^Pipe Dollops"))


def test_strips_ranges_and_a_stamp(page: Page, desk: Desk) -> None:
    desk.start("Strips", "Cut")
    page.get_by_label("Or strip width").fill("40")
    expect(page.get_by_text("2 strips, each 40.0 mm wide; beside them")).to_be_visible()
    page.get_by_role("button", name="Add special bars").click()
    page.get_by_label("Bars", exact=True).fill("8-9")
    page.get_by_label("Called").fill("Samples")
    page.get_by_label("Cut", exact=True).select_option(label="Left whole")
    expect(page.get_by_text("9 slices, 16 bars")).to_be_visible()
    page.get_by_label("Bars", exact=True).fill("all")
    expect(page.get_by_text("Numbers such as 1–3, 7; empty for all.")).to_be_visible()
    page.get_by_label("Stamp every bar").check()
    expect(page.get_by_text("from the left edge of the face")).to_be_visible()
    page.get_by_label("Cutter takes").fill("50")
    expect(page.get_by_text("The loaf is 60 mm high standing; the cutter takes 50 mm.").first).to_be_visible()
    page.get_by_label("Cut with").select_option(label="A plain kitchen knife")
    expect(page.get_by_text("A kitchen knife has no guide of its own")).to_be_visible()
    expect(page.get_by_text("the cutter takes 50 mm")).to_have_count(0)
    desk.wait_until_saved()
    assert violations(page) == []


def test_a_photographed_top_says_which_cut_a_piece_meets_and_is_planned_as_it_lies(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Seen from above")
    ask, loaf = page.request, page.url.partition("/loaf/")[2].split("/")[0]
    document = ask.get(f"/api/loaves/{loaf}/document").json()
    pin = {"pieces": "cap", "number": 0, "x": -12, "y": 60}
    ball = {"id": "cap", "name": "Cap", "count": 1, "make": {"kind": "ball", "diameter_mm": 16}}
    bare = {
        **document,
        "name": "A cap alone",
        "frosting": None,
        "pieces": [ball | {"colour": document["colours"][0]["id"]}],
        "batches": [],
        "work": [step for step in document["work"] if step["do"] in ("pour", "lay")],
        "top": {"scatter": {"items": [{"pieces": "cap", "count": 1}], "pins": [pin]}},
    }
    made = ask.post("/api/loaves/import", data=bare, headers=desk.signed())
    assert made.ok, made.text()
    plan = ask.get(f"/api/loaves/{made.json()['id']}").json()["plan"]
    front, back = plan["mould"]["ends_at_rim"]
    page.goto(f"/loaf/{made.json()['id']}/top")
    strips = ask.get(f"/api/loaves/{made.json()['id']}/rim-strip.pdf").body()
    wide = 2 * max(x for x, _ in plan["mould"]["outline"])
    level = plan["level_mm"] - bare["mould"]["height_mm"]
    # It was to lie in the middle of a bar, and lies under a cut.
    cut = next(bar["to_mm"] for bar in plan["cuts"]["bars"] if bar["to_mm"] > 60)
    piece = TopPiece(ring(8), (cut - (front + back) / 2, -12), level + 8, (0.1, 0.1, 0.3))
    camera = Camera(at_mm=ON_TABLE, from_mm=430, size_px=(1600, 1200))
    taken = top_photographed(printed(strips), Rim(back - front, wide, level), (piece,), camera)

    place = page.get_by_role("region", name="Does it lie as planned?")
    photo = {"name": "top.jpg", "mimeType": "image/jpeg", "buffer": as_jpeg(taken)}
    place.get_by_label("Photograph the top").set_input_files(photo)
    expect(place.get_by_role("img", name=re.compile("^The top as it was seen"))).to_be_visible()
    expect(place.get_by_text(re.compile(r"^Cap 1 lies .* would go through it\.$"))).to_be_visible()
    assert violations(page) == []
    place.get_by_role("button", name="Plan it where it lies").press("Enter")
    expect(place.get_by_role("status")).to_contain_text("Planned where it lies now")
    desk.wait_until_saved()
    (moved,) = ask.get(f"/api/loaves/{made.json()['id']}/document").json()["top"]["scatter"]["pins"]
    assert abs(moved["y"] - cut) < 1.5
    assert abs(moved["x"] + 12) < 1.5

    # A photograph of something else is refused in words.
    blank = {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": as_jpeg(0 * taken + 120)}
    place.get_by_label("Photograph it again").set_input_files(blank)
    expect(place.get_by_role("alert")).to_contain_text("square marks is seen")
