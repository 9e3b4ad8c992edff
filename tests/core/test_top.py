"""The top: tips and beads, motifs by integration, runs on the loaf, fairness of what is strewn, the budget."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad

from archtop.core import InputError, LoafPlan, calculate, plan, read_loaf, standard_cupboard
from archtop.core.bench.clock import bowls_of
from archtop.core.document import Clear, Pin, Run, Scatter, ScatterItem
from archtop.core.resolved import resolve
from archtop.core.top import Foot, TopArea, spots_of, strew
from archtop.core.top.strewn import reach_across, reach_along
from archtop.core.trade import MotifSize, Tip, bead_of, motif_of, opening_of, sine_length
from tests.core.conftest import box, frosted

CUPBOARD = standard_cupboard()
AREA = TopArea(front=0, back=250, half_wide=45, area_mm2=22500)
BARS = [(i * 25.0, (i + 1) * 25.0) for i in range(10)]
ROUND = Tip(id="round", name="Round", opening_mm=10)


def tip(kind: Any, **sizes: Any) -> Tip:
    return Tip(id="tip", name="Tip", kind=kind, **sizes)


@given(st.floats(1, 40), st.integers(3, 16))
def test_openings_by_closed_forms(across: float, points: int) -> None:
    """A circle's π·d²/4; a star of n points n·R·r·sin(π/n); a rhombus half its diagonals' product."""
    assert bead_of(tip("plain", opening_mm=across)).area_mm2 == pytest.approx(math.pi / 4 * across**2, rel=1e-3)
    star = bead_of(tip("open star", opening_mm=across, points=points)).area_mm2
    assert star == pytest.approx(points * across / 2 * across / 2 * 0.7 * math.sin(math.pi / points))
    assert bead_of(tip("leaf", opening_mm=across, thick_mm=2)).area_mm2 == pytest.approx(across)
    many = bead_of(tip("grass", opening_mm=across, holes=points)).area_mm2
    assert many == pytest.approx(points * math.pi / 4 * across**2, rel=5e-3)


def test_a_circle_is_as_easy_to_push_through_as_it_is_wide() -> None:
    """Hydraulic diameter 4A/P of a circle is its own diameter; of a long slot, twice its thickness."""
    assert bead_of(ROUND).hydraulic_mm == pytest.approx(10, rel=1e-3)
    assert bead_of(tip("ruffle", opening_mm=60, thick_mm=1)).hydraulic_mm == pytest.approx(2, rel=0.02)


@pytest.mark.parametrize("kind", ["plain", "open star", "closed star", "petal", "leaf", "grass", "ruffle", "V cut"])
def test_every_opening_is_an_outline_with_an_area(kind: Any) -> None:
    opening = opening_of(tip(kind, opening_mm=12, thick_mm=3))
    assert opening.is_valid
    assert opening.area > 0
    assert bead_of(tip(kind, opening_mm=12, thick_mm=3)).area_mm2 == pytest.approx(opening.area)


def motif(kind: Any, size: float, tip_: Tip = ROUND, **more: Any) -> Any:
    return motif_of(MotifSize(kind=kind, size_mm=size, **more), bead_of(tip_), 1.0)


@given(st.floats(5, 60), st.floats(3, 40))
def test_solids_by_numerical_integration(size: float, high: float) -> None:
    """Independent: SciPy's quadrature of their profiles."""

    def turned(radius: Any) -> float:
        return quad(lambda z: math.pi * radius(z) ** 2, 0, high, limit=200)[0] / 1000

    kiss = motif("kiss", size, height_mm=high).volume.value
    assert kiss == pytest.approx(turned(lambda z: size / 2 * (1 - (z / high) ** 1.5)), rel=1e-6)
    a = size / 2
    big = (a * a + high * high) / (2 * high)
    ball = motif("ball", size, height_mm=high).volume.value
    assert ball == pytest.approx(turned(lambda z: math.sqrt(max(big**2 - (z + big - high) ** 2, 0))), rel=1e-6)
    scallop = motif("scallop", size, height_mm=high).volume.value
    dome = quad(lambda z: math.pi * (size / 2) ** 2 * (1 - (z / high) ** 2), 0, high)[0] / 1000
    assert scallop == pytest.approx(dome, rel=1e-6)


