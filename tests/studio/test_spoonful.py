"""A spoonful photographed on the printed sheet: what is read is held against what lies on it.

The sheet is the PDF file itself, rendered by an independent library; telephone, light and puddle are the tests' own.
"""

from __future__ import annotations

import base64
import io
import math
from functools import cache

import cv2
import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from numpy.typing import NDArray
from PIL import Image

from archtop.core import InputError
from archtop.core.camera import RING_SHEET, Mark, read_spoonful
from archtop.core.camera.marks import locate
from archtop.studio.sheets import ring_sheet_pdf
from tests.photographs import PX_PER_MM, Camera, Puddle, as_jpeg, laid_on, photographed, printed
from tests.studio.conftest import Studio

# Where the rings' middle lies on an A4 page [mm], by the page's own layout.
MIDDLE = (105.0, 297 / 2 + 12)
CREAM, WHITE, DARK, BLUE = (0.9, 0.86, 0.74), (0.9, 0.9, 0.89), (0.08, 0.06, 0.09), (0.2, 0.3, 0.6)
CAMERAS = {
    "straight above": Camera(),
    "askew": Camera(tilt_deg=28, turn_deg=20, from_mm=380),
    "by a warm lamp": Camera(light=(1.0, 0.8, 0.55), leans=0.5, tilt_deg=15),
    "in the hand's shadow": Camera(shadow=True, tilt_deg=-20, turn_deg=-35, from_mm=400),
    "from far, in the dark": Camera(from_mm=480, blur_px=1.0, noise=0.01, light=(0.4, 0.38, 0.33)),
    "on its side": Camera(turn_deg=95, size_px=(1600, 1200), from_mm=450),
}


@cache
def sheet() -> NDArray[np.float64]:
    return printed(ring_sheet_pdf("A4"))


def photo(puddle: Puddle | None = None, camera: Camera | None = None) -> NDArray[np.uint8]:
    """A photograph as it comes out of its file."""
    page = laid_on(sheet(), MIDDLE, puddle) if puddle else sheet()
    taken = photographed(page, camera or Camera())
    return np.asarray(Image.open(io.BytesIO(as_jpeg(taken))))


@pytest.mark.parametrize("how", CAMERAS)
@pytest.mark.parametrize("radius", [24.0, 37.0, 52.0])
def test_a_spoonful_is_measured_within_three_percent(how: str, radius: float) -> None:
    # Two colours of four, so that each meets every camera and every size.
    turn = (list(CAMERAS).index(how) + round(radius)) % 2
    for colour in ((CREAM, DARK), (WHITE, BLUE))[turn]:
        puddle = Puddle(radius, colour=colour, beside_mm=(3, -2), wavy=0.04, seed=int(radius))
        spread, _ = read_spoonful(photo(puddle, CAMERAS[how]))
        assert spread.across_mm == pytest.approx(2 * radius, rel=0.03)
        assert abs(spread.across_mm - 2 * radius) < 2 * spread.within_mm
        assert spread.says == ""


def test_its_edge_is_where_it_was_seen() -> None:
    """Each point of the outline against the puddle's own edge, in millimetres on the sheet."""
    puddle = Puddle(38, beside_mm=(4, 3), wavy=0.05, seed=3)
    spread, above = read_spoonful(photo(puddle, CAMERAS["askew"]))
    points = np.array(spread.edge_mm) - np.array(puddle.beside_mm)
    edge = puddle.radius(np.arctan2(points[:, 1], points[:, 0]))
    off = np.hypot(*points.T) - edge
    assert np.abs(off).max() < 1.0
    # The picture that is shown is the sheet from above: the puddle's colour in its middle, paper in its corner.
    assert above[264, 264, 2] < above[10, 264, 2]


def test_a_finger_on_one_mark_is_no_harm() -> None:
    spread, _ = read_spoonful(photo(Puddle(36), Camera(covered=((35, 90, 14),))))
    assert spread.marks == 3
    assert spread.across_mm == pytest.approx(72, rel=0.03)


def test_what_ran_to_one_side_is_said_and_trusted_less() -> None:
    round_, _ = read_spoonful(photo(Puddle(36)))
    ran, _ = read_spoonful(photo(Puddle(36, wavy=0.5, seed=2)))
    assert "evenly" in ran.says
    assert ran.within_mm > 2 * round_.within_mm


def two_sheets() -> NDArray[np.uint8]:
    return photographed(np.concatenate([sheet(), sheet()], axis=1), Camera(from_mm=520, at_mm=(210, 160)))


