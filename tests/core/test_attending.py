"""Turns: what is still to do, walked forward once; waits, spare minutes, and windows that will be missed."""

from __future__ import annotations

from itertools import pairwise

import pytest

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.bench import Turn, turns_of
from archtop.core.bench.clock import ClockFace, Note, bowls_of, read_clock
from archtop.core.resolved import resolve
from tests.core.conftest import box_with, frosted, rod

CUPBOARD = standard_cupboard()
SHARES = [{"colour": "white", "percent": 100}]
LOAF = read_loaf(box_with(rod(), frosting=frosted(200)))
RESULT = plan(LOAF, CUPBOARD)


def faces(now: float, *notes: Note) -> dict[str, ClockFace]:
    """The faces of both bowls with the same readings."""
    return {bowl.key: read_clock(bowl, notes, now) for bowl in bowls_of(resolve(LOAF, CUPBOARD), RESULT)}


def turns(now: float, *notes: Note, done: tuple[str, ...] = ()) -> dict[str, Turn]:
    """The turns by step."""
    return {turn.step: turn for turn in turns_of(RESULT, faces(now, *notes), done)}


def ring(minute: float, across: float) -> Note:
    """A reading."""
    return Note(minute=minute, kind="spread", value=across)


def test_turns_keep_the_plans_order_and_follow_each_other() -> None:
    found = list(turns(10, ring(4, 85), ring(9, 75)).values())
    assert [turn.step for turn in found] == ["loaf.pour.first", "loaf.lay.rod", "loaf.pour.rest", "loaf.pipe.eave"]
    for before, after in pairwise(found):
        assert before.ends_min is not None
        assert after.begins_min is not None
        assert after.begins_min >= before.ends_min
        assert after.waits_min == pytest.approx(after.begins_min - before.ends_min)


def test_a_turn_waits_for_its_window() -> None:
    notes = (ring(4, 85), ring(9, 75))
    lay = turns(10, *notes)["loaf.lay.rod"]
    window = next(w for w in faces(10, *notes)["pour-white"].windows if w.limit.key == "embed.rod")
    assert window.opens.middle is not None
    assert lay.begins_min == pytest.approx(window.opens.middle - 10)
    assert lay.waits_min > 0


def test_what_is_done_has_no_turn() -> None:
    assert "loaf.pour.first" not in turns(10, ring(4, 85), done=("loaf.pour.first",))


def test_batter_that_is_too_thick_by_its_turn_is_told() -> None:
    cup = Note(minute=5, kind="slump", value=36)
    found = turns(20, cup, cup)
    assert found["loaf.pour.first"].stands == "missed"
    assert "too thick when its turn comes" in found["loaf.pour.first"].says


def test_silence_passes_on_to_all_that_comes_after() -> None:
    """When one turn cannot be told, neither can those after it."""
    silent = {
        key: face.model_copy(
            update={
                "windows": tuple(
                    window.model_copy(update={"opens": window.opens.model_copy(update={"middle": None})})
                    for window in face.windows
                )
            }
        )
        for key, face in faces(10, ring(4, 85)).items()
    }
    stands = [turn.stands for turn in turns_of(RESULT, silent, ())]
    assert stands[1:] == ["unknown", "unknown", "unknown"]


def test_no_minutes_to_spare_are_told_beside_a_clock_that_cannot_tell() -> None:
    for now in (2, 6, 12, 20):
        for notes in ((), (ring(4, 85),), (ring(4, 85), ring(9, 75))):
            seen = faces(now, *notes)
            unsure = {w.limit.step for face in seen.values() for w in face.windows if w.stands == "unknown"}
            for turn in turns_of(RESULT, seen, ()):
                if turn.step in unsure:
                    assert "to spare" not in turn.says
                    assert turn.stands in ("unknown", "missed")
