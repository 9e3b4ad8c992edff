"""Solids against closed forms and a mesh library: what is swept, piped, poured and cut."""

from __future__ import annotations

import io
import itertools
import json
import math
import struct
from typing import Any, NamedTuple

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray

from archtop.core import LoafPlan, ResolvedLoaf, plan_of, read_cupboard, read_loaf, resolve
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import field_of
from archtop.core.geometry import Mesh, read_stl, swept
from archtop.core.rheology import highest_heap, needed_to_stand
from archtop.core.solids import (
    Block,
    Detail,
    LoafSolids,
    Pictures,
    Stiffness,
    as_glb,
    as_stl,
    loaf_in_words,
    loaf_solids,
    look_of,
    motif_solid,
    pictures_of,
    slumped,
    torn,
    whole_bar,
)
from archtop.core.solids.knife import within
from archtop.core.top.runs_planned import RunPlan, tip_plan
from archtop.core.trade import MOTIFS, TIPS, MotifSize, Tip, bead_of, motif_of
from tests.core.conftest import DEMO

Array = NDArray[np.float64]


def round_outline(radius: float, corners: int = 96) -> Array:
    turn = np.linspace(0, 2 * np.pi, corners, endpoint=False)
    return radius * np.column_stack([np.cos(turn), np.sin(turn)])


def closed(mesh: Mesh) -> Any:
    """As the mesh library sees it, corners in the same place made one."""
    found = trimesh.Trimesh(mesh.points, mesh.triangles, process=False)
    found.merge_vertices(merge_tex=True, merge_norm=True)
    found.update_faces(found.nondegenerate_faces())
    return found


class TestSwept:
    def test_half_a_ring_is_what_pappus_and_guldin_say(self) -> None:
        """Area times the path of its middle (Pappus; Guldin 1641)."""
        turn = np.linspace(0, np.pi, 160)
        path = 20 * np.column_stack([np.cos(turn), np.sin(turn), np.zeros_like(turn)])
        mesh = swept(round_outline(4), path)
        assert mesh.volume_mm3 == pytest.approx(math.pi * 4**2 * math.pi * 20, rel=0.005)
        assert closed(mesh).is_watertight
        assert closed(mesh).volume == pytest.approx(mesh.volume_mm3, rel=1e-9)

    def test_a_spring_is_its_section_along_its_length(self) -> None:
        """A helix is sqrt((2πr)² + p²) long for each turn; its section is square to it all along."""
        turn = np.linspace(0, 6 * np.pi, 400)
        path = np.column_stack([15 * np.cos(turn), 15 * np.sin(turn), 8 * turn / (2 * np.pi)])
        length = 3 * math.hypot(2 * math.pi * 15, 8)
        assert swept(round_outline(2), path).volume_mm3 == pytest.approx(math.pi * 4 * length, rel=0.005)

    def test_drawn_to_a_point_it_is_a_cone(self) -> None:
        u = np.linspace(0, 1, 200)
        path = np.column_stack([0 * u, 0 * u, 30 * u])
        mesh = swept(round_outline(10), path, 1 - u)
        assert mesh.volume_mm3 == pytest.approx(math.pi * 100 * 30 / 3, rel=0.005)

    def test_a_cap_is_a_cap(self) -> None:
        """π·h·(3a² + h²)/6, Archimedes' cap of a ball."""
        a, h = 12.0, 7.0
        radius = (a**2 + h**2) / (2 * h)
        u = np.sin(np.linspace(0, np.pi / 2, 300))
        wide = np.sqrt(np.maximum(radius**2 - (radius - h + h * u) ** 2, 1e-9))
        mesh = swept(round_outline(1), np.column_stack([0 * u, 0 * u, h * u]), wide)
        assert mesh.volume_mm3 == pytest.approx(math.pi * h * (3 * a**2 + h**2) / 6, rel=0.005)

    @given(turn=st.floats(-math.pi, math.pi), rise=st.floats(-0.6, 0.6))
    def test_whichever_way_it_goes_it_keeps_its_volume(self, turn: float, rise: float) -> None:
        """A straight path in any direction is a prism."""
        towards = np.array([math.sin(turn) * math.cos(rise), math.cos(turn) * math.cos(rise), math.sin(rise)])
        path = np.linspace(0, 25, 6)[:, None] * towards
        square = np.array([[-2, -1], [2, -1], [2, 1], [-2, 1]], dtype=float)
        assert swept(square, path).volume_mm3 == pytest.approx(8 * 25, rel=1e-9)

    def test_what_lies_along_the_loaf_stays_upright(self) -> None:
        path = np.column_stack([np.zeros(5), np.linspace(0, 20, 5), np.zeros(5)])
        slot = np.array([[-1, 0], [1, 0], [1, 9], [-1, 9]], dtype=float)
        mesh = swept(slot, path)
        assert mesh.points[:, 2].min() == pytest.approx(0)
        assert mesh.points[:, 2].max() == pytest.approx(9)


