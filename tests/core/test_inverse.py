"""The root finder for levels, held against the library's (Brent 1973, as in ``scipy.optimize.brentq``)."""

from __future__ import annotations

import math
from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from archtop.core.geometry.inverse import reached_at

RISING: list[Callable[[float], float]] = [
    lambda x: x,
    lambda x: x**3,
    lambda x: math.sqrt(x),
    lambda x: math.expm1(x / 9),
    # Flat, then steep, with a kink: a mould whose middle is full of embeds.
    lambda x: 0.01 * x if x < 20 else 0.2 + 5 * (x - 20),
    lambda x: x + 4 * math.sin(x / 4),
]


@pytest.mark.parametrize("number", range(len(RISING)))
@given(share=st.floats(0.001, 0.999), high=st.floats(1, 90))
def test_it_finds_what_the_library_finds(number: int, share: float, high: float) -> None:
    rising = RISING[number]
    value = rising(0.0) + share * (rising(high) - rising(0.0))
    known = brentq(lambda x: rising(x) - value, 0.0, high, xtol=1e-12)
    assert reached_at(rising, value, 0.0, high) == pytest.approx(known, abs=2e-9)


def test_outside_its_bracket_it_stops_at_the_end() -> None:
    assert reached_at(lambda x: x, -1.0, 0.0, 5.0) == 0.0
    assert reached_at(lambda x: x, 9.0, 0.0, 5.0) == 5.0
