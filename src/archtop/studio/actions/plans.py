"""Plans of loaves, kept while neither the document nor what it draws on has changed.

Looking at a season plans every loaf in it; most of them have been planned just so before. A document that is drawn,
saved and pressed at the bench was planned when it was typed.
"""

from __future__ import annotations

import json
from functools import lru_cache
from typing import NamedTuple

from archtop.core import Cupboard, LoafPlan, Lot, ResolvedLoaf, plan_of, read_loaf, resolve
from archtop.core import Loaf as Document
from archtop.studio.models import Loaf

__all__ = ["PlannedLoaf", "Plans"]


class PlannedLoaf(NamedTuple):
    """A loaf with its plan."""

    of: ResolvedLoaf
    result: LoafPlan

    @property
    def document(self) -> Document:
        """The loaf's document."""
        return self.of.loaf


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
        return self._planned(json.dumps(loaf.document, sort_keys=True))

    def of_document(self, document: Document) -> PlannedLoaf:
        """A document as it stands, saved or not.

        :raises InputError: it does not plan
        """
        return self._planned(json.dumps(document.model_dump(mode="json"), sort_keys=True))

    def _planned(self, document: str) -> PlannedLoaf:
        named = tuple(lot.model_dump_json() for key, lot in self._lots.items() if key in document)
        return _planned(document, self._cupboard, named)


@lru_cache(maxsize=200)
def _planned(document: str, cupboard: str, named: tuple[str, ...]) -> PlannedLoaf:
    lots = {lot.key: lot for lot in map(Lot.model_validate_json, named)}
    there = Cupboard.model_validate_json(cupboard).model_copy(update={"lots": lots})
    of = resolve(read_loaf(json.loads(document)), there)
    return PlannedLoaf(of, plan_of(of))