def run_of(kind: str, tip: Tip) -> RunPlan:
    """A run of one motif, which is all that its solid asks for."""
    size = MotifSize(kind=kind, size_mm=24)
    motif = motif_of(size, bead_of(tip), 1.0)
    return RunPlan.model_construct(kind=kind, motif=motif)


@pytest.mark.parametrize("kind", list(MOTIFS))
@pytest.mark.parametrize("tip", list(TIPS))
def test_every_motif_from_every_tip_is_closed_and_has_the_budgets_volume(kind: str, tip: str) -> None:
    of_kind = TIPS[tip]
    one = Tip(id="tip", name="Tip", kind=tip, opening_mm=of_kind.usual_mm, thick_mm=of_kind.usual_thick_mm)
    run = run_of(kind, one)
    solids = [motif_solid(run, 24, tip_plan(one), Detail(900), variant) for variant in (0, 1)]
    for piped in solids:
        mesh = closed(piped.mesh)
        assert mesh.is_watertight
        assert mesh.is_winding_consistent
        assert piped.mesh.volume_mm3 == pytest.approx(run.motif.volume.value * 1000, rel=2e-3)
        assert mesh.volume == pytest.approx(piped.mesh.volume_mm3, rel=1e-3)
        assert piped.mesh.points[:, 2].min() == pytest.approx(0)
        assert len(piped.sides) == len(piped.mesh.points)
    assert not np.array_equal(solids[0].mesh.points, solids[1].mesh.points)


@pytest.mark.parametrize("kind", ["kiss", "leaf", "blossom", "ruffle", "scallop"])
@pytest.mark.parametrize("tip", list(TIPS))
def test_drawn_coarsely_it_is_as_large(kind: str, tip: str) -> None:
    of_kind = TIPS[tip]
    one = Tip(id="tip", name="Tip", kind=tip, opening_mm=of_kind.usual_mm, thick_mm=of_kind.usual_thick_mm)
    fine, coarse = (motif_solid(run_of(kind, one), 24, tip_plan(one), Detail(each), 0).mesh for each in (1800, 250))
    assert np.ptp(coarse.points, axis=0) == pytest.approx(np.ptp(fine.points, axis=0), rel=0.35, abs=1.0)


def test_many_motifs_are_drawn_more_coarsely() -> None:
    tip = Tip(id="tip", name="Tip", kind="open star", opening_mm=9)
    run = run_of("rosette", tip)
    fine, coarse = (motif_solid(run, 24, tip_plan(tip), Detail(each), 0).mesh for each in (2000, 200))
    assert len(coarse.triangles) < len(fine.triangles) / 2
    assert coarse.volume_mm3 == pytest.approx(fine.volume_mm3, rel=2e-3)


