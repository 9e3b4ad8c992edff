"""You can add, never take out: what to add to get from a colour towards a wanted one, and the way round where that
does not lead there.

A maker adds one jar, two at most, seldom three, and one that is in the bowl already before another. So the best of one
jar, of two and of three are told apart, each with how near it comes; more jars are offered only where they help.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from itertools import combinations
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.colour.ciede2000 import difference
from archtop.core.colour.forecast import Swatch, depth_of
from archtop.core.colour.kubelka_munk import reflectance
from archtop.core.colour.pigments import Colourant, strength_of
from archtop.core.colour.spectra import Lab, Spectrum, lab_of, labs_of, reflectance_of, srgb_of

__all__ = ["REACHED", "Added", "InBowl", "Option", "Reach", "reach"]

# Closer than this and nobody would tell the bars apart on a market table.
REACHED: Final = 5.0
# So many jars at most; another one is worth it if it comes so much nearer [ΔE00], and a jar that is in the bowl
# already is taken before another that comes no nearer than that.
_MOST_JARS: Final = 3
_WORTH: Final = 1.0
# The way round is told where it comes so much nearer [ΔE00].
_WORTH_STARTING_OVER: Final = 3.0
# Doses tried of each jar, by how many jars there are, and how many of the best pairs are tried with a third.
_GRID: Final = {1: 40, 2: 10, 3: 6}
_PAIRS: Final = 8
_REFINED: Final = 3
# What no sheet says less of is told in so many digits; on a scale an amount is a tenth off at so many steps.
_LEAST_DOSE: Final = 0.05
_SURE_STEPS: Final = 5

Array = NDArray[np.float64]


class InBowl(NamedTuple):
    """The bowl that is coloured: its oils [g], and the step of the scale that weighs small amounts [g]."""

    oils_g: float
    step_g: float


_A_KILOGRAM: Final = InBowl(1000.0, 0.01)


class _Asked(NamedTuple):
    """What is wanted, of which jars, in which bowl, at which prices."""

    wanted: Lab
    jars: Sequence[Colourant]
    bowl: InBowl
    prices: Mapping[str, float]
    depth: float


class Added(Frozen):
    """A colourant to add [g per kg oils], and what that is in this bowl [g]; ``already``: it is in the bowl now."""

    colourant: str
    name: str
    g_per_kg: float
    grams: float
    already: bool


class Option(Frozen):
    """Jars to add together, what they give, how far that stays from what is wanted [ΔE00], and what they cost.

    ``cost``: in the studio's money; ``None`` while one of them has no price.
    """

    add: tuple[Added, ...]
    gives: Swatch
    difference: float
    reached: bool
    cost: float | None
    says: str


class Reach(Frozen):
    """What adding can do, the fewest jars first; ``instead``: all that a fresh bowl needs, where that is better."""

    options: tuple[Option, ...]
    from_difference: float
    reached: bool
    says: str
    instead: Option | None


def reach(
    base: Spectrum,
    present: Sequence[tuple[Colourant, float]],
    wanted_srgb: str,
    jars: Mapping[str, Colourant],
    *,
    bowl: InBowl = _A_KILOGRAM,
    prices: Mapping[str, float] | None = None,
    gelled: float = 0.0,
) -> Reach:
    """Find additions that come closest to the wanted cured colour, and a fresh start where nothing added will do.

    Doses stay within what each jar has been tested to, with what is in already, and are whole steps of the scale. All
    of one jar, all pairs, and the best pairs with a third are tried on a grid, the nearest then refined by ΔE00.

    :param base: K/S of the uncoloured bar, shape (81,)
    :param present: what is in the bowl already, with g per kg of oils
    :param jars: what may be added, by key
    :param prices: for a kilogram, by the jar's key
    :param gelled: share of the soap that gels [0–1]
    """
    wanted = lab_of(reflectance_of(wanted_srgb))
    usable = [jar for jar in jars.values() if jar.alkali_stable is not False and jar.skin_safe is not False]
    asked = _Asked(wanted, usable, bowl, prices or {}, depth_of(gelled))
    search = _Search(base, present, asked)
    before = search.off({})
    options = tuple(search.options(before))
    best = min((option.difference for option in options), default=before)
    instead = _fresh(base, asked, options, best) if present else None
    return Reach(
        options=options,
        from_difference=before,
        reached=best <= REACHED,
        says=_says(options, before, search.lightness(options), wanted[0]),
        instead=instead,
    )


def _fresh(base: Spectrum, asked: _Asked, options: Sequence[Option], best: float) -> Option | None:
    """What a fresh bowl needs, where that is fewer jars or comes clearly nearer than adding."""
    if best <= REACHED and (not options or options[0].reached):
        return None
    fresh = _Search(base, (), asked)
    # It may be that it only wants nothing in it.
    found = [fresh.option({}), *fresh.options(fresh.off({}))]
    nearest = next((option for option in found if option.reached), min(found, key=_difference))
    simpler = nearest.reached and best <= REACHED and len(nearest.add) < len(options[-1].add)
    return nearest if simpler or nearest.difference < best - _WORTH_STARTING_OVER else None


def _difference(option: Option) -> float:
    return option.difference


class _Search:
    """Doses of jars over what is in a bowl, and how far each leaves it from what is wanted."""

    def __init__(self, base: Spectrum, present: Sequence[tuple[Colourant, float]], asked: _Asked) -> None:
        self.wanted, usable, self.bowl, self.prices, self.depth = asked
        self.inside: dict[str, float] = {}
        for jar, dose in present:
            self.inside[jar.key] = self.inside.get(jar.key, 0.0) + dose
        self.absorbed = base + sum((strength_of(jar) * dose for jar, dose in present), np.zeros(81))
        self.scattering = 1 + sum(jar.whitens * dose for jar, dose in present)
        # A jar of which there is as much as was tested has no room for more.
        self.jars = {jar.key: jar for jar in usable if self.room(jar)[1] > self.room(jar)[0]}

    def room(self, jar: Colourant) -> tuple[float, float]:
        """The least and the most of a jar that may be added [g per kg oils]."""
        there = self.inside.get(jar.key, 0.0)
        return max(jar.low - there, _LEAST_DOSE), jar.high - there

    def seen(self, doses: Mapping[str, float]) -> Spectrum:
        more = sum((strength_of(self.jars[key]) * dose for key, dose in doses.items()), np.zeros(81))
        white = sum(self.jars[key].whitens * dose for key, dose in doses.items())
        return reflectance(self.depth * (self.absorbed + more) / (self.scattering + white))

    def off(self, doses: Mapping[str, float]) -> float:
        """How far from what is wanted [ΔE00]."""
        return difference(lab_of(self.seen(doses)), self.wanted)

    def lightness(self, options: Sequence[Option]) -> float:
        """Of the nearest option, or of the bowl as it is, as L*."""
        nearest = min(options, key=lambda option: option.difference, default=None)
        return nearest.gives.lab[0] if nearest else lab_of(self.seen({}))[0]

    def options(self, before: float) -> Iterator[Option]:
        """The best of one jar, of two and of three, each only where it comes nearer than fewer."""
        left, pairs = before, list(combinations(sorted(self.jars), 2))
        for count in range(1, min(_MOST_JARS, len(self.jars)) + 1):
            if left <= REACHED and (count > 1 or left <= _WORTH):
                return
            if count == 3:
                sets = {tuple(sorted({*pair, other})) for pair in pairs[:_PAIRS] for other in self.jars}
                tried = self._coarse(sorted(keys for keys in sets if len(keys) == 3), 3)
            else:
                tried = self._coarse([(key,) for key in sorted(self.jars)] if count == 1 else pairs, count)
            if count == 2:
                pairs = [tuple(doses) for doses in tried]  # type: ignore[misc]
            doses = min((self._refined(doses) for doses in tried[:_REFINED]), key=self._rank)
            if self.off(doses) < left - _WORTH:
                left = self.off(doses)
                yield self.option(doses)

    def _rank(self, doses: Mapping[str, float]) -> float:
        """How far off, a little more for every jar that is not in the bowl already."""
        return self.off(doses) + _WORTH * sum(key not in self.inside for key in doses)

    def _coarse(self, sets: Sequence[tuple[str, ...]], count: int) -> list[dict[str, float]]:
        """The best doses of each set of jars on a grid, the nearest set first."""
        found = []
        for keys in sets:
            grids = [np.geomspace(*self.room(self.jars[key]), _GRID[count]) for key in keys]
            doses = np.stack(np.meshgrid(*grids, indexing="ij"), axis=-1).reshape(-1, count)
            strengths = np.array([strength_of(self.jars[key]) for key in keys])
            white = np.array([self.jars[key].whitens for key in keys])
            absorbed = self.depth * (self.absorbed + doses @ strengths)
            labs = labs_of(reflectance(absorbed / (self.scattering + doses @ white)[:, None]))
            # Plain distance tells which are worth a closer look.
            far: Array = np.linalg.norm(labs - np.array(self.wanted), axis=1)
            at = int(far.argmin())
            new = sum(key not in self.inside for key in keys)
            found.append((far[at] + _WORTH * new, dict(zip(keys, map(float, doses[at]), strict=True))))
        return [doses for _, doses in sorted(found, key=lambda item: (item[0], tuple(item[1])))]

    def _refined(self, doses: Mapping[str, float]) -> dict[str, float]:
        """The same jars with doses that come nearest by ΔE00, as the scale can weigh them."""
        from scipy.optimize import minimize

        keys = list(doses)

        def with_logs(logs: Array) -> dict[str, float]:
            return {key: float(dose) for key, dose in zip(keys, np.exp(logs), strict=True)}

        def off(logs: Array) -> float:
            return self.off(with_logs(logs))

        room = [(math.log(low), math.log(high)) for low, high in (self.room(self.jars[key]) for key in keys)]
        found = minimize(off, np.log([doses[key] for key in keys]), method="L-BFGS-B", bounds=room)
        best = min((with_logs(found.x), dict(doses)), key=self.off)
        return {key: self._weighable(key, dose) for key, dose in best.items()}

    def _weighable(self, key: str, g_per_kg: float) -> float:
        """A dose that is whole steps of the scale, within the room there is; in two digits where it must be thinned."""
        low, high = self.room(self.jars[key])
        step = 1000 * self.bowl.step_g / self.bowl.oils_g
        steps = round(g_per_kg / step)
        if steps < _SURE_STEPS:
            return min(max(float(f"{g_per_kg:.2g}"), low), high)
        steps += (steps * step < low) - (steps * step > high)
        return float(f"{steps * step:.8g}")

    def option(self, doses: Mapping[str, float]) -> Option:
        """What such doses come to."""
        seen, left = self.seen(doses), self.off(doses)
        add = tuple(
            Added(
                colourant=key,
                name=self.jars[key].name,
                g_per_kg=dose,
                grams=dose * self.bowl.oils_g / 1000,
                already=key in self.inside,
            )
            for key, dose in doses.items()
        )
        lab = lab_of(seen)
        priced = all(item.colourant in self.prices for item in add)
        return Option(
            add=add,
            gives=Swatch(srgb=srgb_of(seen), lab=lab),
            difference=left,
            reached=left <= REACHED,
            cost=sum(item.grams / 1000 * self.prices[item.colourant] for item in add) if priced else None,
            says=_how_near(left, lab[0], self.wanted[0]),
        )


def _how_near(left: float, lightness: float, wanted: float) -> str:
    if left <= REACHED:
        return "a very close match"
    if wanted < lightness - 3:
        return "as dark as it will get"
    if wanted > lightness + 3:
        return "as light as it will get"
    return "as near as these come"


def _says(options: Sequence[Option], before: float, lightness: float, wanted: float) -> str:
    left = min((option.difference for option in options), default=before)
    if left <= REACHED:
        return "It can be reached." if options else "It is there already."
    why = (
        "it would have to be lighter, and nothing can be taken out"
        if wanted > lightness + 3
        else "it would have to be darker than these jars make it at the doses tested"
        if wanted < lightness - 3
        else "these jars do not make that hue together"
    )
    start = "Something comes closer, but" if options else "Nothing here comes closer:"
    return f"{start} it cannot be reached by adding: {why}."
