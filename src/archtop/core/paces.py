"""How fast this studio's pots thicken against what their formulas promise, learned from their readings.

Each pot gives ln(fitted rate / promised rate) with a standard deviation. Pots differ among themselves; their common
mean is shrunk towards nothing (normal means with a normal prior: Gelman et al. 2013, Bayesian Data Analysis, ch. 5,
with both spreads fixed).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from archtop.core.figure import Frozen

__all__ = ["UNKNOWN", "Pace", "PotPace", "pace_of"]

# How far a studio's mean may lie from the promise, and how far its pots lie from each other: together the spread that
# a studio without a log is given.
_STUDIO_SD, _POT_SD = 0.31, 0.25


class PotPace(Frozen):
    """One pot: ln of its fitted rate over the promised one, and its standard deviation."""

    log_ratio: float
    sd: float


class Pace(Frozen):
    """``factor`` on a promised rate, and the spread of ln that the next pot has around it; from so many pots."""

    factor: float
    spread: float
    pots: int


def pace_of(pots: Sequence[PotPace]) -> Pace:
    """The studio's pace from its pots, however few."""
    weights = [1 / (pot.sd**2 + _POT_SD**2) for pot in pots]
    precision = sum(weights) + 1 / _STUDIO_SD**2
    mean = sum(weight * pot.log_ratio for weight, pot in zip(weights, pots, strict=True)) / precision
    return Pace(factor=math.exp(mean), spread=math.hypot(math.sqrt(1 / precision), _POT_SD), pots=len(pots))


UNKNOWN = pace_of(())
