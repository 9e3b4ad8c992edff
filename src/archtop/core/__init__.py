"""The rules and the arithmetic of decorative cold-process loaves.

Imports no web framework, opens no socket, reads only its own tables. What is named here is the core's whole public
surface. Units: mm, ml, g, °C, h, unless a docstring says otherwise.
"""

from archtop.core.base import InputError, Problem, problems_from_items
from archtop.core.calculators import calculate, list_calculators
from archtop.core.catalogue import Catalogue, catalogue
from archtop.core.chemistry import Additive, Fat, Formula, Scent, standard_fats
from archtop.core.colour import Colourant, Reach, reach
from archtop.core.document import (
    Cupboard,
    Loaf,
    Lot,
    blank_loaf,
    read_cupboard,
    read_loaf,
    standard_cupboard,
    stock_key,
)
from archtop.core.first_loaf import FirstLoaf, first_loaf
from archtop.core.geometry import ReadMesh, ReadOutline, read_stl, read_svg
from archtop.core.notebook import Costing, cost_of
from archtop.core.plan import LoafPlan, plan, plan_of
from archtop.core.pots import Supply, together
from archtop.core.resolved import ResolvedLoaf, resolve
from archtop.core.shelf import LotState, could_use, lot_state
from archtop.core.size_back import Backsized, BackTarget, size_back

__all__ = [
    "Additive",
    "BackTarget",
    "Backsized",
    "Catalogue",
    "Colourant",
    "Costing",
    "Cupboard",
    "Fat",
    "FirstLoaf",
    "Formula",
    "InputError",
    "Loaf",
    "LoafPlan",
    "Lot",
    "LotState",
    "Problem",
    "Reach",
    "ReadMesh",
    "ReadOutline",
    "ResolvedLoaf",
    "Scent",
    "Supply",
    "blank_loaf",
    "calculate",
    "catalogue",
    "cost_of",
    "could_use",
    "first_loaf",
    "list_calculators",
    "lot_state",
    "plan",
    "plan_of",
    "problems_from_items",
    "reach",
    "read_cupboard",
    "read_loaf",
    "read_stl",
    "read_svg",
    "resolve",
    "size_back",
    "standard_cupboard",
    "standard_fats",
    "stock_key",
    "together",
]
