"""A cut bar photographed on the printed card: what is read is held against what lies on it.

The card is the PDF file itself, rendered by an independent library; telephone, light, shadow and bar are the tests'
own: a pinhole that sees the bar's face nearer than the paper, and its sides where it looks along them.
"""

from __future__ import annotations

import dataclasses
import io
import math
import uuid
from collections.abc import Callable
from functools import cache
from typing import Any

import colour as colour_science
import cv2
import numpy as np
import pytest
import shapely
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from numpy.typing import NDArray
from PIL import ExifTags, Image

from archtop.core import InputError, read_loaf
from archtop.core.bench.clock import bowls_of
from archtop.core.camera import BAR_CARD, RING_SHEET, BarPlanned, BarSeen, PiecePlanned, read_bar, read_soap
from archtop.core.camera.lit import light_on
from archtop.core.camera.marks import locate
from archtop.core.camera.pose import pose_of
from archtop.core.faces import ColourField, Touch, fallen_in, marbling_at, thickness_of
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, cupboard_of_studio
from archtop.studio.actions.learning import learn, open_numbers
from archtop.studio.actions.outcomes import save_outcome
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Observation
from archtop.studio.photos import focal_of
from archtop.studio.sheets import bar_card_pdf, ring_sheet_pdf
from tests.core.conftest import box, box_with, rod
from tests.photographs import (
    PX_PER_MM,
    Bar,
    Camera,
    Puddle,
    as_jpeg,
    bar_photographed,
    laid_on,
    photographed,
    printed,
)
from tests.studio.conftest import Studio

Face = NDArray[np.float32]
# Where the chequers' middle lies on an A4 page [mm], by the page's own layout.
MIDDLE = (105.0, 148.0)
CREAM, BLUE, RED, DARK, WHITE = "#f0e4c8", "#31589a", "#b3302a", "#2b2622", "#ffffff"
WIDE, HIGH, THICK = 78.0, 86.0, 25.0
HOUSE = np.array([(-9, -8), (9, -8), (9, 4), (0, 12), (-9, 4)], dtype=float)
# Where the plan has them, and where they lie: moved across and up [mm], turned against the clock [degrees].
SPOT, HOUSE_AT = (-15.0, 38.0), (18.0, 30.0)
SPOT_MOVED, HOUSE_MOVED, HOUSE_TURNED = (3.0, -2.0), (-2.0, 1.5), 8.0

CAMERAS = {
    "straight above": Camera(at_mm=MIDDLE, from_mm=360),
    "askew": Camera(tilt_deg=22, turn_deg=15, from_mm=430, at_mm=(110, 150)),
    "by a warm lamp": Camera(light=(1, 0.8, 0.55), leans=0.5, tilt_deg=12, from_mm=400, at_mm=(100, 150)),
    "in the hand's shadow": Camera(shadow=True, tilt_deg=-18, turn_deg=-30, from_mm=430, at_mm=MIDDLE),
    "in the dark": Camera(from_mm=480, blur_px=1.0, light=(0.45, 0.42, 0.38), at_mm=MIDDLE),
    "on its side": Camera(turn_deg=95, size_px=(1600, 1200), from_mm=520, at_mm=MIDDLE),
}


def light_of(srgb: str) -> Face:
    return np.array([(part / 255) ** 2.2 for part in bytes.fromhex(srgb[1:])], dtype=np.float32)


def points_of(srgb: str) -> tuple[int, int, int]:
    red, green, blue = bytes.fromhex(srgb[1:])
    return red, green, blue


def ring(middle: tuple[float, float], radius: float) -> NDArray[np.float64]:
    angle = np.arange(48) * 2 * math.pi / 48
    return np.column_stack([middle[0] + radius * np.cos(angle), middle[1] + radius * np.sin(angle)])


def turned(corners: NDArray[np.float64], degrees: float) -> NDArray[np.float64]:
    turn = math.radians(degrees)
    return corners @ np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])


def filled(face: Face, outline: NDArray[np.float64], colour: str, size: tuple[float, float] = (WIDE, HIGH)) -> None:
    """An outline in the section [mm] filled on a face."""
    corners = np.column_stack([outline[:, 0] + size[0] / 2, size[1] - outline[:, 1]]) * PX_PER_MM
    light = [float(part) for part in light_of(colour)]
    cv2.fillPoly(face, [np.rint(corners * 16).astype(np.int32)], light, cv2.LINE_AA, 4)


