"""Numbers that a studio has of its own, fitted from its log and shrunk towards what plans take without one.

What each loaf shows has an error of its own, and loaves differ among themselves; their common mean is pulled towards
the default by how far a studio is believed to lie from it (normal means with a normal prior, all spreads fixed: Gelman
et al. 2013, Bayesian Data Analysis, ch. 5). Ratios and lengths are fitted as logarithms.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from functools import cache
from typing import NamedTuple

from archtop.core.base import FOUR_IN_FIVE, Frozen, Rate, Unit, read_table

__all__ = [
    "Observation",
    "RateKind",
    "Shrunk",
    "fitted",
    "kind_of",
    "place_of",
    "shrunk",
]


class RateKind(Frozen):
    """A kind of number: its default, how far a studio may lie from it, and how far loaves lie from each other."""

    key: str
    name: str
    unit: Unit
    default: float
    studio_sd: float
    loaf_sd: float
    source: str

    @property
    def logarithmic(self) -> bool:
        """Whether it is fitted as a logarithm: percents are not."""
        return self.unit != "%"


class Observation(Frozen):
    """What one loaf shows: ``rate`` like ``film`` or ``scent:market-tea``, the value, and its standard deviation.

    ``sd`` is a share of the value, or points where the unit is a percent. ``says``: how it was seen; ``grams``:
    of what was lost, where something was.
    """

    rate: str
    value: float
    sd: float
    says: str
    grams: float = 0.0


class Shrunk(NamedTuple):
    """Mean of a studio, its standard deviation, and that of the next loaf around it."""

    mean: float
    sd: float
    next_sd: float


def shrunk(default: float, studio_sd: float, loaf_sd: float, seen: Sequence[tuple[float, float]]) -> Shrunk:
    """A studio's mean, from values with their standard deviations.

    >>> shrunk(0.0, 1.0, 0.0, [(2.0, 1.0)]).mean
    1.0

    :param default: and ``studio_sd``, ``loaf_sd``: in the unit of the number, or its logarithm
    :param seen: values with their standard deviations, in the same unit
    """
    weights = [1 / (sd**2 + loaf_sd**2) for _, sd in seen]
    precision = sum(weights) + 1 / studio_sd**2
    pulled = sum(weight * value for weight, (value, _) in zip(weights, seen, strict=True))
    sd = math.sqrt(1 / precision)
    return Shrunk((pulled + default / studio_sd**2) / precision, sd, math.hypot(sd, loaf_sd))


@cache
def _kinds() -> Mapping[str, RateKind]:
    return {
        row["key"]: RateKind(
            key=row["key"],
            name=row["name"],
            unit=row["unit"],
            default=float(row["default"]),
            studio_sd=float(row["studio_sd"]),
            loaf_sd=float(row["loaf_sd"]),
            source=row["source"],
        )
        for row in read_table("rates")
    }


def kind_of(rate: str) -> RateKind:
    """The kind of a rate's key: ``scent:market-tea`` is a ``scent``."""
    return _kinds()[rate.partition(":")[0]]


def place_of(rate: str) -> tuple[int, str]:
    """Where a rate comes in a list of them: what all loaves share first, then scent by scent and jar by jar."""
    return list(_kinds()).index(kind_of(rate).key), rate


def fitted(observations: Iterable[Observation], names: Mapping[str, str] | None = None) -> dict[str, Rate]:
    """Every number that was seen at least once, by key.

    :param names: of what stands after the colon, by the whole key
    """
    by_key: dict[str, list[Observation]] = {}
    for item in observations:
        by_key.setdefault(item.rate, []).append(item)
    return {key: _fit(key, found, (names or {}).get(key, "")) for key, found in sorted(by_key.items())}


def _fit(key: str, found: Sequence[Observation], of: str) -> Rate:
    kind = kind_of(key)
    into, out = (math.log, math.exp) if kind.logarithmic else (float, float)
    fit = shrunk(into(kind.default), kind.studio_sd, kind.loaf_sd, [(into(item.value), item.sd) for item in found])
    reach = FOUR_IN_FIVE * fit.next_sd
    mean = sum(item.value for item in found) / len(found)
    return Rate(
        key=key,
        name=f"{kind.name}: {of}" if of else kind.name,
        unit=kind.unit,
        default=kind.default,
        n=len(found),
        value=out(fit.mean),
        low=out(fit.mean - reach),
        high=out(fit.mean + reach),
        how=f"{len(found)} seen, {mean:.3g} on the whole, pulled towards {kind.default:g}",
        source=f"your log; before: {kind.source}",
    )
