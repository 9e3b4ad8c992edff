"""Colour: published pairs, a colour library, and mixing that behaves."""

from __future__ import annotations

import warnings

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError
from archtop.core.chemistry import Formula, standard_additives
from archtop.core.colour import (
    Colourant,
    InBowl,
    TestBar,
    base_absorption,
    difference,
    forecast,
    lab_of,
    reach,
    reflectance_of,
    srgb_of,
)
from archtop.core.colour.kubelka_munk import absorption, reflectance

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour as library

# L1 a1 b1 L2 a2 b2 ΔE00: Sharma, Wu & Dalal 2005, Color Research & Application 30(1):21, table 1. Typed from memory of
# the authors' published data file.
SHARMA = """
50 2.6772 -79.7751 50 0 -82.7485 2.0425
50 3.1571 -77.2803 50 0 -82.7485 2.8615
50 2.8361 -74.0200 50 0 -82.7485 3.4412
50 -1.3802 -84.2814 50 0 -82.7485 1.0000
50 -1.1848 -84.8006 50 0 -82.7485 1.0000
50 -0.9009 -85.5211 50 0 -82.7485 1.0000
50 0 0 50 -1 2 2.3669
50 -1 2 50 0 0 2.3669
50 2.4900 -0.0010 50 -2.4900 0.0009 7.1792
50 2.4900 -0.0010 50 -2.4900 0.0010 7.1792
50 2.4900 -0.0010 50 -2.4900 0.0011 7.2195
50 2.4900 -0.0010 50 -2.4900 0.0012 7.2195
50 -0.0010 2.4900 50 0.0009 -2.4900 4.8045
50 -0.0010 2.4900 50 0.0010 -2.4900 4.8045
50 -0.0010 2.4900 50 0.0011 -2.4900 4.7461
50 2.5 0 50 0 -2.5 4.3065
50 2.5 0 73 25 -18 27.1492
50 2.5 0 61 -5 29 22.8977
50 2.5 0 56 -27 -3 31.9030
50 2.5 0 58 24 15 19.4535
50 2.5 0 50 3.1736 0.5854 1.0000
50 2.5 0 50 3.2972 0 1.0000
50 2.5 0 50 1.8634 0.5757 1.0000
50 2.5 0 50 3.2592 0.3350 1.0000
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.2630
61.2901 3.7196 -5.3901 61.4292 2.2480 -4.9620 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.6940 23.0331 14.9730 -42.5619 2.0373
36.4612 47.8580 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.4410 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.1350 0.9033 -0.0636 -0.5514 0.9082
"""
PAIRS = [tuple(map(float, row.split())) for row in SHARMA.strip().splitlines()]
labs = st.tuples(st.floats(0, 100), st.floats(-90, 90), st.floats(-90, 90))
srgbs = st.tuples(*[st.integers(0, 255)] * 3).map(lambda rgb: "#" + "".join(f"{v:02x}" for v in rgb))


def test_all_published_pairs() -> None:
    assert len(PAIRS) == 34
    for l1, a1, b1, l2, a2, b2, expected in PAIRS:
        assert difference((l1, a1, b1), (l2, a2, b2)) == pytest.approx(expected, abs=1e-4)


@given(labs, labs)
def test_difference_agrees_with_the_library(a: tuple, b: tuple) -> None:
    """Independent: colour-science 0.4.7."""
    expected = float(library.delta_E(np.array(a), np.array(b), method="CIE 2000"))
    assert difference(a, b) == pytest.approx(expected, abs=1e-6)
    assert difference(a, a) == 0


@given(srgbs)
def test_lab_agrees_with_the_library(srgb: str) -> None:
    """Independent: colour-science's sRGB and CIE L*a*b* under D65; the smooth reflectance in between costs a little."""
    rgb = np.array([int(srgb[i : i + 2], 16) for i in (1, 3, 5)]) / 255
    white = library.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]
    expected = library.XYZ_to_Lab(library.sRGB_to_XYZ(rgb), white)
    assert difference(lab_of(reflectance_of(srgb)), tuple(expected)) < 0.6


