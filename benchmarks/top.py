"""Pieces strewn over a loaf: time, fairness and unwanted cuts against dropping them anywhere at random."""

from __future__ import annotations

from functools import partial

import numpy as np

from archtop.core.document import Scatter, ScatterItem
from archtop.core.top import Foot, TopArea, strew
from benchmarks.timing import line, median_ms

__all__ = ["run"]

_RADIUS_MM = 5.0


def run() -> None:
    """40 and 200 pieces on 10 and 40 bars of 25 mm."""
    for count, bars in ((40, 10), (40, 40), (200, 10), (200, 40)):
        long = bars * 25.0
        # As wide as it takes for that many to find room.
        half = 45.0 if count <= 4 * bars else 45.0 * count / bars / 4
        area = TopArea(front=0.0, back=long, half_wide=half, area_mm2=long * 2 * half)
        edges = [(i * 25.0, (i + 1) * 25.0) for i in range(bars)]
        scatter = Scatter(items=(ScatterItem(pieces="bit", count=count),), seed=1)
        feet = {"bit": Foot(_RADIUS_MM, _RADIUS_MM)}
        found = strew(scatter, feet, area, edges)
        took = median_ms(partial(strew, scatter, feet, area, edges), 5)
        sums = [sum(share.values()) for share in found.shares]
        cuts, spread, touching = _at_random(count, area, edges)
        line(
            f"{count} pieces strewn on {bars} bars",
            f"{took:.0f} ms",
            f"bars have {min(sums)}-{max(sums)}, {found.leaning} cut, {found.touching} touch; dropped at random: bars "
            f"{spread[0]}-{spread[1]}, {cuts} cut, {touching} touch",
        )


def _at_random(
    count: int, area: TopArea, bars: list[tuple[float, float]], seed: int = 1
) -> tuple[int, tuple[int, int], int]:
    """Pieces dropped anywhere: how many a wire goes through, the least and most in a bar, how many touch another."""
    random = np.random.default_rng(seed)
    xs = random.uniform(-area.half_wide + _RADIUS_MM, area.half_wide - _RADIUS_MM, count)
    ys = random.uniform(area.front + _RADIUS_MM, area.back - _RADIUS_MM, count)
    inner = np.array([low for low, _ in bars[1:]])
    cut = int((np.abs(ys[:, None] - inner).min(axis=1) < _RADIUS_MM).sum())
    counts = [int(((ys >= low) & (ys < high)).sum()) for low, high in bars]
    apart = np.hypot(xs[:, None] - xs, ys[:, None] - ys) + np.eye(count) * 1e9
    return cut, (min(counts), max(counts)), int((apart.min(axis=1) < 2 * _RADIUS_MM).sum())
