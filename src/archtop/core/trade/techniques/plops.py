"""Plops: thick batter by the spoon, spoonful beside spoonful."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from archtop.core.rheology import spread_mm
from archtop.core.trade.techniques.spots import Spots
from archtop.core.trade.techniques.technique import Ground, Here, Suits, Technique, within
from archtop.core.trade.turns import turns_of

__all__ = ["Plops", "stacked"]

Array = NDArray[np.float64]

# Spoonfuls lie so near to each other, by their radius, stray by so much of it, and reach so far: stated guesses.
_APART, _STRAY, _FAR = 1.5, 0.3, 1.15
# What a section goes through less than this is not seen in it.
_SEEN = 0.02
# More spoonfuls than this no picture tells apart.
_MOST = 3000
# A spoonful tapers off to so many of its radii, (1 − u²) to this power thick, and so much of it has run everywhere;
# tapped down, all is led about by so far [mm]: stated guesses.
_TAPERS, _ROUND, _EVERYWHERE, _LED_MM = 1.2, 1.6, 1e-5, 2.5
_ROUNDS = 60


class Plops(Technique):
    """``spoon_ml``: what one spoonful is."""

    label = "Spooned plops"
    help = "Thick batter by the spoon, each spoonful beside the last, colours taking turns."
    suits = Suits(25.0, 200.0, "it runs level and no plop is seen", "spoonfuls leave air between them")

    kind: Literal["plops"] = "plops"
    spoon_ml: Annotated[float, Field(ge=2, le=200)] = 20.0

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """The spoon, and how much it holds."""
        return f"In plops: spoonfuls of about {self.spoon_ml:g} ml beside and on each other, colours taking turns."

    def pours(self, ground: Ground, here: Here) -> None:
        """Each as wide as a spoonful of such batter spreads, resting on those before it."""
        room = ground.inside(here)
        _, height = within(here, room)
        spots = ground.once(lambda: self._spots(ground, here), "plops", here.step)
        seen = np.flatnonzero(spots.reach(here.y) > _SEEN)
        parts = spots.held(here.y)
        lying = stacked(
            room.xs, spots.x[seen], spots.long[seen] / _FAR * np.sqrt(spots.reach(here.y)[seen]), parts[seen]
        )
        below = np.zeros_like(room.xs)
        for n, thick in zip(seen, lying * height, strict=True):
            source = room.source(here.step, here.colours[spots.colour[n]])
            room.above(source, below)
            below = below + thick
        room.eddies(height, _LED_MM, here.step)

    def _spots(self, ground: Ground, here: Here) -> Spots:
        """Where each spoonful comes, the same for every section."""
        random = ground.random("plops", here.step)
        volume = float(np.trapezoid(here.areas, here.ys))
        radius = spread_mm(max(here.pa, 1.0), 1.0, self.spoon_ml) / 2
        count = min(max(len(here.colours), round(volume / (self.spoon_ml * 1000))), _MOST)
        length = float(here.ys[-1] - here.ys[0])
        across = max(1, round(2 * ground.half / (_APART * radius)))
        along = max(1, round(length / (_APART * radius)))
        lines = turns_of(range(len(here.colours)), here.shares, count)
        n = np.arange(len(lines))
        # Row by row from the front, every other row half a spoonful further on.
        row = n // across
        x = ((n % across) + 0.5 + 0.25 * (-1.0) ** row) / across
        y = ((row % along) + 0.5) / along
        x, y = (2 * x - 1) * ground.half, here.ys[0] + y * length
        x, y = x + random.normal(0, _STRAY * radius, len(n)), y + random.normal(0, _STRAY * radius, len(n))
        inside = np.clip(x, -ground.half + radius / 2, ground.half - radius / 2) if radius < ground.half else 0 * x
        colour = np.array([colour for colour, _ in lines])
        return Spots(inside, y, np.full(len(n), _FAR * radius), colour, here)


def stacked(xs: Array, at: Array, wide: Array, parts: Array) -> Array:
    """How much of each column every heap takes, when they fill a section evenly and each has its part of it.

    Heaps round on top, evened out until columns and heaps have what is theirs (iterative proportional fitting).

    :param xs: the columns [mm], shape (m,); heaps ``at`` places, half as ``wide`` as they are, and their ``parts``, all
        of shape (n,)
    :return: shape (n, m), adding up to one in each column
    """
    u = (xs - at[:, None]) / np.maximum(wide, 1.0)[:, None]
    found: Array = np.maximum(1 - (u / _TAPERS) ** 2, 0.0) ** _ROUND + _EVERYWHERE
    # Half a column at either wall, as areas are reckoned.
    columns = np.ones(len(xs))
    columns[0] = columns[-1] = 0.5
    columns /= columns.sum()
    for _ in range(_ROUNDS):
        found *= (parts / parts.sum() / (found @ columns))[:, None]
        found /= found.sum(axis=0)
    return found
