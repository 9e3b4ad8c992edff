"""The top: crown, base coat, runs, finishes and pieces."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import Literal

from archtop.core.base import LOAF
from archtop.core.document import Loaf, ScatterItem, in_order, set_down_together
from archtop.core.pots import Sprinkled
from archtop.core.steps.step import Amount, Step, Verb, each_of, on_dry
from archtop.core.top import FinishPlan, RunPlan, TopPlan
from archtop.core.trade import MOTIFS

__all__ = ["firm_top_steps", "top_steps"]


def top_steps(loaf: Loaf, top: TopPlan, sprinkled: Sequence[Sprinkled]) -> Iterator[Step]:
    """Crown, base coat, runs, finishes and pieces in their order, but for what waits until the loaf is firm."""
    return _TopSteps(loaf, top, sprinkled).all()


def firm_top_steps(loaf: Loaf, top: TopPlan, sprinkled: Sequence[Sprinkled]) -> Iterator[Step]:
    """What goes on the firm loaf, before it is cut."""
    steps = _TopSteps(loaf, top, sprinkled)
    return (steps.finish(finish) for finish in top.finishes if finish.before_cutting)


class _TopSteps:
    """The steps of one top."""

    def __init__(self, loaf: Loaf, top: TopPlan, sprinkled: Sequence[Sprinkled]) -> None:
        self.loaf, self.top, self.sprinkled = loaf, top, sprinkled
        self.colours = {colour.id: colour.name for colour in loaf.colours}
        self.tips = {tip.id: tip.name for tip in top.tips}

    def all(self) -> Iterator[Step]:
        if self.top.mound_ml > 0:
            yield self.crown()
        runs = {run.id: run for run in self.top.runs}
        finishes = {finish.id: finish for finish in self.top.finishes}
        together = iter(set_down_together(self.loaf))
        for kind, group in itertools.groupby(in_order(self.loaf), key=lambda thing: thing.kind):
            things = [thing.ref for thing in group]
            match kind:
                case "base":
                    yield self.coat()
                case "pipe":
                    yield from (self.run(runs[ref]) for ref in things)
                case "strew":
                    kinds, key = next(together)
                    yield self.pieces(key, kinds)
                case "finish":
                    yield from (self.finish(finishes[ref]) for ref in things if not finishes[ref].before_cutting)

    def coat(self) -> Step:
        base = self.loaf.frosting.base if self.loaf.frosting else None
        colours = ", ".join(self.colours[share.colour] for share in base.colours) if base else ""
        return self.step(
            "base",
            "pipe",
            "Spread the base coat",
            f"{colours}. It closes what gaps the piping leaves.",
            [Amount(key="base", label="Frosting", value=self.top.base_ml, unit="ml")],
        )

    def step(self, key: str, do: Verb, title: str, detail: str, amounts: Sequence[Amount] = ()) -> Step:
        return Step(
            key=str(LOAF.step(*key.split(".", 1))),
            stage=self.loaf.name,
            do=do,
            title=title,
            detail=each_of(self.loaf.moulds) + detail,
            amounts=tuple(amounts),
        )

    def crown(self) -> Step:
        crown = self.loaf.top.crown
        high = crown.mound_mm + crown.swell_mm
        texture = f", {crown.texture} over it" if crown.texture != "smooth" else ""
        return self.step(
            "crown",
            "shape",
            "Shape the top",
            f"{'Heap' if high else 'Draw'} it up along the middle with a spoon{texture}. Wipe the rim.",
            [Amount(key="mound", label="Over the level", value=high + crown.texture_mm, unit="mm")],
        )

    def run(self, run: RunPlan) -> Step:
        colours = _in_turns([" beside ".join(self.colours[colour] for colour in bag) for bag in run.bags])
        return self.step(
            f"pipe.{run.id}",
            "pipe",
            f"Pipe {run.name}",
            f"{len(run.spots)} × {MOTIFS[run.kind].label.lower()} with {self.tips[run.tip]}, {colours}. "
            "Test on wax paper first: the edge must stay.",
            [
                Amount(key="frosting", label="Frosting", value=run.volume.value, unit="ml"),
                Amount(key="hands", label="Hands", value=run.minutes.value, unit="min"),
            ],
        )

    def pieces(self, key: str, kinds: Sequence[str]) -> Step:
        names = {piece.id: piece.name for piece in self.loaf.pieces}
        items = [item for kind in kinds for item in self.loaf.top.scatter.items if item.pieces == kind]
        placed = "; ".join(f"{item.count} × {names[item.pieces]}{self.how(item)}" for item in items)
        says = self.top.scatter.says if self.top.scatter else ""
        return self.step(key, "place", "Place the pieces", f"{placed}; by the template. {says}")

    def how(self, item: ScatterItem) -> str:
        """How pieces are set down, where that is not simply laid there."""
        told = []
        if item.placing.on_run:
            run = next(run.name for run in self.top.runs if run.id == item.placing.on_run)
            told.append(f"on {run}")
        if item.leans_deg:
            told.append(f"leaning {item.leans_deg:.0f}°")
        if item.sunk_mm:
            told.append(f"pressed in {item.sunk_mm:.0f} mm")
        if item.trail_mm:
            told.append(f"drawn in over {item.trail_mm:.0f} mm")
        if item.rim:
            told.append("what it pushes aside pushed back up around it")
        return f" ({', '.join(told)})" if told else ""

    def finish(self, finish: FinishPlan) -> Step:
        unit: Literal["g", "ml"] = "ml" if finish.amount.unit == "ml" else "g"
        weighed = on_dry(str(LOAF.step("finish", finish.id)), self.sprinkled)
        written = Amount(key="finish", label=finish.name, value=finish.amount.value, unit=unit, fine=unit == "g")
        return self.step(f"finish.{finish.id}", "place", finish.name, finish.says, weighed or (written,))


def _in_turns(bags: Sequence[str]) -> str:
    """Bags that take turns, each told by its colours."""
    return bags[0] if len(bags) == 1 else f"{', then '.join(bags)}, a motif from each in turn"
