"""The notebook: any past loaf in seconds, and all that was ever seen of a scent or a colour."""

from __future__ import annotations

import datetime as dt
import re
import uuid
from collections.abc import Iterable, Mapping
from typing import Annotated, Literal

from django.contrib.auth.models import User
from django.db import connection
from django.db.models import Count, Min, QuerySet, Sum
from pydantic import Field

from archtop.core import Colourant, Scent, read_loaf
from archtop.core.base import Frozen
from archtop.core.notebook import fault_kinds
from archtop.studio import stored
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.learning import OwnNumber, open_numbers
from archtop.studio.actions.loaves import previews_of
from archtop.studio.actions.stills import Still, stills_for
from archtop.studio.models import Loaf, Mention, Observation, OutcomeEntry, Photo, ShelfMove
from archtop.studio.preview import Preview

__all__ = ["Asked", "Choice", "Found", "FoundLoaf", "Losses", "ThingPage", "losses_since", "search", "thing_page"]

_PAGE = 24
_MOST_CHOICES = 40
# Loaves told on the page of a scent or a colour.
_MOST_USES = 60
ThingKind = Literal["scent", "colourant"]


class Asked(Frozen):
    """What is sought: words anywhere, and things that a loaf must have."""

    words: Annotated[str, Field(max_length=200)] = ""
    scent: str = ""
    colourant: str = ""
    fault: str = ""
    verdict: str = ""
    formula: str = ""
    mould: str = ""
    technique: str = ""
    since: dt.date | None = None
    until: dt.date | None = None
    finished: bool = False
    page: Annotated[int, Field(ge=0, le=100_000)] = 0


class FoundLoaf(Frozen):
    """A loaf as the notebook lists it; ``says``: where the words were found; photographs by their id."""

    id: uuid.UUID
    name: str
    revision: int
    on: dt.date | None
    verdict: str | None
    faults: tuple[str, ...]
    says: str
    preview: Preview
    still: Still
    face: uuid.UUID | None
    top: uuid.UUID | None


class Choice(Frozen):
    """A thing that loaves can be sought by, and how many have it."""

    kind: str
    key: str
    name: str
    count: int


class Found(Frozen):
    """A page of loaves, how many there are, and what else could be chosen."""

    loaves: tuple[FoundLoaf, ...]
    count: int
    pages: int
    choices: tuple[Choice, ...]


def search(owner: User, asked: Asked) -> Found:
    """Loaves that have everything asked for, the latest first."""
    rows = Loaf.objects.filter(owner=owner)
    for kind in ("scent", "colourant", "fault", "verdict", "formula", "mould", "technique"):
        if key := getattr(asked, kind):
            rows = rows.filter(mentions__kind=kind, mentions__key=key)
    if asked.since:
        rows = rows.filter(past__on__gte=asked.since)
    if asked.until:
        rows = rows.filter(past__on__lte=asked.until)
    if asked.finished:
        rows = rows.filter(past__isnull=False)
    told = _with_words(asked.words)
    if told is not None:
        rows = rows.filter(pk__in=list(told))
    count = rows.count()
    page = rows.order_by("-past__on", "-updated_at")[asked.page * _PAGE : (asked.page + 1) * _PAGE]
    shown = list(page.select_related("past"))
    return Found(
        loaves=tuple(_found(shown, told or {})), count=count, pages=-(-count // _PAGE), choices=tuple(_choices(rows))
    )


def _with_words(words: str) -> dict[uuid.UUID, str] | None:
    """Loaves in which every word stands, and where; nothing where no word was asked for."""
    asked = re.findall(r"\w+", words)
    if not asked:
        return None
    match = " ".join(f'"{word}"*' for word in asked[:12])
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT loaf, snippet(studio_words, -1, '', '', '…', 12) FROM studio_words WHERE studio_words MATCH %s"
            " ORDER BY rank LIMIT 900",
            [match],
        )
        return {uuid.UUID(loaf): says.replace("\n", " · ") for loaf, says in cursor.fetchall()}


def _found(rows: Iterable[Loaf], told: Mapping[uuid.UUID, str]) -> Iterable[FoundLoaf]:
    rows = list(rows)
    pictures: dict[tuple[uuid.UUID, str], uuid.UUID] = {}
    for photo in Photo.objects.filter(loaf__in=rows, removed=False, kind__in=("cut face", "top")):
        pictures.setdefault((photo.loaf_id, photo.kind), photo.pk)
    kinds = fault_kinds()
    stills = stills_for((row.pk, row.revision) for row in rows)
    previews = previews_of(rows)
    for row in rows:
        past = stored.PAST.read(row.past.data) if hasattr(row, "past") else None
        yield FoundLoaf(
            id=row.pk,
            name=row.name,
            revision=row.revision,
            on=past.on if past else None,
            verdict=past.verdict if past else None,
            faults=tuple(kinds[key].name for key in past.faults) if past else (),
            says=told.get(row.pk, ""),
            preview=previews[row.pk],
            still=stills[row.pk],
            face=pictures.get((row.pk, "cut face")),
            top=pictures.get((row.pk, "top")),
        )


def _choices(rows: QuerySet[Loaf]) -> Iterable[Choice]:
    """What the loaves found have, the most frequent first."""
    cupboard = cupboard_of_studio(learned=False)
    names = {("scent", key): item.name for key, item in cupboard.scents.items()}
    names |= {("colourant", key): item.name for key, item in cupboard.colourants.items()}
    names |= {("fault", key): item.name for key, item in fault_kinds().items()}
    of_each: dict[str, int] = {}
    counted = rows.order_by().values("mentions__kind", "mentions__key").annotate(count=Count("pk", distinct=True))
    for row in counted.order_by("-count", "mentions__key"):
        kind, key = row["mentions__kind"], row["mentions__key"]
        if kind in ("embed", "motif", None) or of_each.get(kind, 0) >= _MOST_CHOICES:
            continue
        of_each[kind] = of_each.get(kind, 0) + 1
        yield Choice(kind=kind, key=key, name=names.get((kind, key), key), count=row["count"])


