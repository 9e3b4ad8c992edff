"""Outlines: the shape of a piece seen from the loaf's end.

``Circle``, ``Oval``, ``HalfRound``, ``Rounded`` (a rectangle with rounded corners), ``Regular`` (n equal sides),
``Star``, ``Flower``, ``Heart``, ``Drawn`` (a few points by hand), ``Polygon`` (any simple shape, with
holes): each says its corners.
``points_of`` puts them around the middle of their bounding box, ``holes_of`` gives its holes in the same place,
``shape_of`` both as one area.
"""

from __future__ import annotations

import math
from abc import abstractmethod
from typing import Annotated, Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from pydantic import Field, model_validator

from archtop.core.base import Family, InputError, Kind

__all__ = [
    "OUTLINES",
    "Circle",
    "Drawn",
    "Flower",
    "HalfRound",
    "Heart",
    "Outline",
    "Oval",
    "Points",
    "Polygon",
    "Regular",
    "Rounded",
    "Star",
    "area_mm2",
    "holes_of",
    "points_of",
    "shape_of",
    "spans_over",
]

Points = NDArray[np.float64]
Size = Annotated[float, Field(ge=0.1, le=2000)]
Ordinate = Annotated[float, Field(ge=-2000, le=2000)]
Ring = Annotated[tuple[tuple[Ordinate, Ordinate], ...], Field(min_length=3, max_length=2000)]

# A chord may stand this far off its arc; finer than any knife or printed template.
_FLATNESS_MM = 0.02
# A heart has so many corners: of a large one a chord stands off its arc by about that.
_HEART_CORNERS = 240
# Between two points drawn by hand a curve has so many corners.
_SPAN = 16


class OutlineKind(Kind):
    """A shape: its corners, wherever its middle lies."""

    @abstractmethod
    def corners(self) -> Points:
        """Vertices [mm], shape (n, 2), counter-clockwise; arcs as chords that keep their area."""


class Circle(OutlineKind):
    """A round column."""

    label = "Round"
    help = "A round column."

    kind: Literal["circle"] = "circle"
    diameter_mm: Size

    def corners(self) -> Points:
        """On a circle a hair wider."""
        return _arc(0.0, 0.0, self.diameter_mm / 2, 0.0, 2 * math.pi)


class Oval(OutlineKind):
    """An ellipse."""

    label = "Oval"
    help = "An ellipse, as wide and as high as you say."
    fresh = {"width_mm": 40, "height_mm": 28}

    kind: Literal["oval"] = "oval"
    width_mm: Size
    height_mm: Size

    def corners(self) -> Points:
        """A circle's, drawn wide or high: that keeps the share of its area."""
        return _arc(0.0, 0.0, 1000.0, 0.0, 2 * math.pi) / 2000 * [self.width_mm, self.height_mm]


class HalfRound(OutlineKind):
    """Half a circle, its flat side down."""

    label = "Half round"
    help = "Half a circle, flat side down."
    fresh = {"width_mm": 40}

    kind: Literal["half round"] = "half round"
    width_mm: Size

    def corners(self) -> Points:
        """Half of the round, from its right foot to its left."""
        half = self.width_mm / 2
        return np.clip(_arc(0.0, 0.0, half, 0.0, math.pi), [-half, 0.0], [half, math.inf])


class Star(OutlineKind):
    """``points`` points on a circle of ``across_mm``, one up; between them it is cut in by ``deep_percent`` of that."""

    label = "Star"
    help = "Points around a middle, one up, and how deep it is cut in between them."
    fresh = {"points": 5, "across_mm": 40, "deep_percent": 50}

    kind: Literal["star"] = "star"
    points: Annotated[int, Field(ge=3, le=30)] = 5
    across_mm: Size
    deep_percent: Annotated[float, Field(ge=1, le=90)] = 50.0

    def corners(self) -> Points:
        """Points and notches by turns."""
        n, outer = self.points, self.across_mm / 2
        inner = outer * (1 - self.deep_percent / 100)
        angle = math.pi / 2 + math.pi * np.arange(2 * n) / n
        radius = np.where(np.arange(2 * n) % 2 == 0, outer, inner)
        return np.column_stack([radius * np.cos(angle), radius * np.sin(angle)])


