"""A top photographed between the strips on its mould's rim: what is read is held against what lies there.

The strips are the PDF file itself, rendered by an independent library; mould, pieces, telephone and light are the
tests' own: a pinhole that sees each piece at its own height over or under the rim.
"""

from __future__ import annotations

import dataclasses
import math
from functools import cache
from itertools import pairwise
from typing import Any

import numpy as np
import pypdfium2
import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from numpy.typing import NDArray

from archtop.core import InputError, plan, read_loaf
from archtop.core.camera import BAR_CARD, RimStrips, TopPiecePlanned, TopPlanned, TopSeen, read_top
from archtop.core.cuts import cuts_met
from archtop.studio.actions import create_loaf
from archtop.studio.sheets import bar_card_pdf, rim_strip_pdf
from archtop.studio.sheets.rim_strips import strips_of
from tests.core.conftest import box_with
from tests.core.test_pour import CUPBOARD
from tests.photographs import ON_TABLE, Camera, Rim, TopPiece, as_jpeg, printed, ring, top_photographed
from tests.studio.conftest import Studio

Points = NDArray[np.float64]
# A box of 250 × 90 × 70 mm.
LONG, WIDE = 250.0, 90.0
SOAP, BRASS, SLATE, PLUM = (0.75, 0.66, 0.5), (0.55, 0.36, 0.08), (0.1, 0.13, 0.17), (0.3, 0.07, 0.2)
LEVEL = -9.0

CAMERAS = {
    "straight above": Camera(at_mm=ON_TABLE, from_mm=430, size_px=(1600, 1200)),
    "askew": Camera(tilt_deg=16, turn_deg=10, at_mm=ON_TABLE, from_mm=480, size_px=(1600, 1200)),
    "by a warm lamp": Camera(
        at_mm=ON_TABLE, from_mm=440, light=(1, 0.8, 0.55), leans=0.5, tilt_deg=8, size_px=(1600, 1200)
    ),
    "in the hand's shadow": Camera(at_mm=ON_TABLE, from_mm=450, shadow=True, tilt_deg=-12, size_px=(1600, 1200)),
    "upside down": Camera(at_mm=ON_TABLE, from_mm=450, turn_deg=175, size_px=(1600, 1200)),
}


KEY = np.array([(-14, -4), (6, -4), (14, -9), (14, 9), (6, 4), (-14, 4)], dtype=float)
PLANNED = (
    TopPiece(ring(9), (-80, -20), LEVEL + 9, BRASS),
    TopPiece(KEY, (0, 12), LEVEL + 5, SLATE),
    TopPiece(ring(12), (75, -8), LEVEL + 4, PLUM),
)
MOVED, TURNED = ((4.0, -2.5), (-5.0, 3.0), (0.0, 0.0)), (0.0, 12.0, 0.0)


def document(**more: Any) -> dict[str, Any]:
    return box_with(**{"mould": {"length_mm": LONG, "width_mm": WIDE, "height_mm": 70}, **more})


@cache
def strips() -> NDArray[np.float32]:
    loaf = read_loaf(document())
    return printed(rim_strip_pdf(loaf, plan(loaf, CUPBOARD), "A4"))


def taken(pieces: tuple[TopPiece, ...], camera: Camera) -> NDArray[np.uint8]:
    """A photograph of the box with these pieces."""
    return top_photographed(strips(), Rim(LONG, WIDE, LEVEL), pieces, camera)


def as_planned() -> TopPlanned:
    pieces = [TopPiecePlanned(str(piece.colour), piece.there(), piece.at, piece.over_mm) for piece in PLANNED]
    return TopPlanned(-LONG / 2, LONG / 2, WIDE / 2, LEVEL, pieces)


def as_they_lie() -> tuple[TopPiece, ...]:
    return tuple(
        dataclasses.replace(piece, at=(piece.at[0] + dx, piece.at[1] + dy), turned_deg=turn)
        for piece, (dx, dy), turn in zip(PLANNED, MOVED, TURNED, strict=True)
    )


def read(camera: Camera, focal: float | None) -> TopSeen:
    seen, _ = read_top(taken(as_they_lie(), camera), as_planned(), RimStrips(0, LONG, WIDE / 2), focal)
    return seen