@given(st.floats(4, 60), st.floats(0, 30))
def test_a_waves_length_by_numerical_integration(long: float, swing: float) -> None:
    def slope(x: float) -> float:
        return math.hypot(1, swing * 2 * math.pi / long * math.cos(2 * math.pi * x / long))

    assert sine_length(long, swing) == pytest.approx(quad(slope, 0, long, limit=200)[0], rel=1e-6)


def test_a_rosette_is_a_spiral_by_numerical_integration() -> None:
    """An Archimedean spiral r = wφ/2π out to half its size, w the bead's width."""
    bead = bead_of(ROUND)
    out = 2 * math.pi * 20 / bead.wide_mm
    long = quad(lambda a: bead.wide_mm / (2 * math.pi) * math.sqrt(1 + a**2), 0, out)[0]
    motif = motif_of(MotifSize(kind="rosette", size_mm=40), bead, 1.0, {})
    assert motif.volume.value * 1000 / bead.area_mm2 == pytest.approx(long, rel=0.05)
    assert (motif.long_mm, motif.high_mm) == (40, bead.high_mm)


def test_a_zigzag_goes_there_and_back() -> None:
    bead = bead_of(ROUND)
    motif = motif_of(MotifSize(kind="zigzag", size_mm=24), bead, 1.0, {})
    assert motif.volume.value * 1000 == pytest.approx(bead.area_mm2 * 2 * math.hypot(24, bead.wide_mm))
    assert motif.long_mm == 2 * bead.wide_mm


def test_strokes_taper_as_they_say() -> None:
    """A leaf's bead integrated along its length, a tuft's strands likewise."""
    bead = bead_of(ROUND).area_mm2
    leaf = quad(lambda u: 1.0 if u < 0.4 else (1 - (u - 0.4) / 0.6) ** 2, 0, 1)[0]
    assert motif("leaf", 30).volume.value == pytest.approx(bead * 30 * leaf / 1000, rel=1e-4)
    tuft = quad(lambda u: (1 - u / 2) ** 2, 0, 1)[0]
    assert motif("tuft", 20).volume.value == pytest.approx(bead * 20 * tuft / 1000, rel=1e-6)


def test_a_double_row_of_leaves() -> None:
    """About a quarter of a litre on a 250 mm loaf, and about twenty minutes of hands (common practice, no source)."""
    leaf = Tip(id="leaf", name="Leaf", kind="leaf", opening_mm=20, thick_mm=10)
    one = motif("leaf", 34, leaf)
    run = Run(
        id="r",
        name="Leaves",
        tip="leaf",
        colours=("a",),
        motif=MotifSize(kind="leaf", size_mm=34),
        rows=2,
        points="both sides",
        overlap_percent=78,
    )
    count = len(spots_of(run, one, AREA, BARS).spots)
    assert count * one.volume.value == pytest.approx(250, rel=0.2)
    assert count * one.time.value / 60 == pytest.approx(20, rel=0.2)


def test_five_weighed_overrule_the_shape() -> None:
    found = motif("kiss", 20, five_weigh_g=25).volume
    assert (found.value, found.basis) == (5, "your log")


def test_a_heap_and_what_carries_it() -> None:
    """20 mm need about 117 Pa, √3·τ = ρ·g·h (uniaxial yield after von Mises), and the other way round."""
    high = calculate("heap-height", {"yield_stress_pa": 117, "density_g_ml": 1.0}).model_dump()["stands"]["value"]
    assert high == pytest.approx(20, rel=0.04)
    assert motif("kiss", 20, height_mm=20).needed_pa == pytest.approx(117, rel=0.04)