class Flower(OutlineKind):
    """``petals`` round petals that reach ``across_mm``; between them it is drawn in by ``deep_percent`` of that."""

    label = "Flower"
    help = "Round petals around a middle, and how deep it is drawn in between them."
    fresh = {"petals": 5, "across_mm": 40, "deep_percent": 30}

    kind: Literal["flower"] = "flower"
    petals: Annotated[int, Field(ge=3, le=16)] = 5
    across_mm: Size
    deep_percent: Annotated[float, Field(ge=1, le=90)] = 30.0

    def corners(self) -> Points:
        """The curve r = R (1 − d/2 (1 − cos nφ)), a petal up."""
        angle = np.linspace(0, 2 * math.pi, 40 * self.petals, endpoint=False)
        drawn_in = self.deep_percent / 200 * (1 - np.cos(self.petals * angle))
        radius = self.across_mm / 2 * (1 - drawn_in)
        return np.column_stack([radius * np.sin(-angle), radius * np.cos(angle)])


class Heart(OutlineKind):
    """A heart, its point down."""

    label = "Heart"
    help = "A heart, its point down, as wide and as high as you say."
    fresh = {"width_mm": 40, "height_mm": 36}

    kind: Literal["heart"] = "heart"
    width_mm: Size
    height_mm: Size

    def corners(self) -> Points:
        """The curve x = 16 sin³t, z = 13 cos t − 5 cos 2t − 2 cos 3t − cos 4t, drawn to its width and height."""
        # From its notch round the left side, to its point and back.
        t = -2 * math.pi * (np.arange(_HEART_CORNERS) + 0.5) / _HEART_CORNERS
        x = 16 * np.sin(t) ** 3
        z = 13 * np.cos(t) - 5 * np.cos(2 * t) - 2 * np.cos(3 * t) - np.cos(4 * t)
        wide, high = x.max() - x.min(), z.max() - z.min()
        return np.column_stack([x / wide * self.width_mm, z / high * self.height_mm])


class Rounded(OutlineKind):
    """A rectangle whose corners are rounded with ``corner_mm``."""

    label = "Rounded square"
    help = "A rectangle with rounded corners."

    kind: Literal["rounded"] = "rounded"
    width_mm: Size
    height_mm: Size
    corner_mm: Annotated[float, Field(ge=0, le=1000)] = 0.0

    @model_validator(mode="after")
    def _corner_fits(self) -> Rounded:
        limit = min(self.width_mm, self.height_mm) / 2
        if self.corner_mm > limit:
            raise InputError.one(
                "outline.corner",
                "corner_mm",
                self.corner_mm,
                f"must be at most half the shorter side, {limit:g} mm",
                "Use a smaller corner.",
            )
        return self

    def corners(self) -> Points:
        """Straight sides between quarter rounds."""
        return _rounded(self)


class Regular(OutlineKind):
    """``sides`` equal sides with the corners on a circle of ``across_mm``; a corner points up."""

    label = "Equal sides"
    help = "Equal sides around a middle, a corner up."

    kind: Literal["regular"] = "regular"
    sides: Annotated[int, Field(ge=3, le=60)]
    across_mm: Size

    def corners(self) -> Points:
        """On a circle, one up."""
        angle = math.pi / 2 + 2 * math.pi * np.arange(self.sides) / self.sides
        return np.column_stack([np.cos(angle), np.sin(angle)]) * self.across_mm / 2


