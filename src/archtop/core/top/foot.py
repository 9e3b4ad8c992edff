"""What a thing covers as it lies on the top."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

__all__ = ["Foot", "edge_of"]

Array = NDArray[np.float64]
Places = float | Array


class Foot(NamedTuple):
    """What a piece covers as it lies: half of it along itself and across itself [mm]."""

    half_long: float
    half_wide: float

    @property
    def radius(self) -> float:
        """Of the round that takes as much from end to end and from side to side [mm]."""
        return (self.half_long + self.half_wide) / 2

    def reach(self, turn_deg: Places) -> tuple[Array, Array]:
        """How far it reaches across the loaf and along it [mm], its length turned so far from the loaf's."""
        turn = np.radians(turn_deg)
        cos, sin = np.cos(turn), np.sin(turn)
        across = np.hypot(self.half_long * sin, self.half_wide * cos)
        return across, np.hypot(self.half_long * cos, self.half_wide * sin)

    def towards(self, angle: Array, turn_deg: Places) -> Array:
        """How far its edge is from its middle towards ``angle`` [rad], counted from the loaf's length [mm]."""
        return edge_of(self.half_long, self.half_wide, angle - np.radians(turn_deg))


def edge_of(half_long: Places, half_wide: Places, away: Array) -> Array:
    """From the middle of an ellipse to its edge [mm], ``away`` from its length [rad]; one for each, of their shape."""
    across, along = half_wide * np.cos(away), half_long * np.sin(away)
    return np.asarray(half_long * half_wide / np.hypot(across, along))
