"""The studio's own numbers: seen in each loaf's log and outcomes, fitted over all of them, turned off or forgotten."""

from __future__ import annotations

import datetime as dt
import logging
import threading
import time
from collections.abc import Iterable, Sequence
from contextlib import suppress

from django.db import connection, transaction

from archtop.core import InputError, read_loaf
from archtop.core.base import Frozen, Rate
from archtop.core.bench.clock import Note, bowls_of
from archtop.core.learning import Observation as Seen
from archtop.core.learning import fitted, pace_from, place_of
from archtop.core.notebook import Finished, LoafOutcome, Press, facts_of, observations_of
from archtop.studio import stored, wall_clock
from archtop.studio.actions.bench import standing, warmth_of
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.mentions import mention
from archtop.studio.actions.plans import Plans
from archtop.studio.models import BowlNote, Loaf, Observation, OutcomeEntry, OwnRate

__all__ = [
    "OwnNumber",
    "finished_of",
    "forget",
    "learn",
    "learn_behind",
    "learn_what_is_new",
    "loaves_to_learn",
    "open_numbers",
    "outcomes_of",
    "standing_notes",
    "turn",
]


_log = logging.getLogger(__name__)
_behind = threading.Lock()
# Between two loaves that are learned from behind everything else [s].
_REST_S = 0.05
# Nobody reads through more than this of what a number was seen in.
_LATEST = 40


class SeenIn(Frozen):
    """What one loaf showed; ``counts``: not forgotten."""

    loaf: str
    name: str
    value: float
    says: str
    seen_at: dt.datetime
    counts: bool


class OwnNumber(Frozen):
    """One of the studio's own numbers, with what it was lately seen in, latest first; ``rate`` ``None``: forgotten."""

    key: str
    rate: Rate | None
    off: bool
    forgotten_at: dt.datetime | None
    seen: tuple[SeenIn, ...]


def standing_notes(loaf: Loaf) -> list[BowlNote]:
    """Readings and events that were not taken back."""
    rows = list(loaf.bowl_notes.all())
    taken_back = {row.takes_back for row in rows if row.takes_back}
    return [row for row in rows if row.takes_back is None and row.press_id not in taken_back]


def outcomes_of(loaf: Loaf) -> list[LoafOutcome]:
    """What stands of each stage, in their order."""
    last: dict[str, OutcomeEntry] = {entry.stage: entry for entry in loaf.outcomes.all()}
    found = [stored.OUTCOME.read(entry.data) for entry in last.values()]
    return sorted(found, key=lambda outcome: (outcome.on, outcome.stage))


def finished_of(loaf: Loaf, learned: bool = True) -> Finished:
    """A loaf with its log and outcomes, planned with the numbers it was begun with, or with none.

    :raises InputError: it no longer plans
    """
    cupboard = cupboard_of_studio(loaf, learned)
    of, result = Plans(cupboard).of(loaf)
    bowls = bowls_of(of, result)
    log = list(loaf.bench.all())
    presses = [
        Press(press.step, press.pressed_at, press.action == "skipped", press.grams, press.celsius)
        for press in standing(log).values()
    ]
    warmth = warmth_of(log)
    done = {press.step: press.at for press in presses if not press.skipped}
    rows = standing_notes(loaf)
    notes: dict[str, list[Note]] = {}
    marks: dict[str, dict[str, float]] = {}
    for bowl in bowls:
        mixed = done.get(bowl.mixed_by)
        if mixed is None:
            continue

        def minute(at: dt.datetime, since: dt.datetime = mixed) -> float:
            return (at - since).total_seconds() / 60

        notes[bowl.key] = [
            *warmth.get(bowl.mixed_by, ()),
            *(
                stored.NOTE.read(row.data, minute=minute(row.taken_at))
                for row in rows
                if row.bowl == bowl.key and row.taken_at >= mixed
            ),
        ]
        marks[bowl.key] = {key: minute(done[key]) for key in bowl.bends_by if key in done}
    facts = facts_of(result, presses, bowls, notes)
    own = OwnRate.objects.filter(key="pace", data__isnull=False).first()
    pace = pace_from(stored.RATE.read(own.data) if own and own.data else None)
    return Finished(of, result, outcomes_of(loaf), facts, bowls=bowls, notes=notes, marks=marks, pace=pace)


def learn(loaf: Loaf) -> None:
    """Write anew what a loaf shows and what it is found by, and fit what it bears on.

    A loaf that no longer plans shows nothing.
    """
    document, of = None, None
    seen: Sequence[Seen] = ()
    with suppress(InputError):
        document = read_loaf(loaf.document)
        of = finished_of(loaf, learned=False)
        seen = (*observations_of(of), *_marbled(of))
    at = (of.facts.cut_at or of.facts.poured_at or of.facts.begun_at if of else None) or wall_clock.now()
    with transaction.atomic():
        old = set(loaf.observations.values_list("rate", flat=True))
        loaf.observations.all().delete()
        Observation.objects.bulk_create(
            Observation(
                loaf=loaf,
                rate=item.rate,
                value=item.value,
                sd=item.sd,
                grams=item.grams,
                says=item.says[:300],
                seen_at=at,
            )
            for item in seen
        )
        _refit(old | {item.rate for item in seen})
        if document:
            mention(loaf, document, outcomes_of(loaf))
        Loaf.objects.filter(pk=loaf.pk).update(to_learn=False)


