"""Dough, shreds and cutters on a sheet."""

from __future__ import annotations

import math

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from shapely.affinity import rotate, translate

from archtop.core import InputError, calculate
from archtop.core.geometry import Circle, Polygon, Regular, Rounded, nest, points_of
from archtop.core.trade import DoughPart, shape_ml

ORDINARY = {
    "id": "f",
    "name": "F",
    "fats": [{"fat": "olive", "percent": 45}, {"fat": "coconut", "percent": 25}, {"fat": "palm", "percent": 30}],
}


def part(shape: str, **sizes: float) -> DoughPart:
    return DoughPart.model_validate({"shape": shape, "colour": "red", **sizes})


def turned(radius, long: float) -> float:
    """Volume [ml] of a solid of revolution, integrated numerically."""
    return quad(lambda z: math.pi * radius(z) ** 2, 0, long)[0] / 1000


@given(st.floats(2, 60), st.floats(2, 100))
def test_round_shapes_are_solids_of_revolution(d: float, long: float) -> None:
    """Independent: numerical integration of their profiles."""
    r = d / 2
    ball = turned(lambda z: math.sqrt(max(0.0, r * r - (z - r) ** 2)), d)
    assert shape_ml(part("ball", across=d)) == pytest.approx(ball, rel=1e-6)
    cone = turned(lambda z: r * (1 - z / long), long)
    assert shape_ml(part("cone", across=d, long=long)) == pytest.approx(cone, rel=1e-6)
    assert shape_ml(part("coil", across=d, long=long)) == pytest.approx(turned(lambda _: r, long))
    assert shape_ml(part("teardrop", across=d, long=long)) == pytest.approx(ball / 2 + cone, rel=1e-6)


def test_flat_shapes_by_hand() -> None:
    assert shape_ml(part("sheet", across=40, long=50, thick=3)) == pytest.approx(6)
    assert shape_ml(part("petal", across=20, long=30, thick=4)) == pytest.approx(math.pi / 6 * 2.4)


def test_tassels_become_grams_of_each_colour() -> None:
    """24 tassels: an 8 mm ball and five 2 x 12 mm strings each, a tenth of waste."""
    parts = [
        {"shape": "ball", "colour": "red", "across": 8},
        {"shape": "coil", "colour": "gold", "across": 2, "long": 12, "count": 5},
    ]
    need = calculate("dough", {"shapes": [{"name": "Tassel", "count": 24, "parts": parts}]}).model_dump()["dough"]
    red, gold = need
    assert red["volume_ml"] == pytest.approx(24 * math.pi / 6 * 0.512 * 1.1)
    assert gold["volume_ml"] == pytest.approx(24 * 5 * math.pi * 0.012 * 1.1)
    assert red["weight"]["low"] < red["weight"]["value"] < red["weight"]["high"]


def test_a_block_for_shreds() -> None:
    """400 g of oils make a block of about 600 g, and 2.2 kg in all leaves 1.8 kg (common practice, no source)."""
    given = {"formula": ORDINARY, "block_oils_g": 400, "design_oils_g": 2200}
    found = calculate("shreds", given).model_dump()
    assert found["block_g"]["value"] == pytest.approx(600, rel=0.07)
    assert found["rest_oils_g"]["value"] == 1800
    with pytest.raises(InputError, match="Grate a smaller block"):
        calculate("shreds", {**given, "block_oils_g": 3000})


CUTTERS = {
    "round": Circle(diameter_mm=30),
    "hexagon": Regular(sides=6, across_mm=34),
    "square": Rounded(width_mm=25, height_mm=25),
    "arrow": Polygon(points=((0, 0), (30, 0), (15, 14), (30, 28), (0, 28))),
    "triangle": Polygon(points=((0, 0), (40, 0), (20, 34))),
}


@settings(max_examples=20)
@given(st.sampled_from(sorted(CUTTERS)), st.floats(80, 260), st.floats(60, 200), st.floats(0, 5))
def test_cutters_never_overlap_and_stay_on_the_sheet(name: str, long: float, wide: float, gap: float) -> None:
    cutter = shapely.Polygon(points_of(CUTTERS[name]))
    layout = nest(cutter, long, wide, gap)
    turned_cutter = rotate(cutter, layout.turn_deg, origin="center")
    left, low, right, high = turned_cutter.bounds
    centred = translate(turned_cutter, -(left + right) / 2, -(low + high) / 2)
    placed = [translate(centred, x, y) for x, y in layout.places]
    sheet = shapely.box(0, 0, long, wide).buffer(0.01)
    assert all(sheet.contains(piece) for piece in placed)
    tree = shapely.STRtree(placed)
    for i, piece in enumerate(placed):
        for j in tree.query(piece.buffer(gap + 1)):
            if i < j:
                assert piece.distance(placed[j]) >= gap - 0.02
                assert piece.intersection(placed[j]).area < 0.5
    assert len(layout.places) >= layout.grid_count
    assert layout.used_percent <= 100


def test_circles_pack_towards_the_densest_lattice() -> None:
    """Many circles in a hexagonal lattice cover π/√12 = 90.7 % (Lagrange; Thue 1890); a square one π/4 = 78.5 %."""
    layout = nest(shapely.Polygon(points_of(Circle(diameter_mm=10))), 603, 603, 0)
    assert layout.staggered
    assert 85 < layout.used_percent < 100 * math.pi / math.sqrt(12)
    assert layout.grid_count == 3600


def test_a_cutter_larger_than_its_sheet_is_refused() -> None:
    with pytest.raises(InputError, match="does not fit the sheet"):
        calculate("nest", {"cutter": {"kind": "circle", "diameter_mm": 90}, "sheet_long_mm": 80, "sheet_wide_mm": 80})


def test_rest_depth_by_calculator() -> None:
    piece = {"outline": {"kind": "circle", "diameter_mm": 40}, "up_mm": 26, "length_mm": 250}
    given = {"mould": {"length_mm": 250, "width_mm": 90, "height_mm": 70}, "level_mm": 30, "piece": piece}
    soft, firm = (calculate("rest-depth", {**given, "yield_stress_pa": pa}).model_dump() for pa in (2, 80))
    assert soft["rest"]["bottom_mm"] < firm["rest"]["bottom_mm"]
    assert soft["needed_pa"] == firm["needed_pa"] > 0
