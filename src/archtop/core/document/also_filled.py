"""Other moulds that the loaf's own pot fills: bars of another box, cups on a tray, a small mould for what is over."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.document.ids import Id, Name
from archtop.core.document.shares import ColourShare, by_colour
from archtop.core.geometry import AnyMould
from archtop.core.trade import AnyColumnPour, ByTurns

__all__ = ["AlsoFilled"]


class AlsoFilled(Frozen):
    """So many of a mould that is not the loaf's, filled alike right after it, from the same bowls.

    ``under_mm``: how far under its rim it is filled. ``way``: how several colours are poured. ``parts``: how many each
    is cut into; 1: it is left whole.
    """

    id: Id
    name: Name
    mould: AnyMould
    moulds: Annotated[int, Field(ge=1, le=200)] = 1
    under_mm: Annotated[float, Field(ge=0, le=500)] = 0.0
    colours: Annotated[tuple[ColourShare, ...], Field(min_length=1, max_length=8)]
    way: AnyColumnPour = ByTurns()
    parts: Annotated[int, Field(ge=1, le=400)] = 1

    @property
    def level_mm(self) -> float:
        """How high each is filled [mm]."""
        return self.mould.height_mm - self.under_mm

    @property
    def each_ml(self) -> float:
        """Batter in one of them [ml]."""
        return self.mould.volume_below(self.level_mm) / 1000

    @property
    def pieces(self) -> int:
        """Bars or cups that all of them come to."""
        return self.moulds * self.parts

    def bowls_ml(self) -> dict[str, float]:
        """Batter of each colour in all of them [ml], by its id."""
        return by_colour(self.colours, self.moulds * self.each_ml)
