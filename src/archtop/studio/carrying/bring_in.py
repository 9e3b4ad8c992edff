"""A studio's file merged into this studio: what is new is added, what differs is told and stays as it is here.

Logs grow by what they lack. A loaf that is here in an older version is brought up to date; one that was changed on both
sides stays, and the other version is kept aside. Everything or nothing is kept. What takes long, reading, checking and
making photographs fit, is done before the first row is written and what is learned after the last: hands at the bench
wait for the writing alone.
"""

from __future__ import annotations

import json
import tempfile
import zipfile
import zlib
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path, PurePosixPath
from typing import IO, Any, NamedTuple

from django.contrib.auth.models import User
from django.core.exceptions import ObjectDoesNotExist
from django.core.exceptions import ValidationError as FieldError
from django.core.files.base import ContentFile
from django.db import DatabaseError, models, transaction
from pydantic import ValidationError

from archtop.core import InputError, read_loaf
from archtop.core.base import Frozen
from archtop.studio import stored
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.season import season_of
from archtop.studio.carrying.checks import checked, why_of
from archtop.studio.carrying.photographs import Photographs
from archtop.studio.carrying.standing import going_on
from archtop.studio.carrying.tables import TABLES, Row, Table
from archtop.studio.carrying.take_out import DOCUMENT, FORMAT, PHOTOS, VERSION
from archtop.studio.models import BookFormula, Loaf, Order, Photo, Revision
from archtop.studio.preview import Preview, preview_of
from archtop.studio.wall_clock import times_as_written

__all__ = ["Brought", "bring_in"]

# A zip may claim any size.
_MOST_DOCUMENT, _MOST_ALL = 500_000_000, 20_000_000_000
_PACKED, _LOCKED = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED), 0x1
_SHOWN = 40
# Rows of a log are written so many at a time.
_AT_A_TIME = 200

Tables = dict[str, list[Row]]


class Brought(Frozen):
    """What was done, by table, and what a person should know."""

    added: dict[str, int]
    already_here: dict[str, int]
    kept_yours: tuple[str, ...]
    says: str


def bring_in(owner: User, file: IO[bytes]) -> Brought:
    """Merge a studio's file; what its loaves teach is still to be learned then.

    :raises InputError: ``import.unreadable``, ``import.format``, ``import.newer``, ``import.row`` or
        ``import.names``; then nothing is kept
    """
    try:
        zipped = zipfile.ZipFile(file)
    except (zipfile.BadZipFile, OSError, EOFError) as error:
        raise _unreadable(str(error)) from error
    with zipped, tempfile.TemporaryDirectory() as made_fit:
        tables = _tables(zipped)
        merging = _Merging(owner, Photographs(zipped, Path(made_fit)), tables)
        found = [
            _Given(table, number, row, {})
            for table in TABLES
            for number, row in enumerate(_rows_in(tables, table.name))
        ]
        with going_on(owner.pk, 2 * len(found)) as another:
            rows = []
            for given in found:
                rows.append(merging.read(given))
                another()
            with transaction.atomic(), times_as_written():
                # Hands may have gone on meanwhile.
                merging.logs.clear()
                for given in rows:
                    merging.take(given)
                    another()
                merging.settle()
    return merging.report()


def _unreadable(why: str) -> InputError:
    return InputError.one(
        "import.unreadable",
        "file",
        why,
        "is no whole studio file",
        "Choose a file that was taken out of a studio, or take it out again.",
    )


def _no_number(name: str) -> float:
    raise ValueError(f"{name} is no number")


def _tables(zipped: zipfile.ZipFile) -> Tables:
    """The file's tables, once it is known to be whole: every part of it is read through before anything is kept."""
    _refuse_strange(zipped)
    try:
        broken = zipped.testzip()
        document = json.loads(zipped.read(DOCUMENT), parse_constant=_no_number)
    except (zipfile.BadZipFile, zlib.error, EOFError, ValueError, RecursionError) as error:
        raise _unreadable(str(error)[:80]) from error
    if broken:
        raise _unreadable(broken)
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        found = str(document)[:60]
        raise InputError.one("import.format", "format", found, f'must be "{FORMAT}"', "Choose another file.")
    version = document.get("version")
    if not isinstance(version, int) or version > VERSION:
        raise InputError.one(
            "import.newer",
            "version",
            version,
            f"this application reads versions up to {VERSION}",
            "Update Arch Top first.",
        )
    if not isinstance(document.get("tables"), dict):
        raise InputError.one("import.format", "tables", "missing", "holds the studio", "Choose another file.")
    tables: Tables = document["tables"]
    return _moulds_of_any_kind(tables) if version == 1 else tables


def _rows_in(tables: Tables, name: str) -> list[Row]:
    rows = tables.get(name, [])
    if not isinstance(rows, list) or not all(isinstance(row, dict) for row in rows):
        raise InputError.one("import.row", name, name, "must be rows", "Take the studio out again.")
    return rows


def _moulds_of_any_kind(tables: Tables) -> Tables:
    """Version 1 knew one kind of mould only, a field to each of its measures."""
    try:
        moulds = [
            {"name": row["name"], "data": stored.MOULD.write(stored.MOULD.read(row))}
            for row in _rows_in(tables, "moulds")
        ]
    except (KeyError, ValueError) as error:
        limit = f"is no row of this table: {why_of(error)}"
        raise InputError.one("import.row", "moulds", "moulds", limit, "Take the studio out again.") from error
    return {**tables, "moulds": moulds}


