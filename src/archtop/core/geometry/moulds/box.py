"""The box: a loaf mould, straight, drafted or bowed.

Its wall stands at ``half-width(y, z) = w/2 + z·(tan d + 4·bow·y(L−y)/(L²·H))``: it leans out by the draft
angle and, mid-length at the rim, by the bow as well, which is how a soft liner gives under the batter. At every y the
section is therefore an exact trapezoid, and every volume a closed form.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

import numpy as np
from pydantic import Field, model_validator

from archtop.core.base import InputError, Kind
from archtop.core.geometry.moulds.mould import MouldOutline
from archtop.core.geometry.outline import Points

__all__ = ["LoafMould"]

# A slab of a metre by half a metre holds fifty.
_MOST_LITRES = 200


class LoafMould(Kind):
    """Inside measures at the floor [mm], usable height to the rim, draft [°] and bow [mm] of each long wall."""

    label = "Box"
    help = "A loaf mould: straight, with leaning walls, or soft so that they bow under the batter."
    fresh = {"length_mm": 250, "width_mm": 90, "height_mm": 90}

    kind: Literal["box"] = "box"

    name: Annotated[str, Field(min_length=1, max_length=120)] = "Loaf mould"
    material: Literal["lined box", "silicone"] = "lined box"
    length_mm: Annotated[float, Field(ge=30, le=2000)]
    width_mm: Annotated[float, Field(ge=20, le=1000)]
    height_mm: Annotated[float, Field(ge=15, le=500)]
    draft_deg: Annotated[float, Field(ge=0, le=20)] = 0.0
    end_draft_deg: Annotated[float, Field(ge=0, le=20)] = 0.0
    bow_mm: Annotated[float, Field(ge=0, le=30)] = 0.0
    rim_mark_mm: Annotated[float, Field(ge=5, le=200)] = 25.4

    @model_validator(mode="after")
    def _is_a_mould(self) -> LoafMould:
        litres = self.length_mm * self.width_mm * self.height_mm / 1e6
        if litres > _MOST_LITRES:
            limit = f"a mould holds at most {_MOST_LITRES} litres, and with these measures {litres:.0f}"
            raise InputError.one("mould.large", "length_mm", self.length_mm, limit, "Correct its measures.")
        return self

    @property
    def whole(self) -> bool:
        """It is cut."""
        return False

    @property
    def hollows(self) -> int:
        """One loaf."""
        return 1

    def half_width(self, y: float, z: float) -> float:
        """Distance [mm] from the centre line to the wall at ``y`` along and ``z`` up."""
        return self.width_mm / 2 + z * (self._lean + self._bow(y))

    def ends(self, z: float) -> tuple[float, float]:
        """Where along y [mm] the front and back end walls stand at height ``z``."""
        out = z * math.tan(math.radians(self.end_draft_deg))
        return -out, self.length_mm + out

    @property
    def _lean(self) -> float:
        return math.tan(math.radians(self.draft_deg))

    def _bow(self, y: float) -> float:
        along = min(max(y, 0.0), self.length_mm)
        return 4 * self.bow_mm * along * (self.length_mm - along) / (self.length_mm**2 * self.height_mm)

    def volume_below(self, z: float) -> float:
        """Volume [mm³] of the whole inside below height ``z`` [mm], exact."""
        end = math.tan(math.radians(self.end_draft_deg))
        w, length = self.width_mm, self.length_mm
        # ∫₀ᶻ (w + 2s·lean)(L + 2s·end) ds, and the bow's parabola, whose mean over the length is two thirds.
        box = w * length * z + (w * end + length * self._lean) * z**2 + 4 / 3 * self._lean * end * z**3
        return box + 2 / 3 * length * self.bow_mm / self.height_mm * z**2

    def volume_between(self, y0: float, y1: float, z: float) -> float:
        """Volume [mm³] below ``z`` between two cross cuts at ``y0`` and ``y1`` [mm].

        Exact up to the sloping ends, which are followed by integrating the section over its true height there.
        """
        floor = self._between_floor(max(y0, 0.0), min(y1, self.length_mm), z)
        return floor + self._beyond(-y1, -y0, z) + self._beyond(y0 - self.length_mm, y1 - self.length_mm, z)

    def _between_floor(self, y0: float, y1: float, z: float) -> float:
        if y1 <= y0:
            return 0.0
        length = self.length_mm
        parabola = length * (y1**2 - y0**2) / 2 - (y1**3 - y0**3) / 3
        lean = self._lean * (y1 - y0) + 4 * self.bow_mm * parabola / (length**2 * self.height_mm)
        return self.width_mm * z * (y1 - y0) + lean * z**2

    def _beyond(self, near: float, far: float, z: float) -> float:
        """Volume [mm³] past an end of the floor, from ``near`` to ``far`` outwards, under a sloping end wall."""
        slope = math.tan(math.radians(self.end_draft_deg))
        near, far = max(near, 0.0), min(far, z * slope)
        if far <= near or slope == 0:
            return 0.0
        t = np.array([near, (near + far) / 2, far])
        bottom = t / slope
        section = self.width_mm * (z - bottom) + self._lean * (z**2 - bottom**2)
        return float((far - near) / 6 * (section @ np.array([1, 4, 1])))  # Simpson: exact for a quadratic

    def outline_at(self, y: float) -> MouldOutline:
        """The inside of the section at ``y``: four corners [mm], floor left, floor right, rim right, rim left."""
        floor, rim = self.half_width(y, 0), self.half_width(y, self.height_mm)
        return ((-floor, 0.0), (floor, 0.0), (rim, self.height_mm), (-rim, self.height_mm))

    def outlines_at(self, ys: Points) -> tuple[MouldOutline, ...]:
        """``outline_at`` for each y."""
        return tuple(self.outline_at(float(y)) for y in ys)

    def rim_marks(self) -> tuple[float, ...]:
        """Positions [mm] of the marks along the rim, from the front end."""
        count = int(self.length_mm / self.rim_mark_mm + 1e-9)
        return tuple(i * self.rim_mark_mm for i in range(count + 1))

    @property
    def says(self) -> str:
        """Its inside in words."""
        sizes = f"{self.length_mm:g} × {self.width_mm:g} × {self.height_mm:g} mm"
        leaning = self.draft_deg or self.end_draft_deg or self.bow_mm
        return f"{sizes} at the floor, walls leaning and bowed" if leaning else f"{sizes} inside"
