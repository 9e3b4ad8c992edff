"""Moulds, outlines, embeds, and the level the batter reaches around them.

Axes: ``x`` across the loaf from its centre line, ``y`` along it from the front end, ``z`` up from the floor; mm.
"""

from archtop.core.geometry.disc import in_disc
from archtop.core.geometry.level import Inside
from archtop.core.geometry.marbling import EVENED, MARBLED_MM, deep_mm, edges_mm, evened
from archtop.core.geometry.moulds import MOULDS, AnyMould, CavityMould, CupMould, LoafMould, Mould, MouldOutline
from archtop.core.geometry.nesting import Layout, nest
from archtop.core.geometry.outline import (
    OUTLINES,
    Circle,
    Drawn,
    Flower,
    HalfRound,
    Heart,
    Outline,
    Oval,
    Points,
    Polygon,
    Regular,
    Rounded,
    Star,
    area_mm2,
    holes_of,
    points_of,
    shape_of,
    spans_over,
)
from archtop.core.geometry.prism import Clearance, Prism, clearance_of, overlap_mm2
from archtop.core.geometry.profile import Profile
from archtop.core.geometry.read_stl import STL_LIMIT_BYTES, ReadMesh, read_stl
from archtop.core.geometry.read_svg import SVG_LIMIT_BYTES, ReadOutline, read_svg
from archtop.core.geometry.sweep import Mesh, lofted, swept

__all__ = [
    "EVENED",
    "MARBLED_MM",
    "MOULDS",
    "OUTLINES",
    "STL_LIMIT_BYTES",
    "SVG_LIMIT_BYTES",
    "AnyMould",
    "CavityMould",
    "Circle",
    "Clearance",
    "CupMould",
    "Drawn",
    "Flower",
    "HalfRound",
    "Heart",
    "Inside",
    "Layout",
    "LoafMould",
    "Mesh",
    "Mould",
    "MouldOutline",
    "Outline",
    "Oval",
    "Points",
    "Polygon",
    "Prism",
    "Profile",
    "ReadMesh",
    "ReadOutline",
    "Regular",
    "Rounded",
    "Star",
    "area_mm2",
    "clearance_of",
    "deep_mm",
    "edges_mm",
    "evened",
    "holes_of",
    "in_disc",
    "lofted",
    "nest",
    "overlap_mm2",
    "points_of",
    "read_stl",
    "read_svg",
    "shape_of",
    "spans_over",
    "swept",
]
