"""Numbers that the work's operations are told to the kernel by; apart, since the kernel takes a while to load."""

from __future__ import annotations

from typing import Final

__all__ = ["CORNER", "FLOW", "HEAP", "LAY", "LAYER", "LINE", "NOWHERE", "OP", "POOL", "SINK", "STROKE"]

# Kinds of operation, and the columns of their table: kind, source, then what each needs.
LAYER, POOL, STROKE, LAY, LINE, CORNER, SINK, FLOW, HEAP = 0, 1, 2, 3, 4, 5, 6, 7, 8
OP: Final = 14
# Source of a point that came to lie where nothing was ever poured (rounding at an edge).
NOWHERE: Final = -1
