"""What came of a loaf, and what it teaches.

- ``LoafOutcome``, ``read_outcome``: what is written down at four moments; ``fault_kinds``: what goes wrong
- ``facts_of``: what the bench log says by itself
- ``differences_of``: plan against outcome, with causes
- ``observations_of``: what a finished loaf shows of the studio's own numbers
- ``reminders_for``: past trouble that matters to a plan
"""

from archtop.core.notebook.causes import Cause, Circumstance, causes_of
from archtop.core.notebook.costing import Costing, cost_of
from archtop.core.notebook.differences import Difference, differences_of, place_words, shade_words
from archtop.core.notebook.facts import Facts, Press, Thickness, Weighed, facts_of
from archtop.core.notebook.faults import FaultKind, fault_kinds
from archtop.core.notebook.memory import PastLoaf, Reminder, past_of, reminders_for, shared_by
from archtop.core.notebook.observing import Finished, observations_of
from archtop.core.notebook.outcome import (
    STAGES,
    Fault,
    LeftOver,
    LoafOutcome,
    SeenColour,
    Stage,
    last_said,
    read_outcome,
)
from archtop.core.notebook.weighing import DRIED_BY_CUT, Balance, balance_of, cured_loss_percent, weight_ratio

__all__ = [
    "DRIED_BY_CUT",
    "STAGES",
    "Balance",
    "Cause",
    "Circumstance",
    "Costing",
    "Difference",
    "Facts",
    "Fault",
    "FaultKind",
    "Finished",
    "LeftOver",
    "LoafOutcome",
    "PastLoaf",
    "Press",
    "Reminder",
    "SeenColour",
    "Stage",
    "Thickness",
    "Weighed",
    "balance_of",
    "causes_of",
    "cost_of",
    "cured_loss_percent",
    "differences_of",
    "facts_of",
    "fault_kinds",
    "last_said",
    "observations_of",
    "past_of",
    "place_words",
    "read_outcome",
    "reminders_for",
    "shade_words",
    "shared_by",
    "weight_ratio",
]
