"""Plan against outcome: each way of coming out otherwise told by its size, its words and its causes."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest

from archtop.core import Loaf, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.notebook import Circumstance, Difference, Facts, LoafOutcome, differences_of, weight_ratio
from archtop.core.resolved import resolve
from tests.core.conftest import box, box_with, frosted, rod

CUPBOARD = standard_cupboard()
POURED = dt.datetime(2026, 5, 30, 12, tzinfo=dt.UTC)


def outcome(stage: str = "cut", **said: Any) -> LoafOutcome:
    return LoafOutcome.model_validate({"stage": stage, "on": "2026-05-31", **said})


def told(loaf: Loaf, *outcomes: LoafOutcome, facts: Facts | None = None) -> dict[str, Difference]:
    where = Circumstance(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD), facts or Facts())
    return {item.what: item for item in differences_of(where, outcomes)}


def weighed(result: LoafPlan, *shares: float, stage: str = "cut", **said: Any) -> LoafOutcome:
    """Each bar weighs its share of the plan, the last share again for those that are left."""
    each = [*shares, *[shares[-1]] * (len(result.cuts.bars) - len(shares))]
    bars = zip(result.cuts.bars, each, strict=True)
    weights = [{"bar": bar.number, "grams": bar.weight.value * share} for bar, share in bars]
    return outcome(stage, weights=weights, **said)


@pytest.mark.parametrize(
    ("off_mm", "size", "words"),
    [
        (0.0, "as planned", "as high as planned"),
        (2.5, "a little", "2.5 mm higher"),
        (-2.5, "a little", "2.5 mm lower"),
        (-6.0, "much", "6.0 mm lower"),
    ],
)
def test_a_level_off_its_plan_is_told_in_ml(off_mm: float, size: str, words: str) -> None:
    loaf = read_loaf(box())
    level = told(loaf, outcome("unmoulded", level_mm=60 + off_mm))["Fill level"]
    assert (level.size, words in level.says) == (size, True)
    if off_mm:
        assert f": {abs(off_mm) * 250 * 90 / 1000:.0f} ml {'over' if off_mm > 0 else 'under'}." in level.says
    assert bool(level.causes) is (size != "as planned")


def test_where_a_column_lies_the_same_millimetre_is_less_batter() -> None:
    """Five millimetres over its middle a rod of 50 mm is 49 mm wide and leaves 41 mm of the width to batter."""
    loaf = read_loaf(box_with(rod(up_mm=30), to_mm=34))
    level = told(loaf, outcome("unmoulded", level_mm=37))["Fill level"]
    assert ": 31 ml over." in level.says


@pytest.mark.parametrize(("share", "size"), [(0.995, "as planned"), (0.95, "a little"), (0.88, "much"), (1.1, "much")])
def test_light_and_heavy_bars(share: float, size: str) -> None:
    loaf = read_loaf(box())
    found = told(loaf, weighed(plan(loaf, CUPBOARD), share))["Weight of a fresh bar"]
    assert found.size == size
    assert f"{share - 1:+.1%}" in found.says


def test_what_the_bars_lack_stayed_on_the_bowls() -> None:
    loaf = read_loaf(box())
    result = plan(loaf, CUPBOARD)
    light = told(loaf, weighed(result, 0.9, left=[{"grams": 30, "went": "dough"}]))
    bowls = light["Batter on the bowls"]
    film_g = float(bowls.found.removesuffix(" g"))
    margin_g = sum(part.margin_ml for part in result.pots[-1].portions) * result.pots[-1].density.value
    planned_g = float(bowls.planned.removesuffix(" g"))
    missing_g = (1 - 0.9 / 0.99) * result.cuts.total_g
    assert film_g == pytest.approx(planned_g + margin_g + missing_g - 30, abs=1.1)
    assert "30 g were left over" in bowls.says
    assert bowls.causes[0].says == "bowls are scraped less clean than planned"
    assert light["Soap from a gram of oils"].found < light["Soap from a gram of oils"].planned


def test_less_than_half_of_a_loaf_on_the_scale_tells_nothing_of_bowls() -> None:
    loaf = read_loaf(box())
    found = told(loaf, outcome(weights=[{"bar": 1, "grams": 120}]))
    assert "Batter on the bowls" not in found
    assert "Weight of a fresh bar" in found


def test_bars_unlike_each_other_are_told_against_what_is_too_much() -> None:
    loaf = read_loaf(box())
    result = plan(loaf, CUPBOARD)
    even, uneven = (told(loaf, weighed(result, *shares))["Heaviest less lightest"] for shares in ((1.0,), (1.5, 1.0)))
    assert even.size == "as planned"
    assert uneven.size == "much"
    assert "50 g is too much" in uneven.says
    assert uneven.causes


@pytest.mark.parametrize(
    ("across", "up", "size", "words"),
    [
        (0.3, 0.2, "as planned", "lies where it was drawn"),
        (0, -4, "a little", "4.0 mm lower"),
        (-3, 5, "much", "5.0 mm higher and 3.0 mm to the left"),
        (3, 0, "a little", "3.0 mm to the right"),
    ],
)
def test_a_column_found_elsewhere(across: float, up: float, size: str, words: str) -> None:
    marks = [{"embed": "rod", "bar": bar, "across_mm": across, "up_mm": 40 + up} for bar in (1, 2)]
    found = told(read_loaf(box_with(rod(up_mm=40))), outcome(embeds=marks))["Where Rod lies"]
    assert (found.size, words in found.says) == (size, True)
    assert "in 2 faces" in found.says


@pytest.mark.parametrize(("times", "size"), [(1.1, "as planned"), (1.6, "a little"), (2.4, "much")])
def test_piping_that_took_longer(times: float, size: str) -> None:
    loaf = read_loaf(box(frosting=frosted()))
    (run,) = plan(loaf, CUPBOARD).top.runs
    facts = Facts(pipe_min={"eave": run.minutes.value * times})
    found = told(loaf, outcome(), facts=facts)["Time to pipe Eave"]
    assert found.size == size
    assert [cause.says for cause in found.causes] == (
        [] if size == "as planned" else ["your hands take longer than the plan's"]
    )


def test_colours_are_told_by_their_distance_and_how_they_were_seen() -> None:
    loaf = read_loaf(box(colours=[{"id": "white", "name": "Chalk", "srgb": "#f0f0f0"}]))

    def seen(srgb: str, how: str = "by eye") -> Difference:
        return told(loaf, outcome("cured", colours=[{"colour": "white", "srgb": srgb, "how": how}]))["Colour of Chalk"]

    assert seen("#f0f0f0").size == "as planned"
    dark = seen("#303030", "white card")
    assert dark.size == "much"
    assert dark.says.endswith("told against a white card.")
    assert seen("#e0dcd0").says.endswith("told by eye.")


def test_what_was_lost_in_curing_is_seen_on_the_same_bars() -> None:
    loaf = read_loaf(box())
    result = plan(loaf, CUPBOARD)
    cured = outcome("cured", weights=[{"bar": 1, "grams": 0.8 * result.cuts.bars[0].weight.value}])
    found = told(loaf, weighed(result, 1.0), cured)["Lost in curing"]
    assert found.found == "20.0 %"
    assert found.says.startswith("1 bar lost")
    assert found.size == "much"


@pytest.mark.parametrize(("hours", "words"), [(10, "before its window"), (30, "in its window"), (300, "after its")])
def test_time_in_the_mould_against_its_window(hours: float, words: str) -> None:
    found = told(read_loaf(box()), outcome(), facts=Facts(mould_h=hours))["Time in the mould"]
    assert words in found.says


@pytest.mark.parametrize(
    ("planned", "words"),
    [("2026-05-30", "on its day"), ("2026-05-29", "1 day late"), ("2026-06-02", "3 days early")],
)
def test_the_day_of_the_pour(planned: str, words: str) -> None:
    found = told(read_loaf(box(pour_on=planned)), outcome(), facts=Facts(poured_at=POURED))["Day of the pour"]
    assert words in found.says


def test_the_largest_differences_come_first() -> None:
    loaf = read_loaf(box())
    where = Circumstance(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD), Facts())
    said = outcome("cut", level_mm=60, bars=2, faults=[{"kind": "ash", "bad": 1}])
    assert [item.size for item in differences_of(where, [said])] == ["much", "a little", "as planned"]


def test_a_loaf_changed_since_it_was_weighed_is_told_as_far_as_it_still_goes() -> None:
    """Its bars are fewer and a colour is gone: what has no place any more is left out, the rest still counts."""
    long = read_loaf(box())
    result = plan(long, CUPBOARD)
    said = weighed(result, 1.0, colours=[{"colour": "gone", "srgb": "#808080"}])
    short = read_loaf(box(mould={"length_mm": 100, "width_mm": 90, "height_mm": 70}))
    fewer = plan(short, CUPBOARD)
    assert len(fewer.cuts.bars) < len(result.cuts.bars)
    ratio = weight_ratio(fewer, [said])
    assert ratio is not None
    assert ratio[1] == len(fewer.cuts.bars)
    found = told(short, said)
    assert "Weight of a fresh bar" in found
    assert not any(what.startswith("Colour of") for what in found)
