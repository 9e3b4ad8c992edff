"""Whether batter holds: an embed laid on it, an embed buried in it, a layer under a stream.

- ``stages``: the trade's stages as yield stresses
- ``bearing_factor``: resistance against a strip, from its surface to deep inside
- ``needed_on_surface``, ``needed_buried``: yield stress that keeps a column where it is
- ``needed_under_stream``: yield stress that a layer must have under a falling stream
"""

from __future__ import annotations

import math
from functools import cache
from typing import Final

from archtop.core.base import Frozen, read_table

__all__ = [
    "DEEP_FACTOR",
    "STANDARD_GRAVITY",
    "SURFACE_FACTOR",
    "Stage",
    "bearing_factor",
    "needed_buried",
    "needed_on_surface",
    "needed_sphere",
    "needed_to_carry",
    "needed_under_stream",
    "stage_at",
    "stages",
    "thick_as",
]

STANDARD_GRAVITY: Final = 9.80665  # m/s², CGPM 1901
SURFACE_FACTOR: Final = 2 + math.pi  # 5.14, strip footing: Prandtl 1920
DEEP_FACTOR: Final = (
    4 * math.sqrt(2) + 2 * math.pi
)  # 11.94, rough cylinder: Randolph & Houlsby 1984, Géotechnique 34(4):613
_SPHERE: Final = 0.048  # Beris, Tsamopoulos, Armstrong & Brown 1985, J. Fluid Mech. 158:219
_STREAM_FACTOR: Final = 6.0  # stagnation pressure against bearing capacity, rounded up from 5.14
# Bearing capacity of a rough round foot, over the yield stress in shear.
_VERY_STIFF = 3.0  # times as thick as pudding: a stated guess
_FOOT_FACTOR = 6.05


class Stage(Frozen):
    """A stage of batter; ``pa`` its middle yield stress [Pa]."""

    key: str
    name: str
    pa: float
    sign: str


@cache
def stages() -> tuple[Stage, ...]:
    """From emulsion to pudding."""
    return tuple(Stage.model_validate(row) for row in read_table("stages"))


def stage_at(pa: float) -> Stage:
    """The first stage that is at least so thick; the thickest if none is.

    :param pa: yield stress [Pa]
    """
    return next((stage for stage in stages() if stage.pa >= pa), stages()[-1])


def thick_as(pa: float) -> str:
    """How thick that is, in words; the names of stages are common practice, what lies over them a stated guess.

    :param pa: yield stress [Pa]

    >>> thick_as(5), thick_as(98), thick_as(200), thick_as(1000)
    ('light trace', 'like pudding', 'stiffer than pudding', 'very stiff')
    """
    thickest = stages()[-1]
    if pa <= thickest.pa:
        return stage_at(pa).name
    return "stiffer than pudding" if pa <= _VERY_STIFF * thickest.pa else "very stiff"


def bearing_factor(depth: float, width: float) -> float:
    """Resistance of a yield-stress fluid against a strip, as a multiple of its yield stress [-].

    From 5.14 at the surface to 11.94 once it lies its own width deep, straight in between (an estimate; both ends
    are published).

    >>> round(bearing_factor(0, 10), 2), round(bearing_factor(20, 10), 2)
    (5.14, 11.94)

    :param depth: of the foot below the surface, in its own half widths [-]
    """
    share = min(max(depth / width, 0.0), 1.0) if width > 0 else 1.0
    return SURFACE_FACTOR + (DEEP_FACTOR - SURFACE_FACTOR) * share


def needed_on_surface(weight: float, lift: float, width: float, depth: float) -> float:
    """Yield stress [Pa] at which a column stays as deep as it is; negative when it would rise.

    ρₑ·g·Vₑ = ρ_b·g·V(immersed) + N·τ·b, all per metre of length.

    :param weight: of the column [N/m]
    :param lift: weight of the batter it pushes aside [N/m]
    :param width: of what is immersed [m]
    :param depth: of its lowest point under the batter's surface [m]
    """
    if width <= 0:
        return math.inf if weight > lift else 0.0
    return (weight - lift) / (bearing_factor(depth, width) * width)


def needed_buried(difference_kg_m3: float, diameter_m: float) -> float:
    """Yield stress [Pa] that holds a long round column buried in batter: (π/4)·|Δρ|·g·d / 11.94.

    :param difference_kg_m3: density of the piece less that of the batter [kg/m³]
    :param diameter_m: of the piece [m]
    """
    return math.pi / 4 * abs(difference_kg_m3) * STANDARD_GRAVITY * diameter_m / DEEP_FACTOR


def needed_sphere(difference_kg_m3: float, diameter_m: float) -> float:
    """Yield stress [Pa] that holds a buried ball: 0.048·|Δρ|·g·d.

    :param difference_kg_m3: density of the ball less that of the batter [kg/m³]
    :param diameter_m: of the ball [m]
    """
    return _SPHERE * abs(difference_kg_m3) * STANDARD_GRAVITY * diameter_m


def needed_to_carry(density_kg_m3: float, high_m: float) -> float:
    """Yield stress [Pa] of a surface that carries what is piped on it, and that does not sink: ρ·g·h / 6.05.

    The factor is that of a rough round foot on a plastic ground (Eason & Shield 1960, ZAMP 11:33; from memory).

    >>> round(needed_to_carry(950, 0.02))
    31

    :param density_kg_m3: of what is piped [kg/m³]
    :param high_m: how high it stands [m]
    """
    return density_kg_m3 * STANDARD_GRAVITY * high_m / _FOOT_FACTOR


def needed_under_stream(density_kg_m3: float, fall_m: float) -> float:
    """Yield stress [Pa] that a layer needs so that a stream falling ``fall_m`` does not break it: ρ·g·H / 6.

    >>> round(needed_under_stream(1000, 0.1))
    163

    :param density_kg_m3: of the batter that falls [kg/m³]
    """
    return density_kg_m3 * STANDARD_GRAVITY * fall_m / _STREAM_FACTOR
