"""Pours and cut faces: what every bar will look like, from how each colour goes into the mould."""

from __future__ import annotations

from archtop.core.faces.also_filled import AlsoSeen, seen_from_above, seen_where_cut
from archtop.core.faces.cut_search import Aim, FoundCuts, find_cuts
from archtop.core.faces.field import COARSE_STATIONS_MM, FINE_STATIONS_MM, SHREDS, ColourField, Face, field_of
from archtop.core.faces.fragile import Fragile, fragile_in
from archtop.core.faces.marbled import Fallen, Marbling, fallen_in, marbling_at, shown_by
from archtop.core.faces.moments import expected_pa, thickness_of
from archtop.core.faces.opcodes import CORNER, LAYER, OP, POOL, STROKE
from archtop.core.faces.physics import DRAG, landing
from archtop.core.faces.section import Section, Spans, obstacle_of
from archtop.core.faces.technique_ranges import remarks_on_pours
from archtop.core.faces.told import Touch, touch_of

__all__ = [
    "COARSE_STATIONS_MM",
    "CORNER",
    "DRAG",
    "FINE_STATIONS_MM",
    "LAYER",
    "OP",
    "POOL",
    "SHREDS",
    "STROKE",
    "Aim",
    "AlsoSeen",
    "ColourField",
    "Face",
    "Fallen",
    "FoundCuts",
    "Fragile",
    "Marbling",
    "Section",
    "Spans",
    "Touch",
    "expected_pa",
    "fallen_in",
    "field_of",
    "find_cuts",
    "fragile_in",
    "landing",
    "marbling_at",
    "obstacle_of",
    "remarks_on_pours",
    "seen_from_above",
    "seen_where_cut",
    "shown_by",
    "thickness_of",
    "touch_of",
    "warm",
]


def warm() -> None:
    """Compile what draws faces, or load what was compiled, before anybody asks for one."""
    from archtop.core.faces import edges, kernel, lattice

    for compiled in (edges, kernel, lattice):
        compiled.warm()
