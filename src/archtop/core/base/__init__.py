"""What everything stands on: figures with their ranges, errors that say what to do, tables, units."""

from archtop.core.base.counting import Counting, as_counted
from archtop.core.base.errors import InputError, Mend, Problem, problems_from_items, problems_from_validation, shown
from archtop.core.base.family import CatalogueEntry, Family, Kind
from archtop.core.base.figure import Basis, Figure, Frozen, Unit
from archtop.core.base.ids import FROSTING, LOAF, JobKey, PotId, StepKey
from archtop.core.base.rate import FOUR_IN_FIVE, Rate
from archtop.core.base.stored import STORED_VERSION, Stored
from archtop.core.base.tables import read_table
from archtop.core.base.tags import TAGS
from archtop.core.base.units import G_PER_LB, G_PER_OZ, ML_PER_TBSP, ML_PER_TSP, ML_PER_US_FL_OZ, MM_PER_INCH
from archtop.core.base.us_words import in_us, named_in_us
from archtop.core.base.wording import counted, in_words, listed

__all__ = [
    "FOUR_IN_FIVE",
    "FROSTING",
    "G_PER_LB",
    "G_PER_OZ",
    "LOAF",
    "ML_PER_TBSP",
    "ML_PER_TSP",
    "ML_PER_US_FL_OZ",
    "MM_PER_INCH",
    "STORED_VERSION",
    "TAGS",
    "Basis",
    "CatalogueEntry",
    "Counting",
    "Family",
    "Figure",
    "Frozen",
    "InputError",
    "JobKey",
    "Kind",
    "Mend",
    "PotId",
    "Problem",
    "Rate",
    "StepKey",
    "Stored",
    "Unit",
    "as_counted",
    "counted",
    "in_us",
    "in_words",
    "listed",
    "named_in_us",
    "problems_from_items",
    "problems_from_validation",
    "read_table",
    "shown",
]
