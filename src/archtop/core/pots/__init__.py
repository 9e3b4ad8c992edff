"""Pots: from volumes to what goes on the scale, its warmth, its colours, its label."""

from archtop.core.pots.cling import DEFAULT_FILM_MM, cling_ml
from archtop.core.pots.colours import (
    ColourPlan,
    Contrast,
    base_of_colour,
    colours_of,
    contrast_words,
    contrasts_of,
    vanillin_of,
)
from archtop.core.pots.label import Label, against_assessment, label_of, label_of_pots
from archtop.core.pots.pot import Ingredient, Portion, PortionNeed, Pot
from archtop.core.pots.potting import Potter, pots_of, volumes_of
from archtop.core.pots.supplies import Supply, supplies_of, together
from archtop.core.pots.warmth import PotHeat, heat_of

__all__ = [
    "DEFAULT_FILM_MM",
    "ColourPlan",
    "Contrast",
    "Ingredient",
    "Label",
    "Portion",
    "PortionNeed",
    "Pot",
    "PotHeat",
    "Potter",
    "Supply",
    "against_assessment",
    "base_of_colour",
    "cling_ml",
    "colours_of",
    "contrast_words",
    "contrasts_of",
    "heat_of",
    "label_of",
    "label_of_pots",
    "pots_of",
    "supplies_of",
    "together",
    "vanillin_of",
    "volumes_of",
]
