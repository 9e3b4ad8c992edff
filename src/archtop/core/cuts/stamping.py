"""A stamp in every bar: where it is set on the face, and when the soap takes it."""

from __future__ import annotations

from collections.abc import Sequence

from archtop.core.base import Frozen, InputError, Mend
from archtop.core.cuts.cutting import Bar
from archtop.core.document import Cuts

__all__ = ["StampPlan", "stamping_of"]

# From the first day after the cut to the fourth: before, it sticks in the stamp; later, the edge of the print breaks
# out. Common practice, no source.
_FROM_H, _TO_H = 12.0, 96.0


class StampPlan(Frozen):
    """A stamp on a bar's face: its left edge and its lower edge from the bar's own [mm], and when it is pressed in [h].

    ``earliest_h``, ``latest_h``: after the cut; ``bars``: of one mould.
    """

    name: str
    left_mm: float
    up_mm: float
    wide_mm: float
    high_mm: float
    earliest_h: float
    latest_h: float
    bars: int
    colour: str | None
    says: str


def stamping_of(cuts: Cuts, bars: Sequence[Bar], level_mm: float) -> StampPlan | None:
    """The stamp of a loaf, set where it lies wholly on the smallest face.

    :param level_mm: how high the face is [mm]
    :raises InputError: ``stamp.large`` when it is larger than a face
    """
    stamp = cuts.stamp
    if stamp is None:
        return None
    wide = min(right - left for bar in bars for left, right in bar.strips)
    for field, value, most, what in (
        ("wide_mm", stamp.wide_mm, wide, "wide"),
        ("high_mm", stamp.high_mm, level_mm, "high"),
    ):
        if value > most:
            raise InputError.one(
                "stamp.large",
                f"cuts.stamp.{field}",
                value,
                f"the smallest bar is {most:.0f} mm {what}",
                "Take a smaller stamp, or cut larger bars.",
                Mend(says=f"As {what} as the bar", field=f"cuts.stamp.{field}", value=int(most)),
            )
    left = (wide - stamp.wide_mm) * stamp.across_percent / 100
    up = (level_mm - stamp.high_mm) * stamp.up_percent / 100
    return StampPlan(
        name=stamp.name,
        left_mm=left,
        up_mm=up,
        wide_mm=stamp.wide_mm,
        high_mm=stamp.high_mm,
        earliest_h=_FROM_H,
        latest_h=_TO_H,
        bars=sum(bar.parts for bar in bars),
        colour=stamp.colour,
        says=f"{left:.0f} mm from the left edge of the face and {up:.0f} mm up from its base. From the day after the "
        "cut to the fourth, as soon as a finger leaves no dent and a nail still does: sooner it sticks, later it "
        "breaks out.",
    )
