"""Photographs that nobody took: printed sheets with something on them, seen by a telephone held askew, in bad light.

What is on them is known, so what is read from them can be held against it. The sheets are the PDF files themselves.
"""

from __future__ import annotations

import base64
import io
import math
from dataclasses import dataclass, field
from typing import Any

import cv2
import numpy as np
import pypdfium2
from numpy.typing import NDArray
from PIL import Image

__all__ = [
    "ON_TABLE",
    "PX_PER_MM",
    "Bar",
    "Camera",
    "Puddle",
    "Rim",
    "TopPiece",
    "as_jpeg",
    "bar_of_plan",
    "bar_photographed",
    "laid_on",
    "photographed",
    "printed",
    "ring",
    "top_photographed",
]

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
    focal: float = 1.25
    """Of the lens, as a share of the picture's width."""

    def over(self, height_mm: float = 0.0) -> Array:
        """A pinhole: from the page [mm], or what lies so high above it, to the sensor [px], shape (3, 3)."""
        width, height = self.size_px
        tilt, turn = math.radians(self.tilt_deg), math.radians(self.turn_deg)
        spin = np.array([[math.cos(turn), -math.sin(turn), 0], [math.sin(turn), math.cos(turn), 0], [0, 0, 1]])
        lean = np.array([[1, 0, 0], [0, math.cos(tilt), -math.sin(tilt)], [0, math.sin(tilt), math.cos(tilt)]])
        ways = lean @ spin
        pose = np.column_stack([ways[:, 0], ways[:, 1], np.array([0, 0, self.from_mm]) - height_mm * ways[:, 2]])
        focal = self.focal * width
        lens = np.array([[focal, 0, width / 2], [0, focal, height / 2], [0, 0, 1]])
        return np.asarray(lens @ pose @ np.array([[1, 0, -self.at_mm[0]], [0, 1, -self.at_mm[1]], [0, 0, 1]]))

    def sees(self, page: Array) -> Array:
        """A page as it falls onto the sensor, in even light; fingers lie on it."""
        page = page.copy()
        for x, y, radius in self.covered:
            middle = round(x * PX_PER_MM), round(y * PX_PER_MM)
            cv2.circle(page, middle, round(radius * PX_PER_MM), (0.75, 0.55, 0.45), -1)
        return np.asarray(
            cv2.warpPerspective(
                cv2.GaussianBlur(page, (0, 0), 0.6),
                self.over() @ np.diag([1 / PX_PER_MM, 1 / PX_PER_MM, 1]),
                self.size_px,
                flags=cv2.INTER_AREA,
                borderMode=cv2.BORDER_CONSTANT,
                borderValue=(0.35, 0.3, 0.26),
            )
        )

    def takes(self, flat: Array) -> NDArray[np.uint8]:
        """What falls onto the sensor, lit as it is, blurred and with noise, as the file has it."""
        width, height = self.size_px
        rows, columns = np.mgrid[0:height, 0:width].astype(np.float32)
        lit = 1 - self.leans * (columns / width + 0.5 * rows / height - 0.75)
        if self.shadow:
            lit = lit * (1 - 0.35 / (1 + np.exp(-(columns + 0.6 * rows - 0.8 * width) / 60)))
        light = flat * lit[..., None] * np.array(self.light)
        light = cv2.GaussianBlur(light, (0, 0), self.blur_px)
        random = np.random.default_rng(self.seed)
        light = light + self.noise * random.standard_normal(light.shape, dtype=np.float32)
        return np.asarray(255 * np.clip(light, 0, 1) ** (1 / 2.2), dtype=np.uint8)


def photographed(page: Array, camera: Camera) -> NDArray[np.uint8]:
    """The photograph, shape (rows, columns, 3)."""
    return camera.takes(camera.sees(page))


def as_jpeg(picture: NDArray[np.uint8], quality: int = 85) -> bytes:
    """As a telephone writes it."""
    out = io.BytesIO()
    Image.fromarray(picture).save(out, "JPEG", quality=quality)
    return out.getvalue()


@dataclass(frozen=True)
class Bar:
    """A cut bar laid on its card, its face up.

    ``face``: as light, shape (rows, columns, 3), ``PX_PER_MM`` to the millimetre, its foot below; ``thick_mm``; where
    the middle of its foot lies [mm] from the page's upper left, and how it is turned clockwise; ``gone``: points of
    the face that are cut away.
    """

    face: Array
    thick_mm: float
    foot_mm: tuple[float, float]
    turn_deg: float = 0.0
    side: tuple[float, float, float] = (0.6, 0.55, 0.45)
    gone: NDArray[np.bool_] | None = None


