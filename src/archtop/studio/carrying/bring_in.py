"""A studio's file merged into this studio: what is new is added, what differs is told and stays as it is here.

Logs grow by what they lack. A loaf that is here in an older version is brought up to date; one that was changed on both
sides stays, and the other version is kept aside. Everything or nothing is kept. What takes long, reading, checking,
making photographs fit, comparing and making rows ready, is done before the first is written and what is learned after
the last: all is then written at once, and hands at the bench wait for that alone.
"""

from __future__ import annotations

import hashlib
import json
import shutil
import tempfile
import zipfile
from collections import Counter
from contextlib import suppress
from functools import cached_property
from pathlib import Path
from typing import IO, Any, Final

from django.contrib.auth.models import User
from django.db import IntegrityError, models, transaction

from archtop.core import InputError
from archtop.core.base import Frozen
from archtop.studio.actions.season import season_of
from archtop.studio.carrying.inserts import Insert, inserts_of
from archtop.studio.carrying.photographs import Photographs
from archtop.studio.carrying.reading import Given, in_words, most_seconds, read_rows, rows_read
from archtop.studio.carrying.standing import going_on
from archtop.studio.carrying.tables import TABLES, Row, Table
from archtop.studio.models import BookFormula, Loaf, Order, Revision, SeasonPin
from archtop.studio.preview import read_preview
from archtop.studio.reading_apart import read_apart
from archtop.studio.wall_clock import times_as_written

__all__ = ["Brought", "bring_in"]

_SHOWN = 40
_TRIES = 3
# A studio of two thousand loaves is some 90 MB of text [MB of memory].
_MOST_MB = 800

Key = tuple[Any, ...]


class Brought(Frozen):
    """What was done, by table, and what a person should know."""

    added: dict[str, int]
    already_here: dict[str, int]
    kept_yours: tuple[str, ...]
    says: str


def bring_in(owner: User, file: IO[bytes]) -> Brought:
    """Merge a studio's file; what its loaves teach is still to be learned then.

    :raises InputError: ``import.unreadable``, ``import.format``, ``import.newer``, ``import.row``, ``import.names``,
        ``import.twice`` or ``file.too_much``; then nothing is kept
    """
    with tempfile.TemporaryDirectory() as folder, going_on(owner.pk) as so_far:
        kept = Path(folder) / "studio.zip"
        file.seek(0)
        with kept.open("wb") as copy:
            shutil.copyfileobj(file, copy)
        here = {table.name: _logged(table) for table in TABLES if table.is_log}
        rows = read_apart(read_rows, kept, here, most_s=most_seconds(kept), most_mb=_MOST_MB, told=so_far)
        with zipfile.ZipFile(kept) as zipped:
            photographs = Photographs(zipped, kept.parent)
            for _ in range(_TRIES):
                merging = _Merging(owner, photographs, kept.parent)
                for done, given in enumerate(rows_read(kept.parent), rows + 1):
                    merging.take(given)
                    so_far((done, 2 * rows))
                merging.make_ready()
                # What hands have made meanwhile may be what the file brings: then it is compared anew.
                with suppress(IntegrityError), transaction.atomic():
                    merging.write()
                    return merging.report()
    limit = "brings what is being made here at the same time, or the same thing twice"
    raise InputError.one("import.twice", "file", "it", limit, "Choose it again a little later.")


def _logged(table: Table) -> set[str]:
    """What a log holds already."""
    log: models.QuerySet[Any] = models.QuerySet(model=table.model)
    return {str(key) for key in log.values_list(table.known_by[0], flat=True)}


# What rows of other tables name a row by.
_NAMED_BY: Final = {
    column.related_model: table.refs[column.name]
    for table in TABLES
    for column in table.fields
    if column.name in table.refs
}


# What there may be thousands of: no other row names one of these by a number that only the database gives.
_LONG: Final = frozenset({"loaves", "revisions", "bench", "readings", "outcomes", "photos", "stock_uses"})