class Use(Frozen):
    """A loaf with a scent or a colour in it, and what came of it."""

    loaf: uuid.UUID
    name: str
    on: dt.date | None
    dose: str
    verdict: str | None
    faults: tuple[str, ...]
    notes: str
    face: uuid.UUID | None


class ThingPage(Frozen):
    """Everything ever seen of a scent or a colour."""

    kind: ThingKind
    key: str
    name: str
    told: tuple[str, ...]
    uses: tuple[Use, ...]
    troubles: tuple[str, ...]
    number: OwnNumber | None
    says: str


def thing_page(owner: User, kind: ThingKind, key: str) -> ThingPage:
    """The page of a scent or a colour; one that was taken out of the cupboard keeps its page."""
    cupboard = cupboard_of_studio(learned=False)
    item = cupboard.scents.get(key) if kind == "scent" else cupboard.colourants.get(key)
    rows = Loaf.objects.filter(owner=owner, mentions__kind=kind, mentions__key=key).select_related("past")
    rows = rows.order_by("-past__on", "-updated_at")
    about = {"scent": "scent", "colourant": "colour"}[kind]
    kinds = fault_kinds()
    shown = list(rows[:_MOST_USES])
    found = {line.id: line for line in _found(shown, {})}
    uses = []
    for row in shown:
        line = found[row.pk]
        past = stored.PAST.read(row.past.data) if hasattr(row, "past") else None
        uses.append(
            Use(
                loaf=row.pk,
                name=row.name,
                on=line.on,
                dose=_dose(row, kind, key),
                verdict=line.verdict,
                faults=tuple(kinds[fault].name for fault in past.faults if kinds[fault].about == about) if past else (),
                notes=past.notes if past else "",
                face=line.face,
            )
        )
    mine = [kind.key for kind in kinds.values() if kind.about == about]
    wrong = Mention.objects.filter(loaf__in=rows, kind="fault", key__in=mine).order_by()
    troubles = wrong.values_list("key").annotate(count=Count("loaf")).order_by("-count", "key")
    count, finished = rows.count(), rows.filter(past__isnull=False).count()
    rate = f"{'scent' if kind == 'scent' else 'colour'}:{key}"
    return ThingPage(
        kind=kind,
        key=key,
        name=item.name if item else key,
        told=tuple(_told(item)),
        uses=tuple(uses),
        troubles=tuple(f"{kinds[key].name}: {wrong} of {finished}" for key, wrong in troubles),
        number=next(iter(open_numbers(rate)), None),
        says=f"In {count} {'loaf' if count == 1 else 'loaves'}, {finished} of them finished."
        + (f" The latest {len(uses)} are shown." if count > len(uses) else ""),
    )


def _told(item: Scent | Colourant | None) -> Iterable[str]:
    """What its own card in the cupboard says."""
    match item:
        case Scent():
            for what, strength in item.behaves.items():
                yield f"{what} ({('a little', 'clearly', 'strongly')[strength - 1]})"
            if item.vanillin_percent:
                yield f"{item.vanillin_percent:g} % vanillin"
        case Colourant():
            yield f"tested from {item.low:g} to {item.high:g} g/kg"


def _dose(row: Loaf, kind: ThingKind, key: str) -> str:
    document = read_loaf(row.document)
    if kind == "colourant":
        doses = {dose.g_per_kg for colour in document.colours for dose in colour.colourants if dose.colourant == key}
        return ", ".join(f"{dose:g} g/kg" for dose in sorted(doses))
    blends = [blend.name for blend in document.blends if key in [part.scent for part in blend.parts]]
    return ", ".join(blends)


class Losses(Frozen):
    """What a season wasted and what it kept of what was left over [g]."""

    since: dt.date
    loaves: int
    bowls_g: float
    thrown_g: float
    kept_g: float
    off_the_shelf_g: float
    says: str


def losses_since(owner: User, since: dt.date) -> Losses:
    """Where batter went besides into bars, from the outcomes of loaves since a day."""
    entries = OutcomeEntry.objects.filter(loaf__owner=owner, loaf__past__on__gte=since)
    last = {(entry.loaf_id, entry.stage): entry.data for entry in entries}
    left = [item for data in last.values() for item in data["left"]]
    thrown = sum(item["grams"] for item in left if item["went"] == "thrown away")
    kept = sum(item["grams"] for item in left) - thrown
    seen = Loaf.objects.filter(owner=owner, past__on__gte=since)
    bowls = sum(Observation.objects.filter(loaf__in=seen, rate="film").values_list("grams", flat=True))
    moved = ShelfMove.objects.filter(why="thrown away", moved_at__date__gte=since).aggregate(grams=Sum("grams"))
    loaves = seen.count()
    off = abs(moved["grams"] or 0.0)
    first = entries.aggregate(first=Min("written_at"))["first"]
    return Losses(
        since=since,
        loaves=loaves,
        bowls_g=bowls,
        thrown_g=thrown,
        kept_g=kept,
        off_the_shelf_g=off,
        says="Nothing written down yet."
        if first is None
        else f"{loaves} loaves: {bowls + thrown + off:.0f} g wasted ({bowls:.0f} on bowls, {thrown:.0f} thrown away "
        f"at the bench, {off:.0f} from the shelf), {kept:.0f} g of what was left over kept.",
    )
