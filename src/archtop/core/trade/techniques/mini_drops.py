"""Mini drops: many fine drops from a bottle with a nozzle."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.techniques.technique import Ground, Here, Suits, Technique, by_turns

__all__ = ["MiniDrops"]


# A bottle is led to and fro as it goes along: a pass of it is seen so many times in a section (a stated guess).
_LINES = 2


class MiniDrops(Technique):
    """At least three passes of each colour. ``deep_mm``: how deep the bottle is pressed to send them, where that is
    told; else as deep as they fall.
    """

    label = "Mini drops"
    help = "From a bottle with a fine nozzle: many small drops that sink a little."
    suits = Suits(1.0, 20.0, "drops run into each other and blur", "it no longer leaves the nozzle in drops that sink")
    through = True
    higher_helps = True

    kind: Literal["mini drops"] = "mini drops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6
    deep_mm: Annotated[float, Field(ge=0, le=300)] | None = None

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """The bottle, how often, how deep."""
        deep = "" if self.deep_mm is None else f" Press so hard that they go about {self.deep_mm:g} mm deep."
        return f"Mini drops: from a bottle with a fine nozzle, {self.passes} passes or more.{deep}"

    def pours(self, ground: Ground, here: Here) -> None:
        """As drops, each as deep as the bottle is pressed."""
        lines = _LINES * max(self.passes, 3 * len(here.colours))
        ground.passes(here._replace(deep_mm=self.deep_mm), by_turns(ground, here, lines))
