"""The best recipe that a scale can weigh: all oils and the lye rounded together, so that the superfat keeps.

Rounding each amount by itself moves the superfat: at a step of 1 g a gram of lye in a pot of 40 g is a quarter of it.
So all ways to round are looked at together, a step up or down for every oil, and of those whose superfat keeps the
nearest to the formula is taken. Where there is none the scale cannot weigh that pot, and that is said.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Collection, Mapping
from functools import cache, lru_cache
from typing import Any, Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.chemistry import Batter, Role
from archtop.core.pots.scales import steps_like

__all__ = [
    "BAND_POINTS",
    "FREE_FATS",
    "SMALL_STEPS",
    "Alkali",
    "Weighed",
    "finer_step",
    "is_fine",
    "more_batter",
    "weighed",
]

# Superfat may rise so much over the formula's, and never fall below it [percentage points]; a pot may be so much larger
# or smaller than asked for.
BAND_POINTS: Final = 1.0
_ROOM: Final = 0.02
# So many oils are tried a step up and a step down; of more, those that weigh least are only rounded. Of few oils
# several steps are tried, by how many there are: about as many ways in all.
_MOVED: Final = 6
_REACH: Final = {1: 30, 2: 12, 3: 4, 4: 2}
# More batter than this many times the pot is no way to make it weighable.
_MOST_TIMES: Final = 8.0
# What is no oil, lye or water and lighter than this many steps of the scale goes on the fine one.
SMALL_STEPS: Final = 20
_COARSE: Final = ("oil", "lye", "water", "late fat")
# Fat that lye does not meet: it counts as superfat whole.
FREE_FATS: Final = ("late fat", "carrier oil")
_TINY: Final = 1e-9

Array = NDArray[np.float64]


class Alkali(NamedTuple):
    """What the superfat follows from: NaOH for a gram of each oil [g], by key; purity and what else takes lye [-]."""

    per_g: Mapping[str, float]
    purity: float
    taken_per_g_oils: float


class Weighed(NamedTuple):
    """Grams of each part of the batter, in its order, and the superfat that they truly give [%]."""

    grams: tuple[float, ...]
    superfat_percent: float

    @property
    def total_g(self) -> float:
        """Everything together [g]."""
        return round(sum(self.grams), 6)


def weighed(batter: Batter, alkali: Alkali, total_g: float, step_g: float, fine_step_g: float) -> Weighed | None:
    """The nearest recipe of about ``total_g`` that a scale can weigh; none where no rounding keeps the superfat.

    Superfat is never below the formula's and at most one point above it; the whole is within 2 % of ``total_g``, and
    not less than that where it can be helped. Every part comes to a step at least. An additive that weighs little is
    weighed on the fine scale.

    :param total_g: batter wanted [g]
    :param step_g: of the scale for oils, lye and water [g]; ``fine_step_g``: of the one for small amounts
    """
    parts = tuple((part.role, part.key, part.share) for part in batter.parts)
    per_g = tuple(sorted(alkali.per_g.items()))
    recipe = _Recipe(parts, batter.superfat_percent, per_g, alkali.purity, alkali.taken_per_g_oils)
    return _weighed(recipe, total_g, step_g, fine_step_g)


class _Recipe(NamedTuple):
    """What of a batter and its lye decides how it can be rounded; as values, since most edits leave it as it was."""

    parts: tuple[tuple[Role, str, float], ...]
    superfat_percent: float
    per_g: tuple[tuple[str, float], ...]
    purity: float
    taken_per_g_oils: float


@lru_cache(maxsize=1024)
def _weighed(recipe: _Recipe, total_g: float, step_g: float, fine_step_g: float) -> Weighed | None:
    search = _Search(recipe, step_g, fine_step_g)
    exact = next(share for role, _, share in recipe.parts if role == "lye") * total_g / step_g
    low, high = max(1, math.floor(exact * (1 - 2 * _ROOM))), math.ceil(exact * (1 + 2 * _ROOM)) + 1
    # Of many steps those around the amount itself are enough.
    near = [m for m in range(low, high + 1) if abs(m - exact) <= 2]
    found = [option for steps in near if (option := search.with_lye(steps, total_g))]
    return min(found, key=lambda item: item[0])[1] if found else None


def more_batter(batter: Batter, alkali: Alkali, total_g: float, step_g: float, fine_step_g: float) -> float | None:
    """How much more batter makes a pot of ``total_g`` weighable [g]; none where even several times as much does not."""
    lye = next(part.share for part in batter.parts if part.role == "lye")
    for steps in range(max(1, math.ceil(lye * total_g / step_g)), math.ceil(lye * total_g * _MOST_TIMES / step_g) + 2):
        larger = max(steps * step_g / lye, total_g)
        option = weighed(batter, alkali, larger, step_g, fine_step_g)
        if option and option.total_g > total_g:
            return math.ceil((larger - total_g) / step_g - _TINY) * step_g
    return None


def finer_step(batter: Batter, alkali: Alkali, total_g: float, step_g: float, fine_step_g: float) -> float | None:
    """The coarsest step of a scale, finer than ``step_g`` and of its unit, that can weigh the pot [g]."""
    for finer in reversed(steps_like(step_g)):
        if finer < step_g - _TINY and weighed(batter, alkali, total_g, finer, min(finer, fine_step_g)):
            return finer
    return None


def is_fine(role: str, grams: Array | float, step_g: float) -> Any:
    """Whether so much of a part goes on the scale for small amounts, for one amount or for each of an array.

    :param grams: of the part [g]; ``step_g``: of the scale for oils, lye and water [g]
    """
    return np.logical_and(role not in _COARSE, np.asarray(grams) < SMALL_STEPS * step_g)


@cache
def _ways(oils: int) -> Array:
    """Steps more or less of each of so many oils, shape (ways, oils)."""
    reach = _REACH.get(oils, 1)
    return np.array(list(itertools.product(np.arange(-reach, reach + 1.0), repeat=oils)))


class _Search:
    """All ways to round one pot."""

    def __init__(self, recipe: _Recipe, step_g: float, fine_step_g: float) -> None:
        self.recipe, self.step, self.fine = recipe, step_g, fine_step_g
        self.roles = [role for role, _, _ in recipe.parts]
        self.shares = np.array([share for _, _, share in recipe.parts])
        self.oil = np.array([role == "oil" for role in self.roles])
        per_g = dict(recipe.per_g)
        self.needs = np.array([per_g[key] for role, key, _ in recipe.parts if role == "oil"])
        self.target = recipe.superfat_percent

    def with_lye(self, steps: int, total_g: float) -> tuple[tuple[bool, float], Weighed] | None:
        """The best recipe with so many steps of lye, and how far it is off; none whose superfat keeps."""
        lye = steps * self.step
        exact = self._oils_for(lye)
        grams = self._grams(self._counts(exact) * self.step, lye)
        superfat = self._superfat(grams, lye)
        off = grams.sum(axis=1) / total_g - 1
        keeps = (superfat >= self.target - _TINY) & (superfat <= self.target + BAND_POINTS + _TINY)
        keeps &= np.abs(off) <= _ROOM + _TINY
        if not keeps.any():
            return None
        oils = grams[:, self.oil]
        # A pot too large by a gram is worse than shares of oils off by one; inside the band all is well.
        strays = np.abs(oils / oils.sum(axis=1, keepdims=True) - exact / exact.sum()).sum(axis=1) + 3 * np.abs(off)
        strays += (superfat - self.target) / 300
        short = off < -_TINY
        keeping = np.flatnonzero(keeps)
        best = keeping[np.lexsort((strays[keeping], short[keeping]))[0]]
        amounts = tuple(round(float(amount), 6) for amount in grams[best])
        return (bool(short[best]), float(strays[best])), Weighed(amounts, float(superfat[best]))

    def _oils_for(self, lye_g: float) -> Array:
        """Oils [g] that so much lye leaves where rounding keeps within the band, by the formula's shares.

        That is as near to the formula's superfat as half a step of lye allows, and in the middle of the band at most.
        """
        shares = self.shares[self.oil]
        whole = float(shares.sum())
        late = 100 * self._share(FREE_FATS) / whole
        aim = self.target + min(50 * self.step / lye_g, BAND_POINTS / 2)
        left = 1 - (aim - late) / 100
        per_g = float(shares @ self.needs) / whole * left + self.recipe.taken_per_g_oils
        return np.asarray(shares / whole * lye_g * self.recipe.purity / per_g)

    def _share(self, roles: Collection[str]) -> float:
        return float(sum(share for share, role in zip(self.shares, self.roles, strict=True) if role in roles))

    def _counts(self, exact: Array) -> Array:
        """Whole steps of each oil, shape (ways, oils): each rounded, and some steps more or less of the heaviest."""
        rounded = np.maximum(np.round(exact / self.step), 1.0)
        moved = np.argsort(-exact)[:_MOVED]
        ways = _ways(len(moved))
        counts = np.repeat(rounded[None, :], len(ways), axis=0)
        counts[:, moved] += ways
        return counts[(counts >= 1).all(axis=1)]

    def _grams(self, oils_g: Array, lye_g: float) -> Array:
        """Every part of the batter, shape (ways, parts): what is no oil and no lye follows the oils' weight."""
        size = oils_g.sum(axis=1) / self.shares[self.oil].sum()
        grams: Array = np.empty((len(oils_g), len(self.roles)))
        grams[:, self.oil] = oils_g
        for column, (role, share) in enumerate(zip(self.roles, self.shares, strict=True)):
            if role == "lye":
                grams[:, column] = lye_g
            elif role != "oil":
                step = np.where(is_fine(role, share * size, self.step), self.fine, self.step)
                grams[:, column] = np.maximum(np.round(share * size / step), 1.0 if share > 0 else 0.0) * step
        return np.asarray(grams)

    def _superfat(self, grams: Array, lye_g: float) -> Array:
        """Superfat [%] that weighed parts give, shape (ways,), counting fat that lye does not meet."""
        oils = grams[:, self.oil]
        used = lye_g * self.recipe.purity - self.recipe.taken_per_g_oils * oils.sum(axis=1)
        late = grams[:, [role in FREE_FATS for role in self.roles]].sum(axis=1)
        return np.asarray(100 * (1 - used / (oils @ self.needs) + late / oils.sum(axis=1)))