def test_extrusion_by_hand() -> None:
    """2·√3·τ·ln(D₀/D) + 4·τ·L/D (Benbow & Bridgwater 1993), all by hand: 100 Pa, 60 to 10 mm, 15 mm of land."""
    given = {"tip": ROUND.model_dump(), "bag_mm": 60, "yield_stress_pa": 100}
    found = calculate("extrusion", given).model_dump()
    assert found["pressure_pa"] == pytest.approx(100 * (2 * math.sqrt(3) * math.log(6) + 6), rel=2e-3)
    assert found["hand_n"]["value"] == pytest.approx(found["pressure_pa"] * 0.006)
    with pytest.raises(InputError, match="bag is 10 mm wide"):
        calculate("extrusion", {**given, "bag_mm": 10, "tip": {**ROUND.model_dump(), "opening_mm": 12}})


def run(pattern: Any, kind: Any = "ball", size: float = 12, **more: Any) -> Any:
    made = Run(
        id="r", name="R", tip="round", colours=("a",), motif=MotifSize(kind=kind, size_mm=size), pattern=pattern, **more
    )
    return made, motif(kind, size)


PATTERNS = ["rows", "staggered", "border", "wave", "fill", "each bar", "each part"]


@given(st.sampled_from(PATTERNS), st.floats(6, 40), st.integers(1, 6), st.floats(-100, 60))
def test_every_pattern_stays_on_the_top_and_balances(pattern: Any, size: float, rows: int, overlap: float) -> None:
    made, one = run(pattern, size=size, rows=rows, overlap_percent=overlap)
    spots = spots_of(made, one, AREA, BARS, strips=[[(-45, 0), (0, 45)]] * len(BARS)).spots
    assert all(0 <= spot.y <= 250 and abs(spot.x) <= 45.01 for spot in spots)
    if pattern in ("rows", "each bar", "each part", "border") and spots:
        assert sum(spot.x for spot in spots) == pytest.approx(0, abs=1e-6)
        assert np.mean([spot.y for spot in spots]) == pytest.approx(125)


def test_one_to_each_bar_and_to_each_half() -> None:
    made, one = run("each part")
    halves = spots_of(made, one, AREA, BARS, strips=[[(-45, 0), (0, 45)]] * len(BARS)).spots
    assert [sum(1 for s in halves if y0 < s.y < y1) for y0, y1 in BARS] == [2] * 10
    assert {spot.x for spot in halves} == {-22.5, 22.5}
    made, one = run("each bar", rows=1)
    assert [spot.y for spot in spots_of(made, one, AREA, BARS).spots] == [12.5 + 25 * i for i in range(10)]


@given(st.floats(8, 30))
def test_a_fill_does_not_pile_up(size: float) -> None:
    made, one = run("fill", size=size)
    spots = spots_of(made, one, AREA, BARS).spots
    gaps = [math.hypot(a.x - b.x, a.y - b.y) for i, a in enumerate(spots) for b in spots[:i]]
    assert not gaps or min(gaps) >= size * 0.85
    covered = len(spots) * math.pi / 4 * size**2 / 22500
    assert covered > 0.45


def test_what_is_kept_clear_stays_clear() -> None:
    made, one = run("fill", size=10)
    clear = [Clear(from_mm=100, to_mm=150, left_mm=-20, right_mm=20)]
    spots = spots_of(made, one, AREA, BARS, clear=clear).spots
    assert spots
    assert not any(95 < s.y < 155 and -25 < s.x < 25 for s in spots)


# Strewing.


def strewn(count: int, radius: float = 5, **more: Any) -> Any:
    scatter = Scatter(items=(ScatterItem(pieces="bit", count=count),), **more)
    return strew(scatter, {"bit": Foot(radius, radius)}, AREA, BARS)


