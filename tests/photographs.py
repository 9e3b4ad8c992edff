"""Photographs that nobody took: printed sheets with something on them, seen by a telephone held askew, in bad light.

What is on them is known, so what is read from them can be held against it. The sheets are the PDF files themselves.
"""

from __future__ import annotations

import base64
import io
import math
from dataclasses import dataclass, field, replace
from functools import cache, lru_cache
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
PX_PER_MM = 6.0


def printed(pdf: bytes) -> Array:
    """A sheet's first page as light, 0 to 1, shape (rows, columns, 3), ``PX_PER_MM`` to the millimetre."""
    page = pypdfium2.PdfDocument(pdf)[0].render(scale=PX_PER_MM * 25.4 / 72)
    # Paper is not quite white, ink not quite black, and no edge sharper than a printer draws it.
    light = 0.06 + 0.86 / 255 * np.asarray(page.to_pil().convert("RGB"), dtype=np.float32)
    return np.asarray(cv2.GaussianBlur(light, (0, 0), 0.6))


@dataclass(frozen=True)
class Puddle:
    """A spoonful: where its middle lies [mm] from the rings', how large it is, how wavy, of which colour."""

    radius_mm: float
    colour: tuple[float, float, float] = (0.9, 0.86, 0.74)
    beside_mm: tuple[float, float] = (0.0, 0.0)
    wavy: float = 0.03
    seed: int = 0

    def radius(self, angle: NDArray[np.floating[Any]]) -> NDArray[np.float64]:
        """Its edge about its own middle [mm]; as large as a disc of ``radius_mm``."""
        random = np.random.default_rng(self.seed)
        waves = [(random.normal(0, self.wavy / k), random.uniform(0, 2 * math.pi)) for k in range(2, 6)]
        all_round = np.linspace(-math.pi, math.pi, 1441)
        waving = [size * np.cos(k * all_round + turn) for k, (size, turn) in enumerate(waves, 2)]
        whole = 1 + np.sum(waving, axis=0)
        around = np.interp(angle, all_round, whole)
        return np.asarray(self.radius_mm * around / math.sqrt(float((whole[:-1] ** 2).mean())))


