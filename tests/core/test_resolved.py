"""A loaf is resolved once: what its file brings and what the studio has learned count wherever it is looked at."""

from __future__ import annotations

import json
from typing import Any

import pytest

from archtop.core import InputError, calculate, plan, plan_of, read_loaf, resolve, standard_cupboard
from archtop.core.base import JobKey, PotId, Rate, StepKey
from archtop.core.bench import replan
from archtop.core.bench.clock import bowls_of
from archtop.core.document.lifts import LIFTS
from archtop.core.faces import field_of
from tests.core.conftest import DEMO, box, box_with, rod

CUPBOARD = standard_cupboard()


def demo(name: str = "lantern-row") -> dict[str, Any]:
    return json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))


def test_what_a_file_brings_counts_for_its_faces_too() -> None:
    """The demo's jars are in no table of ours: the file brings them."""
    document = demo()
    assert document["brings"]["colourants"]
    loaf = read_loaf(document)
    of = resolve(loaf, CUPBOARD)
    result = plan_of(of)
    assert result == plan(loaf, CUPBOARD)
    assert field_of(of, result.fills, bowls_of(of, result)).face(result.cuts.bars[0].from_mm, 2.0).colours.size
    shown = calculate("cut-faces", {"loaf": document, "px_mm": 4.0})
    assert len(shown.model_dump()["faces"]) == len(result.cuts.bars)


@pytest.mark.parametrize("name", ["ferry-lights", "lantern-row", "paper-kites", "tin-roof-rain", "trellis-gate"])
def test_every_demo_loaf_plans_from_its_file_alone(name: str) -> None:
    assert plan(read_loaf(demo(name)), CUPBOARD).pots


def heavier(times: float) -> Rate:
    return Rate(
        key="density",
        name="",
        unit="ratio",
        value=times,
        low=times,
        high=times,
        default=1,
        n=9,
        how="",
        source="",
    )


def test_batter_mixed_again_is_as_heavy_as_this_studios_is() -> None:
    """Five percent heavier batter: five percent more of it on the scale for the same volume."""
    loaf = read_loaf(box(sizing={"scale_step_g": 0.01}))
    heavy = CUPBOARD.model_copy(update={"rates": {"density": heavier(1.05)}})
    usual, own = (replan(loaf, cupboard, (), {"pour-white": 0.5}).again for cupboard in (CUPBOARD, heavy))
    assert usual is not None
    assert own is not None
    assert own.total_g / usual.total_g == pytest.approx(1.05, abs=1e-4)
    assert own.total_g / plan(loaf, heavy).pots[-1].total_g == pytest.approx(
        usual.total_g / plan(loaf, CUPBOARD).pots[-1].total_g, abs=1e-4
    )


@pytest.mark.parametrize(
    ("step", "field"),
    [
        ({"do": "press", "id": "p", "pieces": "x", "count": 0}, "work.1.count"),
        ({"do": "hanger", "id": "h", "turns": 0}, "work.1.turns"),
        ({"do": "dust", "id": "d", "colour": "white", "amount_g": 0}, "work.1.amount_g"),
        ({"do": "pour", "id": "q", "name": "Q", "to_mm": 65, "colours": []}, "work.1.colours"),
        (
            {"do": "pour", "id": "q", "name": "Q", "to_mm": 65, "technique": {"kind": "drops", "passes": 0}},
            "work.1.technique.passes",
        ),
    ],
)
def test_a_path_never_names_a_unions_variant(step: dict[str, Any], field: str) -> None:
    document = box()
    document["work"].append(
        {"colours": [{"colour": "white", "percent": 100}], **step} if step["do"] == "pour" else step
    )
    with pytest.raises(InputError) as refused:
        read_loaf(document)
    assert field in [problem.field for problem in refused.value.problems]


@pytest.mark.parametrize("kind", ["wedge", "board", "composite", "cavity", "ball", "melt"])
def test_nor_that_of_a_way_of_making(kind: str) -> None:
    piece = {"id": "x", "name": "X", "count": 3, "colour": "white", "make": {"kind": kind, "nonsense": 1}}
    with pytest.raises(InputError) as refused:
        read_loaf(box(pieces=[piece]))
    assert "pieces.0.make.nonsense" in [problem.field for problem in refused.value.problems]


def two_colours(version: int, **how: Any) -> dict[str, Any]:
    shares = [{"colour": "white", "percent": 60}, {"colour": "red", "percent": 40}]
    red = {"id": "red", "name": "Red", "srgb": "#c03020"}
    work = [{"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": shares, **how}]
    return {**box(work=work), "colours": [*box()["colours"], red], "version": version}


def test_a_layer_of_several_colours_is_one_thing_to_all() -> None:
    """It leaves its pot as a pot swirl: the faces draw that, the bench says that."""
    loaf = read_loaf(two_colours(6))
    assert loaf.work[0].goes_in.kind == "pot swirl"
    of = resolve(loaf, CUPBOARD)
    result = plan_of(of)
    (pour,) = [step for step in result.steps if step.do == "pour"]
    assert "Pot swirl: the colours into one pot" in pour.detail
    swirl = resolve(read_loaf(two_colours(6, technique={"kind": "pot swirl"})), CUPBOARD)
    faces = [field_of(each, result.fills, bowls_of(each, result)).face(100, 2.0).colours for each in (of, swirl)]
    assert (faces[0] == faces[1]).all()


def test_version_five_keeps_its_techniques() -> None:
    """Lifted: what belongs to a technique goes with it, and a layer of several colours says what it was."""
    swirled = read_loaf(two_colours(5, how="layer", passes=9, turns=0.8)).work[0].technique
    assert swirled.model_dump(exclude_defaults=True) == {"passes": 9, "turns": 0.8}
    drops = read_loaf(two_colours(5, how="drops", passes=4, turns=0.8, from_side="left")).work[0].technique
    assert drops.model_dump(exclude_defaults=True) == {"passes": 4}
    run = {"frosting": {"runs": [{"motif": {"kind": "kiss", "five_g": 20}}, "odd"]}, "work": []}
    assert LIFTS[5](run)["frosting"]["runs"][0]["motif"] == {"kind": "kiss", "five_weigh_g": 20}


def test_names_are_spelt_and_parsed_in_one_way() -> None:
    """Every step of a loaf with everything, and every job, come back as they were."""
    loaf = read_loaf(
        box_with(
            rod("tower"),
            rod("mast", 20, across_mm=35),
            top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Mist", "amount": 6}]},
        )
    )
    result = plan(loaf, CUPBOARD)
    keys = [StepKey.parse(step.key) for step in result.steps]
    assert [str(key) for key in keys] == [step.key for step in result.steps]
    assert {key.pot for key in keys} == {PotId.parse(pot.id) for pot in result.pots}
    assert {PotId.parse(pot.id).item for pot in result.pots} == {"tower", "mast", ""}
    for task in result.schedule:
        assert str(JobKey.parse(task.key)) == task.key
        assert JobKey.parse(f"a-loaf/{task.key}")._replace(loaf="") == JobKey.parse(task.key)
    weighed = f"{keys[0]}#oil-1"
    assert StepKey.parse(weighed).step == keys[0]
    assert str(StepKey.parse(weighed)) == weighed
