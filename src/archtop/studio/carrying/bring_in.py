"""A studio's file merged into this studio: what is new is added, what differs is told and stays as it is here.

Logs grow by what they lack. A loaf that is here in an older version is brought up to date; one that was changed on both
sides stays, and the other version is kept aside. Everything or nothing is kept. What takes long, reading, checking and
making photographs fit, is done before the first row is written and what is learned after the last: hands at the bench
wait for the writing alone.
"""

from __future__ import annotations

import hashlib
import json
import shutil
import tempfile
import zipfile
from collections import Counter
from functools import cached_property
from pathlib import Path
from typing import IO, Any

from django.contrib.auth.models import User
from django.core.files.base import ContentFile
from django.db import models, transaction
from pydantic import ValidationError

from archtop.core import InputError, read_loaf
from archtop.core.base import Frozen
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.season import season_of
from archtop.studio.carrying.photographs import Photographs
from archtop.studio.carrying.reading import Given, in_words, most_seconds, read_rows, rows_read
from archtop.studio.carrying.standing import going_on
from archtop.studio.carrying.tables import TABLES, Row, Table
from archtop.studio.models import BookFormula, Loaf, Order, Photo, Revision
from archtop.studio.preview import Preview, preview_of
from archtop.studio.reading_apart import read_apart
from archtop.studio.wall_clock import times_as_written

__all__ = ["Brought", "bring_in"]

_SHOWN = 40
# Rows of a log are written so many at a time.
_AT_A_TIME = 200
# A studio of two thousand loaves is some 90 MB of text [MB of memory].
_MOST_MB = 800


class Brought(Frozen):
    """What was done, by table, and what a person should know."""

    added: dict[str, int]
    already_here: dict[str, int]
    kept_yours: tuple[str, ...]
    says: str


def bring_in(owner: User, file: IO[bytes]) -> Brought:
    """Merge a studio's file; what its loaves teach is still to be learned then.

    :raises InputError: ``import.unreadable``, ``import.format``, ``import.newer``, ``import.row``, ``import.names`` or
        ``file.too_much``; then nothing is kept
    """
    with tempfile.TemporaryDirectory() as folder, going_on(owner.pk) as so_far:
        kept = Path(folder) / "studio.zip"
        file.seek(0)
        with kept.open("wb") as copy:
            shutil.copyfileobj(file, copy)
        here = {table.name: _logged(table) for table in TABLES if table.is_log}
        rows = read_apart(read_rows, kept, here, most_s=most_seconds(kept), most_mb=_MOST_MB, told=so_far)
        with zipfile.ZipFile(kept) as zipped, transaction.atomic(), times_as_written():
            merging = _Merging(owner, Photographs(zipped, kept.parent), kept.parent)
            for done, given in enumerate(rows_read(kept.parent), rows + 1):
                merging.take(given)
                so_far((done, 2 * rows))
            merging.settle()
    return merging.report()


def _logged(table: Table) -> set[str]:
    """What a log holds already."""
    log: models.QuerySet[Any] = models.QuerySet(model=table.model)
    return {str(key) for key in log.values_list(table.known_by[0], flat=True)}


