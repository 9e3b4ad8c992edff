"""A reading of the batter: its yield stress, and how far to trust it."""

from __future__ import annotations

from archtop.core.base import Basis, Frozen

__all__ = ["YieldReading"]


class YieldReading(Frozen):
    """Yield stress [Pa]; ``spread``: standard deviation of its logarithm, so that ± works as a factor."""

    pa: float
    spread: float
    basis: Basis
    how: str
    source: str
