"""A wire as long as the loaf, and the path it is drawn along."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.document.ids import Name, Place
from archtop.core.document.work.kind import NamedStep

__all__ = ["Wire"]


class Wire(NamedStep):
    """A wire and its path.

    ``shape``: the path in the section, so many ``turns`` of it, or ``drawn``: through the points of ``path`` (across
    from the centre line, up from the floor [mm]). ``wire_mm``: how thick the wire is.
    """

    name: Name = "Hanger"
    shape: Literal["up and down", "side to side", "loops", "drawn"] = "up and down"
    turns: Annotated[int, Field(ge=1, le=20)] = 4
    path: Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)] = ()
    wire_mm: Annotated[float, Field(ge=0.5, le=20)] = 3.0