class _Merging:
    """One merge as it goes along."""

    def __init__(self, owner: User, photographs: Photographs, folder: Path) -> None:
        self.owner, self.photographs, self.folder = owner, photographs, folder
        self.added: Counter[str] = Counter()
        self.here: Counter[str] = Counter()
        self.yours: list[str] = []
        self.touched: set[Any] = set()
        # Logs are long: what they hold is asked once, though hands may have gone on since the file was read.
        self.logged = {table.name: _logged(table) for table in TABLES if table.is_log}
        self.keys: dict[str, set[tuple[Any, ...]]] = {}
        self.others: dict[tuple[Any, Any], Any] = {}
        self.lines: dict[str, list[models.Model]] = {}

    def take(self, given: Given) -> None:
        """One row that has been read: added, found here already, or left as it is here."""
        table, row = given.table, given.row
        key = str(row.get(table.known_by[0])) if table.is_log else ""
        if table.is_log and key in self.logged[table.name]:
            self.here[table.name] += 1
            return
        with in_words(given):
            values = self._referring(given)
            known = {name: values[name] for name in table.known_by}
            if mine := self._mine_of(table, known):
                self._compare(table, mine, values, row)
                return
            self._add(table, values, row)
            if table.is_log:
                self.logged[table.name].add(key)

    def _mine_of(self, table: Table, known: Row) -> models.Model | None:
        """The row that is here already; most are not, and are not asked for one by one."""
        if table.is_log:
            return None
        if table.known_by:
            if table.name not in self.keys:
                self.keys[table.name] = set(self._rows(table).values_list(*table.known_by))
            key = tuple(getattr(value, "pk", value) for value in known.values())
            if key not in self.keys[table.name]:
                self.keys[table.name].add(key)
                return None
        return self._rows(table).filter(**known).first()

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
        if table.name == "pins":
            values["season"] = season_of(self.owner)
        if table.name == "loaves":
            values = self._renamed({**values, "preview": self._preview(values)})
        if table.name == "photos":
            values["file"] = self._photo(values["file"])
        made = table.model(**values)
        self.added[table.name] += 1
        self._touch(values, made)
        if table.is_log:
            # Logs are long, and nothing else names their rows: they are written together.
            self.lines.setdefault(table.name, []).append(made)
            return
        made.save(force_insert=True)
        if isinstance(made, Order):
            made.loaves.set(Loaf.objects.filter(owner=self.owner, pk__in=row.get("loaves", [])))

    def _preview(self, values: Row) -> dict[str, Any]:
        """The small picture of a loaf, made anew where it is of another version."""
        try:
            return Preview.model_validate(values["preview"]).model_dump(mode="json")
        except ValidationError:
            document = read_loaf(values["document"])
            planned = Plans(cupboard_of_studio()).of_document(document)
            return preview_of(document, planned.result).model_dump(mode="json")

    def _touch(self, values: Row, made: models.Model) -> None:
        loaf = made if isinstance(made, Loaf) else values.get("loaf")
        if isinstance(loaf, Loaf):
            self.touched.add(loaf.pk)

    def _renamed(self, values: Row) -> Row:
        """A loaf of another studio that has the name of one here is told apart from it."""
        taken = Loaf.objects.filter(owner=self.owner, name=values["name"]).exists()
        if not taken:
            return values
        name = f"{values['name'][:100]} (brought in)"
        self._mine(f"{values['name']}: there is a loaf of that name here; the other is called “{name}” now.")
        return {**values, "name": name, "document": {**values["document"], "name": name}}

    def _photo(self, name: str) -> str:
        """The photograph's file put in its place."""
        field = Photo._meta.get_field("file")
        return str(field.storage.save(name, ContentFile(self.photographs.of(name))))

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
            values = {**values, "preview": self._preview(values)}
            keep = {name: values[name] for name in ("name", "document", "preview", "revision", "updated_at")}
            models.QuerySet(model=Loaf).filter(pk=mine.pk).update(**keep)
            self.added["loaves"] += 1
            self.touched.add(mine.pk)
            return
        self.here["loaves"] += 1
        if not same and mine.revision <= values["revision"]:
            Revision.objects.create(
                loaf=mine,
                number=values["revision"],
                based_on=mine.revision,
                document=values["document"],
                kept_aside=True,
            )
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

    def settle(self) -> None:
        """Logs, and that there is something to learn."""
        for table in TABLES:
            rows: models.QuerySet[Any] = models.QuerySet(model=table.model)
            rows.bulk_create(self.lines.get(table.name, []), batch_size=_AT_A_TIME)
        Loaf.objects.filter(pk__in=self.touched).update(to_learn=True)

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


def _print_of(document: Row) -> bytes:
    return hashlib.sha256(json.dumps(document, sort_keys=True).encode()).digest()
