"""What the pots take from the cupboard, what falls short of the stock, and what could stand in."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Literal, NamedTuple

from archtop.core.base import Frozen
from archtop.core.chemistry import Fat, ScentBlend
from archtop.core.document import Cupboard, stock_key
from archtop.core.pots.melted import Melted
from archtop.core.pots.pot import Pot
from archtop.core.pots.sprinkled import Sprinkled
from archtop.core.trade import BASES

__all__ = ["Supply", "SupplyKind", "Taken", "supplies_of", "together"]

SupplyKind = Literal["fat", "lye", "additive", "colourant", "scent", "base"]


class Supply(Frozen):
    """Grams of one thing; ``stock_g`` ``None`` while it has not been counted; ``instead``: what could stand in."""

    kind: SupplyKind
    key: str
    name: str
    grams: float
    stock_g: float | None
    short_g: float
    instead: str | None


class Taken(NamedTuple):
    """What takes from the cupboard: pots, what goes on dry, what is melted."""

    pots: Iterable[Pot]
    sprinkled: Iterable[Sprinkled]
    melted: Iterable[Melted]


def supplies_of(taken: Taken, blends: Mapping[str, ScentBlend], cupboard: Cupboard) -> tuple[Supply, ...]:
    """Everything a loaf takes from the cupboard, but for water."""
    grams: dict[tuple[SupplyKind, str], float] = {}

    def take(kind: SupplyKind, key: str, amount: float) -> None:
        grams[kind, key] = grams.get((kind, key), 0.0) + amount

    def take_scent(pot: Pot, blend: str, amount: float) -> None:
        # Of several bottles the mix is made whole, and taken below.
        if blend not in {mix.key for mix in pot.scent_mixes}:
            take("scent", blends[blend].parts[0].scent, amount)

    kinds: dict[str, SupplyKind] = {
        "oil": "fat",
        "late fat": "fat",
        "carrier oil": "fat",
        "additive": "additive",
        "colourant": "colourant",
        "lye": "lye",
    }
    for pot in taken.pots:
        for line in pot.on_scale:
            if line.times == 1 and line.role == "scent":
                take_scent(pot, line.key, line.grams)
            elif line.times == 1 and line.role in kinds:
                take(kinds[line.role], line.key, line.grams)
        # A mix is made whole, though only part of it is used.
        for mix in pot.thinned:
            if mix.role == "scent":
                take_scent(pot, mix.key, mix.stir_g)
            else:
                take(mix.role, mix.key, mix.stir_g)
            if mix.oil:
                take("fat", mix.oil, mix.into_g)
        for bottle in (bottle for mix in pot.scent_mixes for bottle in mix.bottles):
            take("scent", bottle.key, bottle.grams)
    for item in taken.sprinkled:
        take(item.kind, item.key, item.in_all_g)
    for cast in taken.melted:
        take("base", cast.base, cast.grams)
        for jar in cast.colourants:
            if jar.times == 1:
                take("colourant", jar.key, jar.grams)
        for mix in cast.thinned:
            take("colourant", mix.key, mix.stir_g)
            take("base", cast.base, mix.into_g)
    return tuple(_supply(kind, key, amount, cupboard) for (kind, key), amount in grams.items())


def together(supplies: Iterable[Supply], cupboard: Cupboard) -> tuple[Supply, ...]:
    """The supplies of several loaves as one list."""
    grams: dict[tuple[SupplyKind, str], float] = {}
    for item in supplies:
        grams[item.kind, item.key] = grams.get((item.kind, item.key), 0.0) + item.grams
    return tuple(_supply(kind, key, amount, cupboard) for (kind, key), amount in grams.items())


def _supply(kind: SupplyKind, key: str, grams: float, cupboard: Cupboard) -> Supply:
    stock = cupboard.stock.get(stock_key(kind, key))
    short = max(0.0, grams - stock) if stock is not None else 0.0
    return Supply(
        kind=kind,
        key=key,
        name=_name(kind, key, cupboard),
        grams=grams,
        stock_g=stock,
        short_g=short,
        instead=_instead(cupboard.fats[key], grams, cupboard) if kind == "fat" and short > 0 else None,
    )


def _name(kind: SupplyKind, key: str, cupboard: Cupboard) -> str:
    match kind:
        case "fat":
            return cupboard.fats[key].name
        case "additive":
            return cupboard.additives[key].name
        case "colourant":
            return cupboard.colourants[key].name
        case "scent":
            return cupboard.scents[key].name
        case "lye":
            return "Sodium hydroxide"
        case "base":
            return next((base.name for base in BASES.values() if base.key == key), key)


def _instead(fat: Fat, grams: float, cupboard: Cupboard) -> str | None:
    """The counted fat of which there is enough and whose acids are most alike; the lye must be worked out anew."""
    enough = [
        other
        for other in cupboard.fats.values()
        if other.key != fat.key and cupboard.stock.get(stock_key("fat", other.key), 0.0) >= grams
    ]
    if not enough:
        return None
    apart, best = min(((_apart(fat, other), other) for other in enough), key=lambda pair: pair[0])
    return best.name if apart <= 25 else None


def _apart(a: Fat, b: Fat) -> float:
    """Percent of fatty acids that differ between two fats."""
    codes = {*a.acids, *b.acids}
    return sum(abs(a.acids.get(code, 0.0) - b.acids.get(code, 0.0)) for code in codes) / 2
