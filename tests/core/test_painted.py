"""Painted details: a jar brushed onto pieces has its step, its grams, its place on list and label."""

from __future__ import annotations

from typing import Any

import pytest

from archtop.core import Cupboard, InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.base import LOAF
from archtop.core.colour import Colourant, TestBar
from tests.core.conftest import box_with, rod

GOLD = Colourant(
    key="gold", name="Gold powder", inci="Mica", bar=TestBar(dose_g_per_kg=5, srgb="#c9a227"), skin_safe=True
)


def cupboard(jar: Colourant = GOLD) -> Cupboard:
    return standard_cupboard().model_copy(update={"colourants": {jar.key: jar}})


def painted(moulds: int = 1, jar: Colourant = GOLD, **change: Any) -> LoafPlan:
    column = rod(painted={"of": "gold", "where": "Three rings", "grams": 0.34, **change})
    return plan(read_loaf(box_with(column, moulds=moulds)), cupboard(jar))


def test_it_is_painted_before_the_loaf_is_mixed_and_laid_after() -> None:
    result = painted(moulds=2)
    keys = [step.key for step in result.steps]
    at = keys.index(str(LOAF.step("paint", "rod")))
    step = result.steps[at]
    assert step.title == "Paint Rod: Three rings"
    assert step.detail.startswith("Each of the two:")
    assert [(amount.label, amount.value) for amount in step.amounts] == [("Gold powder", 0.3)]
    assert any("not to be breathed" in caution for caution in step.cautions)
    assert keys.index("cast-rod.out") < at < keys.index(str(LOAF.step("lay", "rod")))


def test_it_is_bought_for_all_moulds_and_named_on_the_label() -> None:
    result = painted(moulds=3)
    (jar,) = [supply for supply in result.supplies if supply.kind == "colourant"]
    assert jar.grams == pytest.approx(0.9)
    assert "Mica" in result.label.text


@pytest.mark.parametrize(
    ("jar", "change", "code"),
    [
        (GOLD, {"of": "silver"}, "painted.unknown"),
        (GOLD.model_copy(update={"skin_safe": False}), {}, "painted.skin"),
    ],
)
def test_what_cannot_be_brushed_on_is_refused_at_its_field(jar: Colourant, change: dict[str, Any], code: str) -> None:
    with pytest.raises(InputError) as error:
        painted(jar=jar, **change)
    (problem,) = error.value.problems
    assert (problem.code, problem.field) == (code, "embeds.0.painted.of")
