"""Cut faces: ten at a quarter millimetre of every demo loaf, a coarse preview, and voxels moved through the work."""

from __future__ import annotations

import json
import time
from collections.abc import Callable
from functools import partial
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from archtop.core import Cupboard, Loaf, blank_loaf, plan_of, read_cupboard, read_loaf, resolve, standard_cupboard
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import ColourField, field_of, fragile_in, warm
from benchmarks.timing import line
from benchmarks.voxels import advected

__all__ = ["run"]

_DEMO = Path(__file__).parent.parent / "src/archtop/studio/demo"
_VOXEL_MM, _SLICES = 0.5, 24


def _fresh(loaf: Loaf, cupboard: Cupboard) -> Callable[[], ColourField]:
    """A loaf's inside that nothing has been asked of yet, as often as it is called."""
    of = resolve(loaf, cupboard)
    result = plan_of(of)
    return partial(field_of, of, result.fills, bowls_of(of, result))


def run() -> None:
    """Times of all cores and of one thread, and the ratio for a whole loaf."""
    warm()
    cupboard = read_cupboard(json.loads((_DEMO / "cupboard.json").read_text(encoding="utf-8")))
    for file in sorted(_DEMO.glob("*.loaf.json")):
        loaf = read_loaf(json.loads(file.read_text(encoding="utf-8")))
        field = _fresh(loaf, cupboard)
        ys = np.linspace(10, loaf.mould.length_mm - 10, 10)
        ten = _seconds(partial(_faces, field, ys, 0.25))
        one = _seconds(partial(_faces, field, ys[4:5], 0.8))
        cores = _seconds(partial(_faces_on_all_cores, field, ys, 0.25))
        line(
            f"ten faces at 0.25 mm, {loaf.name}",
            f"{cores:.2f} s",
            f"aim 0.3 s; {ten:.2f} s on one thread; preview of one {one * 1000:.0f} ms, aim 40 ms",
        )
        if loaf.name == "Paper Kites":
            _against_voxels(field(), ten)
            _fragile(loaf, cupboard)
    _true()
    _growth()


def _fragile(loaf: Loaf, cupboard: Cupboard) -> None:
    of = resolve(loaf, cupboard)
    result = plan_of(of)
    bars = [bar.from_mm for bar in result.cuts.bars]
    took = _seconds(lambda: fragile_in(field_of(of, result.fills, bowls_of(of, result)), range(1, 9), bars))
    line(f"what is fragile in eight outcomes, {loaf.name}", f"{took:.2f} s", f"{len(bars)} faces in each")


def _true() -> None:
    """How far colours are off what was poured, over all of a loaf: a pot poured around an embed, the hardest of all."""
    document = blank_loaf("True").model_dump(mode="json")
    colours = [{"id": key, "name": key, "srgb": srgb} for key, srgb in (("red", "#c03020"), ("blue", "#3050a0"))]
    shares = {"plain": 50, "red": 30, "blue": 20}
    rod = {"id": "rod", "name": "Rod", "outline": {"kind": "circle", "diameter_mm": 36}, "up_mm": 36, "from_mm": 0}
    base = {"do": "pour", "id": "a", "name": "A", "to_mm": 30, "colours": [{"colour": "plain", "percent": 100}]}
    swirl = {"kind": "pot swirl", "passes": 6, "turns": 0.8}
    pot = {"do": "pour", "id": "b", "name": "B", "to_mm": 68, "fall_mm": 40, "thickness": "thin", "technique": swirl}
    pot["colours"] = [{"colour": key, "percent": percent} for key, percent in shares.items()]
    document |= {
        "colours": [*document["colours"], *colours],
        "embeds": [{**rod, "length_mm": 250, "colour": "red"}],
        "work": [base, {"do": "lay", "embed": "rod"}, pot],
    }
    field = _fresh(read_loaf(document), standard_cupboard())()
    found: dict[str, float] = {}
    for y in (np.arange(80) + 0.5) * 250 / 80:
        for key, area in field.shares(float(y), 12_000).items():
            found[key] = found.get(key, 0.0) + area
    poured = {"red": 30.0, "blue": 20.0}
    of_pot = sum(found.values()) * field.fills[2].batter.value / sum(fill.batter.value for fill in field.fills)
    off = max(abs(100 * found[key] / of_pot - share) for key, share in poured.items())
    line("a pot around an embed: colours off what was poured", f"{off:.2f} points", "of the pour; aim 0.2")


def _growth() -> None:
    """Drop swirls on each other, with as many passes altogether in each pour."""
    first = 0.0
    for pours in (10, 30, 100):
        work = [
            {
                "do": "pour",
                "id": f"p{i}",
                "name": f"P{i}",
                "to_mm": 5 + 60 * (i + 1) / pours,
                "technique": {"kind": "drops", "passes": 4},
                "fall_mm": 60,
                "thickness": "light",
                "colours": [{"colour": ("plain", "dark")[i % 2], "percent": 100}],
            }
            for i in range(pours)
        ]
        document = blank_loaf("Growth").model_dump(mode="json")
        document |= {"work": work, "colours": [*document["colours"], {"id": "dark", "name": "Dark", "srgb": "#203040"}]}
        field = _fresh(read_loaf(document), standard_cupboard())
        took = _seconds(partial(_faces, field, np.linspace(20, 230, 3), 0.5))
        first = first or took
        line(f"three faces at 0.5 mm of {pours} pours", f"{took:.2f} s", f"{took / first:.1f} times that of 10")


def _faces(fresh: Callable[[], ColourField], ys: NDArray[np.float64], px_mm: float) -> None:
    field = fresh()
    for y in ys:
        field.face(float(y), px_mm)


def _faces_on_all_cores(fresh: Callable[[], ColourField], ys: NDArray[np.float64], px_mm: float) -> None:
    fresh().faces(ys.tolist(), px_mm)


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
