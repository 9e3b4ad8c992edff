"""Words about the top: what frosting cannot carry or a hand not push, what lies unfairly or in the wire's way."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.document import Loaf
from archtop.core.judging.remark import Remark
from archtop.core.topping import TopPlan

__all__ = ["remarks_on_top"]

# A passage narrower than this is closed by a lump of colour or a petal in the batter [mm]; a stated guess.
_FINE_MM = 1.5


def remarks_on_top(loaf: Loaf, top: TopPlan) -> tuple[Remark, ...]:
    """Everything worth a word about the top."""
    return (*_on_runs(top), *_on_scatter(loaf, top), *_on_cut(top))


def _on_runs(top: TopPlan) -> Iterator[Remark]:
    tips = {tip.id: tip for tip in top.tips}
    for run in top.runs:
        if run.motif.needed_pa > run.most_pa:
            yield Remark(
                code="top.no_window", where=run.id,
                text=f"{run.name} stand {run.motif.high_mm:.0f} mm high, which takes {run.motif.needed_pa:.0f} Pa, and "
                f"from {run.most_pa:.0f} Pa on no hand pushes it through {tips[run.tip].name}.",
                remedy="Pipe it lower, or through a wider tip.",
            )  # fmt: skip
        if tips[run.tip].bead.finest_mm < _FINE_MM:
            yield Remark(
                code="top.fine_tip", where=run.id,
                text=f"{tips[run.tip].name} narrows to {tips[run.tip].bead.finest_mm:.1f} mm: a lump closes it.",
                remedy="Sieve the colours wet, and leave clay and oats out of this frosting.",
            )  # fmt: skip
        if not run.spots:
            yield Remark(
                code="top.nothing_fits", where=run.id, text=f"Not one of {run.name} finds room.",
                remedy="Make it smaller, or give it more of the top.",
            )  # fmt: skip


def _on_scatter(loaf: Loaf, top: TopPlan) -> Iterator[Remark]:
    if top.scatter is None:
        return
    names = {piece.id: piece.name for piece in loaf.pieces}
    counts = {item.pieces: item.count for item in loaf.top.scatter.items}
    for key, lacking in top.scatter.lacking.items():
        yield Remark(
            code="scatter.too_many", where=key,
            text=f"{lacking} of {counts[key]} {names[key]} find no place: {counts[key] - lacking} do.",
            remedy="Strew fewer or smaller ones, let them lie closer, or let the wire go through them.",
        )  # fmt: skip
    for piece in top.scatter.strewn:
        if piece.leans:
            yield Remark(
                code="scatter.leans", where=piece.pieces,
                text=f"{names[piece.pieces]} {piece.number + 1} lies over a cut.",
                remedy="Move it, or let the wire go through it.",
            )  # fmt: skip
        if piece.touches:
            yield Remark(
                code="scatter.touches", where=piece.pieces,
                text=f"{names[piece.pieces]} {piece.number + 1} lies on another piece.", remedy="Move it.",
            )  # fmt: skip


def _on_cut(top: TopPlan) -> Iterator[Remark]:
    if top.on_side:
        yield Remark(code="top.on_side", where="cuts", text=top.on_side, remedy="Mark the lines on its side as well.")
