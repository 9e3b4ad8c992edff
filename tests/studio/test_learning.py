"""What a loaf's log teaches: readings taken in, what no longer plans left out, plans kept while they are true."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import Lot, read_loaf, standard_cupboard
from archtop.core.base import Rate
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, press, save_loaf
from archtop.studio.actions.learning import (
    finished_of,
    forget,
    learn,
    learn_what_is_new,
    open_numbers,
    outcomes_of,
    standing_notes,
    turn,
)
from archtop.studio.actions.outcomes import save_outcome
from archtop.studio.actions.plans import Plans
from archtop.studio.models import BowlNote, Loaf, Observation, OwnRate
from tests.core.conftest import box, box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db
POURED = wall_clock.now() - dt.timedelta(days=40)


def made(owner: User, name: str, grams: float = 120, days: int = 38) -> Loaf:
    """A loaf that was mixed, cut and weighed."""
    loaf = create_loaf(owner, read_loaf(box(name=name)))
    did(loaf, "loaf.mix", 0)
    weighed(loaf, grams, days)
    return loaf


def did(loaf: Loaf, step: str, minutes: float, **more: Any) -> None:
    press(loaf, uuid.uuid4(), step, "done", POURED + dt.timedelta(minutes=minutes), **more)


def weighed(loaf: Loaf, grams: float, days: int = 38) -> None:
    on = (wall_clock.today() - dt.timedelta(days=days)).isoformat()
    said = {"stage": "cut", "on": on, "weights": [{"bar": bar, "grams": grams} for bar in range(1, 10)]}
    save_outcome(loaf, uuid.uuid4(), said)


def own(key: str) -> Rate | None:
    return next((number.rate for number in open_numbers(key)), None)


def read(loaf: Loaf, minutes: float, ring: float) -> BowlNote:
    (bowl,) = finished_of(loaf).bowls
    return BowlNote.objects.create(
        loaf=loaf,
        press_id=uuid.uuid4(),
        bowl=bowl.key,
        taken_at=POURED + dt.timedelta(minutes=minutes),
        data={"kind": "spread", "value": ring},
    )


def raced(loaf: Loaf) -> None:
    for minutes, ring in ((3, 90), (6, 70), (9, 52)):
        read(loaf, minutes, ring)


def test_a_thermometer_at_the_mixing_tells_of_all_its_bowls(owner: User) -> None:
    loaf = create_loaf(owner, read_loaf(box()))
    did(loaf, "loaf.mix#oils", -1, celsius=47.0)
    did(loaf, "loaf.mix", 0)
    of = finished_of(loaf)
    (bowl,) = of.bowls
    assert [(note.kind, note.value) for note in of.notes[bowl.key]] == [("temperature", 47.0)]
    assert of.facts.mixed_c == {"loaf": 47.0}


def test_readings_are_told_in_minutes_since_the_mixing_and_only_those_that_stand(owner: User) -> None:
    loaf = made(owner, "Read")
    before, kept, wrong = read(loaf, -5, 120), read(loaf, 7, 96), read(loaf, 9, 20)
    BowlNote.objects.create(
        loaf=loaf, press_id=uuid.uuid4(), bowl=wrong.bowl, taken_at=POURED, data={}, takes_back=wrong.press_id
    )
    assert [note.press_id for note in standing_notes(loaf)] == [before.press_id, kept.press_id]
    (notes,) = finished_of(loaf).notes.values()
    assert [(note.minute, note.value) for note in notes] == [(pytest.approx(7), 96)]


def test_a_bowl_that_was_never_mixed_shows_nothing(owner: User) -> None:
    loaf = create_loaf(owner, read_loaf(box()))
    read(loaf, 7, 96)
    assert finished_of(loaf).notes == {}
    learn(loaf)
    assert not loaf.observations.exists()


def test_a_bowl_that_raced_makes_the_studios_pace(owner: User) -> None:
    loaf = made(owner, "Raced")
    raced(loaf)
    learn(loaf)
    seen = Observation.objects.get(rate="pace")
    pace = own("pace")
    assert pace is not None
    assert seen.value > 1
    assert 1 < pace.value < seen.value


def test_a_loaf_that_no_longer_plans_teaches_nothing_and_is_asked_once(owner: User) -> None:
    loaf = made(owner, "Broken", 110)
    assert own("film") is not None
    Loaf.objects.filter(pk=loaf.pk).update(document={**loaf.document, "formulas": []}, to_learn=True)
    learn_what_is_new()
    assert not loaf.observations.exists()
    assert not Loaf.objects.get(pk=loaf.pk).to_learn
    assert open_numbers() == []


def test_a_loaf_shortened_since_it_was_weighed_can_still_be_opened_and_learned_from(
    studio: Studio, owner: User
) -> None:
    loaf = made(owner, "Shortened", 110)
    short = read_loaf(box(name="Shortened", mould={"length_mm": 120, "width_mm": 90, "height_mm": 70}))
    save_loaf(loaf, 1, short)
    opened = studio.get(f"/loaves/{loaf.pk}/outcome")
    assert opened.status_code == 200
    assert len(opened.json()["bars"]) < len(opened.json()["outcomes"][0]["weights"])
    Loaf.objects.update(to_learn=True)
    assert own("film") is not None


def test_the_loaf_on_the_bench_is_evidence_and_not_yet_prior(owner: User) -> None:
    made(owner, "Earlier", 115)
    at_work = create_loaf(owner, read_loaf(box(name="At work")))
    did(at_work, "loaf.mix", 0)
    raced(at_work)
    learn_what_is_new(besides=at_work)
    assert set(Observation.objects.values_list("loaf__name", flat=True)) == {"Earlier"}
    learn_what_is_new()
    assert set(Observation.objects.values_list("loaf__name", flat=True)) == {"Earlier", "At work"}


def test_learning_twice_counts_a_loaf_once(owner: User) -> None:
    loaf = made(owner, "Once", 112)
    learn(loaf)
    first = own("film")
    learn(loaf)
    assert own("film") == first
    assert first is not None
    assert first.n == 1


def test_more_loaves_that_agree_make_a_number_surer(owner: User) -> None:
    made(owner, "One", 112)
    one = own("film")
    for name in ("Two", "Three", "Four"):
        made(owner, name, 112)
    four = own("film")
    assert one is not None
    assert four is not None
    assert four.n == 4
    assert four.high / four.low < one.high / one.low
    assert abs(four.value - one.default) > abs(one.value - one.default)


def test_forgetting_leaves_what_is_seen_afterwards(owner: User) -> None:
    made(owner, "Old", 105)
    old = own("film")
    forget("film", wall_clock.now())
    assert own("film") is None
    loaf = create_loaf(owner, read_loaf(box(name="New")))
    press(loaf, uuid.uuid4(), "loaf.cover", "done", wall_clock.now() + dt.timedelta(minutes=1))
    weighed(loaf, 118, days=0)
    new = own("film")
    assert old is not None
    assert new is not None
    assert new.n == 1
    assert new.value < old.value
    forget("film", None)
    both = own("film")
    assert both is not None
    assert both.n == 2


def test_a_number_turned_off_stays_known(owner: User) -> None:
    made(owner, "Plain", 110)
    rate = own("film")
    turn("film", off=True)
    (number,) = open_numbers("film")
    assert number.off
    assert number.rate == rate
    made(owner, "Another", 110)
    assert OwnRate.objects.get(key="film").off


def test_the_last_words_on_a_stage_are_what_counts(owner: User) -> None:
    loaf = made(owner, "Weighed twice", 100)
    weighed(loaf, 120)
    (outcome,) = outcomes_of(loaf)
    assert {item.grams for item in outcome.weights} == {120}


def test_a_plan_is_kept_while_loaf_and_cupboard_stand(owner: User) -> None:
    loaf = create_loaf(owner, read_loaf(box()))
    cupboard = standard_cupboard()
    _, first = Plans(cupboard).of(loaf)
    assert Plans(cupboard).of(loaf)[1] is first
    film = Rate(
        key="film", name="Film", unit="mm", value=1.2, low=1, high=1.4, default=0.5, n=3, how="three loaves", source=""
    )
    _, learned = Plans(cupboard.model_copy(update={"rates": {"film": film}})).of(loaf)
    assert learned.total_to_mix_g > first.total_to_mix_g
    saved, _ = save_loaf(loaf, 1, read_loaf(box(mould={"length_mm": 300, "width_mm": 90, "height_mm": 70})))
    document, longer = Plans(cupboard).of(saved)
    assert document.loaf.mould.length_mm == 300
    assert longer.total_to_mix_g > first.total_to_mix_g


def test_what_moves_on_the_shelf_changes_only_the_plans_that_name_it(owner: User) -> None:
    there = Lot(key="rods", name="Rods", kind="column", made_on=dt.date(2026, 1, 1), srgb="#aa8855", count=2, grams=900)
    cupboard = standard_cupboard()
    with_it = Plans(cupboard.model_copy(update={"lots": {"rods": there}}))
    emptier = Plans(cupboard.model_copy(update={"lots": {"rods": there.model_copy(update={"count": 0, "grams": 0.0})}}))
    apart = create_loaf(owner, read_loaf(box()))
    assert emptier.of(apart)[1] is with_it.of(apart)[1]
    named = create_loaf(owner, read_loaf(box_with(rod(lot="rods"))))
    before, after = (plans.of(named)[1].shelf for plans in (with_it, emptier))
    assert [use.there_count for use in before] == [2]
    assert [(use.there_count, use.fits) for use in after] == [(0, False)]