def bar_of_plan(drawn: dict[str, Any], plan: dict[str, Any], number: int, moved_mm: tuple[float, float]) -> Bar:
    """A planned bar with its predicted face as the API gives it, each embed moved across and up."""
    wide, high = drawn["wide_mm"], drawn["top_mm"]
    picture = Image.open(io.BytesIO(base64.b64decode(drawn["png"].split(",")[-1]))).convert("RGB")
    picture = picture.resize((round(wide * PX_PER_MM), round(high * PX_PER_MM)))
    face: Array = np.ascontiguousarray((np.asarray(picture, np.float32) / 255) ** 2.2, dtype=np.float32)
    shown = {colour["id"]: colour["shown"] for colour in plan["colours"]}
    (bar,) = [bar for bar in plan["cuts"]["bars"] if bar["number"] == number]
    for embed in plan["embeds"]:
        if embed["id"] in bar["shows"]:
            corners = np.array(embed["outline"]) + np.array(moved_mm)
            points = np.column_stack([corners[:, 0] + wide / 2, high - corners[:, 1]]) * PX_PER_MM
            light = [float(part / 255) ** 2.2 for part in bytes.fromhex(shown[embed["colour"]][1:])]
            cv2.fillPoly(face, [np.rint(points).astype(np.int32)], light, cv2.LINE_AA)
    return Bar(face, bar["to_mm"] - bar["from_mm"], (107, 148 + high / 2), turn_deg=4)


