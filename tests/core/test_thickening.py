"""The fit of thickening: against SciPy, against a pot that thickens by another law, and by its own properties."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import minimize

from archtop.core.rheology import Growth, Seen, Thickening, TraceEvent
from benchmarks.clock import Bench, run_benches

PRIOR = Growth(start=math.log(2), start_sd=0.7, rate=0.066, rate_sd=0.026)
READINGS = [Seen(minute=m, log_pa=v, sd=0.3) for m, v in ((4, 1.1), (9, 1.6), (15, 1.8))]


@given(st.lists(st.tuples(st.floats(0, 60), st.floats(-1.7, 1.7), st.floats(0.1, 0.8)), max_size=8))
def test_the_posterior_is_the_most_likely_line(rows: list[tuple[float, float, float]]) -> None:
    """Independent: SciPy minimises the same sum of squares, prior and readings, numerically."""
    # Told as how far off the prior they lie: a pot further off is believed more than its prior, see below.
    seen = [Seen(minute=m, log_pa=PRIOR.start + PRIOR.rate * m + off, sd=sd) for m, off, sd in rows]

    def misfit(unknown: np.ndarray) -> float:
        start, rate = unknown
        prior = ((start - PRIOR.start) / PRIOR.start_sd) ** 2 + ((rate - PRIOR.rate) / PRIOR.rate_sd) ** 2
        noise = [item.sd**2 + PRIOR.wobble**2 for item in seen]
        return prior + sum(
            (item.log_pa - start - rate * item.minute) ** 2 / var for item, var in zip(seen, noise, strict=True)
        )

    best = minimize(misfit, np.array([PRIOR.start, PRIOR.rate]), method="BFGS", options={"gtol": 1e-7})
    assert Thickening(PRIOR, (), seen).mean == pytest.approx(best.x, abs=2e-4)


@given(st.floats(0.5, 500), st.floats(0, 60))
def test_answers_are_in_order_and_the_same_every_time(pa: float, now: float) -> None:
    first, again = (Thickening(PRIOR, (), READINGS).passes(pa, now) for _ in range(2))
    assert first == again
    told = [value for value in (first.early, first.middle, first.late) if value is not None]
    assert told == sorted(told)
    assert all(value >= now for value in told)


@given(st.floats(5, 200))
def test_a_thicker_threshold_is_passed_later(pa: float) -> None:
    model = Thickening(PRIOR, (), READINGS)
    lower, higher = model.passes(pa, 15), model.passes(pa * 1.3, 15)
    if lower.middle and higher.middle:
        assert lower.middle <= higher.middle
    assert lower.chance_now >= higher.chance_now


def test_readings_narrow_the_answer() -> None:
    def width(seen: list[Seen]) -> float:
        answer = Thickening(PRIOR, (), seen).passes(60, 16)
        assert answer.early is not None
        assert answer.late is not None
        return answer.late - answer.early

    assert width(READINGS) < 0.7 * width([])


def test_ordinary_batter_pipes_half_an_hour_to_an_hour_after_light_trace() -> None:
    """30 to 60 minutes from light trace (6 Pa) to pipeable (117 Pa): common practice, no source."""
    model = Thickening(PRIOR, (), [Seen(minute=0, log_pa=math.log(6), sd=0.1)])
    middle = model.passes(117, 0).middle
    assert middle is not None
    assert 30 <= middle <= 60


def test_readings_that_fall_are_believed_in_part_and_never_for_good() -> None:
    """A pot that reads thinner was stirred or misread: the clock slows, and still comes to an end or says nothing."""
    falling = [Seen(minute=m, log_pa=3 - 0.05 * m, sd=0.3) for m in (0, 5, 10, 15)]
    model = Thickening(PRIOR, (), falling)
    assert model.mean[1] < PRIOR.rate
    assert model.passes(117, 15).late is None or model.passes(117, 15).late > 60  # type: ignore[operator]


def test_a_stir_takes_back_and_the_clock_goes_on() -> None:
    stirred = Thickening(PRIOR, [TraceEvent(minute=16, kind="stirred")], READINGS)
    still = Thickening(PRIOR, (), READINGS)
    before, after = stirred.log_pa([15.9, 16.1])[0]
    assert after < before
    assert stirred.passes(60, 16.1).middle > still.passes(60, 16.1).middle  # type: ignore[operator]


@pytest.mark.parametrize(
    ("kind", "sooner"), [("blended", True), ("warmed", True), ("cooled", False), ("scented", True)]
)
def test_what_is_done_moves_the_window(kind: str, sooner: bool) -> None:
    done = Thickening(PRIOR, [TraceEvent.model_validate({"minute": 16, "kind": kind})], READINGS).passes(60, 16)
    plain = Thickening(PRIOR, (), READINGS).passes(60, 16)
    assert (done.middle < plain.middle) is sooner  # type: ignore[operator]


def test_batter_too_far_off_is_met_with_silence() -> None:
    answer = Thickening(PRIOR.model_copy(update={"rate": 0.004, "rate_sd": 0.001}), (), ()).passes(1e5, 0)
    assert (answer.early, answer.middle, answer.late, answer.chance_now) == (None, None, None, 0.0)


def test_windows_hold_the_truth_on_benches_that_thicken_by_another_law() -> None:
    """An independent simulator (growth with a ceiling, noise, stirs) on 500 benches, as the benchmark prints it."""
    result = run_benches([Bench(seed) for seed in range(500)])
    assert result.held >= 0.7
    assert result.median_error < 0.2


def test_a_pot_that_seized_is_believed() -> None:
    """Read as pudding a minute after mixing, when the prior expects thin trace: the reading wins, not an average."""
    model = Thickening(PRIOR, (), [Seen(minute=1, log_pa=math.log(120), sd=0.3)])
    assert math.exp(float(model.log_pa([1])[0][0])) == pytest.approx(120, rel=0.2)
    assert model.passes(60, 1).chance_now > 0.9
