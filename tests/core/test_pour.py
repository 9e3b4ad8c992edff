"""Cut faces: volumes kept, maps that keep areas, trends with height and thickness, the same seed the same face."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.interpolate import RegularGridInterpolator

from archtop.core import InputError, Loaf, calculate, plan, read_loaf, standard_cupboard
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import (
    DRAG,
    OP,
    STROKE,
    ColourField,
    Section,
    Spans,
    expected_pa,
    field_of,
    find_cuts,
    fragile_in,
    landing,
    obstacle_of,
    remarks_on_pours,
)
from archtop.core.faces.bed import Within
from archtop.core.faces.kernel import walk
from archtop.core.faces.strokes import by_cells, unstroke
from archtop.core.geometry import LoafMould
from archtop.core.resolved import resolve
from archtop.core.trade import Pot
from benchmarks.voxels import advected
from tests.core.conftest import box, poured_as, rod, shredded

CUPBOARD = standard_cupboard()
COLOURS = [
    {"id": key, "name": key.title(), "srgb": srgb}
    for key, srgb in (("white", "#ffffff"), ("red", "#c03020"), ("blue", "#3050a0"), ("gold", "#d0a030"))
]
LEANING = {"length_mm": 250, "width_mm": 80, "height_mm": 70, "draft_deg": 4, "bow_mm": 3}


def pour(key: str, to_mm: float, shares: dict[str, float], **how: Any) -> dict[str, Any]:
    colours = [{"colour": colour, "percent": percent} for colour, percent in shares.items()]
    return {"do": "pour", "id": key, "name": key.title(), "to_mm": to_mm, "colours": colours, **poured_as(**how)}


def field(work: list[dict[str, Any]], pa: float = 6.0, seed: int = 1, **more: Any) -> ColourField:
    loaf = read_loaf(box(colours=COLOURS, work=work, **more))
    of = resolve(loaf, CUPBOARD)
    return ColourField(of, plan(loaf, CUPBOARD).fills, {s["id"]: pa for s in work if s["do"] == "pour"}, seed)


def poured(of: ColourField) -> dict[str, float]:
    """What the plan pours of each colour, as shares of all of it."""
    found: dict[str, float] = {}
    for step, done in zip(of.loaf.work, of.fills, strict=True):
        if step.do == "pour":
            for share in step.colours:
                found[share.colour] = found.get(share.colour, 0.0) + done.batter.value * share.percent / 100
    total = sum(found.values())
    return {key: value / total for key, value in found.items()}


def seen(of: ColourField, faces: int = 41, points: int = 4096) -> dict[str, float]:
    """What the faces show of each colour, evenly along the loaf."""
    length = of.loaf.mould.length_mm
    sums: dict[str, float] = {}
    for y in (np.arange(faces) + 0.5) * length / faces:
        for key, area in of.shares(float(y), points).items():
            sums[key] = sums.get(key, 0.0) + area
    total = sum(sums.values())
    return {key: value / total for key, value in sums.items() if value}


HOW = st.sampled_from(["layer", "drops", "mini drops", "corner", "ridge"])
SHARES = st.sampled_from([{"red": 100}, {"red": 60, "blue": 40}, {"white": 50, "red": 30, "gold": 20}])


@settings(max_examples=20)
@given(
    st.lists(st.tuples(HOW, SHARES, st.floats(2, 200), st.integers(1, 12)), min_size=1, max_size=3),
    st.sampled_from([0.5, 2.0, 6.0, 18.0, 50.0, 120.0]),
    st.integers(0, 10**6),
    st.booleans(),
)
def test_colours_keep_their_poured_volumes(recipe: Any, pa: float, seed: int, leaning: bool) -> None:
    """Within half a percent of the loaf, on twenty recipes; what chord by chord leaves a pot is tested by itself."""
    work = [pour("base", 20, {"white": 100})]
    for i, (how, shares, fall, passes) in enumerate(recipe):
        own = {"passes": passes} if "drops" in how else {}
        given_ = {"red": 100} if how == "layer" else shares
        work.append(pour(f"p{i}", 20 + 45 * (i + 1) / len(recipe), given_, how=how, fall_mm=fall, **own))
    of = field(work, pa, seed, **({"mould": LEANING} if leaning else {}))
    expected, found = poured(of), seen(of, faces=21, points=4096)
    for key, share in expected.items():
        assert found.get(key, 0.0) == pytest.approx(share, abs=0.005)


def test_a_pot_gives_back_what_went_into_it() -> None:
    """Six passes there and back, with a twist: every colour's share within half a percent."""
    work = [pour("all", 65, {"white": 50, "red": 30, "gold": 20}, how="pot swirl", passes=6, turns=0.8, fall_mm=40)]
    of = field(work, 6.0)
    found = seen(of, faces=61)
    for key, share in poured(of).items():
        assert found[key] == pytest.approx(share, abs=0.005)