@pytest.mark.parametrize("how", CAMERAS)
def test_pieces_are_found_within_a_millimetre(how: str) -> None:
    camera = CAMERAS[how]
    seen = read(camera, camera.focal * camera.size_px[0] / max(camera.size_px))
    for piece, (dx, dy), turn in zip(seen.pieces, MOVED, TURNED, strict=True):
        assert piece.found
        assert (piece.along_mm, piece.across_mm) == pytest.approx((dx, dy), abs=1.0)
        assert piece.turned_deg == pytest.approx(turn, abs=4)
    assert seen.within_mm < 1.0


def test_without_its_lens_a_photograph_is_less_sure_and_yet_true() -> None:
    camera = CAMERAS["straight above"]
    known, unknown = read(camera, camera.focal), read(camera, None)
    assert unknown.within_mm > known.within_mm
    for piece, (dx, dy) in zip(unknown.pieces, MOVED, strict=True):
        assert math.hypot(piece.along_mm - dx, piece.across_mm - dy) < 3 * unknown.within_mm


def test_a_piece_that_is_not_there_is_not_made_out() -> None:
    camera = CAMERAS["straight above"]
    strips = RimStrips(0, LONG, WIDE / 2)
    seen, _ = read_top(taken(as_they_lie()[1:], camera), as_planned(), strips, camera.focal)
    assert [piece.found for piece in seen.pieces] == [False, True, True]
    assert seen.pieces[0].outline == tuple((round(x, 2), round(y, 2)) for x, y in PLANNED[0].there())


def test_a_hand_over_some_marks_is_no_harm_and_over_most_a_sentence() -> None:
    camera = CAMERAS["straight above"]
    some = dataclasses.replace(camera, covered=((60.0, 45.0, 20.0), (140.0, 45.0, 14.0)))
    assert read(some, camera.focal).marks < 8
    most = dataclasses.replace(camera, covered=tuple((x, y, 20.0) for x in (64, 138, 212) for y in (47, 183)))
    with pytest.raises(InputError) as refusal:
        read(most, camera.focal)
    assert refusal.value.problems[0].code == "camera.few_marks"
    assert "hold the printed template over it" in refusal.value.problems[0].remedy


def test_another_sheet_is_not_taken_for_the_strips() -> None:
    numbers = {mark.number for mark in RimStrips(0, 900, 45).marks()}
    assert not numbers & {mark.number for mark in BAR_CARD.marks}
    page = printed(bar_card_pdf("A4"))
    camera = Camera(at_mm=(105, 148), from_mm=400)
    with pytest.raises(InputError, match="none of the sheet"):
        read_top(camera.takes(camera.sees(page)), as_planned(), RimStrips(0, LONG, WIDE / 2))


class TestStrips:
    @pytest.mark.parametrize("long", [70.0, 250.0, 330.0, 560.0, 1200.0])
    def test_lengths_join_and_no_joint_cuts_a_mark(self, long: float) -> None:
        strips = RimStrips(5, 5 + long, 40)
        lengths = strips.lengths(273.0)
        assert lengths[0][0] == -long / 2
        assert lengths[-1][1] == long / 2
        assert all(a[1] == b[0] for a, b in pairwise(lengths))
        joints = [end for _, end in lengths[:-1]]
        assert all(abs(joint - place) > 11 for joint in joints for place in strips.places())

    def test_too_short_for_marks_it_has_none(self) -> None:
        assert RimStrips(0, 50, 40).marks() == ()

    @pytest.mark.parametrize(("long", "pages"), [(250, 1), (700, 2)])
    def test_every_length_is_printed(self, long: float, pages: int) -> None:
        loaf = read_loaf(document(mould={"length_mm": long, "width_mm": WIDE, "height_mm": 70}))
        pdf = pypdfium2.PdfDocument(rim_strip_pdf(loaf, plan(loaf, CUPBOARD), "A4"))
        text = "".join(page.get_textpage().get_text_range() for page in pdf)
        assert len(pdf) == pages
        assert "LEFT RIM" in text
        assert "RIGHT RIM" in text
        assert text.count("This bar is 100 mm") == pages

    def test_walls_that_lean_put_them_at_the_rim(self) -> None:
        mould = {"length_mm": LONG, "width_mm": WIDE, "height_mm": 70, "draft_deg": 5}
        strips = strips_of(read_loaf(document(mould=mould)).mould)
        assert strips.half_mm == pytest.approx(WIDE / 2 + 70 * math.tan(math.radians(5)))


