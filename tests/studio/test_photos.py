"""Photographs: made fit to keep, owned, scaled by two points."""

from __future__ import annotations

import io
import struct
import zlib
from pathlib import Path
from typing import Any

import exifread
import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from archtop.core import InputError
from archtop.studio.models import Loaf, Photo
from archtop.studio.photos import LONGEST_PX, MOST_BYTES, cleaned
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

ORIENTATION, MAKE, GPS = 0x0112, 0x010F, 0x8825


@pytest.fixture(autouse=True)
def _own_folder(settings: Any, tmp_path: Path) -> None:
    settings.MEDIA_ROOT = tmp_path


def photograph(size: tuple[int, int] = (300, 200), orientation: int = 1, kind: str = "JPEG") -> bytes:
    """Left half red, right half blue, with what a phone writes into it."""
    picture = Image.new("RGB", size, "#c03020")
    picture.paste("#3050a0", (size[0] // 2, 0, *size))
    exif = Image.Exif()
    exif[ORIENTATION] = orientation
    exif[MAKE] = "A phone of some make"
    exif.get_ifd(GPS)[1] = "N"
    out = io.BytesIO()
    picture.save(out, kind, exif=exif)
    return out.getvalue()


def put(studio: Studio, loaf: Loaf, data: bytes, **form: Any) -> Any:
    file = SimpleUploadedFile("bar.jpg", data, content_type="image/jpeg")
    return studio.http.post(f"/api/loaves/{loaf.id}/photos", {"photo": file, **form})


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_what_a_phone_wrote_into_it_is_dropped(kind: str) -> None:
    """Read before and after by ExifRead, which shares no code with what cleans."""
    assert "A phone of some make" in str(exifread.process_file(io.BytesIO(photograph())).get("Image Make"))
    data, wide, high = cleaned(photograph(kind=kind))
    assert exifread.process_file(io.BytesIO(data)) == {}
    kept = Image.open(io.BytesIO(data))
    assert (kept.format, kept.size, (wide, high)) == ("JPEG", (300, 200), (300, 200))
    assert not kept.getexif()
    assert b"phone" not in data
    assert b"Exif" not in data


def test_it_is_turned_upright() -> None:
    """Orientation 6: the camera lay on its right side; red was left and comes to lie on top."""
    data, wide, high = cleaned(photograph(orientation=6))
    kept = Image.open(io.BytesIO(data))
    assert (wide, high) == (200, 300)
    red, _, blue = kept.getpixel((100, 30))
    assert red > 150 > blue


def test_a_large_one_is_made_smaller() -> None:
    data, wide, high = cleaned(photograph((4000, 3000)))
    assert (wide, high) == (LONGEST_PX, LONGEST_PX * 3 // 4)
    assert len(data) < 1_000_000


def bomb() -> bytes:
    """A PNG of a few bytes that claims a thousand million points."""

    def chunk(name: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))

    head = struct.pack(">IIBBBBB", 40_000, 30_000, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", zlib.compress(b"\0" * 100)) + chunk(b"IEND", b"")
    )


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"x" * (MOST_BYTES + 1), "photo.too_large"),
        (b"not a photograph", "photo.not_one"),
        (b"", "photo.not_one"),
        (photograph()[:900], "photo.not_one"),
        (bomb(), "photo.too_many_pixels"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "photo.not_one"),
    ],
    ids=["60 MB", "text", "nothing", "cut off", "bomb", "drawing"],
)
def test_what_is_no_photograph_is_refused(studio: Studio, loaf: Loaf, data: bytes, code: str) -> None:
    with pytest.raises(InputError) as refused:
        cleaned(data)
    assert refused.value.problems[0].code == code
    if data:
        answer = put(studio, loaf, data)
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["code"] == code
    assert Photo.objects.count() == 0


def test_a_photograph_is_kept_scaled_noted_and_taken_away(studio: Studio, loaf: Loaf) -> None:
    (photo,) = put(studio, loaf, photograph(), bar=3).json()
    assert (photo["bar"], photo["kind"], photo["mm_per_px"]) == (3, "cut face", None)
    address = f"/photos/{photo['id']}"
    # Two presses 240 points apart on something of 60 mm.
    answer = studio.send("PUT", address, {"points": [[0.1, 0.5], [0.9, 0.5]], "apart_mm": 60})
    assert answer.json()[0]["mm_per_px"] == pytest.approx(60 / 240)
    answer = studio.send("PUT", address, {"note": "The left drop went deeper."})
    assert answer.json()[0]["note"] == "The left drop went deeper."
    assert answer.json()[0]["mm_per_px"] == pytest.approx(0.25)
    picture = studio.http.get(f"/api{address}/file")
    assert picture["Content-Type"] == "image/jpeg"
    assert Image.open(io.BytesIO(b"".join(picture.streaming_content))).size == (300, 200)
    assert studio.send("PUT", address, {"removed": True}).json() == []
    assert studio.get(f"{address}/file").status_code == 404
    # Its file stays, so that nothing is lost by one press.
    assert Photo.objects.get().file.size > 0


@pytest.mark.parametrize(
    "change",
    [
        {"points": [[0.5, 0.5]], "apart_mm": 10},
        {"points": [[0.5, 0.5], [0.501, 0.5]], "apart_mm": 10},
        {"points": [[0.1, 0.5], [0.9, 0.5]]},
        {"points": [[0.1, 0.5], [1.9, 0.5]], "apart_mm": 10},
        {"points": [[0.1, 0.5], [0.9, 0.5]], "apart_mm": 0},
    ],
)
def test_two_points_that_tell_no_scale_are_refused(studio: Studio, loaf: Loaf, change: dict[str, Any]) -> None:
    (photo,) = put(studio, loaf, photograph()).json()
    assert studio.send("PUT", f"/photos/{photo['id']}", change).status_code == 422
    assert Photo.objects.get().mm_per_px is None


def test_photographs_are_their_owners(studio: Studio, loaf: Loaf) -> None:
    (photo,) = put(studio, loaf, photograph()).json()
    stranger = Studio(User.objects.create_user("stranger", password="another long one"))
    for answer in (
        stranger.get(f"/loaves/{loaf.id}/photos"),
        put(stranger, loaf, photograph()),
        stranger.get(f"/photos/{photo['id']}/file"),
        stranger.send("PUT", f"/photos/{photo['id']}", {"removed": True}),
    ):
        assert answer.status_code == 404
    assert Studio(None).get(f"/photos/{photo['id']}/file").status_code == 401
    assert Photo.objects.filter(removed=False).count() == 1
