"""Casting order of one loaf: when each job may be done, counted from the pour.

Hours are counted from the pour's beginning (negative: before). The waits are the network's; a season's plan places the
same jobs on days.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping

from archtop.core.base import Basis, Frozen, JobKey, Rate
from archtop.core.document import Loaf
from archtop.core.schedule.critical import windows_of
from archtop.core.schedule.network import JobKind, Network, Planned, network_of
from archtop.core.schedule.problem import Fixed, SeasonProblem

__all__ = ["Task", "casting_schedule"]

_STEP_H, _FAR = 0.25, 100_000


class Task(Frozen):
    """A task that may begin from ``earliest_h`` to ``latest_h`` from the pour; dates when the loaf has a pour date."""

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
                earliest_on=_on(loaf.pour_on, earliest),
                latest_on=_on(loaf.pour_on, latest),
                why=why,
                basis=basis,
            )
        )
    return tuple(sorted(tasks, key=lambda task: task.latest_h if task.latest_h is not None else task.earliest_h))


def _because(network: Network, key: str) -> tuple[str, Basis]:
    """The wait that a job is done for, or that it ends."""
    if key == "pour":
        return "Everything meets here.", "common practice"
    ends = [link for link in network.links if link.after == key]
    begins = [link for link in network.links if link.before == key]
    link = (begins if JobKey.parse(key).do in ("cast", "fit") else ends)[0]
    return link.why, link.basis


def _on(day: dt.date | None, hours: float | None) -> dt.date | None:
    # A pour is assumed at midday.
    if day is None or hours is None:
        return None
    return (dt.datetime.combine(day, dt.time(12)) + dt.timedelta(hours=hours)).date()