@settings(max_examples=25)
@given(st.integers(1, 60), st.floats(2, 7), st.integers(0, 10_000))
def test_strewn_pieces_keep_apart_spare_the_wire_and_are_fair(count: int, radius: float, seed: int) -> None:
    found = strewn(count, radius, seed=seed)
    lying = found.strewn
    for i, a in enumerate(lying):
        for b in lying[:i]:
            assert math.hypot(a.x - b.x, a.y - b.y) >= 2 * radius + 2 - 1e-6
        y0, y1 = BARS[a.bar]
        assert y0 + radius + 1 - 1e-6 <= a.y <= y1 - radius - 1 + 1e-6
    if not found.lacking:
        sums = [share["bit"] for share in found.shares]
        assert max(sums) - min(sums) <= 1
        assert sum(sums) == count
    assert found == strewn(count, radius, seed=seed)


def test_another_seed_lies_otherwise_and_pins_stay() -> None:
    pin = Pin(pieces="bit", number=2, x=10, y=30)
    one, two = (strewn(12, seed=seed, pins=(pin,)) for seed in (1, 2))
    assert [p for p in one.strewn if not p.pinned] != [p for p in two.strewn if not p.pinned]
    for found in (one, two):
        held = next(p for p in found.strewn if p.number == 2)
        assert (held.x, held.y, held.pinned, held.bar) == (10, 30, True, 1)
        assert max(s["bit"] for s in found.shares) <= 2


def test_a_pin_over_a_cut_or_on_another_is_told() -> None:
    pins = (Pin(pieces="bit", number=0, x=0, y=26), Pin(pieces="bit", number=1, x=3, y=28))
    found = strewn(4, pins=pins)
    assert found.leaning == 2
    assert found.touching == 2
    assert "2 would be cut" in found.says


def test_more_than_fit_says_how_many_do() -> None:
    found = strewn(200, radius=10)
    lie = len(found.strewn)
    assert [(lack.pieces, lack.many) for lack in found.lacking] == [("bit", 200 - lie)]
    assert 20 <= lie < 200
    again = strewn(lie, radius=10)
    assert len(again.strewn) >= lie * 0.9


def test_what_cannot_be_strewn_is_refused() -> None:
    with pytest.raises(InputError, match="there must be a bar"):
        strew(Scatter(items=(ScatterItem(pieces="bit", count=3),)), {"bit": Foot(5, 5)}, AREA, [])
    with pytest.raises(InputError, match="Let it go, or strew more"):
        strewn(2, pins=(Pin(pieces="bit", number=5, x=0, y=0),))
    with pytest.raises(InputError, match="at most"):
        calculate(
            "scatter",
            {"scatter": {"seed": 2**40}, "radii_mm": {"bit": 5}, "long_mm": 250, "wide_mm": 90, "bars": 10},
        )


# The whole plan.


def planned(**document: Any) -> LoafPlan:
    return plan(read_loaf(box(**document)), CUPBOARD)


def test_the_budget_adds_up_and_is_what_the_bowls_deliver() -> None:
    frosting = frosted(
        200, practice_ml=12, waste_percent=10, base={"thick_mm": 2, "colours": [{"colour": "white", "percent": 100}]}
    )
    result = planned(frosting=frosting)
    (need,) = result.top.colours
    assert need.runs_ml == pytest.approx(200)
    assert need.base_ml == pytest.approx(45)
    assert need.total.value == pytest.approx(200 + 45 + 12 + 20)
    bowl = next(part for part in result.pots[-1].portions if part.use == "frosting")
    assert bowl.delivers.value == pytest.approx(need.total.value)
    assert sum(bag.count * bag.each_ml for bag in result.top.bags) == pytest.approx(220)


