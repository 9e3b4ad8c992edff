"""How dense what is cast beforehand is."""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.document import Loaf
from archtop.core.embeds.embed_plan import figure_prism_of
from archtop.core.geometry import Prism
from archtop.core.trade import BASES

__all__ = [
    "densities_of",
]


def densities_of(loaf: Loaf, prisms: Mapping[str, Prism], density: Mapping[str, float]) -> dict[str, float]:
    """Density [g/ml] of each embed, its figure counted by area, and of each kind of small piece.

    :param density: of each formula's batter [g/ml]
    """
    found: dict[str, float] = {}
    for embed in loaf.embeds:
        own = density[embed.formula or loaf.formula]
        if embed.casting and embed.casting.of != "batter":
            own = BASES[embed.casting.of].g_ml
        figure = figure_prism_of(embed)
        if embed.figure and figure:
            share = figure.profile.area / prisms[embed.id].profile.area
            own = own * (1 - share) + density[embed.figure.formula or embed.formula or loaf.formula] * share
        found[embed.id] = own
    for piece in loaf.pieces:
        bought = piece.make.bought
        own = BASES[bought].g_ml if bought else density[piece.formula or loaf.formula]
        found[piece.id] = piece.make.g_ml or own
    return found
