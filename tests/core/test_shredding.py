"""Shreds of a pour told in the plan: block, room, share, and the most that goes in."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, calculate, plan, read_loaf, standard_cupboard
from archtop.core.faces import field_of
from archtop.core.resolved import resolve
from archtop.core.schedule import network_of
from archtop.core.size_back import BackTarget, size_back
from tests.core.conftest import OLIVE_COCONUT, box, shredded

CUPBOARD = standard_cupboard()
POUR = {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}


def planned(**pour: Any) -> LoafPlan:
    return plan(read_loaf(box(work=[{**POUR, **pour}])), CUPBOARD)


def test_no_shreds_nothing_to_tell() -> None:
    assert planned().shreds == ()


def test_the_block_weighs_what_its_oils_make() -> None:
    """The calculator goes the other way round: from the block's oils to its weight."""
    use = planned(**shredded(300)).shreds[0]
    given = {"formula": OLIVE_COCONUT, "block_oils_g": use.block_oils.value, "design_oils_g": 2000}
    back = calculate("shreds", given).model_dump()
    assert back["block_g"]["value"] == pytest.approx(300)
    assert back["shreds_ml"] == pytest.approx(use.takes.value)
    assert back["heap_ml"]["value"] == pytest.approx(use.heap.value)


def test_share_of_the_loaf_and_room_by_hand() -> None:
    use = planned(**shredded(206)).shreds[0]
    assert use.takes.value == pytest.approx(200)
    assert use.share_percent == pytest.approx(100 * 200 / 1350)


@given(st.sampled_from(["crumbs", "shreds", "curls"]), st.floats(40, 70))
def test_the_most_is_where_the_plan_begins_to_refuse(grated: str, to_mm: float) -> None:
    most = planned(**shredded(1, grated), to_mm=to_mm).shreds[0].most.value
    assert planned(**shredded(most * 0.999, grated), to_mm=to_mm).shreds[0].most.value == pytest.approx(most)
    with pytest.raises(InputError, match="binds at most"):
        planned(**shredded(most * 1.001, grated), to_mm=to_mm)


def test_pieces_in_the_same_pour_leave_less_room() -> None:
    beads = {"id": "bead", "name": "Beads", "count": 40, "colour": "white", "make": {"kind": "ball", "diameter_mm": 20}}
    work = [{**POUR, **shredded(100), "pieces": [{"pieces": "bead", "count": 40}]}]
    with_beads = plan(read_loaf(box(pieces=[beads], work=work)), CUPBOARD).shreds[0]
    assert with_beads.most.value < planned(**shredded(100)).shreds[0].most.value


COLOURS = [
    {"id": "white", "name": "White", "srgb": "#ffffff"},
    {"id": "black", "name": "Black", "srgb": "#101010"},
    {"id": "red", "name": "Red", "srgb": "#c02020"},
]
TWO_KINDS = [
    {"id": "dark", "name": "Dark shavings", "grams": 120, "grated": "curls", "colour": "black", "cast": True},
    {"id": "glow", "name": "Red crumbs", "grams": 90, "grated": "crumbs", "colour": "red", "cast": True},
]


def with_two_kinds(**changes: Any) -> dict[str, Any]:
    return box(colours=COLOURS, work=[{**POUR, "shreds": TWO_KINDS}], **changes)


def test_every_kind_has_its_block_its_days_and_its_steps() -> None:
    loaf = read_loaf(with_two_kinds())
    result = plan(loaf, CUPBOARD)
    assert [(pot.id, pot.kind) for pot in result.pots] == [
        ("cast-dark", "block"),
        ("cast-glow", "block"),
        ("loaf", "loaf"),
    ]
    # Five in a hundred more than the shreds weigh: water that dries off and what stays in the grater, a stated guess.
    block = result.pots[0]
    assert block.delivers.value * block.density.value == pytest.approx(1.05 * 120)
    steps = {step.key: step for step in result.steps}
    assert steps["cast-dark.made"].title == "Grate Dark shavings"
    assert [(move.own, move.grams) for move in steps["cast-dark.made"].moves] == [("dark", 120)]
    pour = steps["loaf.pour.all"]
    assert "With 120 g of Dark shavings and 90 g of Red crumbs: stir in by thirds" in pour.detail
    assert [(move.own, move.grams) for move in pour.moves] == [("dark", -120), ("glow", -90)]
    links = {(link.before, link.after): link for link in network_of(loaf, result).links}
    # Overnight, then dried a little: common practice, no source.
    assert links["cast.dark", "out.dark"].least_h == 12
    assert links["out.dark", "pour"].least_h == 12
    assert {supply.key for supply in result.supplies} >= {"olive", "coconut"}


