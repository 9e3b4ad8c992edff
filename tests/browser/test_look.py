"""The loaf in the hand: drawn, turned by keys, drawn apart, told, and its picture on the list."""

from __future__ import annotations

import base64
import io
import re
from pathlib import Path

import numpy as np
import pytest
import trimesh
from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.conftest import Desk
from tests.browser.test_places import violations

# A shade of the plan's colour, lit: so far off in red, green and blue together.
_LIT = 90
# Pictures are held against each other at this size, wide and high [px].
_SEEN = (480, 270)


_DRAWN = """() => {
    const canvas = document.querySelector("canvas");
    const small = new OffscreenCanvas(64, 36).getContext("2d", { willReadFrequently: true });
    small.drawImage(canvas, 0, 0, 64, 36);
    const { data } = small.getImageData(0, 0, 64, 36);
    return data.some((value, i) => i % 4 === 3 && value > 0) && canvas.toDataURL("image/png");
}"""


@pytest.fixture(autouse=True)
def _small(page: Page) -> None:
    """Every point is drawn without a graphics card here: a small window shows the same."""
    page.set_viewport_size({"width": 800, "height": 600})


def drawn(page: Page) -> None:
    page.locator("[data-drawn=true]").wait_for(state="attached")
    # What was asked for last is on the screen once the page has drawn it.
    page.evaluate("() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")


def seen(page: Page) -> np.ndarray:
    """The drawing as it stands, shape (rows, columns, 4)."""
    # Between its resizing and its next frame a canvas is empty: then it is looked at again.
    data = page.wait_for_function(_DRAWN).json_value()
    header, _, text = data.partition(",")
    assert header == "data:image/png;base64"
    picture = Image.open(io.BytesIO(base64.b64decode(text))).convert("RGBA")
    # At rest it is drawn more finely.
    return np.asarray(picture.resize(_SEEN, Image.Resampling.BOX), dtype=int)


def test_the_loaf_is_turned_and_drawn_apart(page: Page, desk: Desk, tmp_path: Path) -> None:
    desk.copy_of_the_demo("In the hand", "Look")
    drawn(page)
    first = seen(page)
    opaque = first[..., 3] > 250
    assert 0.05 < opaque.mean() < 0.9
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    plan = page.request.get(f"/api/loaves/{loaf}").json()["plan"]
    shown = {colour["id"]: colour["shown"] for colour in plan["colours"]}
    for colour in ("vermilion", "plum"):
        rgb = np.array([int(shown[colour][k : k + 2], 16) for k in (1, 3, 5)])
        near = np.abs(first[..., :3] - rgb).sum(axis=-1) < _LIT
        assert (near & opaque).sum() > 100, colour
    assert violations(page) == []

    stage = page.get_by_role("application")
    stage.focus()
    for _ in range(4):
        page.keyboard.press("ArrowRight")
    drawn(page)
    turned = seen(page)
    assert (np.abs(turned - first).sum(axis=-1) > 30).mean() > 0.03

    page.get_by_role("button", name="Front", exact=True).click()
    page.get_by_role("button", name="Side by side").click()
    drawn(page)
    assert (seen(page)[..., 3] > 250).any()
    expect(page.get_by_label("The loaf in words")).to_contain_text("Vermilion lantern")

    desk.slide(page.get_by_label("Piped after mixing"), 2)
    expect(page.get_by_text("sinks and spreads").first).to_be_visible()
    page.get_by_label("Bar pulled out").select_option(label="Bar 3")
    with page.expect_download() as download:
        page.get_by_role("link", name="STL of bar 3").click()
    file = tmp_path / "bar.stl"
    download.value.save_as(file)
    assert trimesh.load_mesh(file).extents[1] < 60
    with page.expect_download() as download:
        page.get_by_role("button", name="Picture").click()
    picture = tmp_path / "picture.png"
    download.value.save_as(picture)
    assert Image.open(picture).mode == "RGBA"


