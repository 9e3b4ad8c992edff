"""A step of the bench and the numbers read off at it."""

from __future__ import annotations

from typing import Literal

from archtop.core.base import Frozen
from archtop.core.chemistry import Role
from archtop.core.shelf import ShelfMove

__all__ = ["POWDER_CAUTION", "Amount", "Step", "Verb"]

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
    "pipe",
    "keep",
    "place",
    "cover",
    "cut",
]

POWDER_CAUTION = "Fine powders are not to be breathed: weigh them slowly, away from a draught, or masked."


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

    ``pot``: the pot it is about, ``None`` for work on the loaf itself. ``asks``: what a person says who takes it before
    its turn, or ends it before its time; nothing where that does no harm.
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
