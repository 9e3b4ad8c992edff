"""Heat of lye: handbook numbers, Newton's law, and a balance that conserves."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError
from archtop.core.chemistry import OIL_J_PER_G_K, cooling_minutes, lye_heat_capacity, lye_peak, meeting_c
from archtop.core.chemistry.heat import lye_peak_c


def test_dilute_lye_gives_off_its_limiting_heat() -> None:
    """A mole in fifty moles of water: 42.5 kJ (Parker 1965, NSRDS-NBS 2; from memory), warming 940.7 g of solution."""
    water = 50 * 18.015
    rise = lye_peak_c(39.997, water, 20) - 20
    mass = 39.997 + water
    assert rise * mass * lye_heat_capacity(39.997 / mass) == pytest.approx(42_500, rel=1e-6)


def test_heat_capacity_of_water_is_water_s() -> None:
    """4.18 J/(g K) at 20-25 °C (CRC Handbook)."""
    assert lye_heat_capacity(0) == pytest.approx(4.18)
    assert lye_heat_capacity(0.35) < lye_heat_capacity(0.25)


def test_soap_lye_nearly_boils() -> None:
    """Fresh lye of 2:1 reaches some 80-95 °C in the jug (common practice, no source)."""
    peak = lye_peak(100, 200, 20)
    assert 80 < peak.value < 95
    assert peak.low < peak.value < peak.high < 110


def test_a_litre_of_lye_rests_for_hours() -> None:
    """Lye is rested three to four hours to be cool (common practice, no source)."""
    rest = cooling_minutes(150, 300, 92, 25, 21)
    assert rest.low < 240
    assert rest.high > 180


@given(st.floats(30, 100), st.floats(22, 29))
def test_cooling_is_newton_s_law(start: float, end: float) -> None:
    """Half the way, twice: times through a middle temperature add up, and each follows the logarithm."""
    middle = (start + end) / 2
    whole = cooling_minutes(100, 200, start, end, 20).value
    parts = [cooling_minutes(100, 200, a, b, 20).value for a, b in ((start, middle), (middle, end))]
    assert sum(parts) == pytest.approx(whole)
    logs = [math.log((a - 20) / (b - 20)) for a, b in ((start, middle), (middle, end))]
    assert parts[0] / parts[1] == pytest.approx(logs[0] / logs[1])


def test_a_room_cools_nothing_below_itself() -> None:
    with pytest.raises(InputError, match=r"the room is at 21 °C"):
        cooling_minutes(100, 200, 90, 20, 21)
    with pytest.raises(InputError, match=r"both must be above 0 g"):
        lye_peak_c(0, 200, 20)


@given(st.floats(10, 500), st.floats(20, 105), st.floats(0, 500), st.floats(0, 500), st.floats(15, 45))
def test_the_balance_conserves_heat(lye: float, hot: float, liquid: float, hard: float, cold: float) -> None:
    melt = 38.0
    met = meeting_c((lye, 3.4, hot), (liquid, cold), (hard, cold), melt)
    before = lye * 3.4 * hot + OIL_J_PER_G_K * (liquid + hard) * cold
    taken = 130.0 * hard * met.melted if hard > 0 and cold < melt else 0.0
    after = (lye * 3.4 + OIL_J_PER_G_K * (liquid + hard)) * met.temperature_c + taken
    assert after == pytest.approx(before, rel=1e-9)
    assert 0 <= met.melted <= 1
    assert min(cold, hot) - 1e-6 <= max(met.temperature_c, min(cold, hot))
    assert met.temperature_c <= max(cold, hot) + 1e-6