def test_a_mound_takes_batter_and_weighs_where_it_is() -> None:
    """A parabola over the width holds two thirds of its box; a swell likewise along."""
    flat, high = planned(), planned(top={"crown": {"mound_mm": 6, "swell_mm": 9}})
    assert high.top.mound_ml == pytest.approx(22500 * (4 + 6) / 1000)
    more = high.pots[-1].delivers.value - flat.pots[-1].delivers.value
    assert more == pytest.approx(high.top.mound_ml)
    assert high.cuts.total_g - flat.cuts.total_g == pytest.approx(more * high.pots[-1].density.value, rel=1e-6)
    weights = [bar.weight.value for bar in high.cuts.bars]
    assert weights[len(weights) // 2] == pytest.approx(max(weights), rel=1e-2)
    assert high.cuts.spread_g.value > flat.cuts.spread_g.value


def test_uneven_bars_are_told_what_to_level() -> None:
    result = planned(top={"crown": {"swell_mm": 40}}, cuts={"bar_mm": 25})
    (uneven,) = [remark for remark in result.remarks if remark.code == "bars.uneven"]
    level = float(uneven.remedy.split("Level the swell to ")[1].split(" mm")[0])
    better = planned(top={"crown": {"swell_mm": level}}, cuts={"bar_mm": 25})
    assert better.cuts.spread_g.value <= 52


def test_all_that_lies_on_top_is_weighed_with_the_bars() -> None:
    beads = {"id": "bead", "name": "Beads", "count": 20, "colour": "white", "make": {"kind": "ball", "diameter_mm": 12}}
    scatter = {"scatter": {"items": [{"pieces": "bead", "count": 20}]}}
    bare = planned(pieces=[beads])
    full = planned(pieces=[beads], frosting=frosted(200), top=scatter)
    on_top = (200 + 20 * math.pi / 6 * 1.728) * bare.pots[-1].density.value
    assert full.cuts.total_g - bare.cuts.total_g == pytest.approx(on_top, rel=1e-6)


def test_strewn_pieces_must_have_been_made() -> None:
    beads = {"id": "bead", "name": "Beads", "count": 5, "colour": "white", "make": {"kind": "ball", "diameter_mm": 12}}
    with pytest.raises(InputError, match="6 of Beads go into the loaf"):
        planned(pieces=[beads], top={"scatter": {"items": [{"pieces": "bead", "count": 6}]}})


@pytest.mark.parametrize(
    ("finish", "side"), [("salt", True), ("glitter", True), ("seeds", True), ("spritz", False), ("drizzle", False)]
)
def test_what_a_wire_drags_is_cut_lying(finish: str, side: bool) -> None:
    result = planned(top={"finishes": [{"id": "last", "kind": finish, "name": finish.title(), "amount": 3}]})
    assert bool(result.top.on_side) == side
    cut = next(step for step in result.steps if step.key == "loaf.cut")
    assert ("lying on its side" in cut.detail) == side
    assert any(step.key == "loaf.finish.last" for step in result.steps)
    assert any(step.key == "loaf.spritz-again" for step in result.steps) == (finish == "spritz")


def test_a_motif_no_frosting_can_be_is_told() -> None:
    frosting = frosted(200)
    frosting["tips"][0] |= {"opening_mm": 1.2, "land_mm": 60}
    frosting["runs"][0]["motif"] = {"kind": "kiss", "size_mm": 20, "height_mm": 60}
    codes = {remark.code for remark in planned(frosting=frosting).remarks}
    assert {"top.no_window", "top.fine_tip"} <= codes


def test_each_run_asks_its_own_bowl_for_its_own_thickness() -> None:
    loaf = read_loaf(box(frosting=frosted(200)))
    result = plan(loaf, CUPBOARD)
    pipe = next(
        limit for bowl in bowls_of(resolve(loaf, CUPBOARD), result) for limit in bowl.limits if limit.key == "pipe.eave"
    )
    assert pipe.step == "loaf.pipe.eave"
    assert pipe.least_pa == pytest.approx(result.top.runs[0].motif.needed_pa)
    assert pipe.most_pa == result.top.runs[0].most_pa


@pytest.mark.parametrize("change", [{"tip": "none"}, {"colours": ["teal"]}, {"colours": []}])
def test_a_run_without_its_tip_or_colour_is_refused(change: dict[str, Any]) -> None:
    frosting = frosted(200)
    frosting["runs"][0] |= change
    with pytest.raises(InputError):
        planned(frosting=frosting)


def test_halves_each_have_their_own() -> None:
    result = planned(
        cuts={"bar_mm": 25, "parts": 2, "strips_first": True, "specials": [{"bar": 2, "note": "For the host"}]}
    )
    assert {bar.parts for bar in result.cuts.bars} == {2}
    assert [bar.note for bar in result.cuts.bars][:2] == ["", "For the host"]
    cut = next(step for step in result.steps if step.key == "loaf.cut")
    assert "Lengthwise first" in cut.detail
    assert "For the host" in cut.detail


def test_the_cuts_are_shifted_to_spare_what_stands_on_top() -> None:
    """Kisses one by one and a piece put down by hand move with nothing; what is strewn or stands on a bar does."""
    frosting = frosted(200)
    frosting["runs"][0] |= {"motif": {"kind": "kiss", "size_mm": 12}, "rows": 1, "overlap_percent": -108.34}
    cuts = {"bar_mm": 24.4, "kerf_mm": 0.6, "front_slice_mm": 12, "back_slice_mm": 0}
    loaf = {"frosting": frosting, "cuts": cuts}
    result = planned(**loaf)
    assert result.top.runs[0].cut > 0
    offered = result.cut_shift
    assert offered
    assert (offered.cut_now, offered.cut_then) == (result.top.runs[0].cut, 0)
    after = planned(**loaf | {"cuts": {**cuts, "front_slice_mm": offered.front_slice_mm}})
    assert after.cut_shift is None
    frosting["runs"][0] |= {"pattern": "each bar"}
    assert planned(**loaf).cut_shift is None
    beads = {"id": "bead", "name": "Beads", "count": 4, "colour": "white", "make": {"kind": "ball", "diameter_mm": 12}}
    scatter = {"items": [{"pieces": "bead", "count": 4}], "pins": [{"pieces": "bead", "number": 0, "x": 0, "y": 37.3}]}
    pinned = planned(**loaf, pieces=[beads], top={"scatter": scatter}).cut_shift
    assert pinned
    assert (pinned.cut_now, pinned.cut_then) == (1, 0)


def test_a_top_too_high_for_the_cutter_or_the_box_is_told() -> None:
    """Filled to 60 mm of a 90 mm wide box, kisses 30 mm high."""
    frosting = frosted(200)
    frosting["runs"][0]["motif"] = {"kind": "kiss", "size_mm": 20, "height_mm": 30}
    high = planned(frosting=frosting).level_mm + 30

    def told(**more: Any) -> dict[str, str]:
        spritz = (
            {"finishes": [{"id": "salt", "name": "Salt", "kind": "salt", "amount": 20}]}
            if more.pop("salt", False)
            else {}
        )
        remarks = planned(frosting=frosting, cuts={"bar_mm": 25} | more, top=spritz).remarks
        return {remark.code: remark.remedy for remark in remarks if remark.code in ("top.over_box", "top.cut_clash")}

    assert told() == {}
    assert told(cutter_mm=high + 1, box_mm=high + 1) == {}
    assert "lying" not in told(cutter_mm=80)["top.cut_clash"]
    assert "10 mm lower" in told(box_mm=high - 10)["top.over_box"]
    # Salt makes it lie: then its width of 90 mm must go through.
    assert set(told(salt=True, cutter_mm=89)) == {"top.cut_clash"}
    assert told(salt=True, cutter_mm=90) == {}


def test_an_older_frosting_keeps_its_volume_when_it_is_lifted() -> None:
    old = {
        "volume_ml": 180,
        "style": "scallops",
        "rows": 3,
        "colours": [{"colour": "white", "percent": 100}],
        "tip_mm": 11,
    }
    lifted = plan(read_loaf({**box(frosting=old), "version": 3}), CUPBOARD)
    assert lifted.top.volume.value == pytest.approx(180, rel=1e-6)
    smooth = plan(read_loaf({**box(frosting={**old, "style": "smooth"}), "version": 3}), CUPBOARD)
    assert smooth.top.volume.value == pytest.approx(180, rel=1e-6)


def test_the_face_shows_what_the_cut_goes_through() -> None:
    top = planned(frosting=frosted(200), cuts={"bar_mm": 25}).top
    for face in top.faces:
        for bump in face.bumps:
            assert bump.high_mm <= top.stands.value + 1e-9
    spots = top.runs[0].spots
    through = [spot for spot in spots if abs(spot.y - top.middle.y) < 22.5]
    assert len(top.middle.bumps) == len(through)
    assert shapely.box(-45, 0, 45, 1).contains(shapely.Point(top.middle.bumps[0].x, 0.5))


def test_thirteen_are_halved_and_four_left_whole() -> None:
    """Seventeen slices of 14 mm: 30 bars, each slice in its own number of them, and everything counts so."""
    whole = [{"bar": bar, "note": "For the table", "parts": 1} for bar in (1, 6, 11, 16)]
    cuts = {"bar_mm": 14, "kerf_mm": 0.6, "parts": 2, "specials": whole}
    ball = {**BEADS, "count": 26}
    dots = {
        "id": "dot",
        "name": "Dots",
        "tip": "t",
        "colours": ["white"],
        "pattern": "each part",
        "motif": {"kind": "kiss", "size_mm": 8, "height_mm": 5},
    }
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 6}]
    result = planned(cuts=cuts, pieces=[ball], frosting={"tips": tips, "runs": [dots]})
    bars = result.cuts.bars
    assert [bar.parts for bar in bars] == [1 if bar.number in (1, 6, 11, 16) else 2 for bar in bars]
    assert result.cuts.in_all == 13 * 2 + 4 == 30
    assert [result.cuts.slice_of(n).number for n in (1, 2, 3, 4, 30)] == [1, 2, 2, 3, 17]
    # One dot on each bar: two on a halved slice, one in the middle of a whole one.
    assert result.top.runs[0].per_bar == tuple(bar.parts for bar in bars)
    step = next(step for step in result.steps if step.key == "loaf.cut")
    assert "Bar 6: For the table, left whole." in step.detail
    labels = {amount.key: amount.label for amount in step.amounts}
    assert labels["bar-6"] == "Bar 6"
    assert labels["bar-7"].startswith("Slice 7, 2 × ")


