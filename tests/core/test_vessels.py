"""The vessels that a loaf's pots fill: nothing is poured that goes nowhere, nothing is filled that nobody pours."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.catalogue import catalogue
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


def test_several_bowls_fill_columns_hollows_and_other_moulds() -> None:
    """Not the loaf's own mould, whose pours say what fills it, nor a figure, nor what is melted or kneaded."""
    melted = rod("melted", 20, across_mm=-30, casting={"mould_length_mm": 260, "of": "clear base"})
    figure = {"name": "Figure", "outline": {"kind": "circle", "diameter_mm": 8}, "colour": "black"}
    held = rod("held", 20, across_mm=30, figure=figure)
    ways = {
        "bits": {"kind": "cavity", "mould": {"cavity_ml": 5, "cavities": 6}},
        "beads": {"kind": "ball", "diameter_mm": 9},
    }
    pieces = [{"id": key, "name": key, "count": 6, "colour": "white", "make": way} for key, way in ways.items()]
    cup = {"kind": "cup", "length_mm": 60, "width_mm": 60, "height_mm": 30}
    also = {"id": "cups", "name": "Cups", "mould": cup, "colours": [{"colour": "white", "percent": 100}]}
    loaf = box(colours=COLOURS, embeds=[melted, held], pieces=pieces, also_filled=[also])
    loaf["work"] = [
        {**loaf["work"][0], "id": "low", "to_mm": 10},
        *({"do": "lay", "embed": key} for key in ("melted", "held")),
        loaf["work"][0],
    ]
    found = {vessel.item: vessel.several for vessel in plan(read_loaf(loaf), CUPBOARD).vessels}
    assert found == {
        "held-figure": False,
        "held": True,
        "bits": True,
        "beads": False,
        "melted": False,
        "": False,
        "cups": True,
    }


def test_a_form_is_told_what_a_way_of_making_takes() -> None:
    ways = {entry.kind: entry.traits for entry in catalogue().ways}
    assert ways["cavity"] == ("several",)
    assert ways["cutter"] == ways["ball"] == ("shaped",)
    assert ways["dough"] == ways["melt"] == ()
