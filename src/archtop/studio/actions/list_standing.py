"""How far each loaf of the list is: planned, begun, poured, cut, cured; from the log and the season alone."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Any, Literal

from django.contrib.auth.models import User

from archtop.core.base import Frozen
from archtop.core.schedule import rack_times
from archtop.studio.actions.bench import standing
from archtop.studio.actions.lived import COVER, CUT
from archtop.studio.actions.season import hours_of, planned_pours, season_of
from archtop.studio.models import BenchEntry, Loaf

__all__ = ["LoafStands", "list_standing"]


class LoafStands(Frozen):
    """``planned``: by the season; ``dated``: by the loaf's own day; ``proposed``: by the day it is to be ready."""

    stands: Literal["undated", "proposed", "dated", "planned", "begun", "poured", "cut", "cured"]
    on: dt.date | None = None


def list_standing(owner: User, now: dt.datetime) -> Mapping[str, LoafStands]:
    """How each loaf that is not put away stands, by its id; no loaf is planned for it."""
    zone, pours = hours_of(season_of(owner)).clock, planned_pours(owner)
    logs: dict[str, list[BenchEntry]] = {}
    rows = BenchEntry.objects.filter(loaf__owner=owner, loaf__put_away=False)
    for entry in rows.only("loaf_id", "step", "action", "pressed_at"):
        logs.setdefault(str(entry.loaf_id), []).append(entry)
    found = {}
    for key, preview in Loaf.objects.filter(owner=owner, put_away=False).values_list("pk", "preview"):
        ident = str(key)
        lived = _lived(logs.get(ident, []), now, zone)
        found[ident] = lived or _to_come(preview, pours.get(ident))
        if lived and lived.stands == "begun":
            found[ident] = lived.model_copy(update={"on": _to_come(preview, pours.get(ident)).on})
    return found


def _lived(log: list[BenchEntry], now: dt.datetime, zone: dt.tzinfo) -> LoafStands | None:
    stands = {step: entry.pressed_at for step, entry in standing(log).items() if entry.action == "done"}
    if CUT in stands:
        cured = rack_times(stands[CUT]).cured_from
        day = (stands[CUT] if cured > now else cured).astimezone(zone).date()
        return LoafStands(stands="cut" if cured > now else "cured", on=day)
    if COVER in stands:
        return LoafStands(stands="poured", on=stands[COVER].astimezone(zone).date())
    return LoafStands(stands="begun") if any("#" not in step for step in stands) else None


def _to_come(preview: Any, planned: dt.date | None) -> LoafStands:
    if planned:
        return LoafStands(stands="planned", on=planned)
    if not isinstance(preview, dict):
        # As an earlier version kept it: its days are known again once it is made anew.
        return LoafStands(stands="undated")
    for stands, field in (("dated", "pour_on"), ("proposed", "pour_by")):
        if day := preview.get(field):
            return LoafStands.model_validate({"stands": stands, "on": day})
    return LoafStands(stands="undated")
