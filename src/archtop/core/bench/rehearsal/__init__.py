"""Rehearsal: a pour day on simulated batter, to practise the order, the readings and the decisions."""

from archtop.core.bench.rehearsal.batter import Change, SimulatedBatter, change_of, drawn_batter, spoonful_of
from archtop.core.bench.rehearsal.day import BowlSeen, Outcome, RehearsedDay

__all__ = [
    "BowlSeen",
    "Change",
    "Outcome",
    "RehearsedDay",
    "SimulatedBatter",
    "change_of",
    "drawn_batter",
    "spoonful_of",
]
