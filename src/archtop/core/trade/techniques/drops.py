"""Drop swirl: thin streams from high up that plunge into what lies there."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, by_turns

__all__ = ["Drops"]


class Drops(Technique):
    """Colours taking turns in ``passes`` end to end."""

    label = "Drop swirl"
    help = "Thin streams from high up, end to end, colours taking turns: they plunge into what lies there."
    suits = Suits(1.0, 30.0, "colours run into each other and blur", "it lies on top in ropes and sinks no more")
    through = True
    higher_helps = True

    kind: Literal["drops"] = "drops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6

    def says(self, fall_mm: float) -> str:
        """How many passes, from how high."""
        return f"Drop swirl: {self.passes} passes end to end, {fall_mm:.0f} mm up, colours taking turns."

    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """One after the other over the width."""
        return by_turns(ground, here, max(self.passes, len(here.colours)))
