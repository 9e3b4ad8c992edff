"""How batter thickens: along one of many courses, from a prior, corrected by every reading, bent by events.

ln τ(t) = a + growth of a course at a pace + Σ events. The courses at their paces are a list; given one of them, ``a``
and the events' sizes have normal priors and enter linearly, so the readings' posterior and how well the course explains
them are closed forms (Bayesian linear regression: Bishop 2006, Pattern Recognition and Machine Learning, sections 3.3
and 3.4). What is told is the average of the courses, each by its weight: no draws, so equal readings give equal
answers. A pot that no course explains is told as such: its last readings then count for the most.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.rheology.courses import Courses, courses

__all__ = ["BendKind", "Crossing", "Growth", "Learned", "Seen", "Thickening", "TraceEvent"]

Array = NDArray[np.float64]
BendKind = Literal["stirred", "blended", "coloured", "scented", "warmed", "cooled"]

# What an event does: a jump of ln τ at once, and a change of the pace, as a share of its own, from then on; each
# with its standard deviation. Estimates: a stir knocks a standing pot down and the clock goes on; the stick blender
# thickens;
# oil-dispersed colour loosens (all common practice in kind, guesses in size). Scents act by their notes: see the clock.
_JUMPS: dict[BendKind, tuple[float, float]] = {
    "stirred": (-0.25, 0.2),
    "blended": (0.35, 0.3),
    "coloured": (-0.15, 0.15),
}
_RATES: dict[BendKind, tuple[float, float]] = {"warmed": (0.4, 0.3), "cooled": (-0.3, 0.25), "scented": (1.0, 0.5)}

# From now on: every minute of the next hour, then every fourth; what lies between is straight.
_AHEAD_MIN: Array = np.concatenate([np.arange(0.0, 60.0), np.arange(60.0, 241.0, 4.0)])
# One pot in twenty does what no course does: it seizes, or somebody stirred and told nobody. It strays from any course
# as a drunkard from the road: so far (standard deviation of ln τ) for every e-fold that it was expected to grow.
_ERRATIC, _STRAYS = 0.05, 2.0
_CLEARLY = 0.7
# Courses that weigh less than this share of the likeliest are not asked any more.
_LEAST = 1e-3


class Growth(Frozen):
    """A pot's prior: ln τ at its mixing, and growth per minute; each with a standard deviation."""

    start: float
    start_sd: Annotated[float, Field(gt=0)]
    rate: Annotated[float, Field(gt=0)]
    rate_sd: Annotated[float, Field(gt=0)]

    @property
    def pace_spread(self) -> float:
        """Standard deviation of ln pace: what a share of the rate is as a factor."""
        return math.sqrt(math.log1p((self.rate_sd / self.rate) ** 2))

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
    """When a threshold is passed [min since the mixing]: earliest, middle and latest of four in five such pots.

    ``None`` where too few pass it within four hours to say; ``chance_now``: that it is passed already.
    """

    early: float | None
    middle: float | None
    late: float | None
    chance_now: float


