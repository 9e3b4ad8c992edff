"""What a loaf weighs: densities of its pieces, and of what is poured with all that is stirred into it."""

from __future__ import annotations

from collections.abc import Sequence

from archtop.core.cuts.weights import Solid, TopLoad
from archtop.core.document import Pour, Press
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade import SHREDS_G_ML

__all__ = [
    "solid_of",
]


def solid_of(of: ResolvedLoaf, fills: Sequence[Fill], loads: Sequence[TopLoad]) -> Solid:
    """What there is to weigh when the loaf is cut; stirred-in pieces are spread evenly over all that is poured."""
    loaf, made, piece_density = of.loaf, of.made, of.piece_density
    own = of.own_batter.density.value
    extra = standing = 0.0
    for step in loaf.work:
        if isinstance(step, Pour):
            extra += step.shreds_g * (1 - own / SHREDS_G_ML)
            for item in step.pieces:
                extra += made[item.pieces].each_ml * item.count * (piece_density[item.pieces] - own)
        elif isinstance(step, Press):
            volume = made[step.pieces].each_ml * step.count
            extra += volume * (piece_density[step.pieces] - own)
            standing += volume
    under = sum(done.stirred_ml for done in fills) - sum(
        made[item.pieces].each_ml * item.count for step in loaf.work if isinstance(step, Pour) for item in step.pieces
    )
    under -= sum(step.shreds_g for step in loaf.work if isinstance(step, Pour)) / SHREDS_G_ML
    poured = sum(done.batter.value + done.stirred_ml for done in fills)
    return Solid(
        level_mm=fills[-1].level_after_mm,
        density=own + extra / poured,
        top_g=max(0.0, standing - under) * own,
        loads=tuple(loads),
        piece_density=dict(piece_density),
    )
