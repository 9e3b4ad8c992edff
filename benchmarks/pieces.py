"""Two hundred pieces in a mould, where a column rests, and sixty cutters on a sheet."""

from __future__ import annotations

import numpy as np
import shapely

from archtop.core.geometry import Circle, Inside, LoafMould, Prism, Regular, nest, points_of
from archtop.core.rheology import Laid
from benchmarks.timing import line, median_ms

__all__ = ["run"]


def _grid_of_rods(mould: LoafMould) -> list[Prism]:
    """Two hundred thin rods side by side in ten rows."""
    points = points_of(Circle(diameter_mm=3))
    places = [(x, z) for z in np.linspace(5, 60, 10) for x in np.linspace(-40, 40, 20)]
    return [Prism(points, (float(x), float(z)), 0, (0, mould.length_mm)) for x, z in places]


def run() -> None:
    """Each against the obvious alternative."""
    mould = LoafMould(length_mm=250, width_mm=90, height_mm=70)
    rods = _grid_of_rods(mould)
    inside = Inside(mould, rods)
    shapes = [rod.shape for rod in rods]

    def by_clipping() -> float:
        """The immersed area by cutting every outline with a library."""
        water = shapely.box(-99, -99, 99, 43.1)
        return float(sum(shape.intersection(water).area for shape in shapes))

    ours = median_ms(lambda: inside.immersed_below(43.1), 50)
    theirs = median_ms(by_clipping, 5)
    line("displacement of 200 pieces: clipping to tables", f"{theirs / ours:.1f} × faster", f"{ours:.2f} ms")
    column = Prism(points_of(Circle(diameter_mm=40)), (0, 30), 0, (0, 250))
    empty = Inside(mould)
    took = median_ms(lambda: Laid(empty, mould.volume_below(26), column).rest(20, 1.02, 1.01), 50)
    line("rest depth of a column, table and answer", f"{took:.2f} ms")
    hexagon = shapely.Polygon(points_of(Regular(sides=6, across_mm=36)))
    layout = nest(hexagon, 330, 220, 1)
    gain = 100 * (len(layout.places) / layout.grid_count - 1)
    took = median_ms(lambda: nest(hexagon, 330, 220, 1), 3)
    line(f"{len(layout.places)} cutters on a sheet against a plain grid", f"+{gain:.0f} % yield", f"{took:.0f} ms")
