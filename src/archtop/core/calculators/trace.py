"""Calculators of the bench: the ring sheet, the cup, the trace clock, a layer under a stream."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from archtop.core.base import FOUR_IN_FIVE, Figure, Frozen
from archtop.core.bench.clock import Note, ReadPoint, note_event, note_reading
from archtop.core.calculators.registry import Positive, calculator
from archtop.core.rheology import (
    CUP_MM,
    SPOON_ML,
    Crossing,
    Growth,
    Seen,
    Stage,
    Thickening,
    YieldReading,
    needed_under_stream,
    stage_at,
    yield_from_slump,
    yield_from_spread,
)

__all__ = [
    "LayerHoldInput",
    "LayerHoldOutput",
    "SlumpTestInput",
    "SpreadTestInput",
    "TraceClockInput",
    "TraceClockOutput",
]

Density = Annotated[float, Field(ge=0.5, le=2)]


class SpreadTestInput(Frozen):
    """How far across a spoonful spread [mm], its volume [ml] and density [g/ml]."""

    across_mm: Positive
    spoon_ml: Positive = SPOON_ML
    density_g_ml: Density = 1.0


@calculator("spread-test")
def spread_test(given: SpreadTestInput) -> YieldReading:
    """Yield stress of batter from a spoonful tipped on a flat sheet."""
    return yield_from_spread(given.across_mm, given.density_g_ml, given.spoon_ml)


class SlumpTestInput(Frozen):
    """How far a cup of frosting sank [mm], the cup's height [mm] and the frosting's density [g/ml]."""

    sunk_mm: Positive
    cup_mm: Positive = CUP_MM
    density_g_ml: Density = 1.0


@calculator("slump-test")
def slump_test(given: SlumpTestInput) -> YieldReading:
    """Yield stress of frosting from a small straight cup lifted off it."""
    return yield_from_slump(given.sunk_mm, given.density_g_ml, given.cup_mm)


class TraceClockInput(Frozen):
    """Readings and events since mixing, a threshold [Pa], now [min], and how fast such batter usually doubles [min].

    What is later than now is not there yet.
    """

    notes: Annotated[tuple[Note, ...], Field(max_length=500)]
    threshold_pa: Positive
    now_min: Annotated[float, Field(ge=0, le=3000)]
    doubles_min: Positive = 10.0
    density_g_ml: Density = 1.0


class TraceClockOutput(Frozen):
    """How thick it is now, when it passes the threshold, and the readings as yield stresses."""

    pa: Figure
    passes: Crossing
    readings: tuple[ReadPoint, ...]


@calculator("trace-clock")
def trace_clock(given: TraceClockInput) -> TraceClockOutput:
    """When batter passes a threshold, from timed readings of any kind and from what was done to it meanwhile."""
    rate = math.log(2) / given.doubles_min
    growth = Growth(start=math.log(2), start_sd=0.7, rate=rate, rate_sd=0.4 * rate)
    notes = [note for note in given.notes if note.minute <= given.now_min]
    points = [point for note in notes if (point := note_reading(note, given.density_g_ml))]
    bends = [bend for note in notes if (bend := note_event(note))]
    seen = [Seen(minute=p.minute, log_pa=math.log(p.pa), sd=math.log(p.high / p.pa) / FOUR_IN_FIVE) for p in points]
    model = Thickening(growth, bends, seen)
    mean, sd = model.log_pa([given.now_min])
    middle, factor = math.exp(float(mean[0])), math.exp(FOUR_IN_FIVE * float(sd[0]))
    return TraceClockOutput(
        pa=Figure(
            value=middle,
            unit="Pa",
            low=middle / factor,
            high=middle * factor,
            basis="estimate",
            how=f"{len(seen)} readings and {len(bends)} events, averaged over the courses that batter takes",
            source="Bayesian model averaging of linear regressions",
        ),
        passes=model.passes(given.threshold_pa, given.now_min),
        readings=tuple(points),
    )


class LayerHoldInput(Frozen):
    """A stream's fall [mm] and its density [g/ml]."""

    fall_mm: Annotated[float, Field(ge=0, le=1000)]
    density_g_ml: Density = 1.0


class LayerHoldOutput(Frozen):
    """Yield stress that keeps the layer under it whole, and the stage of batter that has it."""

    needed: Figure
    stage: Stage


@calculator("layer-hold")
def layer_hold(given: LayerHoldInput) -> LayerHoldOutput:
    """How thick a layer must be under a stream from a height."""
    needed = needed_under_stream(given.density_g_ml * 1000, given.fall_mm / 1000)
    figure = Figure.within(
        needed,
        "Pa",
        0.4,
        "estimate",
        how=f"ρ·g·{given.fall_mm:g} mm / 6",
        source="stagnation pressure against bearing (Prandtl)",
    )
    return LayerHoldOutput(needed=figure, stage=stage_at(needed))
