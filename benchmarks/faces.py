"""Cut faces: ten at a quarter millimetre of every demo loaf, a coarse preview, and voxels moved through the work."""

from __future__ import annotations

import json
import time
from collections.abc import Callable
from functools import partial
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from archtop.core import Cupboard, Loaf, plan, read_cupboard, read_loaf
from archtop.core.clock import bowls_of
from archtop.core.pour import ColourField, field_of, warm
from benchmarks.timing import line
from benchmarks.voxels import advected

__all__ = ["run"]

_DEMO = Path(__file__).parent.parent / "src/archtop/studio/demo"
_VOXEL_MM, _SLICES = 0.5, 24


def _field(loaf: Loaf, cupboard: Cupboard) -> ColourField:
    result = plan(loaf, cupboard)
    return field_of(loaf, result.fills, bowls_of(loaf, result, cupboard))


def run() -> None:
    """Times of one thread, and the ratio for a whole loaf."""
    warm()
    cupboard = read_cupboard(json.loads((_DEMO / "cupboard.json").read_text(encoding="utf-8")))
    for file in sorted(_DEMO.glob("*.loaf.json")):
        loaf = read_loaf(json.loads(file.read_text(encoding="utf-8")))
        field = _field(loaf, cupboard)
        ys = np.linspace(10, loaf.mould.length_mm - 10, 10)
        ten = _seconds(partial(_faces, field, ys, 0.25))
        one = _seconds(partial(_faces, field, ys[4:5], 0.8))
        line(
            f"ten faces at 0.25 mm, {loaf.name}",
            f"{ten:.2f} s",
            f"aim 2 s; preview of one {one * 1000:.0f} ms, aim 60 ms",
        )
        if not loaf.embeds:
            _against_voxels(field, ten)


def _faces(field: ColourField, ys: NDArray[np.float64], px_mm: float) -> None:
    for y in ys:
        field.face(float(y), px_mm)


def _against_voxels(field: ColourField, ten: float) -> None:
    """Some slices of the loaf moved as voxels; the whole loaf takes as many times that as it has slices."""
    length = field.loaf.mould.length_mm
    ys = np.linspace(10, length - 10, _SLICES)
    took = _seconds(lambda: [advected(field, float(y), _VOXEL_MM) for y in ys])
    whole = took / _SLICES * length / _VOXEL_MM
    line(
        f"the same loaf as {_VOXEL_MM:g} mm voxels",
        f"{whole:.0f} s",
        f"reckoned from {_SLICES} of {length / _VOXEL_MM:.0f} slices; {whole / ten:.0f} times the ten faces, aim 100",
    )


def _seconds(call: Callable[[], object]) -> float:
    call()
    start = time.perf_counter()
    call()
    return time.perf_counter() - start
