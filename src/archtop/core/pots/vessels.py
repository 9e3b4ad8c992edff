"""Everything that a loaf's pots fill: moulds, columns, hollows, blocks, each as large as it is, and how many of it."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Literal

from archtop.core.base import LOAF, Frozen, PotId
from archtop.core.document import AlsoFilled, Embed, fillings_of
from archtop.core.geometry import Mould, points_of
from archtop.core.pots.melted import Melted
from archtop.core.pots.pot import Cast, Pot
from archtop.core.resolved import ResolvedLoaf

__all__ = ["Vessel", "VesselColour", "vessels_of"]

VesselKind = Literal["loaf", "cup", "column", "hollow", "block", "saver mould"]
Ring = tuple[tuple[float, float], ...]
# Less than this is rounding [ml].
_NOTHING_ML = 1e-6


class VesselColour(Frozen):
    """A colour in a vessel and its percent of it."""

    colour: str
    percent: float


class Vessel(Frozen):
    """One kind of vessel: which pot fills it, how many of it, what one takes, its section from the front [mm].

    ``item``: what is cast in it, by its id; empty for the loaf itself. ``holds``: what a person calls so many of it.
    ``several``: whether it may be filled from several bowls.
    """

    pot: str
    item: str
    name: str
    kind: VesselKind
    count: int
    each_ml: float
    outline: Ring
    colours: tuple[VesselColour, ...]
    holds: str
    several: bool = False


def vessels_of(of: ResolvedLoaf, pots: Sequence[Pot], melted: Sequence[Melted]) -> tuple[Vessel, ...]:
    """Every vessel in the order of work: what is cast beforehand, the moulds themselves, what leftovers go into."""
    cast = [_cast(of, pot.id, item.id, item.name, _bowls(pot, item)) for pot in pots for item in pot.casts]
    cast += [_cast(of, item.id, item.id, item.name, [(item.colour, item.ml)]) for item in melted]
    also = [_also_filled(item) for item in of.loaf.also_filled]
    return (*cast, _mould(of, pots[-1]), *also, *_kept(pots[-1]))


def _bowls(pot: Pot, cast: Cast) -> list[tuple[str, float]]:
    """Colours that a casting takes, and how much of each [ml]."""
    colours = {portion.key: portion.colour for portion in pot.portions}
    return [(colours[bowl.key], bowl.ml) for bowl in cast.bowls]


def _cast(of: ResolvedLoaf, pot: str, cast: str, name: str, bowls: Sequence[tuple[str, float]]) -> Vessel:
    """What is cast beforehand, mixed or melted."""
    named = PotId.parse(cast)
    count, hollows = _how_many(of, named)
    each = sum(ml for _, ml in bowls) / count
    embed, piece = _embed(of, named), of.pieces.get(named.item)
    in_hollows = hollows > 1 or (piece is not None and piece.make.bought is not None)
    kind: VesselKind = "column" if embed else "hollow" if in_hollows else "block"
    return Vessel(
        pot=pot,
        item=named.item,
        name=name,
        kind=kind,
        count=count,
        each_ml=each,
        outline=_outline(embed, named, each / hollows),
        colours=_shares(bowls),
        holds=_holds(count, hollows, kind),
        several=_takes_several(of, named),
    )


def _takes_several(of: ResolvedLoaf, named: PotId) -> bool:
    """A column of batter and pieces in hollows; a figure inside something and what is melted are of one colour."""
    embed, piece = of.embeds.get(named.item), of.pieces.get(named.item)
    if embed:
        return not (embed.casting and embed.casting.melted)
    return piece is not None and piece.make.several


def _mould(of: ResolvedLoaf, own: Pot) -> Vessel:
    mould, count = of.loaf.mould, of.loaf.moulds
    elsewhere: dict[str, float] = {}
    for colour, ml in (bowl for also in of.loaf.also_filled for bowl in also.bowls_ml().items()):
        elsewhere[colour] = elsewhere.get(colour, 0.0) + ml
    bowls = [portion for portion in own.portions if portion.use == "pour"]
    left = [(bowl.colour, bowl.delivers.value - elsewhere.get(bowl.colour, 0.0)) for bowl in bowls]
    poured = [(colour, ml) for colour, ml in left if ml > _NOTHING_ML]
    return Vessel(
        pot=str(LOAF),
        item="",
        name=mould.name,
        kind="cup" if mould.whole else "loaf",
        count=count,
        each_ml=sum(ml for _, ml in poured) / count,
        outline=mould.outline_at(mould.length_mm / 2),
        colours=_shares(poured),
        holds=_moulds(mould, count),
    )


def _also_filled(also: AlsoFilled) -> Vessel:
    """Another mould of the loaf's own pot."""
    return Vessel(
        pot=str(LOAF),
        item=also.id,
        name=also.name,
        kind="cup" if also.mould.whole else "loaf",
        count=also.moulds,
        each_ml=also.each_ml,
        outline=also.mould.outline_at(also.mould.length_mm / 2),
        colours=_shares(list(also.bowls_ml().items())),
        holds=_moulds(also.mould, also.moulds),
        several=True,
    )


