"""Everything that a loaf's document puts into batter besides fats, lye and water, wherever it stands."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.chemistry import AdditiveDose, ScentDose
from archtop.core.colour import ColourDose
from archtop.core.document.contents import Contents
from archtop.core.document.parts import Embed, Painted
from archtop.core.document.pieces import Pieces

__all__ = ["additive_doses", "bottles_used", "colour_doses", "painted_things", "scent_doses"]


def colour_doses(loaf: Contents) -> Iterator[tuple[str, str, ColourDose]]:
    """Every dose of a jar, with the id and the name of what it goes into."""
    for colour in loaf.colours:
        for dose in colour.colourants:
            yield colour.id, colour.name, dose
    for whole in loaf.whole_pots:
        for dose in whole.colourants:
            yield whole.pot, "the whole pot", dose


def additive_doses(loaf: Contents) -> Iterator[tuple[str, str, AdditiveDose]]:
    """Every dose of an additive, with the id and the name of what it goes into."""
    for formula in loaf.formulas:
        for dose in formula.additives:
            yield formula.id, formula.name, dose
    for colour in loaf.colours:
        for dose in colour.additives:
            yield colour.id, colour.name, dose


def painted_things(loaf: Contents) -> Iterator[tuple[str, Embed | Pieces, Painted]]:
    """Every column and every set of pieces that is painted, with the field it stands in."""
    things: list[tuple[str, Embed | Pieces]] = [(f"embeds.{i}", embed) for i, embed in enumerate(loaf.embeds)]
    things += [(f"pieces.{i}", piece) for i, piece in enumerate(loaf.pieces)]
    for field, thing in things:
        if thing.painted:
            yield f"{field}.painted.of", thing, thing.painted


def scent_doses(loaf: Contents) -> Iterator[ScentDose]:
    """Every dose of a scent."""
    yield from (colour.scent for colour in loaf.colours if colour.scent)
    yield from (whole.scent for whole in loaf.whole_pots if whole.scent)


def bottles_used(loaf: Contents) -> frozenset[str]:
    """Keys of the bottles whose scent goes in."""
    used = {dose.blend for dose in scent_doses(loaf)}
    return frozenset(part.scent for blend in loaf.blends if blend.id in used for part in blend.parts)
