"""How a loaf is cut, as the document has it: strips, slices, parts, and those bars that are not like the others."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.document.ids import Id, Name

__all__ = ["Cuts", "MovedWire", "SpecialBar", "Stamp"]


class SpecialBar(Frozen):
    """A bar that is not like the others, or all from ``bar`` to ``to``, and why.

    ``parts``: into how many each is cut, where that is another number; ``times``: as thick as so many bars.
    """

    bar: Annotated[int, Field(ge=1, le=400)]
    to: Annotated[int, Field(ge=1, le=400)] | None = None
    note: Annotated[str, Field(max_length=120)] = ""
    parts: Annotated[int, Field(ge=1, le=12)] | None = None
    times: Annotated[int, Field(ge=1, le=12)] = 1

    @model_validator(mode="after")
    def _forwards(self) -> SpecialBar:
        if self.to is not None and self.to < self.bar:
            raise InputError.one("cuts.range", "to", self.to, f"it begins at bar {self.bar}", "Turn the two around.")
        return self

    @property
    def bars(self) -> range:
        """Numbers of these bars."""
        return range(self.bar, (self.to or self.bar) + 1)


class MovedWire(Frozen):
    """A wire between two bars moved by hand along the loaf: its number from the front, and by how much [mm]."""

    wire: Annotated[int, Field(ge=1, le=400)]
    by_mm: Annotated[float, Field(ge=-250, le=250)]


class Stamp(Frozen):
    """A stamp pressed into every bar once it is cut: how wide and high [mm], and where on the bar's face.

    ``across_percent``, ``up_percent``: its middle from the left and from below. ``colour``: whose jar is brushed onto
    it; ``None``: it is pressed in dry.
    """

    name: Name = "Stamp"
    wide_mm: Annotated[float, Field(ge=3, le=200)] = 25.0
    high_mm: Annotated[float, Field(ge=3, le=200)] = 25.0
    across_percent: Annotated[float, Field(ge=0, le=100)] = 50.0
    up_percent: Annotated[float, Field(ge=0, le=100)] = 50.0
    colour: Id | None = None


class Cuts(Frozen):
    """Bars across the loaf: thickness, what the wire takes, and the slices left at both ends.

    ``slices``: so many, each as thick as that makes them, in place of ``bar_mm``.

    ``parts``: every slice across is cut into so many bars side by side (halves for favours, bars of a wide slab);
    ``strip_mm``: into strips so wide, as many as there are, in place of ``parts``; ``strips_first``: the loaf is cut
    lengthwise into them before it is sliced; ``sample``: the end that is kept to look at. ``tool``, ``lies``: what cuts
    it and how it lies then; ``None``: as it asks for. ``cutter_mm``: the highest loaf that goes through one's cutter;
    ``box_mm``: the highest bar that goes into one's box; ``None``: no limit that is known. ``moved``: wires moved by
    hand; one that there no longer is moves nothing.
    """

    bar_mm: Annotated[float, Field(ge=5, le=500)] = 25.0
    slices: Annotated[int, Field(ge=1, le=400)] | None = None
    kerf_mm: Annotated[float, Field(ge=0, le=5)] = 0.6
    front_slice_mm: Annotated[float, Field(ge=0, le=500)] = 0.0
    back_slice_mm: Annotated[float, Field(ge=0, le=500)] = 0.0
    parts: Annotated[int, Field(ge=1, le=12)] = 1
    strip_mm: Annotated[float, Field(ge=5, le=1000)] | None = None
    strips_first: bool = False
    sample: Literal["none", "front", "back"] = "none"
    specials: Annotated[tuple[SpecialBar, ...], Field(max_length=60)] = ()
    tool: Literal["wire", "knife", "kitchen knife"] | None = None
    lies: Literal["upright", "on its side", "upside down"] | None = None
    cutter_mm: Annotated[float, Field(ge=20, le=1000)] | None = None
    box_mm: Annotated[float, Field(ge=20, le=1000)] | None = None
    moved: Annotated[tuple[MovedWire, ...], Field(max_length=400)] = ()
    stamp: Stamp | None = None

    def own_parts_of(self, bar: int) -> int | None:
        """Into how many bars side by side that slice is cut, counted from 1; ``None`` where it is cut as usual."""
        own = (special.parts for special in self.specials if bar in special.bars and special.parts is not None)
        return next(own, None)

    def times_of(self, bar: int) -> int:
        """As thick as how many usual bars that one is, counted from 1."""
        return next((special.times for special in self.specials if bar in special.bars and special.times > 1), 1)

    def as_usual(self, bar: int) -> bool:
        """Whether that bar, counted from 1, is as thick as most and cut into as many parts."""
        return self.own_parts_of(bar) is None and self.times_of(bar) == 1

    def notes_of(self, bar: int) -> str:
        """What is said of that bar."""
        return ", ".join(special.note for special in self.specials if bar in special.bars and special.note)
