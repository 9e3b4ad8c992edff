"""The top as one surface: 350 motifs and 200 pieces against laying each over the whole grid."""

from __future__ import annotations

import numpy as np

from archtop.core.top import TopArea
from archtop.core.top.runs import Spot
from archtop.core.top.surface import Body, Surface
from archtop.core.trade import MotifSize, Tip, bead_of, motif_of
from benchmarks.timing import line, median_ms

__all__ = ["run"]

_AREA = TopArea(front=0.0, back=300.0, half_wide=60.0, area_mm2=36_000.0)
_MOTIF = motif_of(MotifSize(kind="kiss", size_mm=12.0), bead_of(Tip(id="t", name="Round")), 1.0, {})
_BODY = Body(4.0, 3.0, 8.0)


def run() -> None:
    """So many as a crowded loaf bears."""
    random = np.random.default_rng(1)
    motifs, pieces = (
        [
            Spot(x=float(x), y=float(y))
            for x, y in zip(random.uniform(-50, 50, n), random.uniform(8, 292, n), strict=True)
        ]
        for n in (350, 200)
    )

    def stamped() -> Surface:
        surface = Surface(_AREA)
        surface.piped(motifs, _MOTIF)
        for spot in pieces:
            surface.set_down(spot, _BODY)
        return surface

    def over_all() -> np.ndarray:
        surface = Surface(_AREA)
        xs, ys = surface.xs[None, :], surface.ys[:, None]
        laid = np.zeros(surface.heights.shape)
        for spot in motifs:
            away = ((xs - spot.x) / _MOTIF.wide_mm * 2) ** 2 + ((ys - spot.y) / _MOTIF.long_mm * 2) ** 2
            laid = np.maximum(laid, _MOTIF.high_mm * np.sqrt(np.maximum(1 - away, 0)))
        for spot in pieces:
            away = ((xs - spot.x) / _BODY.half_wide) ** 2 + ((ys - spot.y) / _BODY.half_long) ** 2
            under = laid[away < 1].max()
            laid = np.maximum(laid, np.where(away < 1, under + _BODY.high * np.sqrt(np.maximum(1 - away, 0)), 0))
        return laid

    quick, slow = median_ms(stamped, 9), median_ms(over_all, 3)
    line(
        "surface of 350 motifs and 200 pieces",
        f"{quick:.0f} ms",
        f"{slow / quick:.0f} × as quick as over the whole grid ({slow:.0f} ms); aim: 60 ms",
    )
