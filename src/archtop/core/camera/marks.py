"""Marks on paper that a camera finds: where they are printed, and from where a photograph was taken."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import InputError, in_words

if TYPE_CHECKING:
    from types import ModuleType

__all__ = [
    "BY_HAND",
    "MARK_MM",
    "Array",
    "Located",
    "Mark",
    "Picture",
    "locate",
    "logged",
    "mark_cells",
    "pairs",
    "refused",
    "seen_from_above",
    "through",
    "vision",
]

Array = NDArray[np.float64]
Picture = NDArray[np.uint8]

MARK_MM = 16.0
# A mark's cells to a side, its black border included.
_CELLS = 6
# One finger over one mark is no harm; with fewer than three a little blur turns the whole sheet.
_LEAST_MARKS = 3
# Corners further than this from where the sheet as a whole has them [mm]: it lies in waves, or two sheets are seen.
_FLAT_MM = 0.6
# With fewer points to a millimetre nothing that is printed can be told from the paper.
_LEAST_PX_PER_MM = 3.0
BY_HAND = "or press the ring it reached yourself"


@dataclass(frozen=True)
class Mark:
    """A mark: its number, and where its middle is printed [mm] from the sheet's, to the right and downwards."""

    number: int
    x: float
    y: float

    def corners(self) -> Array:
        """Its corners [mm], shape (4, 2), clockwise from its upper left."""
        half = MARK_MM / 2
        return np.array([self.x, self.y]) + half * np.array([[-1, -1], [1, -1], [1, 1], [-1, 1]], dtype=float)


@dataclass(frozen=True)
class Located:
    """Where a sheet lies in a photograph.

    ``to_px``: homography from the sheet [mm] to the photograph [px], shape (3, 3); ``off_mm``: by how much the marks'
    corners lie off it, root mean square; ``seen``: how many marks were found; ``px_per_mm``: at the sheet's middle.
    """

    to_px: Array
    off_mm: float
    seen: int
    px_per_mm: float


def vision() -> ModuleType:
    """The computer-vision library: heavy, so it is loaded when a photograph comes."""
    import cv2

    return cv2


@cache
def _dictionary() -> Any:
    cv = vision()
    return cv.aruco.getPredefinedDictionary(cv.aruco.DICT_4X4_50)


def mark_cells(number: int) -> NDArray[np.bool_]:
    """Which of a mark's cells are black, shape (6, 6), rows from above; four by four tell its number."""
    return np.asarray(vision().aruco.generateImageMarker(_dictionary(), number, _CELLS) == 0)


def locate(picture: Picture, marks: Sequence[Mark], by_hand: str = BY_HAND, *, flat_mm: float = _FLAT_MM) -> Located:
    """Where the sheet with these marks lies in a photograph.

    :param picture: shape (rows, columns, 3), red, green and blue
    :param by_hand: what can be done instead, as the end of a sentence
    :param flat_mm: how far the marks may lie off one flat sheet
    :raises InputError: ``camera.no_sheet``, ``camera.few_marks``, ``camera.two_sheets``, ``camera.not_flat``,
        ``camera.too_far``
    """
    cv = vision()
    settings = cv.aruco.DetectorParameters()
    settings.cornerRefinementMethod = cv.aruco.CORNER_REFINE_SUBPIX
    grey = cv.cvtColor(picture, cv.COLOR_RGB2GRAY)
    found, numbers, _ = cv.aruco.ArucoDetector(_dictionary(), settings).detectMarkers(grey)
    known = {mark.number: mark for mark in marks}
    seen = [
        (known[int(number)], np.asarray(corners, dtype=float).reshape(4, 2))
        for corners, number in zip(found, [] if numbers is None else np.ravel(numbers), strict=True)
        if int(number) in known
    ]
    if len({mark.number for mark, _ in seen}) < len(seen):
        raise refused("two_sheets", "more than one sheet is seen", f"Photograph one sheet by itself, {by_hand}.")
    if not seen:
        raise refused(
            "no_sheet",
            f"none of the sheet's {in_words(len(marks))} square marks is seen",
            "Get all of them into the picture, sharp and lit; a sheet without them was printed before there were any: "
            f"print it again, {by_hand}.",
        )
    if len(seen) < _LEAST_MARKS:
        raise refused(
            "few_marks",
            f"only {len(seen)} of the sheet's {len(marks)} square marks can be made out",
            f"Get at least three into the picture, without fingers, batter or glare on them, {by_hand}.",
        )
    paper = np.concatenate([mark.corners() for mark, _ in seen])
    there = np.concatenate([corners for _, corners in seen])
    to_px, _ = cv.findHomography(paper, there)
    if to_px is None:
        raise refused("not_flat", "the marks do not lie on one flat sheet", f"Smooth the sheet, {by_hand}.")
    to_px = np.asarray(to_px, dtype=float)
    back = through(np.linalg.inv(to_px), there)
    off = float(np.sqrt(((back - paper) ** 2).sum(axis=1).mean()))
    if not off < flat_mm:
        raise refused(
            "not_flat",
            f"the marks lie {off:.1f} mm off a flat sheet",
            f"Lay the sheet flat under glass, and hold the telephone level above it, {by_hand}.",
        )
    beside = through(to_px, np.array([[0.0, 0.0], [1.0, 0.0], [0.0, 1.0]]))
    scale = float(np.sqrt(abs(np.linalg.det(beside[1:] - beside[0]))))
    if scale < _LEAST_PX_PER_MM:
        raise refused(
            "too_far",
            f"the sheet is small in the picture: {scale:.1f} points to a millimetre, not {_LEAST_PX_PER_MM:g}",
            f"Take it from nearer, or in a larger size, {by_hand}.",
        )
    return Located(to_px=to_px, off_mm=off, seen=len(seen), px_per_mm=scale)


def seen_from_above(picture: Picture, at: Located, half_mm: float, px_per_mm: float) -> Picture:
    """The sheet about its middle as it lies, shape (2 × half × px_per_mm,) squared and 3.

    :param half_mm: how far it reaches to each side [mm]
    :param px_per_mm: of what is given
    """
    side = round(2 * half_mm * px_per_mm)
    # A point's place is its middle.
    corner = 0.5 / px_per_mm - half_mm
    to_mm = np.array([[1 / px_per_mm, 0, corner], [0, 1 / px_per_mm, corner], [0, 0, 1]])
    cv = vision()
    way = cv.INTER_AREA | cv.WARP_INVERSE_MAP
    return np.asarray(cv.warpPerspective(picture, at.to_px @ to_mm, (side, side), flags=way), dtype=np.uint8)


def logged(picture: Picture) -> Array:
    """The light's logarithm, of the picture's shape: values are near a square root of it, as cameras write them."""
    return np.asarray(2.2 * np.log((picture.astype(float) + 4) / 259))


def through(map_: Array, points: Array) -> Array:
    """Points through a homography.

    :param map_: shape (3, 3)
    :param points: shape (points, 2)
    :return: shape (points, 2)
    """
    out = np.column_stack([points, np.ones(len(points))]) @ map_.T
    return np.asarray(out[:, :2] / out[:, 2:])


def refused(code: str, limit: str, remedy: str) -> InputError:
    """A photograph that cannot be read: why, and what to do."""
    return InputError.one(f"camera.{code}", "photo", "", limit, remedy)


def pairs(points: Array) -> tuple[tuple[float, float], ...]:
    """Points as an answer tells them, to the hundredth.

    :param points: shape (points, 2)
    """
    return tuple((round(float(x), 2), round(float(y), 2)) for x, y in points)
