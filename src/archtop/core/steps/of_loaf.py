"""Every step of a loaf, pot by pot."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from archtop.core.cuts import CutHow, CutPlan
from archtop.core.document import Loaf
from archtop.core.pots import Pot, PotHeat
from archtop.core.pours import EmbedHold, Fill, LayerHold
from archtop.core.shelf import ShelfMove
from archtop.core.steps.castings import casting_steps, finishing_steps, melting_steps
from archtop.core.steps.pot import pot_steps
from archtop.core.steps.pours import cutting_step, loaf_steps
from archtop.core.steps.step import Step
from archtop.core.top import TopPlan
from archtop.core.trade import Made

__all__ = ["bench_steps"]


def bench_steps(
    loaf: Loaf,
    pots: Sequence[Pot],
    heats: Sequence[PotHeat],
    fills: Sequence[Fill],
    embeds_hold: Sequence[EmbedHold],
    layers_hold: Sequence[LayerHold],
    made: Mapping[str, Made],
    moves: Mapping[str, tuple[ShelfMove, ...]],
    kneaded: Collection[str],
    top: TopPlan,
    cut_how: CutHow,
    cuts: CutPlan,
) -> tuple[Step, ...]:
    """Every step from goggles to the cut, castings first.

    :param moves: what each does to the shelf, by its key
    :param kneaded: small pieces that are shaped from dough on the shelf, by id
    """
    steps: list[Step] = []
    for piece in loaf.pieces:
        if piece.make.kind == "melt" and not piece.lot:
            steps += melting_steps(piece, made)
    for piece in loaf.pieces:
        if piece.id in kneaded:
            steps += finishing_steps(piece, made[piece.id])
    small = {f"cast-{piece.id}": piece for piece in loaf.pieces}
    for pot, heat in zip(pots, heats, strict=True):
        steps += pot_steps(pot, heat)
        if pot.kind == "frosting":
            steps.append(_standing(pot))
        elif pot.kind != "loaf":
            steps += casting_steps(pot, small, made)
        else:
            steps += loaf_steps(loaf, top, fills, {hold.embed: hold.says for hold in embeds_hold}, layers_hold)
    steps.append(cutting_step(loaf, cut_how, cuts))
    return tuple(step.model_copy(update={"moves": moves[step.key]}) if step.key in moves else step for step in steps)


def _standing(pot: Pot) -> Step:
    return Step(
        key="frosting.stand",
        stage=pot.name,
        do="wait",
        title="Let the frosting stand",
        detail="It is mixed first so that it is ready when the loaf is. Cover it; stir now and then.",
    )
