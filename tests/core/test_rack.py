"""Bars on the rack: turned about once a week until four weeks are over (common practice, no source)."""

from __future__ import annotations

import datetime as dt

import pytest

from archtop.core.schedule import rack_times

CUT = dt.datetime(2027, 3, 5, 12, tzinfo=dt.UTC)
WEEK = dt.timedelta(days=7)


def test_a_week_after_the_cut_and_again_a_week_after_each_turning() -> None:
    assert rack_times(CUT).turn_from == CUT + WEEK
    turned = CUT + dt.timedelta(days=9)
    assert rack_times(CUT, turned).turn_from == turned + WEEK


@pytest.mark.parametrize(("turned_days", "again"), [(20, True), (21, False), (27, False)])
def test_bars_that_are_cured_before_the_week_is_over_are_not_turned_again(turned_days: int, again: bool) -> None:
    times = rack_times(CUT, CUT + dt.timedelta(days=turned_days))
    assert (times.turn_from is not None) is again
    assert times.cured_from == CUT + 4 * WEEK
