"""A colour measured from a photograph in which a white card lies beside the soap.

The light is taken out by scaling in the sharpened cone space of Bradford so that the card comes out as white as it is
(Lam 1985, as in CIE 15; sRGB's own matrix, IEC 61966-2-1). That takes out how bright and how warm the light was; a
shadow on one of the two it cannot take out, nor what a lamp has too little blue to show.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen, InputError

__all__ = [
    "CARD_REFLECTS",
    "Light",
    "MeasuredColour",
    "against_white",
    "hex_of",
    "in_white_light",
    "linear",
    "refuse_unfit",
]

Light = Literal["daylight", "lamp"]

# Plain white paper or card reflects so much of the light: a stated guess.
CARD_REFLECTS: Final = 0.90
# The card must be lit well, and not washed out: of full scale, linear.
_DIMMEST, _BRIGHTEST = 0.10, 0.985
_UNEVEN = 0.25
# What is left after the scaling, on photographs made for the test [ΔE00]: daylight from 4000 K up, and lamps of 2800 K.
_ERROR: Mapping[Light, float] = {"daylight": 4.0, "lamp": 12.0}
_TO_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
_BRADFORD = np.array([[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]])
_CONES = _BRADFORD @ _TO_XYZ
_FROM_CONES = np.linalg.inv(_CONES)


class MeasuredColour(Frozen):
    """A colour of the screen; ``off``: how far it may be out [ΔE00]; ``how``: what it was measured from."""

    srgb: str
    off: float
    how: str


def against_white(card: NDArray[np.uint8], soap: NDArray[np.uint8], light: Light = "daylight") -> MeasuredColour:
    """The colour of a patch of soap beside a patch of white card, both of one photograph, shape (…, 3).

    :param light: what it was taken in: a warm lamp leaves more of an error
    :raises InputError: ``card.dark``, ``card.washed_out`` or ``card.uneven``
    """
    white, seen = linear(card).reshape(-1, 3), linear(soap).reshape(-1, 3)
    mean = np.median(white, axis=0)
    refuse_unfit(mean)
    if float((white.std(axis=0) / mean).max()) > _UNEVEN:
        raise _refused("uneven", float(white.std()), "is not of one white", "Press on a plain part of the card.")
    return MeasuredColour(
        srgb=hex_of(in_white_light(np.median(seen, axis=0), mean)),
        off=_ERROR[light],
        how=f"{len(seen)} points of soap, {len(white)} of a card that reflects {CARD_REFLECTS:.0%}",
    )


def refuse_unfit(white: NDArray[np.float64]) -> None:
    """Refuse a white card by whose light nothing can be told.

    :param white: its linear light, shape (3,)
    :raises InputError: ``card.dark`` or ``card.washed_out``
    """
    if white.min() < _DIMMEST:
        raise _refused(
            "dark", white.min(), "is too dark for a white card", "Press on the card, or take it in more light."
        )
    if white.max() > _BRIGHTEST:
        raise _refused("washed_out", white.max(), "is washed out", "Take it with less light on the card.")


def in_white_light(seen: NDArray[np.float64], white: NDArray[np.float64]) -> NDArray[np.float64]:
    """What linear light would be, were the card's light white: shape (…, 3), 0 to 1.

    :param seen: linear light of the soap, shape (…, 3)
    :param white: that of the card in the same place, shape (…, 3)
    """
    cones = (seen @ _CONES.T) / (white @ _CONES.T) * (_CONES @ np.ones(3)) * CARD_REFLECTS
    return np.asarray(np.clip(cones @ _FROM_CONES.T, 0, 1))


def hex_of(light: NDArray[np.float64]) -> str:
    """A colour of the screen from its linear light, shape (3,)."""
    return "#" + "".join(f"{round(255 * value):02x}" for value in _encoded(light))


def linear(points: NDArray[np.uint8]) -> NDArray[np.float64]:
    """Out of sRGB's curve (IEC 61966-2-1): light, 0 to 1, of the points' shape.

    :param points: of the screen, 0 to 255, shape (…, 3)
    """
    value = points.astype(float) / 255
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


def _encoded(value: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.where(value <= 0.0031308, value * 12.92, 1.055 * value ** (1 / 2.4) - 0.055)


def _refused(code: str, value: float, limit: str, remedy: str) -> InputError:
    return InputError.one(f"card.{code}", "card", f"{value:.2f} of full light", limit, remedy)
