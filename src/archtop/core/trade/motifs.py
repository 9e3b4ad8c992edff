"""Motifs: what one squeeze or stroke of the bag leaves on the loaf, with its volume, height, footprint and time.

- solids (kiss, ball, scallop, cloud) are told by their size
- strokes (coil, rope, ruffle, vine, leaf, tuft, blossom) are paths of the tip's bead

Shapes are idealised; five of them weighed overrule the volume.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from typing import Annotated, Literal

from pydantic import Field
from scipy.special import ellipe

from archtop.core.base import Figure, Frozen, Rate, read_table
from archtop.core.rheology import needed_to_stand
from archtop.core.trade.tips import Bead

__all__ = ["Motif", "MotifKind", "MotifSize", "motif_of", "sine_length"]

MotifKind = Literal["kiss", "ball", "coil", "scallop", "rope", "ruffle", "leaf", "tuft", "blossom", "vine", "cloud"]

# Frosting that a hand lays while it draws a shape [ml/s], and how far hands differ: stated guesses, fitted to about
# twenty minutes for a double row of leaves on one loaf (common practice, no source).
_FLOW_ML_S = 0.6
_HANDS = 0.35
_SHAPES, _WEIGHED = 0.2, 0.08
# Height over size of solids that nobody measured: stated guesses.
_HEIGHTS: Mapping[str, float] = {"kiss": 0.9, "ball": 0.55, "scallop": 0.5, "cloud": 0.55}
_LAYERS = 3
_PETALS = 5
# What a cloud is clustered from: sizes of its balls.
_PUFFS = (1.0, 0.75, 0.6)


class MotifSize(Frozen):
    """A motif with its measures: ``size_mm`` across a solid, along a stroke; ``height_mm`` where it is not natural.

    ``five_g``: what five of them weigh on one's own scale.
    """

    kind: MotifKind
    size_mm: Annotated[float, Field(ge=2, le=200)]
    height_mm: Annotated[float, Field(ge=1, le=120)] | None = None
    five_g: Annotated[float, Field(gt=0, le=2000)] | None = None


class Motif(Frozen):
    """One motif: volume, height, footprint along and across the stroke [mm], time, squeezes, strength it needs.

    ``path_mm``: length of bead in it, where it is a stroke.
    """

    volume: Figure
    high_mm: float
    long_mm: float
    wide_mm: float
    path_mm: float
    time: Figure
    squeezes: int
    needed_pa: float


def sine_length(wave_mm: float, amplitude_mm: float) -> float:
    """Length [mm] of one wave of a sine: a complete elliptic integral of the second kind.

    >>> round(sine_length(10, 0), 6)
    10.0
    """
    steep = (2 * math.pi * amplitude_mm / wave_mm) ** 2
    return float(2 / math.pi * wave_mm * math.sqrt(1 + steep) * ellipe(steep / (1 + steep)))


def _cap_mm3(across: float, high: float) -> float:
    """A ball's cap on the loaf: π·h·(3a² + h²)/6."""
    return math.pi * high * (3 * (across / 2) ** 2 + high**2) / 6


@cache
def _habits() -> dict[str, tuple[float, int]]:
    """Seconds to aim and squeezes of each motif."""
    return {row["motif"]: (float(row["aim_s"]), int(row["squeezes"])) for row in read_table("motifs")}


