"""Points in a polygon and how far from it, against a geometry library that reckons otherwise."""

from __future__ import annotations

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core.faces.polygon import away_from, contains, edges_of
from archtop.core.faces.section import CELL_MM, HOLD_MM, obstacle_of

# How far out each corner of a star lies, all the way around [mm].
STARS = st.lists(st.floats(3, 30), min_size=3, max_size=12)


def star(out: list[float], x: float, z: float) -> np.ndarray:
    around = 2 * np.pi * np.arange(len(out)) / len(out)
    return np.column_stack([x + np.array(out) * np.cos(around), z + np.array(out) * np.sin(around)])


@settings(max_examples=40)
@given(STARS, STARS, st.integers(0, 10**6))
def test_inside_and_how_far_away_are_what_the_library_says(one: list[float], other: list[float], seed: int) -> None:
    """Of two polygons at once; shapely (GEOS) is the reference."""
    outlines = [star(one, -20, 30), star(other, 25, 40)]
    x, z = np.random.default_rng(seed).uniform([[-60], [-10]], [[60], [80]], (2, 300))
    away = away_from(edges_of(outlines), x, z)
    for found, outline in zip(away, outlines, strict=True):
        polygon = shapely.Polygon(outline)
        truth = shapely.distance(polygon, shapely.points(x, z))
        assert found == pytest.approx(truth, abs=1e-9)
        sure = shapely.distance(polygon.exterior, shapely.points(x, z)) > 1e-9
        assert (contains(outline, x, z) == shapely.contains_xy(polygon, x, z))[sure].all()


def test_batter_is_held_in_an_embed_and_less_and_less_beside_it() -> None:
    """At the edge not at all free, at half of the hold half, beyond it all: a step without a kink."""
    square = np.array([[-9.0, 15.0], [9.0, 15.0], [9.0, 33.0], [-9.0, 33.0]])
    grid = obstacle_of([square], 45.0, 60.0)
    up = round(24 / CELL_MM)
    xs = np.arange(grid.shape[1]) * CELL_MM - 45
    reach = np.clip((np.abs(xs) - 9) / HOLD_MM, 0, 1)
    assert grid[up] == pytest.approx(reach**2 * (3 - 2 * reach), abs=1e-9)
    assert grid[0] == pytest.approx(np.ones(grid.shape[1]))
