"""Loads: what lies on top of the loaf, and where along it, so that every bar weighs what it carries."""

from __future__ import annotations

from collections.abc import Sequence

from archtop.core.cuts import TopLoad
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.runs import TopArea
from archtop.core.top.runs_planned import RunPlan, reach_of
from archtop.core.top.strewn import ScatterPlan, reach_across, reach_along

__all__ = ["loads_of"]

_SWELL_PARTS = 24


def loads_of(
    of: ResolvedLoaf, area: TopArea, runs: Sequence[RunPlan], scatter: ScatterPlan | None
) -> tuple[TopLoad, ...]:
    """What lies on top, where it lies along the loaf."""
    loaf, frosting = of.loaf, of.loaf.frosting
    frosting_g_ml = of.density[(frosting.formula if frosting else None) or loaf.formula]
    batter_g_ml = of.own_batter.density.value
    crown = loaf.top.crown
    flat = area.area_mm2 * (area.mean_rise * crown.mound_mm + crown.texture_mm / 2) / 1000 * batter_g_ml
    if frosting and frosting.base:
        flat += area.area_mm2 * frosting.base.thick_mm / 1000 * frosting_g_ml
    loads = [TopLoad(from_mm=area.front, to_mm=area.back, grams=flat)] if flat else []
    if crown.swell_mm:
        loads += _swell(area, crown.swell_mm, batter_g_ml)
    for run in runs:
        grams = run.motif.volume.value * frosting_g_ml
        for spot in run.spots:
            reach = max(reach_of(spot, run.motif), 0.5)
            beside = max(reach_of(spot, run.motif, across=True), 0.5)
            across = (spot.x - beside, spot.x + beside)
            loads.append(TopLoad(from_mm=spot.y - reach, to_mm=spot.y + reach, grams=grams, across=across))
    for piece in scatter.strewn if scatter else ():
        grams = of.made[piece.pieces].each_ml * of.piece_density[piece.pieces]
        reach, beside = reach_along(piece), reach_across(piece)
        across = (piece.x - beside, piece.x + beside)
        loads.append(TopLoad(from_mm=piece.y - reach, to_mm=piece.y + reach, grams=grams, across=across))
    return tuple(loads)


def _swell(area: TopArea, swell_mm: float, batter_g_ml: float) -> list[TopLoad]:
    """A loaf higher in its middle: a parabola along it, in short parts that add up to two thirds of it all."""
    step = (area.back - area.front) / _SWELL_PARTS
    wide = area.area_mm2 / (area.back - area.front)

    def below(u: float) -> float:
        # ∫(1 − (2u − 1)²) du from the front, u from 0 to 1.
        return 2 * u**2 - 4 / 3 * u**3

    return [
        TopLoad(
            from_mm=area.front + i * step,
            to_mm=area.front + (i + 1) * step,
            grams=(below((i + 1) / _SWELL_PARTS) - below(i / _SWELL_PARTS))
            * (area.back - area.front)
            * wide
            * swell_mm
            / 1000
            * batter_g_ml,
        )
        for i in range(_SWELL_PARTS)
    ]
