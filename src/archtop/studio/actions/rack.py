"""Loaves whose bars lie on the rack, and when they are to be turned: from the bench log alone."""

from __future__ import annotations

import datetime as dt

from django.contrib.auth.models import User

from archtop.core.base import Frozen
from archtop.core.schedule import RackTimes, rack_times
from archtop.studio.actions.bench import standing
from archtop.studio.actions.lived import CUT
from archtop.studio.models import BenchEntry, Loaf

__all__ = ["OnTheRack", "rack_of"]

_TURN = "loaf.turn"


class OnTheRack(Frozen):
    """A loaf that was cut and is not cured yet; ``turned_at`` ``None``: not turned so far."""

    loaf: str
    name: str
    cut_at: dt.datetime
    turned_at: dt.datetime | None
    times: RackTimes


def rack_of(owner: User, now: dt.datetime) -> tuple[OnTheRack, ...]:
    """Every loaf on the rack, the one to be turned first before the others."""
    entries: dict[Loaf, list[BenchEntry]] = {}
    rows = BenchEntry.objects.filter(loaf__owner=owner, loaf__put_away=False, step__in=(CUT, _TURN))
    for entry in rows.select_related("loaf").defer("loaf__document", "loaf__preview"):
        entries.setdefault(entry.loaf, []).append(entry)
    found = []
    for loaf, log in entries.items():
        stands = {step: press.pressed_at for step, press in standing(log).items() if press.action == "done"}
        if CUT not in stands:
            continue
        times = rack_times(stands[CUT], stands.get(_TURN))
        if times.cured_from > now:
            found.append(
                OnTheRack(
                    loaf=str(loaf.pk), name=loaf.name, cut_at=stands[CUT], turned_at=stands.get(_TURN), times=times
                )
            )
    return tuple(sorted(found, key=lambda item: item.times.turn_from or item.times.cured_from))
