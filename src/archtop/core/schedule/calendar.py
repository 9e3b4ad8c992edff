"""When hands may work: hours by weekday in the studio's own zone, less days off and appointments."""

from __future__ import annotations

import datetime as dt
import math
import zoneinfo
from collections.abc import Iterator
from functools import cache
from typing import Annotated

from pydantic import AwareDatetime, Field, model_validator

from archtop.core.base import Frozen, InputError

__all__ = ["Appointment", "DayOff", "Hours", "StudioHours", "openings_of"]

_DAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
Words = Annotated[str, Field(max_length=120)]


class Hours(Frozen):
    """From and to on one day, on the studio's clock."""

    start: dt.time
    end: dt.time

    @model_validator(mode="after")
    def _some(self) -> Hours:
        if self.end <= self.start:
            raise InputError.one(
                "hours.none",
                "end",
                self.end.isoformat("minutes"),
                f"must be after {self.start:%H:%M}",
                "Hours over midnight are two days' hours.",
            )
        return self


class DayOff(Frozen):
    """A day, or several in a row, without work."""

    first: dt.date
    last: dt.date
    why: Words = ""


class Appointment(Frozen):
    """Time when hands are elsewhere."""

    title: Words
    start: AwareDatetime
    end: AwareDatetime


@cache
def _zones() -> frozenset[str]:
    """All zones by name: the disk is walked for them, once."""
    return frozenset(zoneinfo.available_timezones())


class StudioHours(Frozen):
    """A studio's time: zone, hours by weekday (Monday first), days off, appointments, how many pairs of hands."""

    zone: Annotated[str, Field(max_length=60)] = "UTC"
    week: Annotated[tuple[tuple[Hours, ...], ...], Field(min_length=7, max_length=7)] = (
        *(((Hours(start=dt.time(18), end=dt.time(22)),),) * 5),
        *(((Hours(start=dt.time(9), end=dt.time(18)),),) * 2),
    )
    days_off: Annotated[tuple[DayOff, ...], Field(max_length=200)] = ()
    appointments: Annotated[tuple[Appointment, ...], Field(max_length=500)] = ()
    hands: Annotated[int, Field(ge=1, le=6)] = 1

    @model_validator(mode="after")
    def _known_zone(self) -> StudioHours:
        if self.zone not in _zones():
            raise InputError.one("hours.zone", "zone", self.zone, "must be a time zone's name", "As Europe/Vienna.")
        return self

    @property
    def clock(self) -> zoneinfo.ZoneInfo:
        """The studio's zone."""
        return zoneinfo.ZoneInfo(self.zone)


def openings_of(hours: StudioHours, origin: dt.datetime, days: int, step_h: float) -> tuple[tuple[int, int], ...]:
    """From and to [steps from ``origin``] of every time in which hands may work, in order.

    Hours are on the studio's clock, steps in real time: over a change of the clocks a day is an hour shorter or longer,
    and a wait is not.

    :raises InputError: ``hours.nothing`` when there is not one
    """
    step = dt.timedelta(hours=step_h)
    found = []
    for start, end in _less(list(_open(hours, origin, days)), hours):
        low, high = math.ceil((start - origin) / step), math.floor((end - origin) / step)
        if high > max(low, 0):
            found.append((max(low, 0), high))
    if not found:
        raise InputError.one(
            "hours.nothing",
            "week",
            0,
            "there are no working hours in this season",
            f"Give some on a weekday, as {_DAYS[5]}.",
        )
    return tuple(found)


def _open(hours: StudioHours, origin: dt.datetime, days: int) -> Iterator[tuple[dt.datetime, dt.datetime]]:
    first = origin.astimezone(hours.clock).date()
    for n in range(days + 1):
        day = first + dt.timedelta(days=n)
        if any(off.first <= day <= off.last for off in hours.days_off):
            continue
        for span in hours.week[day.weekday()]:
            yield tuple(  # type: ignore[misc]
                dt.datetime.combine(day, at, hours.clock).astimezone(dt.UTC) for at in (span.start, span.end)
            )


def _less(open_at: list[tuple[dt.datetime, dt.datetime]], hours: StudioHours) -> list[tuple[dt.datetime, dt.datetime]]:
    """What appointments leave of it."""
    left = sorted(open_at)
    for taken in hours.appointments:
        parts = []
        for start, end in left:
            if taken.end <= start or taken.start >= end:
                parts.append((start, end))
                continue
            if start < taken.start:
                parts.append((start, taken.start))
            if taken.end < end:
                parts.append((taken.end, end))
        left = parts
    return left
