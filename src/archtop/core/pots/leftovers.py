"""Batter kept back that is coloured anew: which jars, how much, and how near that comes to the colour it is to be."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from archtop.core.base import Frozen
from archtop.core.colour import Colourant, difference, forecast, lab_of, reflectance_of
from archtop.core.document import Kept
from archtop.core.pots.colours import colour_in_pot
from archtop.core.resolved import ResolvedLoaf

__all__ = ["Leftover", "leftovers_of", "stirred_into_leftovers"]

# A jar of which so little is lacking is in it already [g per kg oils].
_LITTLE = 0.01
# Nearer than this it is the colour that was wished for [ΔE00].
_NEAR = 6.0


class Leftover(Frozen):
    """Kept batter by its place in the document: what it will look like, and how far that is off its wish [ΔE00]."""

    kept: int
    shows: str
    off_wish: float
    says: str


class Lacking(NamedTuple):
    """A jar that a kept batter takes besides what is in it [g]."""

    kept: int
    jar: Colourant
    grams: float


def stirred_into_leftovers(of: ResolvedLoaf) -> Iterator[Lacking]:
    """What each kept batter lacks of the colour that it is to become, by its oils."""
    batter = of.own_batter
    for i, kept in enumerate(of.loaf.keeps):
        if kept.into is None:
            continue
        oils_kg = kept.volume_ml * batter.density.value / batter.g_per_g_oils / 1000
        for jar, dose in _lacking(of, kept, kept.into):
            yield Lacking(i, jar, dose * oils_kg)


def leftovers_of(of: ResolvedLoaf) -> tuple[Leftover, ...]:
    """Every kept batter that is coloured anew."""
    found = []
    for i, kept in enumerate(of.loaf.keeps):
        if kept.into is None:
            continue
        wish, mixed = of.colours[kept.into], colour_in_pot(of, of.colours[kept.colour])
        seen = forecast(mixed.base, (*mixed.doses, *_lacking(of, kept, kept.into)), 0.0).cured
        off = difference(seen.lab, lab_of(reflectance_of(wish.srgb)))
        words = "about" if off < _NEAR else "as near as it will get to"
        found.append(Leftover(kept=i, shows=seen.srgb, off_wish=off, says=f"{words} {wish.name}"))
    return tuple(found)


def _lacking(of: ResolvedLoaf, kept: Kept, into: str) -> tuple[tuple[Colourant, float], ...]:
    """Doses that are in the wished colour and not in the kept one [g per kg oils]; nothing can be taken out."""
    there = {jar.key: dose for jar, dose in colour_in_pot(of, of.colours[kept.colour]).doses}
    wished = [(of.cupboard.jar(dose.colourant), dose.g_per_kg) for dose in of.colours[into].colourants]
    lacking = [(jar, dose - there.get(jar.key, 0.0)) for jar, dose in wished]
    return tuple((jar, dose) for jar, dose in lacking if dose > _LITTLE)
