"""Moulds, outlines, embeds, and the level the batter reaches around them.

Axes: ``x`` across the loaf from its centre line, ``y`` along it from the front end, ``z`` up from the floor; mm.
"""

from archtop.core.geometry.level import Inside
from archtop.core.geometry.mould import CavityMould, LoafMould, MouldOutline
from archtop.core.geometry.outline import (
    Circle,
    Outline,
    Points,
    Polygon,
    Regular,
    Rounded,
    area_mm2,
    holes_of,
    points_of,
    shape_of,
)
from archtop.core.geometry.prism import Clearance, Prism, clearance_of, overlap_mm2
from archtop.core.geometry.profile import Profile

__all__ = [
    "CavityMould",
    "Circle",
    "Clearance",
    "Inside",
    "LoafMould",
    "MouldOutline",
    "Outline",
    "Points",
    "Polygon",
    "Prism",
    "Profile",
    "Regular",
    "Rounded",
    "area_mm2",
    "clearance_of",
    "holes_of",
    "overlap_mm2",
    "points_of",
    "shape_of",
]
