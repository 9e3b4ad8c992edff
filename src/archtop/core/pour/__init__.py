"""Pours and cut faces: what every bar will look like, from how each colour goes into the mould."""

from archtop.core.pour.field import ColourField, Face
from archtop.core.pour.kernel import warm
from archtop.core.pour.moments import expected_pa
from archtop.core.pour.physics import Landing, landing

__all__ = ["ColourField", "Face", "Landing", "expected_pa", "landing", "warm"]
