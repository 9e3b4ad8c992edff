"""Areas of outlines against shapely and closed forms."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from archtop.core.geometry import Circle, Polygon, Profile, Regular, Rounded, area_mm2, points_of

sizes = st.floats(2, 300)


@st.composite
def star_outlines(draw: st.DrawFn) -> Polygon:
    """Simple outlines, convex or not: corners at rising angles around a middle."""
    count = draw(st.integers(3, 24))
    radii = draw(st.lists(st.floats(5, 80), min_size=count, max_size=count))
    angles = 2 * math.pi * np.arange(count) / count
    return Polygon(points=tuple((r * math.cos(a), r * math.sin(a)) for r, a in zip(radii, angles, strict=True)))


@given(star_outlines())
def test_area_of_any_simple_outline(outline: Polygon) -> None:
    """Independent: shapely's own area."""
    assert area_mm2(points_of(outline)) == pytest.approx(shapely.Polygon(outline.points).area, rel=1e-12)


@given(sizes)
def test_a_round_pipe_has_exactly_its_area(diameter: float) -> None:
    points = points_of(Circle(diameter_mm=diameter))
    assert area_mm2(points) == pytest.approx(math.pi * diameter**2 / 4, rel=1e-9)
    radii = np.hypot(points[:, 0], points[:, 1])
    assert np.abs(radii - diameter / 2).max() < 0.02


@given(sizes, sizes, st.floats(0, 1))
def test_rounded_corners_take_off_what_a_quarter_circle_leaves(width: float, height: float, share: float) -> None:
    corner = min(width, height) / 2 * share
    points = points_of(Rounded(width_mm=width, height_mm=height, corner_mm=corner))
    assert area_mm2(points) == pytest.approx(width * height - (4 - math.pi) * corner**2, rel=1e-3)
    assert np.ptp(points, axis=0) == pytest.approx([width, height])


@given(st.integers(3, 60), sizes)
def test_equal_sides(sides: int, across: float) -> None:
    """n/2·r²·sin(2π/n): area of a regular polygon from its circumscribed circle."""
    expected = sides / 2 * (across / 2) ** 2 * math.sin(2 * math.pi / sides)
    assert area_mm2(points_of(Regular(sides=sides, across_mm=across))) == pytest.approx(expected)


@given(star_outlines(), st.floats(-100, 100))
def test_area_below_a_level(outline: Polygon, level: float) -> None:
    """Independent: shapely cuts the outline at the level."""
    points = points_of(outline)
    below = shapely.Polygon(points).intersection(shapely.box(-200, -200, 200, level))
    assert Profile(points).below(level) == pytest.approx(below.area, rel=1e-9, abs=1e-6)


def test_area_below_is_nothing_half_and_all_of_a_circle() -> None:
    profile = Profile(points_of(Circle(diameter_mm=40)))
    assert profile.below(-20.1) == 0
    assert profile.below(0) == pytest.approx(profile.area / 2)
    assert profile.below(20.1) == profile.area


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda: Circle(diameter_mm=-1), "greater than or equal to 0.1"),
        (lambda: Circle(diameter_mm=float("inf")), "finite"),
        (lambda: Rounded(width_mm=20, height_mm=30, corner_mm=11), "at most half the shorter side, 10 mm"),
        (lambda: Polygon(points=((0, 0), (20, 20), (20, 0), (0, 20))), "must not cross or touch itself"),
        (lambda: Polygon(points=((0, 0), (0.1, 0), (0.1, 0.1))), "at least 1 mm²"),
        (lambda: Polygon(points=((0, 0), (1, 1))), "at least 3 items"),
        (lambda: Regular(sides=2, across_mm=20), "greater than or equal to 3"),
    ],
)
def test_bad_outlines_are_refused(make, says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        make()
