"""Castings that come out of one pot: mixed once, a bowl to each colour, filled one after the other."""

from __future__ import annotations

import datetime as dt
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.document import mixings_of
from archtop.core.pots import Pot
from tests.core.conftest import OLIVE_COCONUT, box, box_with, rod
from tests.core.test_casting import season, starts

CUPBOARD = standard_cupboard()
RED = {"id": "red", "name": "Red", "srgb": "#aa3322"}
WHITE = {"id": "white", "name": "White", "srgb": "#ffffff"}
ARMS = rod("arms", 12, across_mm=-30, colour="red")
BODY = rod("body", 20, across_mm=0)
HATS = rod("hats", 14, across_mm=30, colour="red")


def buds(count: int, **changes: Any) -> dict[str, Any]:
    make = {"kind": "cavity", "mould": {"cavity_ml": 3, "cavities": 40}}
    return {"id": "buds", "name": "Buds", "count": count, "colour": "white", "make": make, **changes}


def document(*batches: tuple[str, ...], **changes: Any) -> dict[str, Any]:
    made = [{"id": f"b{i}", "name": f"Batch {i}", "casts": list(casts)} for i, casts in enumerate(batches)]
    return box_with(ARMS, BODY, HATS, **{"colours": [WHITE, RED], "pieces": [buds(20)], "batches": made, **changes})


def made(*batches: tuple[str, ...], **changes: Any) -> LoafPlan:
    return plan(read_loaf(document(*batches, **changes)), CUPBOARD)


ALL = ("cast-arms", "cast-body", "cast-hats", "cast-buds")


def pot_of(result: LoafPlan, key: str) -> Pot:
    return next(pot for pot in result.pots if pot.id == key)


def test_what_is_cast_beforehand_is_known_by_its_own_pot() -> None:
    loaf = read_loaf(document())
    assert [(str(mixing.pot), mixing.name) for mixing in mixings_of(loaf)] == [
        ("cast-arms", "Arms"),
        ("cast-body", "Body"),
        ("cast-hats", "Hats"),
        ("cast-buds", "Buds"),
    ]
    assert [pot.id for pot in made().pots] == [*ALL, "loaf"]
    assert all([cast.id for cast in pot.casts] == [pot.id] for pot in made().pots[:-1])


def test_one_pot_has_a_bowl_to_each_colour_and_fills_everything() -> None:
    result = made(ALL)
    assert [pot.id for pot in result.pots] == ["batch-b0", "loaf"]
    pot = pot_of(result, "batch-b0")
    assert (pot.name, pot.kind) == ("Batch 0", "batch")
    assert [bowl.name for bowl in pot.portions] == ["Red", "White"]
    filled = {(cast.id, bowl.name): bowl.ml for cast in pot.casts for bowl in cast.bowls}
    alone = {(pot.id, "Red" if pot.id in ("cast-arms", "cast-hats") else "White"): pot for pot in made().pots[:-1]}
    assert filled == pytest.approx({key: pot.delivers.value for key, pot in alone.items()})
    for bowl in pot.portions:
        assert bowl.delivers.value == pytest.approx(sum(ml for (_, name), ml in filled.items() if name == bowl.name))


@settings(max_examples=12, deadline=None)
@given(st.lists(st.sampled_from(ALL), min_size=2, max_size=4, unique=True), st.sampled_from([0.01, 0.1, 1.0]))
def test_nothing_is_lost_between_pot_and_moulds(casts: list[str], step: float) -> None:
    """Mass closes to the thousandth: oils, lye and water make the pot, the pot its bowls, bowls what they must fill."""
    result = made(tuple(casts), sizing={"scale_step_g": step})
    for pot in result.pots:
        assert sum(line.grams for line in pot.ingredients) == pytest.approx(pot.total_g, abs=1e-3)
        assert sum(bowl.grams for bowl in pot.portions) == pytest.approx(pot.total_g, abs=1e-3)
        for bowl in pot.portions:
            gross = bowl.delivers.value + bowl.margin_ml + bowl.clings_ml
            # What the scale's step, and a rounding up to what it can weigh, leave over.
            assert bowl.grams / pot.density.value >= gross * 0.98 - 2 * step
    mixed = pot_of(result, "batch-b0")
    assert {cast.id for cast in mixed.casts} == set(casts)
    assert {cast.id for pot in result.pots for cast in pot.casts} == set(ALL)


