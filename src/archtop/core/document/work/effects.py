"""What a step of the work does: to the mould as it fills, and to a cut face. Each kind says it; these carry it out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple, Protocol

from archtop.core.document.work.batter_pour import BatterPour
from archtop.core.document.work.wire import Wire

__all__ = ["Filled", "Filling", "Pressed", "Telling"]


class Filled(NamedTuple):
    """What a step brings into the mould, all mm³: in all, of it no batter, what batter shares with what is stirred in.

    ``crowded``: how much of the surface is taken then [%].
    """

    added: float = 0.0
    stirred: float = 0.0
    room: float = 0.0
    crowded: float = 0.0


@dataclass(frozen=True)
class Pressed:
    """So many pieces of a kind pressed in, so much of each under the surface [%]."""

    pieces: str
    count: int
    sunk_percent: float


class Filling(Protocol):
    """The mould as it fills."""

    def pour(self, step: BatterPour, i: int) -> Filled:
        """Batter up to a level."""

    def lay(self, embed: str, i: int) -> Filled:
        """A solid goes in, and the level finds its place around it."""

    def press(self, pressed: Pressed, i: int) -> Filled:
        """Pieces go under in part, and the level rises."""

    def leave(self, name: str, do: str, i: int) -> Filled:
        """Something is done to what has been poured, and the level stays; refused where nothing has been."""


class Telling(Protocol):
    """A cut face as the work is told for it; heights are those of the straightened section [mm]."""

    def pour(self, step: BatterPour, i: int, heights: tuple[float, float]) -> None:
        """New batter between two heights, as its technique brings it."""

    def lay(self, embed: str, heights: tuple[float, float]) -> None:
        """A solid that stands there from now on."""

    def settle(self, heights: tuple[float, float]) -> None:
        """What lies there is stretched from one height to the other."""

    def draw(self, wire: Wire, i: int, level: float) -> None:
        """A wire drawn through it."""

    def stir(
        self, i: int, strokes: Sequence[Sequence[tuple[float, float]]], stick: tuple[float, float], level: float
    ) -> None:
        """A stick drawn through from above, along the loaf (0-1) and across it (−1 to 1); how deep and wide it is."""

    def line(self, i: int, colour: str, volume_mm3: float, level: float, *, slips: bool = False) -> None:
        """So much spread over the level: the uppermost of what has been poured takes its colour.

        ``slips``: whether the next pour carries it away.
        """
