"""What is read of a bowl or done to it, and what a reading says of its yield stress."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from archtop.core.base import FOUR_IN_FIVE, Frozen, InputError
from archtop.core.bench.clock.bowls import Bowl
from archtop.core.rheology import (
    CUP_MM,
    RING_MM,
    BendKind,
    TraceEvent,
    YieldReading,
    stages,
    yield_from_slump,
    yield_from_spread,
)

__all__ = ["Note", "ReadPoint", "check_note", "note_event", "note_reading"]

# A stage told by eye is worth this much of ln τ: makers differ by a factor of two and more.
_BY_EYE = 0.6
_COLDEST_C, _HOTTEST_C = 5.0, 100.0
# So long a burst of the stick blender is what its usual effect is told for [s]; more than six of them are one long one.
_BURST_S, _MOST_BURSTS = 10.0, 6.0


class Note(Frozen):
    """What was read or done at ``minute`` after mixing. ``value``: ring [mm], height the cup's soap stands [mm], °C.

    ``stage``: of ``stage`` readings; ``seconds``: of blending; ``within_mm``: standard deviation of a spoonful's
    diameter, of the nearest ring unless a photograph told it.
    """

    minute: Annotated[float, Field(ge=-1, le=3000)] = 0.0
    kind: Literal["spread", "slump", "stage", "temperature", "event"]
    value: Annotated[float, Field(ge=-50, le=1000)] = 0.0
    stage: str = ""
    what: BendKind | None = None
    seconds: Annotated[float, Field(ge=0, le=600)] = 0.0
    within_mm: Annotated[float, Field(ge=0.1, le=20)] | None = None


class ReadPoint(Frozen):
    """A reading as the chart shows it [min, Pa]."""

    minute: float
    pa: float
    low: float
    high: float
    how: str


def note_reading(note: Note, density_g_ml: float) -> ReadPoint | None:
    """What a note says of the yield stress, with the range that holds four in five such readings, or nothing.

    :raises InputError: out of its test's range, or ``reading.stage``
    """
    reading = _yield_of(note, density_g_ml)
    if reading is None:
        return None
    factor = math.exp(FOUR_IN_FIVE * reading.spread)
    return ReadPoint(
        minute=note.minute, pa=reading.pa, low=reading.pa / factor, high=reading.pa * factor, how=reading.how
    )


def note_event(note: Note) -> TraceEvent | None:
    """What a note says was done to the bowl, or nothing. A blend counts by its length."""
    if note.kind != "event" or not note.what:
        return None
    bursts = note.seconds / _BURST_S if note.what == "blended" and note.seconds else 1.0
    return TraceEvent(minute=max(note.minute, 0.0), kind=note.what, strength=min(bursts, _MOST_BURSTS))


def _yield_of(note: Note, density_g_ml: float) -> YieldReading | None:
    match note.kind:
        case "spread":
            return yield_from_spread(note.value, density_g_ml, within_mm=note.within_mm or RING_MM)
        case "slump":
            return yield_from_slump(CUP_MM - note.value, density_g_ml)
        case "stage":
            stage = next((stage for stage in stages() if stage.key == note.stage), None)
            if stage is None:
                known = ", ".join(stage.key for stage in stages())
                raise InputError.one("reading.stage", "stage", note.stage, f"must be one of {known}", "Choose one.")
            return YieldReading(
                pa=stage.pa,
                spread=_BY_EYE,
                basis="estimate",
                how=f"{stage.name}: {stage.sign}",
                source="by eye; makers differ by a factor of two and more",
            )
        case "temperature" if not _COLDEST_C <= note.value <= _HOTTEST_C:
            raise InputError.one(
                "reading.temperature",
                "value",
                f"{note.value:g} °C",
                f"batter stands between {_COLDEST_C:g} and {_HOTTEST_C:g} °C",
                "See to the thermometer.",
            )
        case _:
            return None


def check_note(note: Note, bowl: Bowl) -> None:
    """Refuse a reading that cannot be one.

    :raises InputError: ``reading.before_mixing``, or out of its test's range
    """
    if note.minute < 0:
        raise InputError.one(
            "reading.before_mixing", "minute", f"{note.minute:.0f} min", "the pot is not mixed yet", "Mix first."
        )
    _yield_of(note, bowl.density_g_ml)
