"""How batter thickens: ln τ grows straight with time, from a prior, corrected by every reading, bent by events.

ln τ(t) = a + k·(t − t₀) + Σ events. All of a, k and the events' sizes are uncertain, with a normal prior, and enter
linearly, so the readings' posterior is a closed form (Bayesian linear regression: Bishop 2006, Pattern Recognition and
Machine Learning, section 3.3). When a threshold is passed is read off many draws from it: the draws are the same every
time (a Sobol sequence), so that equal readings give equal answers.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cache
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from archtop.core.base import Frozen

__all__ = ["BendKind", "Crossing", "Growth", "Seen", "Thickening", "TraceEvent"]

Array = NDArray[np.float64]
BendKind = Literal["stirred", "blended", "coloured", "scented", "warmed", "cooled"]

# What an event does: a jump of ln τ at once, and a change of the rate k, as a share of the prior's own, from then on;
# each
# with its standard deviation. Estimates: a stir knocks a standing pot down and the clock goes on; the stick blender
# thickens;
# oil-dispersed colour loosens (all common practice in kind, guesses in size). Scents act by their notes: see the clock.
_JUMPS: dict[BendKind, tuple[float, float]] = {
    "stirred": (-0.25, 0.2),
    "blended": (0.35, 0.3),
    "coloured": (-0.15, 0.15),
}
_RATES: dict[BendKind, tuple[float, float]] = {"warmed": (0.4, 0.3), "cooled": (-0.3, 0.25), "scented": (1.0, 0.5)}

_DRAWS = 512
_HORIZON_MIN = 240.0
_GRID_MIN = 0.5


class Growth(Frozen):
    """A pot's prior: ln τ at its mixing, and growth per minute; each with a standard deviation.

    ``wobble``: what the law itself leaves unexplained in any one reading; real batter bends, and a spoonful is not the
    bowl. Set so that windows hold what they claim on simulated benches whose batter bends towards a ceiling.
    """

    start: float
    start_sd: Annotated[float, Field(gt=0)]
    rate: Annotated[float, Field(gt=0)]
    rate_sd: Annotated[float, Field(gt=0)]
    wobble: Annotated[float, Field(ge=0)] = 0.3

    def expected_pa(self, minute: float) -> float:
        """Yield stress [Pa] expected so long after the mixing [min]."""
        return math.exp(self.start + self.rate * minute)


class Seen(Frozen):
    """A reading: minutes since the mixing, ln τ, and its standard deviation."""

    minute: float
    log_pa: float
    sd: Annotated[float, Field(gt=0)]


class TraceEvent(Frozen):
    """Something done to the pot; ``strength`` scales its usual effect."""

    minute: float
    kind: BendKind
    strength: float = 1.0


class Crossing(Frozen):
    """When a threshold is passed [min since the mixing]: earliest, middle and latest of four in five draws.

    ``None`` where too few draws pass it within four hours to say; ``chance_now``: that it is passed already.
    """

    early: float | None
    middle: float | None
    late: float | None
    chance_now: float


@cache
def _draws(size: int) -> Array:
    """Standard normal draws, shape (_DRAWS, size), the same every time."""
    from scipy.stats import norm, qmc

    sobol = qmc.Sobol(size, scramble=True, rng=20).random(_DRAWS)
    return np.asarray(norm.ppf(np.clip(sobol, 1e-9, 1 - 1e-9)))


def _trusted_start_sd(growth: Growth, seen: Sequence[Seen]) -> float:
    """The prior's own spread, unless the first reading lies so far off it that the pot is not what the prior thinks.

    A pot that seized, or was blended far beyond emulsion, is to be believed rather than averaged with ordinary ones.
    """
    if not seen:
        return growth.start_sd
    first = min(seen, key=lambda item: item.minute)
    off = abs(first.log_pa - growth.start - growth.rate * first.minute)
    expected = math.hypot(growth.start_sd, growth.rate_sd * first.minute, first.sd)
    return max(growth.start_sd, off) if off > 2.5 * expected else growth.start_sd


class Thickening:
    """What is believed of a pot, given its prior, what was done to it and what was read.

    :param growth: the prior
    :param bends: what was done, in any order
    :param seen: readings, in any order
    """

    def __init__(self, growth: Growth, bends: Sequence[TraceEvent], seen: Sequence[Seen]) -> None:
        self.growth, self.bends = growth, tuple(bends)
        means, sds = [growth.start, growth.rate], [_trusted_start_sd(growth, seen), growth.rate_sd]
        for bend in self.bends:
            mean, sd = _JUMPS.get(bend.kind) or (_RATES[bend.kind][0] * growth.rate, _RATES[bend.kind][1] * growth.rate)
            means.append(mean * bend.strength)
            sds.append(sd * max(abs(bend.strength), 0.5))
        prior_mean: Array = np.array(means)
        precision: Array = np.diag(1 / np.array(sds) ** 2)
        if seen:
            basis = self._basis(np.array([item.minute for item in seen]))
            weight = np.array([1 / (item.sd**2 + growth.wobble**2) for item in seen])
            values = np.array([item.log_pa for item in seen])
            posterior = precision + basis.T @ (weight[:, None] * basis)
            pulled = precision @ prior_mean + basis.T @ (weight * values)
            self.mean = np.asarray(np.linalg.solve(posterior, pulled), dtype=np.float64)
            self.covariance = np.asarray(np.linalg.inv(posterior), dtype=np.float64)
        else:
            self.mean, self.covariance = prior_mean, np.asarray(np.linalg.inv(precision), dtype=np.float64)

    def _basis(self, minutes: Array) -> Array:
        """What each unknown adds to ln τ at those minutes, shape (minutes, unknowns)."""
        columns = [np.ones_like(minutes), minutes]
        for bend in self.bends:
            after = np.maximum(minutes - bend.minute, 0.0)
            columns.append((minutes >= bend.minute).astype(float) if bend.kind in _JUMPS else after)
        return np.column_stack(columns)

    def log_pa(self, minutes: Sequence[float]) -> tuple[Array, Array]:
        """Mean and standard deviation of ln τ at those minutes, shape (minutes,) each."""
        basis = self._basis(np.asarray(minutes, dtype=float))
        variance = np.einsum("ij,jk,ik->i", basis, self.covariance, basis)
        return basis @ self.mean, np.sqrt(variance)

    def passes(self, pa: float, now: float) -> Crossing:
        """When the batter is as thick as ``pa`` [Pa], from ``now`` [min] on.

        A stir may take it back under the threshold: what counts is the last time it comes to it.
        """
        minutes = np.arange(now, now + _HORIZON_MIN, _GRID_MIN)
        root = np.linalg.cholesky(self.covariance + 1e-12 * np.eye(len(self.mean)))
        drawn = self.mean + _draws(len(self.mean)) @ root.T
        # Batter that no longer thickens at all is a draw no pot has shown.
        drawn[:, 1] = np.maximum(drawn[:, 1], 0.1 * self.growth.rate)
        curves = drawn @ self._basis(minutes).T
        thick = curves >= math.log(pa)
        first = np.where(thick.any(axis=1), minutes[np.argmax(thick, axis=1)], np.inf)
        early, middle, late = (float(value) for value in np.quantile(first, [0.1, 0.5, 0.9], method="nearest"))

        def told(value: float) -> float | None:
            return value if math.isfinite(value) else None

        return Crossing(early=told(early), middle=told(middle), late=told(late), chance_now=float(thick[:, 0].mean()))