class Learned(Frozen):
    """A number before and after the readings: mean and standard deviation each."""

    before: float
    before_sd: float
    mean: float
    sd: float


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
        self._courses: Courses = courses(growth.pace_spread)
        means, sds = [growth.start, 0.0], [_trusted_start_sd(growth, seen), self._courses.between]
        for bend in self.bends:
            mean, sd = _JUMPS.get(bend.kind) or _RATES[bend.kind]
            means.append(mean * bend.strength)
            sds.append(sd * max(abs(bend.strength), 0.5))
        self._ahead: tuple[float, Array, Array] | None = None
        self._prior, self._prior_sd = np.array(means), np.array(sds)
        steady, erratic = (self._fitted(seen, strays) for strays in (0.0, _STRAYS))
        evidence = np.concatenate([steady[2] + math.log(1 - _ERRATIC), erratic[2] + math.log(_ERRATIC)]) + np.log(
            np.tile(self._courses.weights, 2)
        )
        weights = np.exp(evidence - evidence.max())
        self._kept = np.flatnonzero(weights > _LEAST)
        self._weights: Array = weights[self._kept] / weights[self._kept].sum()
        self._mean = np.concatenate([steady[0], erratic[0]])[self._kept]
        self._covariance = np.concatenate([steady[1], erratic[1]])[self._kept]
        self._course = self._kept % len(self._courses.weights)
        self.erratic = float(self._weights[self._kept >= len(self._courses.weights)].sum()) > _CLEARLY

    def _fitted(self, seen: Sequence[Seen], strays: float) -> tuple[Array, Array, Array]:
        """Posterior means, covariances and log evidence, shapes (courses, unknowns), (…, unknowns) and (courses,)."""
        precision = np.diag(1 / self._prior_sd**2)
        minutes = np.array([item.minute for item in seen])
        ago = self.growth.rate * (minutes.max(initial=0.0) - minutes)
        noise = np.array([item.sd**2 for item in seen]) + strays**2 * ago
        every = np.arange(len(self._courses.weights))
        basis, offset = self._basis(minutes, every)
        off = np.array([item.log_pa for item in seen]) - offset - basis @ self._prior
        posterior = precision + np.einsum("mnp,n,mnq->mpq", basis, 1 / noise, basis)
        pulled = np.einsum("mnp,mn->mp", basis, off / noise)
        covariance = np.linalg.inv(posterior)
        moved = np.einsum("mpq,mq->mp", covariance, pulled)
        misfit = (off**2 / noise).sum(axis=1) - (pulled * moved).sum(axis=1)
        volume = np.linalg.slogdet(posterior)[1] + 2 * np.log(self._prior_sd).sum() + np.log(noise).sum()
        return self._prior + moved, covariance, -0.5 * (misfit + volume)

    def _basis(self, minutes: Array, which: NDArray[np.int_]) -> tuple[Array, Array]:
        """What each unknown adds to ln τ, shape (courses, minutes, unknowns), and the course itself (courses, minutes).

        The second unknown is how far a pace lies from the nearest that is asked.
        """
        expected = self.growth.rate * minutes
        course = self._courses.growth(expected)[which]
        columns = [np.ones_like(course), course]
        for bend in self.bends:
            since = minutes >= bend.minute
            if bend.kind in _JUMPS:
                columns.append(np.broadcast_to(since.astype(float), course.shape))
            else:
                then = self._courses.growth(np.array([self.growth.rate * bend.minute]))[which]
                columns.append(np.maximum(course - then, 0.0) * since)
        return np.stack(columns, axis=-1), course

    def _each(self, minutes: Array) -> tuple[Array, Array]:
        """Mean and standard deviation of ln τ by each course, shape (courses, minutes)."""
        basis, course = self._basis(minutes, self._course)
        mean = course + np.einsum("mnp,mp->mn", basis, self._mean)
        variance = np.einsum("mnp,mnp->mn", np.einsum("mnp,mpq->mnq", basis, self._covariance), basis)
        return mean, np.sqrt(variance)

    def log_pa(self, minutes: Sequence[float]) -> tuple[Array, Array]:
        """Mean and standard deviation of ln τ at those minutes, shape (minutes,) each."""
        mean, sd = self._each(np.asarray(minutes, dtype=float))
        middle = self._weights @ mean
        return middle, np.sqrt(self._weights @ (sd**2 + (mean - middle) ** 2))

    def passes(self, pa: float, now: float) -> Crossing:
        """When the batter is as thick as ``pa`` [Pa], from ``now`` [min] on.

        A stir may take it back under the threshold: what counts is the last time it comes to it.
        """
        from scipy.special import ndtr

        minutes = now + _AHEAD_MIN
        if self._ahead is None or self._ahead[0] != now:
            self._ahead = now, *self._each(minutes)
        _, mean, sd = self._ahead
        # Batter does not thin by itself: by a minute it has passed if it is thicker then, or was before.
        passed = self._weights @ np.maximum.accumulate(ndtr((mean - math.log(pa)) / sd), axis=1)

        def told(share: float) -> float | None:
            return float(np.interp(share, passed, minutes)) if passed[-1] >= share else None

        return Crossing(early=told(0.1), middle=told(0.5), late=told(0.9), chance_now=float(passed[0]))

    def pace(self) -> Learned:
        """ln of the pot's pace against the expected one, before and after."""
        return self._learned(np.log(self._courses.paces), 1, self._courses.between)

    def bent(self, bend: int) -> Learned:
        """How large the ``bend``-th event was, before and after, in its own kind's measure."""
        return self._learned(np.zeros_like(self._courses.paces), 2 + bend, float(self._prior_sd[2 + bend]))

    def _learned(self, of_course: Array, unknown: int, sd: float) -> Learned:
        weights = self._courses.weights
        each = of_course + self._prior[unknown]
        before = float(weights @ each)
        before_sd = math.sqrt(float(weights @ (sd**2 + (each - before) ** 2)))
        each = of_course[self._course] + self._mean[:, unknown]
        mean = float(self._weights @ each)
        own = self._covariance[:, unknown, unknown]
        return Learned(
            before=before,
            before_sd=before_sd,
            mean=mean,
            sd=math.sqrt(float(self._weights @ (own + (each - mean) ** 2))),
        )
