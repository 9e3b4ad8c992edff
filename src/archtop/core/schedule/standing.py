"""How every job stands at a moment: done, to be done now, waiting, too early, or past its time; and why.

What was done counts more than what was planned: a wait runs from when the job before it was over.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from typing import Literal, NamedTuple
from zoneinfo import ZoneInfo

from pydantic import AwareDatetime

from archtop.core.base import Frozen, in_words
from archtop.core.schedule.already_done import Pin, already_done
from archtop.core.schedule.network import PASSING, Job, JobKind, Link, Network
from archtop.core.schedule.waits import span

__all__ = ["JobStanding", "Stands", "When", "standing_of"]

Stands = Literal["done", "missed", "late", "due", "ready", "waiting", "early", "after"]

_WHAT_TO_DO: dict[JobKind, str] = {
    "cast": "Cast it now, and look at the dates after it.",
    "turn out": "Turn it out now; what has dried on is eased with a warm cloth.",
    "fit": "Fit it again right before the pour.",
    "pour": "Look at what was cast: older pieces are spritzed with alcohol before they are laid in, or cast anew.",
    "spritz": "Leave it: what has set is only wetted.",
    "look": "Its cut faces will tell: where it gelled it is darker and clearer.",
    "cut": "Cut it now; if it is too hard for the wire, warm the loaf for an hour first.",
}


# What was missed and makes sense in its window alone is told no longer than this.
_GONE = dt.timedelta(days=1)


class When(NamedTuple):
    """When a job is planned, and what its waits alone allow; nothing where that is not known."""

    start: dt.datetime | None = None
    end: dt.datetime | None = None
    earliest: dt.datetime | None = None
    latest: dt.datetime | None = None


class JobStanding(Frozen):
    """A job as it stands.

    ``start``: when it is planned, between ``earliest`` and ``latest`` as its waits alone would have it. ``since``: when
    it was over, where that was told and does not only follow from what came after it. ``until``: when a wait ends, when
    it is no longer too early, or until when it should be done. ``why``: in words, with what to do about a window that
    has closed.
    """

    key: str
    loaf: str
    title: str
    kind: JobKind
    minutes: int
    stands: Stands
    start: AwareDatetime | None = None
    earliest: AwareDatetime | None = None
    latest: AwareDatetime | None = None
    since: AwareDatetime | None = None
    until: AwareDatetime | None = None
    why: str = ""


def standing_of(
    network: Network,
    pins: Mapping[str, Pin],
    planned: Mapping[str, When] | None = None,
    *,
    now: dt.datetime,
    zone: ZoneInfo,
) -> tuple[JobStanding, ...]:
    """Every job of hands, in no order; a second spritz that nobody gave in its hour is gone after a day.

    So is a look at the gel; neither is asked of a loaf that is cut.

    :param pins: jobs that were done, by key; what they presuppose is done too
    :param planned: by job
    :param zone: the studio's, for where a day ends
    """
    done = {key: pin for key, pin in already_done(network, pins, now).pins.items() if pin.done}
    standings = _Standing(network, done, planned or {}, now, zone).all()
    # When something was over that nobody told of is not known.
    return tuple(job if job.key in pins else job.model_copy(update={"since": None}) for job in standings)


class _Standing:
    """The jobs at one moment."""

    def __init__(
        self,
        network: Network,
        done: Mapping[str, Pin],
        planned: Mapping[str, When],
        now: dt.datetime,
        zone: ZoneInfo,
    ) -> None:
        self.network, self.done, self.planned, self.now, self.zone = network, done, planned, now, zone
        self.jobs = {job.key: job for job in self.network.jobs}
        self.cut = {job.loaf for job in self.network.jobs if job.kind == "cut" and job.key in done}
        self.before: dict[str, list[Link]] = {}
        for link in self.network.links:
            self.before.setdefault(link.after, []).append(link)

    def all(self) -> Iterator[JobStanding]:
        for job in self.network.jobs:
            if job.kind == "cured":
                continue
            when = self.planned.get(job.key, When())
            stands, until, why = self.of(job, when)
            if job.kind in PASSING and (job.loaf in self.cut or self.gone(stands, until)):
                continue
            yield JobStanding(
                key=job.key,
                loaf=job.loaf,
                title=job.title,
                kind=job.kind,
                minutes=job.minutes,
                stands=stands,
                start=when.start,
                earliest=when.earliest,
                latest=when.latest,
                since=self.over(job.key) if stands == "done" else None,
                until=until,
                why=why,
            )

    def gone(self, stands: Stands, until: dt.datetime | None) -> bool:
        """Whether a window has been closed for long."""
        return stands == "missed" and until is not None and self.now - until > _GONE

    def over(self, key: str) -> dt.datetime:
        """When a done job was over."""
        return self.done[key].start + dt.timedelta(minutes=self.jobs[key].minutes)

    def of(self, job: Job, when: When) -> tuple[Stands, dt.datetime | None, str]:
        if job.key in self.done:
            return "done", None, ""
        links = self.before.get(job.key, [])
        behind = [link for link in links if link.before in self.done]
        closing = [
            (self.over(link.before) + dt.timedelta(hours=link.most_h), link)
            for link in behind
            if link.most_h is not None
        ]
        closes, by = min(closing, key=lambda item: item[0], default=(None, None))
        if closes and by and closes + dt.timedelta(hours=by.grace_h) < self.now:
            before = self.jobs[by.before].title
            told = f"At most {span(by.most_h or 0.0)} after “{before}”. {by.why} {_WHAT_TO_DO.get(job.kind, '')}"
            return "missed", closes, told
        if missing := [link for link in links if link.before not in self.done]:
            others = f" and {in_words(len(missing) - 1)} more" if len(missing) > 1 else ""
            return "after", None, f"Comes after “{self.jobs[missing[0].before].title}”{others}."
        opening = [(self.over(link.before) + dt.timedelta(hours=link.least_h), link) for link in behind]
        opens, wait = max(opening, key=lambda item: item[0], default=(None, None))
        if opens and wait and opens > self.now:
            return "waiting", opens, wait.why
        return self.by_its_date(job, when, closes if closes and closes > self.now else None)

    def by_its_date(self, job: Job, when: When, closes: dt.datetime | None) -> tuple[Stands, dt.datetime | None, str]:
        """Of a job that nothing holds up any more."""
        ends = [end for end in (closes, when.latest) if end]
        until = min(ends, default=None)
        if when.earliest and self.now < when.earliest and self.day(when.earliest) > self.day(self.now):
            return "early", when.earliest, self.too_soon(job)
        if when.start:
            if self.day(when.start) == self.day(self.now):
                return "due", until, ""
            if when.start < self.now:
                return "late", until, "It was planned for an earlier day."
        if until and until < self.now:
            return "late", until, "What comes after it can no longer be on its day."
        return "ready", until, ""

    def too_soon(self, job: Job) -> str:
        """Why a job that could be done had better not be yet."""
        after = next((link for link in self.network.links if link.before == job.key and link.most_h), None)
        if after is None:
            return "What comes after it would have to be done too soon."
        return f"At most {span(after.most_h or 0.0)} before “{self.jobs[after.after].title}”. {after.why}"

    def day(self, moment: dt.datetime) -> dt.date:
        return moment.astimezone(self.zone).date()
