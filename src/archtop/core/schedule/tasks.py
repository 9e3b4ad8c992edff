"""Casting order of one loaf: when each job may be done, counted from the pour.

Hours are counted from the pour's beginning (negative: before). The waits are the network's; a season's plan places the
same jobs on days.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence

from archtop.core.base import Basis, Frozen, JobKey, Rate
from archtop.core.document import Loaf
from archtop.core.schedule.critical import windows_of
from archtop.core.schedule.network import JobKind, Network, Planned, network_of
from archtop.core.schedule.problem import Fixed, SeasonProblem

__all__ = ["Task", "casting_schedule", "pour_by"]

_STEP_H, _FAR = 0.25, 100_000
# A pour is assumed at midday, and what is to be ready on a day is wanted in the morning.
_NOON, _READY_AT = dt.time(12), dt.time(9)


class Task(Frozen):
    """A task that may begin from ``earliest_h`` to ``latest_h`` from the pour.

    Dates where the loaf has a day for the pour, or one to be ready by: then of its latest pour.
    """

    key: str
    kind: JobKind
    title: str
    after: tuple[str, ...]
    earliest_h: float
    latest_h: float | None
    earliest_on: dt.date | None
    latest_on: dt.date | None
    why: str
    basis: Basis


def casting_schedule(loaf: Loaf, planned: Planned, own: Mapping[str, Rate] | None = None) -> tuple[Task, ...]:
    """Tasks in the order of work, each with its window around the pour.

    :param own: what the studio has learned of its waits
    """
    network = network_of(loaf, planned, own=own)
    problem = SeasonProblem(
        network=network, openings=(), ready={}, fixed={"pour": Fixed(0)}, now=-_FAR, horizon=_FAR, step_h=_STEP_H
    )
    tasks, windows = [], windows_of(problem)
    cured = max((first for key, (first, _) in windows.items() if JobKey.parse(key).do == "cured"), default=0)
    day = loaf.pour_on or _by(loaf, cured * _STEP_H)
    for job in network.jobs:
        first, last = windows[job.key]
        latest = None if last is None else last * _STEP_H
        # What nothing bounds may begin as early as one likes; it is told from its latest on.
        earliest = first * _STEP_H if first > -_FAR // 2 else latest or 0.0
        why, basis = _because(network, job.key)
        tasks.append(
            Task(
                key=job.key,
                kind=job.kind,
                title=job.title,
                after=tuple(link.before for link in network.links if link.after == job.key),
                earliest_h=earliest,
                latest_h=latest,
                earliest_on=_on(day, earliest),
                latest_on=_on(day, latest),
                why=why,
                basis=basis,
            )
        )
    return tuple(sorted(tasks, key=lambda task: task.latest_h if task.latest_h is not None else task.earliest_h))


def pour_by(loaf: Loaf, tasks: Sequence[Task]) -> dt.date | None:
    """The latest day of the pour for which the loaf is ready on its day; ``None`` where it has none."""
    return _by(loaf, next(task.earliest_h for task in tasks if task.kind == "cured"))


def _by(loaf: Loaf, cured_h: float) -> dt.date | None:
    if loaf.ready_on is None:
        return None
    latest = dt.datetime.combine(loaf.ready_on, _READY_AT) - dt.timedelta(hours=cured_h)
    return latest.date() if latest.time() >= _NOON else latest.date() - dt.timedelta(days=1)


def _because(network: Network, key: str) -> tuple[str, Basis]:
    """The wait that a job is done for, or that it ends."""
    if key == "pour":
        return "Everything meets here.", "common practice"
    ends = [link for link in network.links if link.after == key]
    begins = [link for link in network.links if link.before == key]
    link = (begins if JobKey.parse(key).do in ("cast", "fit") else ends)[0]
    return link.why, link.basis


def _on(day: dt.date | None, hours: float | None) -> dt.date | None:
    if day is None or hours is None:
        return None
    return (dt.datetime.combine(day, _NOON) + dt.timedelta(hours=hours)).date()