def laid_on(page: Array, middle_mm: tuple[float, float], puddle: Puddle) -> Array:
    """A page with a puddle on it, its middle [mm] from the page's upper left."""
    covers, shade, glint = _as_it_lies(replace(puddle, colour=(1.0, 1.0, 1.0)), middle_mm)
    middle = [of + beside for of, beside in zip(middle_mm, puddle.beside_mm, strict=True)]
    left, top = (round(of * PX_PER_MM) - covers.shape[0] // 2 for of in middle)
    out = page.copy()
    # A puddle that is larger than its page runs over its edge.
    y, x = (slice(max(-of, 0), side - of) for of, side in zip((top, left), page.shape, strict=False))
    there = out[max(top, 0) : top + len(covers), max(left, 0) : left + len(covers)]
    own = shade[y, x] * np.array(puddle.colour, dtype=np.float32) + glint[y, x]
    there += covers[y, x] * (own - there)
    return out


@cache
def _as_it_lies(puddle: Puddle, middle_mm: tuple[float, float]) -> tuple[Array, Array, Array]:
    """How far a puddle covers each point around its middle, how bright it is there, and the glint of the lamp.

    Each of shape (side, side, 1), its middle where the puddle's is to the nearest point.
    """
    middle = [of + beside for of, beside in zip(middle_mm, puddle.beside_mm, strict=True)]
    half = round((1.3 + 3 * puddle.wavy) * puddle.radius_mm * PX_PER_MM)
    points = np.arange(-half, half + 1, dtype=np.float32) / PX_PER_MM
    x, y = (points + round(of * PX_PER_MM) / PX_PER_MM - of for of in middle)
    y = y[:, None]
    depth = puddle.radius(np.arctan2(y, x)).astype(np.float32) - np.hypot(x, y)
    # Its rim is round: within a millimetre it is thick enough to hide what is printed under it.
    covers = np.clip(depth / 0.6 + 0.5, 0, 1)
    shade = (1 - 0.1 * np.exp(-((depth - 1.0) ** 2) / 1.5)) * (1 + 0.02 * np.sin(x / 3 + np.sin(y / 5)))
    glint = 0.6 * np.exp(-((x + 0.3 * puddle.radius_mm) ** 2 + (y + 0.35 * puddle.radius_mm) ** 2) / 8)
    over, bright, lamp = (np.asarray(part[..., None], dtype=np.float32) for part in (covers, shade, glint))
    return over, bright, lamp


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
        page = page.copy() if self.covered else page
        for x, y, radius in self.covered:
            middle = round(x * PX_PER_MM), round(y * PX_PER_MM)
            cv2.circle(page, middle, round(radius * PX_PER_MM), (0.75, 0.55, 0.45), -1)
        return np.asarray(
            cv2.warpPerspective(
                page,
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
        rows, columns = np.arange(height, dtype=np.float32)[:, None], np.arange(width, dtype=np.float32)
        lit = 1 - self.leans * (columns / width + 0.5 * rows / height - 0.75)
        if self.shadow:
            lit = lit * (1 - 0.35 / (1 + np.exp(-(columns + 0.6 * rows - 0.8 * width) / 60)))
        blurred = cv2.GaussianBlur(flat * (lit[..., None] * np.array(self.light, np.float32)), (0, 0), self.blur_px)
        light = blurred + self.noise * _grain(self.seed, blurred.shape)
        return np.asarray(_FILED[np.clip(light * _FINE, 0, _FINE).astype(np.uint16)])


# From light, in so many steps, to what a file has of it.
_FINE = 2**16 - 1
_FILED = (255 * np.linspace(0, 1, _FINE + 1) ** (1 / 2.2)).astype(np.uint8)


@lru_cache(2)
def _grain(seed: int, shape: tuple[int, ...]) -> Array:
    """A sensor's noise."""
    return np.random.default_rng(seed).standard_normal(shape, dtype=np.float32)


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
    there, shadow = _filled(falls, camera, 40)
    flat[there] *= 1 - 0.5 * cv2.GaussianBlur(shadow, (0, 0), 12)[..., None]
    # From everywhere but straight above a side is seen too.
    if bar.gone is None:
        sides = np.concatenate([through(corners, 0), through(corners, bar.thick_mm)])
        _laid_over(flat, _filled(sides, camera), np.array(bar.side, dtype=np.float32))
    # From the face's points to the page at the face's height [mm].
    left_top = foot - wide / 2 * across + high * up
    place = np.array([[*(across / PX_PER_MM), 0], [*(-up / PX_PER_MM), 0], [*left_top, 1]]).T
    there, over = _filled(through(corners, bar.thick_mm), camera)
    rows, columns = there
    way = np.array([[1, 0, -columns.start], [0, 1, -rows.start], [0, 0, 1]]) @ camera.over(bar.thick_mm) @ place
    size = over.shape[1], over.shape[0]
    face: Array = np.asarray(
        cv2.warpPerspective(bar.face, way, size, flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE),
        dtype=np.float32,
    )
    if bar.gone is not None:
        left = (~bar.gone).astype(np.float32)
        over = over * cv2.warpPerspective(left, way, size, flags=cv2.INTER_AREA)[..., None]
    _laid_over(flat, (there, over), face)
    return camera.takes(flat)


SHADOW_MM = (9.0, 5.0)


def _round_corners(wide: float, high: float) -> list[tuple[float, float]]:
    """A face's corners from the middle of its foot."""
    return [(-wide / 2, 0), (wide / 2, 0), (wide / 2, high), (-wide / 2, high)]


Part = tuple[tuple[slice, slice], Array]


def _filled(points: Array, camera: Camera, beyond_px: int = 2) -> Part:
    """The hull of points on the sensor: the part of it in which it lies, and there 1 inside, 0 outside.

    The second of shape (rows, columns, 1).
    """
    return _drawn(cv2.convexHull(points.astype(np.float32))[:, 0], camera, beyond_px)


def _drawn(outline: NDArray[Any], camera: Camera, beyond_px: int) -> Part:
    left, top = np.maximum(np.floor(outline.min(axis=0)).astype(int) - beyond_px, 0)
    right, foot = np.minimum(np.ceil(outline.max(axis=0)).astype(int) + beyond_px, camera.size_px)
    inside = np.zeros((max(foot - top, 1), max(right - left, 1)), dtype=np.uint8)
    cv2.fillPoly(inside, [np.rint((outline - (left, top)) * 16).astype(np.int32)], 255, cv2.LINE_AA, 4)
    there = slice(int(top), int(top) + len(inside)), slice(int(left), int(left) + inside.shape[1])
    return there, np.asarray(inside[..., None] / np.float32(255))


def _laid_over(flat: Array, part: Part, light: Array) -> None:
    """What lies on the sensor hidden by what covers a part of it."""
    there, covers = part
    flat[there] += covers * (light - flat[there])


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
    mouth, (there, soap) = _seen_at(inside, 0.0, camera), _seen_at(inside, rim.level_mm, camera)
    whole = np.zeros((*flat.shape[:2], 1), dtype=np.float32)
    whole[mouth[0]] = mouth[1]
    layers = [(mouth, WALL), ((there, soap * whole[there]), SOAP)]
    layers += [(_seen_at(piece.there(), piece.over_mm, camera), piece.colour) for piece in pieces]
    for part, colour in layers:
        _laid_over(flat, part, np.array(colour, dtype=np.float32))
    return camera.takes(flat)


def _seen_at(outline: NDArray[np.float64], height_mm: float, camera: Camera) -> Part:
    """What an outline on the table's rim covers on the sensor."""
    points = np.column_stack([outline + np.array(ON_TABLE), np.ones(len(outline))]) @ camera.over(height_mm).T
    return _drawn(points[:, :2] / points[:, 2:], camera, 2)
