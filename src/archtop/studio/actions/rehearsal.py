"""A pour day rehearsed: nothing of it is kept here, the browser holds its log and asks what it comes to."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

from archtop.core.base import Frozen
from archtop.core.bench.clock import check_note
from archtop.core.bench.rehearsal import BowlSeen, Outcome, RehearsedDay
from archtop.studio.actions.bench import Pressed, times_done
from archtop.studio.actions.clock import BenchClocks, NoteTaken, clocks_at, planned
from archtop.studio.models import Loaf

__all__ = ["Rehearsal", "rehearse"]


class Rehearsal(Frozen):
    """The clocks as they stand, what a hand would see of each bowl, and what each step that is done came to."""

    clocks: BenchClocks
    seen: tuple[BowlSeen, ...]
    outcomes: tuple[Outcome, ...]


def rehearse(
    loaf: Loaf, seed: int, presses: Sequence[Pressed], notes: Sequence[NoteTaken], now: dt.datetime
) -> Rehearsal:
    """What a rehearsed day has come to at ``now`` of its own clock.

    :param seed: which day: the same simulated batter every time
    :raises InputError: the loaf does not plan, or a note cannot have been read
    """
    of = planned(loaf)
    done = times_done(presses)
    bowls = {bowl.key: bowl for bowl in of.bowls}

    def minute(at: dt.datetime) -> float:
        return (at - now).total_seconds() / 60

    for item in notes:
        bowl = bowls.get(item.bowl)
        mixed = done.get(bowl.mixed_by) if bowl else None
        since = minute(item.taken_at) - minute(mixed) if mixed else -1.0
        if bowl:
            check_note(item.note.model_copy(update={"minute": since if since >= 0 else -1.0}), bowl)
    day = RehearsedDay(
        of.of,
        of.result,
        of.bowls,
        seed,
        done={key: minute(at) for key, at in done.items()},
        notes={
            key: [item.note.model_copy(update={"minute": minute(item.taken_at)}) for item in notes if item.bowl == key]
            for key in bowls
        },
    )
    return Rehearsal(
        clocks=clocks_at(of.result, of.bowls, presses, notes, now), seen=day.seen(0.0), outcomes=day.outcomes()
    )
