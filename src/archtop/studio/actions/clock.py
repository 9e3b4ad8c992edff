"""The trace clock of a loaf at the bench: readings added and taken back, and what the clock makes of them.

- ``clocks_at``: the clocks of any log, kept or not
- ``open_clocks``, ``take_note``, ``take_back``: of the log that is kept
"""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Mapping, Sequence
from typing import NamedTuple

from archtop.core import InputError, LoafPlan
from archtop.core.base import Figure, Frozen
from archtop.core.bench import Turn, turns_of
from archtop.core.bench.clock import Bowl, ClockFace, Note, bowls_of, check_note, read_clock
from archtop.core.resolved import ResolvedLoaf
from archtop.studio import stored, wall_clock
from archtop.studio.actions.bench import Pressed, standing, times_done, warmth_of
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.learning import learn_what_is_new, standing_notes
from archtop.studio.actions.plans import Plans
from archtop.studio.models import BowlNote, Loaf

__all__ = [
    "BenchClocks",
    "BowlClock",
    "NoteTaken",
    "Planned",
    "clocks_at",
    "open_clocks",
    "planned",
    "take_back",
    "take_note",
]

# Devices' clocks differ by seconds; by more than this one of them is wrong.
_AHEAD = dt.timedelta(minutes=2)


class NoteTaken(Frozen):
    """A note as it stands in the log."""

    press_id: uuid.UUID
    bowl: str
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


class Planned(NamedTuple):
    """A loaf's document with its plan and its bowls."""

    of: ResolvedLoaf
    result: LoafPlan
    bowls: tuple[Bowl, ...]


def planned(loaf: Loaf) -> Planned:
    """The saved loaf, planned; its bowls thicken as this studio's pots had when its work was begun.

    :raises InputError: the loaf no longer plans
    """
    if loaf.rates_then is None:
        learn_what_is_new(besides=loaf)
    cupboard = cupboard_of_studio(loaf)
    of, result = Plans(cupboard).of(loaf)
    return Planned(of=of, result=result, bowls=bowls_of(of, result))


class BenchClocks(Frozen):
    """The bowls, and the turns of what waits for them."""

    bowls: tuple[BowlClock, ...]
    turns: tuple[Turn, ...]


def clocks_at(
    result: LoafPlan,
    bowls: Sequence[Bowl],
    presses: Sequence[Pressed],
    notes: Sequence[NoteTaken],
    now: dt.datetime,
) -> BenchClocks:
    """Every bowl's clock as it stands at ``now``.

    :param presses: the bench log
    :param notes: all that stands of what was read and done
    """
    done = times_done(presses)
    warmth = warmth_of(presses)
    clocks = tuple(
        _clock(bowl, done, [note for note in notes if note.bowl == bowl.key], warmth.get(bowl.mixed_by, ()), now)
        for bowl in bowls
    )
    faces = {clock.bowl: clock.face for clock in clocks if clock.face}
    return BenchClocks(bowls=clocks, turns=turns_of(result, faces, standing(presses)) if faces else ())


def open_clocks(loaf: Loaf, now: dt.datetime, of: Planned | None = None) -> BenchClocks:
    """Every bowl's clock of the saved loaf as it stands now.

    :param of: the loaf as it is planned, where that is known already
    :raises InputError: the loaf no longer plans
    """
    notes = [
        NoteTaken(press_id=row.press_id, bowl=row.bowl, taken_at=row.taken_at, note=stored.NOTE.read(row.data))
        for row in standing_notes(loaf)
    ]
    of = of or planned(loaf)
    return clocks_at(of.result, of.bowls, list(loaf.bench.all()), notes, now)


def _clock(
    bowl: Bowl,
    done: Mapping[str, dt.datetime],
    notes: Sequence[NoteTaken],
    warmth: Sequence[Note],
    now: dt.datetime,
) -> BowlClock:
    mixed = done.get(bowl.mixed_by)

    def minute(at: dt.datetime) -> float:
        return (at - mixed).total_seconds() / 60 if mixed else 0.0

    # Notes from before this mixing belong to a pot that was mixed anew.
    notes = [
        item.model_copy(update={"note": item.note.model_copy(update={"minute": max(minute(item.taken_at), 0.0)})})
        for item in notes
        if mixed and item.taken_at >= mixed
    ]
    face = None
    if mixed:
        marks = {key: minute(at) for key, at in done.items() if key in bowl.bends_by}
        face = read_clock(bowl, [*warmth, *(item.note for item in notes)], max(minute(now), 0.0), marks)
    return BowlClock(
        bowl=bowl.key,
        name=bowl.name,
        colour=bowl.colour,
        pot=bowl.pot,
        doubles_min=bowl.doubles_min,
        mixed_at=mixed,
        notes=tuple(notes),
        face=face,
    )


def take_note(loaf: Loaf, of: Planned, press_id: uuid.UUID, *, bowl_key: str, note: Note, at: dt.datetime) -> None:
    """Add a reading or an event; the same ``press_id`` again changes nothing.

    :param of: the loaf as it is planned
    :raises InputError: ``reading.bowl``, ``reading.from_ahead``, ``reading.before_mixing``, or out of its test's range
    """
    if BowlNote.objects.filter(press_id=press_id).exists():
        return
    bowl = next((bowl for bowl in of.bowls if bowl.key == bowl_key), None)
    if bowl is None:
        raise InputError.one("reading.bowl", "bowl", bowl_key, "is not one of this loaf's bowls", "Choose a bowl.")
    if at > wall_clock.now() + _AHEAD:
        raise InputError.one(
            "reading.from_ahead",
            "taken_at",
            at.isoformat(),
            "lies ahead of the studio's clock",
            "Set this device's clock, and take the reading again.",
        )
    mixed = times_done(loaf.bench.all()).get(bowl.mixed_by)
    minute = (at - mixed).total_seconds() / 60 if mixed else -1.0
    check_note(note.model_copy(update={"minute": -1.0 if minute < 0 else minute}), bowl)
    _to_learn(loaf)
    BowlNote.objects.get_or_create(
        press_id=press_id,
        defaults={
            "loaf": loaf,
            "bowl": bowl_key,
            "taken_at": at,
            "data": stored.NOTE.write(note, frozenset(("minute",))),
        },
    )


def _to_learn(loaf: Loaf) -> None:
    Loaf.objects.filter(pk=loaf.pk).update(to_learn=True)


def take_back(loaf: Loaf, press_id: uuid.UUID, of: uuid.UUID) -> None:
    """Take a note back, by a note that says so."""
    row = loaf.bowl_notes.filter(press_id=of).first()
    if row is None:
        raise InputError.one("reading.unknown", "of", str(of), "is no reading of this loaf", "Reload the bench.")
    _to_learn(loaf)
    BowlNote.objects.get_or_create(
        press_id=press_id, defaults={"loaf": loaf, "bowl": row.bowl, "takes_back": of, "taken_at": wall_clock.now()}
    )