def face(ground: str = CREAM, high: float = HIGH) -> Face:
    """A face of two layers that meet in a wave, with a spot and a house."""
    rows, columns = round(high * PX_PER_MM), round(WIDE * PX_PER_MM)
    light = np.zeros((rows, columns, 3), np.float32) + light_of(ground)
    row, column = np.mgrid[0:rows, 0:columns]
    light[high - row / PX_PER_MM > wave(column / PX_PER_MM - WIDE / 2)] = light_of(BLUE)
    filled(light, ring((SPOT[0] + SPOT_MOVED[0], SPOT[1] + SPOT_MOVED[1]), 12), RED, (WIDE, high))
    filled(light, turned(HOUSE, HOUSE_TURNED) + np.add(HOUSE_AT, HOUSE_MOVED), BLUE, (WIDE, high))
    return light


def wave(x: Any) -> Any:
    return 60 + 4 * np.sin(x / 9)


PLAN = BarPlanned(
    outline=np.array([(-WIDE / 2, 0), (WIDE / 2, 0), (WIDE / 2, HIGH), (-WIDE / 2, HIGH)]),
    level_mm=HIGH,
    thick_mm=THICK,
    pieces=(
        PiecePlanned("spot", ring(SPOT, 12), SPOT),
        PiecePlanned("house", HOUSE + np.array(HOUSE_AT), HOUSE_AT),
    ),
    colours={"ground": points_of(CREAM), "sky": points_of(BLUE), "spot": points_of(RED)},
)


@cache
def card() -> Face:
    return printed(bar_card_pdf("A4"))


def focal(camera: Camera) -> float:
    return camera.focal * camera.size_px[0] / max(camera.size_px)


def read(
    camera: Camera, on_it: Face | None = None, plan: BarPlanned = PLAN, *, lens: bool = True, turn_deg: float = 3.0
) -> BarSeen:
    laid = Bar(face() if on_it is None else on_it, plan.thick_mm, (MIDDLE[0] + 2, MIDDLE[1] + 40), turn_deg)
    picture = np.asarray(Image.open(io.BytesIO(as_jpeg(bar_photographed(card(), laid, camera)))))
    return read_bar(picture, plan, focal(camera) if lens else None)[0]


@pytest.mark.parametrize(
    ("how", "lens"), [*((how, True) for how in CAMERAS), ("straight above", False), ("on its side", False)]
)
def test_places_sizes_shares_and_colours_are_read_from_anywhere(how: str, lens: bool) -> None:
    seen = read(CAMERAS[how], lens=lens)
    assert seen.marks >= 6
    assert seen.wide_mm == pytest.approx(WIDE, abs=0.7)
    assert seen.high_mm == pytest.approx(HIGH, abs=1.6 if not lens else 0.8)
    assert abs(seen.leans_deg) < 1
    spot, house = seen.pieces
    for piece, planned, moved in ((spot, SPOT, SPOT_MOVED), (house, HOUSE_AT, HOUSE_MOVED)):
        assert piece.found
        off = math.hypot(piece.across_mm - planned[0] - moved[0], piece.up_mm - planned[1] - moved[1])
        assert off < 1.2 if not lens else off < 0.8
        assert off < 3 * seen.within_mm
    assert house.turned_deg == pytest.approx(HOUSE_TURNED, abs=2)
    _, sky, _ = seen.colours
    assert sky.share == pytest.approx(poured_shares()["sky"], abs=0.02)
    for colour, truth in zip(seen.colours, (CREAM, BLUE, RED), strict=True):
        assert colour.srgb
        # By an independent library. A warm lamp leaves more of an error, and so does another shadow on paper and soap.
        off_colour = float(colour_science.delta_E(as_lab(colour.srgb), as_lab(truth), method="CIE 2000"))
        assert off_colour < (6 if how in ("by a warm lamp", "in the hand's shadow") else 4)


def as_lab(srgb: str) -> NDArray[np.float64]:
    return np.asarray(colour_science.XYZ_to_Lab(colour_science.sRGB_to_XYZ(np.array(points_of(srgb)) / 255)))


@cache
def poured_shares() -> dict[str, float]:
    """Of the poured soap, by counting points of the face as it was drawn."""
    x, z = np.meshgrid(np.linspace(-WIDE / 2, WIDE / 2, 600), np.linspace(0, HIGH, 600))
    spot = np.hypot(x - SPOT[0] - SPOT_MOVED[0], z - SPOT[1] - SPOT_MOVED[1]) < 12
    corners = turned(HOUSE, HOUSE_TURNED) + np.add(HOUSE_AT, HOUSE_MOVED)
    poured = ~(spot | shapely.contains_xy(shapely.Polygon(corners), x, z))
    return {"sky": float((z > wave(x))[poured].mean())}


