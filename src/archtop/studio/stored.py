"""What the studio keeps of the core's values beside its loaves: each with a version of its own."""

from __future__ import annotations

from typing import Any

from archtop.core import Colourant, Formula, Lot, Scent
from archtop.core.base import Rate, Stored
from archtop.core.bench.clock import Note
from archtop.core.chemistry import Additive
from archtop.core.geometry.moulds import AnyMould
from archtop.core.notebook import LoafOutcome, PastLoaf
from archtop.core.schedule import SeasonPlan, StudioHours

__all__ = [
    "ADDITIVE",
    "COLOURANT",
    "FORMULA",
    "HOURS",
    "LOT",
    "MOULD",
    "NOTE",
    "OUTCOME",
    "PAST",
    "RATE",
    "SCENT",
    "SEASON_PLAN",
]


def _without_seconds(plan: dict[str, Any]) -> dict[str, Any]:
    """Version 2 no longer says how long the solver took: that depends on the machine."""
    return {key: value for key, value in plan.items() if key != "seconds"}


ADDITIVE = Stored(Additive)
SCENT = Stored(Scent)
COLOURANT = Stored(Colourant)
FORMULA = Stored(Formula)
LOT = Stored(Lot)
MOULD: Stored[AnyMould] = Stored(AnyMould)  # type: ignore[arg-type]  # A union is no class to the checker.
RATE = Stored(Rate)
NOTE = Stored(Note)
OUTCOME = Stored(LoafOutcome)
PAST = Stored(PastLoaf)
HOURS = Stored(StudioHours)
SEASON_PLAN = Stored(SeasonPlan, {1: _without_seconds})
