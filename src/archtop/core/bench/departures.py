"""What was done at the bench instead of what the plan says, to be told with one press."""

from __future__ import annotations

from functools import cache

from archtop.core.base import Frozen, read_table
from archtop.core.steps.step import Verb

__all__ = ["Departure", "departures"]


class Departure(Frozen):
    """A departure from a step; ``verbs``: the kinds of step it can be said of, none: of every one."""

    key: str
    name: str
    verbs: tuple[Verb, ...]


@cache
def departures() -> tuple[Departure, ...]:
    """Every departure that can be told."""
    return tuple(
        Departure.model_validate({**row, "verbs": () if row["verbs"] == "all" else tuple(row["verbs"].split())})
        for row in read_table("departures")
    )
