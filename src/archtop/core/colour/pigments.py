"""Colourants, and what they absorb, learned from one cured test bar each.

- ``Colourant``: a jar, with its test bar
- ``ColourDose``: how much of it goes into a colour
- ``mixed_g_ml``: how much of it a spoon of the wetted mix holds
- ``strength_of``: absorption and scattering that a gram brings
"""

from __future__ import annotations

from functools import lru_cache
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.colour.kubelka_munk import absorption
from archtop.core.colour.spectra import Spectrum, reflectance_of

__all__ = ["ColourDose", "Colourant", "TestBar", "mixed_g_ml", "strength_of"]

Srgb = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]


class TestBar(Frozen):
    """A cured bar photographed or typed in: its colour at a known dose, and the same soap without the colourant."""

    dose_g_per_kg: Annotated[float, Field(gt=0, le=200)]
    srgb: Srgb
    plain_srgb: Srgb = "#f6f1e4"


class Colourant(Frozen):
    """A jar.

    ``disperse``: into oil, into water, or straight into the oils of a pot of one colour; ``carrier_g_per_g``: grams
    of oil or water to wet a gram; ``low`` to ``high``: dose the studio has tested [g per kg oils]; ``whitens``: how
    much it adds to scattering for each g per kg, for titanium dioxide and the like; ``wet_murk`` 0-1: how much
    duller it looks wet; ``bulk_g_ml``: as a level spoon of it was weighed; ``alkali_stable`` and ``skin_safe``: the
    user's own declaration, ``None`` if never looked up.
    """

    key: str
    name: str
    inci: Annotated[str, Field(max_length=160)] = ""
    disperse: Literal["oil", "water", "straight"] = "oil"
    carrier_g_per_g: Annotated[float, Field(ge=0, le=20)] = 3.0
    low: Annotated[float, Field(ge=0, le=200)] = 0.0
    high: Annotated[float, Field(gt=0, le=200)] = 20.0
    bar: TestBar
    whitens: Annotated[float, Field(ge=0, le=10)] = 0.0
    wet_murk: Annotated[float, Field(ge=0, le=1)] = 0.0
    alkali_stable: bool | None = None
    skin_safe: bool | None = None
    powder: bool = True
    true_g_ml: Annotated[float, Field(gt=0.3, le=8)] = 3.0
    bulk_g_ml: Annotated[float, Field(ge=0.05, le=3)] | None = None


class ColourDose(Frozen):
    """A colourant in a colour [g per kg of the portion's oils]."""

    colourant: str
    g_per_kg: Annotated[float, Field(gt=0, le=200)]


def mixed_g_ml(colourant: Colourant, carrier_g_ml: float) -> float:
    """Grams of a colourant in a millilitre of it wetted, by its own share of oil or water.

    Volumes add up, since a powder fills no more room in oil than its grains take.

    :param carrier_g_ml: density of the oil or water [g/ml]

    >>> jar = Colourant(key="a", name="A", bar=TestBar(dose_g_per_kg=5, srgb="#7a8b99"), carrier_g_per_g=3, true_g_ml=3)
    >>> round(mixed_g_ml(jar, 0.92), 3)
    0.278
    """
    return 1 / (1 / colourant.true_g_ml + colourant.carrier_g_per_g / carrier_g_ml)


@lru_cache(maxsize=512)
def _absorbed(bar: TestBar, whitens: float) -> bytes:
    plain = absorption(reflectance_of(bar.plain_srgb))
    scattering = 1 + whitens * bar.dose_g_per_kg
    # What the bar absorbs, by the scattering it then had, less what the plain soap absorbs already.
    brought = absorption(reflectance_of(bar.srgb)) * scattering - plain
    return np.maximum(brought, 0).tobytes()


def strength_of(colourant: Colourant) -> Spectrum:
    """Absorption, over the scattering of plain soap, that one g per kg of oils brings, shape (81,).

    From the test bar by K/S additive in mass (single-constant Kubelka-Munk): k = (K/S(bar)·s − K/S(plain)) / dose.
    """
    return np.frombuffer(_absorbed(colourant.bar, colourant.whitens)) / colourant.bar.dose_g_per_kg
