"""What a loaf has cast beforehand with lye, and what of it is mixed in one pot."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from archtop.core.base import PotId
from archtop.core.document.contents import Contents

__all__ = ["Mixing", "batch_of", "mixings_of"]


class Mixing(NamedTuple):
    """A casting that lye is mixed for: the pot it would have alone, what it is called, its formula.

    ``after``: what must be firm before it is cast.
    """

    pot: PotId
    name: str
    formula: str
    after: PotId | None = None


def mixings_of(loaf: Contents) -> Iterator[Mixing]:
    """Every casting that is mixed for a loaf, in the order of the document; figures before what surrounds them."""
    for embed in loaf.embeds:
        if embed.casting is None:
            continue
        own, formula = PotId.cast(embed.id), embed.formula or loaf.formula
        figure = PotId.cast(embed.id, "figure") if embed.figure else None
        if embed.figure and figure:
            yield Mixing(figure, f"{embed.figure.name} of {embed.name}", embed.figure.formula or formula)
        if not embed.casting.melted:
            yield Mixing(own, embed.name, formula, figure)
    for piece in loaf.pieces:
        if piece.make.pot is not None and not piece.lot:
            yield Mixing(PotId.cast(piece.id), piece.name, piece.formula or loaf.formula)


def batch_of(loaf: Contents) -> dict[str, PotId]:
    """The shared pot of everything that is cast together, by the name of the pot it would have alone."""
    return {cast: PotId.batch(batch.id) for batch in loaf.batches for cast in batch.casts}
