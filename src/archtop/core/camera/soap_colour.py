"""The colour of soap photographed with the bar card in the picture: on its chequers, or beside it."""

from __future__ import annotations

import numpy as np

from archtop.core.base import Frozen
from archtop.core.camera.bar_card import BAR_CARD, BarCard
from archtop.core.camera.bar_outline import outline_on
from archtop.core.camera.lit import light_of
from archtop.core.camera.marks import Array, Located, Picture, locate, through, vision
from archtop.core.colour import hex_of, in_white_light, linear

__all__ = ["SoapSeen", "read_soap"]

# What is left of a colour's error [ΔE00]: between paper on all sides, and beside the card, where the light is another.
_ON_CARD, _BESIDE_CARD = 4.0, 6.0
# A patch is this share of the picture's longer side to each side of its place.
_PATCH = 0.012
# The middle of what lies on the chequers: at least so far from its outline, as a share of what is farthest.
_MIDDLE, _PX_PER_MM = 0.5, 2.0
# Soap of one colour differs from itself by so much at most: streaks, grain and glints (standard deviation of L*).
_ONE_COLOUR = 6.0
_GRAIN_MM, _DARKEST = 0.4, 0.01
BY_EYE = "or choose its colour by eye"


class SoapSeen(Frozen):
    """Soap's colour by white light, how far it may be out [ΔE00], where it was taken (shares of the picture's width
    and height), and what to mind.
    """

    srgb: str
    off: float
    at: tuple[float, float]
    says: str


def read_soap(picture: Picture, at: tuple[float, float] | None = None, card: BarCard = BAR_CARD) -> SoapSeen:
    """The colour of the soap on the card, or at a place of the picture.

    :param picture: shape (rows, columns, 3), red, green and blue
    :param at: a place as shares of its width and height; ``None`` takes what lies on the chequers
    :raises InputError: of :func:`archtop.core.camera.marks.locate`, :func:`archtop.core.camera.bar_outline.outline_on`
        and :func:`archtop.core.camera.lit.light_of`
    """
    lies = locate(picture, card.marks, BY_EYE)
    lit = light_of(picture, lies, card)
    if at is None:
        px = _on_chequers(picture, lies, card)
    else:
        size = np.array(picture.shape[1::-1])
        half = max(2, round(_PATCH * size.max()))
        middle = np.clip(np.rint(np.array(at) * size), half, size - half - 1)
        px = (middle + np.mgrid[-half : half + 1, -half : half + 1].reshape(2, -1).T).astype(int)
    # Beyond the card its light is taken from its nearest edge.
    on_card = np.clip(
        through(np.asarray(np.linalg.inv(lies.to_px), dtype=float), px), -card.white_to_mm, card.white_to_mm
    )
    # A grain of the picture is no streak in the soap.
    soft = vision().GaussianBlur(picture, (0, 0), max(0.5, _GRAIN_MM * lies.px_per_mm))
    light = in_white_light(linear(soft[px[:, 1], px[:, 0]]), lit(on_card))
    middle_light = np.median(light, axis=0)
    uneven = float(np.std(100 * np.cbrt(np.maximum(light.mean(axis=1), _DARKEST))))
    where = px.mean(axis=0) / picture.shape[1::-1]
    return SoapSeen(
        srgb=hex_of(middle_light),
        off=_ON_CARD if at is None else _BESIDE_CARD,
        at=(float(where[0]), float(where[1])),
        says="It is not of one colour there: press a plain place." if uneven > _ONE_COLOUR else "",
    )


def _on_chequers(picture: Picture, lies: Located, card: BarCard) -> Array:
    """Points of the picture well inside of what lies on the chequers, shape (points, 2), columns and rows."""
    cv = vision()
    outline = (outline_on(picture, lies, card) + card.half_mm) * _PX_PER_MM
    inside = np.zeros((round(2 * card.half_mm * _PX_PER_MM),) * 2, dtype=np.uint8)
    cv.fillPoly(inside, [np.rint(outline).astype(np.int32)], 1)
    # Its own sides may be seen too, with their shadow: its middle is its face, from wherever it is looked at.
    deep = cv.distanceTransform(inside, cv.DIST_L2, 5)
    rows, columns = np.nonzero(deep > _MIDDLE * deep.max())
    mm = np.column_stack([columns, rows]) / _PX_PER_MM - card.half_mm
    px = np.rint(through(lies.to_px, mm)).astype(int)
    return np.asarray(np.clip(px, 0, np.array(picture.shape[1::-1]) - 1))
