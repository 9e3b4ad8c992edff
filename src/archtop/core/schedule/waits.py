"""Waiting times of the trade: earliest and latest sensible, from one table."""

from __future__ import annotations

from archtop.core.base import Basis, Frozen, read_table

__all__ = ["Wait", "wait_for"]


class Wait(Frozen):
    """Earliest and latest sensible wait [h]; ``rate``: the studio's own number that moves it, empty where none does."""

    earliest_h: float
    latest_h: float | None
    why: str
    basis: Basis = "common practice"
    rate: str = ""


def wait_for(what: str, material: str) -> Wait:
    """The wait for ``what`` (column, a kind of piece, loaf, cure) made in ``material``."""
    rows = read_table("waits")
    row = next(r for r in rows if r["what"] == what and r["material"] in (material, "any"))
    latest = float(row["latest_h"]) if row["latest_h"] else None
    return Wait(earliest_h=float(row["earliest_h"]), latest_h=latest, why=row["why"], rate=f"wait:{what} {material}")
