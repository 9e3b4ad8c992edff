"""What goes wrong with loaves, what each is about, and what it most often comes from: one table of the trade."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

from archtop.core.base import Frozen, read_table

__all__ = ["FaultAbout", "FaultKind", "fault_kinds"]

FaultAbout = Literal["embed", "cut", "batter", "scent", "formula", "mould", "colour", "top"]


class FaultKind(Frozen):
    """A fault; ``about``: what another loaf must share with this one for it to matter there.

    ``causes``: what it most often comes from, as the evidence that would speak for it and the words.
    """

    key: str
    name: str
    about: FaultAbout
    causes: tuple[tuple[str, str], ...]


@cache
def fault_kinds() -> Mapping[str, FaultKind]:
    """Every fault by its key."""
    found = {}
    for row in read_table("faults"):
        pairs = [part.split("|") for part in row["causes"].split(";")]
        causes = tuple((evidence, words) for evidence, words in pairs)
        found[row["key"]] = FaultKind(key=row["key"], name=row["name"], about=row["about"], causes=causes)
    return found
