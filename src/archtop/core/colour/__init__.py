"""Colour of soap: pigments in an opaque body, browning, and whether two colours can be told apart."""

from archtop.core.colour.ciede2000 import difference
from archtop.core.colour.forecast import Forecast, Swatch, base_absorption, forecast
from archtop.core.colour.pigments import Colourant, ColourDose, TestBar, mixed_g_ml
from archtop.core.colour.reach import InBowl, Option, Reach, reach
from archtop.core.colour.spectra import Lab, Spectrum, lab_of, reflectance_of, srgb_of
from archtop.core.colour.white_card import (
    Light,
    MeasuredColour,
    against_white,
    hex_of,
    in_white_light,
    linear,
    refuse_unfit,
)

__all__ = [
    "ColourDose",
    "Colourant",
    "Forecast",
    "InBowl",
    "Lab",
    "Light",
    "MeasuredColour",
    "Option",
    "Reach",
    "Spectrum",
    "Swatch",
    "TestBar",
    "against_white",
    "base_absorption",
    "difference",
    "forecast",
    "hex_of",
    "in_white_light",
    "lab_of",
    "linear",
    "mixed_g_ml",
    "reach",
    "reflectance_of",
    "refuse_unfit",
    "srgb_of",
]
