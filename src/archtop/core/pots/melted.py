"""What is cast of a bought base: melted, coloured and poured, without a pot, a lye or a superfat."""

from __future__ import annotations

import math
from collections.abc import Iterator

from archtop.core.base import Frozen, PotId
from archtop.core.document import Embed, Filling, Pieces, fillings_of
from archtop.core.pots.additions import jar_named, of_jar
from archtop.core.pots.casting_length import cast_length
from archtop.core.pots.portion import WeighedAddition, on_scale
from archtop.core.pots.thinning import Taken, Thinned, thinned_for, weighs
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade import BASES, BaseName

__all__ = ["Melted", "melted_of"]


class Melted(Frozen):
    """A casting of base: ``id`` of the pot it would have, were it mixed; ``grams`` of base, on the scale.

    ``thinned``: jars that are too little to weigh, stirred into a little of the base first. ``around``: the figure
    that it is poured around.
    """

    id: str
    name: str
    colour: str
    base: str
    base_name: str
    ml: float
    grams: float
    colourants: tuple[WeighedAddition, ...]
    thinned: tuple[Thinned, ...]
    around: str | None = None


def melted_of(of: ResolvedLoaf) -> tuple[Melted, ...]:
    """Everything that is melted and poured for a loaf, pieces first.

    :raises InputError: ``casting.too_short`` when a column mould is too short
    """
    return (*_pieces(of), *_columns(of))


def _pieces(of: ResolvedLoaf) -> Iterator[Melted]:
    for piece in of.loaf.pieces:
        if piece.make.bought and not piece.lot:
            for filling in fillings_of(of.loaf, piece):
                yield _melted(of, piece, piece.make.bought, piece.make.made(filling.out).takes_ml, filling)


def _columns(of: ResolvedLoaf) -> Iterator[Melted]:
    for i, embed in enumerate(of.loaf.embeds):
        if embed.casting is None or embed.casting.of == "batter":
            continue
        area = of.prisms[embed.id].profile.area
        inner = of.figures[embed.id].profile.area if embed.id in of.figures else 0.0
        ml = (area - inner) * cast_length(embed, i, area) / 1000
        for filling in fillings_of(of.loaf, embed):
            yield _melted(of, embed, embed.casting.of, ml * filling.out, filling)


def _melted(of: ResolvedLoaf, thing: Embed | Pieces, base: BaseName, ml: float, filling: Filling) -> Melted:
    sizing, bought = of.loaf.sizing, BASES[base]
    # A little more than it fills: what stays in the jug sets there.
    exact = ml * bought.g_ml * (1 + sizing.margin_percent / 100)
    grams = math.ceil(exact / sizing.scale_step_g - 1e-9) * sizing.scale_step_g
    colourants = tuple(_colourants(of, thing.colour, exact))
    thinned = (
        Taken(jar.key, jar.name, "colourant", None, "Melted base", jar.times, jar.grams, thing.name)
        for jar in colourants
        if jar.times > 1
    )
    return Melted(
        id=str(PotId.cast(thing.id).filling(filling.number)),
        name=filling.named(thing.name),
        colour=thing.colour,
        base=bought.key,
        base_name=bought.name,
        ml=ml,
        grams=round(grams, 6),
        colourants=colourants,
        thinned=thinned_for(thinned, sizing.fine_step_g),
        around=thing.figure.name if isinstance(thing, Embed) and thing.figure else None,
    )


def _colourants(of: ResolvedLoaf, colour: str, base_g: float) -> Iterator[WeighedAddition]:
    """Jars by the weight of the base, on the fine scale.

    :raises InputError: as for the jars of a bowl
    """
    for dose in of.colours[colour].colourants:
        jar = jar_named(dose.colourant, of.cupboard.colourants, of.colours[colour].name)
        exact = base_g / 1000 * dose.g_per_kg
        yield WeighedAddition(**on_scale(of_jar(jar, exact), exact, weighs(exact, of.loaf.sizing.fine_step_g)))
