"""Other moulds from the loaf's own pot: batter, weights, steps, days, shelf and cost of both agree."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, resolve, standard_cupboard
from archtop.core.base import LOAF
from archtop.core.cuts import also_cut
from archtop.core.faces import AlsoSeen, seen_from_above, seen_where_cut
from archtop.core.notebook.costing import cost_of
from archtop.core.schedule import network_of
from archtop.core.trade import COLUMN_POURS
from tests.core.conftest import box

CUPBOARD = standard_cupboard()
COLOURS = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "black", "name": "Black", "srgb": "#101010"}]
CUP = {"kind": "cup", "name": "Round tray", "length_mm": 60, "width_mm": 60, "height_mm": 30, "cavities": 4}
SMALL = {"name": "Small box", "length_mm": 120, "width_mm": 60, "height_mm": 50}


def also(key: str, mould: dict[str, Any], black: float = 0.0, **more: Any) -> dict[str, Any]:
    """Another mould, so much of it in black [%]."""
    parts = [("white", 100 - black), ("black", black)]
    shares = [{"colour": colour, "percent": percent} for colour, percent in parts if percent]
    return {"id": key, "name": key.title(), "mould": mould, "colours": shares, **more}


def planned(*items: dict[str, Any]) -> LoafPlan:
    return plan(read_loaf(box(colours=COLOURS, also_filled=items)), CUPBOARD)


def bowls(result: LoafPlan) -> dict[str, float]:
    return {bowl.colour: bowl.delivers.value for bowl in result.pots[-1].portions}


def test_it_is_mixed_with_the_loaf_and_told_apart_from_it() -> None:
    """A box of 60 x 120 x 40 mm holds 288 ml, a round cup of 60 x 30 mm 84.8: twice and six times that."""
    plain = planned()
    result = planned(also("bars", SMALL, moulds=2, under_mm=10, parts=4), also("cups", CUP, black=25, moulds=6))
    cup = math.pi / 4 * 60 * 60 * 30 / 1000
    assert len(result.pots) == 1
    assert bowls(result)["white"] == pytest.approx(bowls(plain)["white"] + 2 * 288 + 6 * cup * 0.75)
    assert bowls(result)["black"] == pytest.approx(6 * cup * 0.25)
    # What the loaf itself takes stays what it was, in its own numbers and among the vessels.
    assert result.batter_in_mould.value == plain.batter_in_mould.value
    assert [(v.name, v.count, v.holds) for v in result.vessels] == [
        ("Loaf mould", 1, "1 mould"),
        ("Bars", 2, "2 moulds"),
        ("Cups", 6, "6 cups, 2 trays"),
    ]
    assert [v.each_ml for v in result.vessels] == pytest.approx([plain.batter_in_mould.value, 288, cup])
    assert [c.colour for c in result.vessels[0].colours] == ["white"]


def seen_shares(seen: AlsoSeen) -> list[float]:
    inside = seen.colours[seen.colours >= 0]
    return [float((inside == number).mean()) for number in (0, 1)]


def test_layers_of_another_mould_lie_as_high_as_its_volume_says() -> None:
    """Half of a cup that leans by 20° is poured by more than half its height: as the mould's own volumes have it."""
    leaning = {**CUP, "draft_deg": 20}
    (item,) = read_loaf(
        box(colours=COLOURS, also_filled=[also("cups", leaning, black=50, way={"kind": "one on another"})])
    ).also_filled
    seen = seen_where_cut(item, 30, 0.2, np.random.default_rng(1))
    middle = seen.colours[:, seen.colours.shape[1] // 2]
    level = (middle[::-1] == 0).sum() * seen.px_mm
    mould = item.mould
    assert mould.volume_below(level) == pytest.approx(mould.volume_below(30) / 2, rel=0.02)


@pytest.mark.parametrize("mould", [SMALL, {**CUP, "draft_deg": 12}])
@pytest.mark.parametrize("kind", COLUMN_POURS.kinds)
def test_over_all_of_another_mould_its_colours_have_their_shares(mould: dict[str, Any], kind: str) -> None:
    """Cuts all along it, each counted by its area: together they are the mould."""
    (item,) = read_loaf(
        box(colours=COLOURS, also_filled=[also("more", mould, black=30, way={"kind": kind})])
    ).also_filled
    front, back = item.mould.ends(item.level_mm)
    ys = front + (np.arange(40) + 0.5) * (back - front) / 40
    cuts = [seen_where_cut(item, float(y), 0.8, np.random.default_rng(2)) for y in ys]
    white, black = (sum(int((cut.colours == number).sum()) for cut in cuts) for number in (0, 1))
    assert black / (white + black) == pytest.approx(0.3, abs=0.04)


def test_from_above_another_mould_is_as_large_as_its_filling() -> None:
    (item,) = read_loaf(
        box(colours=COLOURS, also_filled=[also("cups", CUP, black=50, way={"kind": "side by side"})])
    ).also_filled
    seen = seen_from_above(item, 0.5, np.random.default_rng(1))
    assert (seen.colours >= 0).sum() * 0.5**2 == pytest.approx(math.pi / 4 * 60**2, rel=0.01)
    assert seen_shares(seen) == pytest.approx([0.5, 0.5], abs=0.02)


@settings(max_examples=15)
@given(moulds=st.integers(1, 9), under=st.floats(0, 40), parts=st.integers(1, 6), black=st.sampled_from([0, 30, 100]))
def test_nothing_is_mixed_that_fills_nothing(moulds: int, under: float, parts: int, black: float) -> None:
    """Mass closes over both moulds, and the bars of the other weigh what went into it."""
    result = planned(also("bars", SMALL, black=black, moulds=moulds, under_mm=under, parts=parts))
    vessels = sum(vessel.count * vessel.each_ml for vessel in result.vessels)
    assert vessels == pytest.approx(sum(bowls(result).values()), abs=1e-6)
    (cut,) = result.also_cut
    density = resolve(read_loaf(box()), CUPBOARD).own_batter.density.value
    assert cut.count == moulds * parts
    assert cut.count * cut.weight.value == pytest.approx(moulds * cut.each_ml * density, rel=1e-9)
    assert cut.cured.high < cut.weight.value


def test_the_bench_fills_it_after_the_pour_and_turns_it_out_after_the_cut() -> None:
    result = planned(also("bars", SMALL, black=50, moulds=2, parts=4), also("cups", CUP, moulds=6))
    steps = {step.key: step for step in result.steps}
    order = list(steps)
    at = [order.index(str(LOAF.step(*key))) for key in (("pour", "all"), ("also", "bars"), ("also", "cups"))]
    assert at == sorted(at)
    assert at[-1] < order.index(str(LOAF.step("cover")))
    fill, out = steps[str(LOAF.step("also", "bars"))], steps[str(LOAF.step("also-out", "bars"))]
    assert fill.detail.startswith("Each of the two: By turns through a funnel")
    assert {amount.label: round(amount.value) for amount in fill.amounts} == {
        "White, each": 180,
        "Black, each": 180,
        "Level stands at": 50,
    }
    assert out.title == "Unmould and cut Bars"
    assert "Into four bars" in out.detail
    assert "caustic" in out.detail
    assert steps[str(LOAF.step("also-out", "cups"))].title == "Turn out Cups"
    # Every bar goes onto the shelf by the step that makes it.
    assert [(move.own, move.count) for move in out.moves] == [("bars-bars", 8)]


def test_its_mould_is_held_until_it_is_out_and_all_is_cured_before_the_loaf_is_ready() -> None:
    loaf = read_loaf(box(also_filled=[{**also("cups", CUP), "moulds": 6}]))
    network = network_of(loaf, plan(loaf, CUPBOARD))
    held = {(hold.name, hold.start, hold.end, hold.count) for hold in network.holds if hold.mould != "pot"}
    assert ("Round tray", "pour", "also.cups", 2) in held
    assert ("Loaf mould", "pour", "cut", 1) in held
    assert {link.before for link in network.links if link.after == "cured"} == {"cut", "also.cups"}
    titles = {task.key: task.title for task in plan(loaf, CUPBOARD).schedule}
    assert titles["also.cups"] == "Turn out Cups of Box"


def test_each_costs_by_its_weight() -> None:
    """Bars, cups and what they weigh cured come to the whole; hands are longer at two moulds than at one."""
    prices = {"fat:olive": 8.0, "fat:coconut": 6.0}
    alone = cost_of(planned(), prices)
    both = cost_of(planned(also("cups", CUP, moulds=6)), prices)
    (cups,) = both.also
    assert both.bars * both.per_bar + cups.count * cups.each == pytest.approx(both.total)
    assert both.bars == alone.bars
    assert both.hours.value > alone.hours.value
    assert cups.each < both.per_bar


@pytest.mark.parametrize(
    ("change", "code", "says"),
    [
        ({"under_mm": 49.5}, "also.empty", "leaves nothing in a mould 50 mm high"),
        ({"mould": CUP, "parts": 3}, "also.whole", "turned out whole"),
        ({"moulds": 0}, "", "0"),
        ({"moulds": 1000}, "", "200"),
        ({"colours": [{"colour": "white", "percent": 60}]}, "shares.sum", "Add 40 %"),
        ({"colours": [{"colour": "green", "percent": 100}]}, "id.unknown", "colours"),
    ],
)
def test_what_cannot_be_filled_is_refused(change: dict[str, Any], code: str, says: str) -> None:
    with pytest.raises(InputError) as error:
        planned({**also("bars", SMALL), **change})
    problem = error.value.problems[0]
    assert code in problem.code
    assert says in f"{problem.limit} {problem.remedy} {problem.value}"
    assert problem.field.startswith("also_filled.0")


def test_a_loaf_without_any_other_mould_has_nothing_of_it() -> None:
    assert also_cut(resolve(read_loaf(box()), CUPBOARD)) == ()


def test_small_cups_beside_a_loaf_that_gels_stay_cool_and_wait_as_such() -> None:
    big = {"length_mm": 300, "width_mm": 120, "height_mm": 110}
    pours = [{"do": "pour", "id": "a", "name": "A", "to_mm": 100, "colours": [{"colour": "white", "percent": 100}]}]
    warm = {"sizing": {"cover": "towel", "room_c": 27}, "mould": big, "work": pours}
    loaf = read_loaf(box(also_filled=[also("cups", CUP)], **warm))
    result = plan(loaf, CUPBOARD)
    assert result.gel.gels == "all"
    assert not result.also_gels["cups"].through
    waits = {link.after: link.least_h for link in network_of(loaf, result).links if link.before == "pour"}
    cool = read_loaf(box(also_filled=[also("cups", CUP)], **{**warm, "sizing": {"cover": "fridge", "room_c": 27}}))
    alike = {link.after: link.least_h for link in network_of(cool, plan(cool, CUPBOARD)).links if link.before == "pour"}
    assert waits["also.cups"] == alike["also.cups"]
    assert waits["cut"] < alike["cut"]
