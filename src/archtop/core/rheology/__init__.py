"""How thick batter must be, and what happens when it is not."""

from archtop.core.rheology.holding import (
    STANDARD_GRAVITY,
    Stage,
    bearing_factor,
    needed_buried,
    needed_on_surface,
    needed_sphere,
    needed_under_stream,
    stage_at,
    stages,
)
from archtop.core.rheology.resting import Laid, Rest

__all__ = [
    "STANDARD_GRAVITY",
    "Laid",
    "Rest",
    "Stage",
    "bearing_factor",
    "needed_buried",
    "needed_on_surface",
    "needed_sphere",
    "needed_under_stream",
    "stage_at",
    "stages",
]
