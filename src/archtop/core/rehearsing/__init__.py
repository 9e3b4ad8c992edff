"""Rehearsal: a pour day on simulated batter, to practise the order, the readings and the decisions."""

from archtop.core.rehearsing.batter import Change, SimulatedBatter, Spoonful, change_of, drawn_batter, spoonful_of
from archtop.core.rehearsing.day import BowlSeen, Outcome, RehearsedDay

__all__ = [
    "BowlSeen",
    "Change",
    "Outcome",
    "RehearsedDay",
    "SimulatedBatter",
    "Spoonful",
    "change_of",
    "drawn_batter",
    "spoonful_of",
]
