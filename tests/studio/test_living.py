"""A season lived day by day, as the bench has it: each thing in its time, from the first casting to cured bars."""

from __future__ import annotations

import datetime as dt
import json
import uuid
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User

import archtop.studio.demo
from archtop.core import read_loaf
from archtop.studio.actions import create_loaf, press
from archtop.studio.management.commands.demo import load_cupboard, load_shelf
from archtop.studio.models import BenchEntry, Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db
DEMO = Path(archtop.studio.demo.__file__).parent
HOUR = dt.timedelta(hours=1)


def demo_loaf(owner: User, name: str, ready: dt.date) -> Loaf:
    data = json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))
    return create_loaf(owner, read_loaf({**data, "ready_on": ready.isoformat(), "pour_on": None}))


def next_moment(today: dict[str, Any], now: dt.datetime) -> dt.datetime | None:
    """When there is something to do again."""
    moments = [job["until"] for job in today["waiting"]]
    moments += [job["start"] for of in today["days"] for job in of["jobs"]]
    moments += [job["start"] for job in today["now"]]
    # What is late already and waits is done as soon as it may be.
    return min((at for at in map(dt.datetime.fromisoformat, filter(None, moments)) if at > now), default=None)


def test_from_the_first_casting_to_the_cut_each_job_comes_in_its_time(
    studio: Studio, owner: User, clock: dict[str, dt.datetime], settings: Any
) -> None:
    settings.SEASON_EFFORT = 0.3
    load_cupboard()
    load_shelf()
    loaves = [
        demo_loaf(owner, "lantern-row", dt.date(2027, 1, 12)),
        demo_loaf(owner, "ferry-lights", dt.date(2027, 1, 14)),
    ]
    season = studio.send("POST", "/season/plan").json()
    assert all(loaf["late_h"] == 0 for loaf in season["plan"]["loaves"])
    steps = {
        str(loaf.pk): {step["key"]: step for step in studio.get(f"/loaves/{loaf.pk}").json()["plan"]["steps"]}
        for loaf in loaves
    }
    missed: list[str] = []
    for _ in range(400):
        today = studio.get("/season/today").json()
        doable = [
            job for job in today["now"] if not job["start"] or dt.datetime.fromisoformat(job["start"]) <= clock["now"]
        ]
        missed += [f"{clock['now']} {job['title']}: {job['why']}" for job in today["now"] if job["stands"] == "missed"]
        if not doable:
            if not (later := next_moment(today, clock["now"])):
                break
            # Moments are told to the millisecond.
            clock["now"] = later + dt.timedelta(milliseconds=1)
            continue
        job = doable[0]
        clock["now"] += dt.timedelta(minutes=job["minutes"])
        for step in steps[job["loaf"]].values():
            if step["job"] == job["key"]:
                press(Loaf.objects.get(pk=job["loaf"]), uuid.uuid4(), step["key"], "done", clock["now"])
    assert missed == []
    for loaf in loaves:
        jobs = studio.get(f"/loaves/{loaf.pk}/jobs").json()["jobs"]
        assert {job["stands"] for job in jobs} == {"done"}, [job for job in jobs if job["stands"] != "done"]
        # Every step was pressed once, none was passed over.
        log = BenchEntry.objects.filter(loaf=loaf)
        assert sorted(log.values_list("step", flat=True)) == sorted(steps[str(loaf.pk)])
        assert set(log.values_list("action", flat=True)) == {"done"}
        cut = log.get(step="loaf.cut").pressed_at
        ready = next(of for of in season["plan"]["loaves"] if of["loaf"] == str(loaf.pk))["ready"]
        assert cut + dt.timedelta(days=28) <= dt.datetime.fromisoformat(ready)
    clock["now"] += dt.timedelta(days=28)
    assert studio.get("/season").json()["rack"] == []
