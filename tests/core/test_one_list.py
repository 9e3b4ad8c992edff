"""One list of everything on a top, how pieces find their places, what is free to be piped on."""

from __future__ import annotations

import itertools
import math
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.cuts import strips_of
from archtop.core.document import Cuts, Run, in_order, set_down_together
from archtop.core.geometry.line import along_line, evenly_along
from archtop.core.top import TopArea, spots_of
from archtop.core.top.foot import Foot, apart
from archtop.core.top.free import FreeTop, Lying, Out
from archtop.core.top.runs import Spot
from archtop.core.top.surface import STEP_MM, Body, PressedIn, Surface
from archtop.core.trade import AlongLine, EachBar, InRows, OnMotifs, OnTheTop, Place, Tip, bead_of, motif_of
from tests.core.conftest import box, box_with, rod

AREA = TopArea(front=0, back=250, half_wide=45, area_mm2=22_500)
BARS = [(i * 25.0, (i + 1) * 25.0) for i in range(10)]
BEAD = bead_of(Tip(id="t", name="Round", opening_mm=10))
CUPBOARD = standard_cupboard()


def run(**more: Any) -> Run:
    told = {"id": "r", "name": "R", "motif": {"kind": "kiss", "size_mm": 12}, "tip": "t", "colours": ["white"]}
    return Run.model_validate(told | more)


def spots(told: Run, **more: Any) -> tuple[Spot, ...]:
    return spots_of(told, motif_of(told.motif, BEAD, 1.0, {}), AREA, BARS, **more).spots


def pieces(key: str, **make: Any) -> dict[str, Any]:
    made = {"kind": "ball", "diameter_mm": 12} | make
    return {"id": key, "name": key.title(), "count": 10, "colour": "white", "make": made}


def topped(*items: dict[str, Any], runs: tuple[dict[str, Any], ...] = (), **more: Any) -> dict[str, Any]:
    """A box with these runs and pieces on it."""
    frosting = {"tips": [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}], "runs": list(runs)}
    top = {"scatter": {"items": list(items)}} | more.pop("top", {})
    made = [pieces(item["pieces"]) | {"count": item["count"]} for item in items]
    more.setdefault("cuts", {"bar_mm": 25, "kerf_mm": 0})
    return box(pieces=made, top=top, **({"frosting": frosting} if runs else {}), **more)


def planned(document: dict[str, Any]) -> LoafPlan:
    return plan(read_loaf(document), CUPBOARD)


def piped(key: str = "dollops", **more: Any) -> dict[str, Any]:
    told = {"id": key, "name": key.title(), "motif": {"kind": "kiss", "size_mm": 20, "height_mm": 10}, "tip": "t"}
    return told | {"colours": ["white"], "pattern": "each bar"} | more


# --- the list ---


def test_what_is_not_said_comes_where_it_usually_does() -> None:
    spritz = {"id": "mist", "kind": "spritz", "name": "Mist", "amount": 5}
    document = topped({"pieces": "bead", "count": 4}, runs=(piped(),), top={"finishes": [spritz]})
    names = [thing.name for thing in in_order(read_loaf(document))]
    assert names == ["pipe.dollops", "strew.bead", "finish.mist"]


def test_spritz_then_the_gaps_then_leaves_then_spritz_then_mica() -> None:
    """In the order of its list, at the bench too; what is dusted on the firm loaf comes right before the cut."""
    mist, again = ({"id": key, "kind": "spritz", "name": key.title(), "amount": 5} for key in ("mist", "again"))
    mica = {"id": "mica", "kind": "dust", "name": "Mica", "amount": 2, "when": "before cutting"}
    order = ["finish.mist", "strew.bead", "pipe.gaps", "pipe.leaves", "finish.again", "finish.mica"]
    document = topped(
        {"pieces": "bead", "count": 4},
        runs=(piped("leaves"), piped("gaps", pattern="fill")),
        top={"finishes": [mist, again, mica], "order": order[:-1]},
    )
    result = planned(document)
    assert list(result.top.order) == order
    keys = [step.key.removeprefix("loaf.") for step in result.steps]
    told = ["finish.mist", "strew", "pipe.gaps", "pipe.leaves", "finish.again", "cover", "finish.mica", "cut"]
    assert [key for key in keys if key in told] == told


