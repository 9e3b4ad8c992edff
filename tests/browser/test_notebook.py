"""The notebook in the browser: a loaf finished, its differences, and the next plan that knows better."""

from __future__ import annotations

import json
import re
import zipfile
from pathlib import Path

from PIL import Image, ImageDraw
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import looked_over


def total(page: Page, name: str) -> float:
    """What a new, plain loaf mixes in all, as the server plans it now [g]."""
    return page.evaluate(
        """async (name) => {
            const token = window.document.cookie.match(/csrftoken=([^;]+)/)[1];
            const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
            const body = JSON.stringify({ name });
            const made = await (await fetch("/api/loaves", { method: "POST", headers, body })).json();
            await fetch(`/api/loaves/${made.id}`, { method: "DELETE", headers });
            return made.plan.total_to_mix_g;
        }""",
        name,
    )


def photograph(tmp_path: Path) -> Path:
    """A bar 90 mm wide on a table beside a white card, four points to the millimetre."""
    picture = Image.new("RGB", (560, 400), (146, 112, 82))
    draw = ImageDraw.Draw(picture)
    draw.rectangle((40, 100, 400, 340), fill=(60, 120, 90))
    draw.rectangle((440, 40, 540, 160), fill=(232, 231, 227))
    file = tmp_path / "bar.jpg"
    picture.save(file, "JPEG", quality=95)
    return file


def press_at(page: Page, x: float, y: float) -> None:
    """Press a photograph at shares of its width and height."""
    board = page.get_by_role("button", name=re.compile("^Photograph"))
    box = board.bounding_box()
    assert box is not None
    board.click(position={"x": x * box["width"], "y": y * box["height"]})


def test_finish_then_differences_then_the_next_plan(page: Page, desk: Desk) -> None:
    page.goto("/")
    before = total(page, "Before")
    desk.start("Finished loaf", "Notes")
    page.get_by_role("button", name="Unmoulded").click()
    page.get_by_label("Soap height").fill("57")
    page.get_by_role("button", name="a trace").click()
    page.get_by_role("button", name="Something went wrong").click()
    page.get_by_label("Fault", exact=True).select_option(label="Sticky sides")
    page.get_by_label("Where: Sticky sides").fill("left wall")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    against = page.get_by_role("region", name="Plan against outcome")
    expect(against.get_by_text("It stands 3.0 mm lower")).to_be_visible()
    expect(against.get_by_text("left wall")).to_be_visible()
    page.get_by_role("button", name="Cut", exact=True).click()
    for bar in range(1, 10):
        field = page.get_by_label(f"Bar {bar}", exact=True)
        planned = float(field.get_attribute("placeholder") or 0)
        field.fill(str(round(planned * 0.93)))
    page.get_by_label("In your own words").fill("Smelled of a rope store.")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    expect(against.get_by_text("Batter on the bowls", exact=True)).to_be_visible()
    expect(against.get_by_text(re.compile("bowls are scraped less clean"))).to_be_visible()
    assert total(page, "After") > before
    page.goto("/notebook?words=rope+store")
    page.get_by_role("link", name=re.compile("Finished loaf")).click()
    expect(page.get_by_role("heading", name="Finished loaf", level=1)).to_be_visible()


def test_what_is_typed_survives_a_reload(page: Page, desk: Desk) -> None:
    desk.start("Half written", "Notes")
    page.get_by_label("In your own words").fill("Half a thought")
    expect(page.get_by_text("Not saved yet")).to_be_visible()
    page.reload()
    expect(page.get_by_label("In your own words")).to_have_value("Half a thought")


def test_a_photograph_tells_where_a_piece_lies_and_what_colour_it_has(page: Page, desk: Desk, tmp_path: Path) -> None:
    desk.copy_of_the_demo("Photographed", "Notes")
    page.get_by_role("button", name="Cut", exact=True).click()
    page.get_by_label("Take or choose a photograph").set_input_files(photograph(tmp_path))
    page.get_by_label("The foot is wide").fill("90")
    press_at(page, 40 / 560, 340 / 400)
    expect(page.get_by_text("Now its right end.")).to_be_visible()
    press_at(page, 400 / 560, 340 / 400)
    expect(page.get_by_text("the dashed lines are the plan")).to_be_visible()
    expect(page.locator("polygon[stroke-dasharray]").first).to_be_attached()
    press_at(page, 220 / 560, 240 / 400)
    expect(page.get_by_text(re.compile(r"Found [-−]?0(\.\d)? mm across and 2[45](\.\d)? mm up"))).to_be_visible()
    page.get_by_label("Measure").select_option("colour")
    press_at(page, 490 / 560, 100 / 400)
    press_at(page, 220 / 560, 200 / 400)
    expect(page.get_by_text(re.compile("to within 4 ΔE"))).to_be_visible()


def test_a_photograph_that_is_none_is_refused_with_a_reason(page: Page, desk: Desk, tmp_path: Path) -> None:
    desk.start("No picture", "Notes")
    file = tmp_path / "bar.jpg"
    file.write_bytes(b"not a picture at all")
    page.get_by_label("Take or choose a photograph").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("must be a JPEG, HEIC, PNG or WebP photograph")


