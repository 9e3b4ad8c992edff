"""Schools of working: at which temperatures oils and lye meet, and in which order."""

from __future__ import annotations

from functools import cache
from typing import Literal

from archtop.core.base import Frozen, read_table

__all__ = ["School", "SchoolName", "school_named"]

SchoolName = Literal["cool", "matched warm", "hot lye", "milk in oils"]


class School(Frozen):
    """A school and its temperatures [°C]."""

    key: SchoolName
    name: str
    oils_low: float
    oils_high: float
    lye_low: float
    lye_high: float
    why: str


@cache
def school_named(key: SchoolName) -> School:
    """The school of that key."""
    return School.model_validate(next(row for row in read_table("schools") if row["key"] == key))
