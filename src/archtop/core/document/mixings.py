"""What a loaf has cast beforehand with lye, and what of it is mixed in one pot."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from archtop.core.base import PotId
from archtop.core.document.contents import Contents
from archtop.core.document.fillings import Filling, fillings_of
from archtop.core.document.stirred_in import shreds_stirred_in

__all__ = ["Mixing", "batch_of", "mixings_of"]


class Mixing(NamedTuple):
    """A casting that lye is mixed for: the pot it would have alone, what it is called, its formula.

    ``filling``: which of its mould's it is. ``after``: what must be firm before it is cast.
    """

    pot: PotId
    name: str
    formula: str
    filling: Filling
    after: PotId | None = None


def mixings_of(loaf: Contents) -> Iterator[Mixing]:
    """Every casting that is mixed for a loaf, in the order of the document; figures before what surrounds them.

    :raises InputError: as :func:`fillings_of`
    """
    for embed in loaf.embeds:
        if embed.casting is None:
            continue
        formula = embed.formula or loaf.formula
        for filling in fillings_of(loaf, embed):
            own = PotId.cast(embed.id).filling(filling.number)
            figure = PotId.cast(embed.id, "figure").filling(filling.number) if embed.figure else None
            if embed.figure and figure:
                name = filling.named(f"{embed.figure.name} of {embed.name}")
                yield Mixing(figure, name, embed.figure.formula or formula, filling)
            if not embed.casting.melted:
                yield Mixing(own, filling.named(embed.name), formula, filling, figure)
    for piece in loaf.pieces:
        if piece.make.pot is None or piece.lot:
            continue
        for filling in fillings_of(loaf, piece):
            pot = PotId.cast(piece.id).filling(filling.number)
            yield Mixing(pot, filling.named(piece.name), piece.formula or loaf.formula, filling)
    for _, shreds in shreds_stirred_in(loaf):
        if shreds.cast:
            yield Mixing(PotId.cast(shreds.id), shreds.name, shreds.formula or loaf.formula, Filling(1, 1, 1, 1))


def batch_of(loaf: Contents) -> dict[str, PotId]:
    """The shared pot of everything that is cast together, by the name of the pot it would have alone."""
    return {cast: PotId.batch(batch.id) for batch in loaf.batches for cast in batch.casts}
