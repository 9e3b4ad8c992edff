"""The section: an empty page becomes a loaf, a dragged embed changes the pots, nothing typed is lost."""

from __future__ import annotations

import re

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations


def piece(page: Page, key: str):
    return page.locator(f"[data-piece='{key}']")


def grams(page: Page, pot: str) -> int:
    return int(page.locator(f"[data-pot='{pot}'] .figures").first.inner_text().split()[0])


def drag(page: Page, key: str, dx: int, dy: int) -> None:
    box = piece(page, key).bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx / 2, y + dy / 2)
    page.mouse.move(x + dx, y + dy)
    page.mouse.up()


def test_an_empty_page_becomes_a_loaf(page: Page, desk: Desk) -> None:
    """250 x 90 x 70 mm filled to the rim around a 50 mm rod end to end: 1575 ml less 491 ml."""
    desk.start("By pencil")
    assert desk.millilitres("pushed-aside") == 0
    before = grams(page, "loaf")
    desk.pull("Inside")
    page.get_by_role("button", name="Add a column").click()
    expect(piece(page, "column")).to_be_visible()
    page.get_by_role("button", name="Lay in Column 1").click()
    page.get_by_label("Diameter").fill("50")
    page.get_by_label("Middle up").fill("30")
    page.get_by_label("Level").fill("20")
    page.get_by_role("button", name="Add a pour").click()
    page.get_by_label("Level").last.fill("70")
    expect(page.get_by_test_id("pushed-aside")).to_have_text("491 ml")
    expect(page.get_by_test_id("batter-in-mould")).to_have_text("1084 ml")
    assert grams(page, "loaf") < before * 70 / 60
    assert grams(page, "cast-column") > 0
    desk.wait_until_saved()
    page.reload()
    expect(page.get_by_test_id("pushed-aside")).to_have_text("491 ml")
    page.get_by_role("button", name=re.compile("Pushed aside: 491 ml")).click()
    expect(page.get_by_text("exact", exact=True)).to_be_visible()


def test_dragging_a_piece_changes_what_it_pushes_aside(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Dragged")
    before, pushed = grams(page, "loaf"), desk.millilitres("pushed-aside")
    # Up by 40 px, some 12 mm: the lantern's head comes out of the batter, so that more batter goes in below.
    drag(page, "lantern-2", 0, -40)
    expect(page.get_by_test_id("pushed-aside")).not_to_have_text(f"{pushed} ml")
    assert desk.millilitres("pushed-aside") < pushed
    assert grams(page, "loaf") > before
    expect(page.get_by_label("Middle up")).not_to_have_value("43")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Middle up")).to_have_value("43")
    expect(page.get_by_test_id("pushed-aside")).to_have_text(f"{pushed} ml")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_label("Middle up")).not_to_have_value("43")