def test_what_stands_on_motifs_comes_after_them_wherever_it_was_put() -> None:
    cap = {"pieces": "cap", "count": 10, "placing": {"kind": "on motifs", "run": "dollops"}}
    document = topped(cap, runs=(piped(),), top={"order": ["strew.cap", "pipe.dollops"]})
    assert [thing.name for thing in in_order(read_loaf(document))] == ["pipe.dollops", "strew.cap"]
    stem = {**cap, "pieces": "stem"}
    both = topped(cap, stem, runs=(piped(),), top={"order": ["strew.stem", "strew.cap", "pipe.dollops"]})
    assert [thing.name for thing in in_order(read_loaf(both))] == ["pipe.dollops", "strew.stem", "strew.cap"]


def test_pieces_that_follow_each_other_are_one_step() -> None:
    items = [{"pieces": key, "count": 3} for key in ("a", "b", "c")]
    document = topped(*items, runs=(piped(),), top={"order": ["strew.a", "strew.b", "pipe.dollops", "strew.c"]})
    assert set_down_together(read_loaf(document)) == ((("a", "b"), "strew"), (("c",), "strew.c"))
    moved = {step.key: [move.count for move in step.moves] for step in planned(document).steps if step.moves}
    assert moved["loaf.strew"] == [-3, -3]
    assert moved["loaf.strew.c"] == [-3]


def test_an_older_document_keeps_its_order_and_its_places() -> None:
    finishes = [
        {"kind": "spritz", "name": "Spritz", "amount": 5, "when": "before pieces"},
        {"kind": "salt", "name": "Salt", "amount": 5, "when": "after pieces"},
    ]
    places = [{"x": -20, "along_percent": 50}]
    item = {"pieces": "bead", "count": 4, "each_bar": places, "mirrored": True}
    old = topped(runs=(piped(both_sides=True),), top={"finishes": finishes, "scatter": {"items": [item]}})
    loaf = read_loaf({**old, "version": 9, "pieces": [pieces("bead")]})
    assert [thing.name for thing in in_order(loaf)] == ["pipe.dollops", "finish.0", "strew.bead", "finish.1"]
    assert loaf.top.scatter.items[0].placing == EachBar(places=places, mirrored=True)
    assert loaf.frosting
    assert (loaf.frosting.runs[0].points, loaf.frosting.runs[0].keeps_off) == ("both sides", False)


# --- places ---


def test_places_by_hand() -> None:
    motifs = {"r": tuple(Place(0, y) for y in (10.0, 20.0, 30.0, 40.0))}
    top = OnTheTop(0, 100, 40, [(0, 50), (50, 100)], motifs)
    assert OnMotifs(run="r", first=2, every=2).set_out(top, 9) == ((0, 20), (0, 40))
    assert OnMotifs(run="other").set_out(top, 9) == ()
    assert EachBar(places=[{"x": 5, "along_percent": 20}], first=2, every=2).set_out(top, 9) == ((5, 60),)
    two = InRows(rows=2, every_mm=40, apart_mm=30).set_out(top, 9)
    assert two == ((-15, 30), (15, 30), (-15, 70), (15, 70))
    assert AlongLine(line=[(0, 0), (0, 30)]).set_out(top, 3) == ((0, 0), (0, 15), (0, 30))


@given(st.lists(st.tuples(st.floats(-40, 40), st.floats(0, 250)), min_size=2, max_size=6), st.integers(2, 20))
def test_what_lies_along_a_line_is_evenly_apart(line: list[tuple[float, float]], count: int) -> None:
    """Places have the same arc between them: told by the line's own length."""
    long = sum(math.dist(a, b) for a, b in itertools.pairwise(line))
    if long < 1:
        return
    there = evenly_along(line, count)
    again = along_line(line, 0.0, long / (count - 1) - 1e-9)
    assert len(there) == count
    for one, other in zip(there, again, strict=False):
        assert (one.x, one.y) == (pytest.approx(other.x, abs=1e-5), pytest.approx(other.y, abs=1e-5))


