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

__all__ = ["CARD_REFLECTS", "Light", "MeasuredColour", "against_white"]

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
    white, seen = _linear(card).reshape(-1, 3), _linear(soap).reshape(-1, 3)
    mean = np.median(white, axis=0)
    if mean.min() < _DIMMEST:
        raise _refused(
            "dark", mean.min(), "is too dark for a white card", "Press on the card, or take it in more light."
        )
    if mean.max() > _BRIGHTEST:
        raise _refused("washed_out", mean.max(), "is washed out", "Take it with less light on the card.")
    if float((white.std(axis=0) / mean).max()) > _UNEVEN:
        raise _refused("uneven", float(white.std()), "is not of one white", "Press on a plain part of the card.")
    cones = (_CONES @ np.median(seen, axis=0)) / (_CONES @ mean) * (_CONES @ np.ones(3)) * CARD_REFLECTS
    colour = np.clip(np.linalg.solve(_CONES, cones), 0, 1)
    return MeasuredColour(
        srgb="#" + "".join(f"{round(255 * value):02x}" for value in _encoded(colour)),
        off=_ERROR[light],
        how=f"{len(seen)} points of soap, {len(white)} of a card that reflects {CARD_REFLECTS:.0%}",
    )


def _linear(points: NDArray[np.uint8]) -> NDArray[np.float64]:
    """Out of sRGB's curve (IEC 61966-2-1)."""
    value = points.astype(float) / 255
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


def _encoded(value: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.where(value <= 0.0031308, value * 12.92, 1.055 * value ** (1 / 2.4) - 0.055)


def _refused(code: str, value: float, limit: str, remedy: str) -> InputError:
    return InputError.one(f"card.{code}", "card", f"{value:.2f} of full light", limit, remedy)
