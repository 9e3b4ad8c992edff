"""Sticks of spice or wood: what is no soap is bought, weighed and laid in as it is."""

from __future__ import annotations

import math
from typing import Any

import pytest

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.solids.things import piece_solid
from tests.core.test_pieces import with_pieces

CUPBOARD = standard_cupboard()
STICK = {"kind": "stick", "long_mm": 60, "across_mm": 8, "weighs_g": 1.5}


def test_a_stick_is_no_soap() -> None:
    """It pushes batter aside and weighs what the scale says, but nothing is mixed, cast or taken from the shelf."""
    rod = math.pi * 4**2 * 60 / 1000
    with_them, without = (plan(read_loaf(with_pieces(STICK, 12, n)), CUPBOARD) for n in (6, 0))
    assert with_them.made["bit"].each_ml == pytest.approx(rod)
    assert without.batter_in_mould.value - with_them.batter_in_mould.value == pytest.approx(6 * rod)
    whole, bare = with_them.cuts.total_g, without.cuts.total_g
    batter = bare / (250 * 90 * 60 / 1000)
    assert whole - bare == pytest.approx(6 * (1.5 - rod * batter), rel=0.001)
    assert [pot.kind for pot in with_them.pots] == ["loaf"]
    assert not [task for task in with_them.schedule if "bit" in task.key]
    assert not [move for step in with_them.steps for move in step.moves if move.name == "Bits"]
    assert {line.key for line in with_them.supplies} == {line.key for line in without.supplies}
    ready = next(step for step in with_them.steps if step.key == "cast-bit.made")
    assert ready.title == "Have 12 × Bits ready"
    assert ready.job == "pour"
    assert any(says.startswith("No blade goes through Bits") for says in with_them.cut_how.mind)
    assert with_them.cut_how.tool == "knife"


def test_a_stick_lies_round_on_the_top_with_its_own_volume() -> None:
    document = with_pieces(STICK, 4)
    document["top"] = {"scatter": {"items": [{"pieces": "bit", "count": 4}]}}
    result = plan(read_loaf(document), CUPBOARD)
    assert result.top.scatter
    lying = result.top.scatter.strewn
    assert len(lying) == 4
    assert {piece.high_mm for piece in lying} == {8.0}
    assert piece_solid(lying[0]).volume_mm3 == pytest.approx(math.pi * 4**2 * 60, rel=0.03)


@pytest.mark.parametrize(
    ("changes", "field", "says"),
    [
        ({"weighs_g": 150}, "pieces.0.make.weighs_g", "49.7 g to the millilitre"),
        ({"weighs_g": 0.01}, "pieces.0.make.weighs_g", "0.00332 g to the millilitre"),
        ({"lot": "l-1"}, "pieces.0.lot", "the shelf keeps soap"),
        ({"may_be_cut": True}, "top.scatter.items.0.may_be_cut", "no blade goes through Bits"),
    ],
)
def test_what_no_stick_does_is_refused(changes: dict[str, Any], field: str, says: str) -> None:
    document = with_pieces(STICK | {key: value for key, value in changes.items() if key == "weighs_g"}, 4)
    document["pieces"][0] |= {key: value for key, value in changes.items() if key == "lot"}
    strewn = {"pieces": "bit", "count": 4, "may_be_cut": "may_be_cut" in changes}
    document["top"] = {"scatter": {"items": [strewn]}}
    with pytest.raises(InputError, match=says) as refused:
        read_loaf(document)
    assert [problem.field for problem in refused.value.problems] == [field]


def test_no_way_through_a_stick_is_offered() -> None:
    document = with_pieces(STICK, 200)
    document["top"] = {"scatter": {"items": [{"pieces": "bit", "count": 200}]}}
    found = plan(read_loaf(document), CUPBOARD).top.scatter
    assert found
    assert found.lacking
    assert "Let the wire go through them" not in [way.says for lack in found.lacking for way in lack.ways]