def test_a_lengthwise_cut_goes_through_what_lies_on_it() -> None:
    """One row of dollops along the middle: whole bars spare them, halves cut every one."""
    row = {
        "id": "row",
        "name": "Row",
        "tip": "t",
        "colours": ["white"],
        "pattern": "each bar",
        "rows": 3,
        "motif": {"kind": "kiss", "size_mm": 14, "height_mm": 8},
    }
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 6}]
    frosting = {"tips": tips, "runs": [row]}
    whole, halved = (planned(cuts={"bar_mm": 25, "parts": n}, frosting=frosting).top.runs[0] for n in (1, 2))
    assert "misses all" in whole.says
    # One to each bar, whatever rows were set before.
    assert len(whole.spots) == 9
    assert halved.cut == 9
    assert "goes through 9" in halved.says


def test_what_is_strewn_keeps_off_the_lengthwise_cut_and_a_pin_on_it_is_told() -> None:
    scatter = {"items": [{"pieces": "bead", "count": 8}]}
    pieces = [{**BEADS, "count": 8}]
    cuts = {"bar_mm": 60, "parts": 2}
    free = planned(cuts=cuts, pieces=pieces, top={"scatter": scatter}).top.scatter
    assert free
    assert all(abs(piece.x) > piece.radius for piece in free.strewn)
    pin = {"pieces": "bead", "number": 0, "x": 0, "y": 30}
    held = planned(cuts=cuts, pieces=pieces, top={"scatter": {**scatter, "pins": [pin]}}).top.scatter
    assert held
    assert held.leaning == 1


