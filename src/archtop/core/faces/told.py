"""A loaf whose work is told, and a studio's hand in it: what the steps need to know."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple, Protocol, TypeVar

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Rate
from archtop.core.document import Loaf
from archtop.core.faces.standing import Stood
from archtop.core.geometry import Prism
from archtop.core.pours import Fill

__all__ = ["Before", "Told", "Touch", "touch_of"]

Array = NDArray[np.float64]
Codes = NDArray[np.int16]
T = TypeVar("T")


class Touch(NamedTuple):
    """A studio's own hand against the model's: how deep its streams ``plunge``, how far its ``stirring`` twists a pot
    [-].
    """

    plunge: float = 1.0
    stirring: float = 1.0


def touch_of(rates: Mapping[str, Rate]) -> Touch:
    """A studio's hand as far as it has learned it."""
    return Touch(**{key: rate.value for key, rate in rates.items() if key in Touch._fields})


class Told(Protocol):
    """A loaf whose work is told: what the steps need to know of it."""

    loaf: Loaf
    fills: Sequence[Fill]
    prisms: Mapping[str, Prism]
    yield_pa: Mapping[str, float]
    numbers: dict[str, int]
    touch: Touch
    stations_mm: float

    def random(self, *what: object) -> np.random.Generator: ...

    def once(self, make: Callable[[], T], *what: object) -> T: ...

    def chance(self, shape: tuple[int, ...], *what: object) -> Array: ...

    def wander(self, y: float, *what: object) -> float: ...

    def wandering(self, y: float, shape: tuple[int, ...], *what: object) -> Array: ...

    def areas(self, i: int) -> tuple[Array, Array]: ...

    @property
    def stood(self) -> Stood: ...

    def sections(self, y: float) -> Sequence[float]: ...

    def told_before(self, i: int, y: float) -> Before: ...


class Before(Protocol):
    """A section as far as the work has come; ``level_now``: how high it is filled [mm]."""

    half: float
    level_now: float

    def answer(self, xi: Array, zeta: Array) -> tuple[Codes, Codes]: ...