def test_its_colours_are_the_plans_and_it_stands_in_its_mould(page: Page, desk: Desk) -> None:
    """CIE ΔE 2000 by colour-science, of what is on the screen against what the plan says."""
    desk.copy_of_the_demo("True colours", "Look")
    drawn(page)
    page.get_by_role("button", name="Colours as planned").click()
    page.get_by_role("button", name="Front", exact=True).click()
    drawn(page)
    picture = seen(page)
    opaque = picture[picture[..., 3] > 250][:, :3] / 255
    loaf = page.url.partition("/loaf/")[2].split("/")[0]
    plan = page.request.get(f"/api/loaves/{loaf}").json()["plan"]
    for wanted in [item for item in plan["colours"] if item["id"] in ("plum", "ink", "vermilion")]:
        rgb = np.array([int(wanted["shown"][k : k + 2], 16) for k in (1, 3, 5)]) / 255
        off = apart(opaque, rgb)
        near = off[off < 8]
        assert len(near) > 120, wanted["name"]
        assert np.median(near) < 2, wanted["name"]

    bare = seen(page)
    page.get_by_label("In its mould").check()
    drawn(page)
    expect(page.get_by_label("Bar pulled out")).to_have_count(0)
    assert (np.abs(seen(page) - bare).sum(axis=-1) > 20).mean() > 0.05
    page.get_by_label("In its mould").uncheck()
    page.get_by_role("button", name="Top", exact=True).click()
    drawn(page)
    before = seen(page)
    page.get_by_label("With a veil of ash on top").check()
    drawn(page)
    after = seen(page)
    both = (before[..., 3] > 250) & (after[..., 3] > 250)
    assert after[both][:, :3].mean() > before[both][:, :3].mean() + 15
    page.get_by_label("Age").select_option(label="Just poured")
    expect(page.get_by_label("With a veil of ash on top")).to_have_count(0)


def apart(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    import colour

    white = colour.CCS_ILLUMINANTS["cie_2_1931"]["D65"]
    labs = [colour.XYZ_to_Lab(colour.sRGB_to_XYZ(srgb), white) for srgb in (a, b)]
    found: np.ndarray = colour.delta_E(*labs, method="CIE 2000")
    return found


def test_where_nothing_is_turned_there_is_a_still(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Held still")
    page.add_init_script("HTMLCanvasElement.prototype.getContext = () => null")
    page.reload()
    desk.go("Look")
    expect(page.get_by_text("This browser turns no solids")).to_be_visible()
    still = page.locator("main img")
    expect(still).to_have_js_property("naturalWidth", 480)
    assert violations(page) == []


def test_a_cut_is_slid_through_and_a_lost_drawing_comes_back(page: Page, desk: Desk) -> None:
    desk.copy_of_the_demo("Cut through", "Look")
    drawn(page)
    page.get_by_role("button", name="Front", exact=True).click()
    drawn(page)
    whole = seen(page)
    cut = page.get_by_label("Cut through at")
    for at in (60, 130):
        with page.expect_response(re.compile("/solid/cut$")):
            desk.slide(cut, at)
        drawn(page)
        # What lies before the cut is gone: from before the front another face is seen, and further away.
        other = seen(page)
        assert (np.abs(other - whole).sum(axis=-1) > 30).mean() > 0.02
        whole = other
    expect(cut).to_have_attribute("aria-valuetext", "130.0 mm")

    canvas = page.locator("canvas")
    canvas.evaluate("it => (it.gone = it.getContext('webgl2').getExtension('WEBGL_lose_context')).loseContext()")
    alert = page.get_by_role("alert").filter(has_text="let go of its drawing")
    expect(alert).to_be_visible()
    expect(page.locator("main img[alt='']")).to_have_js_property("naturalWidth", 480)
    assert violations(page) == []
    canvas.evaluate("it => it.gone.restoreContext()")
    expect(alert).to_have_count(0)
    drawn(page)
    assert (seen(page)[..., 3] > 250).mean() > 0.02
    # One that does not come back by itself is drawn anew.
    canvas.evaluate("it => it.getContext('webgl2').getExtension('WEBGL_lose_context').loseContext()")
    page.get_by_role("button", name="draw it again").click()
    expect(alert).to_have_count(0)
    drawn(page)
    assert (seen(page)[..., 3] > 250).mean() > 0.02
