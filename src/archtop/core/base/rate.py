"""A number of the studio's own, and how far four in five lie around it."""

from __future__ import annotations

import math
from typing import Final

from archtop.core.base.figure import Figure, Frozen, Unit

__all__ = [
    "FOUR_IN_FIVE",
    "Rate",
]

# Four in five of a normal distribution lie within so many standard deviations.
FOUR_IN_FIVE: Final = 1.2815515594600038


class Rate(Frozen):
    """A fitted number: ``low`` to ``high`` holds the next loaf's four times in five; from ``n`` observations."""

    key: str
    name: str
    unit: Unit
    value: float
    low: float
    high: float
    default: float
    n: int
    how: str
    source: str

    @property
    def spread(self) -> float:
        """Standard deviation of the next loaf's, of ln value."""
        return math.log(self.high / self.value) / FOUR_IN_FIVE

    def on(self, figure: Figure) -> Figure:
        """A figure times this ratio, saying so."""
        return Figure(
            value=figure.value * self.value,
            unit=figure.unit,
            low=figure.value * self.low,
            high=figure.value * self.high,
            basis="your log",
            how=f"{figure.how}, × {self.value:.3g}: {self.how}",
            source=self.source,
        )

    def figure(self) -> Figure:
        """The same as a figure."""
        return Figure(
            value=self.value,
            unit=self.unit,
            low=self.low,
            high=self.high,
            basis="your log",
            how=self.how,
            source=self.source,
        )
