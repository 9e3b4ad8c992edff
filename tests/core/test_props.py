"""Props and a spritz between layers: what hands do to the loaf while it fills, and what it changes."""

from __future__ import annotations

from typing import Any

import pytest

from archtop.core import InputError, LoafPlan, ResolvedLoaf, plan_of, read_loaf, resolve, standard_cupboard
from archtop.core.bench.clock import bowls_of
from tests.core.conftest import box_with, rod

CUPBOARD = standard_cupboard()


def planned(*between: dict[str, Any]) -> tuple[ResolvedLoaf, LoafPlan]:
    """A column laid on the first pour and surrounded by the second, with steps between."""
    document = box_with(rod(diameter=40, up_mm=40))
    document["work"][2:2] = list(between)
    of = resolve(read_loaf(document), CUPBOARD)
    return of, plan_of(of)


def prop(until: str | None = "rest", **changes: Any) -> dict[str, Any]:
    return {"do": "prop", "id": "skewers", "name": "Skewers", "embed": "rod", "until": until, **changes}


SPRITZ = {"do": "spritz", "id": "mist", "name": "Mist"}


def test_they_change_neither_levels_nor_grams() -> None:
    (_, bare), (_, done) = planned(), planned(SPRITZ, prop())
    assert done.level_mm == bare.level_mm
    assert done.total_to_mix_g == bare.total_to_mix_g
    assert [fill.level_after_mm for fill in done.fills if fill.do in ("pour", "lay")] == [
        fill.level_after_mm for fill in bare.fills
    ]


@pytest.mark.parametrize(
    ("until", "order", "job"),
    [
        ("rest", ["loaf.pour.rest", "loaf.prop-out.skewers"], "pour"),
        (None, ["loaf.prop-out.skewers", "loaf.cut"], "cut"),
    ],
)
def test_what_is_set_comes_out_again_once(until: str | None, order: list[str], job: str) -> None:
    _, result = planned(prop(until))
    keys = [step.key for step in result.steps]
    assert keys.count("loaf.prop.skewers") == keys.count("loaf.prop-out.skewers") == 1
    assert keys.index("loaf.prop.skewers") == keys.index("loaf.lay.rod") + 1
    first = keys.index(order[0])
    assert keys[first : first + 2] == order
    out = next(step for step in result.steps if step.key == "loaf.prop-out.skewers")
    assert (out.job, out.title) == (job, "Take Skewers out from Rod")


def test_alcohol_is_cautioned_of_where_it_is_sprayed() -> None:
    _, result = planned(SPRITZ)
    step = next(step for step in result.steps if step.key == "loaf.spritz.mist")
    assert any("burns" in caution for caution in step.cautions)


@pytest.mark.parametrize("until", ["rest", None])
def test_what_is_held_waits_for_batter_only_where_it_is_let_go(until: str | None) -> None:
    def limits(*between: dict[str, Any]) -> dict[str, float]:
        of, result = planned(*between)
        return {
            limit.step: limit.least_pa
            for bowl in bowls_of(of, result)
            for limit in bowl.limits
            if limit.key == "embed.rod"
        }

    bare, held = limits(), limits(prop(until))
    assert list(bare) == ["loaf.lay.rod"]
    assert held == ({} if until is None else {"loaf.prop-out.skewers": bare["loaf.lay.rod"]})
    _, result = planned(prop(until))
    assert result.embed_holds[0].says.startswith("Skewers hold Rod")


@pytest.mark.parametrize(
    ("step", "field"),
    [
        (prop("first"), "work.2.until"),
        (prop("never"), "work.2.until"),
        (prop(embed="none"), "work.2.embed"),
    ],
)
def test_a_prop_that_holds_nothing_or_comes_out_before_is_refused(step: dict[str, Any], field: str) -> None:
    with pytest.raises(InputError) as refused:
        planned(step)
    assert field in [problem.field for problem in refused.value.problems]


@pytest.mark.parametrize(("long", "held"), [(260, True), (140, False)])
def test_a_tall_column_mould_is_held_by_a_second_pair_of_hands(long: float, held: bool) -> None:
    """Common practice, no source."""
    column = rod("col", 30, length_mm=long - 20, casting={"mould_length_mm": long, "trim_mm": 0})
    found = plan_of(resolve(read_loaf(box_with(column, to_mm=60)), CUPBOARD))
    filled = next(step for step in found.steps if step.do == "cast" and "Fill the mould" in step.title)
    assert ("a second pair of hands" in filled.detail) is held
