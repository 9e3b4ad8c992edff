"""Cut faces as real soap: techniques that look like themselves, true to what was poured, drawn without steps."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray

from archtop.core import read_loaf
from archtop.core.document.lifts import LIFTS
from archtop.core.faces.along import Along
from archtop.core.faces.field import SHREDS, Face
from archtop.core.faces.flows import led_from, unsink
from archtop.core.faces.opcodes import OP
from archtop.core.faces.raster import sampled
from archtop.core.faces.section import COLUMNS
from archtop.core.faces.sources import PotStream, Source, laid_by
from archtop.core.resolved import resolve
from archtop.core.trade import Pot
from archtop.core.trade.techniques import PotSwirl
from tests.core.conftest import box, rod
from tests.core.test_pour import COLOURS, CUPBOARD, field, poured, seen

THREE = {"white": 50, "red": 30, "gold": 20}
FOUR = {"white": 40, "red": 25, "blue": 20, "gold": 15}
ROUND = rod(diameter=36, up_mm=36)
HALF_AS_LONG = {**ROUND, "from_mm": 0, "length_mm": 110}
LAID = {"do": "lay", "embed": "rod"}
SNAKE = [
    {"colour": "red", "points": [[0.0, -0.9], [0.25, 0.9], [0.5, -0.9], [0.75, 0.9], [1.0, -0.9]]},
    {"colour": "blue", "points": [[0.1, 0.5], [0.6, 0.4]]},
    {"colour": "red", "points": [[0.0, 0.0], [1.0, 0.0]]},
]


def pour(key: str, to_mm: float, shares: dict[str, float], fall_mm: float = 5, **technique: Any) -> dict[str, Any]:
    colours = [{"colour": colour, "percent": percent} for colour, percent in shares.items()]
    told = {"kind": "layer", **technique}
    return {
        "do": "pour",
        "id": key,
        "name": key.title(),
        "to_mm": to_mm,
        "fall_mm": fall_mm,
        "colours": colours,
        "technique": told,
    }


BASE = pour("base", 30, {"white": 100})


@pytest.mark.parametrize(
    ("work", "embeds"),
    [
        ([pour("all", 65, THREE, 40, kind="pot swirl")], []),
        ([pour("all", 40, THREE, 40, kind="pot swirl"), LAID, pour("rest", 68, {"blue": 100})], [HALF_AS_LONG]),
        ([BASE, LAID, pour("rest", 68, THREE, 40, kind="pot swirl")], [ROUND]),
        ([pour("a", 15, {"white": 100}), pour("b", 50, {"red": 100}), LAID, pour("c", 68, {"blue": 100})], [ROUND]),
        ([BASE, LAID, pour("rest", 68, THREE, 60, kind="drops", way="side to side")], [HALF_AS_LONG]),
        ([BASE, LAID, pour("rest", 68, THREE, 60, kind="drops", way="side to side", cup_ml=30)], [HALF_AS_LONG]),
        ([BASE, pour("rest", 68, FOUR, 60, kind="drops", way="as drawn", lines=SNAKE, up_and_down=True)], []),
        ([BASE, LAID, pour("rest", 68, FOUR, kind="plops")], [HALF_AS_LONG]),
        ([BASE, LAID, pour("rest", 68, FOUR, kind="corner")], [ROUND]),
    ],
    ids=[
        "pot",
        "pot, then half an embed",
        "pot around",
        "pressed in",
        "rows",
        "cups",
        "drawn lines",
        "plops",
        "leaning",
    ],
)
def test_colours_keep_what_was_poured_within_two_tenths_of_a_point(work: list[Any], embeds: list[Any]) -> None:
    of = field(work, 6.0, embeds=embeds)
    found = seen(of, faces=80, points=12_000)
    for colour, share in poured(of).items():
        assert found[colour] == pytest.approx(share, abs=0.002)


def boundary(face: Face, colour: int) -> NDArray[np.float64]:
    """How high the topmost point of a colour lies in each column [mm]."""
    here = face.colours == colour
    return face.top_mm - np.where(here.any(axis=0), here.argmax(axis=0), np.nan) * face.px_mm


def test_what_is_pressed_in_bends_what_is_near_and_leaves_what_is_far() -> None:
    """A rod pressed 20 mm deep into four layers: each boundary farther below it is bent less."""
    layers = [pour(f"l{i}", 8.0 * (i + 1), {key: 100}) for i, key in enumerate(("white", "red", "blue", "gold"))]
    filled = [pour("more", 45, {"gold": 100}), LAID, pour("over", 68, {"gold": 100})]
    of = field([*layers, *filled], 18, embeds=[{**ROUND, "up_mm": 46}])
    face = of.face(125.0, 0.25)
    below = face.colours.copy()
    below[: round((face.top_mm - 40) / face.px_mm)] = -1
    bent = []
    for colour in (0, 1, 2):
        heights = boundary(face._replace(colours=below), colour)
        middle, side = heights[len(heights) // 2], np.nanmedian(heights[: len(heights) // 8])
        bent.append(abs(side - middle))
    assert bent[0] < 0.7 * bent[1]
    assert bent[1] < 0.7 * bent[2]
    assert bent[2] > 2


def test_leaning_colours_lie_on_each_other_from_their_wall() -> None:
    of = field([BASE, pour("all", 68, FOUR, kind="corner")], 18)
    face = of.face(125.0, 0.5)
    assert set(np.unique(face.colours)) == {0, 1, 2, 3}
    # Seen from the front the first is deepest on the left, and what came last on the right.
    left, right = face.colours[:, 4], face.colours[:, -5]
    assert (left == 0).sum() > (right == 0).sum() + 20
    assert (right == 3).sum() > (left == 3).sum() + 10


def test_rows_from_side_to_side_change_along_the_loaf() -> None:
    work = [BASE, pour("all", 45, {"red": 50, "blue": 50}, 60, kind="drops", way="side to side", passes=6)]
    of = field(work, 2.0)
    mostly = [of.shares(y)["red"] > of.shares(y)["blue"] for y in (21.0, 63.0, 104.0, 146.0, 188.0, 229.0)]
    assert mostly in ([True, False] * 3, [False, True] * 3)


def test_along_a_wall_streams_fall_on_its_side() -> None:
    work = [BASE, pour("in", 36, {"red": 100}, 150, kind="drops", way="along the right wall")]
    face = field(work, 2.0).face(125.0, 0.5)
    deep = face.colours[round((face.top_mm - 27) / face.px_mm) :] == 1
    half = deep.shape[1] // 2
    assert deep[:, half:].sum() > 3 * deep[:, :half].sum() + 20


@pytest.mark.parametrize("deep", [10.0, 25.0])
def test_drops_go_as_deep_as_the_bottle_is_pressed(deep: float) -> None:
    work = [pour("base", 60, {"white": 100}), pour("in", 65, {"red": 100}, 10, kind="mini drops", deep_mm=deep)]
    face = field(work, 6.0).face(125.0, 0.25)
    lowest = face.top_mm - np.flatnonzero((face.colours == 1).any(axis=1)).max() * face.px_mm
    assert face.top_mm - lowest == pytest.approx(deep, abs=8)


def test_spoonfuls_are_seen_beside_each_other() -> None:
    """Not stripes from wall to wall: most levels of a face go through several colours."""
    of = field([pour("all", 65, FOUR, kind="plops")], 120)
    several = [len(np.unique(row)) > 1 for y in (40.0, 90.0, 140.0, 190.0) for row in of.face(y, 1.0).colours[3:-3]]
    assert np.mean(several) > 0.85


@pytest.mark.parametrize("to_mm", range(36, 70, 3))
def test_a_ridge_of_one_colour_that_runs_flat_fills_all_of_its_room(to_mm: int) -> None:
    """Nothing is beside it: wherever its heap would be cut off flat, it takes everything, however that rounds."""
    of = field([BASE, pour("all", to_mm, {"red": 100}, kind="ridge")], 0.5)
    for y in (20.0, 125.0):
        face = of.face(y, 2.0)
        assert set(np.unique(face.colours[face.source == 1])) == {of.numbers["red"]}


def test_a_ridge_stands_between_what_is_filled_up_beside_it() -> None:
    face = field([pour("all", 65, {"red": 40, "white": 30, "blue": 30}, kind="ridge")], 100).face(125.0, 0.5)
    row = face.colours[face.colours.shape[0] // 2]
    first = [int(key) for key in row[np.concatenate([[True], np.diff(row) != 0])]]
    assert first == [0, 1, 2]


@given(
    st.lists(st.floats(0.05, 1), min_size=2, max_size=4),
    st.lists(st.tuples(st.floats(0, 12), st.floats(0, 0.9)), min_size=4, max_size=4),
    st.lists(st.tuples(st.floats(-0.9, 0.9), st.floats(-0.9, 0.9)), min_size=2, max_size=4),
    st.floats(-1, 1),
)
@settings(max_examples=20)
def test_a_pot_keeps_its_shares_however_it_is_filled_and_stirred(
    parts: list[float], spots: list[tuple[float, float]], stick: list[tuple[float, float]], turns: float
) -> None:
    shares = tuple(part / sum(parts) for part in parts)
    inside = tuple((x, y) for x, y in stick if math.hypot(x, y) < 1)
    pot = Pot(tuple(range(len(shares))), shares, turns, tuple(spots[: len(shares)]), (inside,))
    over, across = np.meshgrid((np.arange(300) + 0.5) / 300, (np.arange(300) + 0.5) / 300)
    found = pot.stream(over.ravel(), across.ravel())
    for number, share in enumerate(shares):
        assert (found == number).mean() == pytest.approx(share, abs=0.02)


def test_what_lies_at_the_lip_leaves_the_pot_first() -> None:
    pot = Pot((0, 1, 2), (0.4, 0.3, 0.3))
    across = np.linspace(0.05, 0.95, 40)
    assert (pot.stream(np.full(40, 0.01), across) == 0).mean() > 0.9
    assert (pot.stream(np.full(40, 0.99), across) == 0).mean() < 0.1


@given(st.floats(-1, 1), st.floats(0.1, 0.9))
def test_a_stream_that_lies_down_keeps_its_shares(lies: float, share: float) -> None:
    u, v = (part.ravel() for part in np.meshgrid((np.arange(200) + 0.5) / 200, (np.arange(200) + 0.5) / 200))
    pot = Pot((0, 1), (share, 1 - share), start=0.25)
    sources = [Source(0, -1, PotStream(pot, 0.5, lies)), Source(1, 0), Source(2, -1, PotStream(pot, 0.5, 0.0))]
    (laid,) = laid_by(sources)
    assert laid.of(np.arange(3)).tolist() == [True, False, True]
    leaning, upright = (laid.colours(np.full(u.shape, number), u, v) for number in (0, 2))
    assert (leaning == 0).mean() == pytest.approx((upright == 0).mean(), abs=0.01)


@settings(max_examples=30)
@given(st.floats(-30, 30), st.floats(4, 44), st.floats(-15, 15), st.floats(10, 22))
def test_what_gives_way_keeps_areas(x: float, z: float, middle: float, wide: float) -> None:
    """Numerically: the determinant of the map's derivative is one wherever it is."""
    half, h1 = 45.0, 50.0
    xs = np.linspace(-half, half, COLUMNS)
    depth = 18 * np.maximum(1 - ((xs - middle) / wide) ** 2, 0.0) ** 2
    gap = xs[1] - xs[0]
    left = np.concatenate([[0.0], np.cumsum((depth[1:] + depth[:-1]) / 2 * gap)])
    op = np.zeros(OP)
    op[:6] = (6, -1, h1 - left[-1] / (2 * half), h1, 0, 20.0)
    sinks = np.stack([depth, left, np.zeros(COLUMNS)])[None]
    h = 0.4
    moved = [unsink(x + dx, z + dz, op, sinks, half) for dx, dz in ((0, 0), (h, 0), (-h, 0), (0, h), (0, -h))]
    if any(over > 0 for _, _, over in moved):
        return
    at = np.array([[a, b] for a, b, _ in moved])
    jx, jz = (at[1] - at[2]) / (2 * h), (at[3] - at[4]) / (2 * h)
    assert jx[0] * jz[1] - jx[1] * jz[0] == pytest.approx(1.0, abs=0.06)


