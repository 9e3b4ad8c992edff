"""The vessels that a loaf's pots fill: nothing is poured that goes nowhere, nothing is filled that nobody pours."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import LoafPlan, plan, read_loaf, standard_cupboard
from tests.core.conftest import box, rod

CUPBOARD = standard_cupboard()
COLOURS = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "black", "name": "Black", "srgb": "#101010"}]
HALVES = [{"colour": "white", "percent": 50}, {"colour": "black", "percent": 50}]


def document(moulds: int, count: int, hollows: int, at_once: int) -> dict[str, Any]:
    """A box so many times with a two-colour column, cast pieces, shreds of a block, and batter kept back."""
    pieces = {"cavity_ml": 6.5, "cavities": hollows}
    found = box(
        moulds=moulds,
        colours=COLOURS,
        embeds=[rod(diameter=34, poured={"colours": HALVES}, casting={"mould_length_mm": 260, "moulds": at_once})],
        pieces=[
            {
                "id": "bit",
                "name": "Bits",
                "make": {"kind": "cavity", "mould": pieces},
                "count": count,
                "colour": "black",
                "moulds": 200,
            }
        ],
        keeps=[{"colour": "white", "volume_ml": 90, "purpose": "saver mould"}],
    )
    pour = found["work"][0]
    block = {"id": "paper", "name": "Paper", "grams": 60, "colour": "black", "cast": True}
    found["work"] = [
        {**pour, "id": "low", "to_mm": 12},
        {"do": "lay", "embed": "rod"},
        {**pour, "to_mm": 62, "colours": HALVES, "shreds": [block], "pieces": [{"pieces": "bit", "count": count}]},
    ]
    return found


def delivered(result: LoafPlan, uses: set[str]) -> float:
    return sum(p.delivers.value for pot in result.pots for p in pot.portions if p.use in uses)


@settings(max_examples=10)
@given(moulds=st.integers(1, 6), count=st.integers(1, 20), hollows=st.integers(1, 12), at_once=st.integers(1, 6))
def test_what_pots_deliver_is_what_vessels_take(moulds: int, count: int, hollows: int, at_once: int) -> None:
    """Over castings, moulds and what is kept, to a thousandth of a gram of batter at about 1 g/ml."""
    result = plan(read_loaf(document(moulds, count, hollows, at_once)), CUPBOARD)
    taken = sum(vessel.count * vessel.each_ml for vessel in result.vessels)
    assert taken == pytest.approx(delivered(result, {"casting", "pour", "kept"}), abs=1e-3)
    assert all(sum(share.percent for share in vessel.colours) == pytest.approx(100) for vessel in result.vessels)
    assert {vessel.pot for vessel in result.vessels} == {pot.id for pot in result.pots}


def test_each_says_how_many_there_are_of_it() -> None:
    result = plan(read_loaf(document(3, 5, 4, 2)), CUPBOARD)
    said = [(vessel.kind, vessel.name, vessel.holds) for vessel in result.vessels]
    assert said == [
        ("column", "Rod, filling 1 of 2", "2 column moulds"),
        ("column", "Rod, filling 2 of 2", "1 column mould"),
        ("hollow", "Bits", "4 moulds of 4 hollows"),
        ("block", "Paper", "1 block"),
        ("loaf", "Loaf mould", "3 moulds"),
        ("saver mould", "White, kept for saver mould", "kept back"),
    ]


def test_cups_are_told_with_their_trays() -> None:
    cup = {"kind": "cup", "length_mm": 60, "width_mm": 60, "height_mm": 35, "cavities": 5}
    loaf = box(mould=cup, moulds=12)
    loaf["work"][0]["to_mm"] = 30
    (vessel,) = plan(read_loaf(loaf), CUPBOARD).vessels
    assert (vessel.kind, vessel.holds) == ("cup", "12 cups, 3 trays")
