"""Meshes from files: measured against trimesh's own solids, and refused where they enclose nothing."""

from __future__ import annotations

import math
import struct

import numpy as np
import pytest
import shapely
import trimesh

from archtop.core import InputError, read_stl


def stl(mesh: trimesh.Trimesh) -> bytes:
    data = mesh.export(file_type="stl")
    assert isinstance(data, bytes)
    return data


def refused(data: bytes, hollow: bool = False) -> str:
    with pytest.raises(InputError) as error:
        read_stl(data, hollow)
    return error.value.problems[0].code


def holed() -> trimesh.Trimesh:
    """A box of 20 mm with one of its twelve triangles missing."""
    box = trimesh.creation.box((20, 20, 20))
    return trimesh.Trimesh(box.vertices, box.faces[:-1])


@pytest.mark.parametrize(
    ("mesh", "ml"),
    [
        (trimesh.creation.box((30, 40, 100)), 120.0),
        (trimesh.creation.cylinder(radius=20, height=100, sections=256), math.pi * 20**2 * 100 / 1000),
        (trimesh.creation.icosphere(subdivisions=5, radius=15), 4 / 3 * math.pi * 15**3 / 1000),
        (trimesh.creation.cone(radius=20, height=60, sections=256), math.pi * 20**2 * 60 / 3 / 1000),
    ],
)
def test_solids_hold_what_their_formulas_say(mesh: trimesh.Trimesh, ml: float) -> None:
    """Reference: the solids' closed volumes; a mesh of flat faces lies a little inside them."""
    found = read_stl(stl(mesh))
    assert found.watertight
    assert found.volume.value == pytest.approx(ml, rel=2e-3)
    assert found.volume.value <= ml * (1 + 1e-6)
    assert found.triangles == len(mesh.faces)


def test_the_outline_through_the_middle_is_the_solids_own() -> None:
    ring = trimesh.creation.annulus(r_min=10, r_max=20, height=120, sections=128)
    section = read_stl(stl(ring)).section
    assert section is not None
    shape = shapely.Polygon(section.points, section.holes)
    assert shape.area == pytest.approx(math.pi * (20**2 - 10**2), rel=5e-3)
    assert len(section.holes) == 1


def test_two_separate_bars_have_no_single_outline() -> None:
    apart = [trimesh.creation.box((10, 10, 100)) for _ in range(2)]
    apart[1].apply_translation((30, 0, 0))
    found = read_stl(stl(trimesh.util.concatenate(apart)))
    assert found.section is None
    assert "no single outline" in found.says


def test_a_mesh_with_holes_is_told_by_its_hull_as_an_upper_limit() -> None:
    found = read_stl(stl(holed()))
    assert not found.watertight
    assert found.volume.value == pytest.approx(8.0, rel=1e-6)
    assert (found.volume.low, found.volume.high) == (pytest.approx(4.0), pytest.approx(8.0))
    assert "not watertight" in found.says


def flat() -> bytes:
    """Two triangles in one plane."""
    corners = np.array([[0, 0, 0], [50, 0, 0], [0, 50, 0], [50, 50, 0]], dtype=float)
    return stl(trimesh.Trimesh(corners, [[0, 1, 2], [1, 3, 2]]))


def endless() -> bytes:
    """One binary triangle with a corner nowhere."""
    corners = struct.pack("<12f", 0, 0, 1, 0, 0, 0, 10, 0, 0, math.nan, math.inf, 0)
    return bytes(80) + struct.pack("<I", 1) + corners + bytes(2)


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"", "stl.unreadable"),
        (b"solid nothing\nendsolid nothing\n", "stl.unreadable"),
        (bytes(80) + struct.pack("<I", 4_000_000_000), "stl.unreadable"),
        (endless(), "stl.unreadable"),
        (flat(), "stl.no_volume"),
        (stl(trimesh.creation.box((0.5, 0.5, 0.5))), "stl.no_volume"),
        (bytes(30_000_001), "stl.size"),
    ],
)
def test_what_is_no_mesh_is_refused_with_the_reason(data: bytes, code: str) -> None:
    assert refused(data) == code


@pytest.mark.parametrize("mesh", [holed(), trimesh.creation.box((20, 20, 20))])
def test_a_solid_and_an_open_mesh_are_no_moulds(mesh: trimesh.Trimesh) -> None:
    assert refused(stl(mesh), hollow=True) == "stl.not_hollow"
