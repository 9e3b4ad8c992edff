"""The fit of thickening: against draws of its prior, against pots that thicken by other laws, by its properties."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core.rheology import Growth, Seen, Thickening, TraceEvent
from benchmarks.clock import asked, by_the_clock, found
from benchmarks.laws import LAWS

PRIOR = Growth(start=math.log(2), start_sd=0.7, rate=0.066, rate_sd=0.026)
READINGS = [Seen(minute=m, log_pa=v, sd=0.3) for m, v in ((4, 1.1), (9, 1.6), (15, 1.8))]


def drawn_course(shape: int, pace: float, start: float) -> Callable[[float], float]:
    """One of the courses, computed here and not there."""
    laws: list[Callable[[float], float]] = [
        lambda u: u,
        lambda u: 1 - math.exp(-u / 6),
        lambda u: math.log1p(u / 0.4),
        lambda u: math.log1p(u / 0.15),
        lambda u: u + u * u / 6,
        lambda u: 1 / (1 + math.exp(-(u - 2) / 0.6)) - 1 / (1 + math.exp(2 / 0.6)) + 0.12 * u,
        lambda u: 1 / (1 + math.exp(-(u - 3) / 0.6)) - 1 / (1 + math.exp(3 / 0.6)) + 0.12 * u,
    ]
    law, meets = laws[shape], math.log(30)
    return lambda minute: start + law(pace * PRIOR.rate * minute) * meets / law(meets)


@pytest.mark.parametrize("shape", range(7))
@pytest.mark.parametrize("pace", [0.6, 1.0, 1.7])
def test_a_course_that_is_read_often_and_well_is_found(shape: int, pace: float) -> None:
    """Many good readings leave nothing of the prior: what is told is the curve that they were taken from."""
    truth = drawn_course(shape, pace, math.log(3))
    seen = [Seen(minute=m, log_pa=truth(m), sd=0.1) for m in range(1, 30, 2)]
    model = Thickening(PRIOR, (), seen)
    for minute in (5.0, 15.0, 29.0):
        assert model.log_pa([minute])[0][0] == pytest.approx(truth(minute), abs=0.15)
    assert not model.erratic


def test_what_is_told_is_what_weighing_every_possible_pot_tells() -> None:
    """Independent: draws from the prior of every course and pace, weighed by the readings (importance sampling)."""
    random = np.random.default_rng(1)
    seen = [Seen(minute=m, log_pa=math.log(pa), sd=0.3) for m, pa in ((5, 4.0), (10, 5.0), (15, 9.0))]
    believed = np.array([0.58, 0.10, 0.06, 0.02, 0.10, 0.07, 0.07])
    spread = PRIOR.pace_spread
    n = 20_000
    shapes = random.choice(7, n, p=believed / believed.sum())
    wide = np.where(random.random(n) < 0.25, 2.2, 1.0)
    paces = np.exp(spread * np.clip(wide * random.standard_normal(n), -3.2, 3.2))
    starts = PRIOR.start + PRIOR.start_sd * random.standard_normal(n)
    courses = [drawn_course(int(s), float(p), float(a)) for s, p, a in zip(shapes, paces, starts, strict=True)]
    misfit = sum(np.array([(c(r.minute) - r.log_pa) ** 2 for c in courses]) / r.sd**2 for r in seen)
    weights = np.exp(-np.asarray(misfit) / 2)
    now = np.array([c(20.0) for c in courses])
    mean = float(weights @ now / weights.sum())
    sd = math.sqrt(float(weights @ (now - mean) ** 2 / weights.sum()))
    told, told_sd = Thickening(PRIOR, (), seen).log_pa([20.0])
    assert told[0] == pytest.approx(mean, abs=0.15)
    assert told_sd[0] == pytest.approx(sd, rel=0.15)


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
    assert model.pace().mean < 0
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


@pytest.mark.parametrize("pa", [117.0, 500.0])
def test_without_a_reading_it_is_still_told_when_batter_is_as_thick_as_frosting(pa: float) -> None:
    """No batter stops halfway: however it gets there, within four hours an ordinary pot is frosting."""
    answer = Thickening(PRIOR, (), ()).passes(pa, 5)
    assert answer.early is not None
    assert answer.late is not None
    assert answer.early < answer.late < 245


def test_batter_too_far_off_is_met_with_silence() -> None:
    answer = Thickening(PRIOR.model_copy(update={"rate": 0.004, "rate_sd": 0.001}), (), ()).passes(1e5, 0)
    assert (answer.early, answer.middle, answer.late, answer.chance_now) == (None, None, None, pytest.approx(0.0))


@pytest.mark.parametrize("readings", [3, 5])
def test_windows_hold_the_truth_of_pots_of_many_laws(readings: int) -> None:
    """As the benchmark prints them, of which the clock knows the fewest; four in five is what it claims."""
    held = {law: found(by_the_clock, list(asked(law, 60, readings))).held for law in LAWS}
    assert 0.75 <= np.mean(list(held.values())) <= 0.92
    assert min(held.values()) >= 0.5


def test_a_pot_that_seizes_half_way_is_told_as_one_and_its_last_reading_counts() -> None:
    """Even and slow at first, then a hundred times as thick within minutes, and nobody knows why."""
    slow = [Seen(minute=m, log_pa=math.log(2.5) + 0.03 * m, sd=0.25) for m in (5, 8, 11, 14)]
    seized = [*slow, *(Seen(minute=m, log_pa=math.log(400), sd=0.25) for m in (16, 17))]
    assert not Thickening(PRIOR, (), slow).erratic
    model = Thickening(PRIOR, (), seized)
    assert model.erratic
    assert math.exp(float(model.log_pa([17])[0][0])) == pytest.approx(400, rel=0.35)
    assert model.passes(60, 17).chance_now > 0.9


def test_a_pot_that_seized_is_believed() -> None:
    """Read as pudding a minute after mixing, when the prior expects thin trace: the reading wins, not an average."""
    model = Thickening(PRIOR, (), [Seen(minute=1, log_pa=math.log(120), sd=0.3)])
    assert math.exp(float(model.log_pa([1])[0][0])) == pytest.approx(120, rel=0.2)
    assert model.passes(60, 1).chance_now > 0.9
