"""A loaf in the middle of its work: what has been poured, laid and put on it by the end of a step, and nothing cut."""

from __future__ import annotations

from dataclasses import replace

from archtop.core.base import LOAF, StepKey
from archtop.core.document import Loaf, Top, set_down_together
from archtop.core.plan import LoafPlan
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top import TopPlan, topping_of

__all__ = ["Moment", "after_step"]

Moment = tuple[ResolvedLoaf, LoafPlan]


def after_step(of: ResolvedLoaf, result: LoafPlan, step: str) -> Moment | None:
    """A loaf and its plan as they stand once a step of the bench is done; nothing where it changes neither.

    :param step: its key, as :class:`archtop.core.base.StepKey` spells it
    """
    key = StepKey.parse(step)
    if key.pot != LOAF:
        return None
    whole = result.model_copy(update={"cuts": result.cuts.model_copy(update={"whole": True})})
    for done, fill in enumerate(result.fills, 1):
        if LOAF.step(fill.do, fill.ref) == key:
            return _poured(of, whole, done)
    last = _last_of(of.loaf, key)
    if last not in result.top.order:
        return None
    put_on = set(result.top.order[: result.top.order.index(last) + 1])
    top = result.top
    scatter = top.scatter and top.scatter.model_copy(
        update={"strewn": tuple(piece for piece in top.scatter.strewn if f"strew.{piece.pieces}" in put_on)}
    )
    runs = tuple(run for run in top.runs if f"pipe.{run.id}" in put_on)
    so_far = top.model_copy(update={"runs": runs, "scatter": scatter})
    return of.with_loaf(_with_finishes(of.loaf, put_on)), whole.model_copy(update={"top": so_far})


def _last_of(loaf: Loaf, key: StepKey) -> str:
    """The last thing that is put on in a step: pieces that follow each other are set down in one."""
    name = f"{key.do}.{key.what}" if key.what else key.do
    return next((f"strew.{kinds[-1]}" for kinds, told in set_down_together(loaf) if told == name), name)


def _with_finishes(loaf: Loaf, put_on: set[str]) -> Loaf:
    finishes = tuple(finish for finish in loaf.top.finishes if f"finish.{finish.id}" in put_on)
    frosting = loaf.frosting
    if frosting and "base" not in put_on:
        frosting = frosting.model_copy(update={"base": None})
    return loaf.model_copy(update={"top": loaf.top.model_copy(update={"finishes": finishes}), "frosting": frosting})


def _poured(of: ResolvedLoaf, result: LoafPlan, done: int) -> Moment:
    """After so many of its fills: no frosting yet, and no shaped top."""
    work = of.loaf.work[:done]
    laid = {fill.ref for fill in result.fills[:done] if fill.do == "lay"}
    embeds = tuple(embed for embed in of.loaf.embeds if embed.id in laid)
    bare = replace(
        of,
        loaf=of.loaf.model_copy(update={"work": work, "embeds": embeds, "frosting": None, "top": Top()}),
        prisms={key: prism for key, prism in of.prisms.items() if key in laid},
        figures={key: prism for key, prism in of.figures.items() if key in laid},
    )
    level = result.fills[done - 1].level_after_mm
    top: TopPlan = topping_of(bare, level)
    return bare, result.model_copy(update={"fills": result.fills[:done], "level_mm": level, "top": top})
