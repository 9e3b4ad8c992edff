"""A loaf in the middle of its work: what is there after a step, and that it can be drawn."""

from __future__ import annotations

import json
from typing import Any

import pytest

from archtop.core import LoafPlan, ResolvedLoaf, plan_of, read_cupboard, read_loaf, resolve
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import field_of
from archtop.core.solids import after_step, loaf_solids, look_of, pictures_of
from tests.core.conftest import DEMO


def read_json(name: str) -> Any:
    return json.loads((DEMO / name).read_text(encoding="utf-8"))


def planned(name: str) -> tuple[ResolvedLoaf, LoafPlan]:
    of = resolve(read_loaf(read_json(f"{name}.loaf.json")), read_cupboard(read_json("cupboard.json")))
    return of, plan_of(of)


@pytest.mark.parametrize("name", ["lantern-row", "ferry-lights", "tin-roof-rain", "tea-stall-cups"])
def test_every_step_on_the_loaf_adds_what_it_says_and_takes_nothing_away(name: str) -> None:
    of, result = planned(name)
    before = (0.0, 0, 0, 0)
    seen = []
    for step in result.steps:
        moment = after_step(of, result, step.key)
        if moment is None:
            continue
        seen.append(step.key)
        then, plan = moment
        strewn = plan.top.scatter.strewn if plan.top.scatter else ()
        now = (plan.level_mm, len(plan.top.runs), len(strewn), len(then.loaf.top.finishes))
        assert now >= before, step.key
        assert plan.cuts.whole
        if step.key.startswith("loaf.pour."):
            fill = next(fill for fill in result.fills if f"loaf.pour.{fill.ref}" == step.key)
            assert plan.level_mm == fill.level_after_mm
            assert (plan.top.runs, then.loaf.frosting) == ((), None)
        if step.key.startswith("loaf.pipe."):
            assert step.key.removeprefix("loaf.pipe.") in {run.id for run in plan.top.runs}
        before = now
    assert {f"loaf.{fill.do}.{fill.ref}" for fill in result.fills} <= set(seen)
    assert {f"loaf.pipe.{run.id}" for run in result.top.runs} <= set(seen)
    # By the last of them everything is on it.
    strewn = result.top.scatter.strewn if result.top.scatter else ()
    finishes = [finish for finish in of.loaf.top.finishes if finish.when == "in its turn"]
    assert before[1:3] == (len(result.top.runs), len(strewn))
    assert before[3] >= len(finishes)


def test_after_the_first_pour_there_is_no_more_of_it_than_that() -> None:
    of, result = planned("lantern-row")
    key = next(step.key for step in result.steps if step.key.startswith("loaf.pour."))
    moment = after_step(of, result, key)
    assert moment is not None
    solids = loaf_solids(*moment)
    (bar,) = solids.bars
    high = max(patch.grid[..., 2].max() for patch in bar.patches)
    assert high == pytest.approx(result.fills[0].level_after_mm, abs=0.01)
    shown = {colour.id: colour.shown for colour in result.colours}
    field = field_of(moment[0], moment[1].fills, bowls_of(of, result))
    pictures = pictures_of(moment[0], solids, field, look_of(moment[0], shown))
    pour = next(step for step in of.loaf.work if step.do == "pour")
    poured = {pictures.look.colours[share.colour] for share in pour.colours}
    assert {tuple(map(int, rgb)) for rgb in pictures.skin.pixels.reshape(-1, 3)} <= poured


def test_what_leaves_no_trace_on_the_loaf_has_no_picture() -> None:
    of, result = planned("lantern-row")
    for step in result.steps:
        if not step.key.startswith("loaf."):
            assert after_step(of, result, step.key) is None
    assert after_step(of, result, "loaf.nothing.at-all") is None
