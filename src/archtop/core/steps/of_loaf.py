"""Every step of a loaf, pot by pot."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple

from archtop.core.base import FROSTING, StepKey
from archtop.core.cuts import AlsoCut, CutHow, CutPlan, StampPlan
from archtop.core.document import fillings_of
from archtop.core.gel import GelPlan
from archtop.core.pots import Melted, Pot, PotHeat, Sprinkled
from archtop.core.pours import EmbedHold, Fill, LayerHold
from archtop.core.resolved import ResolvedLoaf
from archtop.core.shelf import ShelfMove
from archtop.core.steps.also_filled import turning_out_steps
from archtop.core.steps.castings import (
    casting_steps,
    finishing_steps,
    fitting_steps,
    melting_steps,
    painting_steps,
)
from archtop.core.steps.jobs import job_of
from archtop.core.steps.pot import pot_steps
from archtop.core.steps.pours import cutting_step, loaf_steps, props_out, stamping_step
from archtop.core.steps.step import Step
from archtop.core.steps.top import firm_top_steps
from archtop.core.top import TopPlan

__all__ = ["Planned", "bench_steps"]


class Planned(NamedTuple):
    """What the steps of a loaf are told from.

    ``moves``: what each does to the shelf. ``kneaded``: small pieces that are shaped from dough on the shelf, by id.
    """

    pots: Sequence[Pot]
    heats: Sequence[PotHeat]
    fills: Sequence[Fill]
    embed_holds: Sequence[EmbedHold]
    layer_holds: Sequence[LayerHold]
    moves: Mapping[StepKey, tuple[ShelfMove, ...]]
    kneaded: Collection[str]
    top: TopPlan
    cut_how: CutHow
    cuts: CutPlan
    also_cut: Sequence[AlsoCut]
    sprinkled: Sequence[Sprinkled]
    melted: Sequence[Melted]
    stamp: StampPlan | None
    gel: GelPlan


def bench_steps(of: ResolvedLoaf, planned: Planned) -> tuple[Step, ...]:
    """Every step from goggles to the cut, castings first."""
    loaf, top = of.loaf, planned.top
    steps: list[Step] = []
    melted = [cast for cast in planned.melted if not cast.around]
    around = [cast for cast in planned.melted if cast.around]
    steps += [step for cast in melted for step in melting_steps(of, cast)]
    for piece in loaf.pieces:
        if piece.id in planned.kneaded or not piece.make.soap:
            for filling in fillings_of(loaf, piece):
                steps += finishing_steps(piece, filling)
    icing: list[Step] = []
    for pot, heat in zip(planned.pots, planned.heats, strict=True):
        if pot.kind == "frosting" and loaf.frosting and loaf.frosting.mixed == "once poured":
            icing = list(pot_steps(pot, heat))
            continue
        if not pot.casts:
            # What is poured around a figure waits for that.
            steps += [step for cast in around for step in melting_steps(of, cast)]
            around = []
        if pot.kind == "loaf":
            steps += painting_steps(loaf, planned.sprinkled)
            steps += fitting_steps(loaf)
        steps += pot_steps(pot, heat)
        if pot.kind == "frosting":
            steps.append(_standing(pot))
        elif pot.kind != "loaf":
            steps += casting_steps(of, pot)
        else:
            steps += loaf_steps(loaf, planned, icing)
    # Common practice: what dusts or glitters goes on the day after, on the firm loaf, right before the cut.
    steps += firm_top_steps(loaf, top, planned.sprinkled)
    steps += props_out(loaf, planned.embed_holds)
    steps.append(cutting_step(loaf, planned.cut_how, planned.cuts))
    if planned.stamp:
        steps.append(stamping_step(loaf, planned.stamp))
    steps += turning_out_steps(loaf, planned.also_cut)
    moves = {str(key): found for key, found in planned.moves.items()}
    return tuple(
        step.model_copy(update={"moves": moves.get(step.key, ()), "job": str(job_of(loaf, StepKey.parse(step.key)))})
        for step in steps
    )


def _standing(pot: Pot) -> Step:
    return Step(
        key=str(FROSTING.step("stand")),
        stage=pot.name,
        do="wait",
        title="Let the frosting stand",
        detail="It is mixed first so that it is ready when the loaf is. Cover it; stir now and then.",
    )