@given(srgbs)
def test_a_colour_comes_back_from_its_reflectance(srgb: str) -> None:
    back = srgb_of(reflectance_of(srgb))
    for i in (1, 3, 5):
        assert abs(int(back[i : i + 2], 16) - int(srgb[i : i + 2], 16)) <= 2


@given(st.floats(0.01, 0.99))
def test_absorption_and_reflectance_are_inverse(r: float) -> None:
    """Kubelka & Munk 1931: K/S = (1 − R)²/2R. At R = 0.5 it is 0.25, at 0.1 it is 4.05, by hand."""
    assert float(reflectance(absorption(np.array([r])))[0]) == pytest.approx(r, rel=1e-9)
    assert float(absorption(np.array([0.1]))[0]) == pytest.approx(4.05)


def jar(key: str, srgb: str, dose: float = 6, **changes) -> Colourant:
    return Colourant(key=key, name=key, bar=TestBar(dose_g_per_kg=dose, srgb=srgb), **changes)


PLAIN = Formula.model_validate({"id": "f", "name": "F", "fats": [{"fat": "coconut", "percent": 100}]})
BASE = base_absorption(PLAIN.shares, PLAIN.additives, standard_additives(), 0.3)
RED, BLUE, YELLOW = jar("red", "#a8473a"), jar("blue", "#4a5ea8"), jar("yellow", "#d9ad55")
WHITE = jar("white", "#fdfcf8", whitens=0.3)
BLACK = jar("black", "#3a3a3c", 10, high=30)


def test_a_test_bar_comes_back_at_its_own_dose() -> None:
    base = absorption(reflectance_of("#f6f1e4"))
    for made in (RED, BLUE, YELLOW):
        seen = forecast(base, [(made, made.bar.dose_g_per_kg)], 0)
        assert difference(seen.cured.lab, lab_of(reflectance_of(made.bar.srgb))) < 1.0


@given(st.sampled_from([RED, BLUE, YELLOW, BLACK]), st.floats(0.1, 10), st.floats(1.05, 3))
def test_more_colour_is_darker_and_white_is_lighter(made: Colourant, dose: float, more: float) -> None:
    some, much = (forecast(BASE, [(made, d)], 0).cured.lab[0] for d in (dose, dose * more))
    assert much < some
    assert forecast(BASE, [(made, dose), (WHITE, 4)], 0).cured.lab[0] > some


@given(st.floats(0.02, 0.5))
def test_vanillin_browns_with_time_and_dose(percent: float) -> None:
    seen = forecast(BASE, [], percent)
    assert seen.wet.lab[0] > seen.next_day.lab[0] > seen.cured.lab[0]
    assert forecast(BASE, [], percent * 1.5).cured.lab[0] < seen.cured.lab[0]
    assert seen.spread > forecast(BASE, [], 0).spread


def test_blue_and_yellow_make_green() -> None:
    lightness, a, _ = forecast(BASE, [(BLUE, 3), (YELLOW, 5)], 0).cured.lab
    assert a < -2
    assert 0 < lightness < 100


JARS = {made.key: made for made in (RED, BLUE, YELLOW, WHITE, BLACK)}


@settings(max_examples=25)
@given(st.lists(st.just(0.0) | st.floats(0.1, 8), min_size=3, max_size=3))
def test_what_can_be_mixed_is_reached(doses: list[float]) -> None:
    mixed = forecast(BASE, list(zip((RED, BLUE, YELLOW), doses, strict=True)), 0).cured
    found = reach(BASE, [], mixed.srgb, {key: JARS[key] for key in ("red", "blue", "yellow")})
    left = min([found.from_difference, *(option.difference for option in found.options)])
    assert [len(option.add) for option in found.options] == sorted({len(option.add) for option in found.options})
    assert left <= found.from_difference + 1e-9
    assert left < 6


def test_black_does_not_come_white_again() -> None:
    found = reach(BASE, [(BLACK, 15)], "#f5f0e0", JARS)
    assert not found.reached
    assert "lighter, and nothing can be taken out" in found.says
    assert all(item.g_per_kg <= JARS[item.colourant].high for option in found.options for item in option.add)
    assert found.instead
    assert found.instead.difference < found.from_difference
    # Batter that is nearly so by itself wants nothing at all.
    assert found.instead.reached
    assert found.instead.add == ()


