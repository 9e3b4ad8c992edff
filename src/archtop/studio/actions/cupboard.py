"""The studio's cupboard: the built-in tables with its own rows over them, its scents, colourants and stock."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal, TypeVar

from django.db import transaction
from django.db.models import Sum
from pydantic import BaseModel

from archtop.core import Colourant, Cupboard, Fat, InputError, Lot, Scent, read_loaf, standard_cupboard
from archtop.core import Loaf as Document
from archtop.core.base import Rate, Stored
from archtop.core.chemistry import Additive
from archtop.core.document import Brings, additive_doses, colour_doses, painted_things
from archtop.core.geometry.moulds import AnyMould
from archtop.studio import stored
from archtop.studio.models import CupboardItem, Loaf, LoafMould, OwnFat, OwnRate, ShelfLot, Stock

__all__ = [
    "count_stock",
    "cupboard_of_studio",
    "for_a_file",
    "keep_mould",
    "moulds_of_studio",
    "put_in",
    "put_in_brought",
    "put_mould_away",
    "take_out",
]

Kind = Literal["scent", "colourant", "additive"]
Item = Scent | Colourant | Additive
T = TypeVar("T", bound=BaseModel)
_FIELDS = ("key", "name", "inci", "sv", "iv", "density_g_ml", "melt_low_c", "melt_high_c", "solid_at_25", "source")


def cupboard_of_studio(loaf: Loaf | None = None, learned: bool = True) -> Cupboard:
    """What plans of this studio draw on.

    :param loaf: one whose work has begun keeps the numbers it began with, and so does what is mixed at once with it
    :param learned: with the studio's own numbers, where it has some
    """
    own = {row["key"]: Fat(kind="glyceride", **row) for row in OwnFat.objects.values(*_FIELDS)}
    standard = standard_cupboard()
    items = list(CupboardItem.objects.values_list("kind", "data"))
    return Cupboard.model_construct(
        fats={**standard.fats, **own} if own else standard.fats,
        additives={**standard.additives, **_items(items, "additive", stored.ADDITIVE)},
        scents=_items(items, "scent", stored.SCENT),
        colourants=_items(items, "colourant", stored.COLOURANT),
        stock=dict(Stock.objects.values_list("name", "grams")),
        lots=_lots(),
        rates=_rates(loaf) if learned else {},
    )


def _items(rows: list[tuple[str, Any]], kind: Kind, kept: Stored[T]) -> dict[str, T]:
    return {data["key"]: kept.read(data) for of_kind, data in rows if of_kind == kind}


def _mixed_at_once(loaf: Loaf | None) -> Iterator[Loaf]:
    """The loaf whose batter it takes, itself, and what else takes of that: one mixing has one set of numbers."""
    if loaf is None:
        return
    giver = (loaf.document.get("batter_from") or {}).get("loaf")
    if giver:
        yield from Loaf.objects.filter(pk=giver, put_away=False)
    yield loaf
    of_it = Loaf.objects.filter(put_away=False, document__batter_from__loaf=giver or str(loaf.pk))
    yield from of_it.exclude(pk=loaf.pk).order_by("pk")


def _rates(loaf: Loaf | None) -> dict[str, Rate]:
    found = next((row.rates_then for row in _mixed_at_once(loaf) if row.rates_then is not None), None)
    if found is None:
        found = [data for (data,) in OwnRate.objects.filter(off=False, data__isnull=False).values_list("data")]
    return {data["key"]: stored.RATE.read(data) for data in found}


def _lots() -> dict[str, Lot]:
    rows = ShelfLot.objects.annotate(count=Sum("moves__count"), grams=Sum("moves__grams"))
    return {
        row.key: stored.LOT.read(row.data, count=max(row.count or 0, 0), grams=max(row.grams or 0.0, 0.0))
        for row in rows
    }


def keep_mould(mould: AnyMould) -> None:
    """Put a mould on the shelf, or in the place of the one of its name."""
    LoafMould.objects.update_or_create(name=mould.name, defaults={"data": stored.MOULD.write(mould)})


def put_mould_away(name: str) -> None:
    """Take a mould off the shelf; loaves that were drawn in it keep it."""
    LoafMould.objects.filter(name=name).delete()


def moulds_of_studio() -> list[AnyMould]:
    """Every mould on the shelf, the shortest first."""
    moulds = [stored.MOULD.read(data) for data in LoafMould.objects.values_list("data", flat=True)]
    return sorted(moulds, key=lambda mould: (mould.length_mm, mould.name))


def put_in(item: Item) -> None:
    """Put a scent, a colourant or an additive in, or in the place of the one with its key."""
    match item:
        case Scent():
            kind, data = "scent", stored.SCENT.write(item)
        case Colourant():
            kind, data = "colourant", stored.COLOURANT.write(item)
        case Additive():
            kind, data = "additive", stored.ADDITIVE.write(item.model_copy(update={"own": True}))
    CupboardItem.objects.update_or_create(kind=kind, key=item.key, defaults={"data": data})


def put_in_brought(brought: Brings, cupboard: Cupboard) -> None:
    """Put in what a loaf's file brings, where the cupboard lacks it."""
    lacking: list[Item] = [item for item in brought.scents if item.key not in cupboard.scents]
    lacking += [item for item in brought.colourants if item.key not in cupboard.colourants]
    lacking += [item for item in brought.additives if item.key not in cupboard.additives]
    for item in lacking:
        put_in(item)


def take_out(kind: Kind, key: str) -> None:
    """Take a scent, a colourant or an additive out; a built-in additive that it stood over is there again.

    :raises InputError: ``cupboard.in_use`` while a loaf names it; its plan would no longer hold
    """
    with transaction.atomic():
        for name, document in Loaf.objects.values_list("name", "document"):
            if key in _named(kind, read_loaf(document)):
                raise InputError.one(
                    "cupboard.in_use", kind, key, f"{name} uses it", "Change the loaf first, or let it stay here."
                )
        CupboardItem.objects.filter(kind=kind, key=key).delete()


def _named(kind: Kind, document: Document) -> set[str]:
    """Keys of that kind that a loaf names anywhere."""
    finishes = {finish.of.key for finish in document.top.finishes if finish.of and finish.of.shelf == kind}
    match kind:
        case "scent":
            return {part.scent for blend in document.blends for part in blend.parts}
        case "colourant":
            painted = {painted.of for _, _, painted in painted_things(document)}
            return finishes | painted | {dose.colourant for _, _, dose in colour_doses(document)}
        case "additive":
            return finishes | {dose.additive for _, _, dose in additive_doses(document)}


def for_a_file(document: Document) -> Document:
    """The document with the bottles, jars and own additives it names, so that another studio can read it.

    Whose batter it is mixed in is this studio's affair: by itself it mixes its own.
    """
    cupboard = cupboard_of_studio()
    own = {key for key, item in cupboard.additives.items() if item.own}
    brings = Brings(
        scents=tuple(cupboard.scents[key] for key in sorted(_named("scent", document) & cupboard.scents.keys())),
        colourants=tuple(
            cupboard.colourants[key] for key in sorted(_named("colourant", document) & cupboard.colourants.keys())
        ),
        additives=tuple(cupboard.additives[key] for key in sorted(_named("additive", document) & own)),
    )
    return document.model_copy(update={"brings": brings, "batter_from": None})


def count_stock(name: str, grams: float | None) -> None:
    """Note how much of a thing there is; ``None``: it is not counted any more."""
    if grams is None:
        Stock.objects.filter(name=name).delete()
    else:
        Stock.objects.update_or_create(name=name, defaults={"grams": grams})
