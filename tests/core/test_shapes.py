"""Hearts, stars, ovals and half rounds: areas and sizes against formulas and a geometry library."""

from __future__ import annotations

import math

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.geometry import Drawn, HalfRound, Heart, Outline, Oval, Star, points_of, shape_of
from tests.core.conftest import box_with, rod

SIZES = st.floats(5, 200)
SHAPES = st.one_of(
    st.builds(Oval, width_mm=SIZES, height_mm=SIZES),
    st.builds(HalfRound, width_mm=SIZES),
    st.builds(Star, points=st.integers(3, 12), across_mm=SIZES, deep_percent=st.floats(5, 80)),
    st.builds(Heart, width_mm=SIZES, height_mm=SIZES),
)


@given(SHAPES)
def test_every_shape_is_simple_centred_and_runs_counter_clockwise(outline: Outline) -> None:
    points = points_of(outline)
    shape = shapely.Polygon(points)
    assert shape.is_valid
    assert shape.exterior.is_ccw
    assert points.min(axis=0) + points.max(axis=0) == pytest.approx([0, 0], abs=1e-9)


@given(width=SIZES, height=SIZES)
def test_an_oval_has_its_area_and_its_size(width: float, height: float) -> None:
    """π·a·b. Its corners stand a hair outside, so that chords keep it."""
    shape = shape_of(Oval(width_mm=width, height_mm=height))
    assert shape.area == pytest.approx(math.pi * width * height / 4, rel=1e-6)
    left, bottom, right, top = shape.bounds
    assert (right - left, top - bottom) == (pytest.approx(width, rel=1e-3), pytest.approx(height, rel=1e-3))


def test_a_half_round_is_half_a_round() -> None:
    assert shape_of(HalfRound(width_mm=50)).area == pytest.approx(math.pi * 25**2 / 2, rel=1e-3)
    left, bottom, right, top = shape_of(HalfRound(width_mm=50)).bounds
    assert (right - left, top - bottom) == (pytest.approx(50), pytest.approx(25, abs=0.03))


def test_a_star_by_its_triangles() -> None:
    """2n triangles between a point, a notch and the middle: n·R·r·sin(π/n)."""
    star = Star(points=5, across_mm=40, deep_percent=60)
    assert shape_of(star).area == pytest.approx(5 * 20 * 8 * math.sin(math.pi / 5))


def test_a_heart_by_its_curve() -> None:
    """∮ x dz of the curve is 180π where it is 32 wide; its height is taken from the curve by a fine search."""
    high = max(f(t / 1e4) for t in range(62832)) - min(f(t / 1e4) for t in range(62832))
    assert shape_of(Heart(width_mm=32, height_mm=high)).area == pytest.approx(180 * math.pi, rel=1e-3)


def f(t: float) -> float:
    """Height of the curve."""
    return 13 * math.cos(t) - 5 * math.cos(2 * t) - 2 * math.cos(3 * t) - math.cos(4 * t)


@pytest.mark.parametrize(
    "outline",
    [
        {"kind": "heart", "width_mm": 40, "height_mm": 36},
        {"kind": "star", "across_mm": 40},
        {"kind": "oval", "width_mm": 40, "height_mm": 24},
        {"kind": "half round", "width_mm": 44},
    ],
)
def test_a_column_of_any_shape_is_planned(outline: dict[str, object]) -> None:
    """What it pushes aside is its own area by its length, by the geometry library."""
    column = rod(outline=outline, up_mm=40)
    result = plan(read_loaf(box_with(column)), standard_cupboard())
    shape = read_loaf(box_with(column)).embeds[0].outline
    assert result.embeds[0].volume.value == pytest.approx(shape_of(shape).area * 250 / 1000)


def round_by_hand(radius: float, presses: int) -> tuple[tuple[float, float], ...]:
    angles = [2 * math.pi * n / presses for n in range(presses)]
    return tuple((radius * math.cos(a), radius * math.sin(a)) for a in angles)


@given(radius=SIZES, presses=st.integers(8, 24))
def test_a_round_drawn_by_hand_is_nearly_round(radius: float, presses: int) -> None:
    """A curve through few points of a circle has its area to a hundredth; straight sides between them have less."""
    points = round_by_hand(radius, presses)
    smooth, straight = (shape_of(Drawn(points=points, smooth=how)).area for how in (True, False))
    assert smooth == pytest.approx(math.pi * radius**2, rel=0.011)
    # The regular polygon's own area: n/2 r^2 sin(2 pi / n).
    assert straight == pytest.approx(presses / 2 * radius**2 * math.sin(2 * math.pi / presses))


@given(st.lists(st.floats(20, 35), min_size=5, max_size=12))
def test_a_curve_goes_through_every_point_that_was_pressed(radii: list[float]) -> None:
    angles = [2 * math.pi * n / len(radii) for n in range(len(radii))]
    points = [(r * math.cos(a), r * math.sin(a)) for r, a in zip(radii, angles, strict=True)]
    drawn = Drawn(points=tuple(points))
    edge = shapely.LinearRing(drawn.corners())
    assert max(edge.distance(shapely.Point(point)) for point in points) < 1e-6


def test_a_line_that_crosses_itself_is_refused_with_what_to_do() -> None:
    bow = [[-20, -20], [20, 20], [20, -20], [-20, 20]]
    with pytest.raises(InputError) as error:
        read_loaf(box_with(rod(outline={"kind": "drawn", "points": bow})))
    (problem,) = error.value.problems
    assert problem.field == "embeds.0.outline.points"
    assert "without crossing itself" in problem.limit


def test_a_column_drawn_by_hand_is_planned_like_any_other() -> None:
    shape = {"kind": "drawn", "points": [[0, -20], [17, -6], [14, 14], [-6, 20], [-18, 2]]}
    result = plan(read_loaf(box_with(rod(outline=shape))), standard_cupboard())
    area = shape_of(Drawn.model_validate(shape)).area
    assert result.embeds[0].volume.value == pytest.approx(area * 250 / 1000)
    assert len(result.embeds[0].outline) > 50
