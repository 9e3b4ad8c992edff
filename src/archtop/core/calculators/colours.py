"""Calculators of colour: a mix, and a contrast."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from archtop.core.base import Frozen, InputError
from archtop.core.calculators.registry import calculator
from archtop.core.chemistry import Formula
from archtop.core.colour import (
    Colourant,
    ColourDose,
    Forecast,
    base_absorption,
    difference,
    forecast,
    lab_of,
    reflectance_of,
)
from archtop.core.document import standard_cupboard
from archtop.core.pots import contrast_words

__all__ = ["ColourMixInput", "ContrastInput", "ContrastOutput"]

Srgb = Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]


class ColourMixInput(Frozen):
    """A formula, jars with their test bars, doses, and vanillin in the batter [%]."""

    formula: Formula
    colourants: Annotated[tuple[Colourant, ...], Field(max_length=40)] = ()
    doses: Annotated[tuple[ColourDose, ...], Field(max_length=12)] = ()
    vanillin_percent: Annotated[float, Field(ge=0, le=10)] = 0.0


@calculator("colour-mix")
def colour_mix(given: ColourMixInput) -> Forecast:
    """What a mix of colourants looks like wet, next day and cured.

    :raises InputError: when a jar is named that is not given
    """
    jars = {jar.key: jar for jar in given.colourants}
    for i, dose in enumerate(given.doses):
        if dose.colourant not in jars:
            raise InputError.one(
                "colourant.unknown", f"doses.{i}.colourant", dose.colourant, "must be among colourants", "Add its jar."
            )
    base = base_absorption(given.formula.shares, given.formula.additives, standard_cupboard().additives, 0.3)
    return forecast(base, [(jars[dose.colourant], dose.g_per_kg) for dose in given.doses], given.vanillin_percent)


class ContrastInput(Frozen):
    """Two colours as sRGB."""

    a: Srgb
    b: Srgb


class ContrastOutput(Frozen):
    """ΔE00, and what it means on a cut face."""

    difference: float
    words: str


@calculator("contrast")
def contrast(given: ContrastInput) -> ContrastOutput:
    """How far apart two colours look, and whether they merge where they touch."""
    apart = difference(lab_of(reflectance_of(given.a)), lab_of(reflectance_of(given.b)))
    return ContrastOutput(difference=apart, words=contrast_words(apart))
