"""Positions on a photograph of a cut face: where the plan's embeds should lie, and where they were found.

The two points that tell a photograph's scale are then the ends of the bar's foot, left and right.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core import InputError
from archtop.core.base import Frozen
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Photo

__all__ = ["GhostOn", "MarkedAt", "ghosts_on", "mark_on"]

Array = NDArray[np.float64]


class GhostOn(Frozen):
    """An embed as the plan has it, drawn on a photograph: outline and middle as shares of its width and height."""

    embed: str
    name: str
    outline: tuple[tuple[float, float], ...]
    middle: tuple[float, float]


class MarkedAt(Frozen):
    """A point of a photograph in the section: across from the centre line, up from the floor [mm]."""

    across_mm: float
    up_mm: float


class _Foot(NamedTuple):
    """The bar's foot in a photograph [px]: its middle, the way across, the way up, and so many px a mm."""

    middle: Array
    across: Array
    up: Array
    px_per_mm: float
    size: Array

    @classmethod
    def of(cls, photo: Photo) -> _Foot:
        if photo.mm_per_px is None:
            raise InputError.one(
                "photo.unscaled",
                "points",
                len(photo.points),
                "the photograph has no scale yet",
                "Press both ends of the bar's foot, and say how far apart they are.",
            )
        size = np.array([photo.wide_px, photo.high_px], dtype=float)
        left, right = (np.array(point) * size for point in sorted(photo.points))
        across = (right - left) / np.linalg.norm(right - left)
        return cls((left + right) / 2, across, np.array([across[1], -across[0]]), 1 / photo.mm_per_px, size)

    def share(self, across_mm: float, up_mm: float) -> tuple[float, float]:
        at = (self.middle + self.px_per_mm * (across_mm * self.across + up_mm * self.up)) / self.size
        return float(at[0]), float(at[1])

    def mm(self, point: tuple[float, float]) -> tuple[float, float]:
        away = (np.array(point) * self.size - self.middle) / self.px_per_mm
        return float(away @ self.across), float(away @ self.up)


def ghosts_on(photo: Photo) -> tuple[GhostOn, ...]:
    """Every embed that the bar's face should show, on its photograph.

    :raises InputError: ``photo.unscaled``, or the loaf no longer plans
    """
    foot = _Foot.of(photo)
    of, result = Plans(cupboard_of_studio(photo.loaf)).of(photo.loaf)
    document = of.loaf
    shows = result.cuts.slice_of(photo.bar or 1).shows
    outlines = {piece.id: piece.outline for piece in result.embeds}
    return tuple(
        GhostOn(
            embed=embed.id,
            name=embed.name,
            middle=foot.share(embed.across_mm, embed.up_mm),
            outline=tuple(foot.share(x, z) for x, z in outlines[embed.id]),
        )
        for embed in document.embeds
        if embed.id in shows
    )


def mark_on(photo: Photo, point: tuple[float, float]) -> MarkedAt:
    """Where a point of a photograph lies in the section.

    :raises InputError: ``photo.unscaled``
    """
    across, up = _Foot.of(photo).mm(point)
    return MarkedAt(across_mm=round(across, 1), up_mm=round(up, 1))
