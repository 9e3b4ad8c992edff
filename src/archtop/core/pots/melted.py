"""What is cast of a bought base: melted, coloured and poured, without a pot, a lye or a superfat."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.base import Frozen, PotId
from archtop.core.document import Embed, Pieces
from archtop.core.pots.casting_length import cast_length
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade import BASES, BaseName

__all__ = ["Melted", "MeltedColour", "melted_of"]


class MeltedColour(Frozen):
    """A jar stirred into melted base [g]."""

    key: str
    name: str
    inci: str
    grams: float


class Melted(Frozen):
    """A casting of base: ``id`` of the pot it would have, were it mixed; ``grams`` of base, on the scale.

    ``around``: the figure that it is poured around.
    """

    id: str
    name: str
    colour: str
    base: str
    base_name: str
    ml: float
    grams: float
    colourants: tuple[MeltedColour, ...]
    around: str | None = None


def melted_of(of: ResolvedLoaf) -> tuple[Melted, ...]:
    """Everything that is melted and poured for a loaf, pieces first.

    :raises InputError: ``casting.too_short`` when a column mould is too short
    """
    return (*_pieces(of), *_columns(of))


def _pieces(of: ResolvedLoaf) -> Iterator[Melted]:
    for piece in of.loaf.pieces:
        if piece.make.bought and not piece.lot:
            yield _melted(of, piece, piece.make.bought, of.made[piece.id].takes_ml)


def _columns(of: ResolvedLoaf) -> Iterator[Melted]:
    for i, embed in enumerate(of.loaf.embeds):
        if embed.casting is None or embed.casting.of == "batter":
            continue
        area = of.prisms[embed.id].profile.area
        ml = area * cast_length(embed, i, area) / 1000
        if embed.id in of.figures:
            ml -= of.figures[embed.id].profile.area * cast_length(embed, i, area) / 1000
        yield _melted(of, embed, embed.casting.of, ml)


def _melted(of: ResolvedLoaf, thing: Embed | Pieces, base: BaseName, ml: float) -> Melted:
    sizing, bought = of.loaf.sizing, BASES[base]
    # A little more than it fills: what stays in the jug sets there.
    exact = ml * bought.g_ml * (1 + sizing.margin_percent / 100)
    grams = max(round(exact / sizing.scale_step_g + 0.49), 1) * sizing.scale_step_g
    jars = [(of.cupboard.colourants.get(d.colourant), d.g_per_kg) for d in of.colours[thing.colour].colourants]
    fine = sizing.fine_step_g
    return Melted(
        id=str(PotId.cast(thing.id)),
        name=thing.name,
        colour=thing.colour,
        base=bought.key,
        base_name=bought.name,
        ml=ml,
        grams=round(grams, 6),
        colourants=tuple(
            MeltedColour(
                key=jar.key,
                name=jar.name,
                inci=jar.inci,
                grams=round(max(round(exact / 1000 * dose / fine), 1) * fine, 6),
            )
            for jar, dose in jars
            if jar
        ),
        around=thing.figure.name if isinstance(thing, Embed) and thing.figure else None,
    )
