"""Columns and pieces of a bought base: melted, coloured and poured, and no lye anywhere near them."""

from __future__ import annotations

import math
from typing import Any

import pytest

from archtop.core import InputError, LoafPlan, plan, read_loaf
from archtop.core.chemistry import LYE_CAUTIONS
from archtop.core.trade import BASES
from tests.core.conftest import box_with, rod
from tests.core.test_recipes import CUPBOARD

CLEAR = {"mould_length_mm": 300, "trim_mm": 10, "of": "clear base"}
HEART = {"outline": {"kind": "circle", "diameter_mm": 12}, "colour": "red", "name": "Heart"}
COLOURS = [
    {"id": "white", "name": "White", "srgb": "#ffffff"},
    {"id": "red", "name": "Red", "srgb": "#aa2222"},
    {"id": "ice", "name": "Ice", "srgb": "#cfe4f4", "colourants": [{"colourant": "blue", "g_per_kg": 2}]},
]


def lamp(**changes: Any) -> dict[str, Any]:
    return rod("lamp", 36, colour="ice", casting=CLEAR, **changes)


def made(*embeds: dict[str, Any], **changes: Any) -> LoafPlan:
    return plan(read_loaf(box_with(*embeds, colours=COLOURS, **changes)), CUPBOARD)


def test_no_lye_is_mixed_for_what_is_melted() -> None:
    result = made(lamp())
    assert [pot.id for pot in result.pots] == ["loaf"]
    own = [step for step in result.steps if step.key.startswith("cast-lamp")]
    assert [step.title for step in own] == ["Melt and pour Lamp", "Turn out Lamp"]
    assert not any(set(step.cautions) & set(LYE_CAUTIONS) for step in own)
    assert "burns as hot oil" in own[0].cautions[0]


def test_base_fills_the_column_with_its_trim_and_the_margin() -> None:
    (cast,) = made(lamp()).melted
    ml = math.pi / 4 * 36**2 * 260 / 1000
    assert cast.ml == pytest.approx(ml, rel=1e-4)
    exact = ml * BASES["clear base"].g_ml * 1.03
    assert exact <= cast.grams < exact + 1.01
    (jar,) = cast.colourants
    assert jar.grams == pytest.approx(exact / 1000 * 2, abs=0.05)


def test_base_and_its_jar_are_bought_and_the_label_says_what_it_lacks() -> None:
    result = made(lamp(), rod("pin", 10, across_mm=32, casting={**CLEAR, "of": "white base"}))
    supplies = {item.key: item for item in result.supplies}
    assert supplies["melt"].name == "Melt-and-pour base, clear"
    assert supplies["melt-white"].name == "Melt-and-pour base, white"
    assert supplies["melt"].grams == next(cast.grams for cast in result.melted if cast.name == "Lamp")
    assert supplies["blue"].grams > 0
    told = [remark.text for remark in result.remarks if remark.code == "label.base"]
    assert len(told) == 2


def test_a_figure_of_batter_in_a_surround_of_base() -> None:
    """Forty grams of caustic for a surround that needs none would be no small slip."""
    result = made(lamp(figure=HEART))
    assert [pot.id for pot in result.pots] == ["cast-lamp-figure", "loaf"]
    (cast,) = result.melted
    assert cast.ml == pytest.approx(math.pi / 4 * (36**2 - 12**2) * 260 / 1000, rel=1e-3)
    titles = [step.title for step in result.steps]
    order = [
        "Fill the mould: Heart of Lamp",
        "Turn out Heart of Lamp",
        "Melt and pour Lamp around Heart",
        "Turn out Lamp",
    ]
    assert [title for title in titles if title in order] == order
    tasks = {task.key: task for task in result.schedule}
    assert tasks["cast.lamp"].after == ("out.lamp-figure",)
    assert tasks["cast.lamp"].title == "Melt and pour Lamp"


def test_it_sets_in_hours_and_not_in_days() -> None:
    melted, mixed = ({task.key: task for task in made(embed).schedule} for embed in (lamp(), rod("lamp", 36)))
    assert melted["cast.lamp"].latest_h is not None
    assert mixed["cast.lamp"].latest_h is not None
    assert melted["cast.lamp"].latest_h > -6 > -24 > mixed["cast.lamp"].latest_h


def test_it_is_as_heavy_as_base_and_sinks_sooner() -> None:
    (melted,), (mixed,) = (made(embed).embeds for embed in (lamp(), rod("lamp", 36)))
    assert melted.weight.value / melted.volume.value == pytest.approx(BASES["clear base"].g_ml, rel=0.02)
    assert mixed.weight.value < melted.weight.value


def test_no_test_bar_of_soap_says_what_a_jar_does_in_base() -> None:
    ice = next(colour for colour in made(lamp()).colours if colour.id == "ice")
    assert ice.forecast is None
    assert ice.shown == ice.wished
    # Poured as well, it is a colour of soap.
    poured = [{"colour": "ice", "percent": 100}]
    document = box_with(lamp(), colours=COLOURS)
    document["work"][0]["colours"] = poured
    both = plan(read_loaf(document), CUPBOARD)
    assert next(colour for colour in both.colours if colour.id == "ice").forecast


def test_what_is_melted_is_offered_for_no_batch() -> None:
    batch = {"id": "b", "name": "B", "casts": ["cast-lamp", "cast-pin"]}
    result = made(lamp(), rod("pin", 10, across_mm=32), batches=[batch])
    assert [cast.id for pot in result.pots for cast in pot.casts] == ["cast-pin"]


@pytest.mark.parametrize("step", [0.01, 0.1, 1.0])
def test_a_jar_too_little_for_the_scale_is_thinned_in_base_first(step: float) -> None:
    """Within a tenth of what is meant on every scale, its mix made before the casting and bought whole."""
    result = made(lamp(), sizing={"fine_step_g": step})
    (cast,) = result.melted
    (jar,) = cast.colourants
    assert jar.holds_g == pytest.approx(jar.exact_g, rel=0.1)
    assert jar.grams >= step
    titles = [step.title for step in result.steps if step.key.startswith("cast-lamp")]
    assert bool(cast.thinned) is (jar.times > 1)
    supply = next(item for item in result.supplies if item.key == "blue")
    if cast.thinned:
        (mix,) = cast.thinned
        assert mix.into == "Melted base"
        assert titles[0] == f"Thin Blue, 1 in {jar.times}"
        assert supply.grams == mix.stir_g
        base = next(item for item in result.supplies if item.key == "melt")
        assert base.grams == pytest.approx(cast.grams + mix.into_g)
    else:
        assert titles[0] == "Melt and pour Lamp"
        assert supply.grams == jar.grams


def test_a_jar_that_is_not_safe_goes_into_no_base_either() -> None:
    colours = [*COLOURS[:2], {**COLOURS[2], "colourants": [{"colourant": "harsh", "g_per_kg": 2}]}]
    with pytest.raises(InputError) as refused:
        plan(read_loaf(box_with(lamp(), colours=colours)), CUPBOARD)
    (problem,) = refused.value.problems
    assert problem.code == "colourant.not_skin_safe"
    assert "Ice" in problem.message
