"""Along a line drawn by hand."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.geometry.line import evenly_along
from archtop.core.trade.placings.placing import Across, OnTheTop, Place, Placing

__all__ = ["AlongLine"]


class AlongLine(Placing):
    """Evenly along a line through points: across from the centre line, along from the front [mm]."""

    label = "Along a line"
    help = "Evenly along a line drawn on the top."
    fresh = {"line": [[-15.0, 30.0], [15.0, 90.0]]}

    kind: Literal["along a line"] = "along a line"
    line: Annotated[tuple[tuple[Across, Across], ...], Field(min_length=2, max_length=60)]

    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:  # noqa: ARG002
        """From one end of the line to the other."""
        return tuple(Place(x, y) for x, y, _ in evenly_along(self.line, count))
