"""A stick drawn through from above: what it moves, what it leaves, and that all colours keep what was poured."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf
from archtop.core.trade.stick import undrawn
from tests.core.conftest import box
from tests.core.test_faces_as_soap import FOUR, HALF_AS_LONG, LAID, pour
from tests.core.test_pour import COLOURS, CUPBOARD, field, poured, seen

COMB = [[[0.1 * k + 0.05, -0.9], [0.1 * k + 0.05, 0.9]] for k in range(10)]
LEANING = pour("all", 60, FOUR, kind="corner")


def stick(strokes: Any = COMB, deep: float = 30.0, **more: Any) -> dict[str, Any]:
    return {"do": "stick", "id": "s", "name": "Skewer", "deep_mm": deep, "wide_mm": 5, "strokes": strokes, **more}


@settings(max_examples=30)
@given(
    st.lists(st.tuples(st.floats(10, 240), st.floats(-35, 35)), min_size=2, max_size=4),
    st.floats(5, 245),
    st.floats(-40, 40),
)
def test_what_a_stick_moves_keeps_areas(way: list[tuple[float, float]], x: float, y: float) -> None:
    """Numerically: the determinant of the map's derivative is one."""
    h = 0.02
    xs = np.array([x, x + h, x - h, x, x])
    ys = np.array([y, y, y, y + h, y - h])
    a, b = undrawn([way], (xs, ys), 7.0, lambda u, v: min(u, 250 - u, 45 - abs(v)))
    jx, jy = np.array([a[1] - a[2], b[1] - b[2]]) / (2 * h), np.array([a[3] - a[4], b[3] - b[4]]) / (2 * h)
    assert jx[0] * jy[1] - jx[1] * jy[0] == pytest.approx(1.0, abs=0.02)
    assert 0 <= a[0] <= 250
    assert -45 <= b[0] <= 45


def test_batter_between_follows_and_comes_back_outside() -> None:
    """By a stroke to the right: what lies on its way came from the left, what lies farther out from the right."""
    xs, ys = np.array([125.0, 125.0]), np.array([0.0, 7.0])
    was, _ = undrawn([[(60.0, 0.0), (190.0, 0.0)]], (xs, ys), 8.0, lambda *_: 40.0)
    assert was[0] < 125 - 2
    assert was[1] > 125


@pytest.mark.parametrize(
    ("work", "embeds"),
    [
        ([LEANING, stick()], []),
        ([pour("all", 50, FOUR, 40, kind="pot swirl"), stick(), pour("over", 66, {"red": 100})], []),
        (
            [pour("base", 30, {"white": 100}), LAID, pour("rest", 66, FOUR, kind="plops"), stick(deep=12)],
            [HALF_AS_LONG],
        ),
    ],
    ids=["leaning", "swirl, then a layer", "over half an embed"],
)
def test_colours_keep_what_was_poured(work: list[Any], embeds: list[Any]) -> None:
    of = field(work, 18.0, embeds=embeds)
    found = seen(of, faces=60, points=8000)
    for colour, share in poured(of).items():
        assert found[colour] == pytest.approx(share, abs=0.004)


def test_it_moves_what_it_reaches_and_nothing_below() -> None:
    before, after = (field(work, 18.0).face(125.0, 0.5) for work in ([LEANING], [LEANING, stick(deep=20)]))
    differs = before.colours != after.colours
    tip = round(20 / 0.5)
    assert differs[: tip - 4].mean() > 0.03
    # Under its tip batter follows it a little.
    assert differs[tip + 16 :].mean() < 0.002


def test_without_strokes_it_changes_nothing_and_asks_the_same_moment() -> None:
    plain, drawn = field([LEANING], 18.0), field([LEANING, stick([])], 18.0)
    assert (plain.face(90.0, 1.0).colours == drawn.face(90.0, 1.0).colours).all()
    stirred = field([LEANING, stick()], 18.0)
    # Whatever lies there was still poured by the pour.
    assert set(np.unique(stirred.face(90.0, 1.0).source)) <= {-1, 0}


def test_the_bench_says_how_and_nothing_poured_is_refused() -> None:
    result = plan(read_loaf(box(colours=COLOURS, work=[LEANING, stick(COMB[:2])])), CUPBOARD)
    (told,) = [step for step in result.steps if step.title == "Draw the stick: Skewer"]
    assert told.detail == (
        "5 mm thick, 30 mm deep, 2 strokes as drawn: the first from the front, at the left wall to the front, at the "
        "right wall. Let it down before each, lift it out after it, and wipe it."
    )
    with pytest.raises(InputError):
        plan(read_loaf(box(colours=COLOURS, work=[stick(), LEANING])), CUPBOARD)
