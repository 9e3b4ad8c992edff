"""How a studio writes numbers and days, prints and counts money, and how warm its room is: asked once."""

from __future__ import annotations

from typing import Annotated, Literal

from django.db import transaction
from pydantic import Field

from archtop.core import Loaf as Document
from archtop.core.base import Counting
from archtop.studio.models import Setting

__all__ = ["CURRENCY_LETTERS", "House", "house_of_studio", "in_the_house", "save_house"]

CURRENCY_LETTERS = 8
_HOUSE, _CURRENCY = "house", "currency"


class House(Counting):
    """``paper``: ``None`` goes with the units. ``currency``: its sign; empty, that of the units. ``room_c``: of the
    room that new loaves are made in.
    """

    week_begins: Literal["Monday", "Sunday"] = "Monday"
    paper: Literal["A4", "Letter"] | None = None
    currency: Annotated[str, Field(max_length=CURRENCY_LETTERS)] = ""
    room_c: Annotated[float, Field(ge=5, le=40)] = 21.0


def house_of_studio() -> House:
    """As it was said; usual where nothing was."""
    chosen = dict(Setting.objects.filter(key__in=(_HOUSE, _CURRENCY)).values_list("key", "value"))
    house, currency = chosen.get(_HOUSE), str(chosen.get(_CURRENCY, ""))
    return House.model_validate({**(house or {}), "currency": currency})


def save_house(house: House) -> House:
    """Keep what was chosen."""
    kept = house.model_dump(mode="json", exclude={"currency"})
    with transaction.atomic():
        Setting.objects.update_or_create(key=_HOUSE, defaults={"value": kept})
        if house.currency:
            Setting.objects.update_or_create(key=_CURRENCY, defaults={"value": house.currency})
        else:
            Setting.objects.filter(key=_CURRENCY).delete()
    return house_of_studio()


def in_the_house(document: Document) -> Document:
    """A new loaf in this studio's room."""
    sizing = document.sizing.model_copy(update={"room_c": house_of_studio().room_c})
    return document.model_copy(update={"sizing": sizing})
