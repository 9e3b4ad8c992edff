"""Loaves as solids: what they take, how heavy they are, and what one mesh to each motif would take instead."""

from __future__ import annotations

import gzip
import json
from pathlib import Path

from archtop.core import plan_of, read_cupboard, read_loaf, resolve
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import ColourField, field_of
from archtop.core.resolved import ResolvedLoaf
from archtop.core.solids import (
    Detail,
    LoafSolids,
    Look,
    as_glb,
    loaf_solids,
    look_of,
    motif_solid,
    outside_of,
    pictures_of,
    still_of,
    warm,
)
from benchmarks.timing import line, median_ms

__all__ = ["run"]

DEMO = Path(__file__).parent.parent / "src/archtop/studio/demo"

_NAMES = (
    "lantern-row",
    "paper-kites",
    "ferry-lights",
    "trellis-gate",
    "tea-stall-cups",
    "confetti-street",
    "tin-roof-rain",
    "twin-posts",
)


def run() -> None:
    """Each demo loaf once, then the ratio to the obvious way."""
    warm()
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    for name in _NAMES:
        of = resolve(read_loaf(json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))), cupboard)
        result = plan_of(of)
        field = field_of(of, result.fills, bowls_of(of, result))
        look = look_of(of, {colour.id: colour.shown for colour in result.colours})
        solids = loaf_solids(of, result)
        pictures = pictures_of(of, solids, field, look)
        made = median_ms(lambda of=of, result=result: loaf_solids(of, result), 3)  # type: ignore[misc]
        file = as_glb(solids, pictures)
        drawn = median_ms(lambda solids=solids, pictures=pictures: still_of(solids, pictures), 3)  # type: ignore[misc]
        first = median_ms(lambda of=of, s=solids, f=field, look=look: _first_look(of, s, f, look), 3)  # type: ignore[misc]
        whole = drawn + median_ms(lambda of=of, s=solids, f=field, look=look: pictures_of(of, s, f, look), 3)  # type: ignore[misc]
        line(f"first look at {name}", f"{first:.0f} ms", f"{whole / first:.1f} × as quick as all its cuts and outsides")
        line(
            f"solids of {name}",
            f"{made:.0f} ms",
            f"{made / median_ms(lambda of=of: plan_of(of), 3):.1f} of its plan; "  # type: ignore[misc]
            f"{len(file) / 1e6:.1f} MB as glTF, {len(gzip.compress(file, 6)) / 1e6:.1f} MB on the way to the browser, "
            f"its picture {drawn:.0f} ms",
        )
    _variants()


def _first_look(of: ResolvedLoaf, solids: LoafSolids, field: ColourField, look: Look) -> None:
    still_of(solids, outside_of(of, solids, field, look), finer=1)


def _variants() -> None:
    """Three of a run, set down again and again, against each piped by itself."""
    of = resolve(
        read_loaf(json.loads((DEMO / "paper-kites.loaf.json").read_text(encoding="utf-8"))),
        read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8"))),
    )
    result = plan_of(of)
    run = max(result.top.runs, key=lambda run: len(run.spots))
    (tip,) = [tip for tip in result.top.tips if tip.id == run.tip]

    def piped(many: int) -> None:
        for variant in range(many):
            motif_solid(run, 13.0, tip, Detail(800), variant)

    few, each = median_ms(lambda: piped(3), 3), median_ms(lambda: piped(len(run.spots)), 3)
    line(f"{len(run.spots)} motifs from three", f"{few:.0f} ms", f"{each / few:.0f} × as quick as each by itself")