def test_caps_on_stems_on_dollops_alternate_and_stand_on_each_other() -> None:
    """Dollops of 10 mm, a stem of 12 mm on each, a cap of one kind on every other and of another on the others."""
    on = {"kind": "on motifs", "run": "dollops"}
    result = planned(
        topped(
            {"pieces": "stem", "count": 10, "placing": on},
            {"pieces": "red", "count": 5, "placing": {**on, "every": 2}},
            {"pieces": "blue", "count": 5, "placing": {**on, "first": 2, "every": 2}},
            runs=(piped(),),
        )
    )
    scatter = result.top.scatter
    assert scatter
    assert scatter.lacking == ()
    assert not any(piece.touches for piece in scatter.strewn)
    ups = {key: {round(p.up_mm, 1) for p in scatter.strewn if p.pieces == key} for key in ("stem", "red", "blue")}
    assert ups["stem"] == {10.0}
    assert ups["red"] == ups["blue"] == {22.0}
    assert result.top.high_mm == pytest.approx(34, abs=0.1)
    along = sorted((piece.y, piece.pieces) for piece in scatter.strewn if piece.pieces != "stem")
    assert [kind for _, kind in along] == ["red", "blue"] * 5


def test_what_finds_no_place_says_why_and_offers_two_ways() -> None:
    on = {"kind": "on motifs", "run": "dollops"}
    scatter = planned(topped({"pieces": "cap", "count": 13, "placing": on}, runs=(piped(),))).top.scatter
    assert scatter
    (lack,) = scatter.lacking
    assert (lack.many, lack.why) == (3, "there are no more places")
    assert [(way.field, way.value) for way in lack.ways] == [
        ("top.scatter.items.0.count", 10),
        ("top.scatter.items.0.placing", {"kind": "strewn"}),
    ]


def test_halves_each_get_their_share_of_what_is_strewn() -> None:
    """26 halves and 26 pieces: one to each."""
    document = topped({"pieces": "bead", "count": 20}, cuts={"bar_mm": 25, "kerf_mm": 0, "parts": 2})
    (shares,) = planned(document).top.on_parts
    assert (shares.fewest, shares.most) == (1, 1)
    assert [sum(parts) for parts in shares.bars] == [2] * 10


# --- what is free ---


def test_two_rows_of_leaves_lie_beside_a_column_that_stands_out() -> None:
    document = box_with(rod(up_mm=40), to_mm=55)
    leaves = piped("leaves", motif={"kind": "leaf", "size_mm": 14}, pattern="rows", rows=2, points="outward")
    frosting = {"tips": [{"id": "t", "name": "Leaf", "kind": "leaf", "opening_mm": 8}], "runs": [leaves]}
    result = planned({**document, "frosting": frosting})
    (run_,) = result.top.runs
    # The rod's middle is at 40 mm: at a level of 55 mm it is 2·√(25² − 15²) = 40 mm wide, and 25 mm are left each side.
    sides = {math.copysign(1, spot.x) for spot in run_.spots}
    assert sides == {-1.0, 1.0}
    assert all(abs(spot.x) > 20 and spot.up_mm < 4 for spot in run_.spots)
    assert {spot.turn_deg for spot in run_.spots} == {90.0, -90.0}
    assert "hardly shows where they touch" in run_.says
    (column,) = result.top.standing
    assert (column.left_mm, column.right_mm) == (pytest.approx(-20, abs=0.1), pytest.approx(20, abs=0.1))
    assert column.high_mm == pytest.approx(10, abs=0.05)


def test_grass_fills_the_gaps_between_pieces_that_lie_there() -> None:
    grass = piped("grass", pattern="fill", motif={"kind": "tuft", "size_mm": 12})
    bead = {"pieces": "bead", "count": 10}
    before = planned(topped(bead, runs=(grass,), top={"order": ["strew.bead", "pipe.grass"]})).top
    after = planned(topped(bead, runs=(grass,))).top
    over = planned(topped(bead, runs=({**grass, "keeps_off": False},), top={"order": ["strew.bead", "pipe.grass"]})).top
    assert before.scatter
    assert len(before.runs[0].spots) < len(after.runs[0].spots) == len(over.runs[0].spots)
    assert before.runs[0].left_out == {"pieces lie there": len(after.runs[0].spots) - len(before.runs[0].spots)}
    assert "left out: pieces lie there" in before.runs[0].says
    nearest = min(math.dist((p.x, p.y), (s.x, s.y)) for p in before.scatter.strewn for s in before.runs[0].spots)
    assert nearest > 6


