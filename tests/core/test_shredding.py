"""Shreds of a pour told in the plan: block, room, share, and the most that goes in."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, calculate, plan, read_loaf, standard_cupboard
from tests.core.conftest import OLIVE_COCONUT, box

CUPBOARD = standard_cupboard()
POUR = {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}


def planned(**pour: Any) -> LoafPlan:
    return plan(read_loaf(box(work=[{**POUR, **pour}])), CUPBOARD)


def test_no_shreds_nothing_to_tell() -> None:
    assert planned().shreds == ()


def test_the_block_weighs_what_its_oils_make() -> None:
    """The calculator goes the other way round: from the block's oils to its weight."""
    use = planned(shreds_g=300).shreds[0]
    given = {"formula": OLIVE_COCONUT, "block_oils_g": use.block_oils.value, "design_oils_g": 2000}
    back = calculate("shreds", given).model_dump()
    assert back["block_g"]["value"] == pytest.approx(300)
    assert back["shreds_ml"] == pytest.approx(use.takes.value)
    assert back["heap_ml"]["value"] == pytest.approx(use.heap.value)


def test_share_of_the_loaf_and_room_by_hand() -> None:
    use = planned(shreds_g=206).shreds[0]
    assert use.takes.value == pytest.approx(200)
    assert use.share_percent == pytest.approx(100 * 200 / 1350)


@given(st.sampled_from(["crumbs", "shreds", "curls"]), st.floats(40, 70))
def test_the_most_is_where_the_plan_begins_to_refuse(grated: str, to_mm: float) -> None:
    most = planned(shreds_g=1, grated=grated, to_mm=to_mm).shreds[0].most.value
    assert planned(shreds_g=most * 0.999, grated=grated, to_mm=to_mm).shreds[0].most.value == pytest.approx(most)
    with pytest.raises(InputError, match="binds at most"):
        planned(shreds_g=most * 1.001, grated=grated, to_mm=to_mm)


def test_pieces_in_the_same_pour_leave_less_room() -> None:
    beads = {"id": "bead", "name": "Beads", "count": 40, "colour": "white", "make": {"kind": "ball", "diameter_mm": 20}}
    work = [{**POUR, "shreds_g": 100, "pieces": [{"pieces": "bead", "count": 40}]}]
    with_beads = plan(read_loaf(box(pieces=[beads], work=work)), CUPBOARD).shreds[0]
    assert with_beads.most.value < planned(shreds_g=100).shreds[0].most.value
