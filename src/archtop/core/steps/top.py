"""The top: crown, base coat, runs, finishes and pieces."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from archtop.core.base import LOAF
from archtop.core.document import Loaf
from archtop.core.steps.step import Amount, Step, Verb
from archtop.core.top import FinishPlan, TopPlan

__all__ = ["top_steps"]


def top_steps(loaf: Loaf, top: TopPlan) -> Iterator[Step]:
    """Crown, base coat, runs, finishes and pieces, and what is folded down before gloves go on."""
    names = {colour.id: colour.name for colour in loaf.colours}
    tips = {tip.id: tip.name for tip in top.tips}

    def step(key: str, do: Verb, title: str, detail: str, amounts: Sequence[Amount] = ()) -> Step:
        return Step(
            key=str(LOAF.step(*key.split(".", 1))),
            stage=loaf.name,
            do=do,
            title=title,
            detail=detail,
            amounts=tuple(amounts),
        )

    crown = loaf.top.crown
    if top.mound_ml > 0:
        high = crown.mound_mm + crown.swell_mm
        yield step(
            "crown",
            "shape",
            "Shape the top",
            f"{'Heap' if high else 'Draw'} it up along the middle with a spoon"
            + (f", {crown.texture} over it" if crown.texture != "smooth" else "")
            + ". Wipe the rim.",
            [Amount(key="mound", label="Over the level", value=high + crown.texture_mm, unit="mm")],
        )
    if top.base_ml > 0 and loaf.frosting and loaf.frosting.base:
        colours = ", ".join(names[share.colour] for share in loaf.frosting.base.colours)
        yield step(
            "base",
            "pipe",
            "Spread the base coat",
            f"{colours}. It closes what gaps the piping leaves.",
            [Amount(key="base", label="Frosting", value=top.base_ml, unit="ml")],
        )
    for run in top.runs:
        colours = " and ".join(names[colour] for colour in run.colours)
        yield step(
            f"pipe.{run.id}",
            "pipe",
            f"Pipe {run.name}",
            f"{len(run.spots)} × {run.kind} with {tips[run.tip]}, {colours}. "
            "Test on wax paper first: the edge must stay.",
            [
                Amount(key="frosting", label="Frosting", value=run.volume.value, unit="ml"),
                Amount(key="hands", label="Hands", value=run.minutes.value, unit="min"),
            ],
        )
    yield from (
        step(f"finish.{i}", "place", f.name, f.says, _of(f)) for i, f in enumerate(top.finishes) if not f.after_pieces
    )
    if top.scatter:
        placed = ", ".join(
            f"{item.count} × {next(piece.name for piece in loaf.pieces if piece.id == item.pieces)}"
            for item in loaf.top.scatter.items
        )
        yield step("strew", "place", "Place the pieces", f"{placed}, by the template. {top.scatter.says}")
    yield from (
        step(f"finish.{i}", "place", f.name, f.says, _of(f)) for i, f in enumerate(top.finishes) if f.after_pieces
    )


def _of(finish: FinishPlan) -> tuple[Amount, ...]:
    unit: Literal["g", "ml"] = "ml" if finish.amount.unit == "ml" else "g"
    return (Amount(key="finish", label=finish.name, value=finish.amount.value, unit=unit),)
