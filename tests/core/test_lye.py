"""Lye and water against stoichiometry and handbook tables."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from molmass import Formula as Molecule
from pydantic import ValidationError

from archtop.core import InputError, problems_from_items, standard_fats
from archtop.core.chemistry import (
    NAOH_G_PER_MOL,
    Formula,
    batter_of,
    discount_after_rounding,
    lye_density_g_ml,
    naoh_g_per_g,
)
from archtop.core.chemistry.lye import KOH_G_PER_MOL

FATS = standard_fats()


def formula(**changes) -> Formula:
    plain = {"id": "f", "name": "F", "fats": [{"fat": "olive", "percent": 100}], "lye_discount_percent": 0}
    return Formula.model_validate({**plain, **changes})


def lye_of(made: Formula) -> float:
    return next(part.per_g_oils for part in batter_of(made, FATS).parts if part.role == "lye")


def test_molar_masses() -> None:
    """Against the molmass package. It and periodictable differ in the fifth digit; a gram in a kilogram is fine."""
    assert pytest.approx(Molecule("NaOH").mass, rel=3e-5) == NAOH_G_PER_MOL
    assert pytest.approx(Molecule("KOH").mass, rel=3e-5) == KOH_G_PER_MOL
    assert pytest.approx(0.71289, abs=1e-5) == NAOH_G_PER_MOL / KOH_G_PER_MOL


def test_a_kilogram_of_olive_oil_by_hand() -> None:
    """190 mg KOH/g: 1000 g need 190 g KOH, 135.45 g NaOH; 5 % less is 128.68; at 98 % purity 131.3."""
    assert naoh_g_per_g({"olive": 1}, FATS) * 1000 == pytest.approx(135.45, abs=0.05)
    made = formula(lye_discount_percent=5, naoh_purity_percent=98)
    assert lye_of(made) * 1000 == pytest.approx(135.45 * 0.95 / 0.98, abs=0.05)


def test_a_late_fat_stands_outside_the_lye_sum() -> None:
    late = formula(late_fat={"fat": "shea", "percent_of_oils": 4})
    assert lye_of(late) == lye_of(formula())
    assert batter_of(late, FATS).superfat_percent == pytest.approx(4)
    both = formula(lye_discount_percent=3, late_fat={"fat": "shea", "percent_of_oils": 4})
    assert batter_of(both, FATS).superfat_percent == pytest.approx(7)


@pytest.mark.parametrize(
    ("water", "per_g_of_lye"),
    [({"by": "concentration", "value": 25}, 3.0), ({"by": "ratio", "value": 2.2}, 2.2)],
)
def test_water_modes(water: dict, per_g_of_lye: float) -> None:
    grams = {part.role: part.per_g_oils for part in batter_of(formula(water=water), FATS).parts}
    assert grams["water"] / grams["lye"] == pytest.approx(per_g_of_lye)


def test_water_as_share_of_oils_does_not_depend_on_lye() -> None:
    grams = {
        part.role: part.per_g_oils
        for part in batter_of(formula(water={"by": "share of oils", "value": 38}), FATS).parts
    }
    assert grams["water"] == pytest.approx(0.38)


# Density [g/ml] at 20 °C; CRC Handbook of Chemistry and Physics, concentrative properties, sodium hydroxide; the odd
# rows are not in our table and check the interpolation. Typed from memory.
CRC_DENSITY = {
    0.0: 0.9982,
    0.10: 1.1089,
    0.20: 1.2192,
    0.30: 1.3277,
    0.40: 1.4299,
    0.14: 1.1530,
    0.26: 1.2848,
    0.36: 1.3900,
}


@pytest.mark.parametrize(("share", "density"), CRC_DENSITY.items())
def test_density_of_the_solution(share: float, density: float) -> None:
    assert lye_density_g_ml(share) == pytest.approx(density, abs=0.002)


def test_density_outside_the_table_is_refused() -> None:
    with pytest.raises(InputError, match=r"mass_fraction = 0\.6: must lie between 0 and 0\.5"):
        lye_density_g_ml(0.6)


@given(st.floats(0, 20), st.floats(90, 100), st.sampled_from(sorted(FATS)))
def test_discount_comes_back_from_unrounded_weights(discount: float, purity: float, fat: str) -> None:
    made = formula(fats=[{"fat": fat, "percent": 100}], lye_discount_percent=discount, naoh_purity_percent=purity)
    back = discount_after_rounding({fat: 1000}, lye_of(made) * 1000, purity / 100, FATS)
    assert back * 100 == pytest.approx(discount, abs=1e-9)


@pytest.mark.parametrize(
    ("changes", "code", "says"),
    [
        ({"fats": []}, "schema.too_short", "at least 1"),
        ({"fats": [{"fat": "olive", "percent": 101}]}, "schema.less_than_equal", "at most 100"),
        ({"fats": [{"fat": "olive", "percent": 60}]}, "formula.sum", "Add 40 %"),
        ({"fats": [{"fat": "olive", "percent": float("nan")}]}, "schema.finite_number", "an ordinary number"),
        ({"water": {"by": "ratio", "value": 0.5}}, "water.range", "109 g NaOH in 100 g water"),
        ({"water": {"by": "concentration", "value": 0}}, "schema.greater_than", "more than 0"),
        ({"naoh_purity_percent": 4}, "schema.greater_than_equal", "at least 50"),
        ({"sulphur": 1}, "schema.extra_forbidden", "nothing of that name"),
    ],
)
def test_bad_formulas_are_refused(changes: dict, code: str, says: str) -> None:
    with pytest.raises(ValidationError) as refused:
        formula(**changes)
    problems = problems_from_items(refused.value.errors()).problems
    assert code in [problem.code for problem in problems]
    assert any(says in problem.message for problem in problems)


def test_what_only_the_sum_shows_is_refused() -> None:
    with pytest.raises(InputError, match=r"unobtainium: must be in the cupboard"):
        batter_of(formula(fats=[{"fat": "unobtainium", "percent": 100}]), FATS)
    with pytest.raises(InputError, match=r"0\.\d\d times the lye's weight: must be at least as much as the lye"):
        batter_of(formula(water={"by": "share of oils", "value": 5}), FATS)
