"""The cup: a round, oval or square hollow on a tray, that is turned out whole and is the soap itself."""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from archtop.core.base import InputError, Kind
from archtop.core.geometry.inverse import reached_at
from archtop.core.geometry.moulds.mould import MouldOutline
from archtop.core.geometry.outline import Points

__all__ = ["CupMould"]

# Heights at which a cut through a cup's side is added up (Gauss and Legendre).
_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(24)
_HEIGHTS_MM = (5.0, 300.0)


class CupMould(Kind):
    """Inside measures at the floor [mm], height to the rim, draft [°] all around; ``cavities``: cups on one tray."""

    label = "Cups on a tray"
    help = "Round, oval or square hollows, each filled like a small loaf and turned out whole."
    fresh = {"length_mm": 60, "width_mm": 60, "height_mm": 35, "draft_deg": 8, "cavities": 12}

    kind: Literal["cup"] = "cup"

    name: Annotated[str, Field(min_length=1, max_length=120)] = "Tray of cups"
    shape: Literal["round", "square"] = "round"
    material: Literal["silicone", "stiff"] = "silicone"
    length_mm: Annotated[float, Field(ge=15, le=500)]
    width_mm: Annotated[float, Field(ge=15, le=500)]
    height_mm: Annotated[float, Field(ge=_HEIGHTS_MM[0], le=_HEIGHTS_MM[1])]
    draft_deg: Annotated[float, Field(ge=0, le=45)] = 0.0
    cavities: Annotated[int, Field(ge=1, le=200)] = 12

    @property
    def whole(self) -> bool:
        """It is not cut."""
        return True

    @property
    def hollows(self) -> int:
        """Cups on one tray."""
        return self.cavities

    @property
    def _lean(self) -> float:
        return math.tan(math.radians(self.draft_deg))

    def half_width(self, y: float, z: float) -> float:
        """Distance [mm] from the middle line to the wall at ``y`` along and ``z`` up; nothing beyond its ends."""
        across, along = self.width_mm / 2 + z * self._lean, self.length_mm / 2 + z * self._lean
        if self.shape == "square":
            return across
        return across * math.sqrt(max(0.0, 1 - ((y - self.length_mm / 2) / along) ** 2))

    def ends(self, z: float) -> tuple[float, float]:
        """Where along y [mm] it begins and ends at height ``z``."""
        out = z * self._lean
        return -out, self.length_mm + out

    def volume_below(self, z: float) -> float:
        """Volume [mm³] below height ``z`` [mm], exact: a frustum, whose sides grow evenly."""
        a, b, lean = self.width_mm, self.length_mm, 2 * self._lean
        box = a * b * z + (a + b) * lean * z**2 / 2 + lean**2 * z**3 / 3
        return box * (math.pi / 4 if self.shape == "round" else 1.0)

    def holding(self, ml: float) -> CupMould:
        """The same cup as high as it must be to hold so much to its rim [ml].

        :raises InputError: ``cup.holds`` when no cup of that floor does
        """
        low, high = _HEIGHTS_MM
        least, most = (self.volume_below(z) / 1000 for z in (low, high))
        if not least <= ml <= most:
            raise InputError.one(
                "cup.holds",
                "holds_ml",
                f"{ml:g} ml",
                f"a cup of that floor holds {least:.3g} to {most:.3g} ml",
                "Give it a larger or a smaller floor.",
            )
        height = reached_at(self.volume_below, ml * 1000, low, high)
        return self.model_copy(update={"height_mm": round(height, 3)})

    def volume_between(self, y0: float, y1: float, z: float) -> float:
        """Volume [mm³] below ``z`` between two cross cuts at ``y0`` and ``y1`` [mm], added up over its height."""
        at = (_NODES + 1) / 2 * z
        across, along = self.width_mm / 2 + at * self._lean, self.length_mm / 2 + at * self._lean
        u0, u1 = (np.clip((y - self.length_mm / 2) / along, -1, 1) for y in (y0, y1))
        if self.shape == "square":
            area = 2 * across * along * (u1 - u0)
        else:
            area = across * along * (np.arcsin(u1) + u1 * np.sqrt(1 - u1**2) - np.arcsin(u0) - u0 * np.sqrt(1 - u0**2))
        return float(_WEIGHTS @ area) * z / 2

    def outline_at(self, y: float) -> MouldOutline:
        """The inside of the section at ``y``: four corners [mm], floor left, floor right, rim right, rim left."""
        floor, rim = self.half_width(y, 0), self.half_width(y, self.height_mm)
        return ((-floor, 0.0), (floor, 0.0), (rim, self.height_mm), (-rim, self.height_mm))

    def outlines_at(self, ys: Points) -> tuple[MouldOutline, ...]:
        """``outline_at`` for each y."""
        return tuple(self.outline_at(float(y)) for y in ys)

    def rim_marks(self) -> tuple[float, ...]:
        """None: a tray has no marks."""
        return ()

    @property
    def says(self) -> str:
        """Its inside in words."""
        if self.shape == "round" and self.length_mm == self.width_mm:
            sizes = f"{self.width_mm:g} mm across"
        else:
            sizes = f"{'' if self.shape == 'square' else 'oval, '}{self.length_mm:g} × {self.width_mm:g} mm"
        return f"{sizes} at the floor, {self.height_mm:g} mm high" + (", walls leaning" if self.draft_deg else "")