def _shape(size: MotifSize, bead: Bead) -> tuple[float, float, float, float, float, str]:
    """(volume mm³, height, long, wide, path, how) of a motif."""
    s, kind = size.size_mm, size.kind
    h = size.height_mm or _HEIGHTS.get(kind, 0.0) * s
    match kind:
        case "kiss":
            # r(z) = s/2·(1 − (z/h)^1.5): ∫π·r² dz = 0.45·π/4·s²·h.
            return 0.45 * math.pi / 4 * s**2 * h, h, s, s, 0.0, f"drawn to a point, {s:g} mm across and {h:.0f} high"
        case "ball":
            return _cap_mm3(s, h), h, s, s, 0.0, f"a ball's cap, {s:g} mm across and {h:.0f} high"
        case "scallop":
            return math.pi / 6 * s * s * h, h, s, s, 0.0, f"half an ellipsoid, {s:g} mm across and {h:.0f} high"
        case "cloud":
            volume = sum(_cap_mm3(s * puff, h * puff) for puff in _PUFFS)
            return volume, h, 1.5 * s, 1.3 * s, 0.0, f"three balls' caps from {s:g} mm down"
        case "coil":
            layers = max(1, round((size.height_mm or _LAYERS * bead.high_mm) / bead.high_mm))
            around = [max(s * (1 - 0.7 * i / layers) - bead.wide_mm, bead.wide_mm) for i in range(layers)]
            path = math.pi * sum(around)
            return bead.area_mm2 * path, layers * bead.high_mm, s, s, path, f"{layers} rings, ever smaller"
        case "rope":
            path = 1.6 * s
            return (
                bead.area_mm2 * path,
                1.5 * bead.high_mm,
                s,
                1.8 * bead.wide_mm,
                path,
                "a twist of overlapping strokes",
            )
        case "ruffle":
            path = sine_length(s, s / 2)
            return bead.area_mm2 * path, bead.high_mm, s, s + bead.wide_mm, path, "one wave, as wide as it is long"
        case "vine":
            path = sine_length(s, s / 8)
            return bead.area_mm2 * path, bead.high_mm, s, s / 4 + bead.wide_mm, path, "one gentle wave"
        case "leaf":
            # Full for two fifths, then drawn to a point: 0.4 + 0.6/3 of the bead all along.
            return 0.6 * bead.area_mm2 * s, 1.5 * bead.high_mm, s, bead.wide_mm, s, "full, then drawn to a point"
        case "tuft":
            # Strands that end half as thick: ∫(1 − u/2)² du = 7/12.
            return 7 / 12 * bead.area_mm2 * s, s, bead.wide_mm, bead.wide_mm, s, "strands that end half as thick"
        case "blossom":
            path = _PETALS * math.pi * s / 4
            return bead.area_mm2 * path, 0.5 * bead.high_mm, s, s, path, f"{_PETALS} petals, each half a turn"


def motif_of(size: MotifSize, bead: Bead, density_g_ml: float, own: Mapping[str, Rate] | None = None) -> Motif:
    """One motif piped with that bead in frosting of that density.

    :param own: what the studio has learned: ``piping``, frosting used against its shapes, and ``hands``, time
    """
    own = own or {}
    mm3, high, long, wide, path, how = _shape(size, bead)
    volume = Figure.within(mm3 / 1000, "ml", _SHAPES, "estimate", how, "idealised shape; hands differ, weigh five")
    if used := own.get("piping"):
        volume = used.on(volume)
    if size.five_g:
        volume = Figure.within(
            size.five_g / 5 / density_g_ml,
            "ml",
            _WEIGHED,
            "your log",
            f"five weigh {size.five_g:g} g at {density_g_ml:.2f} g/ml",
            "your own scale",
        )
    aim, squeezes = _habits()[size.kind]
    ml = volume.value
    time = Figure.within(
        ml / _FLOW_ML_S + aim,
        "s",
        _HANDS,
        "estimate",
        f"{ml:.1f} ml at {_FLOW_ML_S:g} ml/s, {aim:g} s to aim",
        "fitted to about 20 min for a double row of leaves (common practice)",
    )
    if hands := own.get("hands"):
        time = hands.on(time)
    return Motif(
        volume=volume,
        high_mm=high,
        long_mm=long,
        wide_mm=wide,
        path_mm=path,
        time=time,
        squeezes=squeezes,
        needed_pa=needed_to_stand(density_g_ml, high),
    )
