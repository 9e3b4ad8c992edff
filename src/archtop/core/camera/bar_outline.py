"""Where a bar lies on its card: the paper whose chequers are not seen.

How much of the chequers is seen at a place is the correlation of the light's logarithm with what is printed, in a
window about as large as a chequer. A logarithm, so that a shadow takes nothing away from it; and no colour of soap
matters, since soap has no chequers.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from archtop.core.camera.bar_card import BarCard
from archtop.core.camera.marks import Array, Located, Picture, logged, refused, seen_from_above, vision
from archtop.core.camera.pose import Pose

__all__ = ["MEASURE_YOURSELF", "outline_at_height", "outline_on"]

MEASURE_YOURSELF = "or measure it on the photograph by pressing"

_PX_PER_MM = 4.0
_WINDOW_MM = 1.1
# Beside a chequer's edge a photograph shows neither ink nor paper.
_EDGE_MM = 0.35
# The outermost chequers show how well any can be seen.
_RIM_MM = 5.0
# Light's logarithm between ink and paper, halved; with less they are not told from a bar.
_FAINTEST = 0.25
_LEAST_MM2 = 400.0
_LEAST_MM = 12.0
# A bar that hides more of the outermost chequers than this lies over them.
_OVER = 0.06
# Outlines are told by a point a millimetre; which way one faces, by so many beside it.
_POINT_MM, _FACES_MM = 1.0, 4.0


def outline_on(picture: Picture, at: Located, card: BarCard) -> Array:
    """The outline of what hides the card's chequers, where it hides them: shape (points, 2), clockwise as seen [mm].

    :raises InputError: ``camera.faint``, ``camera.nothing``, ``camera.over_the_edge``
    """
    cv = vision()
    seen = _chequers_seen(picture, at, card)
    rim = _rim(seen.shape[0], card)
    usual = float(np.median(seen[rim]))
    if usual < _FAINTEST:
        raise refused(
            "faint",
            "the card's chequers can hardly be made out",
            f"Take it nearer, sharp and without glare, {MEASURE_YOURSELF}.",
        )
    hidden = (seen < usual / 2).astype(np.uint8)
    # What is narrower is no bar.
    lean = cv.getStructuringElement(cv.MORPH_ELLIPSE, (round(_LEAST_MM * _PX_PER_MM / 2),) * 2)
    hidden = cv.morphologyEx(hidden, cv.MORPH_OPEN, lean)
    count, labels, stats, _ = cv.connectedComponentsWithStats(hidden)
    if count < 2 or (largest := 1 + int(stats[1:, cv.CC_STAT_AREA].argmax())) == 0:
        raise _nothing()
    bar = (labels == largest).astype(np.uint8)
    if bar.sum() / _PX_PER_MM**2 < _LEAST_MM2:
        raise _nothing()
    if bar[rim].mean() > _OVER:
        raise refused(
            "over_the_edge",
            f"what lies on the card reaches over its chequers, which are {2 * card.half_mm:g} mm wide",
            f"Lay the bar into their middle, nothing else on them, {MEASURE_YOURSELF}.",
        )
    contours, _ = cv.findContours(bar, cv.RETR_EXTERNAL, cv.CHAIN_APPROX_NONE)
    contour = max(contours, key=len).reshape(-1, 2)
    points = (contour + 0.5) / _PX_PER_MM - card.half_mm
    around = points[:: max(1, round(_POINT_MM * _PX_PER_MM))]
    # The vision library goes round against the clock, as seen with y downwards.
    return np.asarray(around[::-1] if _turns(around) < 0 else around, dtype=float)


def outline_at_height(hides: Array, pose: Pose, height_mm: float) -> Array:
    """The outline of a bar's face, from the paper that the whole bar hides, shape (points, 2) [mm].

    Where the camera looks along a side's outside, that side's foot is what ends the paper; else its upper edge.
    """
    step = max(1, round(_FACES_MM / _POINT_MM))
    along = np.roll(hides, -step, axis=0) - np.roll(hides, step, axis=0)
    outwards = np.column_stack([along[:, 1], -along[:, 0]])
    sees_the_side = ((pose.eye[:2] - hides) * outwards).sum(axis=1) > 0
    return np.where(sees_the_side[:, None], hides, pose.at_height(hides, height_mm))


def _chequers_seen(picture: Picture, at: Located, card: BarCard) -> Array:
    """Half the difference between paper and ink at each place, shape (rows, columns): 0 where nothing is printed."""
    cv = vision()
    above = seen_from_above(picture, at, card.half_mm, _PX_PER_MM)
    light = logged(above).mean(axis=2)
    place = (np.arange(above.shape[0]) + 0.5) / _PX_PER_MM
    within = place % card.cell_mm
    inside = (within > _EDGE_MM) & (within < card.cell_mm - _EDGE_MM)
    odd = (place // card.cell_mm).astype(int) % 2
    printed = np.where(odd[:, None] == odd[None, :], -1.0, 1.0) * (inside[:, None] & inside[None, :])

    def about(values: Array) -> Array:
        return np.asarray(cv.GaussianBlur(values, (0, 0), _WINDOW_MM * _PX_PER_MM))

    weight = np.maximum(about(np.abs(printed)), 1e-6)
    lean, mean = about(printed) / weight, about(np.abs(printed) * light) / weight
    return np.asarray(about(printed * light) / weight - lean * mean)


def _rim(side: int, card: BarCard) -> NDArray[np.bool_]:
    place = np.abs((np.arange(side) + 0.5) / _PX_PER_MM - card.half_mm)
    outer = place > card.half_mm - _RIM_MM
    return np.asarray(outer[:, None] | outer[None, :])


def _turns(points: Array) -> float:
    """Twice the area, positive when it goes round clockwise as seen with y downwards."""
    x, y = points.T
    return float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))


def _nothing() -> Exception:
    return refused(
        "nothing",
        "no bar lies on the card's chequers",
        f"Lay one into their middle, its front face up, {MEASURE_YOURSELF}.",
    )
