"""How a bar lies on its card: its foot and walls as planned are laid over the outline that was seen.

Laid by the nearest points (ICP, Besl and McKay 1992, IEEE Trans. PAMI 14:239), point to line (Chen and Medioni 1992),
with outliers told less (Huber 1964). The top is left out: how high it stands is what is asked.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from archtop.core.camera.marks import Array

__all__ = ["Lies", "Measured", "laid", "measured"]

_ROUNDS = 40
_HUBER_MM = 0.8
# Points further up than this share of the planned height may belong to the top.
_BELOW = 0.8
# A wall goes on where the bar stands higher than planned [mm].
_HIGHER_MM = 60.0
# The top is told by the points over so much of the width about its middle.
_TOP_SHARE = 0.7


class Lies(NamedTuple):
    """Where the section's middle at the floor lies on the card [mm], how far it is turned clockwise [rad], and how far
    the outline lies off the plan's, root mean square [mm].
    """

    x: float
    y: float
    turn: float
    off_mm: float

    def in_section(self, points: Array) -> Array:
        """Card to section: across from the middle and up from the floor [mm], shape (points, 2)."""
        x, y = (points - (self.x, self.y)).T
        cos, sin = math.cos(self.turn), math.sin(self.turn)
        return np.column_stack([cos * x + sin * y, sin * x - cos * y])

    def to_card(self) -> Array:
        """Homography from the section [mm] to the card [mm], shape (3, 3)."""
        cos, sin = math.cos(self.turn), math.sin(self.turn)
        return np.array([[cos, sin, self.x], [sin, -cos, self.y], [0, 0, 1]])


class Measured(NamedTuple):
    """A face as it was seen: how wide it is against the plan [mm more], how high at its middle [mm], and how far its
    top leans against its foot, up to the right [degrees].
    """

    wider_mm: float
    high_mm: float
    leans_deg: float


def laid(edge: Array, outline: Array, level_mm: float) -> Lies:
    """Lay the planned face over a seen outline.

    :param edge: the outline on the card [mm], shape (points, 2)
    :param outline: the planned face, across and up [mm], shape (corners, 2), closed by itself
    :param level_mm: how high the planned face is
    """
    walls = _walls(outline, level_mm)
    # Its foot lies towards the card's lower edge.
    lies = Lies(float(edge[:, 0].mean()), float(np.quantile(edge[:, 1], 0.98)), 0.0, 0.0)
    for _ in range(_ROUNDS):
        points = lies.in_section(edge)
        _, normal, off = _nearest(points, walls)
        told = points[:, 1] < _BELOW * level_mm
        if told.sum() < 3:
            break
        weight = np.minimum(1, _HUBER_MM / np.maximum(np.abs(off[told]), 1e-9))
        at, along = points[told], normal[told]
        # Small steps: across, up, and a turn about the middle of the floor.
        terms = np.column_stack([along, at[:, 0] * along[:, 1] - at[:, 1] * along[:, 0]])
        root = np.sqrt(weight)
        # Those not told (a round piece's turn) stay as they are.
        step, *_ = np.linalg.lstsq(terms * root[:, None], -off[told] * root, rcond=1e-3)
        lies = _moved(lies, np.asarray(step, dtype=float), math.sqrt(float((weight * off[told] ** 2).mean())))
    return lies


def measured(edge: Array, lies: Lies, outline: Array, level_mm: float) -> Measured:
    """How large the face is, against its plan.

    :param edge: the outline on the card [mm], shape (points, 2)
    :param outline: the planned face, across and up [mm], shape (corners, 2)
    :param level_mm: how high the planned face is
    """
    points = lies.in_section(edge)
    half = float(np.abs(outline[:, 0]).max())
    _, _, off = _nearest(points, _walls(outline, level_mm))
    beside = (points[:, 1] > 0.25 * level_mm) & (points[:, 1] < _BELOW * level_mm)
    sides = [off[beside & (points[:, 0] * side > 0.5 * half)] for side in (-1, 1)]
    wider = sum(float(np.median(side)) for side in sides if len(side))
    above = (points[:, 1] > 0.5 * level_mm) & (np.abs(points[:, 0]) < _TOP_SHARE * half)
    if above.sum() < 3:
        return Measured(wider, 0.0, 0.0)
    lean, high = _line(points[above])
    return Measured(wider, high, math.degrees(math.atan(lean)))


def _line(points: Array) -> tuple[float, float]:
    """Slope and height at the middle of a line through most of the points (Theil–Sen, by the science library)."""
    from scipy.stats import theilslopes

    fit = theilslopes(points[:, 1], points[:, 0])
    return float(fit.slope), float(fit.intercept)


def _walls(outline: Array, level_mm: float) -> Array:
    """Sides of the planned face but its top, shape (sides, 2, 2); the uppermost go on upwards."""
    ends = np.stack([outline, np.roll(outline, -1, axis=0)], axis=1)
    kept = ends[(ends[:, :, 1] < level_mm - 0.5).any(axis=1)].copy()
    for side in kept:
        for end, other in ((0, 1), (1, 0)):
            way = side[end] - side[other]
            if side[end, 1] >= level_mm - 0.5 and way[1] > 0.5 * abs(way[0]):
                side[end] += way * _HIGHER_MM / way[1]
    return kept


def _nearest(points: Array, sides: Array) -> tuple[Array, Array, Array]:
    """For each point the nearest one of the sides, the way outwards there, and how far it lies outside [mm]."""
    start, way = sides[:, 0], sides[:, 1] - sides[:, 0]
    long = np.maximum((way**2).sum(axis=1), 1e-12)
    share = np.clip(((points[:, None] - start) * way).sum(axis=2) / long, 0, 1)
    feet = start + share[..., None] * way
    which = ((points[:, None] - feet) ** 2).sum(axis=2).argmin(axis=1)
    each = np.arange(len(points))
    normal = np.column_stack([way[which, 1], -way[which, 0]]) / np.sqrt(long[which])[:, None]
    middle = sides.reshape(-1, 2).mean(axis=0)
    outwards = np.sign(((start[which] + way[which] / 2 - middle) * normal).sum(axis=1, keepdims=True))
    normal = normal * np.where(outwards == 0, 1, outwards)
    near = feet[each, which]
    return near, normal, ((points - near) * normal).sum(axis=1)


def _moved(lies: Lies, step: Array, off_mm: float) -> Lies:
    """The section's frame moved so that its points step by ``step`` in it: across, up, turned against the clock."""
    across, up, turn = (float(value) for value in step)
    cos, sin = math.cos(lies.turn), math.sin(lies.turn)
    return Lies(lies.x - (cos * across + sin * up), lies.y - (sin * across - cos * up), lies.turn + turn, off_mm)
