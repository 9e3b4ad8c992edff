"""What every pour technique must say of itself, and what a cut face lends it to be drawn with.

Ranges of yield stress are common practice in the stages of trace, no source; the stages' own stresses are estimates.
"""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Sequence
from typing import ClassVar, NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Kind
from archtop.core.trade.turns import turns_of

__all__ = ["Ground", "Here", "Stream", "Suits", "Technique"]


class Suits(NamedTuple):
    """From and to which yield stress a technique works [Pa], and what happens below and above."""

    least: float
    most: float
    thin: str
    thick: str


class Here(NamedTuple):
    """A pour in one section: which step of the work, its colours by number with their shares (adding up to one), the
    level before and after [mm], the area it adds [mm²].
    """

    step: int
    colours: Sequence[int]
    shares: Sequence[float]
    before: float
    after: float
    area: float


class Stream(NamedTuple):
    """One pass: where it runs across the section [mm], how much it adds to it [mm²], and the number of its source."""

    x: float
    area: float
    source: int


class Ground(Protocol):
    """The section that a technique pours into."""

    @property
    def half(self) -> float:
        """Half the section's width, straightened [mm]."""

    @property
    def crowded(self) -> bool:
        """Whether embeds stand in it."""

    @property
    def along(self) -> float:
        """Where along the loaf it lies, from 0 at the front to 1."""

    def source(self, step: int, colour: int) -> int:
        """Number of a source of one colour."""

    def pot_source(self, step: int, pot: tuple[Sequence[int], Sequence[float], float, float, float, float]) -> int:
        """Number of a source that is a pot's stream: colours, shares, turns, start, share that is over, its span."""

    def at(self, x: float, *what: object) -> float:
        """A place across as it strays along the loaf [mm]."""

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one thing."""

    def level(self, source: int, low: float, high: float) -> None:
        """Batter that lies level between two heights."""

    def lean(self, source: int, side: float, before: float, high: float) -> None:
        """Batter that leans from a wall (−1: left, 1: right)."""

    def spread(self, count: int, random: np.random.Generator) -> NDArray[np.float64]:
        """Places over the width (−1 to 1), evenly and yet by chance, in the order they are poured."""


class Technique(Kind):
    """A way batter goes into the mould. ``through``: whether its streams are to break what they fall onto.

    ``higher_helps``: whether falling farther makes up for batter that is too thick.
    """

    kind: str
    suits: ClassVar[Suits]
    through: ClassVar[bool] = False
    higher_helps: ClassVar[bool] = False

    @abstractmethod
    def says(self, fall_mm: float) -> str:
        """What the bench says, after the colours with their shares."""

    def lies_flat(self) -> bool:
        """Whether it lies as it runs, while it breaks nothing that it falls onto."""
        return False

    def lay_flat(self, ground: Ground, here: Here) -> None:
        """Pour it where it breaks nothing."""
        ground.level(ground.source(here.step, here.colours[0]), here.before, here.after)

    @abstractmethod
    def streams(self, ground: Ground, here: Here) -> list[Stream]:
        """Where each pass runs and what it brings."""


def by_turns(ground: Ground, here: Here, count: int) -> list[Stream]:
    """Colours taking turns over so many passes spread over the width, as their shares allow."""
    lines = turns_of(here.colours, here.shares, count)
    where = ground.spread(len(lines), ground.random("streams", here.step))
    return [
        Stream(ground.at(where[n] * ground.half, here.step, n), here.area * share, ground.source(here.step, colour))
        for n, (colour, share) in enumerate(lines)
    ]
