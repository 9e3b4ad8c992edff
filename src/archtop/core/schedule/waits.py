"""Waiting times of the trade: earliest and latest sensible, from one table."""

from __future__ import annotations

from archtop.core.base import Basis, Frozen, read_table
from archtop.core.trade import WAYS

__all__ = ["Wait", "span", "wait_for"]


class Wait(Frozen):
    """Earliest and latest sensible wait [h]; ``rate``: the studio's own number that moves it, empty where none does."""

    earliest_h: float
    latest_h: float | None
    why: str
    basis: Basis = "common practice"
    rate: str = ""


def wait_for(what: str, material: str) -> Wait:
    """The wait for ``what`` (column, a way of making pieces, loaf, cure) made in ``material``.

    Pieces say themselves how long they wait; the rest stands in the table.
    """
    rate = f"wait:{what} {material}"
    if way := WAYS.kinds.get(what):
        found = way.waits.get(material) or way.waits["any"]
        return Wait(earliest_h=found.earliest_h, latest_h=found.latest_h, why=found.why, rate=rate)
    row = next(r for r in read_table("waits") if r["what"] == what and r["material"] in (material, "any"))
    latest = float(row["latest_h"]) if row["latest_h"] else None
    return Wait(earliest_h=float(row["earliest_h"]), latest_h=latest, why=row["why"], rate=rate)


def span(hours: float) -> str:
    """So many hours in words.

    >>> span(1.5), span(48), span(168)
    ('1.5 h', '48 h', '7 days')
    """
    return f"{hours:.3g} h" if hours <= 48 else f"{hours / 24:.3g} days"
