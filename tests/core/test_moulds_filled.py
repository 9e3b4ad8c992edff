"""Several moulds filled from one batch, and moulds that are filled again because there are too few of them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.base import PotId
from archtop.core.document import MOST_FILLINGS, fillings_of
from archtop.core.notebook.costing import cost_of
from archtop.core.schedule import network_of
from archtop.core.schedule.checking import faults_in
from archtop.core.schedule.problem import SeasonProblem
from archtop.core.schedule.solver import solve
from tests.core.conftest import box

CUPBOARD = standard_cupboard()
COLUMN = {
    "id": "rod",
    "name": "Rod",
    "outline": {"kind": "circle", "diameter_mm": 30},
    "up_mm": 30,
    "length_mm": 200,
    "colour": "white",
    "casting": {"mould_length_mm": 260},
}
CAVITY = {"kind": "cavity", "mould": {"cavity_ml": 8, "cavities": 6}}


def filled(moulds: int, **changes: Any) -> dict[str, Any]:
    """The box so many times, each with a column in it and four small pieces stirred in."""
    document = box(
        moulds=moulds,
        embeds=[COLUMN],
        pieces=[{"id": "bit", "name": "Bits", "make": CAVITY, "count": 4, "colour": "white"}],
        **changes,
    )
    document["work"][0]["pieces"] = [{"pieces": "bit", "count": 4}]
    document["work"].append({"do": "lay", "embed": "rod"})
    return document


def delivered(document: dict[str, Any], item: str) -> list[float]:
    """What each pot of a casting, or the loaf's own where that is empty, delivers [ml]."""
    pots = plan(read_loaf(document), CUPBOARD).pots
    return [pot.delivers.value for pot in pots if PotId.parse(pot.id).item == item]


def test_three_moulds_take_three_times_the_batter_out_of_one_pot() -> None:
    one, three = delivered(filled(1), ""), delivered(filled(3), "")
    assert len(one) == len(three) == 1
    assert three[0] == pytest.approx(3 * one[0])


def test_a_column_mould_is_filled_once_for_each_loaf_or_several_at_once() -> None:
    once = delivered(filled(1), "rod")
    assert delivered(filled(3), "rod") == [pytest.approx(once[0])] * 3
    several = filled(3)
    several["embeds"] = [{**COLUMN, "casting": {"mould_length_mm": 260, "moulds": 2}}]
    assert delivered(several, "rod") == [pytest.approx(2 * once[0]), pytest.approx(once[0])]


def test_pieces_are_made_for_every_mould_as_evenly_as_their_hollows_allow() -> None:
    loaf = read_loaf(filled(4))
    (pieces,) = loaf.pieces
    assert [(item.out, item.moulds) for item in fillings_of(loaf, pieces)] == [(6, 1), (5, 1), (5, 1)]
    assert plan(loaf, CUPBOARD).made["bit"].takes_ml == pytest.approx(16 * 8)


@given(moulds=st.integers(1, 20), count=st.integers(1, 60), hollows=st.integers(1, 30), at_once=st.integers(1, 6))
def test_fillings_make_what_is_needed_and_fit_their_moulds(moulds: int, count: int, hollows: int, at_once: int) -> None:
    assume(count * moulds <= MOST_FILLINGS * at_once * hollows)
    make = {"kind": "cavity", "mould": {"cavity_ml": 8, "cavities": hollows}}
    pieces = {"id": "bit", "name": "Bits", "make": make, "count": count, "colour": "white", "moulds": at_once}
    loaf = read_loaf(box(moulds=moulds, pieces=[pieces]))
    found = fillings_of(loaf, loaf.pieces[0])
    assert sum(item.out for item in found) == count * moulds
    assert max(item.out for item in found) - min(item.out for item in found) <= 1
    assert all(item.out <= item.moulds * hollows and item.moulds <= at_once for item in found)
    assert [item.number for item in found] == list(range(1, len(found) + 1))


def test_what_is_cast_with_others_fills_all_its_moulds_at_once() -> None:
    document = filled(3, batches=[{"id": "small", "name": "Small things", "casts": ["cast-bit", "cast-rod"]}])
    result = plan(read_loaf(document), CUPBOARD)
    assert [pot.id for pot in result.pots] == ["batch-small", "loaf"]
    holds = network_of(read_loaf(document), result).holds
    assert {hold.start: hold.count for hold in holds if hold.mould != "pot"} == {
        "cast.bit": 2,
        "cast.rod": 3,
        "pour": 3,
    }


