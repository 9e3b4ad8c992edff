"""Planned again from where it stands."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.bench import Replan, replan
from tests.core.conftest import box, box_with, frosted, rod

CUPBOARD = standard_cupboard()
COLOURS = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "red", "name": "Red", "srgb": "#c03020"}]
AREA_CM2 = 225.0


def pour(key: str, to_mm: float, **shares: float) -> dict[str, Any]:
    colours = [{"colour": colour, "percent": percent} for colour, percent in shares.items()]
    return {"do": "pour", "id": key, "name": key.title(), "to_mm": to_mm, "colours": colours}


TWO = box(colours=COLOURS, work=[pour("low", 30, white=100), pour("high", 60, red=100)])


def again(document: dict[str, Any], done: set[str], **lost: float) -> Replan:
    return replan(read_loaf(document), CUPBOARD, done, {key.replace("_", "-"): share for key, share in lost.items()})


def test_what_is_left_by_hand() -> None:
    """Each pour is 30 mm over 225 cm²: 675 ml of it waits until it is poured."""
    pot = plan(read_loaf(TWO), CUPBOARD).pots[-1]
    grams = {portion.key: portion.grams for portion in pot.portions}
    assert {item.bowl: item.grams for item in again(TWO, set()).left} == pytest.approx(grams)
    assert [item.bowl for item in again(TWO, {"loaf.pour.low"}).left] == ["pour-red"]
    assert again(TWO, {"loaf.pour.low", "loaf.pour.high"}).left == ()


@given(st.floats(0.05, 0.9))
def test_the_loaf_ends_lower_by_what_is_lost(share: float) -> None:
    found = again(TWO, {"loaf.pour.low"}, pour_red=share)
    assert found.lost_ml == pytest.approx(share * 675)
    assert found.going_on
    assert found.going_on.level_mm == pytest.approx(60 - share * 30, abs=0.06)
    assert found.going_on.bar_g == pytest.approx(found.going_on.was_g * (60 - share * 30) / 60, rel=0.01)


@given(st.floats(0.05, 0.45))
def test_another_bowl_gives_what_is_lacking_and_lacks_it_then(share: float) -> None:
    """Of 675 ml red so much comes from white: the high pour stays as thick, the low one is thinner by that."""
    found = again(TWO, set(), pour_red=share)
    (instead,) = found.instead
    assert instead.bowl == "pour-white"
    on = instead.going_on
    assert on.document
    low, high = on.document["work"]
    assert low["to_mm"] == pytest.approx(30 * (1 - share), abs=0.06)
    shares = {item["colour"]: item["percent"] for item in high["colours"]}
    assert shares == pytest.approx({"red": 100 * (1 - share), "white": 100 * share}, abs=0.01)
    assert on.level_mm == pytest.approx(60 - 30 * share, abs=0.1)


def test_a_bowl_that_has_too_little_gives_nothing_and_none_gives_to_the_piping() -> None:
    uneven = box(colours=COLOURS, work=[pour("low", 10, white=100), pour("high", 60, red=100)])
    assert again(uneven, set(), pour_red=0.5).instead == ()
    assert again(TWO, {"loaf.pour.low"}, pour_red=0.2).instead == ()
    iced = box(colours=COLOURS, work=[pour("low", 30, white=100), pour("high", 60, red=100)], frosting=frosted())
    assert again(iced, set(), frosting_white=0.2).instead == ()


def test_a_colour_lost_entirely_leaves_its_pour_out() -> None:
    found = again(TWO, set(), pour_white=1).going_on
    assert found
    assert found.document
    assert [step["id"] for step in found.document["work"]] == ["high"]
    assert found.level_mm == pytest.approx(30, abs=0.06)


def test_a_pour_in_two_colours_keeps_what_is_there_in_its_proportions() -> None:
    document = box(colours=COLOURS, work=[pour("both", 60, white=50, red=50)])
    found = again(document, set(), pour_red=0.5).going_on
    assert found
    assert found.document
    shares = {share["colour"]: share["percent"] for share in found.document["work"][0]["colours"]}
    assert shares == pytest.approx({"white": 100 * 2 / 3, "red": 100 / 3})
    assert found.level_mm == pytest.approx(45, abs=0.06)


def test_mixed_again_is_a_pot_that_can_deliver_it() -> None:
    pot = again(TWO, {"loaf.pour.low"}, pour_red=0.4).again
    assert pot
    assert pot.delivers.value == pytest.approx(0.4 * 675)
    assert sum(line.grams for line in pot.ingredients) == pytest.approx(pot.total_g)
    assert pot.total_g > 0.4 * 675 * pot.density.low


def test_an_embed_left_standing_out_is_told() -> None:
    document = box_with(rod(diameter=40, up_mm=35), to_mm=60)
    found = again(document, {"loaf.pour.first", "loaf.lay.rod"}, pour_white=0.9).going_on
    assert found
    assert any(remark.code == "embed.proud" for remark in found.new)


def test_frosting_lost_is_piped_thinner_or_not_at_all() -> None:
    document = {**TWO, "frosting": frosted(200)}
    half = again(document, set(), frosting_white=0.5).going_on
    assert half
    assert half.document
    thinner = plan(read_loaf(half.document), CUPBOARD).top
    assert len(thinner.runs[0].spots) >= 10
    assert thinner.volume.value / len(thinner.runs[0].spots) == pytest.approx(10)
    gone = again(document, set(), frosting_white=1).going_on
    assert gone
    assert gone.document
    assert gone.document["frosting"] is None
    assert "frosting-white" not in [item.bowl for item in again(document, {"loaf.pipe.eave"}).left]


@pytest.mark.parametrize(("lost", "code"), [({"pour-teal": 0.5}, "replan.bowl"), ({"pour-red": 1.5}, "replan.share")])
def test_what_cannot_be_lost_is_refused(lost: dict[str, float], code: str) -> None:
    with pytest.raises(InputError) as refused:
        replan(read_loaf(TWO), CUPBOARD, (), lost)
    assert refused.value.problems[0].code == code


def test_without_its_only_pour_there_is_no_loaf_but_a_reason() -> None:
    found = again(box(), set(), pour_white=1).going_on
    assert found
    assert found.document is None
    assert found.problems