def _refuse_strange(zipped: zipfile.ZipFile) -> None:
    """Only the document and photographs, packed as this application packs, nothing that swells."""
    names = zipped.namelist()
    strange = [
        name
        for name in names
        if name != DOCUMENT and not (name.startswith(PHOTOS) and len(PurePosixPath(name).parts) == 2)
    ]
    if DOCUMENT not in names or strange:
        raise InputError.one(
            "import.names",
            "file",
            ", ".join(strange[:3]) or f"no {DOCUMENT}",
            "is not what a studio's file holds",
            "Choose a file that was taken out of a studio.",
        )
    sizes = {item.filename: item.file_size for item in zipped.infolist()}
    if sizes[DOCUMENT] > _MOST_DOCUMENT or sum(sizes.values()) > _MOST_ALL:
        raise InputError.one("import.names", "file", "its size", "would fill the memory", "Choose a studio's file.")
    if any(item.compress_type not in _PACKED or item.flag_bits & _LOCKED for item in zipped.infolist()):
        raise _unreadable("packed or locked in another way")


class _Given(NamedTuple):
    """A row of the file, and its values as this database has them; what it refers to still by its name."""

    table: Table
    number: int
    row: Row
    values: Row


@contextmanager
def _in_words(given: _Given) -> Iterator[None]:
    """What is wrong with a row is told with the row."""
    try:
        yield
    except (KeyError, TypeError, ValueError, FieldError, ObjectDoesNotExist, DatabaseError) as error:
        if isinstance(error, InputError) and error.problems[0].code == "import.row":
            raise
        name = given.table.name
        raise InputError.one(
            "import.row",
            f"{name}.{given.number}",
            f"{name.replace('_', ' ')}, row {given.number + 1}",
            f"is no row of this table: {why_of(error)}",
            "Take the studio out again, or mend the file.",
        ) from error


def _value(table: Table, field: models.Field[Any, Any], row: Row) -> Any:
    """A row's value; a studio taken out before there was such a column knows nothing of it."""
    if field.name not in row and field.null:
        return None
    value = row[field.name]
    return value if field.name in table.refs or value is None else field.to_python(value)


def _is_log(table: Table) -> bool:
    """Whether its rows have a name of their own and are only ever added."""
    return table.grows and len(table.known_by) == 1


class _Merging:
    """One merge as it goes along."""

    def __init__(self, owner: User, photographs: Photographs, tables: Tables) -> None:
        self.owner, self.photographs, self.tables = owner, photographs, tables
        self.added: Counter[str] = Counter()
        self.here: Counter[str] = Counter()
        self.yours: list[str] = []
        self.touched: set[Any] = set()
        self.logs: dict[str, set[str]] = {}
        self.others: dict[tuple[Any, Any], Any] = {}
        self.lines: dict[str, list[models.Model]] = {}

    def read(self, given: _Given) -> _Given:
        """One row, checked by itself; a log's that is here already was checked when it came."""
        table, row = given.table, given.row
        with _in_words(given):
            if self._is_logged(given):
                return given
            values = {field.name: _value(table, field, row) for field in table.fields}
            checked(table, values)
            if table.name == "photos":
                self.photographs.read(values["file"])
        return given._replace(values=values)

    def take(self, given: _Given) -> None:
        """One row that has been read: added, found here already, or left as it is here."""
        table, row = given.table, given.row
        if self._is_logged(given):
            self.here[table.name] += 1
            return
        with _in_words(given):
            values = self._referring(given)
            known = {name: values[name] for name in table.known_by}
            mine = None if _is_log(table) else self._rows(table).filter(**known).first()
            if mine is None:
                self._add(table, values, row)
                if _is_log(table):
                    self._logged(table).add(str(row[table.known_by[0]]))
            else:
                self._compare(table, mine, values, row)

    def _is_logged(self, given: _Given) -> bool:
        table = given.table
        return _is_log(table) and str(given.row.get(table.known_by[0])) in self._logged(table)

    def _logged(self, table: Table) -> set[str]:
        """What a log holds already, asked once: logs are long."""
        if table.name not in self.logs:
            log: models.QuerySet[Any] = models.QuerySet(model=table.model)
            rows = log.values_list(table.known_by[0], flat=True)
            self.logs[table.name] = {str(key) for key in rows}
        return self.logs[table.name]

    def _rows(self, table: Table) -> models.QuerySet[Any]:
        rows: models.QuerySet[Any] = models.QuerySet(model=table.model)
        if table.name == "loaves":
            return rows
        if table.name == "pins":
            return rows.filter(season__owner=self.owner)
        return rows.filter(owner=self.owner) if table.owned else rows

    def _referring(self, given: _Given) -> Row:
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
        if _is_log(table):
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
        return any(
            row.get("loaf") == str(mine.pk)
            and row.get("number") == mine.revision < values["revision"]
            and row.get("document") == mine.document
            for row in _rows_in(self.tables, "revisions")
            if not row.get("kept_aside")
        )

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