class Drawn(OutlineKind):
    """A few points by hand [mm], in order; ``smooth``: a curve goes through them, otherwise straight sides."""

    label = "Drawn by hand"
    help = "A few points in order around it; a smooth curve goes through them."
    fresh = {"points": [[0, -20], [17, -6], [14, 14], [-6, 20], [-18, 2]]}

    kind: Literal["drawn"] = "drawn"
    points: Annotated[tuple[tuple[Ordinate, Ordinate], ...], Field(min_length=3, max_length=60)]
    smooth: bool = True

    @model_validator(mode="after")
    def _goes_around_once(self) -> Drawn:
        shape = shapely.Polygon(self._along())
        if not shape.is_valid or shape.area < 1:
            raise InputError.one(
                "outline.crosses",
                "points",
                f"{len(self.points)} points",
                "the line must go around once without crossing itself",
                "Take the last point away, or set the points in order around the shape.",
            )
        return self

    def corners(self) -> Points:
        """Along the line, turned the right way round."""
        return np.array(shapely.Polygon(self._along()).exterior.normalize().coords[:-1])[::-1]

    def _along(self) -> Points:
        told = np.array(self.points, dtype=float)
        return _curve(told) if self.smooth else told


class Polygon(OutlineKind):
    """Any simple outline by its corners [mm], in order, not closed by hand; ``holes`` run through the whole piece."""

    label = "Own outline"
    help = "Any simple outline by its corners."

    kind: Literal["polygon"] = "polygon"
    points: Ring
    holes: Annotated[tuple[Ring, ...], Field(max_length=40)] = ()

    @model_validator(mode="after")
    def _simple(self) -> Polygon:
        shape = shapely.Polygon(self.points, self.holes)
        if not shape.is_valid:
            raise InputError.one(
                "outline.crosses",
                "points",
                shapely.is_valid_reason(shape),
                "the outline must not cross or touch itself or its holes",
                "Move the corner named there.",
            )
        if shape.area < 1:
            raise InputError.one(
                "outline.no_area",
                "points",
                f"{shape.area:g} mm²",
                "must enclose at least 1 mm²",
                "Check units: corners are in millimetres.",
            )
        return self

    def corners(self) -> Points:
        """As they were told, turned the right way round."""
        return np.array(shapely.Polygon(self.points).exterior.normalize().coords[:-1])[::-1]


OUTLINES: Family[OutlineKind] = Family(
    "kind", (Circle, Oval, HalfRound, Rounded, Regular, Star, Flower, Heart, Drawn, Polygon)
)

AnyShape = Circle | Oval | HalfRound | Rounded | Regular | Star | Flower | Heart | Drawn | Polygon
Outline = Annotated[AnyShape, Field(discriminator="kind")]


def area_mm2(points: Points) -> float:
    """Area [mm²] of a simple polygon, vertices shape (n, 2) in mm, by the shoelace formula; never negative."""
    x, z = points[:, 0], points[:, 1]
    return abs(float(np.dot(x, np.roll(z, -1)) - np.dot(z, np.roll(x, -1)))) / 2


def points_of(outline: OutlineKind) -> Points:
    """Vertices [mm], shape (n, 2), counter-clockwise from the lower right, centred on the bounding box.

    Arcs become chords that keep the arc's *area*: the vertices stand a hair outside it, by under 0.02 mm, so that a
    round pipe has exactly πd²/4.
    """
    points = outline.corners()
    middle: Points = (points.min(axis=0) + points.max(axis=0)) / 2
    return points - middle


def holes_of(outline: OutlineKind) -> tuple[Points, ...]:
    """Vertices [mm] of the outline's holes, shape (n, 2) each, moved as :func:`points_of` moves the outline."""
    if not isinstance(outline, Polygon) or not outline.holes:
        return ()
    corners = np.array(outline.points)
    middle = (corners.min(axis=0) + corners.max(axis=0)) / 2
    return tuple(np.array(hole) - middle for hole in outline.holes)


def shape_of(outline: OutlineKind) -> shapely.Polygon:
    """The outline with its holes, for set operations and areas."""
    return shapely.Polygon(points_of(outline), holes_of(outline))