class TestTooSoft:
    tip = Tip(id="tip", name="Tip", kind="closed star", opening_mm=10)

    @given(pa=st.floats(5, 400))
    @settings(max_examples=25)
    def test_it_keeps_the_height_it_can_carry_and_its_volume(self, pa: float) -> None:
        """√3·τ/(ρ·g): the height at which a heap's own weight reaches its yield stress, as the clock has it."""
        mesh = motif_solid(run_of("kiss", self.tip), 24, tip_plan(self.tip), Detail(900), 0).mesh
        high = float(mesh.points[:, 2].max())
        sunk = slumped(mesh, Stiffness(pa, 1.0))
        assert sunk.volume_mm3 == pytest.approx(mesh.volume_mm3, rel=1e-6)
        carried = highest_heap(pa, 1.0)
        if carried >= high:
            assert sunk is mesh
        else:
            assert carried - 1e-6 <= sunk.points[:, 2].max() <= max(carried, high / 3) + 1e-6

    def test_just_stiff_enough_it_stands(self) -> None:
        mesh = motif_solid(run_of("kiss", self.tip), 24, tip_plan(self.tip), Detail(900), 0).mesh
        enough = needed_to_stand(1.0, float(mesh.points[:, 2].max()))
        assert slumped(mesh, Stiffness(enough * 1.001, 1.0)) is mesh
        assert slumped(mesh, Stiffness(enough * 0.7, 1.0)).points[:, 2].max() < mesh.points[:, 2].max() * 0.75

    def test_too_stiff_it_tears_and_loses_nothing(self) -> None:
        mesh = motif_solid(run_of("kiss", self.tip), 24, tip_plan(self.tip), Detail(900), 0).mesh
        assert torn(mesh, Stiffness(500, 1.0), 600, 1) is mesh
        ragged = torn(mesh, Stiffness(700, 1.0), 600, 1)
        assert ragged.volume_mm3 == pytest.approx(mesh.volume_mm3, rel=1e-6)
        assert not np.allclose(ragged.points[:, :2], mesh.points[:, :2], atol=0.2)


class TestKnife:
    @given(at=st.floats(-7, 7))
    @settings(max_examples=30)
    def test_both_sides_of_a_cut_are_closed_and_make_the_whole(self, at: float) -> None:
        tip = Tip(id="tip", name="Tip", kind="open star", opening_mm=9)
        piped = motif_solid(run_of("kiss", tip), 24, tip_plan(tip), Detail(900), 2)
        paint = np.column_stack([piped.sides, piped.sides])
        sides = [within(piped.mesh, paint, block) for block in (Block(-99, at), Block(at, 99))]
        found = [side for side in sides if side]
        assert sum(mesh.volume_mm3 for mesh, _ in found) == pytest.approx(piped.mesh.volume_mm3, rel=1e-4)
        for mesh, values in found:
            assert closed(mesh).is_watertight
            assert values.shape == (len(mesh.points), 2)
            assert values.min() >= -1e-6
            assert values.max() <= 1 + 1e-6

    def test_what_lies_elsewhere_is_not_there(self) -> None:
        cube = Mesh(trimesh.creation.box((4, 4, 4)).vertices, trimesh.creation.box((4, 4, 4)).faces)
        paint = np.zeros((len(cube.points), 2))
        assert within(cube, paint, Block(10, 20)) is None
        assert Block(-2, 2).touching(cube.points.min(axis=0), cube.points.max(axis=0)) == (False,) * 4
        half = within(cube, paint, Block(-99, 99, 0, 99))
        assert half is not None
        assert half[0].volume_mm3 == pytest.approx(32, rel=1e-5)


class Demo(NamedTuple):
    of: ResolvedLoaf
    result: LoafPlan
    solids: LoafSolids
    pictures: Pictures


