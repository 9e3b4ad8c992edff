"""Strips along a mould's two long rims: cuts with their bars' numbers, and marks by which a camera finds them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from archtop.core.camera.marks import MARK_MM, Mark

__all__ = ["RimStrips"]

# Along the inner edge run the cuts; beyond them white paper, the marks, white paper [mm].
_CUTS_MM, _WHITE_MM = 6.0, 3.0
# A mark keeps so far from an end [mm], about one comes to every so many of them, and no more to a strip than there are
# numbers for.
_FROM_END_MM, _EVERY_MM, _MOST = 14.0, 75.0, 6
# Numbers of their own: no other sheet is taken for a strip.
_LEFT, _RIGHT = 20, 30


@dataclass(frozen=True)
class RimStrips:
    """Two strips, their inner edges at the mould's inner walls.

    Seen from above, front end at the left: x runs along the loaf from the middle of its rim, y across it from the left
    wall to the right one. ``front_mm``, ``back_mm``: the rim's ends along the loaf; ``half_mm``: half its width inside.
    """

    front_mm: float
    back_mm: float
    half_mm: float

    @property
    def long_mm(self) -> float:
        """How long they are [mm]."""
        return self.back_mm - self.front_mm

    @property
    def wide_mm(self) -> float:
        """How wide each is [mm]."""
        return _CUTS_MM + 2 * _WHITE_MM + MARK_MM

    @property
    def cuts_mm(self) -> float:
        """How wide the band is that shows the cuts [mm]."""
        return _CUTS_MM

    def marks(self) -> tuple[Mark, ...]:
        """Of both strips, the left one's first; none where the rim is too short for two of them."""
        return tuple(self._marks()) if self.long_mm >= 2 * (_FROM_END_MM + MARK_MM) else ()

    def _marks(self) -> Iterator[Mark]:
        places = self.places()
        across = self.half_mm + _CUTS_MM + _WHITE_MM + MARK_MM / 2
        for first, y in ((_LEFT, -across), (_RIGHT, across)):
            for i, x in enumerate(places):
                yield Mark(first + i, x, y)

    def places(self) -> tuple[float, ...]:
        """Where along a strip its marks' middles are, from the middle of the rim [mm]."""
        reach = self.long_mm / 2 - _FROM_END_MM
        count = max(2, min(_MOST, round(self.long_mm / _EVERY_MM) + 1))
        return tuple(reach * (2 * i / (count - 1) - 1) for i in range(count))

    def lengths(self, longest_mm: float) -> tuple[tuple[float, float], ...]:
        """From and to of what each is printed in, no longer than a page, no joint near a mark [mm].

        :param longest_mm: room on a page [mm]
        """
        places, half = self.places(), self.long_mm / 2
        joints = [*((a + b) / 2 for a, b in pairwise(places)), half]
        found = [(-half, -half)]
        while found[-1][1] < half:
            start = found[-1][1]
            fits = [joint for joint in joints if start < joint <= start + longest_mm]
            found.append((start, max(fits, default=min(joint for joint in joints if joint > start))))
        return tuple(found[1:])