def test_around_an_embed_volumes_are_kept_too() -> None:
    work = [
        pour("base", 30, {"white": 100}),
        {"do": "lay", "embed": "rod"},
        pour("rest", 68, {"red": 55, "blue": 45}, how="drops", fall_mm=90, passes=6),
    ]
    of = field(work, 6.0, embeds=[rod(diameter=36, up_mm=36)])
    expected, found = poured(of), seen(of, faces=15)
    for key, share in expected.items():
        assert found[key] == pytest.approx(share, abs=0.006)
    face = of.face(125.0, 0.5)
    assert (face.colours == -2).sum() * 0.25 == pytest.approx(math.pi / 4 * 36**2, rel=0.02)


def test_layers_lie_exactly_where_they_were_poured() -> None:
    of = field([pour("low", 22, {"red": 100}), pour("mid", 41, {"blue": 100}), pour("top", 60, {"gold": 100})], 18)
    face = of.face(100.0, 0.5)
    column = face.colours[:, face.colours.shape[1] // 3]
    heights = face.top_mm - (np.arange(len(column)) + 0.5) * face.px_mm
    expected = np.where(heights < 22, 1, np.where(heights < 41, 2, 3))
    assert (column == expected).all()
    assert (face.source[:, 0] == np.where(heights < 22, 0, np.where(heights < 41, 1, 2))).all()


@settings(max_examples=30)
@given(st.floats(-30, 30), st.floats(8, 50), st.floats(-12, 12), st.floats(5, 40), st.floats(-35, 35), st.floats(5, 55))
def test_a_stroke_keeps_areas(x0: float, z0: float, dx: float, down: float, px: float, pz: float) -> None:
    """Numerically: the determinant of the map's derivative is one wherever it is."""
    op = np.zeros((1, OP))
    op[0, :10] = (STROKE, -1, x0, z0, x0 + dx, max(z0 - down, 3.0), 12.0, 0.8, 0.5, 60.0)
    h = 0.05
    points = np.array([[px, pz], [px + h, pz], [px - h, pz], [px, pz + h], [px, pz - h]])
    moved = np.array([_unstroked(p, op) for p in points])
    jx = (moved[1] - moved[2]) / (2 * h)
    jz = (moved[3] - moved[4]) / (2 * h)
    assert jx[0] * jz[1] - jx[1] * jz[0] == pytest.approx(1.0, abs=2e-2)


def _unstroked(point: np.ndarray, op: np.ndarray, half: float = 45.0) -> np.ndarray:
    """Single precision moves a point by millionths of a millimetre."""
    x, z = (np.array([value], dtype=np.float32) for value in point)
    nothing, free = np.array([[np.inf, -np.inf, np.inf, -np.inf]]), by_cells(np.ones((1, 2, 2)))
    unstroke((x, z, 1), op[0], (free, nothing), np.zeros((9, 1), dtype=np.float32), (half, 1.0))
    return np.array([x[0], z[0]], dtype=float)


def test_walls_floor_and_surface_hold() -> None:
    op = np.zeros((1, OP))
    op[0, :10] = (STROKE, -1, 30.0, 60.0, 34.0, 4.0, 16.0, 0.8, 0.5, 60.0)
    for x, z in ((45.0, 30.0), (-45.0, 20.0), (30.0, 0.0), (30.0, 60.0)):
        assert _unstroked(np.array([x, z]), op) == pytest.approx([x, z], abs=1e-5)


@pytest.mark.parametrize("off", [0.0, 1.0, 2.0, 5.0, 7.0, 10.0])
def test_a_line_drawn_far_from_the_walls_is_the_published_one(off: float) -> None:
    """Tine line of mathematical marbling (Lu, Jaffer, Jin, Zhao & Mao 2012, from memory of its form P + f(d)·M).

    Every point goes along the line only, on both sides alike, by a way that depends on its distance alone. The profile
    f is the stroke's own, not the paper's u^d: on the line it has a closed integral, and what goes forward there comes
    back beside it, since batter cannot be pressed together. Half a percent of the reach is what its steps may stray.
    """
    reach, gain, kappa = 12.0, 0.8, 0.5
    op = np.zeros((1, OP))
    op[0, :10] = (STROKE, -1, -150.0, 200.0, 150.0, 200.0, reach, gain, kappa, 400.0)

    def moved(x: float, z: float) -> np.ndarray:
        return _unstroked(np.array([x, z]), op, 400.0) - (x, z)

    here, further, below = moved(0.0, 200 + off), moved(31.0, 200 + off), moved(0.0, 200 - off)
    assert here[1] == pytest.approx(0.0, abs=0.005 * reach)
    assert further == pytest.approx(here, abs=0.008 * reach)
    assert below == pytest.approx([here[0], -here[1]], abs=2e-4)
    if off == 0:
        held = lambda r: gain * (1 - (r / reach) ** 2) ** 3 * (1 + kappa * (r / reach) ** 2)  # noqa: E731
        way, _ = quad(lambda r: held(r) / (1 - held(r)), -reach, reach)
        assert -here[0] == pytest.approx(way, rel=0.05)
    else:
        assert (here[0] < 0) == (off < 2.8)


@given(st.floats(-30, 30), st.floats(10, 40), st.floats(12, 30))
def test_a_pool_takes_its_area_and_keeps_the_rest(middle: float, wide: float, h0: float) -> None:
    """On a grid: new batter covers 2·half·(h1 − h0); the old fills the old rectangle evenly."""
    half, h1 = 45.0, h0 + 4.0
    wide = min(wide, half)
    middle = min(max(middle, -half + wide), half - wide)
    if 2 * half * 4 / wide * 15 / 16 > 0.8 * h1:
        return
    xs, zs = np.meshgrid(np.linspace(-44.9, 44.9, 361), np.linspace(0.05, h1 - 0.05, 161))
    bed = Within(field([pour("a", 20, {"red": 100})]), half, 0.0, h1)
    bed.pool(middle, wide, 0, (h0, h1))
    ops, tables = bed._for_kernel
    source, _, _ = walk(xs.ravel(), zs.ravel(), ops, tables)
    assert (source == 0).mean() == pytest.approx(4.0 / h1, abs=0.01)


@settings(max_examples=30)
@given(st.floats(10, 60), st.floats(0, 250), st.floats(-30, 30))
def test_a_leaning_section_is_straightened_without_losing_area(z: float, y: float, x: float) -> None:
    section = Section.at(LoafMould(**LEANING), y)
    h = 1e-4
    at = [section.straight(np.array([x + dx]), np.array([z + dz])) for dx, dz in ((h, 0), (-h, 0), (0, h), (0, -h))]
    flat = [np.array([a[0][0], a[1][0]]) for a in at]
    jx, jz = (flat[0] - flat[1]) / (2 * h), (flat[2] - flat[3]) / (2 * h)
    assert jx[0] * jz[1] - jx[1] * jz[0] == pytest.approx(1.0, abs=1e-6)


def test_columns_hold_what_a_shape_leaves_free() -> None:
    """A 40 mm circle in a 90 mm section: free area below 60 mm is the rectangle's less the circle's."""
    turns = np.linspace(0, 2 * math.pi, 200, endpoint=False)
    circle = np.column_stack([20 * np.cos(turns), 30 + 20 * np.sin(turns)])
    spans = Spans([circle], 45.0)
    assert spans.area(60.0) == pytest.approx(90 * 60 - math.pi * 400, rel=2e-3)
    assert spans.area(30.0) == pytest.approx(90 * 30 - math.pi * 200, rel=2e-3)
    assert spans.level(spans.area(41.0), 10, 60) == pytest.approx(41.0, abs=1e-6)
    grid = obstacle_of([circle], 45.0, 60.0)
    assert grid[40, 60] == 0
    assert grid[2, 2] == 1


def test_a_grid_told_by_its_cells_is_read_straight_between_its_points() -> None:
    """As the library of numbers reads it (scipy's own interpolation on a grid)."""
    grid = np.random.default_rng(3).uniform(size=(5, 7))
    read = RegularGridInterpolator((np.arange(5), np.arange(7)), grid)
    for z, x in ((0.3, 0.9), (3.99, 5.2), (2.0, 3.5), (1.7, 0.0)):
        corner, across, up, both = by_cells(grid[None])[0, int(z), int(x)]
        fx, fz = x - int(x), z - int(z)
        assert corner + fx * across + fz * up + fx * fz * both == pytest.approx(read((z, x)).item(), abs=1e-6)


def test_physics_trends_and_the_drag_by_hand() -> None:
    """D = π/(8N)·R·ρ·v²/τ without the flow's own resistance is an upper bound; deeper from higher, and thinner.

    N of a cylinder whose side sticks with the share α of the strength: π + 2Δ + 2cos Δ + 4(cos Δ/2 + sin Δ/2), with
    Δ = arcsin α (Randolph & Houlsby 1984, Géotechnique 34:613; typed from memory): 9.14 smooth, 11.94 rough.
    """
    smooth, rough = (
        math.pi + 2 * d + 2 * math.cos(d) + 4 * (math.cos(d / 2) + math.sin(d / 2)) for d in (0.0, math.pi / 2)
    )
    assert smooth == pytest.approx(9.14, abs=0.005)
    assert rough == pytest.approx(DRAG)
    for low, high in ((30, 100), (100, 200)):
        assert landing(200, low, 6).plunge_mm < landing(200, high, 6).plunge_mm
    for thin, thick in ((0.5, 2), (2, 6), (6, 18), (18, 50), (50, 120)):
        assert landing(200, 100, thin).plunge_mm > landing(200, 100, thick).plunge_mm
        assert landing(200, 100, thin).half_wide_mm > landing(200, 100, thick).half_wide_mm
    found = landing(200, 100, 120)
    radius, speed = math.sqrt(200e-6 / math.pi), math.sqrt(2 * 9.80665 * 0.1)
    bare = math.pi / (8 * rough) * radius * 1000 * speed**2 / 120 * 1000
    assert 0.4 * bare < found.plunge_mm < bare
    assert landing(200, 0, 6).plunge_mm == 0


def test_poured_thinner_or_from_higher_it_goes_deeper() -> None:
    def deepest(pa: float, fall: float) -> float:
        of = field(
            [pour("base", 40, {"white": 100}), pour("in", 50, {"red": 100}, how="drops", fall_mm=fall, passes=4)], pa
        )
        face = of.face(125.0, 0.5)
        rows = np.flatnonzero((face.colours == 1).any(axis=1))
        return float(face.top_mm - rows.max() * face.px_mm)

    assert deepest(2, 150) < deepest(2, 40) - 5
    assert deepest(2, 150) < deepest(50, 150) - 5


def test_one_seed_is_one_face_and_another_another() -> None:
    work = [pour("base", 30, {"white": 100}), pour("in", 60, {"red": 50, "blue": 50}, how="drops", fall_mm=90)]
    first, again, other = (field(work, 6, seed).face(80.0, 0.5).colours for seed in (1, 1, 2))
    assert (first == again).all()
    assert (first != other).mean() > 0.02


def test_faces_drawn_at_once_are_the_same_as_one_by_one() -> None:
    work = [pour("a", 20, {"white": 100}), pour("b", 60, {"red": 100}, how="drops", passes=6, fall_mm=60)]
    at = (20.0, 90.0, 160.0, 230.0)
    together = field(work).faces(at, 1.0)
    for one, face in zip((field(work).face(y, 1.0) for y in at), together, strict=True):
        assert np.array_equal(one.colours, face.colours)
        assert np.array_equal(one.source, face.source)


@given(st.lists(st.floats(0.05, 1), min_size=2, max_size=5), st.floats(-2, 2), st.floats(0, 1))
def test_a_pot_is_emptied_by_its_shares(parts: list[float], turns: float, start: float) -> None:
    shares = [part / sum(parts) for part in parts]
    over, across = np.meshgrid((np.arange(400) + 0.5) / 400, (np.arange(400) + 0.5) / 400)
    pot = Pot(tuple(range(len(shares))), tuple(shares), turns, start=start)
    found = pot.stream(over.ravel(), across.ravel())
    for number, share in enumerate(shares):
        assert (found == number).mean() == pytest.approx(share, abs=0.01)


def test_the_expected_thickness_grows_with_the_work_and_with_waiting() -> None:
    loaf: Loaf = read_loaf(box(colours=COLOURS, work=[pour("a", 20, {"red": 100}), pour("b", 40, {"red": 100})]))
    bowls = bowls_of(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD))
    now, later = expected_pa(loaf, bowls), expected_pa(loaf, bowls, 10)
    assert now["a"] < now["b"]
    assert later["a"] > now["a"]


