"""What things cost, what an hour of hands does, and in which currency."""

from __future__ import annotations

from collections.abc import Mapping

from django.db import transaction

from archtop.core.base import Frozen
from archtop.studio.models import Price, Setting

__all__ = ["Prices", "prices_of_studio", "save_prices"]

_CURRENCY, _PER_HOUR = "currency", "per_hour"


class Prices(Frozen):
    """Prices for a kilogram by the stock's names, and for an hour of hands (0: not counted).

    ``currency``: its sign; empty until one was chosen, and then that of the units in use.
    """

    currency: str
    per_hour: float
    per_kg: dict[str, float]


def prices_of_studio() -> Prices:
    """All that is known."""
    chosen = dict(Setting.objects.filter(key__in=(_CURRENCY, _PER_HOUR)).values_list("key", "value"))
    return Prices(
        currency=str(chosen.get(_CURRENCY, "")),
        per_hour=float(chosen.get(_PER_HOUR, 0.0)),
        per_kg=dict(Price.objects.values_list("name", "per_kg")),
    )


def save_prices(per_kg: Mapping[str, float | None], currency: str | None = None, per_hour: float | None = None) -> None:
    """Write some prices down; ``None``: it has no price any more."""
    with transaction.atomic():
        for key, value in ((_CURRENCY, currency), (_PER_HOUR, per_hour)):
            if value is not None:
                Setting.objects.update_or_create(key=key, defaults={"value": value})
        for name, price in per_kg.items():
            if price is None:
                Price.objects.filter(name=name).delete()
            else:
                Price.objects.update_or_create(name=name, defaults={"per_kg": price})
