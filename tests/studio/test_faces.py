"""Pictures of cut faces over the API."""

from __future__ import annotations

import base64
import io
from typing import Any

import numpy as np
import pytest
from PIL import Image

from tests.core.conftest import box, poured_as
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

RED = [{"id": "red", "name": "Red", "srgb": "#c03020"}, {"id": "blue", "name": "Blue", "srgb": "#3050a0"}]


def layers(low: float = 30, **how: Any) -> dict[str, Any]:
    blue = [{"colour": "blue", "percent": 100}]
    work = [
        {"do": "pour", "id": "low", "name": "Low", "to_mm": low, "colours": [{"colour": "red", "percent": 100}]},
        {
            "do": "pour",
            "id": "top",
            "name": "Top",
            "to_mm": 60,
            "colours": blue,
            **poured_as(**how),
        },
    ]
    return box(colours=RED, work=work)


def drawn(studio: Studio, document: dict[str, Any], **asked: Any) -> Any:
    answer = studio.send("POST", "/faces", {"document": document, "px_mm": 1.0, **asked})
    assert answer.status_code == 200
    return answer.json()


def pixels(face: dict[str, Any]) -> np.ndarray:
    kind, data = face["png"].split(",")
    assert kind == "data:image/png;base64"
    return np.asarray(Image.open(io.BytesIO(base64.b64decode(data))))


def test_every_bar_has_its_face_in_the_cured_colours(studio: Studio) -> None:
    found = drawn(studio, layers())
    assert [face["bar"] for face in found["faces"]] == list(range(1, 10))
    picture = pixels(found["faces"][0])
    assert picture.shape == (60, 90, 4)
    # Half and half, each its colour.
    assert np.abs(picture[5, :, :3].mean(axis=0) - (0x30, 0x50, 0xA0)).max() < 4
    assert np.abs(picture[-5, :, :3].mean(axis=0) - (0xC0, 0x30, 0x20)).max() < 4


def test_only_the_bars_that_are_asked_for_and_their_backs(studio: Studio) -> None:
    front = drawn(studio, layers(), bars=[3])["faces"]
    back = drawn(studio, layers(), bars=[3], back=True)["faces"]
    assert len(front) == len(back) == 1
    assert back[0]["y"] - front[0]["y"] == pytest.approx(25)


def test_waiting_and_another_outcome_change_the_picture(studio: Studio) -> None:
    document = layers(how="drops", fall_mm=120, passes=5)
    first, again, later, other = (
        drawn(studio, document, bars=[4], **change) for change in ({}, {}, {"later_min": 30}, {"seed": 2})
    )
    assert first["faces"] == again["faces"]
    assert first["faces"][0]["png"] != later["faces"][0]["png"]
    assert first["faces"][0]["png"] != other["faces"][0]["png"]
    assert later["expected_pa"]["top"] > first["expected_pa"]["top"]


def test_a_thickness_that_is_told_overrules_the_clock(studio: Studio) -> None:
    assert drawn(studio, layers(thickness="pudding"), bars=[1])["expected_pa"]["top"] == 120


@pytest.mark.parametrize("asked", [{"px_mm": 0}, {"px_mm": 50}, {"seed": -1}, {"later_min": 9999}])
def test_what_cannot_be_drawn_is_refused(studio: Studio, asked: dict[str, Any]) -> None:
    assert studio.send("POST", "/faces", {"document": layers(), **asked}).status_code == 422


def test_a_loaf_that_does_not_plan_says_why(studio: Studio) -> None:
    answer = studio.send("POST", "/faces", {"document": layers(low=65)})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["code"] == "pour.below_level"


def test_a_point_says_which_pour_made_it(studio: Studio) -> None:
    asked = {"document": layers(), "across": 0, "along": 100}
    low, top, out = (studio.send("POST", "/faces/point", {**asked, "up": up}).json()["says"] for up in (10, 50, 500))
    assert low == "Red, poured as Low, step 1 of the work."
    assert top == "Blue, poured as Top, step 2 of the work."
    assert out.startswith("No batter")


def test_small_pieces_lie_where_this_outcome_has_them(studio: Studio) -> None:
    beads = {"id": "b", "name": "Beads", "count": 60, "colour": "red", "make": {"kind": "ball", "diameter_mm": 12}}
    document = {**layers(pieces=[{"pieces": "b", "count": 60}]), "pieces": [beads]}
    faces = drawn(studio, document)["faces"]
    pieces = [piece for face in faces for piece in face["pieces"]]
    assert len(pieces) > 10
    assert all(30 <= piece["z"] <= 60 and piece["radius"] <= 6 for piece in pieces)
    assert {piece["srgb"] for piece in pieces} == {"#c03020"}


def test_the_face_halfway_is_bar_nought(studio: Studio) -> None:
    (face,) = drawn(studio, layers(), bars=[0])["faces"]
    assert (face["bar"], face["y"]) == (0, 125)


