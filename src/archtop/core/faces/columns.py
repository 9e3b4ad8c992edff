"""A column of several colours where it is cut."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Embed
from archtop.core.embeds import colours_across

__all__ = ["colours_in_column"]

Array = NDArray[np.float64]


def colours_in_column(embed: Embed, x: Array, z: Array, y: float, random: np.random.Generator) -> NDArray[np.int64]:
    """The colour at each point of a column, by its place among the column's colours.

    :param x: across and ``z`` up in the loaf's section, ``y`` along it [mm]
    :return: of the points' shape
    """
    turn = math.radians(embed.turn_deg)
    across, up = x - embed.across_mm, z - embed.up_mm
    own = across * math.cos(turn) + up * math.sin(turn), up * math.cos(turn) - across * math.sin(turn)
    along = min(max((y - embed.from_mm) / embed.length_mm, 0.0), 1.0)
    return colours_across(embed, own, 1 - along if embed.front == "last poured" else along, random)
