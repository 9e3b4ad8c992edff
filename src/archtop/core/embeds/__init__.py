"""Embeds: where each lies in the loaf, what it pushes aside, whether it fits."""

from archtop.core.embeds.densities import densities_of
from archtop.core.embeds.embed_plan import PiecePlan, figure_prism_of, piece_plan, prism_of
from archtop.core.embeds.fitting import TOUCH_MM, fit_pieces
from archtop.core.embeds.rows import row_of

__all__ = [
    "TOUCH_MM",
    "PiecePlan",
    "densities_of",
    "figure_prism_of",
    "fit_pieces",
    "piece_plan",
    "prism_of",
    "row_of",
]
