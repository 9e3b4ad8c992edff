"""A motif with its measures, piped: volume, time, and the strength it asks of the frosting."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from archtop.core.base import Figure, Frozen, Rate
from archtop.core.rheology import needed_to_stand
from archtop.core.trade.motifs.kinds import MOTIFS, MotifName
from archtop.core.trade.tips import Bead

__all__ = ["Motif", "MotifSize", "motif_of"]

# Frosting that a hand lays while it draws a shape [ml/s], and how far hands differ: stated guesses, fitted to about
# twenty minutes for a double row of leaves on one loaf (common practice, no source).
_FLOW_ML_S = 0.6
_HANDS = 0.35
_SHAPES, _WEIGHED = 0.2, 0.08


class MotifSize(Frozen):
    """A motif with its measures: ``size_mm`` across a solid, along a stroke; ``height_mm`` where it is not natural.

    ``five_weigh_g``: what five of them weigh on one's own scale.
    """

    kind: MotifName
    size_mm: Annotated[float, Field(ge=2, le=200)]
    height_mm: Annotated[float, Field(ge=1, le=120)] | None = None
    five_weigh_g: Annotated[float, Field(gt=0, le=2000)] | None = None


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


def motif_of(size: MotifSize, bead: Bead, density_g_ml: float, own: Mapping[str, Rate] | None = None) -> Motif:
    """One motif piped with that bead in frosting of that density.

    :param own: what the studio has learned: ``piping``, frosting used against its shapes, and ``hands``, time
    """
    own = own or {}
    kind = MOTIFS[size.kind]
    mm3, high, long, wide, path, how = kind.shape(size.size_mm, size.height_mm, bead)
    volume = Figure.within(
        mm3 / 1000, "ml", _SHAPES, "estimate", how=how, source="idealised shape; hands differ, weigh five"
    )
    if used := own.get("piping"):
        volume = used.on(volume)
    if size.five_weigh_g:
        volume = Figure.within(
            size.five_weigh_g / 5 / density_g_ml,
            "ml",
            _WEIGHED,
            "your log",
            how=f"five weigh {size.five_weigh_g:g} g at {density_g_ml:.2f} g/ml",
            source="your own scale",
        )
    aim = kind.aim_s
    ml = volume.value
    time = Figure.within(
        ml / _FLOW_ML_S + aim,
        "s",
        _HANDS,
        "estimate",
        how=f"{ml:.1f} ml at {_FLOW_ML_S:g} ml/s, {aim:g} s to aim",
        source="fitted to about 20 min for a double row of leaves (common practice)",
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
        squeezes=kind.squeezes,
        needed_pa=needed_to_stand(density_g_ml, high),
    )