@given(
    st.lists(st.tuples(st.floats(-60, 60), st.floats(1, 40)), max_size=4),
    st.floats(-45, 0),
    st.floats(1, 90),
)
def test_what_is_free_across_is_all_but_the_columns(
    columns: list[tuple[float, float]], left: float, wide: float
) -> None:
    """Against counting on a fine grid."""
    free = FreeTop([Out(low, low + size, 0, 100) for low, size in columns])
    xs = np.linspace(left, left + wide, 2001)
    covered = np.zeros(len(xs), dtype=bool)
    for low, size in columns:
        covered |= (xs > low) & (xs < low + size)
    told = sum(high - low for low, high in free.across(left, left + wide, 0, 100))
    assert told == pytest.approx(wide * float((~covered).mean()), abs=wide / 300)


def test_rows_by_distance_by_number_and_on_some_bars() -> None:
    assert sorted({spot.x for spot in spots(run(apart_mm=30))}) == [-30, 0, 30]
    assert {spot.x for spot in spots(run(rows=2))} == {-22.5, 22.5}
    some = spots(run(pattern="each bar", bars=[2, 3, 9]))
    assert [spot.y for spot in some] == [37.5, 62.5, 212.5]
    assert all(25 <= spot.y <= 75 for spot in spots(run(rows=2, bars=[2, 3])))
    assert spots(run(bars=[99])) == ()


def test_a_run_along_a_curve_goes_where_the_curve_goes() -> None:
    curve = [(-30, 20), (30, 120), (-30, 220)]
    found = spots(run(pattern="curve", curve=curve))
    # As many as its length takes of 12 mm each.
    assert len(found) == math.floor((2 * math.dist((-30, 20), (30, 120)) - 6) / 12) + 1
    first = min(found, key=lambda spot: spot.y)
    assert first.turn_deg == pytest.approx(math.degrees(math.atan2(60, 100)), abs=0.1)
    with pytest.raises(ValueError, match="curve has two"):
        run(pattern="curve", curve=[(0, 0)])


def test_bags_take_turns_and_passes_lie_on_each_other() -> None:
    document = topped(runs=(piped(more_bags=[["grey"]], passes=2),))
    document["colours"] = [*document["colours"], {"id": "grey", "name": "Grey", "srgb": "#888888"}]
    result = planned(document)
    (run_,) = result.top.runs
    assert [run_.bag_of(i) for i in range(3)] == [("white",), ("grey",), ("white",)]
    assert {need.colour: round(need.runs_ml / run_.volume.value, 3) for need in result.top.colours} == {
        "white": 0.5,
        "grey": 0.5,
    }
    assert len(result.top.bags) == 2
    assert len(run_.spots) == 20
    assert {round(spot.up_mm, 1) for spot in run_.spots} == {0.0, 10.0}
    assert result.top.high_mm == pytest.approx(20, abs=0.05)


# --- bodies ---


def test_what_leans_is_as_high_as_its_tilted_box() -> None:
    """A block of 40 × 12 × 8 mm leaning by 30°: 8·cos 30 + 40·sin 30 high, by hand."""
    block = pieces("block") | {"make": {"kind": "chunk", "long_mm": 40, "wide_mm": 12, "high_mm": 8}}
    lean = {"pieces": "block", "count": 2, "leans_deg": 30}
    result = planned(box(pieces=[block], top={"scatter": {"items": [lean]}}))
    assert result.top.high_mm == pytest.approx(8 * math.cos(math.radians(30)) + 20, abs=0.05)


