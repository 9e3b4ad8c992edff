"""What a loaf weighs: densities of its pieces, and of what is poured with all that is stirred into it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from archtop.core.cutting import Solid, TopLoad
from archtop.core.document import Loaf, Pour, Press
from archtop.core.filling import Fill
from archtop.core.geometry import Prism
from archtop.core.making import Made
from archtop.core.packing import SHREDS_G_ML
from archtop.core.pieces import figure_prism_of

__all__ = ["densities_of", "solid_of"]


def densities_of(loaf: Loaf, prisms: Mapping[str, Prism], density: Mapping[str, float]) -> dict[str, float]:
    """Density [g/ml] of each embed, its figure counted by area, and of each kind of small piece.

    :param density: of each formula's batter [g/ml]
    """
    found: dict[str, float] = {}
    for embed in loaf.embeds:
        own = density[embed.formula or loaf.formula]
        figure = figure_prism_of(embed)
        if embed.figure and figure:
            share = figure.profile.area / prisms[embed.id].profile.area
            own = own * (1 - share) + density[embed.figure.formula or embed.formula or loaf.formula] * share
        found[embed.id] = own
    return found | {piece.id: density[piece.formula or loaf.formula] for piece in loaf.pieces}


def solid_of(
    loaf: Loaf,
    fills: Sequence[Fill],
    made: Mapping[str, Made],
    density: Mapping[str, float],
    piece_density: Mapping[str, float],
    loads: Sequence[TopLoad],
) -> Solid:
    """What there is to weigh when the loaf is cut; stirred-in pieces are spread evenly over all that is poured."""
    own = density[loaf.formula]
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
