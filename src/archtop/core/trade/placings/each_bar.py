"""The same place on every bar, drawn once."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.trade.placings.placing import Across, Nth, OnTheTop, Place, Placing, every_other

__all__ = ["EachBar", "OnBar"]


class OnBar(Frozen):
    """A place on a bar: across from the loaf's centre line [mm], and how far along the bar [%]."""

    x: Across = 0.0
    along_percent: Annotated[float, Field(ge=0, le=100)] = 50.0


class EachBar(Placing):
    """The same places on every bar, front to back, or on every ``every``-th from the ``first`` on.

    ``mirrored``: every other of these bars the other way round.
    """

    label = "The same on every bar"
    help = "Drawn once on one bar and repeated on all, or on every other."
    fresh = {"places": [{"x": 0.0, "along_percent": 50.0}]}

    kind: Literal["each bar"] = "each bar"
    places: Annotated[tuple[OnBar, ...], Field(min_length=1, max_length=40)]
    mirrored: bool = False
    first: Nth = 1
    every: Nth = 1

    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:
        """Bar by bar."""
        found = []
        for n, bar in enumerate(every_other(self.first, self.every, len(top.bars))):
            low, high = top.bars[bar]
            side = -1 if self.mirrored and n % 2 else 1
            found += [Place(side * at.x, low + at.along_percent / 100 * (high - low)) for at in self.places]
        return tuple(found[:count])
