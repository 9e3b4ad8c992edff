"""The rules and the arithmetic of decorative cold-process loaves.

Imports no web framework, opens no socket, reads only its own tables. What is named here is the core's whole public
surface. Units: mm, ml, g, °C, h, unless a docstring says otherwise.
"""

from __future__ import annotations

from importlib import import_module
from typing import TYPE_CHECKING, Any

from archtop.core.base import InputError, Problem, problems_from_items
from archtop.core.catalogue import Catalogue, catalogue
from archtop.core.chemistry import Additive, Fat, FatGroup, Formula, Scent, standard_fats
from archtop.core.colour import Colourant
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
from archtop.core.first_loaf import FirstLoaf, first_loaf, with_jars
from archtop.core.plan import LoafPlan, gel_film_of, plan, plan_of
from archtop.core.pots import Supply, together
from archtop.core.resolved import ResolvedLoaf, resolve
from archtop.core.shelf import LotState, could_use, lot_state
from archtop.core.size_back import Backsized, BackTarget, size_back

if TYPE_CHECKING:
    from archtop.core.calculators import calculate, list_calculators
    from archtop.core.colour.reach import Reach, reach
    from archtop.core.geometry.read_stl import ReadMesh, read_stl
    from archtop.core.geometry.read_svg import ReadOutline, read_svg
    from archtop.core.notebook.costing import Costing, cost_of

__all__ = [
    "Additive",
    "BackTarget",
    "Backsized",
    "Catalogue",
    "Colourant",
    "Costing",
    "Cupboard",
    "Fat",
    "FatGroup",
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
    "gel_film_of",
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
    "with_jars",
]

# Rooms that a plan does not need, and what of them is named here: each is loaded when it is first asked for.
_LATER = {
    "Costing": "archtop.core.notebook.costing",
    "Reach": "archtop.core.colour.reach",
    "ReadMesh": "archtop.core.geometry.read_stl",
    "ReadOutline": "archtop.core.geometry.read_svg",
    "calculate": "archtop.core.calculators",
    "cost_of": "archtop.core.notebook.costing",
    "list_calculators": "archtop.core.calculators",
    "reach": "archtop.core.colour.reach",
    "read_stl": "archtop.core.geometry.read_stl",
    "read_svg": "archtop.core.geometry.read_svg",
}


def __getattr__(name: str) -> Any:
    """A name of a room that is loaded only now."""
    if name not in _LATER:
        raise AttributeError(f"archtop.core has no {name!r}")
    return getattr(import_module(_LATER[name]), name)
