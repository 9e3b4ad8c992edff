"""Kneaded from soap dough, in one part or several."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from archtop.core.trade.dough_parts import DoughPart, dough_ml
from archtop.core.trade.ways.kneading import KNEAD, REST, WRAPPED
from archtop.core.trade.ways.way import Made, Told, WaitOf, Way, whole, with_waste

__all__ = ["DoughMake"]


class DoughMake(Way):
    """The parts are of one piece, each in the piece's colour or its own."""

    label = "Soap dough"
    help = "Kneaded and shaped from dough; parts joined while damp."
    pot = "dough"
    cast = False
    verb = "Mix the dough for"
    then = ("Knead and shape", 60)
    firms_h = 12
    waits = {
        "any": WaitOf(24, 240, "Dough rests covered until it no longer sticks; then it is shaped and left to firm.")
    }

    fresh = {"parts": [{"shape": "ball", "across": 10, "long": 10, "thick": 2, "count": 1, "colour": ""}]}

    kind: Literal["dough"] = "dough"
    parts: Annotated[tuple[DoughPart, ...], Field(min_length=1, max_length=60)]
    waste_percent: Annotated[float, Field(ge=0, le=100)] = 10.0

    def made(self, count: int) -> Made:
        """Volumes of the parts, and what stays on hands and board."""
        each = sum(dough_ml(self.parts, 1, 0).values())
        by_colour = dough_ml(self.parts, count, self.waste_percent)
        says = f"{len(self.parts)} shapes a piece, {self.waste_percent:g} % for hands and board"
        found = with_waste(whole(each, count, 1, says), sum(by_colour.values()) - each * count)
        return found.model_copy(update={"by_colour": by_colour})

    def colours(self, own: str) -> tuple[str, ...]:
        """Those of its parts."""
        return tuple(part.colour or own for part in self.parts)

    def references(self) -> tuple[tuple[str, str], ...]:
        """The parts' own colours."""
        return tuple((f"parts.{i}.colour", part.colour) for i, part in enumerate(self.parts) if part.colour)

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:  # noqa: ARG002
        """Kneaded, shaped, joined, rested."""
        shapes = ", ".join(f"{part.count} × {part.shape}" for part in self.parts)
        steps = [KNEAD, Told("shape", "shape", f"Shape {count} × {name}", f"{shapes} to each. {WRAPPED}")]
        if sum(part.count for part in self.parts) > 1:
            steps.append(
                Told(
                    "join",
                    "shape",
                    "Join the parts",
                    "Score both faces, damp them, press and smooth the seam. Fine parts last.",
                )
            )
        return (*steps, REST)
