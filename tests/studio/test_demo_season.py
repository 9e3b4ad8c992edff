"""The demo's dates keep their sense on any day: one loaf is asked for too late, and all others meet."""

from __future__ import annotations

import datetime as dt

import pytest
from django.contrib.auth.models import User

from archtop.studio.actions.season import open_season, replan
from archtop.studio.management.commands.demo import load_loaves

pytestmark = pytest.mark.django_db

# A Monday and a Saturday night; the turn of a year, the end of a February, the nights in which clocks change.
MOMENTS = [
    "2026-11-23T00:00",
    "2026-12-29T23:59",
    "2026-11-28T23:50",
    "2027-02-28T23:30",
    "2027-03-28T00:59",
    "2026-10-25T00:59",
]


@pytest.mark.parametrize("moment", MOMENTS)
def test_the_demo_makes_sense_on_any_day(owner: User, moment: str, settings) -> None:
    settings.SEASON_EFFORT = 0.5
    settings.CLOCK_AHEAD = dt.datetime.fromisoformat(moment).replace(tzinfo=dt.UTC) - dt.datetime.now(dt.UTC)
    load_loaves(owner)
    season = open_season(replan(owner))
    assert season.unplanned == ()
    assert season.plan is not None
    assert len(season.plan.loaves) == 8
    late = {loaf.name: loaf.late_h for loaf in season.plan.loaves if loaf.late_h}
    assert set(late) == {"Garden Door"}
    assert "Garden Door on its date" in season.plan.clash
    assert season.plan.ways