def _moulds(mould: Mould, count: int) -> str:
    """What a person calls so many of a mould; cups stand on trays."""
    if not mould.whole:
        return _holds(count, 1, "loaf")
    trays = math.ceil(count / mould.hollows)
    return f"{count} {'cup' if count == 1 else 'cups'}, {trays} {'tray' if trays == 1 else 'trays'}"


def _kept(own: Pot) -> Iterator[Vessel]:
    for portion in own.portions:
        if portion.use == "kept":
            each = portion.delivers.value
            yield Vessel(
                pot=own.id,
                item=portion.key,
                name=portion.name,
                kind="saver mould",
                count=1,
                each_ml=each,
                outline=_square(each),
                colours=_shares([(portion.colour, each)]),
                holds="kept back",
            )


def _embed(of: ResolvedLoaf, named: PotId) -> Embed | None:
    """The column that is cast in a pot, or whose figure is."""
    return of.embeds.get(named.item) or of.embeds.get(named.item.removesuffix("-figure"))


def _how_many(of: ResolvedLoaf, named: PotId) -> tuple[int, int]:
    """Moulds that a filling fills, and hollows in one of them that are filled."""
    if embed := _embed(of, named):
        return fillings_of(of.loaf, embed)[named.number - 1].moulds, 1
    piece = of.pieces.get(named.item) or of.pieces.get(named.item.removesuffix("-figures"))
    if piece is None or piece.make.hollows is None:
        return 1, 1
    filling = fillings_of(of.loaf, piece)[named.number - 1]
    return filling.moulds, math.ceil(filling.out / filling.moulds)


def _outline(embed: Embed | None, named: PotId, each_ml: float) -> Ring:
    """Of a column its own; of what has no shape of its own a square as large as a cube of its volume."""
    if embed is None:
        return _square(each_ml)
    shape = embed.figure.outline if embed.figure and named.item != embed.id else embed.outline
    return tuple((round(float(x), 2), round(float(z), 2)) for x, z in points_of(shape))


def _square(ml: float) -> Ring:
    half = (ml * 1000) ** (1 / 3) / 2
    return ((-half, -half), (half, -half), (half, half), (-half, half))


def _shares(bowls: Sequence[tuple[str, float]]) -> tuple[VesselColour, ...]:
    volumes: dict[str, float] = {}
    for colour, ml in bowls:
        volumes[colour] = volumes.get(colour, 0.0) + ml
    whole = sum(volumes.values())
    return tuple(VesselColour(colour=colour, percent=100 * ml / whole) for colour, ml in volumes.items())


def _holds(count: int, hollows: int, kind: VesselKind) -> str:
    what = {"loaf": "mould", "column": "column mould", "hollow": "mould", "block": "block"}[kind]
    many = f"{count} {what}" if count == 1 else f"{count} {what}s"
    return f"{many} of {hollows} hollows" if hollows > 1 else many