def _marbled(of: Finished) -> Sequence[Seen]:
    """What its photographed bars show of how streams plunge and batter is led about."""
    # What draws faces takes a while to load: only who has photographed bars waits for it.
    from archtop.core.faces import Marbling, shown_by, thickness_of

    found = {mark.bar: mark for outcome in of.outcomes for mark in outcome.marbled}
    bars = {bar.number: bar for bar in of.result.cuts.bars}
    seen = {
        bars[number].from_mm: Marbling(mark.edges_mm, mark.deep_mm)
        for number, mark in found.items()
        if number in bars and not of.result.cuts.whole
    }
    if not seen:
        return ()
    thick = thickness_of(of.loaf, of.bowls, 0.0)
    return tuple(shown_by(of.resolved, of.result.fills, thick, seen))


def learn_what_is_new(besides: Loaf | None = None) -> None:
    """Learn from every loaf that has changed since it was last learned from; nobody waits for what is learned behind.

    :param besides: the one that is worked on: its own readings are its evidence, not its prior
    """
    if _behind.locked():
        return
    rows = Loaf.objects.filter(to_learn=True)
    for loaf in rows.exclude(pk=besides.pk) if besides else rows:
        learn(loaf)


def loaves_to_learn() -> int:
    """From how many loaves something is still to be learned."""
    return Loaf.objects.filter(to_learn=True).count()


def learn_behind() -> int:
    """Learn what is new beside everything else; what is not learned when the studio is closed is learned later.

    :return: from how many loaves
    """
    loaves = loaves_to_learn()
    if loaves:
        threading.Thread(target=_learn_all, daemon=True).start()
    return loaves


def _learn_all() -> None:
    with _behind:
        try:
            for loaf in Loaf.objects.filter(to_learn=True):
                learn(loaf)
                # Hands at the bench come first.
                time.sleep(_REST_S)
        except Exception:  # what one loaf breaks is met again, and told, where it is opened
            _log.exception("Learning broke off")
        finally:
            connection.close()


def _refit(keys: Iterable[str]) -> None:
    cupboard = cupboard_of_studio(learned=False)
    names = {f"scent:{key}": item.name for key, item in cupboard.scents.items()}
    names |= {f"colour:{key}": item.name for key, item in cupboard.colourants.items()}
    for key in sorted(set(keys)):
        row, _ = OwnRate.objects.get_or_create(key=key)
        rows = Observation.objects.filter(rate=key)
        if row.forgotten_at:
            rows = rows.filter(seen_at__gt=row.forgotten_at)
        seen = [Seen(rate=key, value=item.value, sd=item.sd, says=item.says) for item in rows]
        _, colon, what = key.partition(":")
        # Of a wait, the kind of thing and the mould it lies in.
        told = names.get(key, what.replace(" ", ", ", 1))
        fit = fitted(seen, {key: told} if colon else None).get(key)
        row.data = stored.RATE.write(fit) if fit else None
        row.save()


def turn(key: str, off: bool) -> None:
    """Let plans take one of the studio's own numbers, or not."""
    _own(key)
    OwnRate.objects.filter(key=key).update(off=off)


def forget(key: str, at: dt.datetime | None) -> None:
    """What was seen before ``at`` does not count any more; ``None``: everything counts again."""
    row = _own(key)
    row.forgotten_at = at
    row.save()
    _refit([key])


def _own(key: str) -> OwnRate:
    row = OwnRate.objects.filter(key=key).first()
    if row is None:
        raise InputError.one("number.unknown", "key", key, "is none of your own numbers", "Choose one of them.")
    return row


def open_numbers(key: str | None = None) -> list[OwnNumber]:
    """Every number of the studio's own, or that of one key, with the latest loaves it was seen in."""
    learn_what_is_new()
    rows = OwnRate.objects.filter(key=key) if key else OwnRate.objects.all()
    found = [_number(row) for row in sorted(rows, key=lambda row: place_of(row.key))]
    return [number for number in found if number.rate or number.seen]


def _number(row: OwnRate) -> OwnNumber:
    since = row.forgotten_at
    latest = Observation.objects.filter(rate=row.key).select_related("loaf").defer("loaf__document", "loaf__preview")
    return OwnNumber(
        key=row.key,
        rate=stored.RATE.read(row.data) if row.data else None,
        off=row.off,
        forgotten_at=since,
        seen=tuple(
            SeenIn(
                loaf=str(item.loaf_id),
                name=item.loaf.name,
                value=item.value,
                says=item.says,
                seen_at=item.seen_at,
                counts=since is None or item.seen_at > since,
            )
            for item in latest.order_by("-seen_at", "-id")[:_LATEST]
        ),
    )