@pytest.mark.parametrize("ground", [WHITE, DARK])
def test_soap_as_white_as_paper_or_as_dark_as_ink_is_told_from_it(ground: str) -> None:
    plan = dataclasses.replace(PLAN, colours={**PLAN.colours, "ground": points_of(ground)})
    seen = read(CAMERAS["askew"], face(ground), plan)
    assert seen.wide_mm == pytest.approx(WIDE, abs=1.0)
    assert seen.high_mm == pytest.approx(HIGH, abs=1.0)
    assert all(piece.found for piece in seen.pieces)


@pytest.mark.parametrize(("thick", "turn_deg"), [(8.0, -12.0), (25.0, 0.0), (40.0, 9.0)])
def test_a_bar_of_any_thickness_may_lie_turned(thick: float, turn_deg: float) -> None:
    seen = read(CAMERAS["straight above"], plan=dataclasses.replace(PLAN, thick_mm=thick), turn_deg=turn_deg)
    assert seen.wide_mm == pytest.approx(WIDE, abs=0.9)
    spot = seen.pieces[0]
    assert (spot.across_mm, spot.up_mm) == pytest.approx(np.add(SPOT, SPOT_MOVED), abs=0.8)


def test_a_loaf_that_stands_higher_and_leans_is_told() -> None:
    high = face(high=HIGH + 5)
    row, column = np.mgrid[0 : high.shape[0], 0 : high.shape[1]] / PX_PER_MM
    # Cut away so that its top rises to the right by four degrees: nothing of the bar is left there.
    lean = 5 - math.tan(math.radians(4)) * column
    seen = read(Camera(at_mm=MIDDLE, from_mm=420), high)
    assert seen.high_mm == pytest.approx(HIGH + 5, abs=0.8)
    assert abs(seen.leans_deg) < 1
    # The chequers go on where the corner was cut off.
    cut = Bar(high, 0.01, (MIDDLE[0], MIDDLE[1] + 45), gone=row < np.maximum(lean, 0))
    camera = Camera(at_mm=MIDDLE, from_mm=420)
    leaning, _ = read_bar(bar_photographed(card(), cut, camera), dataclasses.replace(PLAN, thick_mm=0.01), 0.9375)
    assert leaning.leans_deg == pytest.approx(4, abs=1.5)


def test_holes_are_told_with_where_and_how_wide_and_swirls_are_none() -> None:
    holed = face()
    for middle, wide in (((6.0, 18.0), 5.0), ((-25.0, 15.0), 2.5)):
        filled(holed, ring(middle, wide / 2), "#1a120c")
    assert read(CAMERAS["askew"]).holes == ()
    large, small = read(CAMERAS["askew"], holed).holes
    assert (large.across_mm, large.up_mm, large.wide_mm) == pytest.approx((6.0, 18.0, 5.0), abs=0.8)
    assert (small.across_mm, small.up_mm, small.wide_mm) == pytest.approx((-25.0, 15.0, 2.5), abs=0.8)


def test_dark_swirls_and_a_grainy_picture_are_no_holes() -> None:
    streaked = face()
    row, column = np.mgrid[0 : streaked.shape[0], 0 : streaked.shape[1]] / PX_PER_MM
    streaked[np.abs(np.sin(column / 3 + np.sin(row / 5))) < 0.25] = light_of("#212224")
    plan = dataclasses.replace(PLAN, colours={**PLAN.colours, "ink": points_of("#212224")})
    for seed in range(3):
        assert read(dataclasses.replace(CAMERAS["askew"], noise=0.02, seed=seed), streaked, plan).holes == ()


def test_a_pale_veil_is_told_by_how_much_of_the_face_it_covers() -> None:
    plan = dataclasses.replace(PLAN, colours={key: PLAN.colours[key] for key in ("sky", "spot")}, pieces=())
    plain = np.zeros_like(face()) + light_of(BLUE)
    ashen = plain.copy()
    rows = round(0.2 * len(ashen))
    ashen[:rows] = 0.6 * ashen[:rows] + 0.4 * 0.8
    assert read(CAMERAS["straight above"], plain, plan).veiled < 0.005
    assert read(CAMERAS["straight above"], ashen, plan).veiled == pytest.approx(0.2, abs=0.05)


