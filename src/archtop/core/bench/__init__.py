"""The bench while hands are at it: clock, turns, weighing wrong, trouble, the rest planned again, rehearsal."""

from archtop.core.bench.departures import Departure, departures
from archtop.core.bench.misweighed import Misweighed, Overshoot, overshoot
from archtop.core.bench.replanning import Replan, replan
from archtop.core.bench.troubles import Trouble, troubles
from archtop.core.bench.turns import Turn, turns_of

__all__ = [
    "Departure",
    "Misweighed",
    "Overshoot",
    "Replan",
    "Trouble",
    "Turn",
    "departures",
    "overshoot",
    "replan",
    "troubles",
    "turns_of",
]
