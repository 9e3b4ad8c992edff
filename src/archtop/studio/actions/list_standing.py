"""How far each loaf of the list is: planned, begun, poured, cut, cured; from the log and the season alone."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Mapping
from typing import Literal, NamedTuple

from django.contrib.auth.models import User

from archtop.core.base import Frozen
from archtop.core.schedule import rack_times
from archtop.studio.actions.bench import Action, standing
from archtop.studio.actions.lived import COVER, CUT
from archtop.studio.actions.season import hours_of, planned_pours, season_of
from archtop.studio.models import BenchEntry
from archtop.studio.preview import Preview

__all__ = ["LoafStands", "list_standing"]


class LoafStands(Frozen):
    """``planned``: by the season; ``dated``: by the loaf's own day; ``proposed``: by the day it is to be ready."""

    stands: Literal["undated", "proposed", "dated", "planned", "begun", "poured", "cut", "cured"]
    on: dt.date | None = None


class _Press(NamedTuple):
    loaf: uuid.UUID
    step: str
    action: Action
    pressed_at: dt.datetime
    celsius: float | None = None


def list_standing(owner: User, previews: Mapping[uuid.UUID, Preview], now: dt.datetime) -> dict[uuid.UUID, LoafStands]:
    """How each loaf that is not put away stands; no loaf is planned for it.

    :param previews: of each loaf of the list, which know its own days
    """
    zone, pours = hours_of(season_of(owner)).clock, planned_pours(owner)
    logs: dict[uuid.UUID, list[_Press]] = {}
    rows = BenchEntry.objects.filter(loaf__owner=owner, loaf__put_away=False)
    for row in rows.values_list("loaf_id", "step", "action", "pressed_at"):
        logs.setdefault(row[0], []).append(_Press(*row))
    found = {}
    for loaf, preview in previews.items():
        to_come, lived = _to_come(preview, pours.get(str(loaf))), _lived(logs.get(loaf, []), now, zone)
        found[loaf] = lived or to_come
        if lived and lived.stands == "begun":
            found[loaf] = lived.model_copy(update={"on": to_come.on})
    return found


def _lived(log: list[_Press], now: dt.datetime, zone: dt.tzinfo) -> LoafStands | None:
    stands = {step: entry.pressed_at for step, entry in standing(log).items() if entry.action == "done"}
    if CUT in stands:
        cured = rack_times(stands[CUT]).cured_from
        day = (stands[CUT] if cured > now else cured).astimezone(zone).date()
        return LoafStands(stands="cut" if cured > now else "cured", on=day)
    if COVER in stands:
        return LoafStands(stands="poured", on=stands[COVER].astimezone(zone).date())
    return LoafStands(stands="begun") if any("#" not in step for step in stands) else None


def _to_come(preview: Preview, planned: dt.date | None) -> LoafStands:
    if planned:
        return LoafStands(stands="planned", on=planned)
    if preview.pour_on:
        return LoafStands(stands="dated", on=preview.pour_on)
    return LoafStands(stands="proposed" if preview.pour_by else "undated", on=preview.pour_by)
