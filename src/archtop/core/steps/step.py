"""A step of the bench and the numbers read off at it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from archtop.core.base import Frozen, in_words
from archtop.core.chemistry import Role
from archtop.core.pots import Sprinkled
from archtop.core.shelf import ShelfMove

__all__ = ["ALCOHOL_CAUTION", "POWDER_CAUTION", "SCENT_CAUTION", "Amount", "Step", "Verb", "each_of", "on_dry"]

Verb = Literal[
    "prepare",
    "weigh",
    "mix",
    "split",
    "colour",
    "scent",
    "wait",
    "cast",
    "shape",
    "pour",
    "lay",
    "press",
    "draw",
    "dust",
    "spritz",
    "prop",
    "pipe",
    "keep",
    "place",
    "cover",
    "cut",
]

POWDER_CAUTION = "Fine powders are not to be breathed: weigh them slowly, away from a draught, or masked."


ALCOHOL_CAUTION = "Alcohol burns: no flame near, windows open."
SCENT_CAUTION = "Concentrated scent: gloves on, fresh air, off the skin; the supplier's sheet goes before this page."


class Amount(Frozen):
    """A number to read off at the bench; ``reads`` is what an untared scale shows after it, where things add up.

    ``role``: of an ingredient of the pot, where it is one; ``fine``: on the scale for small amounts.
    """

    key: str
    label: str
    value: float
    unit: Literal["g", "mm", "ml", "°C", "min"]
    reads: float | None = None
    role: Role | None = None
    fine: bool = False


class Step(Frozen):
    """One step: what to do, how much, what to mind, and what doing it takes off the shelf or puts on it.

    ``pot``: the pot it is about, ``None`` for work on the loaf itself. ``job``: the job of the schedule it is part of,
    by its key without the loaf's. ``asks``: what a person says who takes it before its turn, or ends it before its
    time; nothing where that does no harm.
    """

    key: str
    stage: str
    do: Verb
    title: str
    detail: str = ""
    amounts: tuple[Amount, ...] = ()
    cautions: tuple[str, ...] = ()
    asks: str = ""
    moves: tuple[ShelfMove, ...] = ()
    pot: str | None = None
    job: str = ""


def each_of(moulds: int) -> str:
    """What stands before a step that is done to every mould.

    >>> each_of(3), each_of(1)
    ('Each of the three: ', '')
    """
    return f"Each of the {in_words(moulds)}: " if moulds > 1 else ""


def on_dry(step: str, sprinkled: Iterable[Sprinkled]) -> tuple[Amount, ...]:
    """What a step puts on dry or as a drizzle, by its key; nothing where nobody has said what it is of."""
    return tuple(
        Amount(key=item.key, label=item.name, value=item.grams, unit="g", fine=True)
        for item in sprinkled
        if item.step == step
    )