def test_more_of_the_same_takes_the_same_jar_and_no_other() -> None:
    deeper = forecast(BASE, [(BLUE, 6)], 0).cured.srgb
    found = reach(BASE, [(BLUE, 3)], deeper, JARS)
    (option,) = found.options
    (added,) = option.add
    assert (added.colourant, added.already) == (BLUE.key, True)
    assert added.g_per_kg == pytest.approx(3, rel=0.1)
    assert found.reached
    assert found.instead is None


def test_black_out_of_whitened_batter_is_told_as_it_is_with_the_way_round() -> None:
    """As dark as it will get by adding, and what unwhitened batter needs instead: fewer jars, and blacker."""
    wish = forecast(BASE, [(BLACK, 25)], 0).cured.srgb
    found = reach(BASE, [(WHITE, 12)], wish, JARS)
    assert [item.colourant for item in found.options[0].add] == [BLACK.key]
    assert not found.options[0].reached
    assert found.options[0].says == "as dark as it will get"
    assert max(len(option.add) for option in found.options) <= 3
    assert found.instead
    assert [item.colourant for item in found.instead.add] == [BLACK.key]
    assert found.instead.difference < min(option.difference for option in found.options)


@settings(max_examples=12)
@given(
    st.sampled_from(["#2f8a8a", "#e08090", "#cc5522", "#202022", "#41569c", "#f5f0e0"]),
    st.floats(20, 900),
    st.sampled_from([0.01, 0.1, 0.028349523125]),
)
def test_what_is_proposed_can_be_weighed_and_was_tested(wish: str, oils_g: float, step_g: float) -> None:
    inside = [(RED, 0.5), (WHITE, 1.0)]
    found = reach(BASE, inside, wish, JARS, bowl=InBowl(oils_g, step_g), prices={"red": 40.0, "blue": 60.0})
    left = found.from_difference
    for n, option in enumerate(found.options):
        assert len(option.add) <= 3
        assert n == 0 or len(option.add) > len(found.options[n - 1].add)
        # Every other jar is worth it.
        assert option.difference < left - 1
        left = option.difference
        for item in option.add:
            there = sum(dose for made, dose in inside if made.key == item.colourant)
            assert JARS[item.colourant].low - 1e-6 <= there + item.g_per_kg <= JARS[item.colourant].high + 1e-6
            assert item.grams == pytest.approx(item.g_per_kg * oils_g / 1000)
            steps = item.grams / step_g
            assert steps < 4.7 or steps == pytest.approx(round(steps), abs=0.02)
        keys = {item.colourant for item in option.add}
        priced = {"red": 40.0, "blue": 60.0}
        assert (option.cost is None) is not (keys <= priced.keys())
        if option.cost is not None:
            assert option.cost == pytest.approx(sum(i.grams / 1000 * priced[i.colourant] for i in option.add))


def test_a_jar_that_is_not_safe_is_never_offered() -> None:
    unsafe = jar("dye", "#c0397f", alkali_stable=False)
    assert reach(BASE, [], "#c0397f", {"dye": unsafe}).options == ()


def test_an_odd_colour_is_refused() -> None:
    with pytest.raises(InputError, match=r"must be like #7a8b99"):
        reflectance_of("#zzzzzz")


def test_what_gels_is_deeper_once_cured_and_what_is_proposed_for_it_comes_out_so() -> None:
    """Gelled bars are clearer and deeper (common practice, no source); wet soap has not gelled yet."""
    cool, warm = (forecast(BASE, [(RED, 0.5)], 0.0, gelled=share) for share in (0.0, 1.0))
    assert warm.cured.lab[0] < cool.cured.lab[0]
    assert warm.wet == cool.wet
    found = reach(BASE, (), "#a05050", JARS, gelled=1.0)
    option = found.options[-1]
    doses = [(JARS[item.colourant], item.g_per_kg) for item in option.add]
    assert forecast(BASE, doses, 0.0, gelled=1.0).cured == option.gives
    assert forecast(BASE, doses, 0.0).cured != option.gives
