"""How fast this studio's pots thicken against what their formulas promise, learned from their readings.

Each pot gives ln(fitted rate / promised rate) with a standard deviation; ``rates`` says how they come together.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from archtop.core.base import Frozen, Rate
from archtop.core.learning.rates import kind_of, shrunk

__all__ = ["UNKNOWN", "Pace", "PotPace", "pace_from", "pace_of"]


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
    kind = kind_of("pace")
    fit = shrunk(0.0, kind.studio_sd, kind.loaf_sd, [(pot.log_ratio, pot.sd) for pot in pots])
    return Pace(factor=math.exp(fit.mean), spread=fit.next_sd, pots=len(pots))


def pace_from(rate: Rate | None) -> Pace:
    """A fitted pace as the clock takes it."""
    return Pace(factor=rate.value, spread=rate.spread, pots=rate.n) if rate else UNKNOWN


UNKNOWN = pace_of(())