def test_kinds_share_the_room_by_their_own_heaps() -> None:
    """Each lies as loosely as it was grated: 120 g of curls at a fifth and 90 g of crumbs at three fifths."""
    use = {item.shreds: item for item in plan(read_loaf(with_two_kinds()), CUPBOARD).shreds}
    assert use["dark"].heap.value == pytest.approx(120 / 1.03 / 0.2)
    assert use["glow"].heap.value == pytest.approx(90 / 1.03 / 0.6)
    room = 1350.0
    assert use["glow"].most.value == pytest.approx((room - 120 / 1.03 / 0.2) * 0.6 * 1.03)


def test_blocks_of_one_formula_come_out_of_one_pot() -> None:
    together = [{"id": "blocks", "name": "Blocks", "casts": ["cast-dark", "cast-glow"]}]
    result = plan(read_loaf(with_two_kinds(batches=together)), CUPBOARD)
    assert [pot.id for pot in result.pots] == ["batch-blocks", "loaf"]
    assert [cast.kind for cast in result.pots[0].casts] == ["block", "block"]


def test_a_face_shows_shreds_in_their_own_colours() -> None:
    of = resolve(read_loaf(with_two_kinds()), CUPBOARD)
    field = field_of(of, plan(of.loaf, CUPBOARD).fills, ())
    seen = [field.face(y, 0.5).colours for y in (30.0, 90.0, 150.0, 210.0)]
    shares = [sum(float((face == number).mean()) for face in seen) / len(seen) for number in (1, 2)]
    assert shares == pytest.approx([120 / 1.03 / 1350, 90 / 1.03 / 1350], rel=0.35)
    assert all((face != -3).all() for face in seen)


def test_a_bottle_is_used_up_though_shreds_want_room() -> None:
    """The lowest level is where the shreds just find room; from there on the bottle's amount is met."""
    scent = {"scent": {"blend": "b", "percent_of_oils": 3}}
    document = with_two_kinds(
        blends=[{"id": "b", "name": "B", "parts": [{"scent": "own", "percent": 100}]}],
        brings={"scents": [{"key": "own", "name": "Own"}]},
    )
    document["colours"][0] |= scent
    loaf = read_loaf(document)
    sized = size_back(loaf, CUPBOARD, BackTarget(use="scent", key="b", amount=20))
    assert sized.takes == pytest.approx(20, abs=0.05)
    # Without sizing, the level would take more than the bottle holds.
    weighed = [line for pot in plan(loaf, CUPBOARD).pots for line in pot.on_scale if line.role == "scent"]
    assert sum(line.exact_g for line in weighed) > 20
    with pytest.raises(InputError, match="even with the last pour as low as it can be"):
        size_back(loaf, CUPBOARD, BackTarget(use="scent", key="b", amount=1))


def test_a_bag_of_shreds_keeps_the_shares_of_its_kinds() -> None:
    sized = size_back(read_loaf(with_two_kinds()), CUPBOARD, BackTarget(use="shreds", amount=315, share_percent=24))
    pour = sized.loaf.work[0]
    assert pour.do == "pour"
    assert [item.grams for item in pour.shreds] == pytest.approx([180, 135])


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"colour": None}, "a block is cast of a colour of this loaf"),
        ({"lot": "crumbs"}, "Choose one of the two"),
        ({"grams": 0}, "grams"),
        ({"colour": "gold"}, "must be one of this loaf's colours"),
    ],
)
def test_bad_shreds_are_refused(change: dict[str, Any], says: str) -> None:
    document = with_two_kinds()
    document["work"][0]["shreds"][0] |= change
    with pytest.raises(InputError, match=says):
        read_loaf(document)


def test_a_block_of_400_g_of_oils_weighs_about_600_g() -> None:
    """Common practice, no source: 400 g of oils make about 600 g of soap, and a design of 2.2 kg then takes 1.8 kg."""
    use = planned(**shredded(600)).shreds[0]
    assert use.block_oils.value == pytest.approx(400, rel=0.05)
    assert 2200 - use.block_oils.value == pytest.approx(1800, rel=0.02)
