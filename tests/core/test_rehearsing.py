"""Rehearsal: simulated batter keeps its promises, and what a step comes to follows from how thick it truly was."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from archtop.core import Loaf, plan, read_loaf, standard_cupboard
from archtop.core.bench.clock import Bowl, Note, bowls_of
from archtop.core.bench.rehearsal import Change, RehearsedDay, SimulatedBatter, change_of, drawn_batter, spoonful_of
from archtop.core.resolved import resolve
from archtop.core.rheology import Growth, TraceEvent, yield_from_spread
from tests.core.conftest import box_with, frosted, rod

CUPBOARD = standard_cupboard()
GROWTH = Growth(start=math.log(2), start_sd=0.7, rate=0.066, rate_sd=0.026)
POT = SimulatedBatter(start=math.log(2), speed=0.05, ceiling=math.log(800))


@given(st.floats(1, 150), st.floats(-0.5, 1.5), st.floats(0, 60))
def test_batter_follows_its_differential_equation(minute: float, faster: float, at: float) -> None:
    """Independent: d(ln τ)/dt = 1.35·speed·pace·(ceiling − ln τ)/(ceiling − start), integrated numerically by SciPy."""
    room = POT.ceiling - POT.start

    def slope(t: float, y: Any) -> Any:
        pace = max(1 + (faster if t >= at else 0.0), 0.1)
        return 1.35 * POT.speed * pace * (POT.ceiling - y) / room

    by_hand = solve_ivp(slope, (0, minute), [POT.start], rtol=1e-8, atol=1e-10, max_step=0.5).y[0][-1]
    assert POT.log_pa(minute, [Change(minute=at, faster=faster)]) == pytest.approx(by_hand, abs=2e-2)


@given(st.integers(0, 2**31), st.lists(st.floats(0, 200), min_size=2, max_size=2))
def test_left_alone_batter_only_thickens_and_never_passes_its_ceiling(seed: int, minutes: list[float]) -> None:
    batter = drawn_batter(GROWTH, seed)
    early, late = sorted(minutes)
    assert batter.log_pa(early) <= batter.log_pa(late) < batter.ceiling
    assert batter == drawn_batter(GROWTH, seed)


@pytest.mark.parametrize(("kind", "jumps"), [("stirred", -1), ("blended", 1), ("coloured", -1)])
def test_what_is_done_bends_it_the_way_it_should(kind: Any, jumps: int) -> None:
    changes = [change_of(TraceEvent(minute=10, kind=kind), seed) for seed in range(200)]
    mean = sum(change.jump for change in changes) / len(changes)
    assert mean * jumps > 0
    assert all(change.faster == 0 for change in changes)
    assert POT.log_pa(9.9, changes[:1]) == POT.log_pa(9.9)


@given(st.integers(0, 5000), st.floats(math.log(4), math.log(40)))
def test_a_spoonful_reads_back_as_what_it_is(seed: int, log_pa: float) -> None:
    """Within four standard deviations of what its own test says of itself."""
    seen = spoonful_of(log_pa, 1.0, seed)
    if seen.across_mm is None:
        assert not 5 <= math.exp(log_pa) <= 30
        return
    reading = yield_from_spread(seen.across_mm, 1.0)
    assert abs(math.log(reading.pa) - log_pa) < 4 * math.hypot(reading.spread, 0.15)


def planned(diameter: float = 40) -> tuple[Loaf, Any, tuple[Bowl, ...]]:
    loaf = read_loaf(box_with(rod(diameter=diameter, up_mm=15 + diameter / 2), frosting=FROSTING))
    result = plan(loaf, CUPBOARD)
    return loaf, result, bowls_of(resolve(loaf, CUPBOARD), result)


FROSTING = frosted(200)


def day(minutes: float, seed: int = 3, notes: dict[str, list[Note]] | None = None) -> RehearsedDay:
    """Mixed at 0, everything done at once so many minutes later."""
    loaf, result, bowls = planned()
    done = {"loaf.mix": 0.0} | {
        step.key: minutes for step in result.steps if step.do in ("pour", "lay", "pipe") and step.stage == "Box"
    }
    return RehearsedDay(resolve(loaf, CUPBOARD), result, bowls, seed, done=done, notes=notes or {})


def stands(of: RehearsedDay) -> dict[str, str]:
    return {item.step: item.stands for item in of.outcomes()}


def test_at_once_the_embed_sinks_and_the_frosting_slumps() -> None:
    early = {item.step: item for item in day(1).outcomes()}
    assert early["loaf.lay.rod"].stands == "too early"
    assert "sank" in early["loaf.lay.rod"].says
    assert early["loaf.lay.rod"].off_min < 0
    assert early["loaf.pipe.eave"].stands == "too early"
    assert "slumped" in early["loaf.pipe.eave"].says


def test_hours_later_nothing_levels_any_more() -> None:
    late = {(item.step, item.stands): item for item in day(200).outcomes()}
    poured = late["loaf.pour.rest", "too late"]
    assert "no longer levelled" in poured.says
    assert poured.off_min > 0


def test_told_to_wait_so_long_it_holds() -> None:
    """The minutes an outcome names are the minutes that were lacking."""
    for step in ("loaf.lay.rod", "loaf.pipe.eave"):
        early = next(item for item in day(1).outcomes() if item.step == step)
        again = next(item for item in day(1 - early.off_min + 0.2).outcomes() if item.step == step)
        assert again.stands == "held"


def test_a_stir_loosens_the_bowl_and_a_day_is_the_same_twice() -> None:
    bowl = planned()[2][0].key
    stir = Note(minute=10, kind="event", what="stirred")
    assert day(30, notes={bowl: [stir]}).log_pa(bowl, 20) < day(30).log_pa(bowl, 20)
    assert day(30).seen(20) == day(30).seen(20)
    assert day(30, seed=4).seen(20) != day(30).seen(20)


def test_nothing_is_seen_of_what_is_not_mixed() -> None:
    loaf, result, bowls = planned()
    empty = RehearsedDay(resolve(loaf, CUPBOARD), result, bowls, 1, done={"loaf.pour.first": 5.0}, notes={})
    assert empty.seen(10) == ()
    assert empty.outcomes() == ()
    assert stands(day(1)).keys() == {"loaf.pour.first", "loaf.lay.rod", "loaf.pour.rest", "loaf.pipe.eave"}
