"""Alcohol between two layers."""

from __future__ import annotations

from typing import Literal

from archtop.core.document.ids import Name
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep
from archtop.core.document.work.words import Around, Words

__all__ = ["Spritz"]


class Spritz(NamedStep):
    """Alcohol over what lies there, so that what comes next binds to it."""

    label = "Spritz the surface"
    help = "Alcohol over what lies there: the next layer binds, and no ash or bubbles are shut in."

    do: Literal["spritz"] = "spritz"
    name: Name = "Spritz"

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level stays."""
        return mould.leave(self.name, self.do, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """Nothing is seen of it."""

    def words(self, around: Around) -> Words:  # noqa: ARG002
        """From how far, and how much."""
        detail = "A thin mist from an arm's length over all that lies there, no puddles; then go on at once."
        return Words("spritz", f"Spritz the surface: {self.name}", detail, ())
