"""Plans of loaves, kept while neither the document nor what it draws on has changed.

Looking at a season plans every loaf in it; most of them have been planned just so before. A document that is drawn,
saved and pressed at the bench was planned when it was typed. A loaf that is mixed at once with another is planned with
what that takes of it, as it stands saved.
"""

from __future__ import annotations

import json
import uuid
from collections.abc import Iterator
from functools import cached_property, lru_cache
from typing import NamedTuple

from archtop.core import Cupboard, InputError, LoafPlan, Lot, ResolvedLoaf, plan_of, read_loaf, resolve
from archtop.core import Loaf as Document
from archtop.core.pots import FromBatch, Handed, Pot, PotHeat, Sharing, handed_of, why_apart
from archtop.studio.models import Loaf

__all__ = ["PlannedLoaf", "Plans", "not_mixed_in"]


class PlannedLoaf(NamedTuple):
    """A loaf with its plan."""

    of: ResolvedLoaf
    result: LoafPlan

    @property
    def document(self) -> Document:
        """The loaf's document."""
        return self.of.loaf

    @property
    def own_pot(self) -> tuple[Pot, PotHeat]:
        """The pot of the loaf itself, and how warm it is worked."""
        return self.result.pots[-1], self.result.heats[-1]


class Plans:
    """Plans with one cupboard."""

    def __init__(self, cupboard: Cupboard) -> None:
        # What moves on the shelf changes the plans of those loaves alone that name it.
        self._lots = {json.dumps(key): lot for key, lot in cupboard.lots.items()}
        self._cupboard = cupboard.model_copy(update={"lots": {}}).model_dump_json()

    def of(self, loaf: Loaf) -> PlannedLoaf:
        """A saved loaf resolved, and its plan.

        :raises InputError: it does not plan
        """
        return self._shared(json.dumps(loaf.document, sort_keys=True), str(loaf.pk))

    def of_document(self, document: Document, loaf: uuid.UUID | None = None) -> PlannedLoaf:
        """A document as it stands, saved or not.

        :param loaf: whose it is, if it is one's
        :raises InputError: it does not plan
        """
        return self._shared(json.dumps(document.model_dump(mode="json"), sort_keys=True), str(loaf or ""))

    def alone(self, loaf: Loaf) -> PlannedLoaf:
        """A saved loaf as if it were mixed by itself.

        :raises InputError: it does not plan
        """
        return self._alone(json.dumps(loaf.document, sort_keys=True))

    def _shared(self, document: str, ident: str) -> PlannedLoaf:
        alone = self._alone(document)
        sharing = self._sharing(alone, ident)
        return self._alone(document, sharing) if sharing != Sharing() else alone

    def _alone(self, document: str, sharing: Sharing | None = None) -> PlannedLoaf:
        named = tuple(lot.model_dump_json() for key, lot in self._lots.items() if key in document)
        return _planned(document, self._cupboard, named, sharing.model_dump_json() if sharing else "")

    @cached_property
    def _takers(self) -> list[Loaf]:
        return list(Loaf.objects.filter(put_away=False, document__batter_from__loaf__isnull=False))

    def _sharing(self, own: PlannedLoaf, ident: str) -> Sharing:
        if own.document.batter_from:
            return self._taking(own, own.document.batter_from.loaf, ident)
        gives: list[Handed] = []
        days: list[str] = []
        for row, found in self._taking_from(ident):
            if not why_apart(own.own_pot, found.own_pot):
                gives.append(handed_of(str(row.pk), row.name, found.own_pot[0]))
                days += _other_days(own.document, found.document)
        return Sharing(gives=tuple(gives), other_days=tuple(days))

    def _taking_from(self, ident: str) -> Iterator[tuple[Loaf, PlannedLoaf]]:
        for row in self._takers if ident else ():
            if row.document["batter_from"]["loaf"] == ident and str(row.pk) != ident:
                try:
                    yield row, self.alone(row)
                except InputError:
                    continue

    def _taking(self, own: PlannedLoaf, giver: str, ident: str) -> Sharing:
        name = own.document.batter_from.name if own.document.batter_from else giver
        row = Loaf.objects.filter(pk=giver, put_away=False).first()
        if row is None or str(row.pk) == ident:
            return Sharing(told=(f"It was to be mixed with {name}, which is not among the loaves of this studio.",))
        try:
            found = self.alone(row)
        except InputError as error:
            return Sharing(told=(f"It was to be mixed with {row.name}, which cannot be planned: {error.in_words}",))
        why_not = not_mixed_in(own, found)
        if why_not:
            return Sharing(told=(f"It cannot be mixed with {row.name}: {'; '.join(why_not)}.",))
        days = tuple(_other_days(own.document, found.document))
        return Sharing(takes=FromBatch(loaf=str(row.pk), name=row.name), other_days=days)


def not_mixed_in(own: PlannedLoaf, giver: PlannedLoaf) -> tuple[str, ...]:
    """Why a loaf cannot be mixed in the batter of another, in words; none: it can."""
    if giver.document.batter_from:
        return (f"{giver.document.name} is itself mixed with {giver.document.batter_from.name}",)
    return why_apart(own.own_pot, giver.own_pot)


def _other_days(one: Document, other: Document) -> Iterator[str]:
    if one.pour_on and other.pour_on and one.pour_on != other.pour_on:
        yield (
            f"It is mixed at once with {other.name}, but poured on {one.pour_on:%-d %B}, {other.name} on "
            f"{other.pour_on:%-d %B}."
        )


@lru_cache(maxsize=200)
def _planned(document: str, cupboard: str, named: tuple[str, ...], sharing: str) -> PlannedLoaf:
    lots = {lot.key: lot for lot in map(Lot.model_validate_json, named)}
    there = Cupboard.model_validate_json(cupboard).model_copy(update={"lots": lots})
    of = resolve(read_loaf(json.loads(document)), there)
    return PlannedLoaf(of, plan_of(of, Sharing.model_validate_json(sharing)) if sharing else plan_of(of))