def test_pots_too_small_for_the_scale_are_weighed_together() -> None:
    """The way out that is offered is one: each alone is refused, together they keep their superfat."""
    coarse = {"scale_step_g": 2.0}
    apart = made(sizing=coarse)
    small = [pot for pot in apart.pots if pot.unweighable]
    assert small
    for pot in small:
        assert pot.unweighable
        assert {other.id for other in pot.unweighable.with_pots} == set(ALL) - {pot.id}
    together = pot_of(made(ALL, sizing=coarse), "batch-b0")
    assert together.unweighable is None
    assert 5 - 1e-6 <= together.superfat.value <= 6 + 1e-6


def test_steps_mix_once_fill_all_and_turn_each_out() -> None:
    steps = made(ALL).steps
    titles = [step.title for step in steps]
    assert titles.count("Water, then lye into it") == 2
    filled = [titles.index(f"Fill the mould: {name}") for name in ("Arms", "Body", "Hats", "Buds")]
    assert [after - before for before, after in pairwise(filled)] == [1, 1, 1]
    assert titles.index("Lye into oils, blend to emulsion") < filled[0]
    assert all(titles.index(f"Turn out {name}") > filled[-1] for name in ("Arms", "Body", "Hats"))
    # Each keeps its own key: the log, the season and the shelf know it by that.
    assert {"cast-arms.cast", "cast-arms.out", "cast-buds.cast"} <= {step.key for step in steps}
    assert [move.name for step in steps if step.key == "cast-body.cast" for move in step.moves] == ["Body"]


def test_the_order_fills_them_one_right_after_the_other() -> None:
    """One after the other by one pair of hands, none long after the one before."""
    tasks = {task.key: task for task in made(ALL).schedule}
    first = tasks["cast.arms"]
    for before, key in pairwise(("cast.arms", "cast.body", "cast.hats", "cast.buds")):
        assert before in tasks[key].after
    assert tasks["cast.body"].earliest_h - first.earliest_h <= 1.25 + 1e-9
    assert tasks["cast.body"].latest_h is not None
    assert first.latest_h is not None
    assert tasks["cast.body"].latest_h - first.latest_h <= 1.5 + 1e-9


def test_one_pair_of_hands_can_fill_a_whole_batch_in_a_season() -> None:
    """Six castings out of one pot, planned by the solver on real days: right after one another, in one session."""
    rods = [rod(f"r{i}", 8 + i, across_mm=-36 + 14 * i) for i in range(6)]
    keys = [f"cast-r{i}" for i in range(6)]
    loaf = read_loaf(box_with(*rods, batches=[{"id": "b", "name": "Rods", "casts": keys}]))
    result = season(loaf)
    at = starts(result)
    begun = [at[f"l0/cast.r{i}"] for i in range(6)]
    # The pot takes an hour, each mould after the first a quarter of one.
    assert begun[1] - begun[0] >= dt.timedelta(hours=1)
    assert all(after - before <= dt.timedelta(minutes=30) for before, after in pairwise(begun[1:]))
    assert result.loaves[0].late_h == 0


def test_a_batch_is_cheaper_in_hands_than_its_pots() -> None:
    from archtop.core.notebook import cost_of

    assert cost_of(made(ALL), {}).hours.value == pytest.approx(cost_of(made(), {}).hours.value - 3)


def test_what_is_no_longer_cast_is_let_go_of() -> None:
    result = made(("cast-arms", "cast-gone"), ("cast-never",))
    assert [pot.id for pot in result.pots] == ["batch-b0", "cast-body", "cast-hats", "cast-buds", "loaf"]


def test_a_figure_is_mixed_before_what_surrounds_it_whatever_else_is_in_its_pot() -> None:
    figure = {"outline": {"kind": "circle", "diameter_mm": 8}, "colour": "red", "name": "Heart"}
    body = {**BODY, "figure": figure}
    result = plan(
        read_loaf(
            box_with(
                ARMS,
                body,
                HATS,
                colours=[WHITE, RED],
                batches=[{"id": "b", "name": "Red things", "casts": ["cast-hats", "cast-body-figure"]}],
            )
        ),
        CUPBOARD,
    )
    order = [pot.id for pot in result.pots]
    assert order.index("batch-b") < order.index("cast-body")
    assert sorted(order) == sorted(["batch-b", "cast-arms", "cast-body", "loaf"])


