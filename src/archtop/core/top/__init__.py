"""The top: where every motif and piece stands, and what frosting that takes."""

from archtop.core.top.as_it_stands import as_it_stands
from archtop.core.top.foot import Foot
from archtop.core.top.plan import FinishPlan, TopPlan, area_of, mound_colours, topping_of, whole_on_top
from archtop.core.top.runs import TopArea, spots_of
from archtop.core.top.runs_planned import RunPlan, TipPlan
from archtop.core.top.scatter import strew
from archtop.core.top.strewn import ScatterPlan, Strewn
from archtop.core.top.surface import Surface

__all__ = [
    "FinishPlan",
    "Foot",
    "RunPlan",
    "ScatterPlan",
    "Strewn",
    "Surface",
    "TipPlan",
    "TopArea",
    "TopPlan",
    "area_of",
    "as_it_stands",
    "mound_colours",
    "spots_of",
    "strew",
    "topping_of",
    "whole_on_top",
]