def spans_over(outline: Points, xs: Points) -> tuple[Points, Points]:
    """Lowest and highest point of an outline over each x; not a number where it does not reach.

    :param outline: corners [mm], shape (n, 2); ``xs``: ascending, shape (m,), as both answers
    """
    start, end = outline, np.roll(outline, -1, axis=0)
    x0, x1 = start[:, 0], end[:, 0]
    # Each edge with every x it reaches over.
    first = np.searchsorted(xs, np.minimum(x0, x1), side="left")
    reached = np.searchsorted(xs, np.maximum(x0, x1), side="right") - first
    reached[np.abs(x1 - x0) <= 1e-12] = 0
    edge = np.repeat(np.arange(len(outline)), reached)
    at = np.arange(len(edge)) - np.repeat(np.cumsum(reached) - reached - first, reached)
    share = (xs[at] - x0[edge]) / (x1 - x0)[edge]
    z = start[edge, 1] + share * (end - start)[edge, 1]
    bottom, top = np.full(len(xs), np.inf), np.full(len(xs), -np.inf)
    np.minimum.at(bottom, at, z)
    np.maximum.at(top, at, z)
    missed = bottom > top
    bottom[missed], top[missed] = np.nan, np.nan
    return bottom, top


def _arc(cx: float, cz: float, radius: float, start: float, sweep: float) -> Points:
    """Vertices of an arc, its end left out if it closes, on the radius that keeps the sector's area."""
    steps = max(8, math.ceil(abs(sweep) / (2 * math.acos(max(0.0, 1 - _FLATNESS_MM / max(radius, 0.03))))))
    steps += -steps % 4  # quarter symmetry, so that the box is centred
    step = sweep / steps
    fair = radius * math.sqrt(step / math.sin(step))
    closed = math.isclose(abs(sweep), 2 * math.pi)
    angle = start + step * np.arange(steps if closed else steps + 1)
    return np.column_stack([cx + fair * np.cos(angle), cz + fair * np.sin(angle)])


def _curve(points: Points) -> Points:
    """A closed curve through points in order, shape (n·_SPAN, 2): it neither loops nor has cusps between two of them.

    Catmull-Rom with centripetal knots (Catmull and Rom 1974; Yuksel, Schaefer and Keyser 2011).
    """
    p0, p1, p2, p3 = (np.roll(points, shift, axis=0)[:, None] for shift in (1, 0, -1, -2))

    def knot(a: Points, b: Points) -> Points:
        apart: Points = np.sqrt(np.linalg.norm(b - a, axis=2, keepdims=True))
        return np.maximum(apart, 1e-6)

    t1, t2, t3 = knot(p0, p1), knot(p0, p1) + knot(p1, p2), knot(p0, p1) + knot(p1, p2) + knot(p2, p3)
    t = t1 + (t2 - t1) * (np.arange(_SPAN) / _SPAN)[None, :, None]
    a1 = (t1 - t) / t1 * p0 + t / t1 * p1
    a2 = (t2 - t) / (t2 - t1) * p1 + (t - t1) / (t2 - t1) * p2
    a3 = (t3 - t) / (t3 - t2) * p2 + (t - t2) / (t3 - t2) * p3
    b1 = (t2 - t) / t2 * a1 + t / t2 * a2
    b2 = (t3 - t) / (t3 - t1) * a2 + (t - t1) / (t3 - t1) * a3
    curve = (t2 - t) / (t2 - t1) * b1 + (t - t1) / (t2 - t1) * b2
    return np.asarray(curve, dtype=np.float64).reshape(-1, 2)


def _rounded(outline: Rounded) -> Points:
    w, h, r = outline.width_mm / 2, outline.height_mm / 2, outline.corner_mm
    if r == 0:
        return np.array([[w, -h], [w, h], [-w, h], [-w, -h]])
    centres = ((w - r, -h + r, -0.5), (w - r, h - r, 0.0), (-w + r, h - r, 0.5), (-w + r, -h + r, 1.0))
    corners = [_arc(cx, cz, r, turn * math.pi, math.pi / 2) for cx, cz, turn in centres]
    # The area-keeping radius overshoots the straight sides by micrometres; the sides win.
    return np.clip(np.vstack(corners), [-w, -h], [w, h])
