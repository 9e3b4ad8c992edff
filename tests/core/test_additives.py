"""Additives: the table, doses in every unit, and what they do to a batter."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from molmass import Formula as Molecule

from archtop.core import InputError, plan, plan_of, read_loaf, resolve, standard_cupboard, standard_fats
from archtop.core.bench.clock import bowls_of
from archtop.core.chemistry import AdditiveDose, Formula, batter_of, grams_per_g_oils, standard_additives
from tests.core.conftest import box, box_with, rod

FATS, ADDITIVES = standard_fats(), standard_additives()


def formula(*doses: dict, **changes) -> Formula:
    plain = {"id": "f", "name": "F", "fats": [{"fat": "olive", "percent": 100}], "lye_discount_percent": 0}
    return Formula.model_validate({**plain, "additives": doses, **changes})


def grams(made: Formula) -> dict[str, float]:
    return {part.key: part.per_g_oils for part in batter_of(made, FATS).parts}


def test_the_table_is_whole() -> None:
    assert len(ADDITIVES) >= 25
    for additive in ADDITIVES.values():
        assert 0 < additive.low < additive.high
        assert additive.bulk > 0
        assert additive.true >= additive.bulk * 0.99
        assert -2 <= additive.pace <= 2
        assert 0 <= additive.water_share < 1


def test_spoons_to_the_pound() -> None:
    """A US teaspoon of fine salt weighs about 6 g (common practice, no source): 13 g to a kilogram of oils."""
    dose = AdditiveDose(additive="salt", amount=1, unit="tsp per lb oils")
    assert grams_per_g_oils(dose, ADDITIVES["salt"], 0.3) * 453.6 == pytest.approx(6, abs=0.2)
    spoon = AdditiveDose(additive="salt", amount=1, unit="tbsp per lb oils")
    assert grams_per_g_oils(spoon, ADDITIVES["salt"], 0.3) == pytest.approx(
        3 * grams_per_g_oils(dose, ADDITIVES["salt"], 0.3)
    )


def test_a_share_of_the_water() -> None:
    dose = {"additive": "sugar", "amount": 5, "unit": "% of water"}
    made = grams(formula(dose, water={"by": "share of oils", "value": 30}))
    assert made["sugar"] == pytest.approx(0.05 * 0.30)


def test_citric_acid_takes_its_lye() -> None:
    """C6H8O7 + 3 NaOH: 0.6246 g of sodium hydroxide to a gram, by molar masses from the molmass package."""
    without, with_acid = grams(formula()), grams(formula({"additive": "citric-acid", "amount": 10}))
    taken = 3 * Molecule("NaOH").mass / Molecule("C6H8O7").mass
    assert with_acid["naoh"] - without["naoh"] == pytest.approx(0.010 * taken, rel=1e-4)


def test_what_is_mostly_water_takes_its_place() -> None:
    plain, aloe = grams(formula()), grams(formula({"additive": "aloe-juice", "amount": 100}))
    assert plain["water"] - aloe["water"] == pytest.approx(0.1 * 0.98)
    before, after = (batter_of(made, FATS) for made in (formula(), formula({"additive": "aloe-juice", "amount": 100})))
    assert after.lye_concentration_percent == pytest.approx(before.lye_concentration_percent)


@given(st.sampled_from(sorted(ADDITIVES)), st.floats(0.1, 1))
def test_parts_still_make_one_gram(key: str, share: float) -> None:
    additive = ADDITIVES[key]
    amount = additive.low + share * (additive.high - additive.low)
    wet = {"by": "share of oils", "value": 60}
    batter = batter_of(formula({"additive": key, "amount": amount}, water=wet), FATS)
    assert sum(part.share for part in batter.parts) == pytest.approx(1)
    assert batter.ml_per_g_oils * batter.density.value == pytest.approx(batter.g_per_g_oils)


@pytest.mark.parametrize(
    ("dose", "code"),
    [
        ({"additive": "moon-dust", "amount": 1}, "additive.unknown"),
        ({"additive": "silk", "amount": 1, "stage": "after trace"}, "additive.stage"),
        ({"additive": "oats-rolled", "amount": 10, "unit": "% of water"}, "additive.unit"),
        ({"additive": "aloe-juice", "amount": 900}, "water.replaced"),
    ],
)
def test_bad_doses_are_refused(dose: dict, code: str) -> None:
    with pytest.raises(InputError) as refused:
        batter_of(formula(dose), FATS)
    assert [problem.code for problem in refused.value.problems] == [code]


def test_a_formula_in_grams_is_the_same_formula() -> None:
    by_grams = formula(fats=[{"fat": "olive", "grams": 700}, {"fat": "coconut", "grams": 300}])
    by_percent = formula(fats=[{"fat": "olive", "percent": 70}, {"fat": "coconut", "percent": 30}])
    assert grams(by_grams) == pytest.approx(grams(by_percent))


@pytest.mark.parametrize(
    "fats",
    [
        [{"fat": "olive", "percent": 50}, {"fat": "coconut", "grams": 300}],
        [{"fat": "olive"}],
        [{"fat": "olive", "percent": 50, "grams": 3}],
    ],
)
def test_percent_and_grams_do_not_mix(fats: list) -> None:
    with pytest.raises(ValueError, match=r"all be given the same way|either percent or grams"):
        formula(fats=fats)


def out_h(additive: str, grams: float) -> float:
    """Hours before the pour by which a column with so much of an additive in it must be cast."""
    formula = {**box()["formulas"][0], "additives": [{"additive": additive, "amount": grams}]}
    tasks = {
        task.key: task for task in plan(read_loaf(box_with(rod(), formulas=[formula])), standard_cupboard()).schedule
    }
    latest = tasks["cast.rod"].latest_h
    assert latest is not None
    return -latest


def test_what_warms_lets_go_sooner_as_much_as_there_is_of_it() -> None:
    """Milk warms the loaf, which is done sooner; fibres of silk warm nothing (a stated guess in size)."""
    pinch, usual, much = (out_h("milk-powder", grams) for grams in (0.05, 5, 25))
    assert 0.75 * pinch < usual < 0.95 * pinch
    assert usual == pytest.approx(much, rel=0.03)
    assert out_h("silk", 0.5) == pytest.approx(out_h("silk", 0.1), rel=0.01)


def test_what_an_additive_does_follows_its_dose() -> None:
    """Lactate lets a column go in half the time at its usual dose (common practice, no source); a pinch does not."""
    pinch, some, usual, much = (out_h("sodium-lactate", grams) for grams in (0.1, 3, 10, 30))
    assert pinch > some > usual
    assert usual == pytest.approx(much)
    none = plan(read_loaf(box_with(rod())), standard_cupboard()).schedule
    assert pinch == pytest.approx(-next(task.latest_h for task in none if task.key == "cast.rod"), rel=0.05)


@pytest.mark.parametrize(("additive", "sooner"), [("honey", True), ("poppy-seeds", False)])
def test_what_thickens_the_batter_hurries_its_clock_as_much_as_there_is_of_it(additive: str, sooner: bool) -> None:
    def doubles(grams: float) -> float:
        formula = {**box()["formulas"][0], "additives": [{"additive": additive, "amount": grams}]}
        of = resolve(read_loaf(box(formulas=[formula])), standard_cupboard())
        return bowls_of(of, plan_of(of))[-1].doubles_min.value

    little, usual = doubles(0.2), doubles(8)
    assert usual < 0.8 * little if sooner else usual == pytest.approx(little, rel=0.02)
