"""What a part of the loaf weighs: between two cuts, and of that between two cuts lengthwise."""

from __future__ import annotations

import math
from collections.abc import Mapping

import shapely

from archtop.core.base import Frozen
from archtop.core.geometry import Mould, Prism

__all__ = ["Solid", "TopLoad", "weight_g"]

# Beyond any loaf.
_FAR_MM = 1e5


class TopLoad(Frozen):
    """Weight on top between two places along the loaf [mm, g], spread evenly there.

    ``across``: from and to across it, from its middle; ``None``: over all of its width.
    """

    from_mm: float
    to_mm: float
    grams: float
    across: tuple[float, float] | None = None


class Solid(Frozen):
    """What there is to weigh: level and density of what is poured [mm, g/ml], what stands on top, the pieces'.

    ``density`` counts what is stirred in; ``top_g`` is what of pressed-in pieces stands out, ``loads`` all the rest.
    """

    level_mm: float
    density: float
    top_g: float
    loads: tuple[TopLoad, ...]
    piece_density: dict[str, float]


def weight_g(
    mould: Mould,
    prisms: Mapping[str, Prism],
    solid: Solid,
    along: tuple[float, float],
    strip: tuple[float, float] | None = None,
) -> float:
    """Mass [g] between two cross cuts: batter around the pieces, the pieces whole, what is on top where it lies.

    :param along: of the cross cuts [mm]
    :param strip: from and to across, of one part of it [mm]; ``None``: all of its width
    """
    y0, y1 = along
    level = solid.level_mm
    batter = mould.volume_between(y0, y1, level) * (_of_section(mould, (y0 + y1) / 2, level, strip) if strip else 1)
    pieces = 0.0
    for key, prism in prisms.items():
        length = prism.length_within(y0, y1)
        if length:
            batter -= _below(prism, level, strip) * length
            pieces += _below(prism, math.inf, strip) * length * solid.piece_density[key]
    front, back = mould.ends(level)
    half = mould.half_width((front + back) / 2, level)
    share = max((min(y1, back) - max(y0, front)) / (back - front), 0.0)
    share *= (strip[1] - strip[0]) / (2 * half) if strip else 1
    on_top = sum(
        load.grams * _within((load.from_mm, load.to_mm), along, (front, back)) * _across(load, strip, half)
        for load in solid.loads
    )
    return (batter * solid.density + pieces) / 1000 + solid.top_g * share + on_top


def _of_section(mould: Mould, y: float, level: float, strip: tuple[float, float]) -> float:
    """Share of what is poured, in the section at ``y``, that a strip takes."""
    poured = shapely.Polygon(mould.outline_at(y)).intersection(_band(strip, level))
    whole = shapely.Polygon(mould.outline_at(y)).intersection(_band((-math.inf, math.inf), level))
    return float(poured.area / whole.area)


def _below(prism: Prism, level: float, strip: tuple[float, float] | None) -> float:
    """Area of a piece's section below a level, in a strip [mm²]."""
    if strip is None:
        return prism.profile.below(level)
    return float(prism.shape.intersection(_band(strip, level)).area)


def _band(strip: tuple[float, float], level: float) -> shapely.Polygon:
    """Everything between two uprights, up to a level."""
    left, right, top = (max(min(value, _FAR_MM), -_FAR_MM) for value in (*strip, level))
    return shapely.box(left, -_FAR_MM, right, top)


def _across(load: TopLoad, strip: tuple[float, float] | None, half: float) -> float:
    """Share of a load in a strip."""
    return _within(load.across or (-half, half), strip, (-half, half)) if strip else 1.0


def _within(load: tuple[float, float], cuts: tuple[float, float], ends: tuple[float, float]) -> float:
    """Share of a load between two cuts; what hangs over an end of the loaf stays with the end."""
    low = -math.inf if cuts[0] <= ends[0] + 1e-6 else cuts[0]
    high = math.inf if cuts[1] >= ends[1] - 1e-6 else cuts[1]
    return max(0.0, min(load[1], high) - max(load[0], low)) / (load[1] - load[0])
