"""What every pour technique must say of itself, and what a cut face lends it to be drawn with.

Ranges of yield stress are common practice in the stages of trace, no source; the stages' own stresses are estimates.
"""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Callable, Mapping, Sequence
from typing import ClassVar, Final, NamedTuple, Protocol, TypeVar

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Kind
from archtop.core.trade.pot import Pot
from archtop.core.trade.turns import turns_of

__all__ = ["BREAKING_PASSES", "Ground", "Here", "Stream", "Suits", "Technique"]


T = TypeVar("T")

# Batter that falls so hard that it breaks through what was to carry it comes in so many passes.
BREAKING_PASSES: Final = 8


class Suits(NamedTuple):
    """From and to which yield stress a technique works [Pa], and what happens below and above."""

    least: float
    most: float
    thin: str
    thick: str


class Here(NamedTuple):
    """A pour in one section: which step of the work, its colours by number with their shares (adding up to one), the
    level before and after [mm], the area it adds [mm²], how thick it is [Pa], how far it falls [mm].

    ``ids``: of its colours, in the document. ``y``: where along the loaf the section is [mm], and ``over``: how much of
    the pour lies nearer the front (0-1); ``ys`` and ``areas``: what it adds all along the loaf [mm, mm²], each of shape
    (n,). ``deep_mm``: how deep its streams go, where that is told.
    """

    step: int
    colours: Sequence[int]
    shares: Sequence[float]
    before: float
    after: float
    area: float
    pa: float
    fall_mm: float
    y: float
    over: float
    ys: NDArray[np.float64]
    areas: NDArray[np.float64]
    ids: Sequence[str] = ()
    deep_mm: float | None = None


class Stream(NamedTuple):
    """One pass: where it runs across the section [mm], how much it adds to it [mm²], and the number of its source.

    ``fall``: the share of the pour's fall that it falls there.
    """

    x: float
    area: float
    source: int
    fall: float = 1.0


class Ground(Protocol):
    """The section that a technique pours into; columns are places evenly across it, ``xs`` [mm]."""

    @property
    def half(self) -> float:
        """Half the section's width, straightened [mm]."""

    @property
    def xs(self) -> NDArray[np.float64]:
        """The columns' places across, from −half to half [mm]."""

    @property
    def crowded(self) -> bool:
        """Whether embeds stand in it."""

    @property
    def stirs(self) -> float:
        """How far a pot is twisted here against what is said of it [-]."""

    def source(self, step: int, colour: int) -> int:
        """Number of a source of one colour."""

    def pot_source(self, step: int, pot: Pot, over: float, lies: float) -> int:
        """Number of a source that is a pot's stream when such a share of it is over; how far it lies down (−1 to 1)."""

    def at(self, x: float, *what: object) -> float:
        """A place across as it strays along the loaf [mm]."""

    def random(self, *what: object) -> np.random.Generator:
        """The same chance every time for one thing."""

    def once(self, make: Callable[[], T], *what: object) -> T:
        """What is the same in every section as wide as this one, made but once."""

    def breaks(self, here: Here) -> bool:
        """Whether a layer falls so hard that it breaks through what it falls onto."""

    def level(self, source: int, low: float, high: float, edge: int = -1) -> None:
        """Batter that lies level between two heights; ``edge``: number of its uneven underside."""

    def uneven(self, here: Here) -> int:
        """Number of the boundary under a pour."""

    def shaped(self, here: Here) -> bool:
        """Whether what it comes onto was shaped by a spoon."""

    def above(self, source: int, heights: NDArray[np.float64]) -> None:
        """Batter above a boundary of any shape, a height to each column [mm]; infinite where it does not reach."""

    def lean(self, source: int, side: float, before: float, high: float) -> None:
        """Batter that leans from a wall (−1: left, 1: right)."""

    def eddies(self, top: float, strength_mm: float, *what: object) -> None:
        """Batter led about by chance, by about so far."""

    def passes(self, here: Here, streams: Sequence[Stream], eddies_mm: float = 0.0) -> None:
        """In passes along the loaf, led about by so much after each."""

    def pierce(self, here: Here, xs: Sequence[float]) -> None:
        """Streams that go through the pour they belong to, and into what is under it."""

    def inside(self, here: Here) -> Ground:
        """The room the pour takes, told by itself from the height 0 up: what is under it stays as it is."""

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
    def says(self, fall_mm: float, colours: Mapping[str, str]) -> str:
        """What the bench says, after the colours with their shares.

        :param fall_mm: how far it falls [mm]
        :param colours: their names by id, in the pour's order
        """

    def lies_flat(self) -> bool:
        """Whether it lies as it runs, so that the mould is tapped after it."""
        return False

    @abstractmethod
    def pours(self, ground: Ground, here: Here) -> None:
        """Tell it as what it does to the section."""


def within(here: Here, room: Ground) -> tuple[Here, float]:
    """The pour as it is told in its own room, and how high that is [mm]."""
    height = here.area / (2 * room.half)
    return here._replace(before=0.0, after=height), height


def by_turns(ground: Ground, here: Here, count: int) -> list[Stream]:
    """Colours taking turns over so many passes spread over the width, as their shares allow."""
    lines = turns_of(here.colours, here.shares, count)
    where = ground.spread(len(lines), ground.random("streams", here.step))
    return [
        Stream(ground.at(where[n] * ground.half, here.step, n), here.area * share, ground.source(here.step, colour))
        for n, (colour, share) in enumerate(lines)
    ]