def bar_photographed(page: Array, bar: Bar, camera: Camera) -> NDArray[np.uint8]:
    """A photograph of a bar on a page: its face nearer to the lens than the paper, its sides seen where they are."""
    high, wide = (side / PX_PER_MM for side in bar.face.shape[:2])
    turn = math.radians(bar.turn_deg)
    across, up = np.array([math.cos(turn), math.sin(turn)]), np.array([math.sin(turn), -math.cos(turn)])
    foot = np.array(bar.foot_mm)
    corners = np.array([foot + x * across + z * up for x, z in _round_corners(wide, high)])

    def through(points: NDArray[np.floating[Any]], height: float) -> Array:
        out = np.column_stack([points, np.ones(len(points))]) @ camera.over(height).T
        return np.asarray(out[:, :2] / out[:, 2:], dtype=np.float32)

    flat = camera.sees(page)
    # Its shadow on the card: softer than a lamp's, darker than a window's.
    falls = np.concatenate([through(corners, 0), through(corners + SHADOW_MM, 0)])
    flat = flat * (1 - 0.5 * cv2.GaussianBlur(_filled(falls, camera), (0, 0), 12)[..., None])
    # From everywhere but straight above a side is seen too.
    sides = _filled(np.concatenate([through(corners, 0), through(corners, bar.thick_mm)]), camera)
    if bar.gone is not None:
        sides = 0 * sides
    flat = flat * (1 - sides) + sides * np.array(bar.side, dtype=np.float32)
    # From the face's points to the page at the face's height [mm].
    left_top = foot - wide / 2 * across + high * up
    place = np.array([[*(across / PX_PER_MM), 0], [*(-up / PX_PER_MM), 0], [*left_top, 1]]).T
    way = camera.over(bar.thick_mm) @ place
    face = cv2.warpPerspective(bar.face, way, camera.size_px, flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
    over = _filled(through(corners, bar.thick_mm), camera)
    if bar.gone is not None:
        left = (~bar.gone).astype(np.float32)
        over = over * cv2.warpPerspective(left, way, camera.size_px, flags=cv2.INTER_AREA)[..., None]
    return camera.takes(flat * (1 - over) + face * over)


SHADOW_MM = (9.0, 5.0)


def _round_corners(wide: float, high: float) -> list[tuple[float, float]]:
    """A face's corners from the middle of its foot."""
    return [(-wide / 2, 0), (wide / 2, 0), (wide / 2, high), (-wide / 2, high)]


def _filled(points: Array, camera: Camera) -> Array:
    """The hull of points on the sensor: 1 inside, 0 outside, shape (rows, columns, 1)."""
    width, height = camera.size_px
    inside = np.zeros((height, width), dtype=np.uint8)
    hull = cv2.convexHull(np.rint(points * 16).astype(np.int32))
    cv2.fillPoly(inside, [hull], 255, cv2.LINE_AA, 4)
    return np.asarray(inside[..., None] / np.float32(255))


# A dark table's picture, and where the middle of a mould's rim lies on it [mm].
TABLE_MM, ON_TABLE = (350.0, 230.0), (175.0, 115.0)
# By the strips' own page: where the upper one lies, how wide each is, how far the next is under it [mm].
PAGE_LEFT, PAGE_TOP, STRIP_MM, PAGE_NEXT = 12.0, 40.0, 28.0, 38.0
SOAP, WALL, TABLE = (0.75, 0.66, 0.5), (0.35, 0.3, 0.25), (0.2, 0.15, 0.1)


@dataclass(frozen=True)
class Rim:
    """A mould's rim, how long and wide it is inside, and how high its soap stands over it, below it negative [mm]."""

    long_mm: float
    wide_mm: float
    level_mm: float


@dataclass(frozen=True)
class TopPiece:
    """A piece as it lies: its outline about its middle, its middle from the rim's, its height over the rim."""

    outline: NDArray[np.float64]
    at: tuple[float, float]
    over_mm: float
    colour: tuple[float, float, float]
    turned_deg: float = 0.0

    def there(self) -> NDArray[np.float64]:
        """Its outline where it lies, from the middle of the rim along the loaf and across it."""
        turn = math.radians(self.turned_deg)
        turning = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
        return np.asarray(self.outline @ turning + np.array(self.at))


def ring(radius: float) -> NDArray[np.float64]:
    """A circle's corners about its middle."""
    angle = np.arange(48) * 2 * math.pi / 48
    return np.asarray(radius * np.column_stack([np.cos(angle), np.sin(angle)]))


def top_photographed(strips: Array, rim: Rim, pieces: tuple[TopPiece, ...], camera: Camera) -> NDArray[np.uint8]:
    """A mould from above with both printed strips on its rims, soap below them and each piece at its own height."""
    table = np.full([round(side * PX_PER_MM) for side in (TABLE_MM[1], TABLE_MM[0])] + [3], TABLE, dtype=np.float32)
    high, wide = round(STRIP_MM * PX_PER_MM), round(rim.long_mm * PX_PER_MM)
    for n, top in enumerate((ON_TABLE[1] - rim.wide_mm / 2 - STRIP_MM, ON_TABLE[1] + rim.wide_mm / 2)):
        from_y, from_x = round((PAGE_TOP + n * PAGE_NEXT) * PX_PER_MM), round(PAGE_LEFT * PX_PER_MM)
        y, x = round(top * PX_PER_MM), round((ON_TABLE[0] - rim.long_mm / 2) * PX_PER_MM)
        table[y : y + high, x : x + wide] = strips[from_y : from_y + high, from_x : from_x + wide]
    flat = camera.sees(table)
    inside = np.array([(x, y) for x, y in ((-1, -1), (1, -1), (1, 1), (-1, 1))]) / 2 * (rim.long_mm, rim.wide_mm)
    # Its walls go down to the soap, which is seen between them.
    mouth = _seen_at(inside, 0.0, camera)
    layers = [(mouth, WALL), (_seen_at(inside, rim.level_mm, camera) * mouth, SOAP)]
    layers += [(_seen_at(piece.there(), piece.over_mm, camera), piece.colour) for piece in pieces]
    for over, colour in layers:
        flat = flat * (1 - over) + over * np.array(colour, dtype=np.float32)
    return camera.takes(flat)


def _seen_at(outline: NDArray[np.float64], height_mm: float, camera: Camera) -> Array:
    """What an outline on the table's rim covers on the sensor, shape (rows, columns, 1)."""
    width, height = camera.size_px
    found = np.zeros((height, width), dtype=np.uint8)
    points = np.column_stack([outline + np.array(ON_TABLE), np.ones(len(outline))]) @ camera.over(height_mm).T
    cv2.fillPoly(found, [np.rint(points[:, :2] / points[:, 2:] * 16).astype(np.int32)], 255, cv2.LINE_AA, 4)
    return np.asarray(found[..., None] / np.float32(255))