def test_cuts_are_named_by_the_bars_beside_them() -> None:
    loaf = read_loaf(document(cuts={"bar_mm": 49, "kerf_mm": 1}))
    bars = plan(loaf, CUPBOARD).cuts.bars
    at = (bars[1].to_mm + bars[2].from_mm) / 2
    assert cuts_met(bars, ring(8) + np.array([at + 3, 0.0])) == ("the cut between bars 2 and 3",)
    assert cuts_met(bars, ring(8) + np.array([at + 9, 0.0])) == ()


BALLS = {"id": "wick", "name": "Wick", "count": 2, "colour": "red", "make": {"kind": "ball", "diameter_mm": 18}}
PINS = [{"pieces": "wick", "number": 0, "x": -20, "y": 39}, {"pieces": "wick", "number": 1, "x": 15, "y": 225}]


def scattered() -> dict[str, Any]:
    """Two balls on a level 9 mm under the rim, cut every 50 mm."""
    colours = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "red", "name": "Red", "srgb": "#a03030"}]
    top = {"scatter": {"items": [{"pieces": "wick", "count": 2}], "pins": PINS}}
    return document(pieces=[BALLS], colours=colours, top=top, to_mm=61, cuts={"bar_mm": 49.4, "kerf_mm": 0.6})


def sent(owner: User, pieces: tuple[TopPiece, ...], loaf: dict[str, Any]) -> Any:
    created = create_loaf(owner, read_loaf(loaf))
    photo = SimpleUploadedFile("top.jpg", as_jpeg(taken(pieces, CAMERAS["straight above"])), "image/jpeg")
    return Studio(owner).http.post(f"/api/loaves/{created.pk}/top-seen", {"file": photo})


def balls(*moved: tuple[float, float]) -> tuple[TopPiece, ...]:
    """Where they are planned, moved along and across."""
    return tuple(
        TopPiece(ring(9), (pin["y"] - LONG / 2 + dx, pin["x"] + dy), LEVEL + 9, SLATE)
        for pin, (dx, dy) in zip(PINS, moved, strict=True)
    )


@pytest.mark.django_db
def test_a_photograph_tells_which_cut_a_piece_meets_now(owner: User) -> None:
    answer = sent(owner, balls((8.0, 0.0), (0.0, 0.0)), scattered())
    assert answer.status_code == 200, answer.content
    read = answer.json()
    first, second = read["pieces"]
    assert (first["pieces"], first["number"], first["run"]) == ("wick", 0, None)
    assert (first["x"], first["y"]) == pytest.approx((-20, 47), abs=1.2)
    assert first["says"].startswith("Wick 1 lies ")
    assert "towards the back" in first["says"]
    assert first["says"].endswith("; the cut between bars 1 and 2 would go through it.")
    assert (first["cut_anew"], second["cut_anew"]) == (True, False)
    assert (second["moved"], second["says"]) == (False, "Wick 2 lies where it was planned.")
    assert read["says"][0].startswith("2 of 2 pieces made out, 1 of them elsewhere than planned; places to within")
    assert len(read["says"]) == 2
    assert read["picture"].startswith("data:image/jpeg")
    assert len(read["cuts"]) == 2 * 5


@pytest.mark.django_db
def test_nothing_to_look_for_and_no_strips_are_told(owner: User) -> None:
    bare = sent(owner, (), document())
    assert bare.status_code == 422
    assert bare.json()["problems"][0]["code"] == "camera.bare"
    created = create_loaf(owner, read_loaf(scattered()))
    blank = SimpleUploadedFile("top.jpg", as_jpeg(np.full((900, 1200, 3), 120, np.uint8)), "image/jpeg")
    answer = Studio(owner).http.post(f"/api/loaves/{created.pk}/top-seen", {"file": blank})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["code"] == "camera.no_sheet"


@pytest.mark.django_db
def test_anothers_top_is_not_seen(owner: User) -> None:
    created = create_loaf(owner, read_loaf(scattered()))
    other = User.objects.create_user("other", password="a long enough one")
    photo = SimpleUploadedFile("top.jpg", b"x", "image/jpeg")
    assert Studio(other).http.post(f"/api/loaves/{created.pk}/top-seen", {"file": photo}).status_code in (403, 404)
