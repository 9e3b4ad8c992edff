"""How soap dough ages: too wet, workable, drying, too firm, by its days and how it is kept."""

from __future__ import annotations

from typing import Literal

from archtop.core.base import Frozen, read_table
from archtop.core.document import Keeping

__all__ = [
    "DoughAge",
    "dough_age",
]


class DoughAge(Frozen):
    """A state, what shows it, and the days [from the making] in which it holds; ``to_days`` ``None``: for good."""

    state: Literal["too wet", "workable", "drying", "too firm"]
    sign: str
    from_days: float
    to_days: float | None


def dough_age(days: float, kept: Keeping) -> DoughAge:
    """The state of dough that is ``days`` old.

    >>> dough_age(3, "covered").state, dough_age(3, "open").state
    ('workable', 'too firm')
    """
    rows = [row for row in read_table("dough_ages") if row["kept"] == kept]
    begun = [float(row["from_days"]) for row in rows]
    at = max(i for i, start in enumerate(begun) if start <= max(days, 0.0))
    return DoughAge.model_validate(
        {
            "state": rows[at]["state"],
            "sign": rows[at]["sign"],
            "from_days": begun[at],
            "to_days": begun[at + 1] if at + 1 < len(rows) else None,
        }
    )
