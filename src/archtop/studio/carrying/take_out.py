"""The studio's file: one zip of ``studio.json`` and the photographs; and every table as CSV."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from pathlib import Path
from typing import IO, Any, Final

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from archtop.studio import wall_clock
from archtop.studio.carrying.tables import TABLES, rows_of

__all__ = ["DOCUMENT", "FORMAT", "PHOTOS", "VERSION", "tables_as_csv", "take_out"]

FORMAT: Final = "archtop.studio"
VERSION: Final = 2
DOCUMENT, PHOTOS = "studio.json", "photos/"
# What a spreadsheet takes for a formula, full-width signs among it; white space may stand before it.
_RUNS: Final = tuple("=+-@＝＋－＠")


def _document(owner: User) -> dict[str, Any]:
    with transaction.atomic():
        tables = {table.name: list(rows_of(table, owner)) for table in TABLES}
    return {"format": FORMAT, "version": VERSION, "made_at": wall_clock.now().isoformat(), "tables": tables}


def take_out(owner: User, to: IO[bytes]) -> None:
    """Write the whole studio of an owner, photographs and all."""
    document = _document(owner)
    with zipfile.ZipFile(to, "w", zipfile.ZIP_DEFLATED) as zipped:
        text = json.dumps(document, ensure_ascii=False, indent=1)
        zipped.writestr(DOCUMENT, text)
        for name in sorted({row["file"] for row in document["tables"]["photos"]}):
            file = Path(settings.MEDIA_ROOT) / name
            if file.exists():
                zipped.write(file, PHOTOS + file.name, zipfile.ZIP_STORED)


def tables_as_csv(owner: User, to: IO[bytes]) -> None:
    """Every table as a CSV file of its own; what is itself a document stands in it as JSON."""
    with zipfile.ZipFile(to, "w", zipfile.ZIP_DEFLATED) as zipped:
        for name, rows in _document(owner)["tables"].items():
            text = io.StringIO()
            columns = list(dict.fromkeys(key for row in rows for key in row))
            writer = csv.DictWriter(text, columns)
            writer.writeheader()
            writer.writerows({key: _cell(value) for key, value in row.items()} for row in rows)
            zipped.writestr(f"{name}.csv", text.getvalue())


def _cell(value: Any) -> Any:
    if isinstance(value, dict | list):
        return json.dumps(value, ensure_ascii=False)
    # A spreadsheet would run what begins so.
    runs = isinstance(value, str) and (value[:1].isspace() or value.startswith(_RUNS))
    return f"'{value}" if runs else value
