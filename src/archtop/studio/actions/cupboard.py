"""The studio's cupboard: the built-in tables with its own rows over them, its scents, colourants and stock."""

from __future__ import annotations

from typing import Literal

from django.db import transaction
from django.db.models import Sum

from archtop.core import Colourant, Cupboard, Fat, InputError, Lot, Scent, standard_cupboard
from archtop.core.base import Rate
from archtop.core.geometry.moulds import AnyMould
from archtop.studio import stored
from archtop.studio.models import CupboardItem, Loaf, LoafMould, OwnFat, OwnRate, ShelfLot, Stock

__all__ = ["count_stock", "cupboard_of_studio", "keep_mould", "moulds_of_studio", "put_in", "take_out"]

Kind = Literal["scent", "colourant"]
_FIELDS = ("key", "name", "inci", "sv", "iv", "density_g_ml", "melt_low_c", "melt_high_c", "solid_at_25", "source")


def cupboard_of_studio(loaf: Loaf | None = None, learned: bool = True) -> Cupboard:
    """What plans of this studio draw on.

    :param loaf: one whose work has begun keeps the numbers it began with
    :param learned: with the studio's own numbers, where it has some
    """
    own = {row["key"]: Fat(kind="glyceride", **row) for row in OwnFat.objects.values(*_FIELDS)}
    standard = standard_cupboard()
    items = list(CupboardItem.objects.values_list("kind", "data"))
    return Cupboard.model_construct(
        fats={**standard.fats, **own} if own else standard.fats,
        additives=standard.additives,
        scents={data["key"]: stored.SCENT.read(data) for kind, data in items if kind == "scent"},
        colourants={data["key"]: stored.COLOURANT.read(data) for kind, data in items if kind == "colourant"},
        stock=dict(Stock.objects.values_list("name", "grams")),
        lots=_lots(),
        rates=_rates(loaf) if learned else {},
    )


def _rates(loaf: Loaf | None) -> dict[str, Rate]:
    if loaf is not None and loaf.rates_then is not None:
        found = loaf.rates_then
    else:
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


def moulds_of_studio() -> list[AnyMould]:
    """Every mould on the shelf, the shortest first."""
    moulds = [stored.MOULD.read(data) for data in LoafMould.objects.values_list("data", flat=True)]
    return sorted(moulds, key=lambda mould: (mould.length_mm, mould.name))


def put_in(item: Scent | Colourant) -> None:
    """Put a scent or a colourant in, or in the place of the one with its key."""
    kind: Kind = "scent" if isinstance(item, Scent) else "colourant"
    data = stored.SCENT.write(item) if isinstance(item, Scent) else stored.COLOURANT.write(item)
    CupboardItem.objects.update_or_create(kind=kind, key=item.key, defaults={"data": data})


def take_out(kind: Kind, key: str) -> None:
    """Take a scent or a colourant out.

    :raises InputError: ``cupboard.in_use`` while a loaf names it; its plan would no longer hold
    """
    with transaction.atomic():
        for name, document in Loaf.objects.values_list("name", "document"):
            if key in _named(kind, document):
                raise InputError.one(
                    "cupboard.in_use", kind, key, f"{name} uses it", "Change the loaf first, or let it stay here."
                )
        CupboardItem.objects.filter(kind=kind, key=key).delete()


def _named(kind: Kind, document: dict) -> set[str]:  # type: ignore[type-arg]
    if kind == "scent":
        return {part["scent"] for blend in document.get("blends", ()) for part in blend["parts"]}
    return {dose["colourant"] for colour in document["colours"] for dose in colour.get("colourants", ())}


def count_stock(name: str, grams: float | None) -> None:
    """Note how much of a thing there is; ``None``: it is not counted any more."""
    if grams is None:
        Stock.objects.filter(name=name).delete()
    else:
        Stock.objects.update_or_create(name=name, defaults={"grams": grams})
