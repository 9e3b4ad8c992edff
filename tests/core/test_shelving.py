"""The shelf: ages and states, what a loaf takes from it and leaves on it, what would use a lot up."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import Cupboard, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.document import Lot
from archtop.core.shelf import could_use, dough_age, lot_state
from tests.core.conftest import box, box_with, rod, shredded

DAY = dt.date(2027, 3, 1)


def lot(**changes: Any) -> Lot:
    """A column made on the first of March."""
    return Lot.model_validate(
        {
            "key": "old-rod",
            "name": "Old rod",
            "kind": "column",
            "srgb": "#fefefe",
            "made_on": DAY,
            "count": 1,
            "grams": 500,
            **changes,
        }
    )


def planned(document: dict[str, Any], *lots: Lot) -> LoafPlan:
    """A plan with those lots on the shelf."""
    cupboard = Cupboard(**{**dict(standard_cupboard()), "lots": {item.key: item for item in lots}})
    return plan(read_loaf(document), cupboard)


@pytest.mark.parametrize(("after", "stands"), [(1, "too young"), (2, "ready"), (7, "ready"), (8, "past its best")])
def test_a_silicone_column_is_ready_after_two_days_and_hard_after_a_week(after: int, stands: str) -> None:
    """Silicone column: two days without lactate (common practice, no source); a week is this table's own latest."""
    assert lot_state(lot(), DAY + dt.timedelta(days=after)).stands == stands


@pytest.mark.parametrize("kept", ["sealed", "covered", "open"])
def test_dough_only_ages(kept: Any) -> None:
    order = ["too wet", "workable", "drying", "too firm"]
    states = [order.index(dough_age(days / 4, kept).state) for days in range(400)]
    assert states == sorted(states)
    assert set(states) == {0, 1, 2, 3}


@given(st.floats(0, 100))
def test_dough_keeps_longer_the_tighter_it_is_kept(days: float) -> None:
    order = ["too wet", "workable", "drying", "too firm"]
    sealed, covered = (order.index(dough_age(days, kept).state) for kept in ("sealed", "covered"))
    assert sealed <= covered


def test_raw_dough_on_the_shelf_says_its_state() -> None:
    state = lot_state(lot(kind="raw dough", kept="covered", count=0), DAY + dt.timedelta(days=9))
    assert state.stands == "past its best"
    assert state.says.startswith("drying")
    assert state.best_before == DAY + dt.timedelta(days=7)


FROM_SHELF = rod(casting=None, lot="old-rod")


def test_a_piece_from_the_shelf_needs_no_pot_and_is_checked() -> None:
    result = planned(box_with(FROM_SHELF, pour_on="2027-03-05"), lot())
    assert [pot.id for pot in result.pots] == ["loaf"]
    (use,) = result.shelf
    assert (use.fits, use.count, use.there_count) == (True, 1, 1)
    assert all(task.kind != "cast" for task in result.schedule)


@pytest.mark.parametrize(
    ("changes", "pour_on", "says"),
    [
        ({}, "2027-03-02", "ready on 3 March, after the pour"),
        ({}, "2027-04-01", "hard pieces drag in a young loaf"),
        ({"key": "another"}, "2027-03-05", "not on this shelf"),
    ],
)
def test_what_does_not_fit_is_told(changes: dict[str, Any], pour_on: str, says: str) -> None:
    result = planned(box_with(FROM_SHELF, pour_on=pour_on), lot(**changes))
    assert says in result.shelf[0].says
    assert [remark.text for remark in result.remarks if remark.code == "shelf.does_not_fit"] == [result.shelf[0].says]


BALLS = {"kind": "ball", "diameter_mm": 20}


def test_too_few_and_too_little_are_told() -> None:
    pour = box()["work"][0] | {"pieces": [{"pieces": "bit", "count": 8}], **shredded(90, lot="crumbs")}
    piece = {"id": "bit", "name": "Beads", "count": 8, "colour": "white", "make": BALLS, "lot": "beads"}
    shelf = (lot(key="beads", kind="ball", count=5, grams=20), lot(key="crumbs", kind="shreds", count=0, grams=60))
    result = planned(box(work=[pour], pieces=[piece]), *shelf)
    assert [use.says.rsplit(": ")[-1] for use in result.shelf] == ["3 too few.", "30 g too little."]


