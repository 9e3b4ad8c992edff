"""How thick the batter is expected to be when each pour comes: the plan worked through by an ordinary pair of hands.

A pour is taken up when hands are free and what it waits for holds; the clock's own prior says how thick it is by then.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from archtop.core.base import LOAF
from archtop.core.bench.clock import Bowl
from archtop.core.document import Loaf, Pour, Work
from archtop.core.rheology import stages

__all__ = ["expected_pa", "thickness_of"]

# From the mixing to the first pour, and for each step of the work [min]: stated guesses of ordinary hands.
_FIRST_MIN, _EACH_MIN = 6.0, 3.0
_LONGEST_MIN = 240.0


def expected_pa(loaf: Loaf, bowls: Sequence[Bowl], later_min: float = 0.0) -> Mapping[str, float]:
    """Yield stress [Pa] expected at each pour, by its id.

    :param later_min: so much later than planned every pour is taken up [min]
    """
    at = _FIRST_MIN
    found: dict[str, float] = {}
    for step in loaf.work:
        key = _key(step)
        waits = [
            (limit.least_pa, bowl)
            for bowl in bowls
            for limit in bowl.limits
            if limit.step == key and limit.least_pa > 0
        ]
        for pa, bowl in waits:
            at = max(at, min(_passes(bowl, pa), at + _LONGEST_MIN))
        if isinstance(step, Pour):
            colours = [share.colour for share in step.colours]
            own = [bowl for bowl in bowls if bowl.key in {f"pour-{colour}" for colour in colours}]
            found[step.id] = max(bowl.growth.expected_pa(at + later_min) for bowl in own) if own else 6.0
        at += _EACH_MIN
    return found


def thickness_of(loaf: Loaf, bowls: Sequence[Bowl], later_min: float = 0.0) -> Mapping[str, float]:
    """As the clock expects it, or as the document says [Pa], by the pour's id."""
    found = dict(expected_pa(loaf, bowls, later_min))
    told = {stage.key: stage.pa for stage in stages()}
    found |= {step.id: told[step.thickness] for step in loaf.work if isinstance(step, Pour) and step.thickness}
    return found


def _key(step: Work) -> str:
    return str(LOAF.step(step.do, step.ref))


def _passes(bowl: Bowl, pa: float) -> float:
    return max(0.0, (math.log(pa) - bowl.growth.start) / bowl.growth.rate)
