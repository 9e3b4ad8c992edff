"""The studio's own pace, and temperatures as evidence."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.base import Rate
from archtop.core.bench import departures
from archtop.core.bench.clock import Bowl, Note, bowls_of, check_note, pot_pace, read_clock
from archtop.core.learning import Observation, PotPace, fitted, pace_from, pace_of
from archtop.core.resolved import resolve
from archtop.core.rheology import spread_mm
from tests.core.conftest import box_with, rod

CUPBOARD = standard_cupboard()


def bowl(rate: Rate | None = None) -> Bowl:
    loaf = read_loaf(box_with(rod()))
    result = plan(loaf, CUPBOARD)
    return bowls_of(resolve(loaf, CUPBOARD.model_copy(update={"rates": {"pace": rate} if rate else {}})), result)[0]


@given(st.lists(st.tuples(st.floats(-1, 1), st.floats(0.05, 0.5)), max_size=12))
def test_the_pace_is_the_posterior_mean(pots: list[tuple[float, float]]) -> None:
    """Independent: the studio's mean and its pots as one joint normal, conditioned on what was seen by NumPy."""
    found = pace_of([PotPace(log_ratio=ratio, sd=sd) for ratio, sd in pots])
    cov = np.full((len(pots), len(pots)), 0.31**2) + np.diag([0.25**2 + sd**2 for _, sd in pots])
    if pots:
        gain = np.full(len(pots), 0.31**2) @ np.linalg.inv(cov)
        mean, variance = float(gain @ [r for r, _ in pots]), 0.31**2 - float(gain @ np.full(len(pots), 0.31**2))
    else:
        mean, variance = 0.0, 0.31**2
    assert math.log(found.factor) == pytest.approx(mean, abs=1e-9)
    assert found.spread == pytest.approx(math.hypot(math.sqrt(variance), 0.25))
    assert found.pots == len(pots)


def test_many_quick_pots_make_the_next_one_quick_and_surer() -> None:
    quick = pace_of([PotPace(log_ratio=math.log(1.5), sd=0.1)] * 20)
    assert 1.4 < quick.factor < 1.5
    rate = fitted([Observation(rate="pace", value=1.5, sd=0.1, says="")] * 20)["pace"]
    assert pace_from(rate).model_dump() == pytest.approx(quick.model_dump())
    plain, learned = bowl(), bowl(rate)
    assert learned.growth.rate == pytest.approx(plain.growth.rate * quick.factor)
    assert learned.growth.rate_sd / learned.growth.rate < plain.growth.rate_sd / plain.growth.rate
    assert (plain.doubles_min.basis, learned.doubles_min.basis) == ("estimate", "your log")
    assert "your last 20 pots" in learned.doubles_min.how


def spread_at(minute: float, rate: float) -> Note:
    """A ring read exactly, of batter that starts at 2 Pa and grows at that rate."""
    return Note(minute=minute, kind="spread", value=spread_mm(2 * math.exp(rate * minute), bowl().density_g_ml))


@pytest.mark.parametrize("speed", [0.6, 1.0, 1.6])
def test_a_pot_teaches_its_own_speed(speed: float) -> None:
    of = bowl()
    notes = [spread_at(minute, of.growth.rate * speed) for minute in (12 / speed, 17 / speed, 22 / speed, 27 / speed)]
    learned = pot_pace(of, notes, {})
    assert learned
    assert abs(learned.log_ratio - math.log(speed)) < 2 * learned.sd
    assert (learned.log_ratio > 0.05) == (speed > 1)


def test_one_reading_teaches_no_pace() -> None:
    assert pot_pace(bowl(), [spread_at(20, 0.06)], {}) is None


def test_warmer_than_planned_is_faster_by_the_rule_of_ten_degrees() -> None:
    """Twice as fast for every ten degrees (common practice, no source)."""
    of = bowl()
    warm = Note(minute=0, kind="temperature", value=of.mixing_c + 10)
    plain, warmed = (read_clock(of, notes, 20) for notes in ([], [warm]))
    # Over twenty minutes the growth of ln τ has doubled, but for the courses that are not straight.
    grown = math.log(plain.pa.value / 2)
    assert math.log(warmed.pa.value / 2) == pytest.approx(2 * grown, rel=0.02)


def test_a_thermometer_out_of_its_wits_is_refused() -> None:
    with pytest.raises(InputError, match="between 5 and 100"):
        check_note(Note(minute=5, kind="temperature", value=180), bowl())


def test_departures_are_each_told_once() -> None:
    """That each is said of kinds of step that there are, its own type checks."""
    assert len({item.key for item in departures()}) == len(departures()) > 10
