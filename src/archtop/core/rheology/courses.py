"""The courses that batter may take as it thickens: ln τ straight in time, slowing, quickening, or late to begin.

No pot says beforehand by which law it goes. So each course is a curve without a size, growth against time that is
counted in the pot's own pace, and all of them are asked at many paces; what is read weighs them (Bayesian model
averaging: Hoeting, Madigan, Raftery & Volinsky 1999, Statistical Science 14(4):382).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

__all__ = ["ORDINARY", "Courses", "courses"]

Array = NDArray[np.float64]

# From just mixed to thick enough to carry most things: ln(60/2). All courses of one pace meet there.
ORDINARY = math.log(60 / 2)
_CREEP = 0.12


def _late(middle: float, width: float) -> Callable[[Array], Array]:
    """An S: hardly anything first, then all at once, then a third of the pace: no batter stops before it is set."""
    return lambda u: 1 / (1 + np.exp(-(u - middle) / width)) - 1 / (1 + math.exp(middle / width)) + _CREEP * u


# Each course with what is believed of it before anything is read. Tuned on simulated benches of eleven laws to windows
# that hold what they claim and are no wider than they must be (`make bench`): guesses, that readings overrule.
_SHAPES: tuple[tuple[Callable[[Array], Array], float], ...] = (
    (lambda u: u, 0.58),
    (lambda u: 1 - np.exp(-u / 6.0), 0.10),
    (lambda u: np.log1p(u / 0.4), 0.06),
    (lambda u: np.log1p(u / 0.15), 0.02),
    (lambda u: u + u * u / 6.0, 0.10),
    (_late(2.0, 0.6), 0.07),
    (_late(3.0, 0.6), 0.07),
)
# Paces by standard deviations of ln pace; one pot in four comes of a wider kind than the others, whose pace nobody
# foresaw.
_REACH, _PACES = 3.2, 13
_UNFORESEEN, _WIDER = 0.25, 2.2


@dataclass(frozen=True)
class Courses:
    """Every course at every pace: ``paces`` as a share of the expected, and the weight before anything is read.

    Shapes: (courses × paces,) each, the paces of one course after each other.
    """

    paces: Array
    weights: Array
    between: float

    def growth(self, expected: Array) -> Array:
        """Growth of ln τ since the mixing, shape (courses × paces, times).

        :param expected: growth that a straight course of the expected pace would have by then, shape (times,)
        """
        own = self.paces[:_PACES, None] * expected[None, :]
        return np.concatenate([shape(own) * (ORDINARY / float(shape(np.array(ORDINARY)))) for shape, _ in _SHAPES])


@lru_cache(maxsize=256)
def courses(spread: float) -> Courses:
    """All courses, where the pace of four pots in five lies within a factor exp(1.28 × ``spread``).

    ``between``: half of the way from one pace to the next, as a share: what lies in between is not left out.
    """
    at = np.linspace(-_REACH, _REACH, _PACES)
    weights = (1 - _UNFORESEEN) * np.exp(-(at**2) / 2)
    weights += _UNFORESEEN / _WIDER * np.exp(-((at / _WIDER) ** 2) / 2)
    believed = np.array([weight for _, weight in _SHAPES])
    return Courses(
        paces=np.tile(np.exp(spread * at), len(_SHAPES)),
        weights=np.repeat(believed / believed.sum(), _PACES) * np.tile(weights / weights.sum(), len(_SHAPES)),
        between=0.6 * spread * float(at[1] - at[0]),
    )
