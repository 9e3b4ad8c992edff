"""A cut bar on its card, photographed: how large it is, where its pieces lie, how much of each colour, what went wrong.

Nothing of it is written down by itself: each is a proposal beside the plan, and how far it may be out.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.camera.bar_card import BAR_CARD, BarCard
from archtop.core.camera.bar_lies import Lies, Measured, laid, measured
from archtop.core.camera.bar_outline import MEASURE_YOURSELF, outline_at_height, outline_on
from archtop.core.camera.lit import Lit, lab_of_light, light_of
from archtop.core.camera.marks import Array, Picture, locate, pairs, refused, vision
from archtop.core.camera.piece_sought import AS_PLANNED, outline_there, seek_piece
from archtop.core.camera.pose import Pose, pose_of
from archtop.core.camera.soap_seen import Flags, colours_in, enough, holes_in, veiled
from archtop.core.colour import hex_of, in_white_light, linear
from archtop.core.geometry import EVENED, MARBLED_MM, deep_mm, edges_mm, evened

__all__ = ["BarPlanned", "BarSeen", "HoleSeen", "PiecePlanned", "PieceSeen", "SoapColour", "read_bar"]

# The face is looked at so finely, and so far beyond its plan [points to a mm, mm].
_PX_PER_MM, _BEYOND_MM = 5.0, 12.0
# Its very edge is rounded by the wire, and seen at a slant.
_EDGE_MM = 1.5
# A ruler's own error on soap [mm], and by how much bars are thicker or thinner than they were to be [share].
_LEAST_WITHIN_MM, _THICKNESS_OFF = 0.3, 0.08
# More than this off its planned outline [mm], or its planned width [share], it is another bar, or lies otherwise.
_UNLIKE_MM, _OTHER = 6.0, 0.2
# What is left of a colour's error where the light is known from paper all round [ΔE00].
_COLOUR_OFF = 4.0
# Points to each side that an outline is drawn through.
_SMOOTH = 2


@dataclass(frozen=True)
class PiecePlanned:
    """A piece as the plan has it in the face: its name's key, outline and middle [mm], shape (corners, 2)."""

    key: str
    outline: Array
    middle: tuple[float, float]


@dataclass(frozen=True)
class BarPlanned:
    """The face as planned.

    ``outline``: across from the middle and up from the floor [mm], shape (corners, 2); ``level_mm``: how high it
    stands; ``thick_mm``: the bar, and so how high its face lies above the card; ``colours``: each colour's red, green
    and blue by its key (0-255); ``fell``: those of them that fell into others, and how high those stood [mm].
    """

    outline: Array
    level_mm: float
    thick_mm: float
    pieces: Sequence[PiecePlanned]
    colours: dict[str, tuple[int, int, int]]
    fell: tuple[Sequence[str], float] | None = None


class PieceSeen(Frozen):
    """A piece in the face: where its middle lies [mm], how it is turned against the clock [degrees], over what share
    of its outline an edge was seen, and its outline there; ``found`` is false where none could be made out, and the
    rest is the plan's.
    """

    embed: str
    found: bool
    across_mm: float
    up_mm: float
    turned_deg: float
    clear: float
    outline: tuple[tuple[float, float], ...]


class SoapColour(Frozen):
    """A colour as it came out: ``None`` where too little of it is seen; ``off``: how far that may be out [ΔE00];
    ``share``: of the poured soap in the face, pieces left out.
    """

    colour: str
    srgb: str | None
    off: float
    share: float


class HoleSeen(Frozen):
    """A dark hole: where [mm], and how wide a disc as large is."""

    across_mm: float
    up_mm: float
    wide_mm: float


class BarSeen(Frozen):
    """What a photograph shows of a bar.

    ``wide_mm``: at half its planned height; ``high_mm``: at its middle, with what stands on it; ``leans_deg``: its top
    against its foot, up to the right; ``within_mm``: how far places may be out, one standard deviation; ``veiled``:
    share of the face under a pale veil; ``edges_mm``: how long the edges between its colours are, and ``deep_mm``: how
    deep those reach that fell into others; ``edge``: its outline; ``shown``: left, right, foot and top of the picture
    beside it. All [mm] across from the middle and up from the floor.
    """

    wide_mm: float
    planned_wide_mm: float
    high_mm: float
    planned_high_mm: float
    leans_deg: float
    thick_mm: float
    within_mm: float
    lens_known: bool
    marks: int
    pieces: tuple[PieceSeen, ...]
    colours: tuple[SoapColour, ...]
    holes: tuple[HoleSeen, ...]
    veiled: float
    edges_mm: float
    deep_mm: float | None
    edge: tuple[tuple[float, float], ...]
    shown: tuple[float, float, float, float]


