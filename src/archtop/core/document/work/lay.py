"""An embed laid in."""

from __future__ import annotations

from typing import Literal

from archtop.core.base import Kind
from archtop.core.document.ids import Id
from archtop.core.document.work.words import Around, Words

__all__ = ["Lay"]


class Lay(Kind):
    """An embed laid into what has been poured so far."""

    label = "Lay in an embed"
    help = "An embed laid into what has been poured so far."

    do: Literal["lay"] = "lay"
    embed: Id

    def words(self, around: Around) -> Words:
        """Which way it lies, and from when on it is carried."""
        detail = f"{around.lies.get(self.embed, '')} {around.waits.get(self.embed, '')}".strip()
        return Words("lay", f"Lay in {around.embeds[self.embed]}", detail)
