"""Mini drops: many fine drops from a bottle with a nozzle."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, by_turns

__all__ = ["MiniDrops"]


class MiniDrops(Technique):
    """At least three passes of each colour."""

    label = "Mini drops"
    help = "From a bottle with a fine nozzle: many small drops that sink a little."
    suits = Suits(1.0, 20.0, "drops run into each other and blur", "it no longer leaves the nozzle in drops that sink")
    through = True
    higher_helps = True

    kind: Literal["mini drops"] = "mini drops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6

    def says(self, fall_mm: float) -> str:  # noqa: ARG002
        """The bottle, and how often."""
        return f"Mini drops: from a bottle with a fine nozzle, {self.passes} passes or more."

    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """One after the other over the width."""
        return by_turns(ground, here, max(self.passes, 3 * len(here.colours)))
