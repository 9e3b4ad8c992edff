"""Plans of loaves, kept while neither the document nor the cupboard has changed.

Looking at a season plans every loaf in it; most of them have been planned just so before. A document that is drawn,
saved and pressed at the bench was planned when it was typed.
"""

from __future__ import annotations

import json
from functools import lru_cache
from typing import NamedTuple

from archtop.core import Cupboard, LoafPlan, ResolvedLoaf, plan_of, read_loaf, resolve
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
        self._cupboard = cupboard.model_dump_json()

    def of(self, loaf: Loaf) -> PlannedLoaf:
        """A saved loaf resolved, and its plan.

        :raises InputError: it does not plan
        """
        return _planned(json.dumps(loaf.document, sort_keys=True), self._cupboard)

    def of_document(self, document: Document) -> PlannedLoaf:
        """A document as it stands, saved or not.

        :raises InputError: it does not plan
        """
        return _planned(json.dumps(document.model_dump(mode="json"), sort_keys=True), self._cupboard)


@lru_cache(maxsize=200)
def _planned(document: str, cupboard: str) -> PlannedLoaf:
    of = resolve(read_loaf(json.loads(document)), Cupboard.model_validate_json(cupboard))
    return PlannedLoaf(of, plan_of(of))
