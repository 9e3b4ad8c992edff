"""Cut faces follow the pours."""

from __future__ import annotations

import io
import re
from pathlib import Path

from PIL import Image, ImageDraw
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations
from tests.photographs import Camera, as_jpeg, bar_of_plan, bar_photographed, printed


def picture(page: Page, bar: int) -> str:
    """What a bar's face is drawn with."""
    return page.locator(f"[data-bar='{bar}'] image").get_attribute("href") or ""


def rested(page: Page) -> None:
    """The sharp faces are there."""
    expect(page.get_by_role("status").filter(has_text="Outcome")).not_to_contain_text("still being drawn")


def test_a_pour_is_edited_and_the_faces_follow(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Faces", "Cut")
    expect(page.locator("[data-bar] image")).to_have_count(10)
    rested(page)
    before = picture(page, 4)
    page.get_by_role("button", name="Another outcome").click()
    expect(page.get_by_role("status").filter(has_text="Outcome 2")).to_be_visible()
    rested(page)
    another = picture(page, 4)
    assert another != before
    page.get_by_label("Seen").select_option(label="Back faces")
    rested(page)
    assert picture(page, 4) != another
    assert violations(page) == []

    desk.go("Section")
    desk.pull("Inside")
    page.get_by_label("Poured as").last.select_option(label="Drop swirl")
    page.get_by_label("Passes").fill("9")
    page.get_by_label("How thick").last.select_option(label="Light trace")
    page.get_by_label(re.compile("^Poured from")).last.fill("150")
    desk.wait_until_saved()
    desk.go("Cut")
    rested(page)
    swirled = picture(page, 4)
    assert swirled not in (before, another)
    page.get_by_label("Poured later by").fill("40")
    rested(page)
    # How thick it is was told, so that waiting changes nothing.
    assert picture(page, 4) == swirled


def test_a_face_is_looked_at_large_and_asked_which_moment_made_it(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Asked", "Cut")
    page.get_by_role("button", name="Bar 2, large").click()
    large = page.get_by_role("dialog")
    large.get_by_role("button", name="Left, near the floor").click()
    expect(large.get_by_role("status")).to_have_text("Plum haze, poured as Street dusk, step 1 of the work.")
    face = large.get_by_role("img", name="Face of bar 2, large")
    box = face.bounding_box()
    assert box
    face.click(position={"x": box["width"] / 2, "y": box["height"] * 0.6})
    expect(large.get_by_role("status")).to_contain_text("in an embed")
    assert violations(page) == []
    with page.expect_download() as download:
        large.get_by_role("button", name="As a picture").click()
    assert download.value.suggested_filename == "bar-2.png"
    # The embed's vermilion stands in the middle of it, as on the page.
    saved = Image.open(download.value.path()).convert("RGB")
    red, green, blue = saved.getpixel((saved.width // 2, round(saved.height * 0.6)))
    assert red > 150 > green > blue
    page.keyboard.press("Escape")
    expect(large).to_have_count(0)


def test_a_wire_is_drawn_through_and_a_line_drizzled(page: Page, desk: Desk) -> None:
    desk.start("Drawn")
    desk.pull("Inside")
    section = page.get_by_role("group", name="Cross-section").locator("image")
    page.get_by_role("button", name="Add a pour").click()
    page.get_by_label("Level mm").last.fill("66")
    page.get_by_role("button", name="Add a thin line").click()
    page.get_by_label("Goes on").select_option(label="In oil, drizzled")
    page.get_by_label("Oil g", exact=True).fill("7,5")
    desk.wait_until_saved()
    expect(section).to_have_count(1)
    page.get_by_role("button", name="Draw a wire through").click()
    board = page.get_by_role("img", name=re.compile("^Path of Hanger"))
    expect(board).to_have_attribute("aria-label", re.compile(r" 51 points"))
    page.get_by_label("Path", exact=True).select_option(label="Loops")
    desk.wait_until_saved()
    # By hand: one press, and one point from the keyboard.
    board.click(position={"x": 80, "y": 60})
    page.get_by_label("Across").fill("10")
    page.get_by_label("Up", exact=False).last.fill("20")
    page.get_by_role("button", name="Add point").press("Enter")
    expect(board).to_have_attribute("aria-label", re.compile(" 2 points"))
    expect(page.get_by_label("Path", exact=True)).to_have_value("drawn")
    desk.wait_until_saved()
    assert violations(page) == []
    # Through the wall it is refused, with what to do; nothing is lost.
    page.get_by_label("Across").fill("80")
    page.get_by_role("button", name="Add point").click()
    expect(page.get_by_role("alert").filter(has_text="Keep the path off the walls and the floor.")).to_be_visible()
    page.get_by_role("button", name="Undo last point").click()
    desk.wait_until_saved()
    desk.go("Bench")
    now = page.get_by_role("heading", level=1)
    titles = [now.inner_text()]
    while not titles[-1].startswith("Draw the wire"):
        desk.press_done()
        expect(now).not_to_have_text(titles[-1])
        titles.append(now.inner_text())
    assert titles.index("Drizzle Line") < titles.index("Pour “Pour 2”") < titles.index("Draw the wire: Hanger")


def test_wires_are_moved_and_cuts_found(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Wires", "Cut")
    rested(page)
    wire = page.get_by_role("slider", name="Wire between bar 3 and 4")
    before = page.locator("[data-bar='3'] .figures").first.inner_text()
    wire.press("Shift+ArrowRight")
    expect(page.locator("[data-bar='3'] .figures").first).not_to_have_text(before)
    expect(wire).to_have_attribute("aria-valuetext", re.compile("moved by 5.0 mm"))
    at = wire.bounding_box()
    assert at
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + 30)
    page.mouse.down()
    page.mouse.move(at["x"] + at["width"] / 2 - 20, at["y"] + 30, steps=4)
    page.mouse.up()
    expect(wire).not_to_have_attribute("aria-valuetext", re.compile("moved by 5.0 mm"))
    page.get_by_role("button", name="Even wires again").click()
    expect(page.locator("[data-bar='3'] .figures").first).to_have_text(before)
    page.get_by_role("button", name="Equal weights").click()
    expect(page.get_by_role("status").filter(has_text="bars differ by")).to_be_visible()
    expect(page.get_by_role("region", name="What is fragile")).to_contain_text("8 outcomes")
    page.get_by_label("Beside them").select_option(label="The next outcome")
    expect(page.locator("[data-beside] image")).to_have_count(10)
    assert page.locator("[data-beside='4'] image").get_attribute("href") != picture(page, 4)
    page.get_by_label("Beside them").select_option(label="Paper Kites")
    expect(page.get_by_role("region", name="Beside: Paper Kites").locator("image")).to_have_count(10)
    assert violations(page) == []


def test_a_real_bar_is_put_beside_its_prediction(page: Page, desk: Desk, tmp_path: Path) -> None:
    photo = Image.new("RGB", (900, 700), "#efe6d2")
    ImageDraw.Draw(photo).rectangle((100, 100, 800, 650), fill="#6a3d4a")
    photo.save(tmp_path / "bar.jpg")
    (tmp_path / "not.jpg").write_text("nothing to see")
    desk.copy_of_the_demo("Real bar", "Cut")
    rested(page)
    page.get_by_role("button", name="Bar 2, large").click()
    large = page.get_by_role("dialog")
    large.get_by_label("Its photograph").set_input_files(tmp_path / "not.jpg")
    expect(large.get_by_role("alert")).to_contain_text("JPEG, HEIC, PNG or WebP")
    large.get_by_label("Its photograph").set_input_files(tmp_path / "bar.jpg")
    shown = large.get_by_role("button", name=re.compile("^Photograph: press two places"))
    box = shown.bounding_box()
    assert box
    for share in (100 / 900, 800 / 900):
        shown.click(position={"x": box["width"] * share, "y": box["height"] * 0.9})
    expect(large.get_by_text("To the scale of the prediction.")).to_be_visible()
    # 700 of its 900 points are the bar's foot, so the whole is 9/7 as wide as the prediction's foot.
    foot = large.get_by_role("img", name="Face of bar 2, large").bounding_box()
    scaled = shown.bounding_box()
    assert foot
    assert scaled
    assert abs(scaled["width"] / 9 * 7 / foot["width"] - 1) < 0.35
    large.get_by_label("What differed").fill("Drops went deeper on the left.")
    large.get_by_label("What differed").blur()
    assert violations(page) == []
    page.keyboard.press("Escape")
    page.reload()
    rested(page)
    page.get_by_role("button", name="Bar 2, large").click()
    expect(large.get_by_label("What differed")).to_have_value("Drops went deeper on the left.")
    large.get_by_role("button", name="Take the photograph away").click()
    expect(large.get_by_label("What differed")).to_have_count(0)


def photographed_bar(page: Page, desk: Desk, number: int, moved_mm: tuple[float, float]) -> bytes:
    """A photograph of a bar of this loaf on its card: its predicted face, each embed moved across and up."""
    ask, loaf = page.request, page.url.partition("/loaf/")[2].split("/")[0]
    document = ask.get(f"/api/loaves/{loaf}/document").json()
    plan = ask.get(f"/api/loaves/{loaf}").json()["plan"]
    drawn = ask.post(
        "/api/faces",
        data={"document": document, "seed": 1, "px_mm": 0.25, "bars": [number], "loaf": loaf},
        headers=desk.signed(),
    ).json()["faces"][0]
    laid = bar_of_plan(drawn, plan, number, moved_mm)
    card = printed(ask.get("/api/bar-card.pdf?paper=A4").body())
    return as_jpeg(bar_photographed(card, laid, Camera(tilt_deg=16, turn_deg=12, from_mm=430, at_mm=(108, 150))))


def test_a_bar_on_its_card_is_read_and_what_is_ticked_goes_into_the_notes(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("On its card")
    taken = photographed_bar(page, desk, 3, (2.0, -4.0))
    desk.go("Notes")
    page.get_by_role("group", name="Moment").get_by_role("button", name="Cut").click()
    page.get_by_label("Of bar").fill("3")
    page.get_by_label("Of bar").blur()
    camera = page.get_by_label("Take or choose a photograph")
    camera.set_input_files({"name": "bar.jpg", "mimeType": "image/jpeg", "buffer": taken})
    read = page.get_by_role("region", name="The bar on its card")
    lantern = read.get_by_role("checkbox", name=re.compile(r"^Vermilion lantern lies [34]\.\d mm lower and [12]"))
    expect(lantern).to_be_checked()
    expect(read.get_by_text("as foreseen").first).to_be_visible()
    assert violations(page) == []
    # One colour is not wanted; the rest goes in, and is saved.
    read.get_by_role("checkbox", name=re.compile("^Late ink came out")).uncheck()
    read.get_by_role("button", name="Put what is ticked into the notes").click()
    expect(read.get_by_role("status")).to_have_text(re.compile(r"^\d put in, not saved yet"))
    page.get_by_role("button", name="Save", exact=True).click()
    found = page.get_by_role("region", name="Plan against outcome")
    expect(found.get_by_text("Where Vermilion lantern lies")).to_be_visible()
    expect(found.get_by_text("Dusk blue")).to_be_visible()
    expect(found.get_by_text("Late ink")).to_have_count(0)
    # A photograph without a card is measured by pressing, as ever; asked to be read, it says why it cannot.
    plain = io.BytesIO()
    Image.new("RGB", (900, 700), "#efe6d2").save(plain, "JPEG")
    camera = page.get_by_label("Another photograph")
    camera.set_input_files({"name": "plain.jpg", "mimeType": "image/jpeg", "buffer": plain.getvalue()})
    expect(page.get_by_text("Press the left end of the bar's foot.")).to_be_visible()
    expect(read.get_by_role("alert")).to_have_count(0)
    read.get_by_role("button", name="Read the bar on its card").click()
    expect(read.get_by_role("alert")).to_contain_text("square marks")