@settings(max_examples=15, deadline=None)
@given(st.floats(6, 20), st.floats(1, 6), st.floats(0, 40))
def test_what_is_pushed_aside_stands_around_it(half: float, sunk: float, trail: float) -> None:
    """Nothing is lost: outside its own foot the coat gains what its foot, pressed in, takes away."""
    surface = Surface(AREA)
    surface.coated(10)
    before = surface.shown.copy()
    spot, body = Spot(x=0, y=150, turn_deg=20), Body(half, half * 0.7, 15)
    surface.set_down(spot, body, PressedIn(sunk, rim=True, trail_mm=trail))
    dx, dy = surface.xs[None, :] - spot.x, surface.ys[:, None] - spot.y
    turn = math.radians(spot.turn_deg)
    along, across = dy * math.cos(turn) + dx * math.sin(turn), dx * math.cos(turn) - dy * math.sin(turn)
    foot = (along / half) ** 2 + (across / (half * 0.7)) ** 2 < 1
    gained = float((surface.shown - before)[~foot].sum()) * STEP_MM**2
    # What the groove loses its rim gains: on balance the foot's own share is left.
    assert gained == pytest.approx(math.pi * half * half * 0.7 * sunk, rel=0.03)
    if trail > 5:
        assert surface.shown[~foot].min(where=before[~foot] > 0, initial=10) < 10


def test_nothing_is_borne_by_a_rim() -> None:
    surface = Surface(AREA)
    surface.coated(10)
    surface.set_down(Spot(x=0, y=100), Body(10, 10, 12), PressedIn(8, rim=True))
    beside = surface.set_down(Spot(x=0, y=116), Body(5, 5, 12))
    assert beside.up_mm == pytest.approx(10)
    assert surface.highest_mm == pytest.approx(22)


def test_a_piece_from_a_cutter_covers_its_outline_and_is_as_high_everywhere() -> None:
    """A triangle 20 mm high and 30 wide: its prism's volume, by a mesh library."""
    corners = [(-15.0, -10.0), (15.0, -10.0), (0.0, 10.0)]
    surface = Surface(AREA)
    surface.set_down(Spot(x=0.13, y=100.21, turn_deg=35), Body(15, 10, 8, outline=tuple(corners)))
    mesh = trimesh.creation.extrude_triangulation(np.array(corners), np.array([[0, 1, 2]]), height=8)
    assert surface.volume_ml == pytest.approx(float(mesh.volume) / 1000, rel=0.01)


@settings(max_examples=60)
@given(
    st.tuples(st.floats(-40, 40), st.floats(-40, 40), st.floats(0, 180)),
    st.tuples(st.floats(4, 30), st.floats(2, 12)),
    st.tuples(st.floats(4, 30), st.floats(2, 12)),
    st.floats(0, 180),
)
def test_square_pieces_overlap_where_a_geometry_library_says(
    place: tuple[float, float, float], one: tuple[float, float], other: tuple[float, float], turn: float
) -> None:
    def placed(size: tuple[float, float], x: float, y: float, turn_deg: float) -> shapely.Polygon:
        # Lengths lie along the loaf, which is y; a turn goes from there towards x.
        upright = shapely.box(-size[1], -size[0], size[1], size[0])
        return shapely.affinity.translate(shapely.affinity.rotate(upright, -turn_deg, origin=(0, 0)), x, y)

    x, y, theirs = place
    told = float(apart(np.array([x]), np.array([y]), Foot(*one, True), turn, np.array([[*other, theirs, 1.0]]))[0])
    mine, there = placed(one, 0, 0, turn), placed(other, x, y, theirs)
    if mine.intersection(there).area > 0.5:
        assert told < 0.01
    elif mine.distance(there) > 0.01:
        assert 0 < told <= mine.distance(there) + 1e-6


def test_in_the_way_is_what_overlaps_by_more_than_a_little() -> None:
    free = FreeTop([Out(-5, 5, 0, 50)], [Lying(20, 100, 10, 10, 0)])
    foot = Foot(6, 6)
    assert free.in_the_way(0, 25, foot, 0) == "a column stands out"
    assert free.in_the_way(0, 60, foot, 0) is None
    assert free.in_the_way(20, 110, foot, 0) == "pieces lie there"
    assert free.in_the_way(20, 114, foot, 0) is None


