"""Casting order: what to cast on which day so that everything meets, for several loaves and one studio."""

from archtop.core.casting.calendar import Appointment, DayOff, Hours, StudioHours, openings_of
from archtop.core.casting.checking import faults_in
from archtop.core.casting.circumstances import Circumstances, wait_in
from archtop.core.casting.critical import refuse_impossible, windows_of
from archtop.core.casting.favours import FavoursNeed, favours_need
from archtop.core.casting.greedy import earliest_first
from archtop.core.casting.lived import Lived, Pin, lived
from archtop.core.casting.network import Hold, Job, JobKind, Link, Network, joined, network_of
from archtop.core.casting.problem import Fixed, SeasonProblem
from archtop.core.casting.rack import RackTimes, rack_times
from archtop.core.casting.season import (
    Block,
    LateLoaf,
    SeasonLoaf,
    SeasonPlan,
    SeasonTerms,
    WaitBar,
    Way,
    plan_network,
    plan_season,
    problem_of,
)
from archtop.core.casting.sharing import Alike, alike_in, cast_together
from archtop.core.casting.solver import Found, least_makespan, solve
from archtop.core.casting.why_not import WayOut, clash_of, ways_out

__all__ = [
    "Alike",
    "Appointment",
    "Block",
    "Circumstances",
    "DayOff",
    "FavoursNeed",
    "Fixed",
    "Found",
    "Hold",
    "Hours",
    "Job",
    "JobKind",
    "LateLoaf",
    "Link",
    "Lived",
    "Network",
    "Pin",
    "RackTimes",
    "SeasonLoaf",
    "SeasonPlan",
    "SeasonProblem",
    "SeasonTerms",
    "StudioHours",
    "WaitBar",
    "Way",
    "WayOut",
    "alike_in",
    "cast_together",
    "clash_of",
    "earliest_first",
    "faults_in",
    "favours_need",
    "joined",
    "least_makespan",
    "lived",
    "network_of",
    "openings_of",
    "plan_network",
    "plan_season",
    "problem_of",
    "rack_times",
    "refuse_impossible",
    "solve",
    "wait_in",
    "ways_out",
    "windows_of",
]