@pytest.mark.parametrize(
    "change",
    [
        {"how": "drops", "passes": 0},
        {"how": "hurl"},
        {"thickness": "stone"},
        {"how": "pot swirl", "turns": 90},
        {"how": "plops", "spoon_ml": 500},
        {"how": "layer", "passes": 3},
    ],
)
def test_what_is_no_technique_is_refused(change: dict[str, Any]) -> None:
    with pytest.raises(InputError):
        read_loaf(box(colours=COLOURS, work=[pour("a", 40, {"red": 100}, **change)]))


def test_the_calculator_gives_shares_and_points() -> None:
    document = box(colours=COLOURS, work=[pour("low", 20, {"red": 100}), pour("top", 60, {"blue": 100})])
    found = calculate("cut-faces", {"loaf": document, "px_mm": 2}).model_dump()
    face = found["faces"][0]
    assert face["shares_percent"] == pytest.approx({"red": 100 / 3, "blue": 200 / 3}, abs=0.1)
    assert found["colours"][face["rows"][0][0]] == "blue"
    assert found["colours"][face["rows"][-1][0]] == "red"
    assert set(found["expected_pa"]) == {"low", "top"}


def test_a_point_knows_its_pour() -> None:
    work = [pour("low", 20, {"red": 100}), {"do": "lay", "embed": "rod"}, pour("top", 60, {"blue": 100})]
    of = field(work, embeds=[rod(diameter=30, up_mm=25)])
    assert of.origin(40, 125, 5) == ("red", 0)
    assert of.origin(40, 125, 55) == ("blue", 2)
    assert of.origin(0, 125, 25) is None
    assert of.origin(60, 125, 25) is None


