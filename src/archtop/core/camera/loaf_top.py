"""A loaf's top in its mould, photographed between the rim strips: where its pieces lie now, against their plan."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from archtop.core.base import Frozen
from archtop.core.camera.lit import lab_of_light
from archtop.core.camera.marks import Array, Picture, locate, pairs, through, vision
from archtop.core.camera.piece_sought import AS_PLANNED, outline_there, seek_piece
from archtop.core.camera.pose import Pose, pose_of
from archtop.core.camera.rim_strips import RimStrips
from archtop.core.colour import linear

__all__ = ["TopPiecePlanned", "TopPieceSeen", "TopPlanned", "TopSeen", "read_top"]

# The top is looked at so finely [points to a mm], and so far beyond its edges [mm].
_PX_PER_MM, _BEYOND_MM = 4.0, 10.0
# Strips are stuck on by hand: their marks may lie so far off one flat sheet [mm].
_BY_HAND_MM = 1.6
# A piece's own error [mm], and how far a top may stand off its planned height, about [mm].
_LEAST_WITHIN_MM, _HEIGHT_OFF_MM = 0.4, 3.0
_LOOK_YOURSELF = "or hold the printed template over it"


@dataclass(frozen=True)
class TopPiecePlanned:
    """A piece as planned: along the loaf from the middle of its rim and across it from the left wall to the right.

    ``kind``: what it could be taken for one another of; ``outline``: as it is seen from above [mm], shape (corners, 2),
    about its ``middle``; ``over_mm``: how high that outline lies over the rim [mm], below it negative.
    """

    kind: str
    outline: Array
    middle: tuple[float, float]
    over_mm: float


@dataclass(frozen=True)
class TopPlanned:
    """The top as planned: its ends from the middle of the rim and half its width [mm], how high its level lies over
    the rim [mm], below it negative; and what lies on it.
    """

    front_mm: float
    back_mm: float
    half_mm: float
    over_mm: float
    pieces: Sequence[TopPiecePlanned]


class TopPieceSeen(Frozen):
    """A piece: how far it lies from its place along and across [mm] and is turned clockwise from above [degrees], and
    its outline there; ``found`` is false where none could be made out, and the rest is the plan's.

    ``drawn``, ``planned``: its outline there and at its place as the picture shows them: what lies higher is nearer to
    the lens, and so seen further out.
    """

    found: bool
    along_mm: float
    across_mm: float
    turned_deg: float
    outline: tuple[tuple[float, float], ...]
    drawn: tuple[tuple[float, float], ...]
    planned: tuple[tuple[float, float], ...]


class TopSeen(Frozen):
    """What a photograph shows of a top.

    ``within_mm``: how far places may be out, one standard deviation; ``shown``: from and to along, from and to across
    of the picture beside it [mm].
    """

    pieces: tuple[TopPieceSeen, ...]
    within_mm: float
    lens_known: bool
    marks: int
    shown: tuple[float, float, float, float]


def read_top(
    picture: Picture, plan: TopPlanned, strips: RimStrips, focal_share: float | None = None
) -> tuple[TopSeen, Picture]:
    """What a photograph of a top between its rim strips shows, and the top as seen from straight above.

    :param picture: shape (rows, columns, 3), red, green and blue
    :param focal_share: focal length as a share of the picture's longer side, where the file tells it
    :raises InputError: of :func:`archtop.core.camera.marks.locate`
    """
    at = locate(picture, strips.marks(), _LOOK_YOURSELF, flat_mm=_BY_HAND_MM)
    pose = pose_of(picture, at, focal_share)
    shown = (
        plan.front_mm - _BEYOND_MM,
        plan.back_mm + _BEYOND_MM,
        -plan.half_mm - _BEYOND_MM,
        plan.half_mm + _BEYOND_MM,
    )
    above, to_px = _from_above(picture, pose, plan.over_mm, shown)
    lab = lab_of_light(linear(above))
    pieces = []
    for piece in plan.pieces:
        shifts = _seen_at(pose, plan.over_mm, piece.over_mm)
        others = [other.middle for other in plan.pieces if other.kind == piece.kind and other is not piece]
        place = seek_piece(lab, to_px @ shifts, piece.outline, piece.middle, others)
        lies = place or AS_PLANNED
        there = outline_there(lies, piece.outline, piece.middle)
        pieces.append(
            TopPieceSeen(
                found=place is not None,
                along_mm=lies.across_mm,
                across_mm=lies.up_mm,
                turned_deg=lies.turned_deg,
                outline=pairs(there),
                drawn=pairs(through(shifts, there)),
                planned=pairs(through(shifts, piece.outline)),
            )
        )
    farthest = math.hypot(max(-plan.front_mm, plan.back_mm), plan.half_mm) / 2
    high = max((abs(piece.over_mm) for piece in plan.pieces), default=abs(plan.over_mm))
    parallax = farthest / pose.eye[2] * math.hypot(_HEIGHT_OFF_MM, high * pose.lens_off)
    return TopSeen(
        pieces=tuple(pieces),
        within_mm=math.hypot(_LEAST_WITHIN_MM, at.off_mm, parallax),
        lens_known=focal_share is not None,
        marks=at.seen,
        shown=shown,
    ), above


def _from_above(
    picture: Picture, pose: Pose, over_mm: float, shown: tuple[float, float, float, float]
) -> tuple[Picture, Array]:
    """What lies at a height as seen from straight above, and the way from the strips' frame [mm] to its points."""
    left, right, top, foot = shown
    to_mm = np.array([[1 / _PX_PER_MM, 0, left], [0, 1 / _PX_PER_MM, top], [0, 0, 1]])
    size = round((right - left) * _PX_PER_MM), round((foot - top) * _PX_PER_MM)
    cv = vision()
    way = pose.px_at(over_mm) @ to_mm
    flags = cv.INTER_AREA | cv.WARP_INVERSE_MAP
    seen = cv.warpPerspective(picture, way, size, flags=flags, borderMode=cv.BORDER_REPLICATE)
    return np.asarray(seen, dtype=np.uint8), np.linalg.inv(to_mm)


def _seen_at(pose: Pose, height_mm: float, other_mm: float) -> Array:
    """Where what lies at another height hides the plane at one, shape (3, 3)."""
    stretched = (pose.eye[2] - height_mm) / (pose.eye[2] - other_mm)
    x, y = pose.eye[:2] * (1 - stretched)
    return np.array([[stretched, 0, x], [0, stretched, y], [0, 0, 1]])
