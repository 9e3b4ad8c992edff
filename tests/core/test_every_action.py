"""Nothing that the plan counts is missing from the steps, and no step has what the plan does not: every demo loaf."""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

import pytest

import archtop.studio.demo
from archtop.core import Cupboard, LoafPlan, plan_of, read_cupboard, read_loaf, resolve
from archtop.core.base import LOAF, PotId, StepKey
from archtop.core.document import Loaf, in_order, painted_things, set_down_together, shreds_stirred_in
from archtop.core.resolved import ResolvedLoaf
from archtop.core.schedule import network_of
from archtop.core.shelf import shelf_moves
from archtop.core.steps.thinning import thinned_name

DEMO = Path(archtop.studio.demo.__file__).parent


def cupboard() -> Cupboard:
    return read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))


@pytest.fixture(params=sorted(DEMO.glob("*.loaf.json")), ids=lambda path: path.name.split(".")[0], scope="module")
def planned(request: pytest.FixtureRequest) -> tuple[ResolvedLoaf, LoafPlan]:
    of = resolve(read_loaf(json.loads(request.param.read_text(encoding="utf-8"))), cupboard())
    return of, plan_of(of)


Planned = tuple[ResolvedLoaf, LoafPlan]


def on_the_loaf(loaf: Loaf) -> Iterator[StepKey]:
    """A step to each thing that is done to the loaf itself."""
    yield from (LOAF.step(work.do, work.ref) for work in loaf.work)
    yield from (LOAF.step("also", item.id) for item in loaf.also_filled)
    yield from (LOAF.step("also-out", item.id) for item in loaf.also_filled)
    if loaf.keeps:
        yield LOAF.step("keep")
    for thing in in_order(loaf):
        if thing.kind != "strew":
            yield LOAF.step("base") if thing.kind == "base" else LOAF.step(thing.kind, thing.ref)
    yield from (LOAF.step(*key.split(".", 1)) for _, key in set_down_together(loaf))
    if any(finish.of_kind.again_h for finish in loaf.top.finishes):
        yield LOAF.step("spritz-again")
    yield from (LOAF.step("paint", thing.id) for _, thing, _ in painted_things(loaf))
    if loaf.embeds:
        yield LOAF.step("fit")
    yield from (LOAF.step("prop-out", work.id) for work in loaf.work if work.do == "prop")
    if loaf.cuts.stamp:
        yield LOAF.step("stamp")
    yield LOAF.step("cover")
    yield LOAF.step("cut")


def beforehand(of: ResolvedLoaf) -> Iterator[StepKey]:
    """Each casting filled or melted, and turned out or made."""
    for embed in of.loaf.embeds:
        if embed.casting and not embed.lot:
            pot = PotId.cast(embed.id)
            yield from (pot.step("cast"), pot.step("out"))
            if embed.row:
                yield pot.step("sliced")
            if embed.figure:
                figure = PotId.cast(embed.id, "figure")
                yield from (figure.step("cast"), figure.step("out"))
    for piece in of.loaf.pieces:
        if not piece.lot:
            yield from (PotId.cast(piece.id).step("cast"), PotId.cast(piece.id).step("made"))
    for _, shreds in shreds_stirred_in(of.loaf):
        if shreds.cast:
            yield from (PotId.cast(shreds.id).step("cast"), PotId.cast(shreds.id).step("made"))


_OF_THE_LOAF = {
    "pour", "lay", "press", "hanger", "dust", "spritz", "prop", "prop-out", "also", "also-out", "keep", "base", "pipe",
    "finish", "strew", "spritz-again", "paint", "fit", "stamp", "cover", "cut",
}  # fmt: skip


def test_each_thing_done_to_the_loaf_has_its_step_once_and_no_step_does_what_the_plan_does_not(
    planned: Planned,
) -> None:
    of, result = planned
    keys = [StepKey.parse(step.key) for step in result.steps]
    told = Counter(key for key in keys if key.pot == LOAF and key.do in _OF_THE_LOAF)
    assert told == Counter(on_the_loaf(of.loaf))


def test_each_casting_is_filled_and_turned_out(planned: Planned) -> None:
    of, result = planned
    told = Counter(StepKey.parse(step.key) for step in result.steps)
    for key in beforehand(of):
        assert told[key] == 1, key


def test_what_each_pot_takes_is_weighed_in_its_steps_once(planned: Planned) -> None:
    _, result = planned
    for pot in result.pots:
        weighed = Counter(
            (amount.label, round(amount.value, 6))
            for step in result.steps
            # Mixes are made of more than goes in, and a bowl's weight is told before anything goes into it.
            if step.pot == pot.id and StepKey.parse(step.key).do not in ("thin", "blend", "split")
            for amount in step.amounts
            if amount.unit == "g"
        )
        assert weighed == Counter((thinned_name(line), round(line.grams, 6)) for line in pot.on_scale)


def test_what_goes_on_dry_and_what_is_melted_is_weighed(planned: Planned) -> None:
    _, result = planned
    told = {
        (step.key, amount.key, round(amount.value, 6))
        for step in result.steps
        for amount in step.amounts
        if amount.unit == "g"
    }
    for item in result.sprinkled:
        assert (item.step, item.key, round(item.grams, 6)) in told
    for cast in result.melted:
        key = str(PotId.parse(cast.id).step("cast"))
        for name, grams in [(cast.base, cast.grams), *((jar.key, jar.grams) for jar in cast.colourants)]:
            assert (key, name, round(grams, 6)) in told


def test_what_moves_on_the_shelf_moves_with_a_step_once(planned: Planned) -> None:
    of, result = planned
    moves = shelf_moves(of, result.pots, {piece.id: piece for piece in result.embeds}, result.cuts, result.also_cut)
    told = {step.key: step.moves for step in result.steps if step.moves}
    assert told == {str(key): found for key, found in moves.items()}


def test_each_lot_that_is_used_leaves_the_shelf_with_a_step(planned: Planned) -> None:
    _, result = planned
    taken = Counter(
        {
            lot: -sum(move.count or move.grams for step in result.steps for move in step.moves if move.lot == lot)
            for lot in {use.lot for use in result.shelf}
        }
    )
    assert all(amount > 0 for amount in taken.values())


def test_each_step_is_part_of_a_job_and_each_job_has_a_step(planned: Planned) -> None:
    of, result = planned
    jobs = {job.key for job in network_of(of.loaf, result).jobs if job.kind != "cured"}
    assert {step.job for step in result.steps} == jobs


def test_what_is_said_of_a_pour_holds_what_is_in_it(planned: Planned) -> None:
    """Pieces and shreds that go in with a pour are named where it is poured, with how much."""
    of, result = planned
    said = {step.key: f"{step.title} {step.detail}" for step in result.steps}
    names = {piece.id: piece.name for piece in of.loaf.pieces}
    for work in of.loaf.work:
        if work.do != "pour":
            continue
        text = said[str(LOAF.step("pour", work.id))]
        for item in work.pieces:
            assert f"{item.count}" in text
            assert names[item.pieces] in text
        for shreds in work.shreds:
            assert shreds.name in text
        if len(work.colours) > 1:
            for share in work.colours:
                assert next(c.name for c in of.loaf.colours if c.id == share.colour) in text
