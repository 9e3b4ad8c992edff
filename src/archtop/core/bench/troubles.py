"""When it goes wrong at the bench: what to do now, what becomes of the loaf, what to mind."""

from __future__ import annotations

from functools import cache

from archtop.core.base import Frozen, read_table

__all__ = ["Trouble", "troubles"]


class Trouble(Frozen):
    """A trouble of the trade, in its words (common practice)."""

    key: str
    name: str
    seen: str
    now: str
    becomes: str
    caution: str


@cache
def troubles() -> tuple[Trouble, ...]:
    """Every trouble there is advice for."""
    return tuple(Trouble.model_validate(row) for row in read_table("troubles"))