def test_pieces_pressed_in_last_are_seen_on_the_top() -> None:
    """Five balls of 12 mm, 40 % under: 7.2 mm of each stand out, on the top and evenly spread."""
    press = {"do": "press", "id": "p", "pieces": "bead", "count": 5, "sunk_percent": 40}
    pour = {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}
    result = planned(box(pieces=[pieces("bead")], work=[pour, press]))
    assert len(result.top.pressed) == 5
    assert {round(piece.high_mm, 6) for piece in result.top.pressed} == {7.2}
    assert result.top.high_mm == pytest.approx(7.2)
    places = [(piece.x, piece.y) for piece in result.top.pressed]
    assert all(abs(x) <= 39 and 6 <= y <= 244 for x, y in places)
    assert min(math.dist(a, b) for a, b in itertools.combinations(places, 2)) > 12
    assert (
        planned(box(pieces=[pieces("bead")], work=[pour | {"to_mm": 30}, press, pour | {"id": "b"}])).top.pressed == ()
    )


# --- the cut ---


def test_a_slab_in_four_strips_of_three_and_a_half_inches() -> None:
    """14 inches wide: four strips, each a hair narrower for the wires between them; bars and kerf are all of it."""
    slab = {"length_mm": 250, "width_mm": 355.6, "height_mm": 70}
    result = planned(box(mould=slab, cuts={"bar_mm": 25, "kerf_mm": 0.6, "strip_mm": 88.9}))
    bar = result.cuts.bars[0]
    widths = [right - left for left, right in bar.strips]
    assert widths == [pytest.approx((355.6 - 3 * 0.6) / 4)] * 4
    assert bar.left_g == 0
    assert result.cuts.in_all == 4 * len(result.cuts.bars)
    parts = sum(sum(bar.part_gs) + bar.left_g for bar in result.cuts.bars)
    slices = sum(part.weight_g for part in result.cuts.slices)
    assert parts + slices + result.cuts.kerf_loss_g == pytest.approx(result.cuts.total_g)


@settings(max_examples=30, deadline=None)
@given(st.floats(12, 200), st.floats(0, 3))
def test_strips_of_a_width_fill_the_loaf(strip: float, kerf: float) -> None:
    if strip > 90:
        with pytest.raises(InputError, match="mm wide"):
            strips_of(Cuts(strip_mm=strip, kerf_mm=kerf), 1, 45)
        return
    found = strips_of(Cuts(strip_mm=strip, kerf_mm=kerf), 1, 45)
    assert len(found.parts) == math.floor(90 / strip + 1e-9)
    taken = sum(right - left for left, right in found.parts) + kerf * len(found.lines)
    left = found.left[1] - found.left[0] if found.left else 0.0
    assert taken + left == pytest.approx(90, abs=kerf + 0.5)
    assert all(b[0] - a[1] == pytest.approx(kerf) for a, b in itertools.pairwise(found.parts))


def test_a_double_bar_and_ranges() -> None:
    cuts = {"bar_mm": 25, "kerf_mm": 0, "parts": 2}
    specials = [{"bar": 3, "times": 2}, {"bar": 8, "to": 9, "parts": 1, "note": "sample"}]
    result = planned(box(cuts={**cuts, "specials": specials}))
    thick = [bar.to_mm - bar.from_mm for bar in result.cuts.bars]
    assert thick == [25, 25, 50, *[25] * 6]
    assert [bar.parts for bar in result.cuts.bars] == [2] * 7 + [1, 1]
    assert [bar.note for bar in result.cuts.bars][-2:] == ["sample", "sample"]
    cut = next(step for step in result.steps if step.key == "loaf.cut")
    assert "Bar 3: as thick as two." in cut.detail
    assert "Bars 8 to 9: sample, left whole." in cut.detail
    with pytest.raises(InputError, match="begins at bar 5"):
        read_loaf(box(cuts={"specials": [{"bar": 5, "to": 3}]}))


def test_one_verdict_on_how_it_is_cut() -> None:
    def how(**cuts: Any) -> Any:
        return planned(topped(runs=(piped(),), cuts={"bar_mm": 25} | cuts))

    low, high = how(cutter_mm=95).cut_how, how(cutter_mm=62)
    assert (low.lies, low.clash) == ("upright", None)
    # 70 mm upright with its dollops, 90 mm wide: neither goes through.
    assert high.cut_how.clash == "The loaf is 70 mm high standing; the cutter takes 62 mm."
    assert "Nothing" not in " ".join(high.cut_how.reasons)
    assert [remark.text for remark in high.remarks if remark.code == "top.cut_clash"] == [high.cut_how.clash]
    flipped = how(lies="upside down").cut_how
    assert flipped.clash
    assert "10 mm of that stand out" in flipped.clash
    kitchen = how(tool="kitchen knife", cutter_mm=62).cut_how
    assert kitchen.clash is None
    assert "mark every cut on both sides" in " ".join(kitchen.mind)