def test_a_piece_that_is_not_there_is_not_found() -> None:
    bare = np.zeros_like(face()) + light_of(CREAM)
    seen = read(CAMERAS["askew"], bare)
    assert [piece.found for piece in seen.pieces] == [False, False]


def test_where_the_camera_stood_is_the_pinholes_own() -> None:
    """Closed form: straight above, the lens is as far off as the page was put from it."""
    camera = Camera(at_mm=(112, 141), from_mm=410)
    picture = photographed(card(), camera)
    pose = pose_of(picture, locate(picture, BAR_CARD.marks), focal(camera))
    assert pose.eye == pytest.approx([7, -7, 410], abs=4)
    # Something at a height hides paper further from the foot of the lens: similar triangles.
    (hidden,) = pose.hidden_by(np.array([[7.0 + 30, -7.0]]), 41.0)
    assert hidden[0] - pose.eye[0] == pytest.approx(30 * 410 / (410 - 41), abs=0.5)
    assert pose.at_height(np.array([hidden]), 41.0)[0] == pytest.approx([37, -7], abs=1e-6)


def test_light_that_leans_and_is_warm_is_known_everywhere_from_the_rim() -> None:
    along, side = np.linspace(-70, 70, 50), np.full(50, 70.0)
    rim = np.concatenate(
        [np.column_stack(ends) for ends in ((along, side), (side, along), (along, -side), (-side, along))]
    )

    def lit(points: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.exp(-0.4 + 0.004 * points[:, :1] - 0.002 * points[:, 1:]) * np.array([0.9, 0.75, 0.5])

    paper = 255 * lit(rim) ** (1 / 2.2)
    paper[:40] *= 0.5
    inside = np.array([[0.0, 0.0], [30.0, -20.0]])
    assert light_on(paper.astype(np.uint8), rim)(inside) == pytest.approx(lit(inside), rel=0.04)


def wrong(taken: Callable[[], NDArray[np.uint8]], says: str) -> Any:
    return pytest.param(taken, says, id=says)


@pytest.mark.parametrize(
    ("taken", "says"),
    [
        wrong(lambda: photographed(card(), CAMERAS["askew"]), "no bar lies on"),
        wrong(lambda: photographed(printed(ring_sheet_pdf("A4")), Camera()), "none of the sheet's eight square marks"),
        wrong(lambda: np.full((800, 600, 3), 120, np.uint8), "none of the sheet's eight square marks"),
        wrong(
            lambda: bar_photographed(card(), Bar(face(), THICK, (MIDDLE[0] + 45, MIDDLE[1] + 20)), CAMERAS["askew"]),
            "reaches over its chequers",
        ),
        wrong(
            lambda: bar_photographed(
                card(),
                Bar(face()[:180, :180].copy(), THICK, (MIDDLE[0], MIDDLE[1] + 10)),
                CAMERAS["askew"],
            ),
            "not the bar that was planned",
        ),
        wrong(lambda: photographed(card(), dataclasses.replace(CAMERAS["askew"], light=(0.05,) * 3)), "too dark"),
        wrong(lambda: photographed(card(), dataclasses.replace(CAMERAS["askew"], light=(1.3,) * 3)), "washed out"),
    ],
)
def test_what_cannot_be_read_is_refused_with_what_to_do(taken: Callable[[], NDArray[np.uint8]], says: str) -> None:
    with pytest.raises(InputError, match=says) as refused:
        read_bar(taken(), PLAN)
    assert all(problem.remedy for problem in refused.value.problems)


def test_the_card_and_the_ring_sheet_share_no_mark() -> None:
    assert not {mark.number for mark in BAR_CARD.marks} & {mark.number for mark in RING_SHEET.marks}


@pytest.mark.parametrize(("told", "share"), [(26, 26 / 43.27 * 1.25), (52, 52 / 43.27 * 1.25), (0, None), (9000, None)])
def test_the_lens_is_read_out_of_the_file(told: int, share: float | None) -> None:
    """Exif's tag by an independent writer; a picture of 4 to 3 is 1.25 times as long over its corners."""
    exif = Image.Exif()
    exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.FocalLengthIn35mmFilm] = told
    out = io.BytesIO()
    Image.new("RGB", (400, 300)).save(out, "JPEG", exif=exif)
    assert focal_of(out.getvalue()) == (pytest.approx(share) if share else None)
    assert focal_of(b"no picture") is None


