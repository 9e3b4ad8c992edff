"""The bench's day: every job of every loaf as it stands now, what is due first."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import suppress
from typing import NamedTuple

from django.contrib.auth.models import User

from archtop.core import InputError
from archtop.core.base import Frozen, JobKey
from archtop.core.schedule import (
    JobStanding,
    When,
    cast_together,
    joined,
    network_of,
    standing_of,
)
from archtop.core.steps import Step
from archtop.studio import stored
from archtop.studio.actions.bench import standing
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.lived import CUT, done_jobs
from archtop.studio.actions.plans import PlannedLoaf, Plans
from archtop.studio.actions.rack import OnTheRack, cured_of, rack_of
from archtop.studio.actions.season import held_jobs, hours_of, season_of
from archtop.studio.models import Loaf

__all__ = ["BenchDay", "BenchJob", "LoafJobs", "Today", "jobs_of_loaf", "today_of"]

_NOON = dt.time(12)
# A stamp goes on within days of the cut; after that a loaf asks for nothing but its turns on the rack.
_AFTER_THE_CUT = dt.timedelta(days=7)
# What is done as soon as its wait is over, whatever day was planned for it.
_SOON = ("turn out", "cut", "spritz", "look")
# What must be done within so long comes before what is only planned for today.
_PRESSING = dt.timedelta(hours=3)
_FIRST = ("missed", "late", "due", "ready")


class BenchJob(JobStanding):
    """A job at the bench; ``key`` without its loaf's.

    ``of``: the loaf by name. ``steps``, ``done``: how many it has, and how many of them stand. ``next_step``: the
    title of the step to take up. ``begun``: when its first step was pressed, where the job is not over.
    """

    of: str
    steps: int
    done: int
    next_step: str = ""
    begun: dt.datetime | None = None


class WantedBy(Frozen):
    """An order that a loaf is for, and the day it is to be ready on."""

    order: str
    on: dt.date


class LoafJobs(Frozen):
    """Jobs of one loaf, on the clock of ``zone``. ``wanted``: by its orders, the earliest first."""

    zone: str
    jobs: tuple[BenchJob, ...]
    wanted: tuple[WantedBy, ...] = ()


class BenchDay(Frozen):
    """Jobs planned for a day to come."""

    day: dt.date
    jobs: tuple[BenchJob, ...]


class Today(Frozen):
    """``now``: begun, missed, late, due and what may be done, in that order; ``waiting``: what sets, dries or is too
    young still; ``days``: what comes; ``done``: what was done today; ``turn``: bars that have lain long enough on one
    side; ``cured``: loaves to be weighed and written down; all on the clock of ``zone``.
    """

    zone: str
    day: dt.date
    now: tuple[BenchJob, ...]
    waiting: tuple[BenchJob, ...]
    days: tuple[BenchDay, ...]
    done: tuple[BenchJob, ...]
    turn: tuple[OnTheRack, ...]
    cured: tuple[OnTheRack, ...]


def today_of(owner: User, now: dt.datetime) -> Today:
    """The studio's day: of every loaf that has a date or was begun, and can be planned."""
    studio = _Studio(owner, now)
    jobs = list(studio.jobs(list(studio.dated())))
    day = now.astimezone(studio.zone).date()

    def day_of(moment: dt.datetime | None) -> dt.date | None:
        return moment.astimezone(studio.zone).date() if moment else None

    at_hand = [job for job in jobs if _at_hand(job, now)]
    waiting = [job for job in jobs if job.stands == "waiting" and job not in at_hand]
    rest = [job for job in jobs if job.stands not in ("done", "waiting") and job not in at_hand and job.start]
    rest.sort(key=lambda job: job.start or now)
    days = itertools.groupby(rest, key=lambda job: day_of(job.start) or day)
    return Today(
        zone=studio.zone.key,
        day=day,
        now=tuple(sorted(at_hand, key=lambda job: _place(job, now))),
        waiting=tuple(sorted(waiting, key=lambda job: job.until or now)),
        days=tuple(BenchDay(day=of, jobs=tuple(group)) for of, group in days),
        done=tuple(job for job in jobs if job.stands == "done" and day_of(job.since) == day),
        turn=tuple(bars for bars in rack_of(owner, now) if bars.times.turn_from and bars.times.turn_from <= now),
        cured=cured_of(owner, now),
    )


def jobs_of_loaf(loaf: Loaf, now: dt.datetime) -> LoafJobs:
    """All jobs of one loaf, dated or not: what can be done first, then what waits, comes after, and is done.

    :raises InputError: the loaf does not plan
    """
    studio = _Studio(loaf.owner, now)
    held = {stands: i for i, stands in enumerate(("waiting", "early", "after", "done"), 2 + len(_FIRST))}

    def place(job: BenchJob) -> tuple[int, dt.datetime]:
        return (held[job.stands], job.start or now) if job.stands in held and not job.begun else _place(job, now)

    jobs = [job for job in studio.jobs([loaf]) if job.loaf == str(loaf.pk)]
    orders = loaf.orders.filter(put_away=False, ready_on__isnull=False).order_by("ready_on", "name")
    wanted = tuple(WantedBy(order=name, on=on) for name, on in orders.values_list("name", "ready_on"))
    return LoafJobs(zone=studio.zone.key, jobs=tuple(sorted(jobs, key=place)), wanted=wanted)


def _at_hand(job: BenchJob, now: dt.datetime) -> bool:
    if job.begun:
        return True
    if job.stands == "ready":
        return job.start is None or job.start <= now or job.kind in _SOON
    return job.stands in _FIRST