@pytest.mark.parametrize(
    ("picture", "code", "says"),
    [
        (lambda: photo(), "camera.nothing", "no spoonful lies on the sheet"),
        (lambda: photo(Puddle(14)), "camera.hardly_spread", "hardly spread"),
        (lambda: photo(Puddle(66)), "camera.over_the_edge", "batter or glare"),
        (lambda: photo(Puddle(30, beside_mm=(20, 0))), "camera.beside", "beside the middle"),
        (
            lambda: photo(Puddle(36), Camera(covered=((35, 90, 14), (175, 90, 14)))),
            "camera.few_marks",
            "only 2 of the sheet's 4",
        ),
        (two_sheets, "camera.two_sheets", "more than one sheet"),
        (lambda: photo(Puddle(36))[:, ::-1].copy(), "camera.no_sheet", "none of the sheet's four"),
        (lambda: np.full((800, 600, 3), 120, np.uint8), "camera.no_sheet", "none of the sheet's four"),
        (lambda: photo(Puddle(36), Camera(size_px=(400, 533), blur_px=0.4)), "camera.too_far", "small in the picture"),
    ],
)
def test_what_cannot_be_read_is_refused_with_what_to_do(picture, code: str, says: str) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(InputError, match=says) as refused:
        read_spoonful(picture())
    (problem,) = refused.value.problems
    assert problem.code == code
    assert problem.remedy


def test_a_sheet_in_waves_is_refused() -> None:
    """Marks that no flat sheet can have there: one of them slid by a centimetre."""
    page = sheet().copy()
    mark = RING_SHEET.marks[2]
    x, y = (round(PX_PER_MM * (middle + of)) for middle, of in zip(MIDDLE, (mark.x, mark.y), strict=True))
    half, slid = round(9 * PX_PER_MM), round(10 * PX_PER_MM)
    part = page[y - half : y + half, x - half : x + half].copy()
    page[y - half : y + half, x - half : x + half] = 0.92
    page[y + slid - half : y + slid + half, x - half : x + half] = part
    with pytest.raises(InputError, match="off a flat sheet"):
        read_spoonful(photographed(page, Camera()))


def test_the_way_from_sheet_to_picture_is_the_cameras_own() -> None:
    """Closed form: a pinhole straight above has so many points to the millimetre, and no lean at all."""
    camera = Camera(at_mm=MIDDLE)
    at = locate(photographed(sheet(), camera), RING_SHEET.marks)
    scale = 1.25 * camera.size_px[0] / camera.from_mm
    expected = np.array([[scale, 0, camera.size_px[0] / 2], [0, scale, camera.size_px[1] / 2], [0, 0, 1]])
    assert at.to_px / at.to_px[2, 2] == pytest.approx(expected, abs=1.0)
    assert at.px_per_mm == pytest.approx(scale, rel=0.005)
    assert at.off_mm < 0.1


def test_a_marks_corners_go_round_as_the_library_sees_them() -> None:
    assert Mark(0, 10, 20).corners() == pytest.approx(np.array([[2, 12], [18, 12], [18, 28], [2, 28]]))


def test_a_photograph_is_read_over_the_network_and_not_kept(studio: Studio) -> None:
    taken = photographed(laid_on(sheet(), MIDDLE, Puddle(36)), CAMERAS["askew"])
    answer = studio.http.post("/api/spoonful", {"file": SimpleUploadedFile("s.jpg", as_jpeg(taken))})
    assert answer.status_code == 200
    seen = answer.json()
    assert seen["spread"]["across_mm"] == pytest.approx(72, rel=0.03)
    head, _, picture = seen["picture"].partition(",")
    assert head == "data:image/jpeg;base64"
    shown = cv2.imdecode(np.frombuffer(base64.b64decode(picture), np.uint8), cv2.IMREAD_COLOR)
    assert shown is not None
    assert shown.shape == (528, 528, 3)


def test_a_telephones_other_format_is_read_too(studio: Studio) -> None:
    taken = photographed(laid_on(sheet(), MIDDLE, Puddle(36)), Camera())
    out = io.BytesIO()
    Image.fromarray(taken).save(out, "HEIF", quality=40)
    answer = studio.http.post("/api/spoonful", {"file": SimpleUploadedFile("s.heic", out.getvalue())})
    assert answer.json()["spread"]["across_mm"] == pytest.approx(72, rel=0.03)


@pytest.mark.parametrize("data", [b"", b"no picture", b"\xff\xd8\xff\xe0" + bytes(400)])
def test_what_is_no_photograph_is_refused(studio: Studio, data: bytes) -> None:
    answer = studio.http.post("/api/spoonful", {"file": SimpleUploadedFile("s.jpg", data)})
    assert answer.status_code == 422
    assert "photograph" in answer.json()["problems"][0]["limit"]


def test_a_stranger_has_nothing_read() -> None:
    answer = Studio(None).http.post("/api/spoonful", {"file": SimpleUploadedFile("s.jpg", b"x")})
    assert answer.status_code in (401, 403)


def test_a_reading_by_camera_is_surer_than_one_by_ring() -> None:
    """Five times the relative error of what is told across: the fifth power of the radius (Roussel & Coussot)."""
    from archtop.core.rheology import yield_from_spread

    ring, camera = yield_from_spread(60, 1.0), yield_from_spread(60, 1.0, within_mm=0.9)
    assert ring.pa == camera.pa
    assert ring.spread**2 - camera.spread**2 == pytest.approx((5 / 60) ** 2 * (2.0**2 - 0.9**2))
    assert math.isclose(camera.spread, math.hypot(5 * 0.9 / 60, 0.14, 0.2))
