"""Dough of several colours in one set of pieces: what each takes, its bowl, what it touches."""

from __future__ import annotations

import math
from typing import Any

import pytest

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.trade.ways.dough import DoughMake
from tests.core.conftest import box

CUPBOARD = standard_cupboard()
COLOURS = [
    {"id": "white", "name": "White", "srgb": "#ffffff"},
    {"id": "red", "name": "Red", "srgb": "#c03020"},
    {"id": "gold", "name": "Gold", "srgb": "#d0a030"},
]
BALL = {"shape": "ball", "across": 12}
STRINGS = {"shape": "coil", "across": 3, "long": 20, "count": 4}
BALL_ML, STRINGS_ML = math.pi / 6 * 1.728, 4 * math.pi / 4 * 0.09 * 2


def tassels(key: str, count: int, *parts: dict[str, Any], **changes: Any) -> dict[str, Any]:
    make = {"kind": "dough", "parts": list(parts), "waste_percent": 10}
    return {"id": key, "name": key.title(), "count": count, "colour": "red", "make": make, **changes}


def planned(*pieces: dict[str, Any]) -> LoafPlan:
    return plan(read_loaf(box(colours=COLOURS, pieces=list(pieces), sizing={"scale_step_g": 0.1})), CUPBOARD)


def test_every_colour_has_its_bowl_of_one_pot() -> None:
    result = planned(tassels("tassel", 24, BALL, {**STRINGS, "colour": "gold"}))
    pot = next(pot for pot in result.pots if pot.id == "cast-tassel")
    assert {part.colour: part.delivers.value for part in pot.portions} == pytest.approx(
        {"red": 24 * BALL_ML * 1.1, "gold": 24 * STRINGS_ML * 1.1}
    )
    cast = next(step for step in result.steps if step.key == "cast-tassel.cast")
    assert {amount.label for amount in cast.amounts} == {"Tassel", "Gold for Tassel"}
    assert any(step.key == "cast-tassel.split" for step in result.steps)


def test_dough_adds_up_by_colour_over_all_that_is_kneaded() -> None:
    result = planned(
        tassels("tassel", 24, BALL, {**STRINGS, "colour": "gold"}), tassels("cap", 10, {**BALL, "colour": "gold"})
    )
    need = {item.colour: item.volume_ml for item in result.dough}
    assert need == pytest.approx({"red": 24 * BALL_ML * 1.1, "gold": (24 * STRINGS_ML + 10 * BALL_ML) * 1.1})
    gold = next(item.weight for item in result.dough if item.colour == "gold")
    assert gold.low < gold.value < gold.high


def test_a_part_named_in_the_pieces_own_colour_shares_its_bowl() -> None:
    pot = planned(tassels("tassel", 5, BALL, {**STRINGS, "colour": "red"})).pots[0]
    assert [part.colour for part in pot.portions] == ["red"]


def test_colours_joined_in_a_piece_are_checked_for_contrast() -> None:
    result = planned(tassels("tassel", 5, BALL, {**STRINGS, "colour": "gold"}))
    assert any({pair.a, pair.b} == {"red", "gold"} and "Tassel" in pair.where for pair in result.contrasts)


def test_a_parts_colour_must_be_one_of_the_loafs() -> None:
    with pytest.raises(InputError) as refused:
        read_loaf(box(colours=COLOURS, pieces=[tassels("tassel", 5, {**BALL, "colour": "teal"})]))
    assert refused.value.problems[0].field == "pieces.0.make.parts.0.colour"


def test_what_all_colours_take_is_what_the_set_takes() -> None:
    parts = [{**BALL}, {**STRINGS, "colour": "gold"}, {**BALL, "colour": "white", "count": 2}]
    found = DoughMake.model_validate({"parts": parts, "waste_percent": 15}).made(7)
    assert sum(found.by_colour.values()) == pytest.approx(found.takes_ml) == pytest.approx(found.each_ml * 7 * 1.15)