def _place(job: BenchJob, now: dt.datetime) -> tuple[int, dt.datetime]:
    """What is begun first, then what cannot wait, then the rest by the day it is planned for."""
    if job.begun:
        return 0, job.begun
    if job.stands != "missed" and job.until and job.until - now < _PRESSING:
        return 1, job.until
    return 2 + _FIRST.index(job.stands), job.start or job.until or now


class _Lived(NamedTuple):
    """A job's steps, and what of them stands."""

    steps: Sequence[Step]
    stands: Mapping[str, dt.datetime]

    @property
    def left(self) -> list[Step]:
        """What comes after the last that was pressed; before anything was, all."""
        last = max((i for i, step in enumerate(self.steps) if step.key in self.stands), default=-1)
        return [step for step in self.steps[last + 1 :] if step.key not in self.stands]

    @property
    def begun(self) -> dt.datetime | None:
        return min((self.stands[step.key] for step in self.steps if step.key in self.stands), default=None)


class _Studio:
    """Loaves with their plans, and the season over them."""

    def __init__(self, owner: User, now: dt.datetime) -> None:
        self.owner, self.now = owner, now
        cupboard = cupboard_of_studio()
        self.plans, self.rates = Plans(cupboard), cupboard.rates
        season = season_of(owner)
        self.zone = hours_of(season).clock
        self.held = {key: pin for key, pin in held_jobs(season).items() if pin.done}
        self.together = [tuple(pair) for pair in season.together]
        blocks = stored.SEASON_PLAN.read(season.plan).blocks if season.plan else ()
        self.blocks = {block.key: block for block in blocks}

    def dated(self) -> Iterator[Loaf]:
        """Loaves that have a date, stand in the season or were begun, and are not long cut."""
        in_season = {block.loaf for block in self.blocks.values()}
        rows = Loaf.objects.filter(owner=self.owner, put_away=False).prefetch_related("bench")
        for row in rows:
            cut = standing(row.bench.all()).get(CUT)
            if cut and self.now - cut.pressed_at > _AFTER_THE_CUT:
                continue
            dated = row.document.get("pour_on") or row.document.get("ready_on")
            if dated or str(row.pk) in in_season or row.bench.all():
                yield row

    def jobs(self, rows: Iterable[Loaf]) -> Iterator[BenchJob]:
        """All jobs of these loaves, each in the order of its steps; none of a loaf that does not plan."""
        planned: dict[str, tuple[Loaf, PlannedLoaf]] = {}
        for row in [*rows, *self.partners(rows)]:
            with suppress(InputError):
                planned.setdefault(str(row.pk), (row, self.plans.of(row)))
        network = cast_together(
            joined(tuple(network_of(of.document, of.result, ident, self.rates) for ident, (_, of) in planned.items())),
            self.together,
        )
        done = dict(self.held)
        when: dict[str, When] = {}
        for ident, (row, of) in planned.items():
            done = {**dict(done_jobs(row)), **done}
            when |= self.when(ident, of)
        standings = {job.key: job for job in standing_of(network, done, when, now=self.now, zone=self.zone)}
        for ident, (row, of) in planned.items():
            stands = {key: press.pressed_at for key, press in standing(row.bench.all()).items()}
            steps: dict[str, list[Step]] = {}
            for step in of.result.steps:
                steps.setdefault(step.job, []).append(step)
            for local, own in steps.items():
                # What another loaf's casting brings is that loaf's job.
                if job := standings.get(str(JobKey.parse(local)._replace(loaf=ident))):
                    yield _told(job, row.name, local, _Lived(own, stands))

    def partners(self, rows: Iterable[Loaf]) -> Iterator[Loaf]:
        """Loaves that something is cast together with."""
        asked = {str(row.pk) for row in rows}
        pairs = [{cast.partition("/")[0] for cast in pair} for pair in self.together]
        others = {loaf for pair in pairs if pair & asked for loaf in pair} - asked
        yield from Loaf.objects.filter(pk__in=others).prefetch_related("bench") if others else ()

    def when(self, ident: str, planned: PlannedLoaf) -> dict[str, When]:
        """When each job is planned: by the season, or by the loaf's own date; its window counts from that pour."""
        blocks = {
            JobKey.parse(key)._replace(loaf=""): block for key, block in self.blocks.items() if block.loaf == ident
        }
        day = planned.document.pour_on or planned.result.pour_by
        poured = blocks.get(JobKey("", "pour"))
        if poured is None and day is None:
            return {}
        begins = dt.datetime.combine(day, dt.time(0), self.zone) if day else None
        noon = dt.datetime.combine(day, _NOON, self.zone) if day else None
        pour = poured.start if poured else noon
        found = {}
        for task in planned.result.schedule:
            key, block = JobKey.parse(task.key), blocks.get(JobKey.parse(task.key))
            start, end = (block.start, block.end) if block else (None, None)
            first, last = (pour and pour + dt.timedelta(hours=h) for h in (task.earliest_h, task.latest_h or 0.0))
            if key.do == "pour" and not poured:
                first, last = begins, begins and begins + dt.timedelta(days=1)
            elif task.latest_h is None:
                last = None
            elif first == last:
                # What nothing bounds is told from its latest on, and may be done sooner.
                first = None
            found[str(key._replace(loaf=ident))] = When(start, end, first, last)
        return found


def _told(job: JobStanding, name: str, local: str, lived: _Lived) -> BenchJob:
    left, begun = lived.left, lived.begun
    open_still = begun is not None and bool(left)
    stands = job.stands
    if stands == "done" and open_still:
        # It is over for what comes after it, and something of it is still to do.
        stands = "ready"
    return BenchJob(
        **{**job.model_dump(), "key": local, "stands": stands},
        of=name,
        steps=len(lived.steps),
        done=len([step for step in lived.steps if step.key in lived.stands]),
        next_step=left[0].title if left else "",
        begun=begun if open_still else None,
    )
