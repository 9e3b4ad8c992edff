"""Calculators of the bench and the top, asked by name as the command line asks them, against what they stand for."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, calculate
from archtop.core.rheology import spread_mm
from tests.core.conftest import box_with, rod


def told(name: str, **given_: Any) -> dict[str, Any]:
    return calculate(name, given_).model_dump(mode="json")


@given(st.floats(2, 60), st.floats(0.9, 1.3))
def test_a_ring_read_back_is_the_batter_that_made_it(pa: float, density: float) -> None:
    found = told("spread-test", across_mm=spread_mm(pa, density), density_g_ml=density)
    assert found["pa"] == pytest.approx(pa, rel=1e-3)
    assert found["spread"] > 0


def test_batter_too_thick_for_a_ring_is_sent_to_the_cup() -> None:
    with pytest.raises(InputError, match="Use the cup"):
        told("spread-test", across_mm=spread_mm(300, 1.0))


def test_the_wider_the_ring_the_thinner_and_the_larger_the_spoonful_the_thicker() -> None:
    narrow, wide = (told("spread-test", across_mm=across)["pa"] for across in (50, 90))
    assert narrow > wide
    # As the square of the spoonful, by the published formula.
    assert told("spread-test", across_mm=90, spoon_ml=30)["pa"] == pytest.approx(4 * wide)
    # 225·ρ·g·V²/(128·π²·R⁵), Roussel & Coussot 2005: 15 ml spread to 90 mm, by hand.
    assert wide == pytest.approx(225 * 1000 * 9.81 * (15e-6) ** 2 / (128 * math.pi**2 * 0.045**5), rel=1e-3)


def test_a_cup_that_sinks_deeper_holds_less() -> None:
    sunk = [told("slump-test", sunk_mm=mm)["pa"] for mm in (2, 8, 20)]
    assert sunk == sorted(sunk, reverse=True)


def test_a_layer_under_a_stream_by_hand() -> None:
    """A sixth of ρ·g·h: stagnation pressure against Prandtl's bearing of a plane, 2 + π and what the shape adds."""
    found = told("layer-hold", fall_mm=60, density_g_ml=1.05)
    assert found["needed"]["value"] == pytest.approx(1050 * 9.81 * 0.06 / 6, rel=1e-3)
    low, high = (told("layer-hold", fall_mm=fall)["needed"]["value"] for fall in (10, 100))
    assert high == pytest.approx(10 * low)


def rings(start_pa: float, doubles_min: float, *minutes: float) -> list[dict[str, Any]]:
    """Rings as batter gives them that doubles in so many minutes."""
    return [
        {"kind": "spread", "minute": minute, "value": spread_mm(start_pa * 2 ** (minute / doubles_min), 1.0)}
        for minute in minutes
    ]


def test_many_readings_of_one_batter_lead_the_clock_to_its_line() -> None:
    """Reference: NumPy's straight line through the logarithms of the same readings."""
    notes = rings(3, 7, *range(1, 30, 2))
    found = told("trace-clock", notes=notes, threshold_pa=80, now_min=29, doubles_min=10)
    minutes, pa = zip(*((point["minute"], point["pa"]) for point in found["readings"]), strict=True)
    slope, start = np.polyfit(minutes, np.log(pa), 1)
    assert math.log(2) / slope == pytest.approx(7, rel=0.01)
    assert found["pa"]["value"] == pytest.approx(math.exp(start + slope * 29), rel=0.1)
    crossing = (math.log(80) - start) / slope
    assert found["passes"]["early"] <= crossing <= found["passes"]["late"]


def test_without_a_reading_the_clock_says_so_by_its_range() -> None:
    blind = told("trace-clock", notes=[], threshold_pa=80, now_min=10)
    seen = told("trace-clock", notes=rings(3, 10, 2, 4, 6, 8, 10), threshold_pa=80, now_min=10)
    assert blind["readings"] == []
    assert blind["pa"]["high"] / blind["pa"]["low"] > 3 * seen["pa"]["high"] / seen["pa"]["low"]


@given(st.floats(50, 4000), st.floats(100, 800), st.floats(0, 40))
def test_bags_hold_everything_and_one_less_would_not(piped: float, bag: float, waste: float) -> None:
    found = told("bags", piped_ml=piped, bag_ml=bag, waste_percent=waste)
    volume = piped * (1 + waste / 100)
    assert found["bags"] * found["each_ml"] == pytest.approx(volume)
    assert found["each_ml"] <= bag * 2 / 3 + 1e-6
    assert (found["bags"] - 1) * bag * 2 / 3 < volume


def test_strewn_pieces_need_their_size() -> None:
    asked = {"scatter": {"items": [{"pieces": "shell", "count": 8}]}, "long_mm": 240, "wide_mm": 80, "bars": 8}
    with pytest.raises(InputError) as refused:
        calculate("scatter", {**asked, "radii_mm": {"star": 4}})
    assert refused.value.problems[0].code == "scatter.radius"
    strewn = told("scatter", **asked, radii_mm={"shell": 5})["strewn"]
    assert sorted(int(item["y"] // 30) for item in strewn) == list(range(8))
    assert all(abs(item["x"]) <= 40 - 5 for item in strewn)


def test_a_face_by_name_shows_its_column_as_wide_as_it_is() -> None:
    """A circle of 50 mm on the floor's middle: its points, a square millimetre each, against π·r²."""
    found = told("cut-faces", loaf=box_with(rod()), px_mm=0.5)
    rows = np.array(found["faces"][0]["rows"])
    assert (rows == -2).sum() * 0.25 == pytest.approx(math.pi * 25**2, rel=0.01)
    assert sum(found["faces"][0]["shares_percent"].values()) == pytest.approx(100)


def test_a_calculator_nobody_knows_is_refused_by_name() -> None:
    with pytest.raises(InputError) as refused:
        calculate("horoscope", {})
    assert refused.value.problems[0].value == "horoscope"
