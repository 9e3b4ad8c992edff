"""Pours and cut faces: what every bar will look like, from how each colour goes into the mould."""

from archtop.core.pour.field import SHREDS, ColourField, Face, field_of
from archtop.core.pour.fragile import Fragile, fragile_in
from archtop.core.pour.kernel import warm
from archtop.core.pour.moments import expected_pa, thickness_of
from archtop.core.pour.physics import Landing, landing
from archtop.core.pour.suiting import remarks_on_pours

__all__ = [
    "SHREDS",
    "ColourField",
    "Face",
    "Fragile",
    "Landing",
    "expected_pa",
    "field_of",
    "fragile_in",
    "landing",
    "remarks_on_pours",
    "thickness_of",
    "warm",
]
