"""Fats, lye, water, additives, heat, scents, and the batter they make."""

from archtop.core.chemistry.additives import (
    STAGE_SAYS,
    Additive,
    AdditiveDose,
    Stage,
    additive_named,
    bowl_stage_of,
    bowl_stages_of,
    grams_per_g_oils,
    places_of,
    stage_of,
    standard_additives,
    strength_of,
)
from archtop.core.chemistry.batter import Batter, BatterPart, Role, batter_of
from archtop.core.chemistry.fats import Fat, iodine_value_of, saponification_value_of, standard_fats
from archtop.core.chemistry.formula import AssessedList, FatShare, Formula, LateFat, Water
from archtop.core.chemistry.heat import OIL_J_PER_G_K, cooling_minutes, lye_heat_capacity, lye_peak, meeting_c
from archtop.core.chemistry.lye import (
    LYE_CAUTIONS,
    NAOH_G_PER_MOL,
    discount_after_rounding,
    fat_named,
    lye_density_g_ml,
    naoh_g_per_g,
)
from archtop.core.chemistry.measures import Measures, measures_of
from archtop.core.chemistry.scents import Scent, ScentBlend, ScentDose, ScentLoad, scent_load, scent_ml
from archtop.core.chemistry.schools import School, SchoolName, school_named

__all__ = [
    "LYE_CAUTIONS",
    "NAOH_G_PER_MOL",
    "OIL_J_PER_G_K",
    "STAGE_SAYS",
    "Additive",
    "AdditiveDose",
    "AssessedList",
    "Batter",
    "BatterPart",
    "Fat",
    "FatShare",
    "Formula",
    "LateFat",
    "Measures",
    "Role",
    "Scent",
    "ScentBlend",
    "ScentDose",
    "ScentLoad",
    "School",
    "SchoolName",
    "Stage",
    "Water",
    "additive_named",
    "batter_of",
    "bowl_stage_of",
    "bowl_stages_of",
    "cooling_minutes",
    "discount_after_rounding",
    "fat_named",
    "grams_per_g_oils",
    "iodine_value_of",
    "lye_density_g_ml",
    "lye_heat_capacity",
    "lye_peak",
    "measures_of",
    "meeting_c",
    "naoh_g_per_g",
    "places_of",
    "saponification_value_of",
    "scent_load",
    "scent_ml",
    "school_named",
    "stage_of",
    "standard_additives",
    "standard_fats",
    "strength_of",
]