@pytest.mark.parametrize(
    ("change", "code", "says"),
    [
        (
            {"formulas": [OLIVE_COCONUT, {**OLIVE_COCONUT, "id": "own", "name": "Own"}], "of": "own"},
            "batch.formulas",
            "Own",
        ),
        ({"twice": True}, "batch.twice", "Batch 0 already"),
        ({"inside": True}, "batch.inside", "Heart of Body must be firm before Body"),
        ({"ring": True}, "batch.ring", "firm before the other"),
    ],
)
def test_what_cannot_come_out_of_one_pot_is_refused_in_words(change: dict[str, Any], code: str, says: str) -> None:
    figure = {"outline": {"kind": "circle", "diameter_mm": 8}, "colour": "red", "name": "Heart"}
    arms, body = dict(ARMS), dict(BODY)
    batches = [("cast-arms", "cast-body")]
    if "of" in change:
        arms["formula"] = change["of"]
    if "twice" in change:
        batches.append(("cast-hats", "cast-body"))
    if "inside" in change:
        body["figure"] = figure
        batches = [("cast-body", "cast-body-figure")]
    if "ring" in change:
        arms["figure"] = {**figure, "outline": {"kind": "circle", "diameter_mm": 4}}
        body["figure"] = figure
        batches = [("cast-arms", "cast-body-figure"), ("cast-body", "cast-arms-figure")]
    made_of = [{"id": f"b{i}", "name": f"Batch {i}", "casts": list(casts)} for i, casts in enumerate(batches)]
    with pytest.raises(InputError) as refused:
        plan(
            read_loaf(
                box_with(
                    arms,
                    body,
                    HATS,
                    colours=[WHITE, RED],
                    batches=made_of,
                    formulas=[OLIVE_COCONUT, {**OLIVE_COCONUT, "id": "own", "name": "Own"}],
                )
            ),
            CUPBOARD,
        )
    (problem,) = refused.value.problems
    assert problem.code == code
    assert says in problem.message


def test_what_goes_into_the_whole_of_a_batch_shows_in_all_it_fills() -> None:
    charcoal = [{"additive": "charcoal", "amount": 20}]
    own = {**OLIVE_COCONUT, "id": "own", "name": "Own", "additives": charcoal}
    result = made(formulas=[OLIVE_COCONUT, own])
    dark = plan(
        read_loaf(
            box_with(
                {**ARMS, "formula": "own"},
                {**HATS, "formula": "own"},
                colours=[WHITE, RED],
                formulas=[OLIVE_COCONUT, own],
                batches=[{"id": "b", "name": "B", "casts": ["cast-arms", "cast-hats"]}],
            )
        ),
        CUPBOARD,
    )
    red = next(colour for colour in dark.colours if colour.id == "red")
    assert red.forecast
    assert next(colour for colour in result.colours if colour.id == "red").forecast is None


def test_a_thing_cast_in_several_fillings_is_offered_once_and_mixed_once() -> None:
    """Eight, thirteen and twenty flowers in moulds of twelve hollows: five little pots become one."""
    flowers = [
        {
            "id": f"f{n}",
            "name": f"Flowers {n}",
            "count": count,
            "colour": "white",
            "make": {"kind": "cavity", "mould": {"cavity_ml": size, "cavities": 12}},
        }
        for n, (count, size) in enumerate([(8, 1.5), (13, 3), (20, 5)], 1)
    ]
    document = box(pieces=flowers)
    apart = plan(read_loaf(document), standard_cupboard())
    small = next(pot for pot in apart.pots if pot.id == "cast-f1")
    assert len(apart.pots) == 6
    assert small.unweighable
    assert [other.name for other in small.unweighable.with_pots] == ["Flowers 2", "Flowers 3"]
    casts = list(dict.fromkeys(cast.together for pot in apart.pots for cast in pot.casts))
    batch = {"id": "all", "name": "All flowers", "casts": casts}
    pots = plan(read_loaf({**document, "batches": [batch]}), standard_cupboard()).pots
    assert [pot.name for pot in pots] == ["All flowers", "Box"]
    assert pots[0].unweighable is None
    assert sum(bowl.ml for cast in pots[0].casts for bowl in cast.bowls) == pytest.approx(8 * 1.5 + 13 * 3 + 20 * 5)
