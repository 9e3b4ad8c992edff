"""Small pieces as the document has them: how they are made, how they stand, what they are poured of."""

from __future__ import annotations

from typing import Annotated, Literal

import shapely
from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document.ids import Id, LotKey, Name
from archtop.core.document.parts import Moulds, Painted, Poured
from archtop.core.geometry import Outline, points_of, shape_of
from archtop.core.trade import Made, Make

__all__ = ["PieceBody", "Pieces"]

_FOOT_MM = 0.1


class PieceBody(Frozen):
    """How a piece stands: its foot, the outline's width along its length, and how high it is [mm]."""

    outline: Outline
    high_mm: Annotated[float, Field(gt=0, le=500)]

    @property
    def foot(self) -> tuple[tuple[float, float], ...]:
        """Corners of its foot around its middle, the longer way first [mm]."""
        # Many pieces may have it: no more corners than a drawing shows.
        points = shapely.get_coordinates(shapely.Polygon(points_of(self.outline)).simplify(_FOOT_MM))[:-1]
        wide, deep = points.max(axis=0) - points.min(axis=0)
        # Turned, not mirrored.
        return tuple((float(a), float(b)) if wide >= deep else (float(b), float(-a)) for a, b in points)

    @property
    def holds_ml(self) -> float:
        """What it would hold if it were as high all over [ml]."""
        return shape_of(self.outline).area * self.high_mm / 1000


class Pieces(Frozen):
    """Small pieces made beforehand, to be stirred into a pour, pressed in, stood on top or given away.

    ``count``: for one loaf. ``moulds``: how many of their mould are filled at once. ``lot``: they lie on the shelf
    already and are not made for this loaf. ``body``: how they stand, where the way they are made does not say it.
    ``poured``: several colours in each, in place of ``colour`` alone.
    ``painted``: a jar brushed onto them.
    """

    id: Id
    name: Name
    make: Make
    count: Annotated[int, Field(ge=1, le=2000)]
    material: Literal["silicone", "stiff"] = "silicone"
    moulds: Moulds = 1
    colour: Id
    formula: Id | None = None
    lot: LotKey | None = None
    body: PieceBody | None = None
    poured: Poured | None = None
    painted: Painted | None = None

    @property
    def ready(self) -> bool:
        """Whether nothing is made for this loaf: they lie on the shelf, or are no soap."""
        return bool(self.lot) or not self.make.soap

    @property
    def colours(self) -> tuple[str, ...]:
        """Every colour that shows in a piece, each once."""
        poured = [share.colour for share in self.poured.colours] if self.poured else []
        return tuple(dict.fromkeys(poured or self.make.colours(self.colour)))

    def made(self, count: int) -> Made:
        """What so many of them take, as large as they are.

        :raises InputError: when they cannot be made so
        """
        made = self.make.made(count)
        if self.body is None:
            return made
        foot = self.body.foot
        long, wide = (2 * max(abs(corner[axis]) for corner in foot) for axis in (0, 1))
        area = shape_of(self.body.outline).area
        return made.model_copy(update={"size_mm": (long, wide, self.body.high_mm), "footprint_mm2": area})

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...] | None:
        """Corners of a piece around its middle and along its length [mm]; ``None``: it is as round as an ellipse."""
        return self.body.foot if self.body else self.make.from_above(made)

    def roundness(self, made: Made) -> float:
        """How it falls away from its highest point to the edge of its foot: 0, as high all over; ½, like a dome.

        At the share r of the way out it is high · (1 − r²)ᵏ, whose volume is foot · high / (1 + k): k follows from its
        own volume.
        """
        return max(self.body.holds_ml / made.each_ml - 1, 0.0) if self.body else self.make.roundness(made)
