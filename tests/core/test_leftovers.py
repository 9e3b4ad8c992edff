"""Kept batter that is coloured anew: the jars that it lacks, by its own oils, and what comes of it."""

from __future__ import annotations

from typing import Any

import pytest

from archtop.core import LoafPlan, plan, read_loaf, resolve, standard_cupboard
from archtop.core.base import LOAF
from archtop.core.colour import Colourant, TestBar
from tests.core.conftest import box

BLACK = Colourant(key="soot", name="Soot", bar=TestBar(dose_g_per_kg=8, srgb="#3a3a3c"), skin_safe=True)
WHITE = Colourant(key="white", name="Whitener", bar=TestBar(dose_g_per_kg=5, srgb="#fbfaf6"), whitens=2.0)
CUPBOARD = standard_cupboard().model_copy(update={"colourants": {"soot": BLACK, "white": WHITE}})


def colour(key: str, srgb: str, **doses: float) -> dict[str, Any]:
    jars = [{"colourant": jar, "g_per_kg": dose} for jar, dose in doses.items()]
    return {"id": key, "name": key.title(), "srgb": srgb, "colourants": jars}


def kept(**more: Any) -> dict[str, Any]:
    return box(
        colours=[
            colour("pale", "#f4f0e6", white=4),
            colour("grey", "#8a8a8c", white=4, soot=1),
            colour("dark", "#303032", soot=12),
        ],
        work=[{"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "pale", "percent": 100}]}],
        keeps=[{"colour": "pale", "volume_ml": 200, **more}],
    )


def planned(**more: Any) -> LoafPlan:
    return plan(read_loaf(kept(**more)), CUPBOARD)


def test_only_what_is_lacking_goes_in_by_its_own_oils() -> None:
    """Of a grey that is white with a little soot, pale batter lacks the soot alone: 1 g to a kilogram of its oils."""
    result = planned(into="grey")
    step = next(step for step in result.steps if step.key == str(LOAF.step("keep")))
    (soot,) = [amount for amount in step.amounts if amount.unit == "g"]
    batter = resolve(read_loaf(kept()), CUPBOARD).own_batter
    oils_g = 200 * batter.density.value / batter.g_per_g_oils
    assert soot.label == "Soot"
    assert soot.value == pytest.approx(oils_g / 1000, abs=0.05)
    assert "Recolour it" in step.detail
    assert any("not to be breathed" in caution for caution in step.cautions)
    assert {supply.name for supply in result.supplies if supply.kind == "colourant"} == {"Soot", "Whitener"}


def test_whitened_batter_gets_only_as_dark_as_it_will() -> None:
    """White cannot be taken out again: what is to be black stays off it, what is to be grey comes nearer."""
    (grey,), (dark,) = planned(into="grey").leftovers, planned(into="dark").leftovers
    assert dark.off_wish > 6
    assert dark.says.startswith("as near as it will get to Dark")
    fresh = next(c for c in plan(read_loaf({**kept(), "work": [_poured_dark()]}), CUPBOARD).colours if c.id == "dark")
    assert fresh.off_wish < dark.off_wish
    assert dark.shows != grey.shows


def _poured_dark() -> dict[str, Any]:
    return {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": [{"colour": "dark", "percent": 100}]}


def test_what_stays_as_it_is_takes_nothing() -> None:
    result = planned()
    assert result.leftovers == ()
    step = next(step for step in result.steps if step.key == str(LOAF.step("keep")))
    assert [amount.unit for amount in step.amounts] == ["ml"]
    assert step.cautions == ()
