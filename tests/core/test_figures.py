"""A figure cast inside a column, and composite small pieces: batter shared out, weights, order, clashes."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()
TWO = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "black", "name": "Black", "srgb": "#202020"}]


def with_figure(**figure: Any) -> LoafPlan:
    """The box with a column of 50 mm and a round figure in it."""
    round_figure = {"outline": {"kind": "circle", "diameter_mm": 20}, "colour": "black", **figure}
    return plan(read_loaf(box_with(rod(figure=round_figure), colours=TWO)), CUPBOARD)


@settings(max_examples=20)
@given(st.floats(-14, 14), st.floats(4, 20))
def test_figure_and_surround_make_the_column(across: float, diameter: float) -> None:
    result = with_figure(outline={"kind": "circle", "diameter_mm": diameter}, across_mm=across)
    pots = {pot.id: pot.delivers.value for pot in result.pots}
    assert pots["cast-rod-figure"] == pytest.approx(math.pi / 4 * diameter**2 * 250 / 1000, rel=1e-6)
    assert pots["cast-rod-figure"] + pots["cast-rod"] == pytest.approx(math.pi / 4 * 2500 * 250 / 1000, rel=1e-6)
    plain = plan(read_loaf(box_with(rod(), colours=TWO)), CUPBOARD)
    assert result.level_mm == plain.level_mm
    assert result.pushed_aside.value == plain.pushed_aside.value


def test_a_figure_turns_with_its_column() -> None:
    turned = {"outline": {"kind": "circle", "diameter_mm": 10}, "colour": "black", "across_mm": 15}
    result = plan(read_loaf(box_with(rod(figure=turned, turn_deg=90), colours=TWO)), CUPBOARD)
    figure = result.embeds[0].figure
    assert figure
    xs, zs = zip(*figure.outline, strict=True)
    assert (min(xs) + max(xs)) / 2 == pytest.approx(0, abs=1e-3)
    assert (min(zs) + max(zs)) / 2 == pytest.approx(30 + 15, abs=1e-3)


def test_a_figure_outside_its_column_is_refused() -> None:
    with pytest.raises(InputError, match="must lie inside the column around it"):
        with_figure(across_mm=20)


def test_the_figure_is_cast_before_the_column_and_their_colours_meet() -> None:
    result = with_figure()
    tasks = {task.key: task for task in result.schedule}
    assert tasks["cast.rod"].after == ("out.rod-figure",)
    column, figure = tasks["cast.rod"], tasks["cast.rod-figure"]
    assert column.latest_h is not None
    assert figure.latest_h is not None
    # It lets go as the column does, before that is cast: an hour to cast it, a quarter to turn it out.
    out = tasks["out.rod"].latest_h
    assert out is not None
    assert column.latest_h - figure.latest_h == pytest.approx(out - column.latest_h + 0.25)
    assert any({pair.a, pair.b} == {"white", "black"} for pair in result.contrasts)


def composite(figure_ml: float) -> dict[str, Any]:
    """The box with ten composite pieces of 20 ml."""
    make = {
        "kind": "composite",
        "mould": {"cavity_ml": 20, "cavities": 5},
        "figure_ml": figure_ml,
        "figure_colour": "black",
    }
    return box(colours=TWO, pieces=[{"id": "bit", "name": "Bits", "count": 10, "colour": "white", "make": make}])


def test_a_composite_piece_takes_two_pots() -> None:
    document = composite(8)
    document["pieces"][0]["moulds"] = 2
    pots = {pot.id: pot.delivers.value for pot in plan(read_loaf(document), CUPBOARD).pots}
    assert (pots["cast-bit-figures"], pots["cast-bit"]) == (pytest.approx(80), pytest.approx(120))


def test_a_figure_larger_than_its_hollow_is_refused() -> None:
    with pytest.raises(InputError, match="the hollow holds 20 ml"):
        read_loaf(composite(20))


def test_an_unknown_figure_colour_is_refused() -> None:
    document = composite(8)
    document["pieces"][0]["make"]["figure_colour"] = "gold"
    with pytest.raises(InputError, match=r"pieces.0.make.figure_colour = gold"):
        read_loaf(document)
