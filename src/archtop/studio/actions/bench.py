"""The bench log: presses added, never changed."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Iterable
from typing import Literal

from django.db import transaction

from archtop.studio.actions.shelf import shelve_step
from archtop.studio.models import BenchEntry, Loaf

__all__ = ["press", "steps_done"]


def press(
    loaf: Loaf,
    press_id: uuid.UUID,
    step: str,
    action: Literal["done", "undone", "skipped"],
    pressed_at: dt.datetime,
    grams: float | None = None,
) -> BenchEntry:
    """Add a press and move what its step moves on the shelf; the same ``press_id`` again changes nothing."""
    with transaction.atomic():
        entry, new = BenchEntry.objects.get_or_create(
            press_id=press_id,
            defaults={"loaf": loaf, "step": step, "action": action, "pressed_at": pressed_at, "grams": grams},
        )
        if new and action != "skipped":
            shelve_step(loaf, step, action)
    return entry


def steps_done(entries: Iterable[BenchEntry]) -> list[str]:
    """Keys of the steps that stand as done or passed over, in the order they were pressed."""
    done: dict[str, None] = {}
    for entry in entries:
        done.pop(entry.step, None)
        if entry.action != "undone":
            done[entry.step] = None
    return list(done)
