"""Flowers and the like, piped ahead and left to firm."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.ways.way import Made, Told, WaitOf, Way, whole

__all__ = ["PipedMake"]


class PipedMake(Way):
    """Piped ahead."""

    label = "Piped ahead"
    help = "Piped onto paper about two days before, and left to firm."
    pot = "piped"
    cast = False
    verb = "Pipe"
    then = ("Lift", 10)
    waits = {"any": WaitOf(48, 336, "Piped flowers firm for about two days before they are pressed in.")}

    fresh = {"piece_ml": 8}

    kind: Literal["piped"] = "piped"
    piece_ml: Annotated[float, Field(ge=0.001, le=500)]

    def made(self, count: int) -> Made:
        """As much as each takes."""
        return whole(self.piece_ml, count, 1, "piped ahead")

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:  # noqa: ARG002
        """Lifted off the paper."""
        return (Told("made", "wait", f"Lift {name} off the paper", "Once they are firm through; a bent one is kept."),)
