"""Level for a volume of batter around the demo's lanterns, against counting 0.5 mm voxels of the same loaf."""

from __future__ import annotations

import json

import numpy as np
import shapely

from archtop.core import read_loaf
from archtop.core.embeds import prism_of
from archtop.core.geometry import Inside, Mould, Prism
from benchmarks.planning import demo_text
from benchmarks.timing import line, median_ms

__all__ = ["run"]

_STEP_MM = 0.5


def _level_by_voxels(mould: Mould, pieces: list[Prism], batter_mm3: float) -> float:
    """Fill horizontal sheets of voxels from the floor until the batter is used up."""
    x = np.arange(-mould.width_mm / 2, mould.width_mm / 2, _STEP_MM) + _STEP_MM / 2
    y = np.arange(0, mould.length_mm, _STEP_MM) + _STEP_MM / 2
    left = batter_mm3
    for z in np.arange(0, mould.height_mm, _STEP_MM) + _STEP_MM / 2:
        wet = np.ones((len(y), len(x)), dtype=bool)
        for piece in pieces:
            across = shapely.contains_xy(piece.shape, x, np.full_like(x, z))
            along = (piece.y0 < y) & (y < piece.y1)
            wet &= ~(along[:, None] & across[None, :])
        sheet = wet.sum() * _STEP_MM**3
        if left < sheet:
            return float(z - _STEP_MM / 2 + _STEP_MM * left / sheet)
        left -= sheet
    return mould.height_mm


def run() -> None:
    """Same answer, and how many times faster."""
    loaf = read_loaf(json.loads(demo_text()))
    pieces = [prism_of(embed) for embed in loaf.embeds]
    batter = Inside(loaf.mould, pieces).batter_below(52.3)
    exact = Inside(loaf.mould, pieces).level_for(batter)
    counted = _level_by_voxels(loaf.mould, pieces, batter)
    difference = abs(counted - exact) / exact
    line("level for a volume, exact against voxels: difference", f"{difference * 100:.3f} %", "aim 0.2 %")
    ours = median_ms(lambda: Inside(loaf.mould, pieces).level_for(batter), 200)
    theirs = median_ms(lambda: _level_by_voxels(loaf.mould, pieces, batter), 5)
    line("level for a volume: voxels to exact", f"{theirs / ours:.0f} × faster", f"{theirs:.0f} ms to {ours:.2f} ms")
