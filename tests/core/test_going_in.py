"""What goes in, when and into what: whole pots, single bowls, the very last, finishes, scents of several bottles."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from archtop.core import InputError, LoafPlan, plan, read_loaf
from archtop.core.base import problems_from_validation
from archtop.core.bench.clock import bowls_of
from archtop.core.chemistry import LYE_CAUTIONS, Additive, bowl_stages_of, places_of, standard_additives
from archtop.core.pots.label import names_in
from archtop.core.resolved import resolve
from tests.core.conftest import OLIVE_COCONUT
from tests.core.test_recipes import BLUE, CALM, CUPBOARD, jar, planned, scent, two_colours

ADDITIVES = standard_additives()
SEEDS = {"additives": [{"additive": "poppy-seeds", "amount": 10}]}
BOTH = CUPBOARD.model_copy(
    update={
        "colourants": {**CUPBOARD.colourants, "gold": jar("gold", inci="Mica, CI 77891", true_g_ml=3.0)},
        "scents": {**CUPBOARD.scents, "quick": scent("quick", behaves={"accelerates": 3})},
    }
)


def made(**changes: Any) -> LoafPlan:
    return plan(read_loaf(two_colours(BLUE, **changes)), BOTH)


def formula(*doses: dict[str, Any], **changes: Any) -> list[dict[str, Any]]:
    return [{**OLIVE_COCONUT, "additives": list(doses), **changes}]


def titles(result: LoafPlan) -> list[str]:
    return [step.title for step in result.steps]


def on_scale(result: LoafPlan, role: str) -> list[str]:
    return [line.name for line in result.pots[-1].ingredients if line.role == role]


# --- a whole pot ---


def test_what_is_stirred_into_a_whole_pot_stands_among_its_ingredients_and_they_still_add_up() -> None:
    whole = {"pot": "loaf", "colourants": [{"colourant": "wet", "g_per_kg": 6}], "scent": CALM["scent"]}
    pot = made(whole_pots=[whole]).pots[-1]
    assert [line.name for line in pot.ingredients if line.stage == "after trace"] == [
        "Wet",
        "Water, to wet the colours",
        "Calm",
    ]
    oils = sum(line.grams for line in pot.ingredients if line.role == "oil")
    (tint,) = [line for line in pot.ingredients if line.role == "colourant"]
    (smell,) = [line for line in pot.ingredients if line.role == "scent"]
    assert tint.exact_g == pytest.approx(0.006 * oils, rel=0.01)
    assert smell.exact_g == pytest.approx(0.03 * oils, rel=0.01)
    assert sum(line.grams for line in pot.ingredients) == pytest.approx(pot.total_g, abs=1e-9)
    assert sum(bowl.grams for bowl in pot.portions) == pytest.approx(pot.total_g, abs=1e-9)


def test_a_whole_pot_fills_the_same_mould() -> None:
    """By the parts' own densities: what is stirred in takes batter's place, and nothing is delivered short."""
    whole = {"pot": "loaf", "colourants": [{"colourant": "wet", "g_per_kg": 20}]}
    exact = {"film_mm": 0, "margin_percent": 0, "scale_step_g": 0.01, "fine_step_g": 0.001}
    with_it, without = (made(whole_pots=pots, sizing=exact).pots[-1] for pots in ([whole], []))
    assert with_it.batter.value == without.batter.value
    oils = sum(line.grams for line in with_it.ingredients if line.role == "oil")
    more_ml = oils * (0.020 / 3.0 + 0.060 / 1.0)
    bare = sum(line.grams for line in with_it.ingredients if line.stage is None) / without.density.value
    assert bare + more_ml == pytest.approx(without.total_g / without.density.value, rel=2e-3)


def test_oil_that_wets_a_whole_pots_colour_counts_as_free_fat() -> None:
    whole = {"pot": "loaf", "colourants": [{"colourant": "gold", "g_per_kg": 10}]}
    sizing = {"scale_step_g": 0.01, "fine_step_g": 0.001}
    pot = made(whole_pots=[whole], sizing=sizing).pots[-1]
    # Ten grams to a kilogram, three times as much oil: three points more.
    assert pot.superfat.value == pytest.approx(made(sizing=sizing).pots[-1].superfat.value + 3.0, abs=0.05)


def test_scent_in_the_oils_stands_in_for_the_bowls_own_and_is_told_before_the_lye() -> None:
    calm = {**CALM["scent"], "percent_of_oils": 2}
    whole = {"pot": "loaf", "scent": calm, "scent_into": "oils"}
    result = planned(two_colours({**BLUE, **CALM}, CALM, whole_pots=[whole]))
    steps = titles(result)
    assert steps.index("Blend into the oils") < steps.index("Water, then lye into it")
    assert not any(title.startswith("Scent") for title in steps)
    for bowl in result.pots[-1].portions:
        assert [part for part in bowl.additions if part.role == "scent"] == []
        assert bowl.scent
        assert bowl.scent.value < 2.0


def test_the_limit_of_a_scent_is_kept_in_a_whole_pot_too() -> None:
    whole = {"pot": "loaf", "scent": {**CALM["scent"], "percent_of_oils": 9}}
    with pytest.raises(InputError) as refused:
        made(whole_pots=[whole])
    assert refused.value.problems[0].code == "scent.over_limit"


def test_what_only_water_wets_does_not_go_into_oils() -> None:
    whole = {"pot": "loaf", "colourants": [{"colourant": "wet", "g_per_kg": 6}], "colourants_into": "oils"}
    with pytest.raises(InputError) as refused:
        made(whole_pots=[whole])
    assert refused.value.problems[0].code == "colourant.in_oils"


def test_a_colourant_in_the_whole_pot_colours_every_bowl() -> None:
    whole = {"pot": "loaf", "colourants": [{"colourant": "blue", "g_per_kg": 10}]}
    plain, blue = (made(whole_pots=pots).colours[1] for pots in ([], [whole]))
    assert plain.forecast is None
    assert blue.forecast
    assert blue.forecast.cured.lab[0] < 60


def test_charcoal_in_the_formula_leaves_no_bowl_cream() -> None:
    _, plain = made(formulas=formula({"additive": "charcoal", "amount": 20})).colours
    assert plain.forecast
    assert plain.shown != plain.wished
    assert plain.forecast.cured.lab[0] < 45


def test_a_scent_in_the_oils_is_in_the_pots_own_pace() -> None:
    def rate(**changes: Any) -> float:
        of = resolve(read_loaf(two_colours(BLUE, blends=blends, **changes)), BOTH)
        return bowls_of(of, plan(of.loaf, BOTH))[0].growth.rate

    blends = [{"id": "q", "name": "Quick", "parts": [{"scent": "quick", "percent": 100}]}]
    whole = {"pot": "loaf", "scent": {"blend": "q", "percent_of_oils": 2}}
    assert rate(whole_pots=[{**whole, "scent_into": "oils"}]) == pytest.approx(3 * rate(), rel=2e-3)
    assert rate(whole_pots=[whole]) == pytest.approx(rate(), rel=2e-3)


# --- one bowl ---


def test_seeds_go_into_one_bowl_and_not_into_the_other() -> None:
    first, second = planned(two_colours({**BLUE, **SEEDS})).pots[-1].portions
    (seeds,) = [part for part in first.additions if part.role == "additive"]
    assert seeds.exact_g == pytest.approx(0.010 * first.oils_g)
    assert [part for part in second.additions if part.role == "additive"] == []


def test_a_bowl_of_seeds_alone_is_stirred_and_not_coloured() -> None:
    steps = titles(planned(two_colours({}, SEEDS)))
    assert "Stir into B" in steps
    assert "Colour B" not in steps


@pytest.mark.parametrize("key", ["sodium-lactate", "silk", "citric-acid", "colophony"])
def test_what_belongs_into_lye_or_oils_does_not_go_into_a_bowl(key: str) -> None:
    with pytest.raises(InputError) as refused:
        planned(two_colours({"additives": [{"additive": key, "amount": ADDITIVES[key].low}]}))
    assert refused.value.problems[0].code == "additive.bowl"


@given(st.sampled_from(sorted(ADDITIVES)))
def test_a_bowl_takes_what_may_go_in_after_trace_and_nothing_else(key: str) -> None:
    additive = ADDITIVES[key]
    assert bool(bowl_stages_of(additive)) is ("after trace" in places_of(additive))
    assert ("last" in places_of(additive)) is ("after trace" in places_of(additive))


def test_all_colours_go_in_before_any_scent_and_the_last_things_after_that() -> None:
    last = {"additives": [{"additive": "poppy-seeds", "amount": 10, "stage": "last"}]}
    steps = titles(planned(two_colours({**BLUE, **CALM}, {**CALM, **last, "colourants": BLUE["colourants"]})))
    order = [steps.index(title) for title in ("Colour A", "Colour B", "Scent A", "Scent B")]
    assert order == sorted(order)
    assert steps.index("At the very last, into B") > max(order)


def test_what_a_formula_keeps_for_the_very_last_is_shared_by_its_bowls() -> None:
    result = made(formulas=formula({"additive": "poppy-seeds", "amount": 10, "stage": "last"}))
    assert on_scale(result, "additive") == []
    for bowl in result.pots[-1].portions:
        (seeds,) = [part for part in bowl.additions if part.last]
        assert seeds.exact_g == pytest.approx(0.010 * bowl.oils_g)


# --- lye ---


def test_nothing_waits_for_cooled_lye_where_lye_is_used_hot() -> None:
    lactate = {"additive": "sodium-lactate", "amount": 15}
    hot = made(formulas=formula(lactate, school="hot lye"))
    steps = titles(hot)
    assert "Stir into the cooled lye" not in steps
    assert (
        steps.index("Hot lye onto the hard fats")
        < steps.index("Stir in once the fats have melted")
        < steps.index("Blend to emulsion")
    )
    warm = titles(made(formulas=formula(lactate)))
    assert warm.index("Let the lye cool") < warm.index("Stir into the cooled lye")


def test_silk_goes_into_the_hot_lye_with_lyes_own_cautions() -> None:
    result = made(formulas=formula({"additive": "silk", "amount": 0.5, "stage": "hot lye"}))
    (step,) = [step for step in result.steps if step.title == "Stir into the hot lye"]
    assert set(LYE_CAUTIONS) <= set(step.cautions)
    assert step.asks


def test_water_that_comes_later_does_not_dissolve_the_lye() -> None:
    """Aloe juice for most of the water, once the batter holds together: the lye would lie in its jug undissolved."""
    late = {"additive": "aloe-juice", "amount": 200, "stage": "after trace"}
    strong = {"by": "concentration", "value": 33}
    with pytest.raises(InputError) as refused:
        made(formulas=formula(late, water=strong))
    (problem,) = refused.value.problems
    assert problem.code == "water.undissolved"
    assert "come later" in problem.remedy
    made(formulas=formula({**late, "stage": "lye water"}, water=strong))
    made(formulas=formula({**late, "amount": 60}, water=strong))


def test_juice_in_place_of_water_is_warmed_by_the_lye_as_water_is() -> None:
    water, juice = (
        made(formulas=formula(*doses)).heats[-1].lye_peak.value
        for doses in ((), ({"additive": "aloe-juice", "amount": 250},))
    )
    assert juice == pytest.approx(water, abs=1.5)


# --- heat ---


@pytest.mark.parametrize(("grams", "told"), [(20, True), (0.2, False)])
def test_what_warms_is_told_by_its_dose_and_where_it_acts(grams: float, told: bool) -> None:
    result = made(formulas=formula({"additive": "honey", "amount": grams}))
    assert ("heat.additives" in {remark.code for remark in result.remarks}) is told
    (cover,) = [step for step in result.steps if step.title == "Cover and leave it"]
    assert ("Honey will warm it" in cover.detail) is told


def test_milk_in_one_bowl_warms_its_pot() -> None:
    milk = {"additives": [{"additive": "yogurt", "amount": 30}]}
    (heat,) = planned(two_colours({**BLUE, **milk})).heats
    assert heat.warmed_by == ("Plain yogurt",)
    assert heat.warms == pytest.approx(2.0)


# --- own additives ---


def test_an_additive_of_ones_own_goes_in_by_name_and_inci() -> None:
    own = Additive(key="rice", name="Rice flour", inci="Oryza Sativa Powder", low=5, high=20, powder=True, own=True)
    cupboard = BOTH.model_copy(update={"additives": {**BOTH.additives, "rice": own}})
    document = two_colours({**BLUE, "additives": [{"additive": "rice", "amount": 10}]})
    result = plan(read_loaf(document), cupboard)
    assert "Oryza Sativa Powder" in result.label.text
    # A file that brings it plans elsewhere too.
    brought = {**document, "brings": {"additives": [own.model_dump()]}}
    assert plan(read_loaf(brought), BOTH).label == result.label
    with pytest.raises(InputError, match="must be in the cupboard"):
        plan(read_loaf(document), BOTH)


def test_a_usual_dose_that_runs_backwards_is_refused() -> None:
    with pytest.raises(ValidationError) as refused:
        Additive(key="x", name="X", low=20, high=5)
    (problem,) = problems_from_validation(refused.value).problems
    assert problem.code == "additive.range"
    assert "above the highest, 5 g/kg" in problem.limit


# --- scents of several bottles ---


@given(st.sampled_from([0.01, 0.1, 1.0]), st.floats(5, 95))
def test_a_scent_of_two_bottles_is_weighed_by_the_bottle(step: float, percent: float) -> None:
    """Enough of the mix for every bowl, each bottle to a tenth, and the shares as they were wished for."""
    parts = [{"scent": "calm", "percent": percent}, {"scent": "brown", "percent": 100 - percent}]
    blends = [{"id": "calm", "name": "Both", "parts": parts}]
    sizing = {"fine_step_g": step, "scale_step_g": 1}
    result = planned(two_colours({**BLUE, **CALM}, CALM, blends=blends, sizing=sizing))
    pot = result.pots[-1]
    (mix,) = pot.scent_mixes
    taken = sum(part.grams for bowl in pot.portions for part in bowl.additions if part.role == "scent")
    total = sum(bottle.grams for bottle in mix.bottles)
    assert total >= taken - 1e-6
    for bottle, part in zip(mix.bottles, parts, strict=True):
        assert bottle.grams / total * 100 == pytest.approx(part["percent"], rel=0.25)
        supply = next(item for item in result.supplies if (item.kind, item.key) == ("scent", bottle.key))
        assert supply.grams == pytest.approx(bottle.grams)
    steps = titles(result)
    assert steps.index("Mix the scent Both") < steps.index("Lye into oils, blend to emulsion")


def test_a_scent_called_otherwise_is_weighed_under_its_bottles_name() -> None:
    blends = [{"id": "calm", "name": "Evening", "parts": [{"scent": "calm", "percent": 100}]}]
    (bowl, _) = planned(two_colours(CALM, blends=blends)).pots[-1].portions
    assert [part.name for part in bowl.additions] == ["Evening (Calm)"]


# --- finishes ---

DUST = {"id": "dust", "kind": "dust", "name": "Gold dust", "amount": 1.13, "of": {"shelf": "colourant", "key": "gold"}}


def test_a_finish_is_weighed_bought_and_named_alike() -> None:
    """The same amount at the bench, on the supplies and on the label; a promise of it is kept."""
    assessed = {"reference": "List", "inci": [], "promised": ["Mica", "CI 77891"]}
    result = made(top={"finishes": [DUST]}, formulas=formula(assessed=assessed))
    (step,) = [step for step in result.steps if step.title == "Gold dust"]
    assert [(amount.label, amount.value, amount.fine) for amount in step.amounts] == [("Gold", 1.1, True)]
    (supply,) = [item for item in result.supplies if item.key == "gold"]
    assert supply.grams == 1.1
    names = [line.inci for line in result.label.lines]
    assert names.count("Mica") == 1
    assert names.count("CI 77891") == 1
    assert "assessed.missing" not in {remark.code for remark in result.remarks}


def test_a_dusted_line_takes_from_its_colours_jars() -> None:
    work = {"do": "dust", "id": "line", "name": "Line", "colour": "a", "amount_g": 2.0}
    document = two_colours(BLUE)
    document["work"].append(work)
    result = plan(read_loaf(document), BOTH)
    (step,) = [step for step in result.steps if step.title == "Dust Line"]
    assert [(amount.label, amount.value) for amount in step.amounts] == [("Blue", 2.0)]
    bowl = sum(part.grams for part in result.pots[-1].portions[0].additions if part.key == "blue")
    (supply,) = [item for item in result.supplies if item.key == "blue"]
    assert supply.grams == pytest.approx(bowl + 2.0)


def test_a_line_in_oil_takes_its_oil_too() -> None:
    document = two_colours(BLUE)
    document["work"].append({"do": "dust", "id": "line", "name": "Line", "colour": "a", "amount_g": 2.0, "oil_g": 8.04})
    result = plan(read_loaf(document), BOTH)
    (step,) = [step for step in result.steps if step.title == "Drizzle Line"]
    (oil,) = [item for item in result.supplies if item.key == read_loaf(document).sizing.carrier_fat]
    assert [(amount.label, amount.value) for amount in step.amounts] == [("Blue", 2.0), (oil.name, 8.0)]
    dry = two_colours(BLUE)
    dry["work"].append({"do": "dust", "id": "line", "name": "Line", "colour": "a", "amount_g": 2.0})
    before = sum(item.grams for item in plan(read_loaf(dry), BOTH).supplies if item.key == oil.key)
    assert oil.grams == pytest.approx(before + 8.0)


def test_a_drizzle_is_a_jar_in_oil_that_fills_its_volume() -> None:
    drizzle = {
        "id": "drizzle",
        "kind": "drizzle",
        "name": "Drizzle",
        "amount": 10,
        "of": {"shelf": "colourant", "key": "gold"},
    }
    result = made(top={"finishes": [drizzle]}, sizing={"fine_step_g": 0.001})
    powder, oil = result.sprinkled
    density = CUPBOARD.fats["sunflower-oleic"].density_g_ml
    assert powder.grams / 3.0 + oil.grams / density == pytest.approx(10, rel=1e-3)
    assert oil.grams == pytest.approx(3 * powder.grams, rel=1e-3)


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"of": {"shelf": "colourant", "key": "gone"}}, "finish.unknown"),
        ({"kind": "salt", "of": {"shelf": "colourant", "key": "gold"}}, "finish.shelf"),
    ],
)
def test_a_finish_of_nothing_or_of_the_wrong_shelf_is_refused_at_its_field(change: dict[str, Any], code: str) -> None:
    with pytest.raises(InputError) as refused:
        made(top={"finishes": [{**DUST, **change}]})
    (problem,) = refused.value.problems
    assert (problem.code, problem.field) == (code, "top.finishes.0.of")


def test_a_finish_of_which_nobody_has_said_what_it_is_of_is_told() -> None:
    result = made(
        top={"finishes": [{**DUST, "of": None}, {"id": "spritz", "kind": "spritz", "name": "Spritz", "amount": 5}]}
    )
    assert [remark.text for remark in result.remarks if remark.code == "finish.of"] == [
        "What Gold dust is made of is not chosen yet: it is missing from the shopping list and the label."
    ]


# --- label ---


@pytest.mark.parametrize(
    ("on_the_jar", "names"),
    [
        ("Mica, CI 77007", ("Mica", "CI 77007")),
        ("Mica (and) Titanium Dioxide and Tin Oxide", ("Mica", "Titanium Dioxide", "Tin Oxide")),
        ("CI 77491; CI 77492;", ("CI 77491", "CI 77492")),
        ("1,2-Hexanediol", ("1,2-Hexanediol",)),
        ("Mica,  CI 77891, Mica", ("Mica", "CI 77891")),
        ("", ()),
    ],
)
def test_a_jar_of_several_names_is_read_as_these(on_the_jar: str, names: tuple[str, ...]) -> None:
    assert names_in(on_the_jar) == names


def test_a_label_falls_by_weight_then_any_order_then_colourants() -> None:
    """Order as 21 CFR 701.3(a), (f) and Regulation (EC) 1223/2009 Art. 19(1)(g) have it, both from memory."""
    result = planned(two_colours({**BLUE, **CALM, "colourants": [{"colourant": "blue", "g_per_kg": 40}]}))
    lines = result.label.lines
    places = [line.place for line in lines]
    assert places == sorted(places, key=["by weight", "any order", "colourants"].index)
    for place in set(places):
        shares = [line.percent for line in lines if line.place == place]
        assert shares == sorted(shares, reverse=True)
    assert all(line.percent > 1 for line in lines if line.place == "by weight")
    assert all(line.percent <= 1 for line in lines if line.place == "any order")
    # A colourant follows all others, though there is more than 1 % of it.
    assert lines[-1].percent > 1
    assert sum(line.percent for line in lines) == pytest.approx(100)
    assert len({line.inci.casefold() for line in lines}) == len(lines)


def test_a_list_that_names_a_jar_as_it_stands_there_is_satisfied() -> None:
    assessed = {"reference": "List", "inci": [], "promised": ["Mica, CI 77891"]}
    gold = {"colourants": [{"colourant": "gold", "g_per_kg": 5}]}
    result = plan(read_loaf(two_colours(gold, formulas=formula(assessed=assessed))), BOTH)
    told = [remark.text for remark in result.remarks if remark.code.startswith("assessed")]
    assert not any("Mica" in text or "77891" in text for text in told)
