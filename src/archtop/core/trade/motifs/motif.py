"""What every motif must say of itself: what one squeeze or stroke of the bag leaves on the loaf.

Solids (kiss, ball, scallop, cloud) are told by their size; strokes (coil, rope, ruffle, vine, leaf, tuft, blossom) are
paths of the tip's bead. Shapes are idealised; five of them weighed overrule the volume. Seconds to aim are estimates;
leaves are fitted so that a double row on one loaf takes about twenty minutes of hands (common practice, no source).
"""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from typing import ClassVar, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.trade.tips import Bead

__all__ = ["FULL", "MotifKind", "Shape", "Stroke", "cap_mm3", "going_on", "sine_length", "steps", "tapered", "waving"]

Array = NDArray[np.float64]

# Steps along a stroke, where a motif is drawn in full.
FULL = 28
# Points on one wave: eight digits of its length, up to a swing eight times as wide.
_WAVE = 513


class Shape(NamedTuple):
    """A motif's volume [mm³], height, footprint along and across the stroke [mm], path of bead in it [mm], and how."""

    mm3: float
    high: float
    long: float
    wide: float
    path: float
    how: str


class Stroke(NamedTuple):
    """How the hand goes: the path of the opening's middle, shape (k, 3): across, along the stroke, up [mm].

    ``size``: width and height of what comes out at every step [mm], shape (k, 2); ``twist``: of the bag [rad], shape
    (k,). ``round``: what comes out has lost its ridges. ``hole``: only that hole of the tip, a strand.
    """

    path: Array
    size: Array
    twist: Array | float = 0.0
    round: bool = False
    hole: int | None = None


class MotifKind(ABC):
    """A motif. ``aim_s``: seconds to aim, lift off and go to the next; ``stands``: one by one, no stroke that runs on.

    ``forgives``: where such motifs touch across a cut, it hardly shows (common practice, no source).
    ``natural``: height over size of a solid that nobody measured, a stated guess.
    """

    kind: ClassVar[str]
    label: ClassVar[str]
    help: ClassVar[str]
    aim_s: ClassVar[float]
    squeezes: ClassVar[int] = 1
    stands: ClassVar[bool] = False
    forgives: ClassVar[bool] = False
    natural: ClassVar[float] = 0.0
    size_mm: ClassVar[float] = 15.0

    @classmethod
    def height(cls, size_mm: float, height_mm: float | None) -> float:
        """Height of a solid [mm]: as measured, or natural for its size."""
        return height_mm or cls.natural * size_mm

    @classmethod
    @abstractmethod
    def strokes(cls, size_mm: float, high_mm: float, bead: Bead, hand: np.random.Generator) -> tuple[Stroke, ...]:
        """How a hand pipes it, as uneven as hands are; around its middle, its foot on the loaf.

        Thicker or thinner all along, so that its volume is the plan's, it becomes whoever draws it.
        """

    @classmethod
    @abstractmethod
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:
        """Its shape at a size, piped with that bead."""


def cap_mm3(across: float, high: float) -> float:
    """A ball's cap on the loaf [mm³]: π·h·(3a² + h²)/6.

    :param across: of its foot, and ``high``: of its top [mm]
    """
    return math.pi * high * (3 * (across / 2) ** 2 + high**2) / 6


def sine_length(wave_mm: float, amplitude_mm: float) -> float:
    """Length [mm] of one wave of a sine: the mean of √(1 + slope²) over it.

    Of evenly spaced points, which for a periodic function close in on it faster than any power of their number.

    >>> round(sine_length(10, 0), 6)
    10.0
    """
    slope = 2 * math.pi * amplitude_mm / wave_mm * np.cos(2 * math.pi * steps(_WAVE)[1:])
    return float(wave_mm * np.hypot(1, slope).mean())


def steps(many: int = FULL) -> Array:
    """From 0 to 1, shape (many,)."""
    return np.linspace(0, 1, many)


def tapered(u: Array, start: float = 0.05, end: float = 0.1) -> Array:
    """One along a stroke, growing at first and drawn thin at last, shape (k,).

    :param start: share of the stroke [-] that it grows over, and ``end``: that it is drawn thin over [-]
    """
    return np.clip(np.minimum(u / start if start else 1.0, (1 - u) / end if end else 1.0), 0.06, 1.0) ** 0.6


def going_on(path: Array, bead: Bead, u: Array, end: float = 0.0) -> Stroke:
    """A bead laid along a path without a stop, that may thin out at its end."""
    full = tapered(u, 0.0, end) if end else np.ones_like(u)
    return Stroke(path, np.outer(full, [bead.wide_mm, bead.high_mm]))


def waving(size_mm: float, swing_mm: float, bead: Bead) -> Stroke:
    """One wave of a bead along the stroke.

    :param swing_mm: so far to each side
    """
    u = steps()
    path = np.column_stack([swing_mm * np.sin(2 * np.pi * u), size_mm * (u - 0.5), np.full_like(u, bead.high_mm / 2)])
    return going_on(path, bead, u)
