"""Outlines: the shape of a piece seen from the loaf's end.

Four ways to say one: ``Circle``, ``Rounded`` (a rectangle with rounded corners), ``Regular`` (n equal sides),
``Polygon`` (any simple shape, with holes). ``points_of`` turns each into vertices around the middle of its bounding
box, ``holes_of`` gives its holes in the same place, ``shape_of`` both as one area.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
import shapely
from numpy.typing import NDArray
from pydantic import Field, model_validator

from archtop.core.base import Family, InputError, Kind

__all__ = [
    "OUTLINES",
    "Circle",
    "Outline",
    "Points",
    "Polygon",
    "Regular",
    "Rounded",
    "area_mm2",
    "holes_of",
    "points_of",
    "shape_of",
]

Points = NDArray[np.float64]
Size = Annotated[float, Field(gt=0, le=2000)]
Ordinate = Annotated[float, Field(ge=-2000, le=2000)]
Ring = Annotated[tuple[tuple[Ordinate, Ordinate], ...], Field(min_length=3, max_length=2000)]

# A chord may stand this far off its arc; finer than any knife or printed template.
_FLATNESS_MM = 0.02


class Circle(Kind):
    """A round column."""

    label = "Round"
    help = "A round column."

    kind: Literal["circle"] = "circle"
    diameter_mm: Size


class Rounded(Kind):
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


class Regular(Kind):
    """``sides`` equal sides with the corners on a circle of ``across_mm``; a corner points up."""

    label = "Equal sides"
    help = "Equal sides around a middle, a corner up."

    kind: Literal["regular"] = "regular"
    sides: Annotated[int, Field(ge=3, le=60)]
    across_mm: Size


class Polygon(Kind):
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


OUTLINES: Family[Kind] = Family("kind", (Circle, Rounded, Regular, Polygon))

Outline = Annotated[Circle | Rounded | Regular | Polygon, Field(discriminator="kind")]


def area_mm2(points: Points) -> float:
    """Area [mm²] of a simple polygon, vertices shape (n, 2) in mm, by the shoelace formula; never negative."""
    x, z = points[:, 0], points[:, 1]
    return abs(float(np.dot(x, np.roll(z, -1)) - np.dot(z, np.roll(x, -1)))) / 2


def points_of(outline: Circle | Rounded | Regular | Polygon) -> Points:
    """Vertices [mm], shape (n, 2), counter-clockwise from the lower right, centred on the bounding box.

    Arcs become chords that keep the arc's *area*: the vertices stand a hair outside it, by under 0.02 mm, so that a
    round pipe has exactly πd²/4.
    """
    match outline:
        case Circle(diameter_mm=d):
            points = _arc(0.0, 0.0, d / 2, 0.0, 2 * math.pi)
        case Rounded():
            points = _rounded(outline)
        case Regular(sides=n, across_mm=d):
            angle = math.pi / 2 + 2 * math.pi * np.arange(n) / n
            points = np.column_stack([np.cos(angle), np.sin(angle)]) * d / 2
        case Polygon(points=corners):
            points = np.array(shapely.Polygon(corners).exterior.normalize().coords[:-1])[::-1]
    middle: Points = (points.min(axis=0) + points.max(axis=0)) / 2
    return points - middle


def holes_of(outline: Circle | Rounded | Regular | Polygon) -> tuple[Points, ...]:
    """Vertices [mm] of the outline's holes, shape (n, 2) each, moved as :func:`points_of` moves the outline."""
    if not isinstance(outline, Polygon) or not outline.holes:
        return ()
    corners = np.array(outline.points)
    middle = (corners.min(axis=0) + corners.max(axis=0)) / 2
    return tuple(np.array(hole) - middle for hole in outline.holes)


def shape_of(outline: Circle | Rounded | Regular | Polygon) -> shapely.Polygon:
    """The outline with its holes, for set operations and areas."""
    return shapely.Polygon(points_of(outline), holes_of(outline))


def _arc(cx: float, cz: float, radius: float, start: float, sweep: float) -> Points:
    """Vertices of an arc, its end left out if it closes, on the radius that keeps the sector's area."""
    steps = max(8, math.ceil(abs(sweep) / (2 * math.acos(max(0.0, 1 - _FLATNESS_MM / max(radius, 0.03))))))
    steps += -steps % 4  # quarter symmetry, so that the box is centred
    step = sweep / steps
    fair = radius * math.sqrt(step / math.sin(step))
    closed = math.isclose(abs(sweep), 2 * math.pi)
    angle = start + step * np.arange(steps if closed else steps + 1)
    return np.column_stack([cx + fair * np.cos(angle), cz + fair * np.sin(angle)])


def _rounded(outline: Rounded) -> Points:
    w, h, r = outline.width_mm / 2, outline.height_mm / 2, outline.corner_mm
    if r == 0:
        return np.array([[w, -h], [w, h], [-w, h], [-w, -h]])
    centres = ((w - r, -h + r, -0.5), (w - r, h - r, 0.0), (-w + r, h - r, 0.5), (-w + r, -h + r, 1.0))
    corners = [_arc(cx, cz, r, turn * math.pi, math.pi / 2) for cx, cz, turn in centres]
    # The area-keeping radius overshoots the straight sides by micrometres; the sides win.
    return np.clip(np.vstack(corners), [-w, -h], [w, h])
