"""How thick batter must be, and what happens when it is not."""

from archtop.core.rheology.extrusion import (
    COMFORTABLE_GRIP_N,
    PALM_M2,
    highest_heap,
    needed_to_stand,
    push_pa,
    stiffest_through,
)
from archtop.core.rheology.holding import (
    STANDARD_GRAVITY,
    Stage,
    bearing_factor,
    needed_buried,
    needed_on_surface,
    needed_sphere,
    needed_to_carry,
    needed_under_stream,
    stage_at,
    stages,
    thick_as,
)
from archtop.core.rheology.reading import YieldReading
from archtop.core.rheology.resting import Laid, Rest
from archtop.core.rheology.slump import CUP_MM, slump_mm, yield_from_slump
from archtop.core.rheology.spread import RING_MM, SPOON_ML, heap_half_mm, spread_mm, yield_from_spread
from archtop.core.rheology.thickening import BendKind, Crossing, Growth, Learned, Seen, Thickening, TraceEvent

__all__ = [
    "COMFORTABLE_GRIP_N",
    "CUP_MM",
    "PALM_M2",
    "RING_MM",
    "SPOON_ML",
    "STANDARD_GRAVITY",
    "BendKind",
    "Crossing",
    "Growth",
    "Laid",
    "Learned",
    "Rest",
    "Seen",
    "Stage",
    "Thickening",
    "TraceEvent",
    "YieldReading",
    "bearing_factor",
    "heap_half_mm",
    "highest_heap",
    "needed_buried",
    "needed_on_surface",
    "needed_sphere",
    "needed_to_carry",
    "needed_to_stand",
    "needed_under_stream",
    "push_pa",
    "slump_mm",
    "spread_mm",
    "stage_at",
    "stages",
    "stiffest_through",
    "thick_as",
    "yield_from_slump",
    "yield_from_spread",
]
