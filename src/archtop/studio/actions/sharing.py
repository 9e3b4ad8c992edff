"""Loaves that another could be mixed with."""

from __future__ import annotations

import datetime as dt

from archtop.core import InputError
from archtop.core.base import LOAF, Frozen
from archtop.studio.actions.bench import standing
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans, not_mixed_in
from archtop.studio.models import Loaf

__all__ = ["BatterOffer", "batter_offers"]

_MIXED = str(LOAF.step("mix"))


class BatterOffer(Frozen):
    """A loaf in whose mixing another could be mixed; ``why_not``: what stands in the way, in words."""

    loaf: str
    name: str
    pour_on: dt.date | None
    why_not: tuple[str, ...]


def batter_offers(loaf: Loaf) -> list[BatterOffer]:
    """Every other loaf still to be mixed, with what stands against mixing this one in it; the fitting ones first.

    :raises InputError: the loaf itself does not plan
    """
    plans = Plans(cupboard_of_studio(loaf))
    own, offers = plans.alone(loaf), []
    others = Loaf.objects.filter(owner=loaf.owner_id, put_away=False).exclude(pk=loaf.pk).prefetch_related("bench")
    for row in others:
        if _MIXED in standing(row.bench.all()):
            continue
        try:
            found = plans.alone(row)
        except InputError:
            continue
        why_not = not_mixed_in(own, found)
        offers.append(BatterOffer(loaf=str(row.pk), name=row.name, pour_on=found.document.pour_on, why_not=why_not))
    return sorted(offers, key=lambda offer: (len(offer.why_not) > 0, offer.name))