def test_voxels_moved_forward_come_to_the_same_face() -> None:
    """Independent: a NumPy grid moved movement by movement. Shares within 2 %, the mean depth of each colour 1.5 mm."""
    work = [
        pour("base", 34, {"white": 100}),
        pour("in", 60, {"red": 60, "blue": 40}, how="drops", fall_mm=70, passes=5),
    ]
    of = field(work, 6.0)
    for y in (40.0, 125.0, 200.0):
        grid = advected(of, y, 0.3)
        face = of.face(y, 0.3).colours[::-1]
        depths = (np.arange(grid.shape[0]) + 0.5) * 0.3
        for number in range(3):
            theirs, ours = grid == number, face == number
            assert theirs.mean() == pytest.approx(ours.mean(), abs=0.02)
            mean = (theirs.sum(axis=1) * depths).sum() / theirs.sum()
            assert mean == pytest.approx((ours.sum(axis=1) * depths[: len(ours)]).sum() / ours.sum(), abs=1.5)


# Hangers and dusted lines.

LAYERED = [
    pour(key, 13 * (i + 1), {colour: 100})
    for i, (key, colour) in enumerate((("a", "blue"), ("b", "white"), ("c", "red"), ("d", "gold"), ("e", "white")))
]


def hanger(**more: Any) -> dict[str, Any]:
    return {"do": "hanger", "id": "wire", "wire_mm": 4, **more}


