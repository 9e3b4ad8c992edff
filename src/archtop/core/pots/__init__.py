"""Pots: from volumes to what goes on the scale, its warmth, its colours, its label."""

from archtop.core.pots.casting_length import cast_length
from archtop.core.pots.cling import DEFAULT_FILM_MM, cling_ml
from archtop.core.pots.colours import (
    ColourPlan,
    Contrast,
    bowl_to_measure,
    colour_in_pot,
    colours_of,
    contrast_words,
    contrasts_of,
    gelled_with,
    vanillin_of,
)
from archtop.core.pots.label import Label, against_assessment, label_of, label_of_loaf
from archtop.core.pots.leftovers import Leftover, leftovers_of
from archtop.core.pots.melted import Melted, melted_of
from archtop.core.pots.mixed import Mixed, Potted, mixed_of, potted_of
from archtop.core.pots.portion import OnScale, Portion, PortionNeed, WeighedAddition
from archtop.core.pots.pot import Cast, FromBatch, Handed, Ingredient, OtherPot, Pot, Unweighable, ways_to_weigh
from archtop.core.pots.potting import Potter, pots_of, volumes_of
from archtop.core.pots.scales import ScaleFace, Scales, scale_of, scales_of
from archtop.core.pots.shared import Sharing, handed_of, sharing_pot, why_apart
from archtop.core.pots.sprinkled import Sprinkled, sprinkled_of
from archtop.core.pots.supplies import Supply, Taken, supplies_of, together
from archtop.core.pots.thinning import Thinned
from archtop.core.pots.vessels import Vessel, vessels_of
from archtop.core.pots.warmth import PotHeat, heat_of
from archtop.core.pots.weighable import FREE_FATS

__all__ = [
    "DEFAULT_FILM_MM",
    "FREE_FATS",
    "Cast",
    "ColourPlan",
    "Contrast",
    "FromBatch",
    "Handed",
    "Ingredient",
    "Label",
    "Leftover",
    "Melted",
    "Mixed",
    "OnScale",
    "OtherPot",
    "Portion",
    "PortionNeed",
    "Pot",
    "PotHeat",
    "Potted",
    "Potter",
    "ScaleFace",
    "Scales",
    "Sharing",
    "Sprinkled",
    "Supply",
    "Taken",
    "Thinned",
    "Unweighable",
    "Vessel",
    "WeighedAddition",
    "against_assessment",
    "bowl_to_measure",
    "cast_length",
    "cling_ml",
    "colour_in_pot",
    "colours_of",
    "contrast_words",
    "contrasts_of",
    "gelled_with",
    "handed_of",
    "heat_of",
    "label_of",
    "label_of_loaf",
    "leftovers_of",
    "melted_of",
    "mixed_of",
    "pots_of",
    "potted_of",
    "scale_of",
    "scales_of",
    "sharing_pot",
    "sprinkled_of",
    "supplies_of",
    "together",
    "vanillin_of",
    "vessels_of",
    "volumes_of",
    "ways_to_weigh",
    "why_apart",
]
