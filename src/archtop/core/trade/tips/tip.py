"""What every piping tip must say of itself: the outline of its opening, how its bead lies, its narrowest passage."""

from __future__ import annotations

from abc import ABC, abstractmethod
from typing import ClassVar, Protocol

import shapely

from archtop.core.base import Figure, Frozen

__all__ = ["Bead", "Measures", "Opening", "TipKind"]

Opening = shapely.Polygon | shapely.MultiPolygon


class Bead(Frozen):
    """What a tip lays: section area [mm²], how wide and high it lies [mm], and what a hand must push it through.

    ``hydraulic_mm``: four areas over the wetted edge, a circle's own diameter; ``finest_mm``: its narrowest passage.
    """

    area_mm2: float
    wide_mm: float
    high_mm: float
    hydraulic_mm: float
    finest_mm: float
    area: Figure


class Measures(Protocol):
    """What a tip in the document tells of itself [mm]; see :class:`~archtop.core.trade.tips.Tip`."""

    @property
    def opening_mm(self) -> float:
        """Across."""

    @property
    def thick_mm(self) -> float:
        """Of a slot."""

    @property
    def points(self) -> int:
        """Of a star."""

    @property
    def holes(self) -> int:
        """Of a grass tip."""


class TipKind(ABC):
    """A kind of tip. ``on_edge``: its bead stands on the slot's edge instead of lying as an ellipse."""

    kind: ClassVar[str]
    label: ClassVar[str]
    help: ClassVar[str]
    on_edge: ClassVar[bool] = False
    # Which of a tip's measures matter to it, besides the opening and how long its narrow part is.
    uses: ClassVar[tuple[str, ...]] = ()
    # A sensible size to begin with: the opening, and how thick a slot is [mm]. Common practice, no source.
    usual_mm: ClassVar[float] = 10.0
    usual_thick_mm: ClassVar[float] = 3.0

    @classmethod
    @abstractmethod
    def opening(cls, tip: Measures) -> Opening:
        """The opening as an outline around its middle [mm]."""

    @classmethod
    def finest(cls, tip: Measures) -> float:
        """The narrowest passage [mm]."""
        return min(tip.thick_mm, tip.opening_mm)
