"""Pieces with holes: area, displacement, drawings and meshes, against a geometry library."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from shapely.geometry import box as rectangle

from archtop.core import InputError, plan, read_loaf, read_stl, standard_cupboard
from archtop.core.geometry import Polygon, Prism, holes_of, points_of, shape_of
from tests.core.conftest import box_with, rod

SQUARE = [(0, 0), (40, 0), (40, 30), (0, 30)]


def ring(x: float, z: float, wide: float, high: float) -> list[tuple[float, float]]:
    """A rectangular hole with its lower left corner there."""
    return [(x, z), (x + wide, z), (x + wide, z + high), (x, z + high)]


@given(st.floats(1, 20), st.floats(1, 15), st.floats(2, 18), st.floats(2, 12), st.floats(-180, 180), st.floats(-40, 40))
def test_area_below_any_level_is_the_geometry_librarys(
    x: float, z: float, wide: float, high: float, turn: float, level: float
) -> None:
    """Reference: shapely's intersection with a half plane."""
    outline = Polygon(points=tuple(SQUARE), holes=(tuple(ring(x, z, wide, high)),))
    prism = Prism(points_of(outline), (3, 7), turn, (0, 10), holes_of(outline))
    below = prism.shape.intersection(rectangle(-500, -500, 500, level)).area
    assert prism.profile.below(level) == pytest.approx(below, abs=1e-6)
    assert prism.profile.area == pytest.approx(1200 - wide * high)


def test_a_hole_must_lie_inside() -> None:
    with pytest.raises(ValidationError, match="must not cross or touch itself or its holes"):
        Polygon(points=tuple(SQUARE), holes=(tuple(ring(30, 10, 20, 5)),))


def test_a_hollow_column_pushes_aside_only_its_walls_and_says_so() -> None:
    pipe = {"kind": "polygon", "points": SQUARE, "holes": [ring(10, 10, 20, 10)]}
    hollow, solid = (
        plan(read_loaf(box_with(rod(outline=outline, up_mm=25))), standard_cupboard())
        for outline in (pipe, {**pipe, "holes": []})
    )
    assert solid.pushed_aside.value - hollow.pushed_aside.value == pytest.approx(200 * 250 / 1000)
    assert "embed.hollow" in [remark.code for remark in hollow.remarks]
    assert "embed.hollow" not in [remark.code for remark in solid.remarks]


def stl(mesh: trimesh.Trimesh) -> bytes:
    """A mesh as a file."""
    data = mesh.export(file_type="stl")
    assert isinstance(data, bytes)
    return data


def test_a_mould_is_measured_by_its_hollow() -> None:
    """A beaker turned from its profile: hollow π·15²·15 mm³, by the closed form."""
    profile = [(0, 0), (20, 0), (20, 20), (15, 20), (15, 5), (0, 5)]
    mould = trimesh.creation.revolve(np.array(profile, dtype=float), sections=256)
    found = read_stl(stl(mould), hollow=True)
    assert found.volume.value == pytest.approx(math.pi * 3.375, rel=0.01)
    assert found.volume.low < math.pi * 3.375 < found.volume.high
    assert read_stl(stl(mould)).volume.value == pytest.approx(math.pi * (8 - 3.375), rel=0.01)


def test_a_solid_has_no_hollow() -> None:
    with pytest.raises(InputError, match="a hollow open to one side"):
        read_stl(stl(trimesh.creation.icosphere(radius=10)), hollow=True)


def test_the_section_of_a_pipe_keeps_its_hole() -> None:
    pipe = trimesh.creation.annulus(r_min=5, r_max=10, height=60, sections=180)
    found = read_stl(stl(pipe))
    assert found.section
    assert len(found.section.holes) == 1
    assert shape_of(found.section).area == pytest.approx(math.pi * 75, rel=2e-3)
    assert np.isclose(shapely.Polygon(found.section.points).area, math.pi * 100, rtol=2e-3)