@pytest.fixture(params=["lantern-row", "trellis-gate", "tea-stall-cups", "confetti-street"], scope="module")
def demo(request: pytest.FixtureRequest) -> Demo:
    """Piped, drawn out of columns, in cups, and cut into strips."""
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    document = json.loads((DEMO / f"{request.param}.loaf.json").read_text(encoding="utf-8"))
    of = resolve(read_loaf(document), cupboard)
    result = plan_of(of)
    solids = loaf_solids(of, result)
    field = field_of(of, result.fills, bowls_of(of, result))
    look = look_of(of, {colour.id: colour.shown for colour in result.colours})
    return Demo(of, result, solids, pictures_of(of, solids, field, look))


class TestLoaf:
    def test_bars_are_closed_and_hold_what_was_poured(self, demo: Demo) -> None:
        """Each against the mould's own volume between two cuts and the crown's closed form, less what wires take."""
        mould, result = demo.of.loaf.mould, demo.result
        meshes = [whole_bar(list(bar.patches)) for bar in demo.solids.bars]
        for mesh in meshes:
            assert closed(mesh).is_watertight
            assert closed(mesh).is_winding_consistent
        whole = mould.volume_below(result.level_mm) + 1000 * (result.top.mound_ml + result.top.base_ml)
        kerf = sum(
            mould.volume_between(before.to_mm, after.from_mm, result.level_mm)
            for before, after in itertools.pairwise(result.cuts.bars)
        )
        strips = {bar.parts for bar in result.cuts.bars}
        lost = 0.06 if strips != {1} else 0.012
        assert sum(mesh.volume_mm3 for mesh in meshes) == pytest.approx(whole - kerf, rel=lost)

    def test_bars_are_numbered_front_to_back(self, demo: Demo) -> None:
        many = 1 if demo.result.cuts.whole else sum(bar.parts for bar in demo.result.cuts.bars)
        assert [bar.number for bar in demo.solids.bars] == list(range(1, many + 1))
        fronts = [bar.block.front for bar in demo.solids.bars]
        assert fronts == sorted(fronts)

    def test_nothing_on_top_reaches_past_its_bars_cuts(self, demo: Demo) -> None:
        for bar in demo.solids.bars:
            for thing in bar.things:
                assert thing.mesh.points[:, 1].min() >= bar.block.front - 1e-3
                assert thing.mesh.points[:, 1].max() <= bar.block.back + 1e-3
                assert thing.mesh.points[:, 0].min() >= bar.block.left - 1e-3
                assert thing.mesh.points[:, 0].max() <= bar.block.right + 1e-3

    def test_what_is_piped_is_the_budgets_less_what_wires_take(self, demo: Demo) -> None:
        for run in demo.result.top.runs:
            piped = sum(
                thing.mesh.volume_mm3 for bar in demo.solids.bars for thing in bar.things if thing.name == run.name
            )
            wanted = len(run.spots) * run.motif.volume.value * 1000
            assert wanted * 0.93 <= piped <= wanted * 1.003

    def test_it_is_light(self, demo: Demo) -> None:
        patches = sum(len(patch.mesh.triangles) for bar in demo.solids.bars for patch in bar.patches)
        things = sum(len(thing.mesh.triangles) for bar in demo.solids.bars for thing in bar.things)
        assert patches + things < 150_000

    def test_sunk_it_is_lower(self, demo: Demo) -> None:
        if not demo.result.top.runs:
            assert demo.solids.bags == () or demo.result.top.scatter is not None
            return
        soft = {run.id: Stiffness(12.0, 1.0) for run in demo.result.top.runs}
        heights = [
            max(thing.mesh.points[:, 2].max() for bar in solids.bars for thing in bar.things)
            for solids in (demo.solids, loaf_solids(demo.of, demo.result, soft))
        ]
        assert heights[1] <= heights[0]

    def test_words_name_every_pour_and_column(self, demo: Demo) -> None:
        told = " ".join(loaf_in_words(demo.of.loaf, demo.result))
        for step in demo.of.loaf.work:
            if step.do == "pour":
                assert step.name in told
        for embed in demo.of.loaf.embeds:
            assert embed.name in told


