"""Layer: batter that runs level over what lies there."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from archtop.core.trade.techniques.technique import BREAKING_PASSES, Ground, Here, Stream, Suits, Technique

__all__ = ["Layer"]


class Layer(Technique):
    """One colour poured level. Of several colours it is a pot swirl: see :func:`technique_of`."""

    label = "Layer"
    help = "One colour that runs level, low over a spatula. Several colours in one pour leave their pot as a pot swirl."
    suits = Suits(0.0, 150.0, "", "it no longer runs level: spread it with a spatula and tap, or it leaves holes")

    kind: Literal["layer"] = "layer"

    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:  # noqa: ARG002
        """Nothing more than its colour."""
        return ""

    def lies_flat(self) -> bool:
        """It does."""
        return True

    def pours(self, ground: Ground, here: Here) -> None:
        """Level; falling so hard that it breaks through, it comes in passes over all the width."""
        source = ground.source(here.step, here.colours[0])
        if not ground.breaks(here):
            ground.level(source, here.before, here.after, ground.uneven(here))
            return
        where = ground.spread(BREAKING_PASSES, ground.random("streams", here.step))
        ground.passes(
            here,
            [
                Stream(ground.at(x * ground.half, here.step, n), here.area / BREAKING_PASSES, source)
                for n, x in enumerate(where)
            ],
        )
