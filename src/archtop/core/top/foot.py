"""What a thing covers as it lies on the top, and how far two of them are apart."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

__all__ = ["Foot", "apart", "edge_of"]

Array = NDArray[np.float64]
Places = float | Array


class Foot(NamedTuple):
    """What a piece covers as it lies: half of it along itself and across itself [mm]; ``square``, or round."""

    half_long: float
    half_wide: float
    square: bool = False

    @property
    def radius(self) -> float:
        """Of the round that takes as much from end to end and from side to side [mm]."""
        return (self.half_long + self.half_wide) / 2

    @property
    def farthest(self) -> float:
        """From its middle to the farthest point of its edge [mm]."""
        return float(np.hypot(self.half_long, self.half_wide)) if self.square else max(self.half_long, self.half_wide)

    def reach(self, turn_deg: Places) -> tuple[Array, Array]:
        """How far it reaches across the loaf and along it [mm], its length turned so far from the loaf's."""
        turn = np.asarray(np.radians(turn_deg))
        return self.side(turn - np.pi / 2), self.side(turn)

    def side(self, away: Array) -> Array:
        """How far it reaches [mm] in a direction ``away`` from its length [rad]."""
        return _side(self.half_long, self.half_wide, self.square, away)

    def towards(self, angle: Array, turn_deg: Places) -> Array:
        """How far its edge is from its middle towards ``angle`` [rad], counted from the loaf's length [mm]."""
        return edge_of(self.half_long, self.half_wide, angle - np.radians(turn_deg))


def edge_of(half_long: Places, half_wide: Places, away: Array) -> Array:
    """From the middle of an ellipse to its edge [mm], ``away`` from its length [rad]; one for each, of their shape."""
    across, along = half_wide * np.cos(away), half_long * np.sin(away)
    return np.asarray(half_long * half_wide / np.hypot(across, along))


def _side(half_long: Places, half_wide: Places, square: NDArray[np.bool_] | bool, away: Array) -> Array:
    along, across = half_long * np.cos(away), half_wide * np.sin(away)
    return np.where(square, np.abs(along) + np.abs(across), np.hypot(along, across))


def apart(dx: Array, dy: Array, foot: Foot, turn_deg: Places, others: Array) -> Array:
    """Gap between a foot and others that lie so far from it across and along [mm]; below nothing where they overlap.

    Along the line between the middles of round ones; of square ones the widest gap along any of their sides, which
    tells exactly whether they overlap (separating axes: Gottschalk 1996).

    :param others: half lengths and half widths [mm], turns [°], and whether they are square, shape (n, 4)
    :return: of the shape of ``dx``
    """
    long, wide, turns, square = others.T
    angle, away = np.arctan2(dx, dy), np.hypot(dx, dy)
    mine, theirs = np.asarray(np.radians(turn_deg)), np.radians(turns)
    round_gap = away - foot.towards(angle, turn_deg) - edge_of(long, wide, angle - theirs)
    is_square = square > 0
    if not foot.square and not is_square.any():
        return np.asarray(round_gap)
    best = np.full(away.shape, -np.inf)
    for axis in (
        angle,
        mine + 0 * angle,
        mine + np.pi / 2 + 0 * angle,
        theirs + 0 * angle,
        theirs + np.pi / 2 + 0 * angle,
    ):
        gap = np.abs(dx * np.sin(axis) + dy * np.cos(axis))
        gap = gap - foot.side(axis - mine) - _side(long, wide, is_square, axis - theirs)
        best = np.maximum(best, gap)
    return np.where(foot.square | is_square, best, round_gap)