class TestPictures:
    def test_a_cut_has_its_colours_in_the_shares_of_the_field(self, demo: Demo) -> None:
        """Pixels counted against the field's own even lattice of points, embeds left out of both."""
        of, result = demo.of, demo.result
        field = field_of(of, result.fills, bowls_of(of, result))
        columns = {embed.colour for embed in of.loaf.embeds} | {
            embed.figure.colour for embed in of.loaf.embeds if embed.figure
        }
        small = {piece.colour for piece in of.loaf.pieces}
        y = sorted(demo.pictures.faces)[1]
        picture = demo.pictures.faces[y]
        rows, across_px = picture.pixels.shape[:2]
        up = picture.high_mm * (1 - (np.arange(rows) + 0.5) / rows)
        across = picture.half_mm * (2 * (np.arange(across_px) + 0.5) / across_px - 1)
        halves = np.array([of.loaf.mould.half_width(y, min(z, of.loaf.mould.height_mm)) for z in up])
        inside = np.abs(across)[None, :] <= halves[:, None]
        for colour, area in field.shares(y).items():
            if colour in columns | small or any(pour.shreds for pour in of.loaf.work if pour.do == "pour"):
                continue
            rgb = np.array(demo.pictures.look.colours[colour])
            seen = ((picture.pixels == rgb).all(axis=2) & inside).mean() * 2 * picture.half_mm * picture.high_mm
            assert seen == pytest.approx(area, abs=0.04 * 2 * picture.half_mm * picture.high_mm)

    def test_the_outside_shows_only_the_loafs_colours(self, demo: Demo) -> None:
        known = {*demo.pictures.look.colours.values(), demo.pictures.look.coat, (239, 228, 204)}
        found = {tuple(map(int, rgb)) for rgb in demo.pictures.skin.pixels.reshape(-1, 3)}
        assert found <= known


class TestFiles:
    def test_gltf_is_what_it_says(self, demo: Demo) -> None:
        """Header and chunks as of the glTF 2.0 specification (Khronos 2017, section 4.4); every bar a node."""
        data = as_glb(demo.solids, demo.pictures)
        magic, version, length = struct.unpack("<4sII", data[:12])
        assert (magic, version, length) == (b"glTF", 2, len(data))
        size, kind = struct.unpack("<I4s", data[12:20])
        assert kind == b"JSON"
        told = json.loads(data[20 : 20 + size])
        names = {node.get("name") for node in told["nodes"]}
        assert {f"bar-{bar.number}" for bar in demo.solids.bars} <= names
        assert {image["mimeType"] for image in told["images"]} == {"image/png"}
        for mesh in told["meshes"]:
            assert {"POSITION", "NORMAL", "TEXCOORD_0"} <= set(mesh["primitives"][0]["attributes"])
        one = as_glb(demo.solids, demo.pictures, [1])
        assert len(one) < len(data) or len(demo.solids.bars) == 1

    def test_gltf_is_in_metres_and_upright(self, demo: Demo) -> None:
        scene = trimesh.load_scene(io.BytesIO(as_glb(demo.solids, demo.pictures)), file_type="glb")
        wide, high, long = scene.extents
        top = demo.result.top
        assert long == pytest.approx((top.back_mm - top.front_mm) / 1000, rel=0.05)
        assert high <= (demo.result.level_mm + top.high_mm) / 1000 * 1.15
        assert wide >= 2 * top.half_wide_mm / 1000 * 0.99

    def test_stl_is_read_back_by_our_own_reader_with_its_volume(self, demo: Demo) -> None:
        bar = demo.solids.bars[0]
        parts = [whole_bar(list(bar.patches)), *(thing.mesh for thing in bar.things)]
        found = read_stl(as_stl([bar]))
        assert found.triangles == sum(len(part.triangles) for part in parts)
        mesh = trimesh.load_mesh(io.BytesIO(as_stl([bar])), file_type="stl")
        assert mesh.volume == pytest.approx(sum(part.volume_mm3 for part in parts), rel=1e-3)
