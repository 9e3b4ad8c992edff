"""Outlines and meshes from files: measured against closed forms, hostile ones refused."""

from __future__ import annotations

import base64
import math

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, calculate
from archtop.core.geometry import SVG_LIMIT_BYTES, area_mm2, points_of, read_stl, read_svg, shape_of


def svg(body: str, head: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    spaces = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
    return f"<svg {spaces} {head}>{body}</svg>".encode()


CIRCLE = '<circle cx="50" cy="50" r="20"/>'
SHAPES = {
    "circle": (CIRCLE, math.pi * 400),
    "ellipse": ('<ellipse cx="50" cy="50" rx="30" ry="10"/>', math.pi * 300),
    "rectangle": ('<rect x="10" y="10" width="40" height="30"/>', 1200),
    "turned": ('<rect x="40" y="40" width="40" height="30" transform="rotate(30 60 55)"/>', 1200),
    "scaled group": (f'<g transform="translate(-50 -50) scale(2)">{CIRCLE}</g>', math.pi * 1600),
    # A quadratic from (0,0) over (20,40) to (40,0): two thirds of its triangle, by Archimedes.
    "quadratic": ('<path d="M10 10 Q30 50 50 10 Z"/>', 2 / 3 * 0.5 * 40 * 40),
    "half circle": ('<path d="M20 50 A20 20 0 0 1 60 50 Z"/>', math.pi * 200),
    "largest of two": (CIRCLE + '<rect width="5" height="5"/>', math.pi * 400),
    "reused": (f'<defs><g id="c">{CIRCLE}</g></defs><use xlink:href="#c"/>', math.pi * 400),
}


@pytest.mark.parametrize(("body", "area"), SHAPES.values(), ids=SHAPES.keys())
def test_areas_of_drawn_shapes(body: str, area: float) -> None:
    found = read_svg(svg(body))
    assert found.area_mm2 == pytest.approx(area, rel=1.5e-3)
    assert area_mm2(points_of(found.outline)) == pytest.approx(found.area_mm2, rel=1e-9)


@pytest.mark.parametrize(
    ("head", "side"),
    [
        ('width="50mm" height="50mm" viewBox="0 0 100 100"', 10),
        ('width="10cm" height="10cm" viewBox="0 0 100 100"', 20),
        ('width="1in" height="1in" viewBox="0 0 100 100"', 5.08),
        ('width="72pt" height="72pt" viewBox="0 0 100 100"', 5.08),
    ],
)
def test_real_units(head: str, side: float) -> None:
    found = read_svg(svg('<rect x="5" y="5" width="20" height="20"/>', head))
    assert (found.width_mm, found.height_mm) == pytest.approx((side, side), rel=1e-6)


@given(st.lists(st.tuples(st.floats(5, 95), st.floats(5, 95)), min_size=3, max_size=12))
def test_any_drawn_polygon_keeps_its_area(corners: list) -> None:
    """Independent: shapely's area of the same corners."""
    ring = shapely.Polygon(corners)
    if not ring.is_valid or ring.area < 5:
        return
    body = '<polygon points="' + " ".join(f"{x:.6f},{y:.6f}" for x, y in corners) + '"/>'
    assert read_svg(svg(body)).area_mm2 == pytest.approx(ring.area, rel=5e-3, abs=0.2)


def test_up_stays_up_and_holes_are_told() -> None:
    """A drawing's y runs down, a loaf's height up: the triangle's point stands on top."""
    found = read_svg(svg('<path d="M50 10 L70 50 L30 50 Z M45 40 h10 v5 h-10 z"/>'))
    top = max(found.outline.points, key=lambda point: point[1])
    assert top[0] == pytest.approx(0, abs=1e-6)
    assert found.holes_mm2 == pytest.approx(50, rel=1e-4)
    assert "without holes of 50 mm²" in found.says
    assert shape_of(found.outline).area == pytest.approx(800 - 50, rel=1e-4)


BOMB = b"""<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>
<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><desc>&b;</desc></svg>"""
HOSTILE = {
    "billion laughs": (BOMB, "svg.hostile"),
    "script": (svg(f"<script>alert(1)</script>{CIRCLE}"), "svg.hostile"),
    "handler": (svg('<circle cx="5" cy="5" r="4" onclick="alert(1)"/>'), "svg.hostile"),
    "outside picture": (svg(f'<image href="https://example.org/a.png"/>{CIRCLE}'), "svg.hostile"),
    "outside reference": (svg('<use xlink:href="other.svg#a"/>'), "svg.hostile"),
    "too large": (b"<svg>" + b" " * SVG_LIMIT_BYTES + b"</svg>", "svg.size"),
    "not XML": (b"outline", "svg.unreadable"),
    "another kind": (b"<html/>", "svg.unreadable"),
    "no units": (svg(CIRCLE, 'width="100" height="100"'), "svg.units"),
    "pixels": (svg(CIRCLE, 'width="100px" height="100px"'), "svg.units"),
    "open path": (svg('<path d="M0 0 L10 10 L20 0 L30 40"/>'), "svg.open"),
    "crossing": (svg('<path d="M0 0 L40 40 L40 0 L0 40 Z"/>'), "svg.crosses"),
    "empty": (svg(""), "svg.no_area"),
    "a speck": (svg('<rect width="0.5" height="0.5"/>'), "svg.no_area"),
}


@pytest.mark.parametrize(("data", "code"), HOSTILE.values(), ids=HOSTILE.keys())
def test_bad_drawings_are_refused(data: bytes, code: str) -> None:
    with pytest.raises(InputError) as refused:
        read_svg(data)
    assert [problem.code for problem in refused.value.problems] == [code]


def stl(mesh: trimesh.Trimesh, kind: str = "stl") -> bytes:
    data = mesh.export(file_type=kind)
    return data.encode() if isinstance(data, str) else data


def test_volumes_of_meshes_by_closed_forms() -> None:
    """A box exactly; a 64-sided cylinder as its prism: 32·r²·sin(2π/64)·h."""
    box = read_stl(stl(trimesh.creation.box((30, 20, 10))))
    assert box.volume.value == pytest.approx(6)
    assert box.watertight
    rod = read_stl(stl(trimesh.creation.cylinder(radius=10, height=60, sections=64)))
    area = 32 * 100 * math.sin(2 * math.pi / 64)
    assert rod.volume.value == pytest.approx(area * 60 / 1000, rel=1e-5)
    assert rod.section
    assert area_mm2(points_of(rod.section)) == pytest.approx(area, rel=2e-3)
    assert sorted(rod.size_mm) == pytest.approx([20, 20, 60], abs=0.1)


def test_text_and_binary_are_the_same_mesh() -> None:
    mesh = trimesh.creation.icosphere(subdivisions=3, radius=12)
    text, binary = (read_stl(stl(mesh, kind)) for kind in ("stl_ascii", "stl"))
    assert text.volume.value == pytest.approx(binary.volume.value, rel=1e-5)
    assert binary.volume.value == pytest.approx(4 / 3 * math.pi * 12**3 / 1000, rel=0.02)


def test_a_mesh_with_a_hole_is_said_to_be_an_estimate() -> None:
    mesh = trimesh.creation.box((30, 20, 10))
    mesh.update_faces(np.arange(len(mesh.faces)) > 1)
    found = read_stl(stl(mesh))
    assert not found.watertight
    assert found.volume.basis == "estimate"
    assert "upper limit" in found.says
    assert found.volume.high == pytest.approx(6)


@pytest.mark.parametrize("data", [b"", b"solid nothing", b"\x00" * 200, b"noise " * 60])
def test_bad_meshes_are_refused(data: bytes) -> None:
    with pytest.raises(InputError, match="must be an STL mesh"):
        read_stl(data)


def test_files_by_calculator() -> None:
    assert calculate("outline", {"svg": svg(CIRCLE).decode()}).model_dump()["width_mm"] == pytest.approx(40, abs=0.01)
    text = base64.b64encode(stl(trimesh.creation.box((10, 10, 10)))).decode()
    assert calculate("mesh", {"stl_base64": text}).model_dump()["volume"]["value"] == pytest.approx(1)
    with pytest.raises(InputError, match="must be base64"):
        calculate("mesh", {"stl_base64": "!"})


def _copies(times: int, deep: int) -> str:
    """A square used so many times over in groups in each other: written in a few lines, drawn by the million."""
    groups = "".join(f'<g id="g{i}">' + f'<use href="#g{i - 1}"/>' * times + "</g>" for i in range(1, deep))
    return f'<defs><g id="g0"><rect width="9" height="9"/></g>{groups}</defs><use href="#g{deep - 1}"/>'


@pytest.mark.parametrize(
    ("body", "code"),
    [
        (_copies(10, 8), "svg.much"),
        ('<g id="a"><use href="#a"/></g>', "svg.cycle"),
        ("<g>" * 200 + '<rect width="9" height="9"/>' + "</g>" * 200, "svg.much"),
        ('<path d="M0 0' + " L1 2" * 20_000 + 'Z"/>', "svg.much"),
        ('<path d="M0 0' + "".join(f" C1 900 3 4 {i % 97}00 {i % 89}00" for i in range(3000)) + 'Z"/>', "svg.much"),
        ('<rect width="1e12" height="9"/>', "svg.far"),
        ('<g transform="scale(nan)"><rect width="9" height="9"/></g>', "svg.far"),
    ],
)
def test_a_small_drawing_makes_no_large_work(body: str, code: str) -> None:
    with pytest.raises(InputError) as refused:
        read_svg(svg(body))
    assert refused.value.problems[0].code == code


def test_a_page_of_less_than_nothing_is_refused() -> None:
    with pytest.raises(InputError) as refused:
        read_svg(svg('<rect width="9" height="9"/>', 'width="-100mm" height="100mm" viewBox="0 0 100 100"'))
    assert refused.value.problems[0].code == "svg.units"


def test_triangles_that_do_not_hang_together_have_no_outline_and_take_no_time_to_say_so() -> None:
    corners = np.random.default_rng(1).random((3000, 3, 3)) * 50
    faces = np.arange(9000).reshape(-1, 3)
    found = read_stl(trimesh.Trimesh(corners.reshape(-1, 3), faces, process=False).export(file_type="stl"))
    assert not found.watertight
    assert found.section is None
