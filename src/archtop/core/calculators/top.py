"""Calculators of the top: heap height, extrusion, motifs, pieces strewn fairly, bags."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from archtop.core.base import Figure, Frozen, InputError
from archtop.core.calculators.registry import Positive, calculator
from archtop.core.document import Scatter
from archtop.core.rheology import COMFORTABLE_GRIP_N, PALM_M2, highest_heap, push_pa, stiffest_through
from archtop.core.top import Foot, ScatterPlan, TopArea, strew
from archtop.core.trade import Bead, Motif, MotifSize, Tip, bead_of, motif_of

__all__ = [
    "BagsInput",
    "BagsOutput",
    "ExtrusionInput",
    "ExtrusionOutput",
    "HeapInput",
    "HeapOutput",
    "MotifInput",
    "MotifOutput",
    "ScatterInput",
]

Density = Annotated[float, Field(ge=0.3, le=2)]


class HeapInput(Frozen):
    """Frosting's yield stress [Pa] and density [g/ml]."""

    yield_stress_pa: Positive
    density_g_ml: Density = 1.0


class HeapOutput(Frozen):
    """How high a heap of it stands [mm]."""

    stands: Figure


@calculator("heap-height")
def heap_height(given: HeapInput) -> HeapOutput:
    """How high a heap of frosting keeps its shape: √3·τ/(ρ·g)."""
    high = highest_heap(given.yield_stress_pa, given.density_g_ml)
    return HeapOutput(
        stands=Figure.within(
            high,
            "mm",
            0.2,
            "published",
            how=f"√3·{given.yield_stress_pa:g} Pa / ({given.density_g_ml:g} g/ml · g)",
            source="uniaxial yield after von Mises; a broad heap stands a little higher",
        )
    )


class ExtrusionInput(Frozen):
    """A tip, how wide the filled bag is [mm], and the frosting's yield stress [Pa]."""

    tip: Tip
    bag_mm: Annotated[float, Field(ge=10, le=300)] = 60.0
    yield_stress_pa: Positive


class ExtrusionOutput(Frozen):
    """The bead, the pressure [Pa] and the hand's force [N] that push it, and the frosting that is too stiff [Pa]."""

    bead: Bead
    pressure_pa: float
    hand_n: Figure
    too_stiff_pa: float


@calculator("extrusion")
def extrusion(given: ExtrusionInput) -> ExtrusionOutput:
    """What it takes to push frosting through a tip."""
    bead = bead_of(given.tip)
    pressure = push_pa(given.yield_stress_pa, given.bag_mm, bead.hydraulic_mm, given.tip.land_mm)
    return ExtrusionOutput(
        bead=bead,
        pressure_pa=pressure,
        hand_n=Figure.within(
            pressure * PALM_M2,
            "N",
            0.4,
            "published",
            how=f"{pressure:.0f} Pa on {PALM_M2 * 1e4:.0f} cm² of palm; {COMFORTABLE_GRIP_N:g} N can be kept up",
            source="2·√3·τ·ln(D₀/D) + 4·τ·L/D (Benbow & Bridgwater 1993), velocity left out; the palm a stated guess",
        ),
        too_stiff_pa=stiffest_through(given.bag_mm, bead.hydraulic_mm, given.tip.land_mm),
    )


class MotifInput(Frozen):
    """A motif, its tip, the frosting's density [g/ml]."""

    motif: MotifSize
    tip: Tip
    density_g_ml: Density = 1.0


class MotifOutput(Frozen):
    """The bead and one motif of it."""

    bead: Bead
    motif: Motif


@calculator("motif")
def motif(given: MotifInput) -> MotifOutput:
    """Volume, height, footprint and time of one motif, and how strong the frosting must be to carry it."""
    bead = bead_of(given.tip)
    return MotifOutput(bead=bead, motif=motif_of(given.motif, bead, given.density_g_ml))


class ScatterInput(Frozen):
    """What is strewn, the radius of each kind of piece [mm], the top [mm], and how many equal bars it is cut into."""

    scatter: Scatter
    radii_mm: Annotated[dict[str, Annotated[float, Field(gt=0, le=200)]], Field(min_length=1, max_length=40)]
    long_mm: Annotated[float, Field(ge=10, le=3000)]
    wide_mm: Annotated[float, Field(ge=5, le=1500)]
    bars: Annotated[int, Field(ge=0, le=400)]


@calculator("scatter")
def scatter(given: ScatterInput) -> ScatterPlan:
    """Pieces strewn so that they look casual and every bar has its share.

    :raises InputError: of the scatter, as :func:`archtop.core.top.strew`
    """
    missing = [item.pieces for item in given.scatter.items if item.pieces not in given.radii_mm]
    if missing:
        raise InputError.one(
            "scatter.radius", "radii_mm", missing[0], "has no radius", "Say how large a piece of it lies [mm]."
        )
    step = given.long_mm / max(given.bars, 1)
    area = TopArea(front=0.0, back=given.long_mm, half_wide=given.wide_mm / 2, area_mm2=given.long_mm * given.wide_mm)
    feet = {key: Foot(radius, radius) for key, radius in given.radii_mm.items()}
    return strew(given.scatter, feet, area, [(i * step, (i + 1) * step) for i in range(given.bars)])


class BagsInput(Frozen):
    """Frosting to be piped [ml], a bag to its brim [ml], and what stays in bag and tip [%]."""

    piped_ml: Positive
    bag_ml: Positive = 350.0
    waste_percent: Annotated[float, Field(ge=0, le=60)] = 10.0
    filled: Annotated[float, Field(gt=0, le=1)] = 2 / 3


class BagsOutput(Frozen):
    """How many bags, how full each is [ml], and what is to be mixed."""

    bags: int
    each_ml: float
    to_mix: Figure


@calculator("bags")
def bags(given: BagsInput) -> BagsOutput:
    """How many bags to fold down before gloves go on."""
    volume = given.piped_ml * (1 + given.waste_percent / 100)
    count = math.ceil(volume / (given.bag_ml * given.filled) - 1e-9)
    return BagsOutput(
        bags=count,
        each_ml=volume / count,
        to_mix=Figure.within(
            volume,
            "ml",
            0.1,
            "estimate",
            how=f"{given.piped_ml:g} ml and {given.waste_percent:g} % left in bag and tip",
            source="what stays behind is a stated guess: weigh an empty bag once",
        ),
    )
