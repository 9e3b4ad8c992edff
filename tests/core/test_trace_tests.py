"""Ring sheet and cup: against their papers' statements, each other, and a numerical integration."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from archtop.core import InputError
from archtop.core.rheology import (
    needed_to_stand,
    push_pa,
    slump_mm,
    spread_mm,
    stiffest_through,
    yield_from_slump,
    yield_from_spread,
)

G = 9.80665


@pytest.mark.parametrize(("across", "pa"), [(80, 7), (50, 72)])
def test_spread_by_hand(across: float, pa: float) -> None:
    """Worked by hand from the published law: 20 ml of density 1 g/ml."""
    assert yield_from_spread(across, 1.0, 20).pa == pytest.approx(pa, rel=0.03)


@given(st.floats(1, 60))
def test_the_puddle_of_the_published_profile_holds_the_spoonful(pa: float) -> None:
    """Roussel & Coussot 2005: the stopped puddle's profile is h(r) = √(2τ(R − r)/ρg); its volume is the spoon's.

    Independent: numerical integration of the profile (SciPy quad).
    """
    radius = spread_mm(pa, 1.0, 15) / 2000
    volume, _ = quad(lambda r: 2 * math.pi * r * math.sqrt(2 * pa * (radius - r) / (1000 * G)), 0, radius)
    assert volume * 1e6 == pytest.approx(15, rel=0.02)


@given(st.floats(1, 55), st.floats(0.9, 1.1))
def test_spread_reads_back_what_spread_it(pa: float, density: float) -> None:
    assert yield_from_spread(spread_mm(pa, density), density).pa == pytest.approx(pa, rel=1e-9)


@given(st.floats(5, 140), st.floats(0.9, 1.1))
def test_slump_reads_back_what_slumped(pa: float, density: float) -> None:
    sunk = slump_mm(pa, density)
    if 2.1 <= sunk <= 33.9:
        assert yield_from_slump(sunk, density).pa == pytest.approx(pa, rel=1e-6)


@pytest.mark.parametrize(("doubled", "share"), [(1.0, 0.0), (0.5, 1 - 0.5 * (1 + math.log(2))), (0.1, 0.66974)])
def test_slump_at_known_points(doubled: float, share: float) -> None:
    """s/H = 1 − 2τ′(1 − ln 2τ′), Pashias et al. 1996, worked by hand at three points; none sinks at 2τ′ = 1."""
    pa = doubled * 1000 * G * 0.04 / 2
    assert slump_mm(pa, 1.0) / 40 == pytest.approx(share, abs=1e-4)


@given(st.floats(25, 55))
def test_both_tests_agree_where_both_can_be_read(pa: float) -> None:
    """In the overlap each reading's range holds the other's value."""
    ring = yield_from_spread(round(spread_mm(pa, 1.0) / 5) * 5, 1.0)
    cup = yield_from_slump(round(slump_mm(pa, 1.0)), 1.0)
    apart = abs(math.log(ring.pa / cup.pa))
    assert apart < 2 * math.hypot(ring.spread, cup.spread)


@pytest.mark.parametrize(
    ("across", "says"),
    [(0, "must be more than 0"), (-5, "more than 0"), (35, "hardly spread"), (140, "held by its skin")],
)
def test_rings_out_of_range_are_refused(across: float, says: str) -> None:
    with pytest.raises(InputError, match=says):
        yield_from_spread(across, 1.0)


@pytest.mark.parametrize(("sunk", "says"), [(1, "cannot be read"), (38, "has run, not sunk")])
def test_slumps_out_of_range_are_refused(sunk: float, says: str) -> None:
    with pytest.raises(InputError, match=says):
        yield_from_slump(sunk, 1.0)


def test_a_heap_of_twenty_millimetres() -> None:
    """ρ·g·h/√3 by hand: 1000·9.80665·0.02/1.73205 = 113.2 Pa."""
    assert needed_to_stand(1.0, 20) == pytest.approx(113.2, abs=0.1)


@given(st.floats(10, 2000), st.floats(3, 25), st.floats(5, 40))
def test_a_finer_tip_takes_more_push(pa: float, tip: float, land: float) -> None:
    """Benbow & Bridgwater's form: linear in the yield stress, and more for a narrower or longer tip."""
    push = push_pa(pa, 60, tip, land)
    assert push_pa(2 * pa, 60, tip, land) == pytest.approx(2 * push)
    assert push_pa(pa, 60, tip * 0.9, land) > push
    assert push_pa(pa, 60, tip, land * 1.1) > push
    assert push_pa(stiffest_through(60, tip, land), 60, tip, land) == pytest.approx(15000)


def test_a_tip_wider_than_its_bag_is_refused() -> None:
    with pytest.raises(InputError, match="the bag is 20 mm wide"):
        push_pa(100, 20, 20, 10)
