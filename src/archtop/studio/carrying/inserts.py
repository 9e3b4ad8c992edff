"""Rows made ready to be written, before the database is held for them.

To turn rows into SQL takes ten times as long as to write them, and whoever presses at the bench waits only for that.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

from django.db import connection, models
from django.db.models.constants import OnConflict
from django.db.models.sql import InsertQuery

__all__ = ["Insert", "inserts_of"]

# Rows are written so many at a time, at most.
_AT_A_TIME = 200


class Insert(NamedTuple):
    """Some rows of one table, as the database takes them."""

    sql: str
    values: Sequence[Any]

    def write(self) -> None:
        """Write them.

        :raises django.db.IntegrityError: one of them is there already, or names what is not
        """
        with connection.cursor() as cursor:
            cursor.execute(self.sql, self.values)


def inserts_of(rows: list[models.Model], *, unless_there: bool) -> Iterator[Insert]:
    """New rows of one table that name others by keys which those have already.

    :param unless_there: a row that is there by now stays as it is
    """
    if not rows:
        return
    meta = rows[0]._meta
    columns = [column for column in meta.concrete_fields if not isinstance(column, models.AutoField)]
    on_conflict = OnConflict.IGNORE if unless_there else None
    many = min(_AT_A_TIME, connection.ops.bulk_batch_size(columns, rows))
    for start in range(0, len(rows), many):
        query = InsertQuery(meta.model, on_conflict=on_conflict)
        query.insert_values(columns, rows[start : start + many])
        for sql, values in query.get_compiler(connection=connection).as_sql():
            yield Insert(sql, values)
