"""Colours that take turns."""

from __future__ import annotations

from collections.abc import Sequence

__all__ = ["turns_of"]


def turns_of(colours: Sequence[int], shares: Sequence[float], count: int) -> list[tuple[int, float]]:
    """Each turn's colour and its share of the pour, as many turns to each as its share allows.

    :param shares: of each colour, adding up to one
    :param count: turns in all [-]
    """
    turns = [max(1, round(share * count)) for share in shares]
    order: list[int] = []
    due = [0.0] * len(colours)
    for _ in range(sum(turns)):
        due = [d + t / sum(turns) for d, t in zip(due, turns, strict=True)]
        left = [k for k in range(len(colours)) if order.count(k) < turns[k]]
        pick = max(left, key=lambda k: due[k])
        due[pick] -= 1
        order.append(pick)
    return [(colours[k], shares[k] / turns[k]) for k in order]
