"""What is cast or shaped beforehand: filled, turned out, cut, kneaded, melted."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.base import PotId
from archtop.core.document import Pieces
from archtop.core.pots import Cast, Pot
from archtop.core.resolved import ResolvedLoaf
from archtop.core.steps.step import Amount, Step
from archtop.core.trade import Made

__all__ = ["casting_steps", "finishing_steps", "melting_steps"]

_FILLS = {
    "column": ("Fill the mould", "Tap out the air; cover; write the hour on it."),
    "cavity": ("Fill the mould", "Tap out the air; scrape off flat; cover; write the hour on it."),
    "slab": ("Pour the sheet", "Level it; cover; cut it when it is firm but not yet hard. Keep the offcuts."),
    "dough": ("Leave it for dough", "Covered, until it no longer sticks; then knead, shape and let it rest."),
    "piped": ("Pipe ahead", "Onto paper; leave them about two days before they are pressed in."),
}


def casting_steps(of: ResolvedLoaf, pot: Pot) -> Iterator[Step]:
    """A mixed pot that is no loaf: into its moulds while it is fluid, then out of each or into shape."""
    yield from (_filled(pot, cast) for cast in pot.casts)
    for cast in pot.casts:
        named = PotId.parse(cast.id)
        if cast.kind == "column":
            yield Step(
                key=str(named.step("out")),
                stage=cast.name,
                do="wait",
                title=f"Turn out {cast.name}",
                detail="Not before it gives no more under a thumb. Trim its ends square; keep what is trimmed.",
            )
        if named.item in of.pieces:
            yield from finishing_steps(of.pieces[named.item], of.made[named.item])


def _filled(pot: Pot, cast: Cast) -> Step:
    title, detail = _FILLS[cast.kind]
    return Step(
        key=str(PotId.parse(cast.id).step("cast")),
        stage=pot.name,
        do="cast",
        title=f"{title}: {cast.name}",
        detail=detail,
        amounts=tuple(Amount(key=f"fill-{bowl.key}", label=bowl.name, value=bowl.ml, unit="ml") for bowl in cast.bowls),
    )


def melting_steps(piece: Pieces, made: Made) -> Iterator[Step]:
    """Base that is bought and melted."""
    yield Step(
        key=str(PotId.cast(piece.id).step("made")),
        stage=piece.name,
        do="cast",
        title=f"Melt and pour {piece.name}",
        detail=f"{piece.count} pieces. Set in two or three hours; cut soon after, it hardens against the wire.",
        amounts=(Amount(key="base", label="Base", value=made.takes_ml, unit="ml"),),
        cautions=("Melted base burns as hot oil does. Alcohol against bubbles: no flame near.",),
    )


def finishing_steps(piece: Pieces, made: Made) -> Iterator[Step]:
    """From the poured slab, cavity or bowl of dough to pieces on the shelf."""
    for told in piece.make.finishing(piece.name, piece.count, made):
        key = PotId.cast(piece.id).step(told.key)
        yield Step(key=str(key), stage=piece.name, do=told.do, title=told.title, detail=told.detail)
