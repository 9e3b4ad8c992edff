"""Batter along the loaf: how much of a pour comes to lie where, and where what lies here lay before an embed went in.

An embed that does not reach all along takes room in its part of the loaf only; the level rises everywhere, so batter
flows along. What lay in front of a section still lies in front of it: cumulated volumes before and after are the same.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Lay, Loaf
from archtop.core.faces.section import Section, Spans
from archtop.core.geometry import Prism
from archtop.core.pours import Fill

__all__ = ["Along"]

Array = NDArray[np.float64]

# Between the ends of embeds sections are asked for so many times.
_STATIONS = 9
# Right before and right behind an embed's end [mm].
_END_MM = 1e-3


class Along:
    """Areas of batter all along one loaf."""

    def __init__(self, loaf: Loaf, fills: Sequence[Fill], prisms: Mapping[str, Prism]) -> None:
        self._loaf, self._fills, self._prisms = loaf, fills, prisms
        self._poured: dict[int, Array] = {}
        self._frees: dict[tuple[tuple[str, ...], float], Array] = {}
        self._known: dict[tuple[Section, tuple[str, ...]], Spans] = {}

    @cached_property
    def ys(self) -> Array:
        """Places along the loaf [mm]: its ends, both sides of every embed's ends, and some between."""
        length = self._loaf.mould.length_mm
        ends = [end + side for p in self._prisms.values() for end in (p.y0, p.y1) for side in (-_END_MM, _END_MM)]
        found: Array = np.unique(np.clip([*np.linspace(0, length, _STATIONS), *ends], 0.0, length))
        return found

    def areas(self, i: int) -> tuple[Array, Array]:
        """What the i-th step pours at each place along the loaf [mm, mm²], each of shape (n,)."""
        if i not in self._poured:
            laid, fill = self._laid(i), self._fills[i]
            after = self._free(laid, fill.level_after_mm)
            self._poured[i] = np.maximum(after - self._free(laid, fill.level_before_mm), 1e-9)
        return self.ys, self._poured[i]

    def sections(self, y: float) -> tuple[float, ...]:
        """Where along the loaf [mm] what lies at ``y`` in the end lay once each step of the work was done."""
        at, found = y, []
        for i in range(len(self._loaf.work) - 1, -1, -1):
            found.append(at)
            step, fill = self._loaf.work[i], self._fills[i]
            if isinstance(step, Lay) and fill.level_before_mm > 0 and not self._all_along(step.embed):
                before = self._volumes(self._free(self._laid(i), fill.level_before_mm))
                after = self._volumes(self._free((*self._laid(i), step.embed), fill.level_after_mm))
                at = float(np.interp(np.interp(at, self.ys, after), before, self.ys))
        return tuple(reversed(found))

    def _all_along(self, embed: str) -> bool:
        prism = self._prisms[embed]
        return prism.y0 <= 0 and prism.y1 >= self._loaf.mould.length_mm

    def _laid(self, i: int) -> tuple[str, ...]:
        return tuple(step.embed for step in self._loaf.work[:i] if isinstance(step, Lay))

    def _free(self, laid: tuple[str, ...], level_mm: float) -> Array:
        """Area of batter under a level at each place."""
        if (laid, level_mm) not in self._frees:
            self._frees[laid, level_mm] = np.array([self._area(y, laid, level_mm) for y in self.ys])
        return self._frees[laid, level_mm]

    def _area(self, y: float, laid: tuple[str, ...], level_mm: float) -> float:
        if level_mm <= 0:
            return 0.0
        section = Section.at(self._loaf.mould, y)
        if section.half < _END_MM:
            return 0.0
        here = tuple(key for key in laid if self._prisms[key].y0 <= y <= self._prisms[key].y1)
        if (section, here) not in self._known:
            outlines = [outline for name in here if (outline := section.outline(self._prisms[name], y)) is not None]
            self._known[section, here] = Spans(outlines, section.half)
        return self._known[section, here].area(section.level(level_mm))

    def _volumes(self, areas: Array) -> Array:
        """Share of the volume that lies in front of each place."""
        whole = np.concatenate([[0.0], np.cumsum((areas[1:] + areas[:-1]) / 2 * np.diff(self.ys))])
        found: Array = whole / whole[-1]
        return found
