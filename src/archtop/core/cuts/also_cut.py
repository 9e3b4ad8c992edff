"""What comes out of the other moulds that a loaf's pot fills: how many bars or cups, and what one weighs."""

from __future__ import annotations

from archtop.core.base import Figure, Frozen
from archtop.core.cuts.cutting import cured_of
from archtop.core.resolved import ResolvedLoaf

__all__ = ["AlsoCut", "also_cut"]


class AlsoCut(Frozen):
    """Bars or cups of another mould: ``count`` of all ``moulds``, and one's weight.

    ``level_mm``, ``each_ml``: how high and with how much each mould is filled; ``whole``: turned out and not cut;
    ``cups``: on trays.
    """

    id: str
    name: str
    level_mm: float
    each_ml: float
    moulds: int
    count: int
    whole: bool
    cups: bool
    weight: Figure
    cured: Figure


def also_cut(of: ResolvedLoaf) -> tuple[AlsoCut, ...]:
    """Bars and cups besides the loaf's own, in the document's order."""
    density, cure = of.own_batter.density.value, of.cupboard.rates.get("cure")
    found = []
    for item in of.loaf.also_filled:
        grams = item.each_ml * density / item.parts
        cut = "" if item.parts == 1 else f", cut into {item.parts}"
        found.append(
            AlsoCut(
                id=item.id,
                name=item.name,
                level_mm=item.level_mm,
                each_ml=item.each_ml,
                moulds=item.moulds,
                count=item.pieces,
                whole=item.parts == 1,
                cups=item.mould.whole,
                weight=Figure.within(
                    grams,
                    "g",
                    0.03,
                    "estimate",
                    how=f"{item.each_ml:.0f} ml in each {item.mould.name}{cut}",
                    source="geometry times the batter's estimated density; fresh weight, what a wire takes left out",
                ),
                cured=cured_of(grams, cure),
            )
        )
    return tuple(found)
