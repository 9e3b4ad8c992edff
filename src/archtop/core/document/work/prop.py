"""What holds a column in its place until batter does."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from archtop.core.document.ids import Id, Name
from archtop.core.document.work.effects import Filled, Filling, Telling
from archtop.core.document.work.kind import NamedStep, StepKind
from archtop.core.document.work.words import Around, Words

__all__ = ["Prop", "prop_of"]


class Prop(NamedStep):
    """Skewers, a thread or a block that hold a column.

    ``until``: the pour after which they come out; ``None``: they stay until the loaf is firm.
    """

    label = "Prop a column"
    help = "Skewers, a thread or a block that hold a column until the batter carries it."

    do: Literal["prop"] = "prop"
    name: Name = "Skewers"
    embed: Id
    until: Id | None = None

    def fills(self, mould: Filling, i: int) -> Filled:  # noqa: ARG002
        """The level stays; it may stand there before anything is poured."""
        return Filled()

    def tells(self, face: Telling, i: int, heights: tuple[float, float]) -> None:
        """It is out again before anything is cut."""

    def words(self, around: Around) -> Words:
        """What it holds, and how long."""
        until = f"until {around.pours[self.until]} is in" if self.until else "until the loaf is firm"
        detail = f"{self.name} hold {around.embeds[self.embed]} where it is to be {until}: nothing rests on the batter."
        return Words("prop", f"Set {self.name} for {around.embeds[self.embed]}", detail, ())

    def out(self, held: str) -> tuple[str, str]:
        """Title and detail of the step that takes it out from what it holds."""
        close = "and close the holes with a spoon" if self.until else "before the wire comes near"
        return f"Take {self.name} out from {held}", f"Slowly, straight out, {close}."


def prop_of(work: Iterable[StepKind], embed: str) -> Prop | None:
    """What holds a column, by its id, if anything does."""
    return next((step for step in work if isinstance(step, Prop) and step.embed == embed), None)