def test_a_technique_that_does_not_suit_comes_with_the_faces(studio: Studio) -> None:
    remarks = drawn(studio, layers(how="drops", thickness="pudding"), bars=[])["remarks"]
    assert [remark["code"] for remark in remarks] == ["pour.too_thick"]


def test_what_is_fragile_is_told_in_words(studio: Studio) -> None:
    calm = studio.send("POST", "/faces/fragile", {"document": layers(thickness="medium")}).json()
    assert (calm["found"], calm["outcomes"]) == ([], 8)
    assert calm["says"].startswith("In 8 outcomes nothing met")
    few = layers(how="pot swirl", passes=1, turns=0)
    few["work"][1]["colours"] = [{"colour": "blue", "percent": 92}, {"colour": "gold", "percent": 8}]
    few["colours"] = [*RED, {"id": "gold", "name": "Gold", "srgb": "#d0a030"}]
    told = studio.send("POST", "/faces/fragile", {"document": few}).json()
    assert any(item["code"] == "hardly" and item["says"].startswith("Gold hardly appears") for item in told["found"])


@pytest.mark.parametrize("aim", ["equal weights", "even faces"])
def test_cuts_are_found_for_an_aim(studio: Studio, aim: str) -> None:
    document = {**layers(how="drops", fall_mm=90), "cuts": {"bar_mm": 40, "front_slice_mm": 2}}
    found = studio.send("POST", "/cuts/find", {"document": document, "aim": aim}).json()
    assert found["then"] <= found["now"]
    assert studio.send("POST", "/cuts/find", {"document": document, "aim": "luck"}).status_code == 422


def test_other_moulds_are_pictured_as_large_as_they_are(studio: Studio) -> None:
    cup = {"kind": "cup", "length_mm": 60, "width_mm": 60, "height_mm": 30, "draft_deg": 0}
    slab = {"name": "Small slab", "length_mm": 100, "width_mm": 50, "height_mm": 40}
    shares = [{"colour": "red", "percent": 50}, {"colour": "blue", "percent": 50}]
    poured = {"colours": shares, "way": {"kind": "one on another"}}
    also = [
        {"id": "cups", "name": "Cups", "mould": cup, "moulds": 4, **poured},
        {"id": "bars", "name": "Bars", "mould": slab, "parts": 4, **poured},
    ]
    answer = studio.send("POST", "/faces/also", {"document": {**layers(), "also_filled": also}, "px_mm": 1.0})
    assert answer.status_code == 200
    cups, bars = answer.json()
    assert [picture["of"] for picture in cups["pictures"]] == ["From above", "Cut through its middle"]
    assert [picture["of"] for picture in bars["pictures"]][1:] == [f"Bar {n}, through its middle" for n in range(1, 5)]
    cut = cups["pictures"][1]
    assert (cut["wide_mm"], cut["high_mm"]) == (60, 30)
    # Red below, blue above, each near its cured colour.
    picture = pixels(cut)
    assert np.abs(picture[5, :, :3].mean(axis=0) - (0x30, 0x50, 0xA0)).max() < 4
    assert np.abs(picture[-5, :, :3].mean(axis=0) - (0xC0, 0x30, 0x20)).max() < 4
    assert studio.send("POST", "/faces/also", {"document": layers()}).json() == []


def test_a_pot_is_drawn_as_it_is_filled_and_stirred(studio: Studio) -> None:
    """In slices the first colour lies at the lip, below; with places it fills the pot around the others."""
    document = layers()
    work = [{**document["work"][0], "colours": [{"colour": "red", "percent": 50}, {"colour": "blue", "percent": 50}]}]

    def pot(**technique: Any) -> Image.Image:
        work[0]["technique"] = {"kind": "pot swirl", "turns": 0, **technique}
        answer = studio.send("POST", "/faces/pot", {"document": {**document, "work": work}, "pour": work[0]["id"]})
        assert answer.status_code == 200, answer.content
        return Image.open(io.BytesIO(base64.b64decode(answer.json()["png"].partition(",")[2])))

    sliced, placed = pot(), pot(spots=[[6, 0], [12, 0.5]])
    wide, high = sliced.size
    assert sliced.getpixel((1, 1))[3] == 0
    below, above = (sliced.getpixel((wide // 2, round(high * share)))[:3] for share in (0.9, 0.1))
    assert below[0] > below[2]
    assert above[2] > above[0]
    # Red lies all around what was poured in at twelve.
    assert placed.getpixel((wide // 2, round(high * 0.25)))[2] > placed.getpixel((wide // 2, round(high * 0.25)))[0]
    assert placed.getpixel((round(wide * 0.05), high // 2))[0] > placed.getpixel((round(wide * 0.05), high // 2))[2]
    assert pot(spots=[[6, 0], [12, 0.5]], strokes=[[[0, 0.9], [0, -0.9]]]).tobytes() != placed.tobytes()


def test_a_pour_that_leaves_no_pot_has_none_to_draw(studio: Studio) -> None:
    for pour in ("low", "nobody"):
        answer = studio.send("POST", "/faces/pot", {"document": layers(), "pour": pour})
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["code"] == "pour.pot"
