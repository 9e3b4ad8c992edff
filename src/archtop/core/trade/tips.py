"""Piping tips by their geometry, and the bead they lay.

An opening is drawn as an outline in millimetres; area, hydraulic diameter and the bead follow from it. A bead keeps the
opening's area: swelling behind the tip and drag along the loaf are left out.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
import shapely
from pydantic import Field
from shapely.affinity import translate

from archtop.core.base import Figure, Frozen

__all__ = ["Bead", "Tip", "TipKind", "bead_of", "opening_of"]

TipKind = Literal["plain", "open star", "closed star", "petal", "leaf", "grass", "ruffle", "V cut"]

# How deep a star's notches go: inner over outer radius. Stated guesses for tips as they are sold.
_OPEN, _CLOSED = 0.7, 0.45
# Holes of a grass tip stand this far apart, middle to middle, as a multiple of a hole.
_APART = 1.6


class Tip(Frozen):
    """A tip or a cut bag. ``opening_mm``: across a round or star opening, the length of a slot, one hole of many.

    ``thick_mm``: of a slot (petal, leaf, ruffle, V cut); ``points``: of a star; ``holes``: of a grass tip; ``land_mm``:
    how long the narrow part is.
    """

    id: Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    kind: TipKind = "plain"
    opening_mm: Annotated[float, Field(ge=0.5, le=60)] = 10.0
    thick_mm: Annotated[float, Field(ge=0.3, le=30)] = 3.0
    points: Annotated[int, Field(ge=3, le=24)] = 6
    holes: Annotated[int, Field(ge=2, le=60)] = 9
    land_mm: Annotated[float, Field(ge=1, le=80)] = 15.0


class Bead(Frozen):
    """What a tip lays: section area [mm²], how wide and high it lies [mm], and what a hand must push it through.

    ``hydraulic_mm``: four areas over the wetted edge, a circle's own diameter; ``finest_mm``: its narrowest passage.
    """

    area_mm2: float
    wide_mm: float
    high_mm: float
    hydraulic_mm: float
    finest_mm: float
    area: Figure


def _star(across: float, points: int, inner: float) -> shapely.Polygon:
    angles = np.linspace(0, 2 * math.pi, 2 * points, endpoint=False) + math.pi / 2
    radii = np.where(np.arange(2 * points) % 2 == 0, across / 2, across / 2 * inner)
    return shapely.Polygon(np.column_stack([radii * np.cos(angles), radii * np.sin(angles)]))


def _drop(long: float, thick: float) -> shapely.Polygon:
    """A petal tip's slot: round at its foot, drawn to a point."""
    thick = min(thick, long)
    foot = np.linspace(math.pi, 2 * math.pi, 33)
    round_foot = np.column_stack([thick / 2 * np.cos(foot), thick / 2 + thick / 2 * np.sin(foot)])
    return shapely.Polygon([*round_foot, (0.0, long)])


def opening_of(tip: Tip) -> shapely.Polygon | shapely.MultiPolygon:
    """The opening as an outline around its middle [mm]."""
    d, t = tip.opening_mm, tip.thick_mm
    match tip.kind:
        case "plain":
            return shapely.Point(0, 0).buffer(d / 2, quad_segs=64)
        case "open star":
            return _star(d, tip.points, _OPEN)
        case "closed star":
            return _star(d, tip.points, _CLOSED)
        case "petal":
            return _drop(d, t)
        case "leaf" | "V cut":
            return shapely.Polygon([(-d / 2, 0), (0, -t / 2), (d / 2, 0), (0, t / 2)])
        case "ruffle":
            return shapely.box(-t / 2, 0, t / 2, d)
        case "grass":
            hole = shapely.Point(0, 0).buffer(d / 2, quad_segs=16)
            side = math.ceil(math.sqrt(tip.holes))
            places = [((i % side) - (side - 1) / 2, (i // side) - (side - 1) / 2) for i in range(tip.holes)]
            return shapely.MultiPolygon([translate(hole, x * d * _APART, y * d * _APART) for x, y in places])


def bead_of(tip: Tip) -> Bead:
    """The bead of a tip, lying as it is piped: petals and ruffles on their edge, leaves flat, the rest as ellipses."""
    opening = opening_of(tip)
    area, edge = float(opening.area), float(opening.length)
    left, low, right, high = opening.bounds
    if tip.kind in ("petal", "ruffle"):
        wide, tall = right - left, high - low
    else:
        # An ellipse as wide as the opening, of its area.
        wide = right - left
        tall = 4 * area / (math.pi * wide)
    finest = {
        "plain": tip.opening_mm,
        "open star": tip.opening_mm * _OPEN,
        "closed star": tip.opening_mm * _CLOSED,
        "grass": tip.opening_mm,
    }.get(tip.kind, min(tip.thick_mm, tip.opening_mm))
    return Bead(
        area_mm2=area,
        wide_mm=wide,
        high_mm=tall,
        hydraulic_mm=4 * area / edge,
        finest_mm=finest,
        area=Figure.within(
            area,
            "mm²",
            0.15,
            "estimate",
            f"the opening's own area, {tip.kind} of {tip.opening_mm:g} mm",
            "geometry; a bead swells or thins by how fast the hand goes along",
        ),
    )
