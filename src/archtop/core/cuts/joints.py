"""What a wire should meet or miss: shifting the cuts along the loaf so that they do.

Where one piece ends and another begins, a joint inside a bar gives it two different faces: better in the wire. Where
equal pieces of a row meet, a cut on the joint shows the gap between them: better inside a bar. What stands on top one
by one, piped or pressed in by hand, is better whole. The bars' thickness and number stay; what the end slices have to
spare is the room to shift.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.cuts.cutting import GAP_MM, TRIMMED_MM, cut_positions
from archtop.core.document import Cuts

__all__ = ["CutShift", "best_shift", "joints_of"]

Array = NDArray[np.float64]

_STEP_MM = 0.1
# Less than this nearer to a face is not worth moving the wire for.
_WORTH_MM = 2.0
_WORTH_SHARE = 0.7


class CutShift(Frozen):
    """The best place of the first cut: joints that spoil bars, and things on top that a wire goes through.

    ``_now``: as the cuts are; ``_then``: shifted.
    """

    front_slice_mm: float
    spoilt_now: int
    spoilt_then: int
    cut_now: int
    cut_then: int
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


def _cut_through(spans: tuple[tuple[float, float], ...], whole: Array) -> int:
    """How many of what should stay whole (middle and reach along the loaf [mm], a row each) a wire goes through."""
    if not len(whole):
        return 0
    wires = np.array(spans).ravel()
    nearest = np.abs(whole[:, :1] - wires).min(axis=1)
    return int(np.count_nonzero(nearest < whole[:, 1] - TRIMMED_MM))


def best_shift(
    length_mm: float,
    cuts: Cuts,
    joints: Sequence[float],
    row_joints: Sequence[float] = (),
    whole: Sequence[tuple[float, float]] = (),
) -> CutShift | None:
    """The front slice with which the fewest joints spoil a bar, with as many bars; ``None``: nothing to gain.

    Among shifts that spare as many joints, the one whose wires go through the least on top; then the nearest to a face;
    then the nearest to what is written. Tried every 0.1 mm over the room there is.

    :param joints: where pieces begin or end inside the loaf [mm]
    :param row_joints: where pieces of a row meet [mm]
    :param whole: what should stay whole on top: its middle and its reach to either side along the loaf [mm]
    """
    standing = np.array(whole, dtype=np.float64).reshape(-1, 2)
    now = cut_positions(length_mm, cuts)
    spoilt_now, depth_now = _spoilt(now, joints, row_joints)
    cut_now = _cut_through(now, standing)
    if spoilt_now == 0 and cut_now == 0:
        return None
    used = now[-1][1] - now[0][0]
    kerf = cuts.kerf_mm
    room = length_mm - used - 2 * kerf
    best = (spoilt_now, cut_now, depth_now, 0.0, cuts.front_slice_mm)
    for front in np.arange(0.0, room + 1e-9, _STEP_MM):
        tried = cuts.model_copy(update={"front_slice_mm": float(front), "back_slice_mm": 0.0})
        spans = cut_positions(length_mm, tried)[: len(now)]
        if len(spans) < len(now):
            break
        spoilt, depth = _spoilt(spans, joints, row_joints)
        through = _cut_through(spans, standing)
        off = abs(front - cuts.front_slice_mm)
        best = min(best, (spoilt, through, round(depth, 3), off, round(float(front), 1)))
    spoilt, through, depth, _, front = best
    # Sparing one or two of a crowd that is cut anyway is not worth it either.
    spares = through <= _WORTH_SHARE * cut_now and cut_now > 0
    if spoilt == spoilt_now and not spares and depth > depth_now - _WORTH_MM:
        return None
    return CutShift(
        front_slice_mm=front,
        spoilt_now=spoilt_now,
        spoilt_then=spoilt,
        cut_now=cut_now,
        cut_then=through,
        says=f"With a front slice of {front:g} mm "
        + ", and ".join(_told(spoilt_now, spoilt, cut_now, through, nearer=depth < depth_now - _WORTH_MM))
        + ".",
    )


def _told(spoilt_now: int, spoilt: int, cut_now: int, through: int, *, nearer: bool) -> Iterator[str]:
    if spoilt != spoilt_now:
        yield f"{_count(spoilt)} instead of {spoilt_now}"
    elif spoilt and nearer:
        yield f"{_count(spoilt)} as now, but nearer to a face"
    if through != cut_now:
        yield f"the wire goes through {through or 'none'} of what stands on top instead of {cut_now}"


def _count(joints: int) -> str:
    if joints == 0:
        return "no joint spoils a bar"
    return f"{joints} {'joint spoils' if joints == 1 else 'joints spoil'} a bar"