def test_a_number_is_turned_off_from_the_keyboard_and_on_again(page: Page) -> None:
    page.goto("/")
    learned = total(page, "Learned")
    page.goto("/notebook/numbers")
    card = page.locator("[data-number=film]")
    expect(card.get_by_text("instead of 0.50 mm")).to_be_visible()
    box = card.get_by_role("checkbox")
    box.focus()
    with page.expect_response(re.compile("/notebook/numbers/film")):
        page.keyboard.press("Space")
    expect(box).not_to_be_checked()
    assert total(page, "Usual") < learned
    with page.expect_response(re.compile("/notebook/numbers/film")):
        page.keyboard.press("Space")
    expect(box).to_be_checked()
    assert total(page, "Learned again") == learned


def test_a_machine_without_a_network_reaches_the_studio_on_itself(page: Page) -> None:
    page.goto("/notebook")
    expect(page.get_by_text(re.compile(r"^\d+ loaves$"))).to_be_visible()
    page.evaluate("() => window.dispatchEvent(new Event('offline'))")
    with page.expect_response(re.compile(r"/api/notebook\?.*words=ash")) as answer:
        page.get_by_label("Words, anywhere").fill("ash")
    assert answer.value.ok


def test_loaves_are_filtered_and_a_scent_has_its_page(page: Page) -> None:
    page.goto("/notebook")
    expect(page.get_by_text(re.compile(r"^4\d loaves$"))).to_be_visible()
    page.get_by_label("Scent", exact=True).select_option("wet-slate")
    expect(page.get_by_text(re.compile(r"^\d+ loaves$"))).to_be_visible()
    assert "scent=wet-slate" in page.url
    page.get_by_role("link", name="Scents and colours").click()
    page.get_by_role("link", name=re.compile("Wet slate")).click()
    expect(page.get_by_role("heading", name="Wet slate", exact=True)).to_be_visible()
    expect(page.get_by_text("What went wrong with it")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile("How much faster it makes batter"))).to_be_visible()


def test_past_trouble_comes_up_before_the_pour(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Careful")
    before = page.get_by_role("region", name="Before you pour")
    before.get_by_text("Before you pour").click()
    expect(before.get_by_role("listitem").first).to_contain_text(re.compile(r"\d of \d+ loaves with"))


def test_the_tour_ends_with_a_real_plan(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Take the tour").click()
    page.get_by_label("What is the loaf called?").fill("Toured")
    page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name="Add a colour").click()
    page.get_by_role("button", name="Next").click()
    page.get_by_label("How thick is it?").fill("36")
    expect(page.get_by_text("The column pushes aside")).to_be_visible()
    page.get_by_role("button", name="Next").click()
    page.get_by_label("Pipe two rows along the top").check()
    page.get_by_role("radio", name="Rosettes").check()
    page.get_by_role("button", name="Next").click()
    # The step is read out where it begins.
    expect(page.get_by_role("heading", name="Your plan")).to_be_focused()
    page.get_by_label("When do you want to pour?").fill("2026-12-12")
    expect(page.get_by_text("This is a plan you can weigh out")).to_be_visible()
    expect(page.get_by_text(re.compile("^Cast Column on (Wed|Thu|Fri|Tue|Mon|Sun|Sat) "))).to_be_visible()
    assert looked_over(page) == []
    with page.expect_download() as sheet:
        page.get_by_role("button", name="Keep it and print the weigh-out").click()
    assert sheet.value.suggested_filename == "toured-weigh-out.pdf"
    expect(page.get_by_role("list", name="Worth knowing")).to_have_count(0)
    expect(page.get_by_role("heading", name="Toured", level=1)).to_be_visible()
    page.get_by_role("link", name="Loaves", exact=True).click()
    expect(page.get_by_role("heading", name="Loaves", level=1)).to_be_visible()
    expect(page.get_by_text("First time here?")).to_have_count(0)


def test_the_studio_goes_out_as_a_file_and_comes_in_again(page: Page, tmp_path: Path) -> None:
    page.goto("/notebook/keeping")
    with page.expect_download() as started:
        page.get_by_role("link", name="The whole studio").click()
    file = tmp_path / "studio.zip"
    started.value.save_as(file)
    document = json.loads(zipfile.ZipFile(file).read("studio.json"))
    assert document["format"] == "archtop.studio"
    assert len(document["tables"]["loaves"]) > 40
    page.get_by_label("Studio file").set_input_files(file)
    expect(page.get_by_text(re.compile("0 loaves and 0 other things were added"))).to_be_visible()
    broken = tmp_path / "broken.zip"
    broken.write_bytes(file.read_bytes()[:5000])
    page.get_by_label("Studio file").set_input_files(broken)
    expect(page.get_by_text("Nothing was imported")).to_be_visible()


def test_help_is_of_the_place_it_is_asked_in(page: Page, desk: Desk) -> None:
    desk.start("Asking", "Pots")
    page.get_by_role("navigation", name="Studio").get_by_role("link", name="Guide").click()
    expect(page.get_by_role("heading", name="Pots", level=1)).to_be_visible()
    page.get_by_role("link", name="Safety").click()
    expect(page.get_by_text("Sodium hydroxide burns skin and eyes.")).to_be_visible()


def test_prices_make_the_cost_of_a_bar(page: Page, desk: Desk) -> None:
    page.goto("/cupboard")
    page.get_by_role("tab", name="Prices").click()
    expect(page.get_by_label("Your hourly rate")).to_have_value("18")
    desk.start("Priced", "Notes")
    expect(page.get_by_role("region", name="Cost")).to_contain_text(re.compile(r"€ \d+\.\d\d a bar"))
