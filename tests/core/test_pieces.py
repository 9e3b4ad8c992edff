"""Small pieces by every way of making them: what they take, what is left, what they push aside."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.base import PotId
from archtop.core.schedule import wait_for
from archtop.core.trade import WAYS as FAMILY
from tests.core.conftest import box

CUPBOARD = standard_cupboard()
BALLS = {"kind": "ball", "diameter_mm": 20}
WAYS: dict[str, tuple[dict[str, Any], float]] = {
    "cavity": ({"kind": "cavity", "mould": {"cavity_ml": 5, "cavities": 6}}, 5),
    "cutter": ({"kind": "cutter", "outline": {"kind": "circle", "diameter_mm": 30}, "slab_mm": 15}, math.pi * 3.375),
    "chunk": ({"kind": "chunk", "long_mm": 20, "wide_mm": 15, "high_mm": 10}, 3),
    "ball": (BALLS, math.pi / 6 * 8),
    "dough": ({"kind": "dough", "parts": [{"shape": "ball", "across": 20, "count": 2}]}, 2 * math.pi / 6 * 8),
    "melt": ({"kind": "melt", "piece_ml": 4}, 4),
    "piped": ({"kind": "piped", "piece_ml": 7}, 7),
}


def with_pieces(make: dict[str, Any], count: int = 10, stirred: int = 0, **changes: Any) -> dict[str, Any]:
    document = box(pieces=[{"id": "bit", "name": "Bits", "make": make, "count": count, "colour": "white"}], **changes)
    if stirred:
        document["work"][0]["pieces"] = [{"pieces": "bit", "count": stirred}]
    return document


@pytest.mark.parametrize(("make", "each"), WAYS.values(), ids=WAYS.keys())
def test_every_way_has_its_volume_its_pot_and_its_wait(make: dict[str, Any], each: float) -> None:
    result = plan(read_loaf(with_pieces(make)), CUPBOARD)
    made = result.made["bit"]
    assert made.each_ml == pytest.approx(each, rel=1e-6)
    assert made.takes_ml == pytest.approx(made.each_ml * 10 + made.left_ml)
    pots = [pot for pot in result.pots if PotId.parse(pot.id).item == "bit"]
    if make["kind"] == "melt":
        assert pots == []
        base = next(item for item in result.supplies if item.kind == "base")
        # With the loaf's margin, up to a whole step of the scale.
        assert base.grams == 46
        assert 40 * 1.1 * 1.03 <= base.grams < 40 * 1.1 * 1.03 + 1
    else:
        assert sum(pot.delivers.value for pot in pots) == pytest.approx(made.takes_ml)
    task = next(task for task in result.schedule if task.key.startswith("cast.bit"))
    wait = wait_for(make["kind"], "silicone").earliest_h
    # An hour of casting before the wait, then hands again, and what is shaped firms overnight. What is cast in
    # cavities waits by its formula, from half the usual to two and a half times that.
    way = FAMILY.kinds[make["kind"]]
    hands = 1.0 + way.then[1] / 60 + way.firms_h
    low, high = (0.5, 2.5) if make["kind"] in ("cavity", "composite") else (1.0, 1.0)
    assert task.latest_h is not None
    # On the grid of the season, quarters of an hour.
    assert -wait * high - hands - 0.25 <= task.latest_h <= -wait * low - hands + 1e-9


def test_waits_of_the_trade() -> None:
    """Melt-and-pour two to three hours, piped flowers about two days, a slab overnight (common practice, no source)."""
    assert wait_for("melt", "any").earliest_h <= 3
    assert wait_for("piped", "any").earliest_h == 48
    assert 8 <= wait_for("cutter", "any").earliest_h <= 24


@given(st.integers(1, 400), st.floats(12, 40))
def test_a_slab_is_poured_in_whole_sheets(count: int, slab: float) -> None:
    make = {"kind": "cutter", "outline": {"kind": "circle", "diameter_mm": 30}, "slab_mm": slab}
    made = plan(read_loaf(with_pieces(make, count)), CUPBOARD).made["bit"]
    assert made.layout
    assert (made.batches - 1) * len(made.layout.places) < count <= made.batches * len(made.layout.places)
    assert made.takes_ml == pytest.approx(made.batches * 300 * 200 * slab / 1000)
    assert 0 <= made.left_ml < made.takes_ml


@given(st.integers(1, 60))
def test_pieces_stirred_in_take_the_place_of_batter(count: int) -> None:
    with_them, without = (plan(read_loaf(with_pieces(BALLS, 60, n)), CUPBOARD) for n in (count, 0))
    pushed = without.batter_in_mould.value - with_them.batter_in_mould.value
    assert pushed == pytest.approx(count * math.pi / 6 * 8)
    assert with_them.level_mm == without.level_mm
    assert with_them.fills[0].stirred_ml == pytest.approx(pushed)


def test_more_than_a_pour_can_bind_is_refused() -> None:
    """Loose balls pack to about 64 % (random close packing; Scott & Kilgour 1969, from memory), and no more goes in."""
    room = 250 * 90 * 60 / 1000
    most = int(0.64 * room / (math.pi / 6 * 8))
    assert plan(read_loaf(with_pieces(BALLS, 2000, most)), CUPBOARD).batter_in_mould.value > 0
    with pytest.raises(InputError, match=r"at most 64% of pieces"):
        plan(read_loaf(with_pieces(BALLS, 2000, most + 2)), CUPBOARD)


def test_no_more_go_in_than_are_made() -> None:
    with pytest.raises(InputError, match=r"12 of Bits go into the loaf. Make 12"):
        read_loaf(with_pieces(BALLS, 10, 12))


@pytest.mark.parametrize(
    ("make", "says"),
    [
        ({"kind": "ball", "diameter_mm": -3}, "at least 0.1"),
        ({"kind": "carved"}, "must be one of"),
        ({"kind": "dough", "parts": []}, "at least 1"),
        (
            {"kind": "cutter", "outline": {"kind": "circle", "diameter_mm": 500}, "slab_mm": 10},
            "does not fit the sheet",
        ),
    ],
)
def test_bad_ways_are_refused(make: dict[str, Any], says: str) -> None:
    with pytest.raises(InputError, match=says):
        plan(read_loaf(with_pieces(make)), CUPBOARD)