def test_what_is_led_about_fills_its_bed_without_a_gap_and_evenly() -> None:
    """By the shoelace formula: each cell comes from a quadrangle of its own area."""
    turns = 60 * np.random.default_rng(3).normal(size=(4, 4)) / np.arange(1, 5)[:, None] / np.arange(1, 5)
    x, z = led_from(turns, 40.0, 60.0, (61, 81))
    a, b, c, d = (np.stack([x[i, k], z[i, k]]) for i, k in _CORNERS)
    (px, pz), (qx, qz) = c - a, d - b
    areas = np.abs(px * qz - pz * qx) / 2
    assert np.hypot(x - np.linspace(-40, 40, 81), z - np.linspace(0, 60, 61)[:, None]).max() > 4
    assert areas.sum() == pytest.approx(80 * 60, rel=1e-9)
    assert areas == pytest.approx(1.0, abs=0.06)


_CORNERS = [
    (slice(None, -1), slice(None, -1)),
    (slice(None, -1), slice(1, None)),
    (slice(1, None), slice(1, None)),
    (slice(1, None), slice(None, -1)),
]


def test_what_lay_in_front_of_a_cut_lies_in_front_of_it_once_an_embed_is_in() -> None:
    """Between two cuts there is as much batter before and after: an embed in the front half pushes it to the back."""
    loaf = read_loaf(box(colours=COLOURS, work=[BASE, LAID, pour("rest", 68, {"red": 100})], embeds=[HALF_AS_LONG]))
    of = field([BASE, LAID, pour("rest", 68, {"red": 100})], embeds=[HALF_AS_LONG])
    along = Along(loaf, of.fills, resolve(loaf, CUPBOARD).prisms)
    before = [along.sections(y)[0] for y in (0.0, 60.0, 110.0, 180.0, 250.0)]
    assert [before[0], before[-1]] == pytest.approx([0, 250], abs=1e-6)
    fill = of.fills[1]
    taken = math.pi / 4 * 36**2 * fill.immersed_ml / (math.pi / 4 * 36**2 * 110 / 1000)
    front = 90 * fill.level_after_mm - taken
    assert before[2] * 90 * fill.level_before_mm == pytest.approx(110 * front, rel=0.01)
    assert before[1] == pytest.approx(before[2] * 60 / 110, rel=0.01)


