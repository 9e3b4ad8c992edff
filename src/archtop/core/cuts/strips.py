"""Where a slice is cut lengthwise: into equal parts, or into strips of a width."""

from __future__ import annotations

import math
from typing import NamedTuple

from archtop.core.base import InputError, Mend
from archtop.core.document import Cuts
from archtop.core.geometry import Mould

__all__ = ["Strips", "cut_half_mm", "is_oval", "strips_along", "strips_of"]

# What is left of the width beside the last strip counts from here on [mm]: less goes with the bevel.
_LEFT_MM = 0.5


class Strips(NamedTuple):
    """From and to of every strip across the loaf, and of what is left beside the last of them [mm]; else ``None``."""

    parts: tuple[tuple[float, float], ...]
    left: tuple[float, float] | None = None

    @property
    def lines(self) -> tuple[float, ...]:
        """Where wires go lengthwise [mm]."""
        edges = [self.parts[i][1] for i in range(len(self.parts) - 1)]
        return (*edges, *([self.parts[-1][1]] if self.left else []))


def strips_of(cuts: Cuts, bar: int, half_wide: float) -> Strips:
    """How the slice of that number, counted from 1, is cut lengthwise.

    :param half_wide: half of what is cut [mm]
    :raises InputError: ``cuts.strip`` when not one strip is so wide
    """
    own = cuts.own_parts_of(bar)
    wide = 2 * half_wide
    if own is None and cuts.strip_mm is not None:
        return _of_a_width(cuts.strip_mm, cuts.kerf_mm, wide)
    many = own or cuts.parts
    return Strips(tuple((wide * k / many - half_wide, wide * (k + 1) / many - half_wide) for k in range(many)))


def cut_half_mm(mould: Mould, level_mm: float) -> float:
    """Half of what is cut lengthwise [mm]: bowed walls are narrowest at the ends, and what fits there fits everywhere.

    :param level_mm: of what is poured
    """
    middle = mould.half_width(mould.length_mm / 2, level_mm)
    return middle if is_oval(mould, level_mm) else min(mould.half_width(0.0, level_mm), middle)


def is_oval(mould: Mould, level_mm: float) -> bool:
    """Whether what is poured to that level [mm] is round or oval from above: it has no width at its ends."""
    front, _ = mould.ends(level_mm)
    return mould.half_width(front, level_mm) < 1e-6 * mould.half_width(mould.length_mm / 2, level_mm)


def strips_along(cuts: Cuts, bars: int, half_wide: float) -> list[Strips]:
    """How each of so many slices is cut lengthwise, front to back.

    :param half_wide: half of what is cut [mm]
    :raises InputError: as :func:`strips_of`
    """
    return [strips_of(cuts, number, half_wide) for number in range(1, bars + 1)]


def _of_a_width(strip_mm: float, kerf_mm: float, wide: float) -> Strips:
    many = math.floor(wide / strip_mm + 1e-9)
    if many < 1:
        raise InputError.one(
            "cuts.strip",
            "cuts.strip_mm",
            strip_mm,
            f"the loaf is {wide:.0f} mm wide",
            "Cut narrower strips.",
            Mend(says="As wide as the loaf", field="cuts.strip_mm", value=math.floor(wide)),
        )
    # Where so many just fill the width, all of them lack a little of what the wires take: no last one lacks it all.
    each = min(strip_mm, (wide - (many - 1) * kerf_mm) / many)
    starts = [k * (each + kerf_mm) - wide / 2 for k in range(many)]
    end = starts[-1] + each
    left = (end + kerf_mm, wide / 2) if wide / 2 - end - kerf_mm > _LEFT_MM else None
    return Strips(tuple((start, start + each) for start in starts), left)
