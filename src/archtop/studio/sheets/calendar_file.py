"""A season as an iCalendar file (RFC 5545), for any calendar program."""

from __future__ import annotations

import datetime as dt

from icalendar import Calendar, Event

from archtop.core.schedule import SeasonPlan

__all__ = ["calendar_of"]


def calendar_of(plan: SeasonPlan | None, planned_at: dt.datetime | None) -> bytes:
    """Every job of hands as an event of its length, every loaf's readiness as a day."""
    calendar = Calendar()
    calendar.add("prodid", "-//Arch Top//Casting order//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", "Casting order")
    stamp = planned_at or dt.datetime(2000, 1, 1, tzinfo=dt.UTC)
    waits = {wait.after: wait for wait in plan.waits} if plan else {}
    for block in plan.blocks if plan else ():
        event = Event()
        event.add("uid", f"{block.key.replace('/', '.')}@archtop")
        event.add("dtstamp", stamp)
        event.add("summary", block.title)
        if block.kind == "cured":
            event.add("dtstart", block.start.date())
        else:
            event.add("dtstart", block.start)
            event.add("dtend", block.end)
        if block.key in waits:
            event.add("description", waits[block.key].why)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
