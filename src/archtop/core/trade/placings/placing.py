"""What every way of setting pieces on a top must say of itself, and what it is told of the top."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping, Sequence
from typing import Annotated, ClassVar, NamedTuple

from pydantic import Field

from archtop.core.base import Kind

__all__ = ["Across", "Nth", "OnTheTop", "Place", "Placing", "every_other"]

Across = Annotated[float, Field(ge=-2000, le=2000)]
Nth = Annotated[int, Field(ge=1, le=12)]


class Place(NamedTuple):
    """A place on the top: across from the loaf's centre line and along from its front [mm]."""

    x: float
    y: float


class OnTheTop(NamedTuple):
    """What there is to set pieces on: the ends and half the width of the top, its bars, where motifs stand [mm].

    ``bars``: from and to of each; ``motifs``: by the id of their run, front to back.
    """

    front: float
    back: float
    half_wide: float
    bars: Sequence[tuple[float, float]]
    motifs: Mapping[str, Sequence[Place]]


class Placing(Kind):
    """A way of setting pieces on a top. ``by_lot``: they are strewn, and no place is given."""

    kind: str
    by_lot: ClassVar[bool] = False

    @property
    def on_run(self) -> str | None:
        """The run that they stand on, where they stand on one."""
        return None

    @abstractmethod
    def set_out(self, top: OnTheTop, count: int) -> tuple[Place, ...]:
        """Places for up to ``count`` pieces, in the order they are set; fewer where there are no more."""


def every_other(first: int, every: int, many: int) -> range:
    """Numbers from 0 of every ``every``-th of so many, from the ``first`` on.

    >>> list(every_other(2, 2, 7))
    [1, 3, 5]
    """
    return range(first - 1, many, every)
