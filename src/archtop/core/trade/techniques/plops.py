"""Plops: thick batter by the spoon, row beside row."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.techniques.technique import Ground, Here, Stream, Suits, Technique, by_turns

__all__ = ["Plops"]


class Plops(Technique):
    """``passes``: rows of spoonfuls."""

    label = "Spooned plops"
    help = "Thick batter by the spoon, each row beside the last."
    suits = Suits(25.0, 200.0, "it runs level and no plop is seen", "spoonfuls leave air between them")

    kind: Literal["plops"] = "plops"
    passes: Annotated[int, Field(ge=1, le=60)] = 6

    def says(self, fall_mm: float) -> str:  # noqa: ARG002
        """The spoon, and how many rows."""
        return f"In plops: by the spoon, {self.passes} rows, each beside the last."

    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """One after the other over the width."""
        return by_turns(ground, here, max(self.passes, len(here.colours)))