def test_the_plan_says_how_many_of_everything() -> None:
    one, three = (plan(read_loaf(filled(moulds)), CUPBOARD) for moulds in (1, 3))
    assert (three.cuts.in_all, len(three.cuts.bars)) == (3 * one.cuts.in_all, len(one.cuts.bars))
    assert three.cuts.slice_of(one.cuts.in_all + 2) == three.cuts.bars[1]
    poured = {step.key: step for step in three.steps}
    assert poured["loaf.pour.all"].detail.startswith("Each of the three: ")
    assert poured["loaf.lay.rod"].detail.startswith("Each of the three: ")
    assert [move.count for move in poured["loaf.cut"].moves] == [three.cuts.in_all]
    assert [move.count for move in poured["loaf.lay.rod"].moves] == [-3]
    cast = [step for step in three.steps if step.do == "cast" and step.key.startswith("cast-rod")]
    assert [step.title for step in cast] == [f"Fill the mould: Rod, filling {n} of 3" for n in (1, 2, 3)]
    assert cost_of(three, {}, 10).per_bar < cost_of(one, {}, 10).per_bar


def spans(document: dict[str, Any], seasons_moulds: Mapping[str, int] | None = None) -> list[tuple[int, int]]:
    """When each casting of the rod is in its mould [steps], as the solver places it; a count without it agrees."""
    loaf = read_loaf(document)
    network = network_of(loaf, plan(loaf, CUPBOARD))
    moulds = seasons_moulds or {}
    problem = SeasonProblem(network=network, openings=((0, 4000),), ready={}, horizon=8000, moulds=moulds)
    starts = solve(problem, 1.0).starts
    assert not starts or faults_in(problem, starts) == ()
    cast = [job.key for job in network.jobs if job.key.startswith("cast.rod") and job.key in starts]
    return sorted((starts[key], starts[key.replace("cast", "out")]) for key in cast)


def test_one_mould_is_filled_again_when_it_is_free_and_two_are_filled_at_once() -> None:
    first, second = spans(filled(2))
    assert first[1] <= second[0]
    at_once = filled(2)
    at_once["embeds"] = [{**COLUMN, "casting": {"mould_length_mm": 260, "moulds": 2}}]
    assert len(spans(at_once)) == 1


def test_castings_that_would_be_too_old_are_told_and_have_no_season() -> None:
    """A column in silicone wants 56 h here, and is too old after seven days: three in a row do not meet."""
    loaf = read_loaf(filled(3))
    (told,) = [item for item in plan(loaf, CUPBOARD).remarks if item.code == "castings.too_slow"]
    assert told.text.startswith("Rod is cast 3 times over in the same mould: the first would be ")
    assert spans(filled(3)) == []
    assert not [item for item in plan(read_loaf(filled(2)), CUPBOARD).remarks if item.code == "castings.too_slow"]


def test_too_few_moulds_are_a_clash_that_the_solver_sees() -> None:
    document = filled(2)
    loaf = read_loaf(document)
    network = network_of(loaf, plan(loaf, CUPBOARD))
    key = next(hold.mould for hold in network.holds if hold.start == "pour" and hold.mould != "pot")
    assert SeasonProblem(network=network, openings=(), ready={}).owned(key) == 2
    assert spans(document, {key: 2})
    assert not spans(document, {key: 1})


@pytest.mark.parametrize("moulds", [0, 1000])
def test_no_mould_and_a_thousand_are_refused(moulds: int) -> None:
    with pytest.raises(InputError, match="moulds"):
        read_loaf(filled(moulds))


def test_a_mould_filled_too_often_is_refused_with_how_many_would_do() -> None:
    with pytest.raises(InputError, match=r"Rod would be cast 60 times over; 24 is most. Fill 3 or more at once"):
        plan(read_loaf(filled(60)), CUPBOARD)


def test_older_documents_keep_their_one_pot() -> None:
    document = {**filled(1), "version": 7}
    document["pieces"][0]["count"] = 20
    loaf = read_loaf(document)
    assert loaf.pieces[0].moulds == 4
    assert len(delivered(document, "bit")) == 1
