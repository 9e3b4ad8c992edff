"""Bags: how many to fold down before gloves go on, how full each is, and the minutes hands spend at them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from archtop.core.base import Figure, Frozen
from archtop.core.document import Frosting
from archtop.core.top.runs_planned import RunPlan

__all__ = ["BagPlan", "bags_of", "hands_of"]

# A bag is filled so far that it can still be twisted shut.
_FILLED = 2 / 3


class BagPlan(Frozen):
    """Bags of one tip and one set of colours side by side: how many to fold down, and how full each is."""

    tip: str
    colours: tuple[str, ...]
    count: int
    each_ml: float
    runs: tuple[str, ...]


def bags_of(frosting: Frosting, runs: Sequence[RunPlan]) -> tuple[BagPlan, ...]:
    """Bags by tip and colours side by side; two rather than one that is filled again."""
    together: dict[tuple[str, tuple[str, ...]], list[RunPlan]] = {}
    for run in runs:
        for colours in run.bags:
            together.setdefault((run.tip, colours), []).append(run)
    bags = []
    for (tip, colours), sharing in together.items():
        volume = sum(run.volume.value / len(run.bags) for run in sharing) * (1 + frosting.waste_percent / 100)
        count = max(1, math.ceil(volume / (frosting.bag_ml * _FILLED) - 1e-9))
        bags.append(
            BagPlan(
                tip=tip, colours=colours, count=count, each_ml=volume / count, runs=tuple(run.name for run in sharing)
            )
        )
    return tuple(bags)


def hands_of(runs: Sequence[RunPlan]) -> Figure:
    """Minutes at the bag, all runs together."""
    low, value, high = (sum(getattr(run.minutes, word) for run in runs) for word in ("low", "value", "high"))
    return Figure(
        value=value,
        unit="min",
        low=low,
        high=high,
        basis=runs[0].minutes.basis if runs else "estimate",
        how=" + ".join(f"{run.minutes.value:.0f} {run.name}" for run in runs) or "0",
        source=runs[0].minutes.source if runs else "seconds of each motif",
    )
