"""What is piped, as the document has it: runs of one motif, and what stays clear."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.trade import MotifSize

__all__ = [
    "Clear",
    "Moved",
    "Run",
]

Place = Annotated[float, Field(ge=-2000, le=2000)]


Key = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]


Pattern = Literal["rows", "staggered", "border", "rings", "wave", "curve", "fill", "each bar", "each part"]
Bag = Annotated[tuple[Key, ...], Field(min_length=1, max_length=4)]


class Clear(Frozen):
    """A part of the top that stays free [mm]: along from the front end, across from the centre line."""

    name: Annotated[str, Field(max_length=120)] = ""
    from_mm: Place
    to_mm: Place
    left_mm: Place = -2000.0
    right_mm: Place = 2000.0


class Moved(Frozen):
    """One motif of a run where a hand put it, by its number from the front: across and along [mm]."""

    number: Annotated[int, Field(ge=0, lt=5000)]
    x: Place
    y: Place


class Run(Frozen):
    """A motif repeated. ``overlap_percent``: how far each lies over the last; ``spread_mm``: the width that rows share.

    ``apart_mm``: rows so far from middle to middle, as many as fit, in place of ``rows``. ``colours``: side by side in
    one bag; ``more_bags``: others that take turns with it, a motif from each. ``points``: along the run, to both of its
    sides, or outward from the loaf's middle; ``turn_deg``: turned so much further. ``wave_mm``: how far a wave swings.
    ``curve``: points of a line drawn by hand, across and along. ``from_mm``, ``to_mm``: the part of the loaf; ``None``:
    all of it; ``bars``: those bars alone, by number. ``keeps_off``: it goes beside columns that stand out and between
    pieces that lie there before it. ``passes``: how often it is gone over, each time on the last. ``moved``: those that
    a hand put elsewhere.
    """

    id: Key
    name: Annotated[str, Field(min_length=1, max_length=120)]
    motif: MotifSize
    tip: Key
    colours: Bag
    more_bags: Annotated[tuple[Bag, ...], Field(max_length=3)] = ()
    pattern: Pattern = "rows"
    rows: Annotated[int, Field(ge=1, le=24)] = 1
    apart_mm: Annotated[float, Field(ge=1, le=500)] | None = None
    overlap_percent: Annotated[float, Field(ge=-300, le=85)] = 0.0
    across_mm: Place = 0.0
    spread_mm: Annotated[float, Field(ge=0, le=1000)] | None = None
    points: Literal["along", "both sides", "outward"] = "along"
    turn_deg: Annotated[float, Field(ge=-180, le=180)] = 0.0
    wave_mm: Annotated[float, Field(ge=0, le=500)] = 15.0
    curve: Annotated[tuple[tuple[Place, Place], ...], Field(max_length=60)] = ()
    from_mm: Place | None = None
    to_mm: Place | None = None
    bars: Annotated[tuple[Annotated[int, Field(ge=1, le=400)], ...], Field(max_length=400)] = ()
    keeps_off: bool = True
    passes: Annotated[int, Field(ge=1, le=4)] = 1
    moved: Annotated[tuple[Moved, ...], Field(max_length=400)] = ()

    @model_validator(mode="after")
    def _a_curve_has_two_ends(self) -> Run:
        if self.pattern == "curve" and len(self.curve) < 2:
            raise InputError.one(
                "run.curve", "curve", f"{len(self.curve)} points", "a curve has two at least", "Draw it on the top."
            )
        return self

    @property
    def bags(self) -> tuple[tuple[str, ...], ...]:
        """Every bag, each with its colours side by side."""
        return (self.colours, *self.more_bags)

    @property
    def all_colours(self) -> tuple[str, ...]:
        """Every colour of its bags, each once."""
        return tuple(dict.fromkeys(colour for bag in self.bags for colour in bag))