def test_a_hand_that_moves_one_piece_moves_no_other() -> None:
    before = {piece.number: (piece.x, piece.y) for piece in strewn(12).strewn}
    held = strewn(12, pins=(Pin(pieces="bit", number=5, x=11, y=37),))
    after = {piece.number: (piece.x, piece.y) for piece in held.strewn}
    assert {number for number in before if before[number] != after[number]} == {5}
    assert after[5] == (11, 37)


BEADS = {"id": "bead", "name": "Beads", "count": 4, "colour": "white", "make": {"kind": "ball", "diameter_mm": 10}}


FIGURE = {
    "id": "bead",
    "name": "Figures",
    "count": 6,
    "colour": "white",
    "make": {"kind": "cutter", "outline": {"kind": "rounded", "width_mm": 40, "height_mm": 20}, "slab_mm": 10},
}


@pytest.mark.parametrize(("lies", "across", "along"), [("across", 20, 10), ("along", 10, 20)])
def test_a_figure_lies_as_it_is_and_hangs_over_no_edge(lies: str, across: float, along: float) -> None:
    """Forty millimetres by twenty: its long side one way, its short side the other, wires and edges clear of both."""
    scatter = {"items": [{"pieces": "bead", "count": 6, "lies": lies}]}
    result = planned(cuts={"bar_mm": 48}, pieces=[FIGURE], top={"scatter": scatter})
    assert result.top.scatter
    assert len(result.top.scatter.strewn) == 6
    for piece in result.top.scatter.strewn:
        assert (reach_across(piece), reach_along(piece)) == (pytest.approx(across), pytest.approx(along))
        assert abs(piece.x) + across <= 45 + 1e-6
    assert result.top.scatter.leaning == 0
    assert "misses all" in result.top.scatter.says


