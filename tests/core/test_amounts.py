"""Amounts as hands say them: so far under the rim, so much batter, so many bars, so much held back, so much oil."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.size_back import BackTarget, size_back
from tests.core.conftest import box, rod, shredded

CUPBOARD = standard_cupboard()
POUR = {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "white", "percent": 100}]}


def poured(**told: Any) -> dict[str, Any]:
    return box(work=[{**POUR, **told}])


def test_so_far_under_the_rim() -> None:
    result = plan(read_loaf(poured(by="under the rim", under_mm=20)), CUPBOARD)
    assert result.level_mm == pytest.approx(50)


@settings(max_examples=20)
@given(batter_ml=st.floats(100, 1500), shreds=st.floats(1, 60), diameter=st.floats(10, 40))
def test_so_much_batter_is_what_is_mixed_for_it(batter_ml: float, shreds: float, diameter: float) -> None:
    """Whatever lies in the mould and is stirred in: the batter poured is what was told."""
    column = rod(diameter=diameter, up_mm=diameter / 2 + 2)
    first = {**POUR, "id": "low", "to_mm": 1}
    told = {**POUR, "by": "batter", "batter_ml": batter_ml, **shredded(shreds)}
    document = box(embeds=[column], work=[first, {"do": "lay", "embed": "rod"}, told])
    loaf = read_loaf(document)
    full = read_loaf({**document, "work": [*document["work"][:2], {**POUR, **shredded(shreds), "to_mm": 70}]})
    most = plan(full, CUPBOARD).fills[-1].batter.value
    if batter_ml > most:
        with pytest.raises(InputError, match=r"work.2.batter_ml|level.overflow"):
            plan(loaf, CUPBOARD)
        return
    try:
        fills = plan(loaf, CUPBOARD).fills
    except InputError as error:
        # So little batter that it cannot bind the shreds.
        assert error.problems[0].code == "pour.too_full"  # noqa: PT017
        return
    assert fills[-1].batter.value == pytest.approx(batter_ml, rel=1e-6)


def test_twelve_bars_are_as_thick_as_that_makes_them() -> None:
    result = plan(read_loaf(box(cuts={"slices": 12, "kerf_mm": 0.6, "front_slice_mm": 5})), CUPBOARD)
    assert len(result.cuts.bars) == 12
    thick = (250 - 5 - 0.6 - 11 * 0.6) / 12
    assert [bar.to_mm - bar.from_mm for bar in result.cuts.bars] == pytest.approx([thick] * 12)
    assert result.cuts.bars[-1].to_mm == pytest.approx(250)
    cut = next(step for step in result.steps if step.key == "loaf.cut")
    assert cut.amounts[0].value == pytest.approx(thick)


def test_more_bars_than_the_loaf_gives_are_refused_with_the_most() -> None:
    with pytest.raises(InputError, match=r"each would be 1.9 mm thick; 5 mm is least. Cut 44 at most"):
        plan(read_loaf(box(cuts={"slices": 100})), CUPBOARD)
    assert len(plan(read_loaf(box(cuts={"slices": 44})), CUPBOARD).cuts.bars) == 44


FROSTING = {
    "tips": [{"id": "round", "name": "Round", "kind": "plain", "opening_mm": 10}],
    "runs": [
        {
            "id": "row",
            "name": "Row",
            "motif": {"kind": "kiss", "size_mm": 18},
            "tip": "round",
            "colours": ["white"],
            "rows": 2,
        }
    ],
}


def test_what_a_hand_holds_back_overrules_what_the_top_takes() -> None:
    free = plan(read_loaf(box(frosting=FROSTING)), CUPBOARD)
    held = plan(read_loaf(box(frosting={**FROSTING, "held_back_ml": 40})), CUPBOARD)
    bowls = [next(p for p in result.pots[-1].portions if p.use == "frosting") for result in (free, held)]
    assert bowls[1].delivers.value == pytest.approx(40)
    (told,) = [remark for remark in held.remarks if remark.code == "top.over_told"]
    lacks = free.top.volume.value - 40
    assert told.text.endswith(f"{lacks:.0f} ml too little.")
    assert not [remark for remark in free.remarks if remark.code == "top.over_told"]


def test_a_recipe_less_ten_ounces_is_met() -> None:
    loaf = read_loaf(poured())
    own = plan(loaf, CUPBOARD).pots[-1]
    oils = sum(line.exact_g for line in own.ingredients if line.role == "oil")
    # Ten ounces avoirdupois are 283.49523125 g (the pound of 1959, 453.59237 g, through 1.6).
    wanted = oils - 283.49523125
    sized = size_back(loaf, CUPBOARD, BackTarget(use="oils", amount=wanted))
    assert sized.takes == pytest.approx(wanted, abs=0.05)
    assert sized.level_mm == pytest.approx(60 * wanted / oils, abs=0.6)


def test_a_column_longer_than_the_loaf_says_how_far_it_is_poured() -> None:
    document = box(embeds=[rod(length_mm=200, casting={"mould_length_mm": 300, "trim_mm": 6})])
    document["work"] = [{**POUR, "to_mm": 10}, {"do": "lay", "embed": "rod"}, {**POUR, "id": "top", "to_mm": 68}]
    result = plan(read_loaf(document), CUPBOARD)
    filling = next(step for step in result.steps if step.key == "cast-rod.cast")
    assert [(a.label, a.value) for a in filling.amounts if a.unit == "mm"] == [
        ("Pour it this long, of 300 mm", pytest.approx(206))
    ]
    assert filling.amounts[0].value == pytest.approx(math.pi * 25**2 * 206 / 1000, rel=2e-3)


def test_what_is_kept_goes_into_its_mould_before_the_piping() -> None:
    kept = [{"colour": "white", "volume_ml": 80, "purpose": "saver mould"}]
    keys = [step.key for step in plan(read_loaf(box(frosting=FROSTING, keeps=kept)), CUPBOARD).steps]
    assert keys.index("loaf.pour.all") < keys.index("loaf.keep") < keys.index("loaf.pipe.row")


def test_a_row_in_a_melted_surround_is_sliced_and_lined_up() -> None:
    """A figure cast first, base poured around it, turned out, sliced flat on both faces, laid end to end."""
    figure = {"name": "Kite", "outline": {"kind": "circle", "diameter_mm": 20}, "colour": "white"}
    casting = {"mould_length_mm": 60, "of": "clear base"}
    row = {"piece_mm": 42, "slice_mm": 1}
    document = box(embeds=[rod(diameter=40, up_mm=25, figure=figure, casting=casting, row=row, length_mm=240)])
    document["work"] = [{**POUR, "to_mm": 10}, {"do": "lay", "embed": "rod"}, {**POUR, "id": "top", "to_mm": 60}]
    result = plan(read_loaf(document), CUPBOARD)
    titles = [step.title for step in result.steps if "rod" in step.key]
    assert titles[-4:] == [
        "Melt and pour Rod around Kite",
        "Turn out Rod",
        "Slice Rod and line it up",
        "Lay in Rod",
    ]
    sliced = next(step for step in result.steps if step.title == "Slice Rod and line it up")
    assert sliced.detail.startswith("6 pieces of 42 mm: slice 1 mm off both faces")
