"""Loaves whose bars lie on the rack, and when they are to be turned: from the bench log alone."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Iterator

from django.contrib.auth.models import User

from archtop.core.base import Frozen
from archtop.core.schedule import RackTimes, rack_times
from archtop.studio.actions.bench import standing
from archtop.studio.actions.lived import CUT
from archtop.studio.models import BenchEntry, Loaf, OutcomeEntry

__all__ = ["OnTheRack", "cured_of", "rack_of"]

_TURN = "loaf.turn"
# So long a loaf that is cured asks to be weighed and written down.
_ASKED = dt.timedelta(days=45)


class OnTheRack(Frozen):
    """A loaf that was cut; ``turned_at`` ``None``: not turned so far."""

    loaf: str
    name: str
    cut_at: dt.datetime
    turned_at: dt.datetime | None
    times: RackTimes


def rack_of(owner: User, now: dt.datetime) -> tuple[OnTheRack, ...]:
    """Every loaf on the rack that is not cured yet, the one to be turned first before the others."""
    young = [item for item in _cut(owner) if item.times.cured_from > now]
    return tuple(sorted(young, key=lambda item: item.times.turn_from or item.times.cured_from))


def cured_of(owner: User, now: dt.datetime) -> tuple[OnTheRack, ...]:
    """Loaves that have cured lately and were not written down as cured, the first before the others."""
    told = set(OutcomeEntry.objects.filter(loaf__owner=owner, stage="cured").values_list("loaf_id", flat=True))
    ready = [
        item for item in _cut(owner) if now - _ASKED < item.times.cured_from <= now and uuid.UUID(item.loaf) not in told
    ]
    return tuple(sorted(ready, key=lambda item: item.times.cured_from))


def _cut(owner: User) -> Iterator[OnTheRack]:
    """Every loaf that was cut, by the log."""
    entries: dict[Loaf, list[BenchEntry]] = {}
    rows = BenchEntry.objects.filter(loaf__owner=owner, loaf__put_away=False, step__in=(CUT, _TURN))
    for entry in rows.select_related("loaf").defer("loaf__document", "loaf__preview"):
        entries.setdefault(entry.loaf, []).append(entry)
    for loaf, log in entries.items():
        stands = {step: press.pressed_at for step, press in standing(log).items() if press.action == "done"}
        if CUT not in stands:
            continue
        turned = stands.get(_TURN)
        times = rack_times(stands[CUT], turned)
        yield OnTheRack(loaf=str(loaf.pk), name=loaf.name, cut_at=stands[CUT], turned_at=turned, times=times)
