"""Embeds: where each lies in the loaf, what it pushes aside, whether it fits."""

from archtop.core.embeds.densities import densities_of
from archtop.core.embeds.embed_plan import EmbedPlan, embed_plan, figure_prism_of, prism_of
from archtop.core.embeds.fitting import TOUCH_MM, fit_pieces
from archtop.core.embeds.portrait import Band, colours_across, colours_in_round, round_portrait
from archtop.core.embeds.rows import row_of

__all__ = [
    "TOUCH_MM",
    "Band",
    "EmbedPlan",
    "colours_across",
    "colours_in_round",
    "densities_of",
    "embed_plan",
    "figure_prism_of",
    "fit_pieces",
    "prism_of",
    "round_portrait",
    "row_of",
]
