"""A network after part of it was lived: what a done job presupposes is done, and a window that has closed is told.

Without it the past would be planned: a loaf that is poured was dry-fitted, though nobody said so, and a second spritz
that nobody gave in its hour can no longer be given.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from typing import NamedTuple

from pydantic import AwareDatetime

from archtop.core.base import Frozen
from archtop.core.schedule.network import PASSING, Job, Link, Network
from archtop.core.schedule.waits import span

__all__ = ["AlreadyDone", "Pin", "already_done"]


class Pin(Frozen):
    """A job held where a person put it, or where it was done.

    ``at_end``: what is told of a done one is when it was over, as a press at the bench tells it.
    """

    start: AwareDatetime
    done: bool = False
    at_end: bool = False


class AlreadyDone(NamedTuple):
    """What is left to plan, every job that is held or done, and in words which windows have closed."""

    network: Network
    pins: Mapping[str, Pin]
    missed: tuple[str, ...]


def already_done(network: Network, pins: Mapping[str, Pin], now: dt.datetime) -> AlreadyDone:
    """The network as it stands ``now``.

    A job before a done one is done, as late as it can have been. Of a window that has closed the job is gone where it
    only made sense inside (a second spritz, a look at the gel); else it is to be done as soon as may be.
    """
    jobs = {job.key: job for job in network.jobs}
    pins = {key: _from_its_start(pin, jobs[key]) for key, pin in pins.items() if key in jobs}
    all_done = {**pins, **_presupposed(network, pins)}
    since = {link: at for link in network.links if (at := _closes(link, jobs, all_done)) and now > at}
    closed = list(since)
    told = [link for link, at in since.items() if now > at + dt.timedelta(hours=link.grace_h)]
    gone = {link.after for link in closed if jobs[link.after].kind in PASSING}
    links = (
        link.model_copy(update={"most_h": None}) if link in closed else link
        for link in network.links
        if not {link.before, link.after} & gone
    )
    left = Network(
        jobs=tuple(job for job in network.jobs if job.key not in gone),
        links=tuple(links),
        holds=tuple(hold for hold in network.holds if not {hold.start, hold.end} & gone),
    )
    return AlreadyDone(left, all_done, tuple(_told(told, jobs, all_done)))


def _from_its_start(pin: Pin, job: Job) -> Pin:
    return Pin(start=pin.start - dt.timedelta(minutes=job.minutes), done=pin.done) if pin.at_end else pin


def _presupposed(network: Network, pins: Mapping[str, Pin]) -> dict[str, Pin]:
    minutes = {job.key: job.minutes for job in network.jobs}
    before: dict[str, list[Link]] = {}
    for link in network.links:
        before.setdefault(link.after, []).append(link)
    known = {key: pin for key, pin in pins.items() if pin.done}
    found: dict[str, Pin] = {}
    todo = list(known)
    while todo:
        after = todo.pop()
        began = (known.get(after) or found[after]).start
        for link in before.get(after, ()):
            if link.before in known:
                continue
            at = began - dt.timedelta(hours=link.least_h, minutes=minutes[link.before])
            if link.before not in found or at < found[link.before].start:
                found[link.before] = Pin(start=at, done=True)
                todo.append(link.before)
    return found


def _is_done(key: str, pins: Mapping[str, Pin]) -> bool:
    return key in pins and pins[key].done


def _closes(link: Link, jobs: Mapping[str, Job], pins: Mapping[str, Pin]) -> dt.datetime | None:
    """The last moment for a job that is still to do after a done one."""
    if link.most_h is None or not _is_done(link.before, pins) or _is_done(link.after, pins):
        return None
    return pins[link.before].start + dt.timedelta(hours=link.most_h, minutes=jobs[link.before].minutes)


def _told(closed: list[Link], jobs: Mapping[str, Job], pins: Mapping[str, Pin]) -> Iterator[str]:
    cut = {job.loaf for job in jobs.values() if job.kind == "cut" and _is_done(job.key, pins)}
    for link in closed:
        job, before = jobs[link.after], jobs[link.before]
        # Of a loaf that is cut nobody asks any more whether it was spritzed or looked at.
        if job.loaf not in cut:
            most = span(link.most_h or 0.0)
            yield f"“{job.title}” should have come at most {most} after “{before.title}”. {link.why}"