def test_arrow_keys_move_by_one_and_ten_millimetres(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("By keys")
    piece(page, "lantern-2").focus()
    across, up = page.get_by_label("Across from centre"), page.get_by_label("Middle up")
    page.keyboard.press("ArrowRight")
    expect(across).to_have_value("1")
    page.keyboard.press("Shift+ArrowLeft")
    expect(across).to_have_value("-9")
    page.keyboard.press("ArrowUp")
    expect(up).to_have_value("44")
    page.keyboard.press("Control+z")
    expect(up).to_have_value("43")
    page.keyboard.press("Control+Shift+z")
    expect(up).to_have_value("44")


def test_what_cannot_be_made_is_told_and_kept(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Through the wall")
    piece(page, "lantern-2").focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowRight")
    alert = page.get_by_role("alert")
    expect(alert).to_contain_text("stands 7.0 mm through the wall")
    expect(alert).to_contain_text("Move it towards the middle")
    expect(page.get_by_role("status").filter(has_text="Not saved until it can be made")).to_be_visible()
    page.reload()
    piece(page, "lantern-2").focus()
    expect(page.get_by_label("Across from centre")).to_have_value("30")
    page.get_by_label("Across from centre").fill("10")
    expect(alert).to_have_count(0)
    desk.wait_until_saved()


def test_a_lost_connection_loses_nothing(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Offline")
    desk.lose_the_line()
    piece(page, "lantern-2").focus()
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_text("No connection: kept in this browser")).to_be_visible()
    page.context.set_offline(False)
    desk.wait_until_saved()
    page.reload()
    piece(page, "lantern-2").focus()
    expect(page.get_by_label("Across from centre")).to_have_value("-1")


def test_a_level_is_moved_by_hand_and_by_keys(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Levelled")
    level = page.get_by_role("slider", name=re.compile("^How high “Night sky” stands"))
    expect(level).to_have_attribute("aria-valuetext", "74.0 mm")
    level.press("ArrowDown")
    expect(level).to_have_attribute("aria-valuetext", "73.0 mm")
    box = level.bounding_box()
    assert box
    page.mouse.move(box["x"] + 20, box["y"] + 8)
    page.mouse.down()
    page.mouse.move(box["x"] + 20, box["y"] + 24, steps=4)
    page.mouse.up()
    expect(level).not_to_have_attribute("aria-valuetext", "73.0 mm")
    desk.wait_until_saved()
    desk.pull("Inside")
    told = page.locator("li").filter(has_text="Pour Night sky").get_by_label("Level").first.input_value()
    # The label tells the level that was reckoned, a moment after the one that was set.
    expect(level).to_have_attribute("aria-valuetext", f"{float(told):.1f} mm")


def test_two_tabs_without_a_connection_lose_neither_edit(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Two tabs")
    loaf = page.url
    other = page.context.new_page()
    other.goto(loaf)
    for tab in (page, other):
        piece(tab, "lantern-2").wait_for()
    desk.lose_the_line()
    for tab, key in ((page, "ArrowLeft"), (other, "ArrowRight")):
        piece(tab, "lantern-2").focus()
        tab.keyboard.press(key)
        expect(tab.get_by_text("No connection: kept in this browser")).to_be_visible()
    for tab in (other, page):
        # Left first: a tab that is being closed may find the connection again before it is gone.
        tab.goto("about:blank")
        tab.close()
    page.context.set_offline(False)
    # The later edit is taken up first; then the earlier one comes too late for it, and lies aside.
    again = page.context.new_page()
    again.goto(f"{desk.origin}/guide")
    # A browser under load lets go of a closed tab some time later: until then it counts as still there.
    again.wait_for_function("navigator.locks.query().then(({ held }) => held.length === 1)")
    again.goto(loaf)
    Desk(again, desk.origin).wait_until_saved()
    piece(again, "lantern-2").focus()
    expect(again.get_by_label("Across from centre")).to_have_value("1")
    again.reload()
    expect(again.get_by_role("alert")).to_contain_text("Yours is kept aside as well")
    piece(again, "lantern-2").focus()
    expect(again.get_by_label("Across from centre")).to_have_value("-1")


def test_two_hands_on_one_loaf_are_both_kept(page: Page, desk: Desk, browser: Browser, base_url: str) -> None:
    desk.copy_of_the_demo("Two hands")
    other = browser.new_context(base_url=base_url).new_page()
    other.goto(page.url)
    piece(other, "lantern-2").focus()
    other.keyboard.press("ArrowLeft")
    Desk(other, base_url).wait_until_saved()
    expect(other.get_by_text("revision 2")).to_be_visible()
    piece(page, "lantern-2").focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("alert")).to_contain_text("Yours is kept aside as well")
    page.get_by_role("button", name="Go on with mine").click()
    expect(page.get_by_text("revision 3")).to_be_visible()
    other.reload()
    piece(other, "lantern-2").focus()
    expect(other.get_by_label("Across from centre")).to_have_value("1")
    other.context.close()


def test_two_hands_are_joined_part_by_part_and_an_earlier_version_comes_back(
    page: Page, desk: Desk, browser: Browser, base_url: str
) -> None:
    desk.copy_of_the_demo("Joined")
    other = browser.new_context(base_url=base_url).new_page()
    other.goto(page.url)
    piece(other, "lantern-2").focus()
    other.keyboard.press("ArrowLeft")
    other.get_by_role("button", name="Face of bar 1", exact=True).click()
    piece(other, "lantern-1").focus()
    other.keyboard.press("ArrowLeft")
    Desk(other, base_url).wait_until_saved()
    # Saved once or twice, as the hands rested in between.
    theirs = int(other.get_by_role("status").filter(has_text="Saved · revision").inner_text().split()[-1])
    other.context.close()
    piece(page, "lantern-2").focus()
    page.keyboard.press("ArrowRight")
    page.get_by_role("button", name="Part by part").click()
    joining = page.get_by_role("dialog", name="Yours and the other, part by part")
    rows = joining.get_by_role("row")
    expect(rows).to_have_count(3)
    # What only the other touched is ticked; what both did stays as one has it.
    for name, ticked in (("Vermilion lantern", True), ("Saffron lantern", False)):
        expect(joining.get_by_role("checkbox", name=f"Take Embed: {name}")).to_be_checked(checked=ticked)
    assert violations(page) == []
    joining.get_by_role("button", name="Go on with both").click()
    expect(joining).to_have_count(0)
    # One save, of what was joined.
    expect(page.get_by_text(f"Saved · revision {theirs + 1}")).to_be_visible()
    moved = page.get_by_label("Across from centre")
    piece(page, "lantern-2").focus()
    expect(moved).to_have_value("1")
    page.get_by_role("button", name="Earlier versions").click()
    earlier = page.get_by_role("dialog", name="Earlier versions")
    earlier.get_by_role("button", name="Revision 1", exact=False).last.click()
    take = earlier.get_by_role("checkbox")
    expect(take).to_have_count(2)
    expect(take.first).not_to_be_checked()
    for box in take.all():
        box.check()
    assert violations(page) == []
    earlier.get_by_role("button", name="Put what is ticked into the loaf").click()
    expect(earlier).to_have_count(0)
    desk.wait_until_saved()
    piece(page, "lantern-2").focus()
    expect(moved).to_have_value("0")
    page.get_by_role("button", name="Undo").click()
    piece(page, "lantern-2").focus()
    expect(moved).to_have_value("1")


def test_units_are_switched_anywhere(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("In inches")
    page.get_by_role("button", name="in · oz").click()
    desk.pull("Mould")
    expect(page.get_by_label("Length in", exact=True)).to_have_value("9.84")
    expect(page.get_by_test_id("pushed-aside")).to_have_text("16.9 fl oz")
    page.get_by_label("Length in", exact=True).fill("10")
    page.get_by_role("button", name="mm · g").click()
    expect(page.get_by_label("Length mm", exact=True)).to_have_value("254")


def test_pressing_a_bar_shows_its_face(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Faces")
    expect(piece(page, "lantern-2")).to_be_visible()
    page.get_by_role("button", name="Face of bar 1", exact=True).click()
    expect(piece(page, "lantern-1")).to_be_visible()
    expect(piece(page, "lantern-2")).to_have_count(0)


def test_every_drawer_changes_the_loaf(page: Page, desk: Desk) -> None:
    desk.start("Drawers")
    desk.pull("Mould")
    page.get_by_label("Choose a mould").select_option("Soft liner loaf")
    expect(page.get_by_label("Each wall bows")).to_have_value("3")
    page.get_by_role("link", name=re.compile("^Top")).last.click()
    desk.pull("Frosting")
    page.get_by_role("button", name="Put frosting on").click()
    desk.wait_until_saved()
    desk.go("Section")
    expect(page.locator("[data-pot='loaf']")).to_contain_text("held back")
    desk.pull("Pieces")
    page.get_by_role("button", name="Add small pieces").click()
    expect(page.locator("[data-pot='cast-pieces']")).to_be_visible()
    desk.pull("Cuts")
    page.get_by_label("Bar mm").fill("30")
    desk.wait_until_saved()
