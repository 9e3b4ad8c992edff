"""What a week's loaves need together."""

from __future__ import annotations

import datetime as dt

from django.contrib.auth.models import User

from archtop.core import InputError, Supply, read_loaf, together
from archtop.core.base import Frozen
from archtop.studio import stored
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Loaf, Season

__all__ = ["Week", "week_from"]


class Week(Frozen):
    """Loaves poured in the seven days from ``first``, what they take, and those that cannot be planned now."""

    first: dt.date
    loaves: tuple[str, ...]
    unplanned: tuple[str, ...]
    supplies: tuple[Supply, ...]


def week_from(owner: User, first: dt.date) -> Week:
    """Add up the supplies of every loaf poured in the seven days from ``first``, by the season or its own date."""
    cupboard = cupboard_of_studio()
    plans = Plans(cupboard)
    last = first + dt.timedelta(days=6)
    supplies: list[Supply] = []
    loaves: list[str] = []
    unplanned: list[str] = []
    planned = _planned_pours(owner)
    for row in Loaf.objects.filter(owner=owner, put_away=False):
        document = read_loaf(row.document)
        day = planned.get(str(row.id), document.pour_on)
        if day is None or not first <= day <= last:
            continue
        try:
            supplies += plans.of(row)[1].supplies
            loaves.append(row.name)
        except InputError:
            unplanned.append(row.name)
    return Week(first=first, loaves=tuple(loaves), unplanned=tuple(unplanned), supplies=together(supplies, cupboard))


def _planned_pours(owner: User) -> dict[str, dt.date]:
    """The day of each pour still to come, by loaf, as the season has it."""
    season = Season.objects.filter(owner=owner).first()
    if season is None or not season.plan:
        return {}
    zone = stored.HOURS.read(season.hours or {}).clock
    blocks = stored.SEASON_PLAN.read(season.plan).blocks
    return {
        block.loaf: block.start.astimezone(zone).date()
        for block in blocks
        if block.kind == "pour" and block.held != "done"
    }
