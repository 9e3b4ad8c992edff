"""The trace clock of a loaf: limits from this loaf, windows from readings, honest silence, bad readings."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import Cupboard, InputError, Loaf, plan, read_loaf, standard_cupboard
from archtop.core.bench.clock import Bowl, Limit, Note, bowls_of, check_note, read_clock
from archtop.core.resolved import resolve
from archtop.core.rheology import needed_to_stand, spread_mm
from tests.core.conftest import OLIVE_COCONUT, box, box_with, frosted, rod

CUPBOARD = standard_cupboard()


def bowls(document: dict[str, Any], cupboard: Cupboard = CUPBOARD) -> dict[str, Bowl]:
    """The bowls of a document, by key."""
    loaf = read_loaf(document)
    return {bowl.key: bowl for bowl in bowls_of(resolve(loaf, cupboard), plan(loaf, cupboard))}


def bowl_with(**changes: Any) -> Bowl:
    """The one bowl of the box with a column of its own formula changed so."""
    return bowls(box_with(rod(), formulas=[{**OLIVE_COCONUT, **changes}]))["pour-white"]


def ring(minute: float, pa: float) -> Note:
    """The nearest ring a spoonful of that yield stress reaches."""
    return Note(minute=minute, kind="spread", value=round(spread_mm(pa, 1.0) / 5) * 5)


def test_limits_come_from_this_loaf() -> None:
    document = box_with(rod(), frosting=frosted(200))
    loaf = read_loaf(document)
    result = plan(loaf, CUPBOARD)
    found = {
        bowl.key: {limit.key: limit for limit in bowl.limits} for bowl in bowls_of(resolve(loaf, CUPBOARD), result)
    }
    assert found["pour-white"]["embed.rod"].least_pa == result.embed_holds[0].needed.value
    assert found["pour-white"]["layer.rest"].least_pa == result.layer_holds[0].needed.value
    pipe = found["frosting-white"]["pipe.eave"]
    assert pipe.least_pa == needed_to_stand(result.pots[-1].density.value, result.top.stands.value)
    assert pipe.most_pa
    assert pipe.most_pa > pipe.least_pa
    steps = {step.key for step in result.steps}
    assert {limit.step for limits in found.values() for limit in limits.values()} <= steps


def test_a_heavier_column_sets_a_higher_limit() -> None:
    def needed(diameter: float) -> float:
        limits = bowls(box_with(rod(diameter=diameter, up_mm=15 + diameter / 2)))["pour-white"].limits
        return next(limit.least_pa for limit in limits if limit.key == "embed.rod")

    assert needed(50) > needed(25)


@pytest.mark.parametrize(
    ("changes", "faster"),
    [
        ({"water": {"by": "concentration", "value": 40}}, True),
        ({"water": {"by": "concentration", "value": 26}}, False),
        ({"school": "cool"}, False),
        ({"fats": [{"fat": "olive", "percent": 30}, {"fat": "coconut", "percent": 70}]}, True),
    ],
)
def test_less_water_warmth_and_hard_fat_make_it_faster(changes: dict[str, Any], faster: bool) -> None:
    """Cooler is slower, less water is faster, more hard fat is faster (common practice, no source)."""
    assert (bowl_with(**changes).doubles_min.value < bowl_with().doubles_min.value) is faster


def test_a_lively_scent_bends_the_clock(lantern_row: Loaf, demo_cupboard: Cupboard) -> None:
    result = plan(lantern_row, demo_cupboard)
    bowl = next(b for b in bowls_of(resolve(lantern_row, demo_cupboard), result) if b.key == "pour-plum")
    done = {"loaf.scent.pour-plum": 4.0}
    plain, scented = (read_clock(bowl, [], 20, marks).pa.value for marks in ({}, done))
    assert scented > plain


@given(st.lists(st.tuples(st.floats(1, 40), st.floats(1, 60)), max_size=6), st.floats(0, 60))
def test_the_face_never_breaks_and_is_in_order(rows: list[tuple[float, float]], now: float) -> None:
    face = read_clock(bowl_with(), [ring(m, pa) for m, pa in rows], now)
    assert face.pa.low <= face.pa.value <= face.pa.high
    assert all(point.low <= point.pa <= point.high for point in face.curve)
    assert len(face.readings) == sum(m <= now + 1e-6 for m, _ in rows)
    assert all(window.says.endswith(".") for window in face.windows)


@pytest.mark.parametrize("days", [0.5, 2, 30])
def test_a_clock_left_for_days_tells_of_set_soap_and_breaks_on_nothing(days: float) -> None:
    face = read_clock(bowl_with(), [ring(9, 20), ring(12, 30)], days * 24 * 60)
    assert face.pa.low <= face.pa.value == face.pa.high == pytest.approx(1e6)
    assert all(math.isfinite(point.high) and point.low <= point.pa <= point.high for point in face.curve)


def test_windows_open_as_it_thickens_and_close_when_it_is_too_thick() -> None:
    bowl = bowl_with()
    limit = next(limit for limit in bowl.limits if limit.key == "embed.rod")
    assert limit.most_pa

    def stands(pa: float) -> str:
        notes = [Note(minute=m, kind="stage", stage="thin") for m in ()] + [ring(9, pa), ring(10, pa), ring(11, pa)]
        face = read_clock(bowl, notes, 11)
        return next(window.stands for window in face.windows if window.limit.key == "embed.rod")

    assert stands(limit.least_pa / 6) in ("not yet", "unknown")
    assert stands(math.sqrt(limit.least_pa * limit.most_pa)) in ("open", "closing")
    cup = Note(minute=12, kind="slump", value=36)
    thick = read_clock(bowl, [cup, cup, cup], 30)
    assert next(w.stands for w in thick.windows if w.limit.key == "embed.rod") == "missed"


def test_without_readings_it_asks_for_one_rather_than_guess() -> None:
    slow = bowl_with(school="cool", water={"by": "concentration", "value": 25})
    face = read_clock(slow, [], 1)
    assert any(window.stands == "unknown" and "take a reading" in window.says for window in face.windows)


@pytest.mark.parametrize(
    ("note", "says"),
    [
        (Note(minute=5, kind="spread", value=0), "must be more than 0"),
        (Note(minute=5, kind="spread", value=200), "held by its skin"),
        (Note(minute=-0.5, kind="spread", value=80), "the pot is not mixed yet"),
        (Note(minute=5, kind="stage", stage="soup"), "must be one of emulsion, thin"),
        (Note(minute=5, kind="slump", value=40), "cannot be read"),
    ],
)
def test_bad_readings_are_refused(note: Note, says: str) -> None:
    with pytest.raises(InputError, match=says):
        check_note(note, bowl_with())


def test_a_reading_that_can_no_longer_be_one_takes_nothing_else_with_it() -> None:
    """It stays in a log that only grows, and the others are still read."""
    bowl = bowl_with()
    good = ring(10, 20)
    bad = Note(minute=12, kind="spread", value=20)
    with pytest.raises(InputError):
        check_note(bad, bowl)
    assert read_clock(bowl, [good, bad], 15) == read_clock(bowl, [good], 15)


def test_batter_kept_for_another_day_has_no_clock() -> None:
    kept = bowls(box(keeps=[{"colour": "white", "volume_ml": 50}]))
    assert list(kept) == ["pour-white"]


def grips(**more: Any) -> list[Limit]:
    """What the bowls say of the surface that dollops 12 mm high are piped on."""
    run = {"id": "r", "name": "Dollops", "tip": "t", "colours": ["white"], "pattern": "each bar"}
    run["motif"] = {"kind": "kiss", "size_mm": 20, "height_mm": more.pop("high", 12)}
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}]
    found = bowls(box(frosting={"tips": tips, "runs": [run], **more}))
    return [limit for bowl in found.values() for limit in bowl.limits if limit.key.startswith("grip.")]


def test_a_surface_grips_what_is_piped_on_it_from_what_carries_it_on() -> None:
    """ρ·g·h/6.05 by hand for batter of about 1 g/ml: 12 mm take some 19 Pa, 24 mm twice that."""
    (low,), (high,) = grips(), grips(high=24)
    assert low.least_pa == pytest.approx(1000 * 9.81 * 0.012 / 6.05, rel=0.05)
    assert high.least_pa == pytest.approx(2 * low.least_pa)
    assert low.step == "loaf.pipe.r"
    assert low.most_pa is not None
    assert low.most_pa > high.least_pa
    assert "stated guess" in low.why


def test_however_low_a_motif_is_a_fluid_surface_does_not_hold_it() -> None:
    (limit,) = grips(high=1)
    assert limit.least_pa == 6.0


def test_a_coat_lies_between_batter_and_piping() -> None:
    assert grips(base={"thick_mm": 3, "colours": [{"colour": "white", "percent": 100}]}) == []
