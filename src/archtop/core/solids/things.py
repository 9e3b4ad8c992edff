"""Firm things on the top as solids: balls, what was cut from a slab, figures, and columns that stand out."""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.geometry import Mesh, Prism, lofted
from archtop.core.top import Strewn

__all__ = ["column_solids", "piece_solid"]

Array = NDArray[np.float64]

_AROUND, _UP = 20, 8
# Edges of what was cut or cast are a little soft [mm].
_SOFT_MM = 0.8


def piece_solid(piece: Strewn) -> Mesh:
    """A piece around the foot of its own middle, its length along the loaf: as round, flat or domed as it lies."""
    if piece.outline:
        # Told along and across: a mesh has across first.
        foot = np.array([(b, a) for a, b in piece.outline])
        return _rounded(foot, piece.high_mm, piece.roundness) if piece.roundness else _flat(foot, piece.high_mm)
    start = -1.0 if piece.round else 0.0
    rising = np.sin(np.linspace(start, 1.0, _UP + 1) * np.pi / 2)
    turn = np.linspace(0, 2 * np.pi, _AROUND, endpoint=False)
    wide = np.maximum(np.sqrt(np.maximum(1 - rising**2, 0.0)), 0.02)
    up = (rising + 1) / 2 * piece.high_mm if piece.round else rising * piece.high_mm
    rings = np.stack(
        [
            wide[:, None] * piece.half_wide * np.cos(turn),
            wide[:, None] * piece.half_long * np.sin(turn),
            np.broadcast_to(up[:, None], (len(up), _AROUND)),
        ],
        axis=-1,
    )
    return lofted(rings)


def _rounded(outline: Array, high_mm: float, roundness: float) -> Mesh:
    """Falling away from its middle to its foot: its outline, ever smaller the higher up."""
    outline = _turning_left(outline)
    out = np.cos(np.linspace(0, np.pi / 2, 2 * _UP + 1))
    out[-1] = 0.02
    levels = [(outline * share, high_mm * (1 - share**2) ** roundness) for share in out]
    return lofted(np.stack([np.column_stack([ring, np.full(len(ring), up)]) for ring, up in levels]))


def _turning_left(outline: Array) -> Array:
    after = np.roll(outline, -1, axis=0)
    turns = (outline[:, 0] * after[:, 1] - after[:, 0] * outline[:, 1]).sum()
    return outline[::-1] if turns < 0 else outline


def _flat(outline: Array, high_mm: float) -> Mesh:
    """As high all over, its upper edge a little soft."""
    outline = _turning_left(outline)
    soft = min(_SOFT_MM, high_mm / 3)
    middle = outline.mean(axis=0)
    reach = np.maximum(np.linalg.norm(outline - middle, axis=1, keepdims=True), 1e-6)
    inner = outline - (outline - middle) * np.minimum(soft / reach, 0.5)
    levels = [(outline, 0.0), (outline, high_mm - soft), (inner, high_mm)]
    return lofted(np.stack([np.column_stack([ring, np.full(len(ring), up)]) for ring, up in levels]))


def column_solids(prism: Prism, above_mm: float) -> list[Mesh]:
    """What of a column stands out above a height [mm], where it lies in the loaf."""
    shape = shapely.Polygon(prism.points).buffer(0)
    low, high = prism.points.min(axis=0), prism.points.max(axis=0)
    out = shape.intersection(shapely.box(low[0] - 1, above_mm, high[0] + 1, high[1] + 1))
    parts = [part for part in getattr(out, "geoms", [out]) if isinstance(part, shapely.Polygon) and part.area > 0.01]
    return [_along(np.asarray(part.exterior.coords)[:-1], prism.y0, prism.y1) for part in parts]


def _along(outline: Array, front: float, back: float) -> Mesh:
    x, z = outline.T
    return lofted(np.stack([np.column_stack([x, np.full_like(x, y), z]) for y in (front, back)]))