def test_a_picture_asked_for_where_it_changes_is_the_whole_picture() -> None:
    """A disc and a line thinner than the first lattice, against every point asked for by itself."""
    rows, columns = np.mgrid[:90, :110]
    truth = (np.hypot(rows - 40, columns - 60) < 22).astype(np.int32) + 2 * (np.abs(rows - columns * 0.3 - 50) < 1.1)
    asked = []

    def ask(here: NDArray[np.int32]) -> NDArray[np.int32]:
        asked.append(len(here))
        return truth.ravel()[here]

    wanted = np.ones(truth.shape, dtype=bool)
    wanted[:, :3] = False
    found = sampled(ask, wanted)
    assert (found == np.where(wanted, truth, 0)).all()
    assert sum(asked) < 0.6 * truth.size


def test_a_point_that_two_colours_share_has_the_light_of_both() -> None:
    """Half of black and half of white is 188 on a screen of gamma 2.2, not 128."""
    codes, corners = np.array([[0, 1]], dtype=np.int16), np.array([[0, 0, 1], [0, 0, 1]], dtype=np.int16)
    face = Face(codes, codes, corners, 1.0, 0.0, 1.0)
    shown = face.shown(np.array([[0.0, 0, 0], [255, 255, 255], [9, 9, 9]]))
    assert shown[0, 0].tolist() == [0, 0, 0]
    assert shown[0, 1] == pytest.approx([255 * 0.75 ** (1 / 2.2)] * 3)
    half = Face(codes[:, :1], codes[:, :1], np.array([[1, 1], [1, 1]], dtype=np.int16), 1.0, 0.0, 1.0)
    assert half.shown(np.array([[0.0] * 3, [255] * 3, [9] * 3]))[0, 0] == pytest.approx([255 * 0.5 ** (1 / 2.2)] * 3)
    shred = Face(np.full((1, 1), SHREDS), codes[:, :1], np.full((2, 2), SHREDS), 1.0, 0.0, 1.0)
    assert shred.shown(np.array([[0.0] * 3, [9] * 3]))[0, 0].tolist() == [9, 9, 9]


def test_rows_of_plops_are_left_behind_by_the_lift() -> None:
    old = {"version": 11, "work": [{"do": "pour", "technique": {"kind": "plops", "passes": 9}}, {"do": "lay"}, "odd"]}
    assert LIFTS[11](old)["work"] == [{"do": "pour", "technique": {"kind": "plops"}}, {"do": "lay"}, "odd"]


def test_the_bench_says_how_the_pot_is_filled() -> None:
    swirl = PotSwirl(passes=4, turns=0, spots=((6, 0), (12, 0.5), (2.52, 0.5)), strokes=(((0, 0.9), (0, -0.9)),))
    names = {"a": "Dusk", "b": "Tile", "c": "Wick"}
    assert swirl.says(40, names) == (
        "Pot swirl: the colours into one pot, Dusk all over, then Tile at 12 o'clock, Wick at half past 2 (its lip is "
        "six), a stick drawn through once, then 4 passes there and back over its lip, without stirring."
    )
    assert "o'clock" not in PotSwirl().says(40, names)
