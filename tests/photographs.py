"""Photographs that nobody took: printed sheets with something on them, seen by a telephone held askew, in bad light.

What is on them is known, so what is read from them can be held against it. The sheets are the PDF files themselves.
"""

from __future__ import annotations

import io
import math
from dataclasses import dataclass, field

import cv2
import numpy as np
import pypdfium2
from numpy.typing import NDArray

__all__ = ["Camera", "Puddle", "as_jpeg", "laid_on", "photographed", "printed"]

Array = NDArray[np.float32]
PX_PER_MM = 8.0


def printed(pdf: bytes) -> Array:
    """A sheet's first page as light, 0 to 1, shape (rows, columns, 3), ``PX_PER_MM`` to the millimetre."""
    page = pypdfium2.PdfDocument(pdf)[0].render(scale=PX_PER_MM * 25.4 / 72)
    # Paper is not quite white, ink not quite black.
    return 0.06 + 0.86 / 255 * np.asarray(page.to_pil().convert("RGB"), dtype=np.float32)


@dataclass(frozen=True)
class Puddle:
    """A spoonful: where its middle lies [mm] from the rings', how large it is, how wavy, of which colour."""

    radius_mm: float
    colour: tuple[float, float, float] = (0.9, 0.86, 0.74)
    beside_mm: tuple[float, float] = (0.0, 0.0)
    wavy: float = 0.03
    seed: int = 0

    def radius(self, angle: Array) -> Array:
        """Its edge about its own middle [mm]; as large as a disc of ``radius_mm``."""
        random = np.random.default_rng(self.seed)
        waves = [(random.normal(0, self.wavy / k), random.uniform(0, 2 * math.pi)) for k in range(2, 6)]

        def shape(at: Array) -> Array:
            waving = [size * np.cos(k * at + turn) for k, (size, turn) in enumerate(waves, 2)]
            return np.asarray(1 + np.sum(waving, axis=0), dtype=np.float32)

        whole = shape(np.linspace(0, 2 * math.pi, 720, endpoint=False, dtype=np.float32))
        return np.asarray(self.radius_mm * shape(angle) / math.sqrt(float((whole**2).mean())))


def laid_on(page: Array, middle_mm: tuple[float, float], puddle: Puddle) -> Array:
    """A page with a puddle on it, its middle [mm] from the page's upper left."""
    middle = [of + beside for of, beside in zip(middle_mm, puddle.beside_mm, strict=True)]
    left, top = (max(round((of - 2 * puddle.radius_mm) * PX_PER_MM), 0) for of in middle)
    right, foot = (round((of + 2 * puddle.radius_mm) * PX_PER_MM) for of in middle)
    whole, page = page, page[top:foot, left:right]
    rows, columns = np.mgrid[0 : page.shape[0], 0 : page.shape[1]].astype(np.float32) / PX_PER_MM
    x, y = columns + left / PX_PER_MM - middle[0], rows + top / PX_PER_MM - middle[1]
    depth = puddle.radius(np.arctan2(y, x)) - np.hypot(x, y)
    # Its rim is round: within a millimetre it is thick enough to hide what is printed under it.
    covers = np.clip(depth / 0.6 + 0.5, 0, 1)[..., None]
    bulge = 1 - 0.1 * np.exp(-((depth - 1.0) ** 2) / 1.5)
    streaks = 1 + 0.02 * np.sin(x / 3 + np.sin(y / 5))
    own = np.array(puddle.colour) * (bulge * streaks)[..., None]
    # A glint of the lamp.
    glint = np.exp(-((x + 0.3 * puddle.radius_mm) ** 2 + (y + 0.35 * puddle.radius_mm) ** 2) / 8)
    own = own + 0.6 * glint[..., None]
    out = whole.copy()
    out[top:foot, left:right] = page * (1 - covers) + own * covers
    return out


@dataclass(frozen=True)
class Camera:
    """How a photograph is taken."""

    tilt_deg: float = 0.0
    turn_deg: float = 0.0
    from_mm: float = 330.0
    at_mm: tuple[float, float] = (105.0, 160.0)
    size_px: tuple[int, int] = (1200, 1600)
    light: tuple[float, float, float] = (1.0, 1.0, 1.0)
    leans: float = 0.0
    shadow: bool = False
    blur_px: float = 0.8
    noise: float = 0.012
    seed: int = 0
    covered: tuple[tuple[float, float, float], ...] = field(default=())
    """Fingers: middle and radius [mm] on the page."""


def photographed(page: Array, camera: Camera) -> NDArray[np.uint8]:
    """The photograph, shape (rows, columns, 3)."""
    width, height = camera.size_px
    page = page.copy()
    for x, y, radius in camera.covered:
        cv2.circle(
            page, (round(x * PX_PER_MM), round(y * PX_PER_MM)), round(radius * PX_PER_MM), (0.75, 0.55, 0.45), -1
        )
    tilt, turn = math.radians(camera.tilt_deg), math.radians(camera.turn_deg)
    spin = np.array([[math.cos(turn), -math.sin(turn), 0], [math.sin(turn), math.cos(turn), 0], [0, 0, 1]])
    lean = np.array([[1, 0, 0], [0, math.cos(tilt), -math.sin(tilt)], [0, math.sin(tilt), math.cos(tilt)]])
    # A pinhole: the page's plane turned, put at its distance, and thrown onto the sensor.
    to_page = np.array([[1 / PX_PER_MM, 0, -camera.at_mm[0]], [0, 1 / PX_PER_MM, -camera.at_mm[1]], [0, 0, 1]])
    seen = (lean @ spin)[:, :2]
    pose = np.column_stack([seen, [0, 0, camera.from_mm]])
    focal = 1.25 * width
    lens = np.array([[focal, 0, width / 2], [0, focal, height / 2], [0, 0, 1]])
    flat = cv2.warpPerspective(
        cv2.GaussianBlur(page, (0, 0), 0.6),
        lens @ pose @ to_page,
        (width, height),
        flags=cv2.INTER_AREA,
        borderMode=cv2.BORDER_CONSTANT,
        borderValue=(0.35, 0.3, 0.26),
    )
    rows, columns = np.mgrid[0:height, 0:width].astype(np.float32)
    lit = 1 - camera.leans * (columns / width + 0.5 * rows / height - 0.75)
    if camera.shadow:
        lit = lit * (1 - 0.35 / (1 + np.exp(-(columns + 0.6 * rows - 0.8 * width) / 60)))
    light = flat * lit[..., None] * np.array(camera.light)
    light = cv2.GaussianBlur(light, (0, 0), camera.blur_px)
    random = np.random.default_rng(camera.seed)
    light = light + camera.noise * random.standard_normal(light.shape, dtype=np.float32)
    return np.asarray(255 * np.clip(light, 0, 1) ** (1 / 2.2), dtype=np.uint8)


def as_jpeg(picture: NDArray[np.uint8], quality: int = 85) -> bytes:
    """As a telephone writes it."""
    from PIL import Image

    out = io.BytesIO()
    Image.fromarray(picture).save(out, "JPEG", quality=quality)
    return out.getvalue()
