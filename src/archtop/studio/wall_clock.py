"""The studio's one clock: whatever asks what time or which day it is asks here, and nowhere else.

It goes with the machine's, or ahead of it or behind by as much as ``ARCHTOP_NOW`` said at the start: for practice, for
pictures, and for tests that must not depend on the day they run on. The browser is told the studio's time, and goes by
it. (The trace clock of the bench is something else: how batter thickens.)
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TYPE_CHECKING, Any

from django.conf import settings
from django.db import models
from django.utils import timezone

__all__ = ["StampField", "now", "today"]


def now() -> dt.datetime:
    """The moment it is, aware of its zone."""
    return timezone.now() + settings.CLOCK_AHEAD


def today(zone: dt.tzinfo = dt.UTC) -> dt.date:
    """The day it is in a zone, whatever the machine's own is."""
    return now().astimezone(zone).date()


if TYPE_CHECKING:
    _DateTimeField = models.DateTimeField[dt.datetime, dt.datetime]
else:
    _DateTimeField = models.DateTimeField


_as_written: ContextVar[bool] = ContextVar("as written", default=False)


@contextmanager
def times_as_written() -> Iterator[None]:
    """Rows that come from elsewhere keep the times they were written at: when is part of what is carried."""
    token = _as_written.set(True)
    try:
        yield
    finally:
        _as_written.reset(token)


class StampField(_DateTimeField):
    """When a row was written (``auto_now_add``) or last changed (``auto_now``), by the studio's clock."""

    def pre_save(self, model_instance: models.Model, add: bool) -> Any:
        """The studio's time where Django would take the machine's."""
        written = getattr(model_instance, self.attname, None)
        if written is not None and _as_written.get():
            return written
        if self.auto_now or (self.auto_now_add and add):
            value = now()
            setattr(model_instance, self.attname, value)
            return value
        return super().pre_save(model_instance, add)
