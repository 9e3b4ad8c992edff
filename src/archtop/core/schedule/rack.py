"""Bars on the rack: until they are cured they are turned now and then."""

from __future__ import annotations

import datetime as dt

from archtop.core.base import Frozen
from archtop.core.schedule.waits import wait_for

__all__ = ["RackTimes", "rack_times"]


class RackTimes(Frozen):
    """When bars that were cut are to be turned next, when they may be used, and why they are turned.

    ``turn_from`` ``None``: they are cured before that.
    """

    turn_from: dt.datetime | None
    cured_from: dt.datetime
    why: str


def rack_times(cut_at: dt.datetime, turned_at: dt.datetime | None = None) -> RackTimes:
    """The next moments of bars cut at ``cut_at`` and last turned at ``turned_at``, by the waits of the trade."""
    turn, cure = wait_for("turn", "any"), wait_for("cure", "any")
    cured_from = cut_at + dt.timedelta(hours=cure.earliest_h)
    due = (turned_at or cut_at) + dt.timedelta(hours=turn.earliest_h)
    return RackTimes(turn_from=due if due < cured_from else None, cured_from=cured_from, why=turn.why)
