"""What a pour is told as: batter up to a level, in one colour or several, with what is stirred in."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from archtop.core.base import Frozen, InputError
from archtop.core.document.ids import Id, LotKey, Name
from archtop.core.document.shares import Shares
from archtop.core.document.work.kind import NamedStep
from archtop.core.trade import AnyTechnique, Grated, Layer, Technique, technique_of

__all__ = ["BatterPour", "InPour", "Shreds"]


class InPour(Frozen):
    """So many of the loaf's small pieces stirred or laid into a pour."""

    pieces: Id
    count: Annotated[int, Field(ge=1, le=2000)]


class Shreds(Frozen):
    """Grated soap of one kind, so much of it in one mould. ``colour`` ``None``: of no colour of this loaf.

    ``cast``: grated from a block that is cast for this loaf, of ``formula`` (``None``: the loaf's own); else it is
    there already, as ``lot`` on the shelf where that is written down.
    """

    id: Id
    name: Name = "Shreds"
    grams: Annotated[float, Field(gt=0, le=100_000)]
    grated: Grated = "shreds"
    colour: Id | None = None
    cast: bool = False
    formula: Id | None = None
    lot: LotKey | None = None

    @model_validator(mode="after")
    def _of_one_source(self) -> Shreds:
        if self.cast and (self.lot or self.colour is None):
            what, remedy = ("lot", "Choose one of the two.") if self.lot else ("no colour", "Choose its colour.")
            raise InputError.one("shreds.cast", "cast", what, "a block is cast of a colour of this loaf", remedy)
        return self


ShapedPoint = tuple[Annotated[float, Field(ge=-1, le=1)], Annotated[float, Field(ge=-100, le=100)]]


class BatterPour(NamedStep):
    """Batter poured until its level stands at ``to_mm``, in one colour or several, with shreds and pieces in it.

    ``by``: told as a level, as so many ``under_mm`` under the rim, or as ``batter_ml`` of batter into one mould.
    ``fall_mm``: how far the stream falls; over a spatula about 5 mm. ``thickness``: the stage it is poured at, where
    that is not left to the clock. ``shaped``: its top as a spoon leaves it before the next pour comes, by points across
    from the left wall (−1) to the right one (1) and how high they stand over its level [mm].
    """

    name: Name
    by: Literal["level", "under the rim", "batter"] = "level"
    to_mm: Annotated[float, Field(gt=0, le=500)]
    under_mm: Annotated[float, Field(ge=0, le=500)] = 10.0
    batter_ml: Annotated[float, Field(gt=0, le=100_000)] = 250.0
    colours: Shares
    shreds: Annotated[tuple[Shreds, ...], Field(max_length=12)] = ()
    pieces: Annotated[tuple[InPour, ...], Field(max_length=20)] = ()
    fall_mm: Annotated[float, Field(ge=0, le=1000)] = 5.0
    technique: AnyTechnique = Layer()
    thickness: Literal["emulsion", "thin", "light", "medium", "thick", "pudding"] | None = None
    shaped: Annotated[tuple[ShapedPoint, ...], Field(max_length=15)] = ()

    @property
    def shreds_g(self) -> float:
        """All of its shreds [g]."""
        return sum(item.grams for item in self.shreds)

    def strews(self) -> tuple[tuple[str, int], ...]:
        """Those stirred in."""
        return tuple((item.pieces, item.count) for item in self.pieces)

    @property
    def goes_in(self) -> Technique:
        """How it truly goes in: a layer of several colours is a pot swirl."""
        return technique_of(self.technique, len(self.colours))
