"""The rules and the arithmetic of decorative cold-process loaves.

Imports no web framework, opens no socket, reads only its own tables. What is named here is the core's whole public
surface. Units: mm, ml, g, °C, h, unless a docstring says otherwise.
"""

from archtop.core.calculators import calculate, list_calculators
from archtop.core.chemistry import Fat, standard_fats
from archtop.core.cupboard import Cupboard, standard_cupboard
from archtop.core.document import Loaf, blank_loaf, read_loaf
from archtop.core.errors import InputError, Problem, problems_from_items
from archtop.core.plan import LoafPlan, plan

__all__ = [
    "Cupboard",
    "Fat",
    "InputError",
    "Loaf",
    "LoafPlan",
    "Problem",
    "blank_loaf",
    "calculate",
    "list_calculators",
    "plan",
    "problems_from_items",
    "read_loaf",
    "standard_cupboard",
    "standard_fats",
]
