"""Joints against cuts: shifting the cuts along the loaf so that no joint spoils a bar.

Where one piece ends and another begins, a joint inside a bar gives it two different faces: better in the wire. Where
equal
pieces of a row meet, a cut on the joint shows the gap between them: better inside a bar. The bars' thickness and number
stay; what the end slices have to spare is the room to shift.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np

from archtop.core.cutting import GAP_MM, TRIMMED_MM, cut_positions
from archtop.core.document import Cuts
from archtop.core.figure import Frozen

__all__ = ["CutShift", "best_shift", "joints_of"]

_STEP_MM = 0.1
# Less than this nearer to a face is not worth moving the wire for.
_WORTH_MM = 2.0


class CutShift(Frozen):
    """The best place of the first cut. ``spoilt_now`` and ``spoilt_then``: joints that spoil bars, before and after."""

    front_slice_mm: float
    spoilt_now: int
    spoilt_then: int
    says: str


def joints_of(spans: Iterable[tuple[float, float]], length_mm: float) -> tuple[float, ...]:
    """Where pieces begin or end inside the loaf, from their spans along it [mm]; ends nearer than 0.1 mm are one."""
    ends = sorted(y for span in spans for y in span if TRIMMED_MM < y < length_mm - TRIMMED_MM)
    return tuple(y for i, y in enumerate(ends) if i == 0 or y - ends[i - 1] > _STEP_MM)


def _spoilt(
    spans: tuple[tuple[float, float], ...], joints: Sequence[float], row_joints: Sequence[float]
) -> tuple[int, float]:
    """Joints well inside a bar and row joints on a cut, and how far off they lie altogether [mm]."""
    inside = [
        min(y - start, end - y) for y in joints for start, end in spans if start + TRIMMED_MM < y < end - TRIMMED_MM
    ]
    nearest = [min(min(abs(y - start), abs(y - end)) for start, end in spans) for y in row_joints]
    shown = [GAP_MM - off for off in nearest if off < GAP_MM]
    return len(inside) + len(shown), sum(inside) + sum(shown)


def best_shift(
    length_mm: float, cuts: Cuts, joints: Sequence[float], row_joints: Sequence[float] = ()
) -> CutShift | None:
    """The front slice with which the fewest joints spoil a bar, with as many bars; ``None``: nothing to gain.

    Tried every 0.1 mm over the room there is; the nearest to what is written wins among equals.
    """
    now = cut_positions(length_mm, cuts)
    spoilt_now, depth_now = _spoilt(now, joints, row_joints)
    if spoilt_now == 0:
        return None
    used = now[-1][1] - now[0][0]
    kerf = cuts.kerf_mm
    room = length_mm - used - 2 * kerf
    best = (spoilt_now, depth_now, 0.0, cuts.front_slice_mm)
    for front in np.arange(0.0, room + 1e-9, _STEP_MM):
        tried = cuts.model_copy(update={"front_slice_mm": float(front), "back_slice_mm": 0.0})
        spans = cut_positions(length_mm, tried)[: len(now)]
        if len(spans) < len(now):
            break
        spoilt, depth = _spoilt(spans, joints, row_joints)
        best = min(best, (spoilt, round(depth, 3), abs(front - cuts.front_slice_mm), round(float(front), 1)))
    spoilt, depth, _, front = best
    if spoilt == spoilt_now and depth > depth_now - _WORTH_MM:
        return None
    return CutShift(
        front_slice_mm=front,
        spoilt_now=spoilt_now,
        spoilt_then=spoilt,
        says=f"With a front slice of {front:g} mm {_count(spoilt)} instead of {spoilt_now}"
        + (", nearer to a face." if spoilt == spoilt_now else "."),
    )


def _count(joints: int) -> str:
    if joints == 0:
        return "no joint spoils a bar"
    return f"{joints} {'joint spoils' if joints == 1 else 'joints spoil'} a bar"
