"""What a week's loaves need together."""

from __future__ import annotations

import datetime as dt

from django.contrib.auth.models import User

from archtop.core import InputError, Supply, read_loaf, together
from archtop.core.base import Frozen
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.season import planned_pours
from archtop.studio.models import Loaf

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
    planned = planned_pours(owner)
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
