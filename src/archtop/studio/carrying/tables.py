"""What is carried: each table with the fields that make a row the same row in another studio.

Rows of another table are named by its identity, never by a number that only this database knows.
"""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from django.contrib.auth.models import User
from django.db import models

from archtop.studio import models as studio

__all__ = ["TABLES", "Row", "Table", "rows_of"]

Row = dict[str, Any]


@dataclass(frozen=True)
class Table:
    """A table: what a row is known by, fields that stay behind, and whether it is an owner's.

    ``refs``: fields that name rows of other tables, with the field those are named by. ``grows``: a log.
    """

    name: str
    model: type[models.Model]
    known_by: tuple[str, ...]
    refs: dict[str, str] = field(default_factory=dict)
    stays: tuple[str, ...] = ()
    owned: bool = False
    grows: bool = False

    @property
    def is_log(self) -> bool:
        """Whether its rows have a name of their own and are only ever added."""
        return self.grows and len(self.known_by) == 1

    @cached_property
    def fields(self) -> list[models.Field[Any, Any]]:
        """The fields that travel."""
        behind = {*self.stays, *(("owner",) if self.owned else ())}
        return [
            column
            for column in self.model._meta.concrete_fields
            if column.name not in behind and not isinstance(column, models.AutoField)
        ]


_LOAF = {"loaf": "id"}

# In such an order that a row comes after those it names.
TABLES: tuple[Table, ...] = (
    Table("moulds", studio.LoafMould, ("name",)),
    Table("fats", studio.OwnFat, ("key",)),
    Table("cupboard", studio.CupboardItem, ("kind", "key"), stays=("updated_at",)),
    Table("stock", studio.Stock, ("name",), stays=("counted_at",)),
    Table("prices", studio.Price, ("name",)),
    Table("settings", studio.Setting, ("key",)),
    Table("formulas", studio.BookFormula, ("name",), owned=True),
    Table("formula_versions", studio.FormulaVersion, ("book", "number"), {"book": "name"}, grows=True),
    Table("loaves", studio.Loaf, ("id",), stays=("to_learn",), owned=True),
    Table("revisions", studio.Revision, ("loaf", "number", "kept_aside", "saved_at"), _LOAF, grows=True),
    Table("bench", studio.BenchEntry, ("press_id",), _LOAF, grows=True),
    Table("readings", studio.BowlNote, ("press_id",), _LOAF, grows=True),
    Table("outcomes", studio.OutcomeEntry, ("entry_id",), _LOAF, grows=True),
    Table("photos", studio.Photo, ("id",), _LOAF),
    Table("stock_uses", studio.StockUse, ("loaf",), _LOAF),
    Table("lots", studio.ShelfLot, ("key",), _LOAF),
    Table("moves", studio.ShelfMove, ("move_id",), {**_LOAF, "lot": "key"}, grows=True),
    Table("numbers", studio.OwnRate, ("key",), stays=("data",)),
    Table("seasons", studio.Season, (), stays=("feed", "planned_from"), owned=True),
    Table("pins", studio.SeasonPin, ("job",), stays=("season",)),
    Table("orders", studio.Order, ("kind", "name", "ready_on"), owned=True),
)


def _plain(value: Any) -> Any:
    match value:
        case uuid.UUID():
            return str(value)
        case dt.datetime() | dt.date():
            return value.isoformat()
        case models.fields.files.FieldFile():
            return value.name
        case _:
            return value


def rows_of(table: Table, owner: User) -> Iterator[Row]:
    """Every row as plain data, in the order they were made."""
    rows: models.QuerySet[Any] = models.QuerySet(model=table.model).order_by("pk")
    if table.owned:
        rows = rows.filter(owner=owner)
    if table.name == "pins":
        rows = rows.filter(season__owner=owner)
    for row in rows.select_related(*table.refs).iterator():
        found = {}
        for column in table.fields:
            if column.name in table.refs:
                other = getattr(row, column.name)
                found[column.name] = None if other is None else _plain(getattr(other, table.refs[column.name]))
            else:
                found[column.name] = _plain(getattr(row, column.attname))
        if isinstance(row, studio.Order):
            found["loaves"] = sorted(str(key) for key in row.loaves.values_list("pk", flat=True))
        yield found