@pytest.mark.parametrize("shape", ["up and down", "side to side", "loops"])
def test_a_hanger_moves_colours_and_keeps_their_volumes(shape: str) -> None:
    of = field([*LAYERED, hanger(shape=shape, turns=3)], 4.0)
    before, after = field(LAYERED, 4.0).face(100.0, 0.8), of.face(100.0, 0.8)
    assert (before.colours != after.colours).mean() > 0.1
    found = seen(of, faces=11, points=8192)
    for key, share in poured(of).items():
        assert found[key] == pytest.approx(share, abs=0.006)


def test_a_wire_drags_what_it_passes_along() -> None:
    """Straight down through a layer boundary: right under its path the upper colour lies deeper than at the wall."""
    work = [pour("low", 30, {"blue": 100}), pour("high", 60, {"gold": 100})]
    face = field([*work, hanger(shape="drawn", path=[[0, 59], [0, 12]])], 4.0).face(125.0, 0.5)
    gold = (face.colours == 3).sum(axis=0) * face.px_mm
    assert gold[len(gold) // 2] > 30 + 8
    assert gold[2] == pytest.approx(30, abs=4)


@pytest.mark.parametrize(
    ("path", "code"),
    [
        ([[0, 50]], "hanger.path"),
        ([[0, 50], [60, 20]], "hanger.wall"),
        ([[0, 50], [10, 0.5]], "hanger.wall"),
        ([[-30, 50], [30, 20]], "hanger.embed"),
    ],
)
def test_a_wire_goes_through_nothing_solid(path: list[list[float]], code: str) -> None:
    work = [pour("low", 30, {"blue": 100}), {"do": "lay", "embed": "rod"}, pour("high", 60, {"gold": 100})]
    with pytest.raises(InputError) as refused:
        field([*work, hanger(shape="drawn", path=path)], embeds=[rod(diameter=20, up_mm=35)])
    assert refused.value.problems[0].code == code


def test_before_it_is_laid_an_embed_is_in_no_wires_way() -> None:
    work = [pour("low", 30, {"blue": 100}), hanger(shape="drawn", path=[[-30, 28], [30, 10]])]
    rest = [{"do": "lay", "embed": "rod"}, pour("high", 60, {"gold": 100})]
    field([*work, *rest], embeds=[rod(diameter=20, up_mm=35)])


@pytest.mark.parametrize("step", [hanger(), {"do": "dust", "id": "line", "colour": "gold"}])
def test_nothing_is_drawn_or_dusted_before_there_is_batter(step: dict[str, Any]) -> None:
    with pytest.raises(InputError, match="no batter"):
        field([step, pour("all", 60, {"gold": 100})])


def test_a_dusted_line_is_as_thick_as_its_powder() -> None:
    """9 g at 0.35 g/ml over 225 cm² lie 1.14 mm thick, under the next pour."""
    work = [pour("low", 30, {"blue": 100}), {"do": "dust", "id": "l", "colour": "gold", "amount_g": 9}]
    face = field([*work, pour("high", 60, {"white": 100})]).face(100.0, 0.1)
    column = face.colours[:, 40]
    assert (column == 3).sum() * face.px_mm == pytest.approx(9 / 0.35 / 22.5, abs=0.11)
    rows = np.flatnonzero(column == 3)
    assert face.top_mm - rows.min() * face.px_mm == pytest.approx(30, abs=0.11)


# Small pieces and shreds in the faces.

BEADS = [{"id": "bead", "name": "Beads", "count": 80, "colour": "red", "make": {"kind": "ball", "diameter_mm": 10}}]


def with_beads(count: int, **more: Any) -> list[dict[str, Any]]:
    return [pour("all", 60, {"white": 100}, pieces=[{"pieces": "bead", "count": count}], **more)]


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_pieces_lie_apart_inside_their_pour_and_outside_embeds(seed: int) -> None:
    work = [pour("low", 20, {"white": 100}), {"do": "lay", "embed": "rod"}]
    work += [pour("high", 66, {"blue": 100}, pieces=[{"pieces": "bead", "count": 60}])]
    of = made_field(work, seed, embeds=[rod(diameter=24, up_mm=34)], pieces=BEADS)
    assert len(of.lying) == 60
    for i, one in enumerate(of.lying):
        assert 5 - 1e-6 <= one.y <= 245 + 1e-6
        assert abs(one.x) <= 40 + 1e-6
        assert math.hypot(one.x, one.z - 34) >= 12 + 5 - 0.1
        assert all(math.dist(one[:3], other[:3]) >= 10 - 1e-6 for other in of.lying[:i])


def test_faces_cut_as_much_of_the_pieces_as_there_is() -> None:
    """Delesse's principle: over many faces the pieces' share of the area is their share of the volume."""
    of = made_field(with_beads(80), 4, pieces=BEADS)
    areas = [sum(math.pi * cut.radius**2 for cut in of.cut_pieces(float(y))) for y in np.arange(0.25, 250, 0.5)]
    assert np.mean(areas) * 250 == pytest.approx(80 * math.pi / 6 * 10**3, rel=0.01)


def test_shreds_show_by_their_share() -> None:
    of = made_field([pour("all", 60, {"white": 100}, **shredded(200))], 1)
    share = 200 / 1.03 / (250 * 90 * 60 / 1000)
    faces = [of.face(float(y), 0.5).colours for y in np.arange(10, 250, 20)]
    assert np.mean([(face == -3).mean() for face in faces]) == pytest.approx(share, rel=0.12)


def test_pressed_pieces_stand_out_as_told() -> None:
    work = [
        pour("all", 50, {"white": 100}),
        {"do": "press", "id": "p", "pieces": "bead", "count": 9, "sunk_percent": 70},
    ]
    of = made_field(work, 1, pieces=BEADS)
    level = of.fills[-1].level_after_mm
    assert {round(item.z + item.radius - level, 3) for item in of.lying} == {3.0}


def made_field(work: list[dict[str, Any]], seed: int, **more: Any) -> ColourField:
    loaf = read_loaf(box(colours=COLOURS, work=work, **more))
    result = plan(loaf, CUPBOARD)
    return field_of(resolve(loaf, CUPBOARD), result.fills, bowls_of(resolve(loaf, CUPBOARD), result), seed)


def test_faces_drawn_at_a_time_are_those_drawn_one_by_one() -> None:
    """Threads share what stands in the loaf: nothing that one of them makes ready may be another's."""
    work = [pour("low", 20, {"white": 100}), {"do": "lay", "embed": "rod"}]
    work += [pour("rain", 66, {"red": 60, "blue": 40}, how="drops", fall_mm=120, passes=12)]
    rods = [rod(diameter=44, up_mm=30)]
    ys = np.linspace(10, 240, 12).tolist()
    at_a_time = field(work, 2.0, embeds=rods).faces(ys, 0.5)
    alone = field(work, 2.0, embeds=rods)
    for y, drawn in zip(ys, at_a_time, strict=True):
        assert (drawn.colours == alone.face(y, 0.5).colours).all()


# What is fragile, and what does not suit.


def test_a_layer_poured_thin_from_high_up_is_broken_and_told() -> None:
    def told(fall_mm: float, pa: float) -> dict[str, Any]:
        work = [pour("low", 24, {"blue": 100}), pour("mid", 28, {"white": 100}), pour("top", 64, {"red": 100})]
        work[2] |= {"fall_mm": fall_mm}
        found = fragile_in(field(work, pa), (1, 2, 3), (40.0, 120.0, 200.0))
        return {(item.code, item.where): item for item in found}

    assert told(5, 30) == {}
    broken = told(250, 1.0)[("broken", "mid")]
    assert broken.outcomes > broken.of / 2
    assert broken.says.startswith(f"Top meets Low through Mid in {broken.outcomes} of 3 outcomes")


def test_a_colour_that_hardly_appears_is_told_with_its_bars() -> None:
    """A pot emptied in one pass without a twist: the tenth that is gold leaves it at one end of the loaf."""
    work = [
        pour("low", 30, {"white": 100}),
        pour("few", 60, {"red": 90, "gold": 10}, how="pot swirl", passes=1, turns=0),
    ]
    found = fragile_in(field(work, 6.0), (1, 2), tuple(float(y) for y in range(10, 250, 24)))
    gold = next(item for item in found if item.where == "gold")
    assert gold.code == "hardly"
    assert 0 < len(gold.bars) < 10


def test_a_stream_onto_an_embed_is_told() -> None:
    work = [pour("low", 30, {"white": 100}), {"do": "lay", "embed": "rod"}]
    work += [pour("rain", 66, {"red": 60, "blue": 40}, how="drops", fall_mm=120, passes=8)]
    rods = [rod(diameter=44, up_mm=30)]
    (grazed,) = [item for item in fragile_in(field(work, 2.0, embeds=rods), (1,), (100.0,)) if item.code == "grazed"]
    assert grazed.says.startswith("Rain falls onto Rod")


@pytest.mark.parametrize(
    ("how", "pa", "code"),
    [
        ("drops", 80.0, "pour.too_thick"),
        ("drops", 6.0, None),
        ("plops", 3.0, "pour.too_thin"),
        ("plops", 60.0, None),
        ("pot swirl", 90.0, "pour.too_thick"),
        ("corner", 1.0, "pour.too_thin"),
        ("layer", 3.0, None),
        ("mini drops", 0.5, "pour.too_thin"),
    ],
)
def test_what_batter_will_not_do_is_told(how: str, pa: float, code: str | None) -> None:
    loaf = read_loaf(box(colours=COLOURS, work=[pour("all", 60, {"white": 100}, how=how)]))
    assert [remark.code for remark in remarks_on_pours(loaf, plan(loaf, CUPBOARD).fills, {"all": pa})] == (
        [code] if code else []
    )


def test_a_wire_through_stiff_batter_is_told() -> None:
    loaf = read_loaf(box(colours=COLOURS, work=[*LAYERED, hanger()]))
    remarks = remarks_on_pours(loaf, plan(loaf, CUPBOARD).fills, {step["id"]: 100.0 for step in LAYERED})
    assert any("furrows" in remark.text for remark in remarks)


# Cuts found, and moved by hand.


def test_cuts_are_found_that_weigh_alike() -> None:
    """A box without slope weighs alike wherever it is cut; a column that ends short makes the first shift matter."""
    short = rod("short", 40, length_mm=120, casting=None)
    document = box(
        colours=COLOURS,
        embeds=[short],
        work=[
            pour("low", 20, {"white": 100}),
            {"do": "lay", "embed": "short"},
            pour("high", 60, {"red": 100}),
        ],
        cuts={"bar_mm": 26, "kerf_mm": 0, "front_slice_mm": 4},
        top={"crown": {"swell_mm": 12}},
    )
    loaf = read_loaf(document)
    found = find_cuts(loaf, CUPBOARD, "equal weights")
    assert found.now == pytest.approx(plan(loaf, CUPBOARD).cuts.spread_g.value)
    shifted = loaf.model_copy(
        update={"cuts": loaf.cuts.model_copy(update={"front_slice_mm": found.front_slice_mm, "back_slice_mm": 0.0})}
    )
    result = plan(shifted if found.better else loaf, CUPBOARD)
    assert result.cuts.spread_g.value == pytest.approx(found.then)
    assert found.then <= found.now
    assert find_cuts(shifted, CUPBOARD, "equal weights").better is False


def test_even_faces_stray_less_or_stay() -> None:
    work = [
        pour("low", 30, {"white": 100}),
        pour("few", 60, {"red": 70, "gold": 30}, how="drops", passes=4, fall_mm=80),
    ]
    found = find_cuts(
        read_loaf(box(colours=COLOURS, work=work, cuts={"bar_mm": 40, "front_slice_mm": 3})), CUPBOARD, "even faces"
    )
    assert 0 < found.then <= found.now < 1
    assert ("no shift" in found.says) != found.better
