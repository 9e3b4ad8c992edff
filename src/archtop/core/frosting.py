"""The frosted top, in its simplest form: a volume spread over the loaf, smooth or as rows of domed scallops."""

from __future__ import annotations

import math

from archtop.core.document import Frosting
from archtop.core.figure import Figure, Frozen
from archtop.core.geometry import LoafMould

__all__ = ["Top", "frosted_top"]


class Top(Frozen):
    """Depth of the frosting if it were spread flat, how high it stands as piped, and its scallops' count and pitch."""

    volume: Figure
    mean_depth: Figure
    stands: Figure
    rows: int
    along: int
    pitch_mm: float


def frosted_top(frosting: Frosting, mould: LoafMould, level_mm: float) -> Top:
    """Shape of the top on a loaf filled to ``level_mm``.

    A scallop is taken as half an ellipsoid on a square of the row's width: its volume is π/6 of that square times
    its height, so the height is 6/π of the mean depth.
    """
    front, back = mould.ends(level_mm)
    # The surface's area is what one more sliver of height would take.
    sliver = 0.01
    area = (mould.volume_below(level_mm) - mould.volume_below(level_mm - sliver)) / sliver
    width = area / (back - front)
    depth = frosting.volume_ml * 1000 / area
    along = max(1, round((back - front) / (width / frosting.rows)))
    peak = depth * 6 / math.pi if frosting.style == "scallops" else depth
    return Top(
        volume=Figure.exact(frosting.volume_ml, "ml", "as written in the loaf", "the loaf document"),
        mean_depth=Figure.exact(depth, "mm", f"{frosting.volume_ml:g} ml over {area / 100:.0f} cm²"),
        stands=Figure.within(
            peak, "mm", 0.25, "estimate",
            "half ellipsoids on squares: 6/π of the mean depth" if frosting.style == "scallops" else "spread flat",
            "geometry of the shape; hands differ",
        ),
        rows=frosting.rows if frosting.style == "scallops" else 0,
        along=along if frosting.style == "scallops" else 0,
        pitch_mm=(back - front) / along,
    )  # fmt: skip
