"""A hanger's path through a section: from its shape or as drawn, and whether wall and embeds let it pass."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np
import shapely
from numpy.typing import NDArray

from archtop.core.base import Frozen, InputError
from archtop.core.document import Hanger, Lay, Loaf
from archtop.core.document.work import Wire
from archtop.core.geometry import Mould, Prism
from archtop.core.pours.filling import Fill

__all__ = ["HangerPath", "path_of", "paths_of"]

Array = NDArray[np.float64]

# A wire keeps so far from walls and floor that the batter there can pass it [wires].
_CLEAR = 1.5
_TURN_POINTS = 12


class HangerPath(Frozen):
    """The path of a wire in the section, across and up [mm]."""

    step: str
    points: tuple[tuple[float, float], ...]


def path_of(step: Wire, half_mm: float, level_mm: float) -> Array:
    """Points of the path, across from the centre line and up from the floor [mm], shape (n, 2), in and out from above.

    :param half_mm: half of the section's least width under the level
    """
    if step.shape == "drawn":
        return np.array(step.path, dtype=np.float64).reshape(-1, 2)
    wide = max(half_mm - _CLEAR * step.wire_mm - 1, 0.1) * 0.92
    low, high = _CLEAR * step.wire_mm + 1, level_mm
    middle, swing = (low + high) / 2, (high - low) / 2
    t = np.linspace(0, 1, _TURN_POINTS * step.turns + 1)
    angle = 2 * math.pi * step.turns * t
    match step.shape:
        case "up and down":
            xs, zs = (2 * t - 1) * wide, middle + swing * np.cos(angle)
        case "side to side":
            # Every crossing is half a turn; it rises from the floor and is lifted out beside the wall.
            xs, zs = wide * np.cos(angle / 2), low + 0.85 * (high - low) * t
        case "loops":
            radius = min(swing * 0.85, wide * 0.8)
            xs, zs = (2 * t - 1) * (wide - radius) - radius * np.sin(angle), middle + radius * np.cos(angle)
    return np.vstack([[xs[0], high], np.column_stack([xs, zs]), [xs[-1], high]])


def paths_of(loaf: Loaf, fills: Sequence[Fill], prisms: Mapping[str, Prism]) -> tuple[HangerPath, ...]:
    """Every hanger's path through what has been poured by then.

    :raises InputError: ``hanger.path`` (fewer than two points), ``hanger.wall``, ``hanger.embed``
    """
    names = {embed.id: embed.name for embed in loaf.embeds}
    laid: list[tuple[str, Prism]] = []
    found = []
    for i, (step, done) in enumerate(zip(loaf.work, fills, strict=True)):
        if isinstance(step, Lay):
            laid.append((names[step.embed], prisms[step.embed]))
        elif isinstance(step, Hanger):
            half = loaf.mould.half_width(0.0, 0.0)
            path = path_of(step, half, done.level_after_mm)
            _refuse_blocked(step, i, path, loaf.mould, laid)
            found.append(HangerPath(step=step.id, points=tuple((float(x), float(z)) for x, z in path)))
    return tuple(found)


def _refuse_blocked(step: Hanger, i: int, path: Array, mould: Mould, laid: Sequence[tuple[str, Prism]]) -> None:
    field = f"work.{i}.path" if step.shape == "drawn" else f"work.{i}.shape"
    if len(path) < 2:
        raise InputError.one(
            "hanger.path", field, len(path), "a path needs two points or more", "Draw it, or choose one of the shapes."
        )
    radius = step.wire_mm / 2
    for x, z in path:
        within = mould.half_width(0.0, min(max(float(z), 0.0), mould.height_mm)) - radius
        if abs(x) > within + 1e-6 or z < radius - 1e-6:
            raise InputError.one(
                "hanger.wall",
                field,
                f"({x:.0f}, {z:.0f}) mm",
                f"a wire of {step.wire_mm:g} mm passes between {-within:.0f} and {within:.0f} mm, {radius:.1f} mm over "
                "the floor or higher",
                "Keep the path off the walls and the floor.",
            )
    wire = shapely.LineString(path).buffer(radius)
    for name, prism in laid:
        if wire.intersects(shapely.Polygon(prism.points)):
            raise InputError.one(
                "hanger.embed",
                field,
                step.name,
                f"its path goes through {name}",
                "Draw a path around it, or draw the wire before it is laid in.",
            )
