"""Casting order: what to cast on which day so that everything meets, for several loaves and one studio."""

from __future__ import annotations

from importlib import import_module
from typing import TYPE_CHECKING, Any

from archtop.core.schedule.already_done import Pin
from archtop.core.schedule.calendar import Appointment, DayOff, Hours, StudioHours, openings_of
from archtop.core.schedule.checking import faults_in
from archtop.core.schedule.circumstances import Circumstances, out_of_mould, wait_in, wait_in_mould
from archtop.core.schedule.critical import refuse_impossible, windows_of
from archtop.core.schedule.favours import FavoursNeed, favours_need
from archtop.core.schedule.greedy import earliest_first
from archtop.core.schedule.hands import also_out_min, cut_min, fill_min, pour_min
from archtop.core.schedule.network import Hold, Job, Link, Network, joined, network_of
from archtop.core.schedule.problem import Fixed, SeasonProblem
from archtop.core.schedule.rack import RackTimes, rack_times
from archtop.core.schedule.season import (
    Block,
    SeasonLoaf,
    SeasonPlan,
    SeasonTerms,
    plan_network,
    plan_season,
    problem_of,
)
from archtop.core.schedule.sharing import Alike, alike_in, cast_together
from archtop.core.schedule.standing import JobStanding, When, standing_of
from archtop.core.schedule.tasks import Task, casting_schedule, pour_by
from archtop.core.schedule.waits import wait_for
from archtop.core.schedule.watch import Watch

if TYPE_CHECKING:
    from archtop.core.schedule.infeasible import clash_of
    from archtop.core.schedule.solver import least_makespan, solve

__all__ = [
    "Alike",
    "Appointment",
    "Block",
    "Circumstances",
    "DayOff",
    "FavoursNeed",
    "Fixed",
    "Hold",
    "Hours",
    "Job",
    "JobStanding",
    "Link",
    "Network",
    "Pin",
    "RackTimes",
    "SeasonLoaf",
    "SeasonPlan",
    "SeasonProblem",
    "SeasonTerms",
    "StudioHours",
    "Task",
    "Watch",
    "When",
    "alike_in",
    "also_out_min",
    "cast_together",
    "casting_schedule",
    "clash_of",
    "cut_min",
    "earliest_first",
    "faults_in",
    "favours_need",
    "fill_min",
    "joined",
    "least_makespan",
    "network_of",
    "openings_of",
    "out_of_mould",
    "plan_network",
    "plan_season",
    "pour_by",
    "pour_min",
    "problem_of",
    "rack_times",
    "refuse_impossible",
    "solve",
    "standing_of",
    "wait_for",
    "wait_in",
    "wait_in_mould",
    "windows_of",
]

# The solver takes longer to load than most plans take to make: it is loaded when a season is first planned.
_LATER = {
    "clash_of": "archtop.core.schedule.infeasible",
    "least_makespan": "archtop.core.schedule.solver",
    "solve": "archtop.core.schedule.solver",
}


def __getattr__(name: str) -> Any:
    """A name of the solver's modules, loaded only now."""
    if name not in _LATER:
        raise AttributeError(f"archtop.core.schedule has no {name!r}")
    return getattr(import_module(_LATER[name]), name)