class _Merging:
    """One merge as it goes along: what is to be written is gathered first."""

    def __init__(self, owner: User, photographs: Photographs, folder: Path) -> None:
        self.owner, self.photographs, self.folder = owner, photographs, folder
        self.added: Counter[str] = Counter()
        self.here: Counter[str] = Counter()
        self.yours: list[str] = []
        self.touched: set[Any] = set()
        # Logs are long: what they hold is asked once.
        self.logged = {table.name: _logged(table) for table in TABLES if table.is_log}
        self.keys: dict[str, set[Key]] = {}
        self.seen: dict[str, set[Key]] = {}
        self.others: dict[tuple[Any, Any], Any] = {}
        self.names = set(Loaf.objects.filter(owner=owner).values_list("name", flat=True))
        self.new: dict[str, list[Any]] = {}
        self.ready: dict[str, list[Insert]] = {}
        self.newer: list[tuple[Loaf, Row]] = []
        self.stays: dict[Any, tuple[Loaf, Row]] = {}
        self.ordered: list[tuple[Order, list[Any]]] = []

    def take(self, given: Given) -> None:
        """One row that has been read: added, found here already, or left as it is here."""
        table, row = given.table, given.row
        if table.is_log and str(row.get(table.known_by[0])) in self.logged[table.name]:
            self.here[table.name] += 1
            return
        with in_words(given):
            values = self._referring(given)
            if table.name == "revisions":
                values = self._in_its_line(table, values)
            key = _key_of(table, values)
            seen = self.seen.setdefault(table.name, set())
            if key in seen:
                # The file brings it twice.
                self.here[table.name] += 1
                return
            seen.add(key)
            if mine := self._mine_of(table, key, values):
                self._compare(table, mine, values, row)
            else:
                self._add(table, values, row)

    def _mine_of(self, table: Table, key: Key, values: Row) -> models.Model | None:
        """The row that is here already; most are not, and are not asked for one by one."""
        if table.is_log or key not in self._known(table):
            return None
        return self._rows(table).filter(**{name: values[name] for name in table.known_by}).first()

    def _known(self, table: Table) -> set[Key]:
        """What the rows are known by that are here, asked once."""
        if table.name not in self.keys:
            self.keys[table.name] = set(self._rows(table).values_list(*table.known_by)) if table.known_by else {()}
        return self.keys[table.name]

    def _in_its_line(self, table: Table, values: Row) -> Row:
        """A version of a loaf that stays as it is here is none of its line: it lies aside."""
        if values["loaf"].pk not in self.stays or _key_of(table, values) in self._known(table):
            return values
        return {**values, "kept_aside": True}

    def _rows(self, table: Table) -> models.QuerySet[Any]:
        rows: models.QuerySet[Any] = models.QuerySet(model=table.model)
        if table.name == "loaves":
            return rows
        if table.name == "pins":
            return rows.filter(season__owner=self.owner)
        return rows.filter(owner=self.owner) if table.owned else rows

    def _referring(self, given: Given) -> Row:
        """A row's values with the rows of this database that it refers to."""
        table, values = given.table, dict(given.values)
        for field in table.fields:
            name = values[field.name]
            if field.name in table.refs and name is not None:
                values[field.name] = self._other(field.related_model, table.refs[field.name], name)
        return values

    def _other(self, model: Any, by: str, name: Any) -> Any:
        """The row that another one names; asked once, for a loaf is named by all that was done for it."""
        name = str(name)
        if (model, name) not in self.others:
            mine = {"owner": self.owner} if model is BookFormula else {}
            found: Any = models.QuerySet(model=model).get(**{by: name}, **mine)
            if isinstance(found, Loaf):
                self._refuse_others(found)
            self.others[model, name] = found
        return self.others[model, name]

    def _refuse_others(self, loaf: Loaf) -> None:
        if loaf.owner_id != self.owner.pk:
            raise InputError.one("import.row", "loaf", str(loaf.pk), "belongs to somebody else", "Ask its owner.")

    def _add(self, table: Table, values: Row, row: Row) -> None:
        if table.owned:
            values["owner"] = self.owner
        if table.name == "loaves":
            values = _pictured(self._renamed(values))
        if table.name == "photos":
            values["file"] = self.photographs.placed(values["file"])
        made = table.model(**values)
        self.added[table.name] += 1
        self._touch(values, made)
        self.new.setdefault(table.name, []).append(made)
        if by := _NAMED_BY.get(table.model):
            self.others[table.model, str(getattr(made, by))] = made
        if isinstance(made, Order):
            self.ordered.append((made, row.get("loaves", [])))

    def _touch(self, values: Row, made: models.Model) -> None:
        loaf = made if isinstance(made, Loaf) else values.get("loaf")
        if isinstance(loaf, Loaf):
            self.touched.add(loaf.pk)

    def _renamed(self, values: Row) -> Row:
        """A loaf of another studio that has the name of one here is told apart from it."""
        if values["name"] not in self.names:
            self.names.add(values["name"])
            return values
        name = f"{values['name'][:100]} (brought in)"
        self._mine(f"{values['name']}: there is a loaf of that name here; the other is called “{name}” now.")
        return {**values, "name": name, "document": {**values["document"], "name": name}}

    def _compare(self, table: Table, mine: models.Model, values: Row, row: Row) -> None:
        if isinstance(mine, Loaf):
            self._refuse_others(mine)
        told = [field.name for field in table.fields if field.name in row]
        ours, values = {name: getattr(mine, name) for name in told}, {name: values[name] for name in told}
        if table.name == "photos":
            ours["file"], values["file"] = None, None
        if ours == values or table.grows or table.name == "stock_uses":
            self.here[table.name] += 1
        elif isinstance(mine, Loaf):
            self._newer(mine, values)
        else:
            what = " ".join(str(row[name]) for name in table.known_by if row[name] is not None) or table.name
            self._mine(f"{table.name}: {what} differs; yours was kept.")

    def _newer(self, mine: Loaf, values: Row) -> None:
        """A loaf that is here as well, in another version."""
        same = mine.document == values["document"]
        if not same and values["revision"] > mine.revision and self._came_from(mine, values):
            self.newer.append((mine, _pictured(values)))
            self.added["loaves"] += 1
            self.touched.add(mine.pk)
            return
        self.here["loaves"] += 1
        self.stays[mine.pk] = mine, values
        if not same and mine.revision <= values["revision"]:
            self._mine(f"{mine.name} was changed on both sides; yours was kept, the other version lies aside.")

    def _came_from(self, mine: Loaf, values: Row) -> bool:
        """Whether what is here is one of the other's own earlier versions."""
        earlier = (str(mine.pk), mine.revision, _print_of(mine.document))
        return mine.revision < values["revision"] and earlier in self._earlier

    @cached_property
    def _earlier(self) -> set[tuple[str, int, bytes]]:
        """Every earlier version that the file brings: its loaf, its number, and what it is known by."""
        return {
            (str(given.row["loaf"]), given.row["number"], _print_of(given.row["document"]))
            for given in rows_read(self.folder)
            if given.name == "revisions" and not given.row.get("kept_aside")
        }

    def _mine(self, words: str) -> None:
        self.yours.append(words)

    def make_ready(self) -> None:
        """Turn what is long into what the database takes; the rest is little, and named by numbers not yet given."""
        with times_as_written():
            for table in TABLES:
                if table.name in _LONG:
                    rows = self.new.pop(table.name, [])
                    self.ready[table.name] = list(inserts_of(rows, unless_there=table.is_log))

    def write(self) -> None:
        """All that is new, table by table; what hands have done since it was compared stays."""
        with times_as_written():
            for table in TABLES:
                self._write(table)
        for order, loaves in self.ordered:
            order.loaves.set(Loaf.objects.filter(owner=self.owner, pk__in=loaves))
        for mine, values in self.newer:
            keep = {name: values[name] for name in ("name", "document", "revision", "updated_at", "preview")}
            if not Loaf.objects.filter(pk=mine.pk, revision=mine.revision).update(**keep):
                raise IntegrityError("saved meanwhile")
        for mine, values in self.stays.values():
            _lay_aside(mine, values)
        Loaf.objects.filter(pk__in=self.touched).update(to_learn=True)

    def _write(self, table: Table) -> None:
        for insert in self.ready.get(table.name, ()):
            insert.write()
        new = self.new.get(table.name, [])
        for made in new:
            if isinstance(made, SeasonPin):
                made.season = season_of(self.owner)
        rows: models.QuerySet[Any] = models.QuerySet(model=table.model)
        rows.bulk_create(new, ignore_conflicts=table.is_log)

    def report(self) -> Brought:
        """In words."""
        added, here = sum(self.added.values()), sum(self.here.values())
        more = f" Of {len(self.yours)} more things yours was kept." if self.yours else ""
        return Brought(
            added=dict(self.added),
            already_here=dict(self.here),
            kept_yours=tuple(self.yours[:_SHOWN]),
            says=f"{self.added['loaves']} loaves and {added - self.added['loaves']} other things were added; "
            f"{here} were here already.{more}",
        )


def _pictured(values: Row) -> Row:
    """A loaf with its small picture, or with none where that is of another version: the list makes it anew."""
    preview = read_preview(values["preview"])
    return {**values, "preview": preview.model_dump(mode="json") if preview else {}}


def _lay_aside(mine: Loaf, values: Row) -> None:
    """The other version of a loaf that stays as it is here, where the file brought no such row of its own."""
    if mine.document == values["document"] or mine.revision > values["revision"]:
        return
    aside = {"loaf": mine, "number": values["revision"], "kept_aside": True, "document": values["document"]}
    if not Revision.objects.filter(**aside).exists():
        Revision.objects.create(**aside, based_on=mine.revision)


def _key_of(table: Table, values: Row) -> Key:
    """What a row is known by; a row that it names by its own key, or by itself while that has none."""

    def part(value: Any) -> Any:
        if isinstance(value, models.Model):
            return value.pk if value.pk is not None else ("new", id(value))
        return value

    return tuple(part(values[name]) for name in table.known_by)


def _print_of(document: Row) -> bytes:
    return hashlib.sha256(json.dumps(document, sort_keys=True).encode()).digest()
