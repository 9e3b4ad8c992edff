"""Plans of saved loaves, kept while neither the loaf nor the cupboard has changed.

Looking at a season plans every loaf in it; most of them have been planned just so before.
"""

from __future__ import annotations

import json
from functools import lru_cache

from archtop.core import Cupboard, LoafPlan, plan, read_loaf
from archtop.core import Loaf as Document
from archtop.studio.models import Loaf

__all__ = ["Plans"]


class Plans:
    """Plans with one cupboard."""

    def __init__(self, cupboard: Cupboard) -> None:
        self._cupboard = cupboard.model_dump_json()

    def of(self, loaf: Loaf) -> tuple[Document, LoafPlan]:
        """A loaf's document and plan.

        :raises InputError: it does not plan
        """
        return _planned(json.dumps(loaf.document, sort_keys=True), self._cupboard)


@lru_cache(maxsize=200)
def _planned(document: str, cupboard: str) -> tuple[Document, LoafPlan]:
    loaf = read_loaf(json.loads(document))
    return loaf, plan(loaf, Cupboard.model_validate_json(cupboard))
