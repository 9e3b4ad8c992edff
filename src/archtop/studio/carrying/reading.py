"""A studio's file read through and checked before any of it is kept: in a process that has bounds of its own.

What has been checked is laid in a folder, some rows at a time, from which the server writes it down: neither holds all
of it at once as rows.
"""

from __future__ import annotations

import json
import pickle
import zipfile
import zlib
from collections.abc import Generator, Iterator, Mapping, Set
from contextlib import contextmanager
from itertools import islice
from pathlib import Path, PurePosixPath
from typing import Any, Final, NamedTuple

from django.core.exceptions import ObjectDoesNotExist
from django.core.exceptions import ValidationError as FieldError
from django.db import DatabaseError, models

from archtop.core import InputError
from archtop.studio import stored
from archtop.studio.carrying.checks import checked, why_of
from archtop.studio.carrying.photographs import Photographs
from archtop.studio.carrying.tables import TABLES, Row, Table
from archtop.studio.carrying.take_out import DOCUMENT, FORMAT, PHOTOS, VERSION
from archtop.studio.photos import MOST_BYTES

__all__ = ["Given", "in_words", "most_seconds", "read_rows", "rows_read"]

# A zip may claim any size [bytes], and hold lists and rows without end; two thousand loaves are 90 MB and a million.
_MOST_DOCUMENT: Final = 150_000_000
_MOST_PARTS: Final = 2_000_000
_PACKED, _LOCKED = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED), 0x1
# Rows are laid down so many at a time, and told of as often.
_AT_A_TIME = 200
_READ: Final = "rows"
# What reading may take [s], and what each MB of the file adds: photographs are looked at one by one.
_MOST_S, _PER_MB_S = 60, 1

Tables = dict[str, list[Row]]
_TABLE: Final = {table.name: table for table in TABLES}


class Given(NamedTuple):
    """A row of the file, and its values as a database has them; what it refers to still by its name.

    ``number``: from nothing, in its table; ``values``: none of a log's row that was here already
    """

    name: str
    number: int
    row: Row
    values: Row

    @property
    def table(self) -> Table:
        """Where it belongs."""
        return _TABLE[self.name]


def most_seconds(file: Path) -> int:
    """What reading a studio's file may take of a processor [s]."""
    return _MOST_S + _PER_MB_S * (file.stat().st_size // 10**6)


def read_rows(file: Path, here: Mapping[str, Set[str]]) -> Generator[tuple[int, int], None, int]:
    """Read a studio's file through and lay what was checked beside it; then how many rows there are.

    :param here: rows of each log that came before, and were checked then
    :return: yields how many rows of how many steps are done; a row is read, and later written
    :raises InputError: ``import.unreadable``, ``import.format``, ``import.newer``, ``import.row`` or ``import.names``
    """
    with _opened(file) as zipped, (file.parent / _READ).open("wb") as to:
        tables, photographs = _tables(zipped), Photographs(zipped, file.parent)
        rows = sum(len(_rows_in(tables, table.name)) for table in TABLES)
        done = 0
        for table in TABLES:
            # Taken out of the whole, it makes room.
            given = (Given(table.name, *each, {}) for each in enumerate(tables.pop(table.name, [])))
            while some := list(islice(given, _AT_A_TIME)):
                read = [_read(each, here, photographs) for each in some]
                pickle.dump(read, to, pickle.HIGHEST_PROTOCOL)
                done += len(read)
                yield done, 2 * rows
    return rows


def rows_read(folder: Path) -> Iterator[Given]:
    """What :func:`read_rows` has laid down in a folder, in the order in which rows are written."""
    with (folder / _READ).open("rb") as read:
        while True:
            try:
                yield from pickle.load(read)  # Our own process wrote it, a moment ago.
            except EOFError:
                return


def _opened(file: Path) -> zipfile.ZipFile:
    try:
        return zipfile.ZipFile(file)
    except (zipfile.BadZipFile, OSError, EOFError) as error:
        raise _unreadable(str(error)) from error


def _read(given: Given, here: Mapping[str, Set[str]], photographs: Photographs) -> Given:
    """One row, checked by itself."""
    table, row = given.table, given.row
    with in_words(given):
        if table.is_log and str(row.get(table.known_by[0])) in here[table.name]:
            return given
        values = {field.name: _value(table, field, row) for field in table.fields}
        checked(table, values)
        if table.name == "photos":
            photographs.read(values["file"])
    return given._replace(values=values)


@contextmanager
def in_words(given: Given) -> Iterator[None]:
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
    with _whole():
        broken = zipped.testzip()
        text = zipped.read(DOCUMENT).decode(errors="surrogatepass")
    if broken:
        raise _unreadable(broken)
    if text.count("[") + text.count("{") > _MOST_PARTS:
        raise InputError.one("import.names", "file", DOCUMENT, "holds too many parts", "Choose a studio's file.")
    with _whole():
        document = json.loads(text, parse_constant=_no_number)
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


@contextmanager
def _whole() -> Iterator[None]:
    try:
        yield
    except (zipfile.BadZipFile, zlib.error, EOFError, ValueError, RecursionError) as error:
        raise _unreadable(str(error)[:80]) from error


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
    for item in zipped.infolist():
        most = _MOST_DOCUMENT if item.filename == DOCUMENT else MOST_BYTES
        if item.file_size > most:
            limit = f"is more than the {most // 10**6} MB that it may have"
            raise InputError.one("import.names", "file", item.filename, limit, "Choose a studio's file.")
    if any(item.compress_type not in _PACKED or item.flag_bits & _LOCKED for item in zipped.infolist()):
        raise _unreadable("packed or locked in another way")
