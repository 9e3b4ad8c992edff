"""The trace clock of a loaf at the bench: readings added and taken back, and what the clock makes of them."""

from __future__ import annotations

import datetime as dt
import uuid

from django.utils import timezone

from archtop.core import InputError, LoafPlan, plan, read_loaf
from archtop.core.attending import Turn, turns_of
from archtop.core.clock import Bowl, ClockFace, Note, bowls_of, check_note, read_clock
from archtop.core.figure import Figure, Frozen
from archtop.studio.actions.bench import steps_done
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.models import BowlNote, Loaf

__all__ = ["BenchClocks", "BowlClock", "NoteTaken", "open_clocks", "take_back", "take_note"]

# Devices' clocks differ by seconds; by more than this one of them is wrong.
_AHEAD = dt.timedelta(minutes=2)


class NoteTaken(Frozen):
    """A note as it stands in the log."""

    press_id: uuid.UUID
    taken_at: dt.datetime
    note: Note


class BowlClock(Frozen):
    """A bowl's clock: when it was mixed (``None``: not yet), its notes, and its face."""

    bowl: str
    name: str
    colour: str
    pot: str
    doubles_min: Figure
    mixed_at: dt.datetime | None
    notes: tuple[NoteTaken, ...]
    face: ClockFace | None


def _planned(loaf: Loaf) -> tuple[LoafPlan, tuple[Bowl, ...]]:
    document = read_loaf(loaf.document)
    cupboard = cupboard_of_studio()
    result = plan(document, cupboard)
    return result, bowls_of(document, result, cupboard)


def _steps_done(loaf: Loaf) -> dict[str, dt.datetime]:
    """When each step that stands as done was pressed."""
    done: dict[str, dt.datetime] = {}
    for entry in loaf.bench.all():
        if entry.action == "done":
            done.setdefault(entry.step, entry.pressed_at)
        else:
            done.pop(entry.step, None)
    return done


class BenchClocks(Frozen):
    """The bowls, and the turns of what waits for them."""

    bowls: tuple[BowlClock, ...]
    turns: tuple[Turn, ...]


def open_clocks(loaf: Loaf, now: dt.datetime) -> BenchClocks:
    """Every bowl's clock as it stands now.

    :raises InputError: the loaf no longer plans
    """
    done = _steps_done(loaf)
    rows = list(loaf.bowl_notes.all())
    taken_back = {row.takes_back for row in rows if row.takes_back}
    standing = [row for row in rows if row.takes_back is None and row.press_id not in taken_back]
    result, bowls = _planned(loaf)
    clocks = tuple(_clock(bowl, done, [row for row in standing if row.bowl == bowl.key], now) for bowl in bowls)
    faces = {clock.bowl: clock.face for clock in clocks if clock.face}
    return BenchClocks(bowls=clocks, turns=turns_of(result, faces, steps_done(loaf.bench.all())) if faces else ())


def _clock(bowl: Bowl, done: dict[str, dt.datetime], rows: list[BowlNote], now: dt.datetime) -> BowlClock:
    mixed = done.get(bowl.mixed_by)

    def minute(at: dt.datetime) -> float:
        return (at - mixed).total_seconds() / 60 if mixed else 0.0

    # Notes from before this mixing belong to a pot that was mixed anew.
    notes = [
        NoteTaken(
            press_id=row.press_id, taken_at=row.taken_at,
            note=Note.model_validate({**row.data, "minute": max(minute(row.taken_at), 0.0)}),
        )
        for row in rows
        if mixed and row.taken_at >= mixed
    ]  # fmt: skip
    face = None
    if mixed:
        marks = {key: minute(at) for key, at in done.items() if key in bowl.bends_by}
        face = read_clock(bowl, [item.note for item in notes], max(minute(now), 0.0), marks)
    return BowlClock(
        bowl=bowl.key, name=bowl.name, colour=bowl.colour, pot=bowl.pot, doubles_min=bowl.doubles_min, mixed_at=mixed,
        notes=tuple(notes), face=face,
    )  # fmt: skip


def take_note(loaf: Loaf, press_id: uuid.UUID, bowl_key: str, note: Note, at: dt.datetime) -> None:
    """Add a reading or an event; the same ``press_id`` again changes nothing.

    :raises InputError: ``reading.bowl``, ``reading.from_ahead``, ``reading.before_mixing``, or out of its test's range
    """
    if BowlNote.objects.filter(press_id=press_id).exists():
        return
    bowl = next((bowl for bowl in _planned(loaf)[1] if bowl.key == bowl_key), None)
    if bowl is None:
        raise InputError.one("reading.bowl", "bowl", bowl_key, "is not one of this loaf's bowls", "Choose a bowl.")
    if at > timezone.now() + _AHEAD:
        raise InputError.one(
            "reading.from_ahead", "taken_at", at.isoformat(), "lies ahead of the studio's clock",
            "Set this device's clock, and take the reading again.",
        )  # fmt: skip
    mixed = _steps_done(loaf).get(bowl.mixed_by)
    minute = (at - mixed).total_seconds() / 60 if mixed else -1.0
    check_note(note.model_copy(update={"minute": -1.0 if minute < 0 else minute}), bowl)
    BowlNote.objects.get_or_create(
        press_id=press_id,
        defaults={
            "loaf": loaf, "bowl": bowl_key, "taken_at": at, "data": note.model_dump(mode="json", exclude={"minute"}),
        },
    )  # fmt: skip


def take_back(loaf: Loaf, press_id: uuid.UUID, of: uuid.UUID) -> None:
    """Take a note back, by a note that says so."""
    row = loaf.bowl_notes.filter(press_id=of).first()
    if row is None:
        raise InputError.one("reading.unknown", "of", str(of), "is no reading of this loaf", "Reload the bench.")
    BowlNote.objects.get_or_create(
        press_id=press_id, defaults={"loaf": loaf, "bowl": row.bowl, "takes_back": of, "taken_at": timezone.now()}
    )