def read_bar(
    picture: Picture, plan: BarPlanned, focal_share: float | None = None, card: BarCard = BAR_CARD
) -> tuple[BarSeen, Picture]:
    """What a photograph of a bar on its card shows, and the face as it is, by white light and seen from straight above.

    :param picture: shape (rows, columns, 3), red, green and blue
    :param focal_share: focal length as a share of the picture's longer side, where the file tells it
    :raises InputError: of :func:`archtop.core.camera.marks.locate` and :func:`archtop.core.camera.bar_outline`;
        ``card.dark`` or ``card.washed_out``; ``camera.unlike``
    """
    at = locate(picture, card.marks, MEASURE_YOURSELF)
    pose = pose_of(picture, at, focal_share)
    lit = light_of(picture, at, card)
    hides = outline_on(picture, at, card)
    wide = _wide_at(plan.outline, plan.level_mm / 2)
    edge = outline_at_height(hides, pose, plan.thick_mm)
    lies = laid(edge, plan.outline, plan.level_mm)
    size = measured(edge, lies, plan.outline, plan.level_mm)
    _refuse_unlike(lies, size, wide, plan.level_mm)
    if focal_share is None:
        # The mould's width is surer than a guessed lens: the camera stood where it makes the bar as wide as that.
        pose = pose.where_it_shrinks(plan.thick_mm, wide / (wide + size.wider_mm))
        edge = outline_at_height(hides, pose, plan.thick_mm)
        lies = laid(edge, plan.outline, plan.level_mm)
        size = measured(edge, lies, plan.outline, plan.level_mm)
    face = _Face(picture, pose, lies, lit, plan)
    expected = lab_of_light(linear(np.array(list(plan.colours.values()), dtype=np.uint8)))
    inside = face.inside(min(size.high_mm or plan.level_mm, plan.level_mm))
    pieces = tuple(_piece(face, piece, plan.pieces) for piece in plan.pieces)
    poured = inside & ~face.within([np.array(piece.outline) for piece in pieces])
    colours, where = colours_in(face.lab, inside, poured, expected, _PX_PER_MM)
    edges, deep = _marbled(where, plan, face.shown[3])
    came_out = np.array([colour.lab for colour in colours])
    height_off = plan.thick_mm / pose.eye[2] * math.hypot(pose.lens_off, _THICKNESS_OFF)
    seen = BarSeen(
        wide_mm=wide + size.wider_mm,
        planned_wide_mm=wide,
        high_mm=size.high_mm,
        planned_high_mm=plan.level_mm,
        leans_deg=size.leans_deg,
        thick_mm=plan.thick_mm,
        within_mm=math.hypot(_LEAST_WITHIN_MM, at.off_mm, wide / 2 * height_off),
        lens_known=focal_share is not None,
        marks=at.seen,
        pieces=pieces,
        colours=tuple(
            SoapColour(
                colour=key,
                srgb=hex_of(face.median_light(colour.lab)) if enough(colour) else None,
                off=_COLOUR_OFF,
                share=colour.share,
            )
            for key, colour in zip(plan.colours, colours, strict=True)
        ),
        holes=tuple(
            HoleSeen(across_mm=x, up_mm=z, wide_mm=hole.across_mm)
            for hole in holes_in(face.lab, inside, came_out, _PX_PER_MM)
            for x, z in [face.section(hole.column, hole.row)]
        ),
        veiled=veiled(face.lab, inside, came_out, _PX_PER_MM),
        edges_mm=edges,
        deep_mm=deep,
        edge=pairs(_smooth(lies.in_section(edge))),
        shown=face.shown,
    )
    return seen, face.picture


def _refuse_unlike(lies: Lies, size: Measured, wide: float, high: float) -> None:
    """What lies on the card must be about as large as the bar, and of its outline."""
    seen = wide + size.wider_mm, size.high_mm
    if abs(size.wider_mm) < _OTHER * wide and size.high_mm > (1 - 2 * _OTHER) * high and lies.off_mm < _UNLIKE_MM:
        return
    raise refused(
        "unlike",
        f"it is not the bar that was planned: about {seen[0]:.0f} mm wide and {seen[1]:.0f} mm high, "
        f"where {wide:.0f} by {high:.0f} mm were planned",
        f"Choose its number, and lay it front face up, its foot towards FOOT, {MEASURE_YOURSELF}.",
    )