def test_figures_that_fall_any_way_keep_apart() -> None:
    scatter = {"items": [{"pieces": "bead", "count": 6, "lies": "any way"}], "apart_mm": 2}
    found = planned(cuts={"bar_mm": 48}, pieces=[FIGURE], top={"scatter": scatter}).top.scatter
    assert found
    assert len({round(piece.turn_deg) for piece in found.strewn}) > 3
    assert found.touching == 0
    assert found.leaning == 0


def test_one_flat_piece_and_three_balls_on_every_bar() -> None:
    """Drawn once on one bar and repeated; the flat one goes from side to side by turns; all of it counted."""
    flat = {**FIGURE, "id": "flat", "name": "Flat ones", "count": 5}
    balls = {**BEADS, "count": 15}
    left = {"pieces": "flat", "count": 5, "placing": {"kind": "each bar", "places": [{"x": -20}], "mirrored": True}}
    right = [{"x": x, "along_percent": 50} for x in (12, 24, 36)]
    scatter = {"items": [left, {"pieces": "bead", "count": 15, "placing": {"kind": "each bar", "places": right}}]}
    result = planned(cuts={"bar_mm": 48, "kerf_mm": 0}, pieces=[flat, balls], top={"scatter": scatter}).top.scatter
    assert result
    assert result.lacking == ()
    assert result.shares == ({"flat": 1, "bead": 3},) * 5
    flats = sorted((piece.y, piece.x) for piece in result.strewn if piece.pieces == "flat")
    assert flats == [(24 + 48 * n, 20 if n % 2 else -20) for n in range(5)]
    few = {"items": [{**left, "count": 3}]}
    assert len(planned(pieces=[flat], cuts={"bar_mm": 48}, top={"scatter": few}).top.scatter.strewn) == 3
    many = {"items": [{**left, "count": 9}]}
    told = planned(pieces=[{**flat, "count": 9}], cuts={"bar_mm": 48}, top={"scatter": many}).top.scatter
    assert told
    assert [(lack.pieces, lack.many) for lack in told.lacking] == [("flat", 4)]
    assert "4 find no place" in told.says
