"""An embed laid in."""

from __future__ import annotations

from typing import Literal

from archtop.core.document.ids import Id
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import StepKind
from archtop.core.document.work.words import Around, Words

__all__ = ["Lay"]


class Lay(StepKind):
    """An embed laid into what has been poured so far."""

    label = "Lay in an embed"
    help = "An embed laid into what has been poured so far."

    do: Literal["lay"] = "lay"
    embed: Id

    @property
    def ref(self) -> str:
        """What its step is known by: the embed."""
        return self.embed

    def fills(self, mould: Filling, i: int) -> Filled:
        """The level rises around it."""
        return mould.lay(self.embed, i)

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:  # noqa: ARG002
        """It stands in the face."""
        face.lay(self.embed, heights)

    def words(self, around: Around) -> Words:
        """Which way it lies, and from when on it is carried."""
        detail = f"{around.lies.get(self.embed, '')} {around.waits.get(self.embed, '')}".strip()
        return Words("lay", f"Lay in {around.embeds[self.embed]}", detail)
