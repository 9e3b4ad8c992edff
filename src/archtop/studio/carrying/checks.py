"""Rows of a studio's file held against what this application itself would have written.

Each table's row is read by the very models that its own writes are made by; what those would not let through is no row.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterator, Mapping
from typing import Any

from django.db import models
from pydantic import TypeAdapter, ValidationError

from archtop.core import Colourant, InputError, Scent, read_loaf
from archtop.core.base import Stored, problems_from_validation
from archtop.core.chemistry import Additive, Fat
from archtop.core.document import STOCK_NAME
from archtop.studio import stored
from archtop.studio.actions.house import CURRENCY_LETTERS, House
from archtop.studio.carrying.tables import Row, Table
from archtop.studio.photos import LONGEST_PX

__all__ = ["checked", "why_of"]

# Nobody has a tonne of anything at home, and no soap was kept here before these years or after them.
_MOST_G = 1_000_000.0
_YEARS = (1990, 2200)
# Halves of a letter that take the other with them.
_HALF = re.compile("[\ud800-\udfff]")
_POINTS: TypeAdapter[list[tuple[float, float]]] = TypeAdapter(list[tuple[float, float]])
_COUNTS: TypeAdapter[dict[str, int]] = TypeAdapter(dict[str, int])
_GRAMS: TypeAdapter[dict[str, float]] = TypeAdapter(dict[str, float])
_TOGETHER: TypeAdapter[list[list[str]]] = TypeAdapter(list[list[str]])
_ITEMS: dict[str, Stored[Scent] | Stored[Colourant] | Stored[Additive]] = {
    "scent": stored.SCENT,
    "colourant": stored.COLOURANT,
    "additive": stored.ADDITIVE,
}


def checked(table: Table, values: Row) -> None:
    """Nothing, where a row may be kept as it is.

    :param values: as this database has them
    :raises ValueError: what is wrong with it, in words
    """
    for field in table.fields:
        _field(field, values[field.name])
    if check := _CHECKS.get(table.name):
        check(values)


def why_of(error: Exception) -> str:
    """Why a row was refused, in words: the first of what is wrong with it, and where in it."""
    if isinstance(error, ValidationError):
        error = problems_from_validation(error)
    if isinstance(error, InputError):
        first = error.problems[0]
        return f"{first.field.replace('.', ', ').replace('_', ' ')}: {first.limit}"
    if isinstance(error, KeyError):
        return f"it has no {error.args[0]}"
    if isinstance(error, TypeError | AttributeError):
        return "it is of another kind"
    text = "; ".join(getattr(error, "messages", None) or [str(error)])
    return text[:160] or "it is of another kind"


def _field(field: models.Field[Any, Any], value: Any) -> None:
    """What holds for any value of a column, whatever it means."""
    name = field.name.replace("_", " ")
    if value is None and not field.null:
        raise ValueError(f"{name}: is missing")
    for text in _texts(value):
        if not text.isascii() and _HALF.search(text):
            raise ValueError(f"{name}: half a letter")
    if isinstance(value, float) and not math.isfinite(value):
        raise ValueError(f"{name}: must be a number that is finite")
    if isinstance(field, models.DateField) and value is not None and not _YEARS[0] <= value.year <= _YEARS[1]:
        raise ValueError(f"{name}: must be between the years {_YEARS[0]} and {_YEARS[1]}")
    if isinstance(field, models.DateTimeField) and value is not None and value.tzinfo is None:
        raise ValueError(f"{name}: must say its time zone")
    if not isinstance(field, models.ForeignKey | models.JSONField) and value is not None:
        # Length, choices, sign: what the column says of itself and the database does not hold to.
        field.clean(value, None)


def _texts(value: Any) -> Iterator[str]:
    match value:
        case str():
            yield value
        case dict():
            for key, inner in value.items():
                yield str(key)
                yield from _texts(inner)
        case list():
            for inner in value:
                yield from _texts(inner)


def _grams(row: Row, *names: str) -> None:
    for name in names:
        if row[name] is not None and not -_MOST_G <= row[name] <= _MOST_G:
            raise ValueError(f"{name}: must be at most {_MOST_G:g} g")


def _fat(row: Row) -> None:
    Fat(kind="glyceride", **{name: row[name] for name in Fat.model_fields if name in row})


def _item(row: Row) -> None:
    item = _ITEMS[row["kind"]].read(row["data"])
    if item.key != row["key"]:
        raise ValueError("key: is another one in its data")


def _named(row: Row) -> None:
    if not re.match(STOCK_NAME, row["name"]):
        raise ValueError("name: is not how the cupboard names a thing")


def _stock(row: Row) -> None:
    _named(row)
    _grams(row, "grams")


def _price(row: Row) -> None:
    _named(row)
    if not 0 <= row["per_kg"] <= _MOST_G:
        raise ValueError("per kg: must be a price")


def _setting(row: Row) -> None:
    if row["key"] == "house":
        House.model_validate(row["value"])
    elif isinstance(row["value"], dict | list):
        raise ValueError("value: must be a plain value")
    elif row["key"] == "currency" and len(str(row["value"])) > CURRENCY_LETTERS:
        raise ValueError(f"value: a currency has at most {CURRENCY_LETTERS} letters")


def _loaf(row: Row) -> None:
    document = read_loaf(row["document"])
    if document.name != row["name"]:
        raise ValueError("name: is another one in its document")
    for rate in row["rates_then"] or ():
        stored.RATE.read(rate)


def _reading(row: Row) -> None:
    if row["takes_back"] is None:
        stored.NOTE.read(row["data"])


def _outcome(row: Row) -> None:
    if stored.OUTCOME.read(row["data"]).stage != row["stage"]:
        raise ValueError("stage: is another one in its data")


def _photo(row: Row) -> None:
    points = _POINTS.validate_python(row["points"])
    if len(points) not in (0, 2) or not all(0 <= share <= 1 for point in points for share in point):
        raise ValueError("points: must be two on the picture, or none")
    if not (0 < row["wide_px"] <= LONGEST_PX and 0 < row["high_px"] <= LONGEST_PX):
        raise ValueError(f"its size: must be at most {LONGEST_PX} points a side")
    if row["apart_mm"] is not None and not 0 < row["apart_mm"] <= _MOST_G:
        raise ValueError("apart mm: must be a length")
    if row["focal"] is not None and not 0.05 < row["focal"] < 50:
        raise ValueError("focal: must be a lens' focal length by the picture's longer side")


def _use(row: Row) -> None:
    used: Mapping[str, float] = _GRAMS.validate_python(row["data"])
    if not all(0 <= grams <= _MOST_G for grams in used.values()):
        raise ValueError("data: must be grams")


def _season(row: Row) -> None:
    if row["hours"]:
        stored.HOURS.read(row["hours"])
    if not all(0 <= count <= 1000 for count in _COUNTS.validate_python(row["moulds"]).values()):
        raise ValueError("moulds: must be counts")
    _TOGETHER.validate_python(row["together"])
    if row["plan"] is not None:
        stored.SEASON_PLAN.read(row["plan"])


_CHECKS: dict[str, Callable[[Row], Any]] = {
    "moulds": lambda row: stored.MOULD.read(row["data"]),
    "fats": _fat,
    "cupboard": _item,
    "stock": _stock,
    "prices": _price,
    "settings": _setting,
    "formula_versions": lambda row: stored.FORMULA.read(row["data"]),
    "loaves": _loaf,
    "revisions": lambda row: read_loaf(row["document"]),
    "bench": lambda row: _grams(row, "grams", "celsius"),
    "readings": _reading,
    "outcomes": _outcome,
    "photos": _photo,
    "stock_uses": _use,
    "lots": lambda row: stored.LOT.read(row["data"], key=row["key"]),
    "moves": lambda row: _grams(row, "grams"),
    "seasons": _season,
}
