"""The bench log: presses added, never changed."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Iterable
from typing import Literal, Protocol, TypeVar

from django.db import transaction

from archtop.core.bench.clock import Note
from archtop.studio import stored
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.shelf import shelve_step
from archtop.studio.models import BenchEntry, Loaf

__all__ = ["Action", "Pressed", "press", "standing", "times_done", "warmth_of"]

Action = Literal["done", "undone", "skipped", "begun"]


class Pressed(Protocol):
    """A press, kept or not."""

    @property
    def step(self) -> str:
        """Key of the step, or of what happened."""

    @property
    def action(self) -> str:
        """One of ``Action``."""

    @property
    def pressed_at(self) -> dt.datetime:
        """When."""

    @property
    def celsius(self) -> float | None:
        """What a thermometer showed."""


P = TypeVar("P", bound=Pressed)


def press(
    loaf: Loaf,
    press_id: uuid.UUID,
    step: str,
    action: Action,
    pressed_at: dt.datetime,
    *,
    grams: float | None = None,
    celsius: float | None = None,
) -> BenchEntry:
    """Add a press and move what its step moves on the shelf; the same ``press_id`` again changes nothing.

    Beginning a step, out of its turn, and passing over one move nothing.
    """
    with transaction.atomic():
        entry, new = BenchEntry.objects.get_or_create(
            press_id=press_id,
            defaults={
                "loaf": loaf,
                "step": step,
                "action": action,
                "pressed_at": pressed_at,
                "grams": grams,
                "celsius": celsius,
            },
        )
        if new:
            _begin(loaf)
        if new and action in ("done", "undone"):
            shelve_step(loaf, step, action)
    return entry


def _begin(loaf: Loaf) -> None:
    """Work has begun: the loaf's plan keeps the numbers it begins with, and there will be something to learn."""
    fresh = Loaf.objects.filter(pk=loaf.pk, rates_then__isnull=True)
    if fresh.exists():
        fresh.update(rates_then=[stored.RATE.write(rate) for rate in cupboard_of_studio(loaf).rates.values()])
    Loaf.objects.filter(pk=loaf.pk).update(to_learn=True)


def standing(presses: Iterable[P]) -> dict[str, P]:
    """The press by which each step stands as done or passed over, in the order they were pressed."""
    stand: dict[str, P] = {}
    for item in presses:
        if item.action == "begun":
            continue
        stand.pop(item.step, None)
        if item.action != "undone":
            stand[item.step] = item
    return stand


def times_done(presses: Iterable[Pressed]) -> dict[str, dt.datetime]:
    """When each step that was really done was pressed; what was passed over is not there."""
    return {key: item.pressed_at for key, item in standing(presses).items() if item.action == "done"}


def warmth_of(presses: Iterable[Pressed]) -> dict[str, list[Note]]:
    """What a thermometer showed as a pot was mixed, by the step that mixes it: it holds for all its bowls."""
    found: dict[str, list[Note]] = {}
    for key, item in standing(presses).items():
        step, _, amount = key.partition("#")
        if amount and item.celsius is not None:
            found.setdefault(step, []).append(Note(kind="temperature", value=item.celsius))
    return found
