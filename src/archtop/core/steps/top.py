"""The top: crown, base coat, runs, finishes and pieces."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from archtop.core.base import LOAF
from archtop.core.document import Loaf
from archtop.core.pots import Sprinkled
from archtop.core.steps.step import Amount, Step, Verb, each_of, on_dry
from archtop.core.top import FinishPlan, RunPlan, TopPlan

__all__ = ["top_steps"]


def top_steps(loaf: Loaf, top: TopPlan, sprinkled: Sequence[Sprinkled]) -> Iterator[Step]:
    """Crown, base coat, runs, finishes and pieces, and what is folded down before gloves go on."""
    return _TopSteps(loaf, top, sprinkled).all()


class _TopSteps:
    """The steps of one top."""

    def __init__(self, loaf: Loaf, top: TopPlan, sprinkled: Sequence[Sprinkled]) -> None:
        self.loaf, self.top, self.sprinkled = loaf, top, sprinkled
        self.colours = {colour.id: colour.name for colour in loaf.colours}
        self.tips = {tip.id: tip.name for tip in top.tips}

    def all(self) -> Iterator[Step]:
        if self.top.mound_ml > 0:
            yield self.crown()
        if self.top.base_ml > 0 and self.loaf.frosting and self.loaf.frosting.base:
            colours = ", ".join(self.colours[share.colour] for share in self.loaf.frosting.base.colours)
            yield self.step(
                "base",
                "pipe",
                "Spread the base coat",
                f"{colours}. It closes what gaps the piping leaves.",
                [Amount(key="base", label="Frosting", value=self.top.base_ml, unit="ml")],
            )
        yield from (self.run(run) for run in self.top.runs)
        finishes = list(enumerate(self.top.finishes))
        yield from (self.finish(i, finish) for i, finish in finishes if not finish.after_pieces)
        if self.top.scatter:
            yield self.pieces(self.top.scatter.says)
        yield from (self.finish(i, finish) for i, finish in finishes if finish.after_pieces)

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
        colours = " and ".join(self.colours[colour] for colour in run.colours)
        return self.step(
            f"pipe.{run.id}",
            "pipe",
            f"Pipe {run.name}",
            f"{len(run.spots)} × {run.kind} with {self.tips[run.tip]}, {colours}. "
            "Test on wax paper first: the edge must stay.",
            [
                Amount(key="frosting", label="Frosting", value=run.volume.value, unit="ml"),
                Amount(key="hands", label="Hands", value=run.minutes.value, unit="min"),
            ],
        )

    def pieces(self, says: str) -> Step:
        names = {piece.id: piece.name for piece in self.loaf.pieces}
        placed = ", ".join(f"{item.count} × {names[item.pieces]}" for item in self.loaf.top.scatter.items)
        return self.step("strew", "place", "Place the pieces", f"{placed}, by the template. {says}")

    def finish(self, i: int, finish: FinishPlan) -> Step:
        unit: Literal["g", "ml"] = "ml" if finish.amount.unit == "ml" else "g"
        weighed = on_dry(str(LOAF.step("finish", str(i))), self.sprinkled)
        written = Amount(key="finish", label=finish.name, value=finish.amount.value, unit=unit, fine=unit == "g")
        return self.step(f"finish.{i}", "place", finish.name, finish.says, weighed or (written,))
