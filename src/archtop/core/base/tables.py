"""One reader for the core's data files: CSV, with ``#`` lines that hold title, source and units."""

from __future__ import annotations

import csv
from functools import cache
from importlib.resources import files

__all__ = ["read_table"]


@cache
def read_table(name: str) -> tuple[dict[str, str], ...]:
    """Rows of ``data/<name>.csv`` as text, comments left out."""
    text = (files("archtop.core") / "data" / f"{name}.csv").read_text(encoding="utf-8")
    lines = [line for line in text.splitlines() if not line.startswith("#")]
    return tuple(csv.DictReader(lines))
