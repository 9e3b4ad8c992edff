"""Photographs made fit to keep: turned upright, no larger than needed, nothing in them but the picture.

What a phone writes into a photograph besides it (place, time, its owner's device) is dropped.
"""

from __future__ import annotations

import base64
import io
import math
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError
from pillow_heif import register_heif_opener

from archtop.core import InputError
from archtop.core.camera import FILM_DIAGONAL_MM
from archtop.studio.reading_apart import read_apart

__all__ = [
    "LONGEST_PX",
    "MOST_BYTES",
    "MOST_PIXELS",
    "as_address",
    "as_jpeg",
    "cleaned",
    "focal_of",
    "opened",
    "patch_of",
]

MOST_BYTES: Final = 25_000_000
# A picture file can claim any size; what would take more memory than this is not opened.
MOST_PIXELS: Final = 60_000_000
LONGEST_PX: Final = 2000
_QUALITY = 88
# A patch is this share of the longest side to each side of its point.
_PATCH = 0.012
# Lenses that there are, as those of 35 mm film [mm]; what a file tells beyond them is a mistake.
_LENSES_MM = (8.0, 400.0)
_FORMATS = ("JPEG", "PNG", "WEBP", "HEIF")
# Many telephones write HEIC.
register_heif_opener()


def cleaned(data: bytes) -> tuple[bytes, int, int]:
    """A photograph as JPEG with its width and height [px].

    :raises InputError: of :func:`opened`
    """
    upright = opened(data)
    # A new picture of the same points carries nothing along.
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    return as_jpeg(bare), *bare.size


def as_jpeg(picture: Image.Image) -> bytes:
    """A picture as it is kept or shown."""
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=_QUALITY)
    return out.getvalue()


def as_address(picture: Image.Image) -> str:
    """A picture as a data address, which a page shows without asking for it again."""
    return f"data:image/jpeg;base64,{base64.b64encode(as_jpeg(picture)).decode()}"


def opened(data: bytes, longest_px: int = LONGEST_PX) -> Image.Image:
    """A photograph as a telephone writes it, turned upright and no larger than asked for.

    :param longest_px: its longer side at the most [px]
    :raises InputError: ``photo.too_large``, ``photo.not_one`` or ``photo.too_many_pixels``
    """
    if len(data) > MOST_BYTES:
        raise InputError.one(
            "photo.too_large",
            "photo",
            f"{len(data) / 1e6:.0f} MB",
            f"{MOST_BYTES / 1e6:.0f} MB is the most",
            "Take it smaller, or have the phone send it in a smaller size.",
        )
    return Image.fromarray(read_apart(_upright, data, longest_px))


def _upright(data: bytes, longest_px: int) -> NDArray[np.uint8]:
    """Points of a photograph, shape (rows, columns, 3)."""
    try:
        with Image.open(io.BytesIO(data), formats=_FORMATS) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise _too_many(f"{picture.width} × {picture.height}")
            # Made small as it is read, before it is turned: a large one is nowhere whole in memory.
            small = picture if picture.mode == "RGB" else picture.convert("RGB")
            small.thumbnail((longest_px, longest_px))
            upright = ImageOps.exif_transpose(small).convert("RGB")
    except InputError:
        raise
    except Image.DecompressionBombError as error:
        raise _too_many("far more") from error
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError) as error:
        raise InputError.one(
            "photo.not_one",
            "photo",
            f"{len(data)} bytes",
            "must be a JPEG, HEIC, PNG or WebP photograph, whole",
            "Choose a photograph, or send it again.",
        ) from error
    return np.asarray(upright)


def focal_of(data: bytes) -> float | None:
    """A lens' focal length as a share of the picture's longer side; ``None`` where the file does not tell.

    It is written as the lens of 35 mm film that sees as much, by the diagonal (Exif 2.32, tag 0xA405; CIPA DCG-001).
    """
    try:
        with Image.open(io.BytesIO(data), formats=_FORMATS) as picture:
            told = picture.getexif().get_ifd(ExifTags.IFD.Exif).get(ExifTags.Base.FocalLengthIn35mmFilm)
            diagonal = math.hypot(*picture.size) / max(picture.size)
        focal = float(told or 0)
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, TypeError, Image.DecompressionBombError):
        return None
    return focal / FILM_DIAGONAL_MM * diagonal if _LENSES_MM[0] <= focal <= _LENSES_MM[1] else None


def patch_of(data: bytes, point: tuple[float, float]) -> NDArray[np.uint8]:
    """A small square of a kept photograph around a point (shares of its sides), shape (rows, columns, 3)."""
    with Image.open(io.BytesIO(data), formats=_FORMATS) as picture:
        half = max(2, round(_PATCH * max(picture.size)))
        x, y = round(point[0] * picture.width), round(point[1] * picture.height)
        left, top = (min(max(at - half, 0), size - 2 * half) for at, size in zip((x, y), picture.size, strict=True))
        return np.asarray(picture.convert("RGB").crop((left, top, left + 2 * half, top + 2 * half)))


def _too_many(pixels: str) -> InputError:
    return InputError.one(
        "photo.too_many_pixels",
        "photo",
        pixels,
        f"{MOST_PIXELS / 1e6:.0f} million points are the most",
        "Take it smaller.",
    )
