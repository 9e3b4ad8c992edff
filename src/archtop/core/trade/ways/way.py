"""What every way of making small pieces must say of itself, and what pieces made so take."""

from __future__ import annotations

import math
from abc import abstractmethod
from collections.abc import Mapping
from typing import Annotated, ClassVar, Literal, NamedTuple

from pydantic import Field

from archtop.core.base import Frozen, Kind
from archtop.core.geometry import Layout
from archtop.core.trade.bases import BaseName

__all__ = [
    "AlsoTakes",
    "Made",
    "PotUse",
    "Size",
    "Size3",
    "Told",
    "WaitOf",
    "Way",
    "block",
    "oblong",
    "whole",
    "with_waste",
]

Size = Annotated[float, Field(ge=0.1, le=1000)]
Size3 = tuple[float, float, float]
PotUse = Literal["cavity", "slab", "dough", "piped"]

# A round thing's cell in the densest packing of a plane (Thue 1890), as a share of the square around it.
_ROUND_CELL = math.sqrt(3) / 2


class AlsoTakes(Frozen):
    """Batter of another colour that goes into the same pieces [ml], for all of them."""

    name: str
    colour: str
    takes_ml: float


class Made(Frozen):
    """One piece's volume, what all take to make, and what that leaves; ``layout`` of a cutter on one sheet.

    ``size_mm``: the box around a piece, longest side first; a cube of its volume where only the volume is known.
    ``footprint_mm2``: what one lying flat takes of a surface that is packed as closely as can be. ``by_colour``: what
    all take, where one pot is split into colours; the empty name is the pieces' own.
    """

    each_ml: float
    size_mm: tuple[float, float, float]
    takes_ml: float
    left_ml: float
    batches: int
    says: str
    footprint_mm2: float
    also: AlsoTakes | None = None
    by_colour: dict[str, float] = {}
    layout: Layout | None = None


class Told(NamedTuple):
    """A step of the bench in words: the end of its key, whether hands shape or wait, its title and its detail."""

    key: str
    do: Literal["shape", "wait", "cast"]
    title: str
    detail: str


class WaitOf(NamedTuple):
    """Earliest and latest sensible wait [h] of a thing so made, and why; common practice, no source."""

    earliest_h: float
    latest_h: float | None
    why: str


class Way(Kind):
    """A way of making small pieces.

    ``pot``: what kind of pot it takes, ``None`` where nothing is mixed for it; ``cast``: whether it fills a mould that
    stays full until it is turned out; ``verb`` and ``then``: what its two jobs in the schedule are called, and how long
    hands are at the second [min]; ``firms_h``: how long it firms after that, before it goes in [h]; ``waits``: by the
    mould's material, or for any; ``hard``: harder than a young loaf, so that it bends a wire; ``several``: whether
    several colours may be poured into each; ``shaped``: whether it gives them their shape, and not only a volume;
    ``soap``: what is not is bought and weighed as it is, and no blade goes through it.
    """

    kind: str
    pot: ClassVar[PotUse | None]
    cast: ClassVar[bool] = True
    verb: ClassVar[str] = "Cast"
    then: ClassVar[tuple[str, int]] = ("Turn out", 15)
    firms_h: ClassVar[float] = 0.0
    hard: ClassVar[bool] = False
    several: ClassVar[bool] = False
    shaped: ClassVar[bool] = False
    soap: ClassVar[bool] = True
    waits: ClassVar[Mapping[str, WaitOf]]

    @classmethod
    def traits(cls) -> tuple[str, ...]:
        """Whether several colours may be poured into each, and whether it gives them their shape."""
        return tuple(name for name in ("several", "shaped") if getattr(cls, name))

    @property
    def g_ml(self) -> float | None:
        """How dense it is [g/ml], where it is neither batter nor a base."""
        return None

    @property
    def bought(self) -> BaseName | None:
        """The base that it is melted from; none where batter is mixed for it."""
        return None

    @property
    def hollows(self) -> int | None:
        """How many one mould casts at once; none where any number is made at once."""
        return None

    @abstractmethod
    def made(self, count: int) -> Made:
        """What ``count`` pieces take.

        :raises InputError: when it cannot be made so
        """

    def colours(self, own: str) -> tuple[str, ...]:
        """Every colour that shows in a piece; ``own``: the pieces' own."""
        return (own,)

    def references(self) -> tuple[tuple[str, str], ...]:
        """Fields that name colours of the loaf, with the colour."""
        return ()

    def from_above(self, made: Made) -> tuple[tuple[float, float], ...] | None:  # noqa: ARG002
        """Corners of a piece that lies and is as high all over, around its middle and along its length [mm].

        ``None``: it is round above.
        """
        return None

    def roundness(self, made: Made) -> float:  # noqa: ARG002
        """How it falls away from its middle to the edge of its foot; 0: as high all over."""
        return 0.0

    def finishing(self, name: str, count: int, made: Made) -> tuple[Told, ...]:  # noqa: ARG002
        """Steps from the poured slab, the cavity or the bowl of dough to pieces on the shelf; the last is ``made``."""
        detail = f"{made.says.capitalize()}. Firm through first; trim flat."
        return (Told("made", "wait", f"Turn out {name}", detail),)


def whole(each_ml: float, count: int, batches: int, says: str, size: Size3 | None = None) -> Made:
    """Pieces without waste, lying like round ones; a cube of their volume where no size is known."""
    side = (each_ml * 1000) ** (1 / 3)
    a, b, c = sorted(size or (side, side, side), reverse=True)
    return Made(
        each_ml=each_ml,
        size_mm=(a, b, c),
        takes_ml=each_ml * count,
        left_ml=0.0,
        batches=batches,
        says=says,
        footprint_mm2=_ROUND_CELL * a * b,
    )


def block(each_ml: float, count: int, says: str, size: Size3) -> Made:
    """What is cut square lies side by side without gaps."""
    found = whole(each_ml, count, 1, says, size)
    return found.model_copy(update={"footprint_mm2": found.size_mm[0] * found.size_mm[1]})


def oblong(made: Made) -> tuple[tuple[float, float], ...]:
    """Corners of what is cut square, lying on its largest side [mm]."""
    long, wide = made.size_mm[0] / 2, made.size_mm[1] / 2
    return ((-long, -wide), (long, -wide), (long, wide), (-long, wide))


def with_waste(found: Made, left_ml: float) -> Made:
    """The same with so much more poured than goes into pieces [ml]."""
    return found.model_copy(update={"takes_ml": found.takes_ml + left_ml, "left_ml": left_ml})
