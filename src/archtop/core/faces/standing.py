"""What stands in a section: embeds, what they leave free, and how they hold batter that moves past them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cached_property
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.faces.polygon import Edges, away_from, contains, edges_of
from archtop.core.faces.section import CELL_MM, HOLD_MM, STACKED, Section, Spans, obstacle_of
from archtop.core.geometry import Prism, spans_over

__all__ = ["ROWS", "SLIPS_MM", "Rows", "Standing", "Stood", "contains"]

Array = NDArray[np.float64]

# Heights of a band that are told.
ROWS = 401
# Streams slip past embeds this near to them [mm].
SLIPS_MM = 3.0
# Beyond a box that nothing reaches.
_NOTHING = (np.inf, -np.inf, np.inf, -np.inf)


class Rows(NamedTuple):
    """A level band from below up: from where to where what stands in it reaches across [mm], shape (…, ROWS, STACKED),
    and the share of the band's area that is under each height, (…, ROWS).
    """

    left: Array
    right: Array
    share: Array


class Standing:
    """Embeds by their names and outlines (each of shape (n, 2)) in a section [mm]; nothing is reckoned twice."""

    def __init__(
        self, names: Sequence[str] = (), outlines: Sequence[Array] = (), section: Section | None = None
    ) -> None:
        self.names, self.outlines, self._section = list(names), list(outlines), section
        self._rows: dict[tuple[float, float], Rows] = {}

    def inside(self, x: Array, z: Array) -> NDArray[np.bool_]:
        """Which points of the section lie in any of them.

        :param x: and ``z``: of the points [mm], of any shape, which is that of the answer too
        """
        found = np.zeros(np.shape(x), dtype=bool)
        for outline, (left, low, right, high) in zip(self.outlines, self.bounds, strict=True):
            near = (x >= left) & (x <= right) & (z >= low) & (z <= high)
            found[near] |= contains(outline, x[near], z[near])
        return found

    def away(self, x: Array, z: Array) -> Array:
        """How far points of the section are from each of them [mm], shape (embeds, p); 0 inside.

        :param x: and ``z``: of the points [mm], shape (p,)
        """
        return away_from(self._edges, x, z)

    @cached_property
    def _edges(self) -> Edges:
        return edges_of(self.outlines)

    @cached_property
    def bounds(self) -> list[tuple[float, float, float, float]]:
        """The box around each: left, low, right, high [mm]."""
        return [(*outline.min(axis=0).tolist(), *outline.max(axis=0).tolist()) for outline in self.outlines]

    @cached_property
    def bottoms(self) -> dict[str, Array]:
        """How low each reaches in each column [mm], shape (COLUMNS,); not a number where it does not."""
        return {
            name: spans_over(points, self.spans.xs)[0] for name, points in zip(self.names, self.outlines, strict=True)
        }

    def rows(self, low: float, high: float) -> Rows:
        """What of a level band they leave free, height by height [mm]."""
        if (low, high) not in self._rows:
            self._rows[low, high] = self._rows_between(low, high)
        return self._rows[low, high]

    def _rows_between(self, low: float, high: float) -> Rows:
        heights = np.linspace(low, high, ROWS)
        left, right = (np.zeros((ROWS, max(len(self.outlines), STACKED))) for _ in range(2))
        half = self.spans.half
        for k, outline in enumerate(self.outlines):
            from_x, to_x = spans_over(np.ascontiguousarray(outline[:, ::-1]), heights)
            here = np.isfinite(from_x)
            left[here, k], right[here, k] = np.clip(from_x[here], -half, half), np.clip(to_x[here], -half, half)
        free = np.maximum(2 * half - (right - left).sum(axis=1), 1e-6)
        under = np.concatenate([[0.0], np.cumsum((free[1:] + free[:-1]) / 2)])
        return Rows(left, right, under / under[-1])

    @cached_property
    def grid(self) -> Array:
        """How freely batter moves beside them: see :func:`archtop.core.faces.section.obstacle_of`."""
        if not self.outlines or self._section is None:
            return np.ones((1, 1))
        return obstacle_of(self.outlines, self._section.half, self._section.height)

    @cached_property
    def around(self) -> tuple[float, float, float, float]:
        """The box beyond which nothing is held: left, right, low, high [mm]."""
        if not self.outlines:
            return _NOTHING
        points, held = np.concatenate(self.outlines), HOLD_MM + CELL_MM
        (left, low), (right, high) = points.min(axis=0), points.max(axis=0)
        return float(left) - held, float(right) + held, float(low) - held, float(high) + held

    @cached_property
    def spans(self) -> Spans:
        """Column by column."""
        return Spans(self.outlines, self._section.half if self._section else 1.0)


class Stood:
    """What stands at each place of one loaf: embeds are as they are all along, so most sections share theirs."""

    def __init__(self, prisms: Mapping[str, Prism]) -> None:
        self._prisms = prisms
        self._known: dict[tuple[Section, tuple[str, ...]], Standing] = {}

    def at(self, section: Section, laid: Sequence[str], y: float) -> Standing:
        """What of ``laid`` stands in the section at ``y`` [mm]."""
        here = tuple(key for key in laid if self._prisms[key].y0 <= y <= self._prisms[key].y1)
        if (section, here) not in self._known:
            found = [(key, section.outline(self._prisms[key], y)) for key in here]
            standing = [(key, outline) for key, outline in found if outline is not None]
            names, outlines = [key for key, _ in standing], [outline for _, outline in standing]
            self._known[section, here] = Standing(names, outlines, section)
        return self._known[section, here]
