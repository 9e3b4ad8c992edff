"""Pours and cut faces: what every bar will look like, from how each colour goes into the mould."""

from archtop.core.pour.field import ColourField, Face, field_of
from archtop.core.pour.kernel import warm
from archtop.core.pour.moments import expected_pa, thickness_of
from archtop.core.pour.physics import Landing, landing

__all__ = ["ColourField", "Face", "Landing", "expected_pa", "field_of", "landing", "thickness_of", "warm"]