class _Face:
    """The face seen from straight above by white light: lightness and colour axes, and where its points lie."""

    def __init__(self, picture: Picture, pose: Pose, lies: Lies, lit: Lit, plan: BarPlanned) -> None:
        self._plan = plan
        left, right = (float(of(plan.outline[:, 0])) for of in (np.min, np.max))
        left, right, foot, top = left - _BEYOND_MM, right + _BEYOND_MM, -_BEYOND_MM, plan.level_mm + 2.5 * _BEYOND_MM
        self.shown = left, right, foot, top
        columns, rows = round((right - left) * _PX_PER_MM), round((top - foot) * _PX_PER_MM)
        # From the face's points to the section [mm].
        self._to_mm = np.array([[1 / _PX_PER_MM, 0, left], [0, -1 / _PX_PER_MM, top], [0, 0, 1]])
        self.to_px = np.linalg.inv(self._to_mm)
        cv = vision()
        way = pose.px_at(plan.thick_mm) @ lies.to_card() @ self._to_mm
        flags = cv.INTER_AREA | cv.WARP_INVERSE_MAP
        seen = cv.warpPerspective(picture, way, (columns, rows), flags=flags, borderMode=cv.BORDER_REPLICATE)
        column, row = np.meshgrid(np.arange(columns, dtype=float), np.arange(rows, dtype=float))
        on_card = (
            np.column_stack([column.ravel(), row.ravel(), np.ones(column.size)]) @ (lies.to_card() @ self._to_mm).T
        )
        white = lit(on_card[:, :2]).reshape(rows, columns, 3)
        light = in_white_light(linear(seen), white)
        self.lab = lab_of_light(light)
        self.picture: Picture = np.asarray(255 * light ** (1 / 2.2), dtype=np.uint8)
        self._x, self._z = self.section(column, row)

    def section(self, column: Array | float, row: Array | float) -> tuple[Array, Array]:
        """Where a point of the face lies in the section [mm]."""
        across = self._to_mm[0, 0] * column + self._to_mm[0, 2]
        return across, self._to_mm[1, 1] * row + self._to_mm[1, 2]

    def inside(self, level_mm: float) -> Flags:
        """Where its soap is, its rim left out, shape (rows, columns)."""
        cv = vision()
        whole = self.within([self._plan.outline]).astype(np.uint8)
        whole[self._z > level_mm] = 0
        shrink = cv.getStructuringElement(cv.MORPH_ELLIPSE, (1 + 2 * round(_EDGE_MM * _PX_PER_MM),) * 2)
        return np.asarray(cv.erode(whole, shrink, borderValue=0), dtype=bool)

    def within(self, outlines: Sequence[Array]) -> Flags:
        """What lies within any of some outlines in the section [mm], shape (rows, columns)."""
        found = np.zeros(self.lab.shape[:2], dtype=np.uint8)
        for outline in outlines:
            corners = outline @ self.to_px[:2, :2].T + self.to_px[:2, 2]
            vision().fillPoly(found, [np.rint(corners).astype(np.int32)], 1)
        return found.astype(bool)

    @staticmethod
    def median_light(lab: Array) -> Array:
        """Linear light of a colour."""
        cv = vision()
        light = cv.cvtColor(np.asarray(lab, dtype=np.float32).reshape(1, 1, 3), cv.COLOR_LAB2LRGB)
        return np.asarray(np.clip(light.reshape(3), 0, 1), dtype=float)


def _marbled(where: NDArray[np.int_], plan: BarPlanned, top_mm: float) -> tuple[float, float | None]:
    """How long edges between colours are, and how deep those reach that fell in [mm]."""
    # As coarse as predicted faces are looked at: finer there is only grain.
    step = round(MARBLED_MM * _PX_PER_MM)
    codes = evened(evened(where, 2 * step + 1)[::step, ::step], EVENED)
    deep = None
    if plan.fell is not None:
        ids, level = plan.fell
        which = [number for number, key in enumerate(plan.colours) if key in ids]
        deep = deep_mm(codes, step / _PX_PER_MM, which, top_mm - level)
    return edges_mm(codes, step / _PX_PER_MM), deep


def _piece(face: _Face, piece: PiecePlanned, all_of_it: Sequence[PiecePlanned]) -> PieceSeen:
    others = [other.middle for other in all_of_it if other.key != piece.key]
    place = seek_piece(face.lab, face.to_px, piece.outline, piece.middle, others)
    lies = place or AS_PLANNED
    return PieceSeen(
        embed=piece.key,
        found=place is not None,
        across_mm=piece.middle[0] + lies.across_mm,
        up_mm=piece.middle[1] + lies.up_mm,
        turned_deg=lies.turned_deg,
        clear=lies.clear,
        outline=pairs(outline_there(lies, piece.outline, piece.middle)),
    )


def _wide_at(outline: Array, up_mm: float) -> float:
    """How wide the planned face is at a height."""
    from shapely import LineString, Polygon

    across = LineString([(-1e4, up_mm), (1e4, up_mm)]).intersection(Polygon(outline))
    return float(across.length)


def _smooth(points: Array) -> Array:
    """An outline as a hand would draw it: chequers make it ragged."""
    around = range(-_SMOOTH, _SMOOTH + 1)
    return np.asarray(np.mean([np.roll(points, step, axis=0) for step in around], axis=0))
