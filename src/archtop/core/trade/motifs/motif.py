"""What every motif must say of itself: what one squeeze or stroke of the bag leaves on the loaf.

Solids (kiss, ball, scallop, cloud) are told by their size; strokes (coil, rope, ruffle, vine, leaf, tuft, blossom) are
paths of the tip's bead. Shapes are idealised; five of them weighed overrule the volume. Seconds to aim are estimates;
leaves are fitted so that a double row on one loaf takes about twenty minutes of hands (common practice, no source).
"""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from typing import ClassVar, NamedTuple

from archtop.core.trade.tips import Bead

__all__ = ["MotifKind", "Shape", "cap_mm3", "sine_length"]


class Shape(NamedTuple):
    """A motif's volume [mm³], height, footprint along and across the stroke [mm], path of bead in it [mm], and how."""

    mm3: float
    high: float
    long: float
    wide: float
    path: float
    how: str


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
    def shape(cls, size_mm: float, height_mm: float | None, bead: Bead) -> Shape:
        """Its shape at a size, piped with that bead."""


def cap_mm3(across: float, high: float) -> float:
    """A ball's cap on the loaf [mm³]: π·h·(3a² + h²)/6.

    :param across: of its foot, and ``high``: of its top [mm]
    """
    return math.pi * high * (3 * (across / 2) ** 2 + high**2) / 6


def sine_length(wave_mm: float, amplitude_mm: float) -> float:
    """Length [mm] of one wave of a sine: a complete elliptic integral of the second kind.

    >>> round(sine_length(10, 0), 6)
    10.0
    """
    # Imported where it is needed: loading it takes longer than planning most loaves.
    from scipy.special import ellipe

    steep = (2 * math.pi * amplitude_mm / wave_mm) ** 2
    return float(2 / math.pi * wave_mm * math.sqrt(1 + steep) * ellipe(steep / (1 + steep)))
