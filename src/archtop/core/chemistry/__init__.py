"""Fats, lye, water and the batter they make."""

from archtop.core.chemistry.batter import Batter, BatterPart, batter_of
from archtop.core.chemistry.fats import Fat, iodine_value_of, saponification_value_of, standard_fats
from archtop.core.chemistry.formula import FatShare, Formula, LateFat, Water
from archtop.core.chemistry.lye import (
    LYE_CAUTIONS,
    NAOH_G_PER_MOL,
    discount_after_rounding,
    lye_density_g_ml,
    naoh_g_per_g,
)

__all__ = [
    "LYE_CAUTIONS",
    "NAOH_G_PER_MOL",
    "Batter",
    "BatterPart",
    "Fat",
    "FatShare",
    "Formula",
    "LateFat",
    "Water",
    "batter_of",
    "discount_after_rounding",
    "iodine_value_of",
    "lye_density_g_ml",
    "naoh_g_per_g",
    "saponification_value_of",
    "standard_fats",
]
