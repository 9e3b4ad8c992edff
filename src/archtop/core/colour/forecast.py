"""What a colour will look like: wet, next day, cured.

Absorption adds up by mass over the base that fats and additives give; whiteners add to scattering; vanillin browns
slowly. The reflectance follows by Kubelka-Munk.

- ``base_absorption``: of the uncoloured bar
- ``forecast``: three swatches
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from functools import cache

import numpy as np

from archtop.core.base import Basis, Frozen, read_table
from archtop.core.chemistry import Additive, AdditiveDose, grams_per_g_oils
from archtop.core.colour.kubelka_munk import absorption, reflectance
from archtop.core.colour.pigments import Colourant, strength_of
from archtop.core.colour.spectra import Lab, Spectrum, lab_of, reflectance_of, srgb_of

__all__ = ["Forecast", "Swatch", "base_absorption", "browning", "depth_of", "forecast"]

_PALE = "#f7f3e8"
# A brown bar that 0.5 % of vanillin in the batter makes in the end; and how fast: days to 63 % of it. Common practice
# (cream to dark brown over days to weeks), until the studio's own bars say otherwise.
_BROWN, _BROWN_AT_PERCENT, _BROWN_DAYS = "#5d3a1e", 0.5, 7.0
# Wet soap scatters less, so that the same pigment looks deeper; a stated guess.
_DEEPER_WET, _DEEPER_NEXT_DAY = 1.35, 1.12
# Gelled soap stays a little clearer, and its colours deeper (common practice); by how much is a stated guess.
_DEEPER_GELLED = 1.15
_MURK = "#4d4a3c"
CURED_DAYS = 35.0


class Swatch(Frozen):
    """A colour for the screen, and as L*a*b*."""

    srgb: str
    lab: Lab


class Forecast(Frozen):
    """Swatches of one colour; ``spread``: how far off they may be [ΔE00]."""

    wet: Swatch
    next_day: Swatch
    cured: Swatch
    spread: float
    basis: Basis
    how: str
    source: str


@cache
def _fat_colours() -> Mapping[str, Spectrum]:
    return {row["key"]: absorption(reflectance_of(row["srgb"])) for row in read_table("base_colours")}


@cache
def _seen(srgb: str) -> Spectrum:
    return absorption(reflectance_of(srgb))


def base_absorption(
    shares: Mapping[str, float],
    doses: Sequence[AdditiveDose],
    additives: Mapping[str, Additive],
    water_per_g_oils: float,
) -> Spectrum:
    """K/S of the uncoloured, cured bar, shape (81,).

    Fats by their mass fractions; an additive with a colour as a pigment whose colour is reached at twice its usual
    highest dose.

    :param shares: of each fat in the oils, by its key, adding up to 1 [-]
    :param water_per_g_oils: water for each gram of oils [g]
    """
    known = _fat_colours()
    total = sum((share * known.get(key, _seen(_PALE)) for key, share in shares.items()), np.zeros(81))
    for dose in doses:
        additive = additives[dose.additive]
        if additive.colour:
            grams = grams_per_g_oils(dose, additive, water_per_g_oils) * 1000
            total = total + _seen(additive.colour) * grams / (2 * additive.high)
    return total


def browning(vanillin_percent: float, days: float) -> Spectrum:
    """K/S that vanillin has brought after some days, shape (81,); saturates with time, grows with the dose."""
    return _seen(_BROWN) * vanillin_percent / _BROWN_AT_PERCENT * (1 - math.exp(-days / _BROWN_DAYS))


def depth_of(gelled: float) -> float:
    """How many times as deep a colour stands in soap that gels.

    :param gelled: share of it that does [0–1]
    """
    return 1 + (_DEEPER_GELLED - 1) * gelled


def forecast(
    base: Spectrum,
    doses: Sequence[tuple[Colourant, float]],
    vanillin_percent: float,
    other: Spectrum | None = None,
    gelled: float = 0.0,
) -> Forecast:
    """Wet, next-day and cured colour of a portion.

    :param base: K/S of the uncoloured bar, shape (81,)
    :param doses: colourants with g per kg of oils
    :param vanillin_percent: vanillin in the batter [% by mass]
    :param other: K/S from anything else that tints, shape (81,)
    :param gelled: share of the soap that gels [0–1]
    """
    scattering = 1 + sum(jar.whitens * dose for jar, dose in doses)
    absorbed = base + sum((strength_of(jar) * dose for jar, dose in doses), np.zeros(81))
    if other is not None:
        absorbed = absorbed + other
    clear = depth_of(gelled)
    strength = sum(dose for _, dose in doses)
    murk = sum(jar.wet_murk * dose for jar, dose in doses) / strength if strength else 0.0

    def swatch(days: float, deeper: float, murky: float) -> Swatch:
        k_over_s = ((absorbed + browning(vanillin_percent, days)) * deeper + murky * _seen(_MURK)) / scattering
        seen = reflectance(k_over_s)
        return Swatch(srgb=srgb_of(seen), lab=lab_of(seen))

    return Forecast(
        wet=swatch(0, _DEEPER_WET, murk),
        next_day=swatch(1, max(_DEEPER_NEXT_DAY, clear), murk / 4),
        cured=swatch(CURED_DAYS, clear, 0.0),
        spread=4.0 + 8.0 * min(1.0, vanillin_percent / _BROWN_AT_PERCENT),
        basis="estimate",
        how="absorption of each colourant's test bar by its dose, over the fats' own colour"
        + (f", whitened {scattering:.1f}-fold" if scattering > 1 else "")
        + (f", {clear:.2f} times as deep where it gels" if gelled else "")
        + (f", browned by {vanillin_percent:.2f} % of vanillin" if vanillin_percent else ""),
        source="single-constant mixing in an opaque body (Kubelka & Munk 1931); browning by common practice",
    )
