"""Rounding to the scale's step with totals that still add up."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence

__all__ = ["apportion"]


def apportion(
    exact_g: Sequence[float], step_g: float, never_up: Collection[int] = (), total_g: float | None = None
) -> tuple[float, ...]:
    """Round each amount to whole steps so that they sum to the total, itself rounded *up* to a step.

    Largest remainders are rounded up first (Hamilton's method). Amounts whose index is in ``never_up`` (lye) are
    only ever rounded down; the steps they give up go to the others.

    :param exact_g: amounts [g], none negative
    :param step_g: smallest step of the scale [g]
    :param total_g: the total to meet [g], a whole number of steps; by default the sum, rounded up

    >>> apportion([100.4, 33.3, 66.8], 1.0)
    (101.0, 33.0, 67.0)
    """
    steps = [amount / step_g for amount in exact_g]
    wanted = math.ceil(sum(steps) - 1e-9) if total_g is None else round(total_g / step_g)
    whole = [math.floor(amount + 1e-9) for amount in steps]
    order = sorted((i for i in range(len(steps)) if i not in never_up), key=lambda i: whole[i] - steps[i])
    for turn in range(wanted - sum(whole)):
        whole[order[turn % len(order)]] += 1
    return tuple(round(count * step_g, 6) for count in whole)
