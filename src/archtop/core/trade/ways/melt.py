"""Melted and poured from a base that is bought: no lye, but alcohol and heat."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.bases import BaseName
from archtop.core.trade.ways.way import Made, WaitOf, Way, whole

__all__ = ["MeltMake"]


class MeltMake(Way):
    """Poured from a melt-and-pour base."""

    label = "Melt and pour"
    help = "From a bought base: no lye, but heat, and alcohol against bubbles."
    pot = None
    cast = False
    verb = "Melt and pour"
    hard = True
    waits = {
        "any": WaitOf(3, None, "It sets in two or three hours and keeps; the older it is, the harder against a wire.")
    }

    fresh = {"piece_ml": 5}

    kind: Literal["melt"] = "melt"
    piece_ml: Annotated[float, Field(ge=0.001, le=5000)]
    base: BaseName = "clear base"

    @property
    def bought(self) -> BaseName | None:
        """Its own."""
        return self.base

    def made(self, count: int) -> Made:
        """Nothing is mixed for it."""
        return whole(self.piece_ml, count, 1, "melted, not mixed")
