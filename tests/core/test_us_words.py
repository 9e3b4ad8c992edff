"""Sentences in US customary units, held against pint, an independent library of units."""

from __future__ import annotations

import re

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import standard_fats
from archtop.core.base import in_us, named_in_us

UNITS = pint.UnitRegistry()
# What pint calls each unit of the core, and the one that is said instead.
SAID = {
    "mm": ("millimeter", "inch", "in"),
    "cm": ("centimeter", "inch", "in"),
    "mm²": ("millimeter ** 2", "inch ** 2", "in²"),
    "ml": ("milliliter", "US_fluid_ounce", "fl oz"),
    "g": ("gram", "ounce", "oz"),
    "kg": ("kilogram", "pound", "lb"),
    "g/kg": ("gram / kilogram", "ounce / pound", "oz/lb"),
    "g/ml": ("gram / milliliter", "ounce / US_fluid_ounce", "oz/fl oz"),
}


@given(st.sampled_from(sorted(SAID)), st.floats(0.01, 5000).map(lambda value: float(f"{value:.4g}")))
def test_a_measure_is_what_pint_makes_of_it(unit: str, value: float) -> None:
    here, there, sign = SAID[unit]
    found = re.fullmatch(rf"It is ([\d.]+) {re.escape(sign)}\.", in_us(f"It is {value:.10g} {unit}."))
    assert found
    # Two decimals, and under one two digits that say something.
    exact = UNITS.Quantity(value, here).to(there).magnitude
    decimals = {"ml": 1, "g/ml": 3}.get(unit, 2)
    assert float(found[1]) == pytest.approx(exact, rel=0.051 if exact < 1 else 0, abs=0.51 * 10**-decimals)


@given(st.integers(-20, 250))
def test_temperatures_have_another_zero_and_differences_have_not(celsius: int) -> None:
    exact = UNITS.Quantity(celsius, "degC").to("degF").magnitude
    assert float(in_us(f"{celsius} °C").removesuffix(" °F").replace("−", "-")) == pytest.approx(exact, abs=0.51)
    rise = UNITS.Quantity(abs(celsius), "delta_degC").to("delta_degF").magnitude
    assert float(in_us(f"{abs(celsius)} K of rise").removesuffix(" °F of rise")) == pytest.approx(rise, abs=0.51)


@pytest.mark.parametrize(
    ("here", "there"),
    [
        ("250 × 90 × 70 mm", "9.84 × 3.54 × 2.76 in"),
        ("from 12.0 to 30.5 mm", "from 0.47 to 1.20 in"),
        ("believed 0.2-1 mm", "believed 0.0079-0.039 in"),
        ("through (12, -3) mm", "through (0.47, −0.12) in"),
        ("+12 g against the plan", "+0.42 oz against the plan"),
        ("±3 °C", "±5 °F"),
        ("0 mm", "0 in"),
        ("40 mm across and 5 mm high", "1.57 in across and 0.2 in high"),
    ],
)
def test_numbers_that_share_a_unit_all_change(here: str, there: str) -> None:
    assert in_us(here) == there


@pytest.mark.parametrize(
    "text",
    [
        "11 W/(m² K) from a jug in still air",
        "225·ρ·g·V²/(128·π²·R⁵)",
        "3 J/(g K)",
        "thinned 1 in 10",
        "Bar 3: 5 % more",
        "12 bars",
        "jar-2",
        "0.048·|Δρ|·g·d",
    ],
)
def test_what_is_no_measure_stays(text: str) -> None:
    assert in_us(text) == text


def test_fats_go_by_the_names_they_are_bought_by() -> None:
    assert named_in_us("Rapeseed oil low in erucic acid") == "Canola oil"
    assert named_in_us("Groundnut oil, after trace") == "Peanut oil, after trace"
    assert named_in_us("Maize oil, to wet the colours") == "Corn oil, to wet the colours"
    assert in_us("Maize oil: 60 g needed; or maize oil") == "Corn oil: 2.12 oz needed; or corn oil"
    # Somebody's own name is theirs.
    assert named_in_us("Maize oil morning, 20 mm") == "Maize oil morning, 20 mm"


def test_every_name_for_that_country_is_of_a_fat_here_or_an_additive() -> None:
    from archtop.core import standard_cupboard
    from archtop.core.base import read_table

    cupboard = standard_cupboard()
    known = {item.name for item in (*standard_fats().values(), *cupboard.additives.values())}
    assert {row["name"] for row in read_table("us_names")} <= known