def test_a_stamp_lies_on_the_smallest_face_and_has_its_step_after_the_cut() -> None:
    cuts = {"bar_mm": 25, "parts": 2, "stamp": {"wide_mm": 25, "high_mm": 20, "across_percent": 50, "up_percent": 0}}
    result = planned(box(cuts=cuts))
    assert result.stamp
    assert (result.stamp.left_mm, result.stamp.up_mm) == (10, 0)
    keys = [step.key for step in result.steps]
    assert keys.index("loaf.stamp") == keys.index("loaf.cut") + 1
    with pytest.raises(InputError, match="the smallest bar is 45 mm wide"):
        planned(box(cuts={**cuts, "stamp": {"wide_mm": 46}}))


@pytest.mark.parametrize("mixed", ["first", "once poured"])
def test_a_frosting_of_its_own_pot_is_mixed_when_it_is_told(mixed: str) -> None:
    tip = {"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}
    row = {"id": "r", "name": "Row", "motif": {"kind": "kiss", "size_mm": 20}, "tip": "t", "colours": ["white"]}
    frosting = {"formula": "plain", "mixed": mixed, "tips": [tip], "runs": [row]}
    result = plan(read_loaf(box(frosting=frosting)), CUPBOARD)
    keys = [step.key for step in result.steps]
    poured, piped, icing = keys.index("loaf.pour.all"), keys.index("loaf.pipe.r"), keys.index("frosting.mix")
    assert (icing < poured) == (mixed == "first")
    assert icing < piped
    assert len(keys) == len(set(keys))
    # Mixed as the loaf firms it has no time to stand about.
    assert ("frosting.stand" in keys) == (mixed == "first")
    assert {step.job for step in result.steps if step.pot == "frosting"} == {"pour"}


def test_what_lies_in_one_strip_weighs_in_that_strip() -> None:
    """A rod and its weight beside one wall of a slab in two: by hand, from its section and the batter's density."""
    slab = {"length_mm": 200, "width_mm": 160, "height_mm": 70}
    at_left = rod(diameter=40, across_mm=-40, up_mm=40, length_mm=200)
    cuts = {"bar_mm": 50, "kerf_mm": 0, "parts": 2}
    bare, laid = (planned(box_with(*embeds, to_mm=60, mould=slab, cuts=cuts)) for embeds in ((), (at_left,)))
    (left, right), (other, _) = laid.cuts.bars[0].part_gs, bare.cuts.bars[0].part_gs
    assert right == pytest.approx(other)
    heavier = laid.cuts.total_g - bare.cuts.total_g
    assert left - other == pytest.approx(heavier / 4)
    assert laid.cuts.bar_weight(2).value == pytest.approx(right)
    assert sum(laid.cuts.bars[0].part_gs) == pytest.approx(laid.cuts.bars[0].weight.value)


@settings(max_examples=20, deadline=None)
@given(st.integers(2, 5), st.floats(-50, 50), st.integers(1, 12))
def test_strips_add_up_to_their_slice_with_all_that_lies_on_it(parts: int, x: float, balls: int) -> None:
    document = box_with(
        rod(diameter=20, across_mm=x / 2, up_mm=30), to_mm=60, cuts={"bar_mm": 40, "kerf_mm": 1, "parts": parts}
    )
    document["pieces"] = [
        {"id": "b", "name": "Balls", "make": {"kind": "ball", "diameter_mm": 12}, "count": balls, "colour": "white"}
    ]
    document["top"] = {"scatter": {"items": [{"pieces": "b", "count": balls, "may_be_cut": True}], "seed": parts}}
    for bar in planned(document).cuts.bars:
        assert sum(bar.part_gs) == pytest.approx(bar.weight.value)
        assert min(bar.part_gs) > 0
