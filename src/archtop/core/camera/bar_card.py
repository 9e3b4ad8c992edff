"""The bar card: chequers that a bar hides, white to tell the light by, and the marks that say where it lies."""

from __future__ import annotations

from dataclasses import dataclass

from archtop.core.camera.marks import Mark

__all__ = ["BAR_CARD", "BarCard"]


@dataclass(frozen=True)
class BarCard:
    """What is printed on it [mm]: chequers of ``cell_mm`` out to ``half_mm`` on each side of its middle, plain paper
    round them out to ``white_to_mm``, marks beyond.

    Soap of every colour hides chequers, whether it is as white as the paper or as dark as the ink.
    """

    half_mm: float
    cell_mm: float
    white_to_mm: float
    marks: tuple[Mark, ...]


_AT = 83.0
# Eight of them: the bar, a hand or its shadow may lie over some.
_PLACES = ((-1, -1), (0, -1), (1, -1), (1, 0), (1, 1), (0, 1), (-1, 1), (-1, 0))

BAR_CARD = BarCard(
    half_mm=66.0,
    cell_mm=2.0,
    white_to_mm=74.0,
    # Numbers of their own: no other sheet is taken for it.
    marks=tuple(Mark(10 + i, _AT * x, _AT * y) for i, (x, y) in enumerate(_PLACES)),
)
