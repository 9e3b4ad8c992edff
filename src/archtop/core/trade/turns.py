"""Colours that take turns."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

__all__ = ["turns_of"]


def turns_of(colours: Sequence[int], shares: Sequence[float], count: int) -> list[tuple[int, float]]:
    """Each turn's colour and its share of the pour, as many turns to each as its share allows.

    :param shares: of each colour, adding up to one
    :param count: turns in all [-]
    """
    turns = tuple(max(1, round(share * count)) for share in shares)
    return [(colours[k], shares[k] / turns[k]) for k in _order(turns)]


@lru_cache(maxsize=64)
def _order(turns: tuple[int, ...]) -> tuple[int, ...]:
    """Whose turn it is, one after the other: the same in every section of a loaf."""
    order: list[int] = []
    due = [0.0] * len(turns)
    open_yet, whole = list(turns), sum(turns)
    for _ in range(whole):
        due = [d + t / whole for d, t in zip(due, turns, strict=True)]
        pick = max((k for k, more in enumerate(open_yet) if more), key=lambda k: due[k])
        due[pick] -= 1
        open_yet[pick] -= 1
        order.append(pick)
    return tuple(order)