def test_shapes_kneaded_from_dough_on_the_shelf_take_grams_and_are_still_shaped() -> None:
    parts = [{"shape": "ball", "across": 20}, {"shape": "cone", "across": 8, "long": 12}]
    make = {"kind": "dough", "parts": parts}
    piece = {"id": "bit", "name": "Knobs", "count": 10, "colour": "white", "make": make, "lot": "lump"}
    lump = lot(key="lump", kind="raw dough", count=0, grams=30)
    result = planned(box(pieces=[piece]), lump)
    assert [pot.id for pot in result.pots] == ["loaf"]
    assert [step.key for step in result.steps if step.stage == "Knobs"] == [
        "cast-bit.knead",
        "cast-bit.shape",
        "cast-bit.join",
        "cast-bit.made",
    ]
    assert "g too little" in result.shelf[0].says
    assert planned(box(pieces=[piece]), lump.model_copy(update={"grams": 80})).shelf[0].fits


def moves(result: LoafPlan) -> dict[str, list[tuple[str | None, str | None, int]]]:
    """What each step does to the shelf: lot, own lot, count."""
    return {step.key: [(m.lot, m.own, m.count) for m in step.moves] for step in result.steps if step.moves}


def test_castings_go_onto_the_shelf_and_come_off_it_again() -> None:
    """What a loaf makes for itself and uses up nets out to nothing; bars are left."""
    result = planned(box_with(rod()))
    assert moves(result) == {
        "cast-rod.cast": [(None, "rod", 1)],
        "loaf.lay.rod": [(None, "rod", -1)],
        "loaf.cut": [(None, "bars", len(result.cuts.bars))],
    }


def test_pieces_left_over_and_dough_kept_back_stay() -> None:
    piece = {"id": "bit", "name": "Beads", "count": 12, "colour": "white", "make": BALLS}
    pour = box()["work"][0] | {"pieces": [{"pieces": "bit", "count": 8}]}
    kept = [{"colour": "white", "volume_ml": 60}]
    result = planned(box(work=[pour], pieces=[piece], keeps=kept))
    beads = [count for steps in moves(result).values() for _, own, count in steps if own == "bit"]
    assert sum(beads) == 4
    dough = next(m for step in result.steps if step.key == "loaf.keep" for m in step.moves)
    assert (dough.kind, dough.count) == ("raw dough", 0)
    assert dough.grams == pytest.approx(60 * result.pots[-1].density.value, rel=0.15)
    plain = planned(box(work=[pour], pieces=[piece]))
    assert result.pots[-1].delivers.value - plain.pots[-1].delivers.value == pytest.approx(60)


def test_offcuts_of_a_cutter_are_put_by() -> None:
    make = {"kind": "cutter", "outline": {"kind": "circle", "diameter_mm": 40}, "slab_mm": 15}
    result = planned(box(pieces=[{"id": "bit", "name": "Rounds", "count": 9, "colour": "white", "make": make}]))
    move = next(m for step in result.steps for m in step.moves if m.own == "bit-offcuts")
    assert move.kind == "trimmings"
    assert move.grams > 0


def test_what_could_use_a_lot_up() -> None:
    casts = read_loaf(box_with(rod()))
    assert could_use(lot(), [("Box", casts)])[0].startswith("Box casts Rod in a colour like it")
    assert could_use(lot(srgb="#101010"), [("Box", casts)])[0].startswith("Chop it")
    shreds = read_loaf(box(work=[box()["work"][0] | shredded(100)]))
    said = could_use(lot(kind="trimmings", count=0, grams=150), [("Box", shreds)])
    assert said == ("Box stirs 100 g of Shreds into All.", "Fills about 1000 g of a loaf at 15 %, as shreds.")
