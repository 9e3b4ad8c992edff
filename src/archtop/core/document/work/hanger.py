"""A wire drawn through."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import Kind
from archtop.core.document.ids import Id, Name, Place

__all__ = ["Hanger"]


class Hanger(Kind):
    """A wire as long as the loaf drawn through what has been poured; it leaves no level changed.

    ``shape``: the path in the section, so many ``turns`` of it, or ``drawn``: through the points of ``path`` (across
    from the centre line, up from the floor [mm]). ``wire_mm``: how thick the wire is.
    """

    label = "Draw a wire"
    help = "A wire as long as the loaf drawn through what has been poured."

    do: Literal["hanger"] = "hanger"
    id: Id
    name: Name = "Hanger"
    shape: Literal["up and down", "side to side", "loops", "drawn"] = "up and down"
    turns: Annotated[int, Field(ge=1, le=20)] = 4
    path: Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)] = ()
    wire_mm: Annotated[float, Field(ge=0.5, le=20)] = 3.0