@pytest.mark.django_db
def test_a_kept_photograph_is_read_and_proposes_what_may_be_written_down(owner: User, studio: Studio) -> None:
    two = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "red", "name": "Red", "srgb": RED}]
    loaf = create_loaf(owner, read_loaf(box_with(rod(diameter=24, colour="red", up_mm=32), colours=two)))
    planned = Plans(cupboard_of_studio(loaf)).of(loaf)
    level, slice_ = planned.result.level_mm, planned.result.cuts.slice_of(2)
    shown = {colour.id: colour.shown for colour in planned.result.colours}
    wide = 2 * max(x for x, _ in slice_.mould)
    on_it = np.zeros((round(level * PX_PER_MM), round(wide * PX_PER_MM), 3), np.float32) + light_of(shown["white"])
    filled(on_it, ring((0.0, planned.document.embeds[0].up_mm - 3), 12), shown["red"], (wide, level))
    bar = Bar(on_it, slice_.to_mm - slice_.from_mm, (MIDDLE[0], MIDDLE[1] + 35))
    taken = as_jpeg(bar_photographed(card(), bar, CAMERAS["askew"]))
    kept = studio.http.post(
        f"/api/loaves/{loaf.pk}/photos",
        {"kind": "cut face", "bar": 2, "photo": SimpleUploadedFile("bar.jpg", taken)},
    ).json()[-1]
    answer = studio.http.post(f"/api/photos/{kept['id']}/bar")
    assert answer.status_code == 200, answer.content
    seen = answer.json()
    assert seen["picture"].startswith("data:image/jpeg")
    (embed,) = [item for proposal in seen["proposals"] for item in proposal["embeds"]]
    assert embed["bar"] == 2
    assert embed["up_mm"] == pytest.approx(planned.document.embeds[0].up_mm - 3, abs=1)
    assert any("3." in p["says"] and "lower" in p["says"] for p in seen["proposals"] if p["embeds"])
    assert any("mould's width was taken" in says for says in seen["says"])
    assert sum(item["seen"] for item in seen["shares"]) == pytest.approx(1, abs=0.05)
    assert studio.http.post(f"/api/photos/{kept['id']}/bar", headers={"X-Units": "us"}).json()["says"][0].count(" in ")


def bowl_beside(camera: Camera, colour: str) -> bytes:
    """A bowl's batter below the card's marks, on the same paper."""
    light = tuple(float(part) for part in light_of(colour))
    on_it = laid_on(card(), (60.0, 262.0), Puddle(11, colour=(light[0], light[1], light[2])))
    return as_jpeg(photographed(on_it, camera))


@pytest.mark.django_db
def test_batter_beside_the_card_is_pressed_on_and_held_against_its_forecast(studio: Studio) -> None:
    camera = dataclasses.replace(CAMERAS["by a warm lamp"], light=(1, 0.88, 0.72), from_mm=480, at_mm=(105, 170))
    taken = bowl_beside(camera, "#7a4a58")
    first = studio.http.post("/api/soap-colour", {"file": SimpleUploadedFile("bowl.jpg", taken)}).json()
    assert first["soap"] is None
    assert first["picture"].startswith("data:image/jpeg")
    over = camera.over() @ np.array([60.0 + 4, 262.0 + 4, 1.0])
    place = over[:2] / over[2] / camera.size_px
    asked = {"across": place[0], "down": place[1], "against": "#7a4a58"}
    seen = studio.http.post("/api/soap-colour", {"file": SimpleUploadedFile("bowl.jpg", taken), **asked}).json()
    off = colour_science.delta_E(as_lab(seen["soap"]["srgb"]), as_lab("#7a4a58"), method="CIE 2000")
    assert off < seen["soap"]["off"]
    assert seen["said"] == "as forecast"
    asked["against"] = "#31589a"
    other = studio.http.post("/api/soap-colour", {"file": SimpleUploadedFile("bowl.jpg", taken), **asked}).json()
    assert other["said"] == "well off its forecast"
    # On the edge of the puddle there are two colours.
    rim = camera.over() @ np.array([60.0 + 11, 262.0, 1.0])
    asked |= {"across": rim[0] / rim[2] / camera.size_px[0], "down": rim[1] / rim[2] / camera.size_px[1]}
    edge = studio.http.post("/api/soap-colour", {"file": SimpleUploadedFile("bowl.jpg", taken), **asked}).json()
    assert "not of one colour" in edge["soap"]["says"]


@pytest.mark.django_db
@pytest.mark.parametrize(("form", "status"), [({"across": 2, "down": 0}, 422), ({"against": "blue"}, 422)])
def test_a_place_outside_the_picture_is_refused(studio: Studio, form: dict[str, Any], status: int) -> None:
    taken = as_jpeg(photographed(card(), CAMERAS["askew"]))
    answer = studio.http.post("/api/soap-colour", {"file": SimpleUploadedFile("bowl.jpg", taken), **form})
    assert answer.status_code == status


def test_a_test_bar_on_the_chequers_gives_its_colour_in_any_light() -> None:
    for how, camera in CAMERAS.items():
        for srgb in (CREAM, BLUE, DARK):
            on_it = np.zeros((round(55 * PX_PER_MM), round(65 * PX_PER_MM), 3), np.float32) + light_of(srgb)
            taken = bar_photographed(card(), Bar(on_it, THICK, (MIDDLE[0], MIDDLE[1] + 26)), camera)
            soap = read_soap(taken)
            off = float(colour_science.delta_E(as_lab(soap.srgb), as_lab(srgb), method="CIE 2000"))
            assert off < (7 if how in ("by a warm lamp", "in the hand's shadow") else 4), (how, srgb)
            assert soap.says == "", (how, srgb)


@pytest.mark.django_db
def test_a_bar_that_came_out_deeper_is_told_and_later_faces_learn_from_it(owner: User, studio: Studio) -> None:
    """The bar is drawn by a hand whose streams plunge 1.8 times as deep as the model says, by a seed nobody tries."""
    colours = [{"id": "white", "name": "White", "srgb": "#f2ead6"}, {"id": "red", "name": "Red", "srgb": RED}]
    base = {"do": "pour", "id": "base", "name": "Base", "to_mm": 42, "colours": [{"colour": "white", "percent": 100}]}
    falls = {"id": "in", "to_mm": 62, "fall_mm": 120, "thickness": "light", "technique": {"kind": "drops", "passes": 7}}
    falling = base | falls | {"name": "In", "colours": [{"colour": "red", "percent": 100}]}
    loaf = create_loaf(owner, read_loaf(box(colours=colours, work=[base | {"thickness": "light"}, falling])))
    planned = Plans(cupboard_of_studio(loaf)).of(loaf)
    thick = thickness_of(planned.document, bowls_of(planned.of, planned.result))
    truth = ColourField(planned.of, planned.result.fills, thick, 9, Touch(plunge=1.8))
    fallen = fallen_in(planned.of, planned.result.fills)
    shown = [light_of(colour.shown) for colour in planned.result.colours]
    marbled = []
    for number in (3, 6):
        slice_ = planned.result.cuts.slice_of(number)
        drawn = truth.face(slice_.from_mm, 1 / PX_PER_MM)
        on_it = np.array(shown, dtype=np.float32)[np.maximum(drawn.colours, 0)]
        bar = Bar(on_it, slice_.to_mm - slice_.from_mm, (MIDDLE[0], MIDDLE[1] + 32))
        taken = as_jpeg(bar_photographed(card(), bar, CAMERAS["straight above"]))
        photo = {"kind": "cut face", "bar": number, "photo": SimpleUploadedFile("bar.jpg", taken)}
        kept = studio.http.post(f"/api/loaves/{loaf.pk}/photos", photo).json()[-1]
        seen = studio.http.post(f"/api/photos/{kept['id']}/bar").json()
        (proposal,) = [item for item in seen["proposals"] if item["marbled"]]
        assert "foreseen" in proposal["says"]
        (mark,) = proposal["marbled"]
        own = marbling_at(truth, slice_.from_mm, fallen)
        assert mark["bar"] == number
        assert mark["edges_mm"] == pytest.approx(own.edges_mm, rel=0.15)
        assert mark["deep_mm"] == pytest.approx(own.deep_mm, abs=2)
        marbled.append(mark)

    def learned() -> list[str]:
        asked = {"document": loaf.document, "loaf": str(loaf.pk), "px_mm": 2.0, "bars": [1]}
        return studio.send("POST", "/faces", asked).json()["learned"]

    assert learned() == []
    on = wall_clock.today().isoformat()
    save_outcome(loaf, uuid.uuid4(), {"stage": "cut", "on": on, "marbled": marbled})
    learn(loaf)
    rate = next(number.rate for number in open_numbers("plunge"))
    assert rate
    assert 1.05 < rate.value < 1.8
    assert "what fell in reaches" in Observation.objects.get(rate="plunge").says
    other = create_loaf(owner, read_loaf({**loaf.document, "name": "The next"}))
    loaf = other
    (says,) = learned()
    assert says.startswith("Streams plunge 1.")
    assert "photographed bars of one loaf" in says
